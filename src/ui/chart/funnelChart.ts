import type { HowWell } from "@/core/nursery/howWell";
import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

/** Rates of counted cycles by their size, within the limits that chance makes; what lies beyond is a diamond and bears its name. */
export function funnelChart({ points, rate, spread, tubs }: HowWell, colours: Colours) {
  const { text, base } = chartFrame(colours, "cocoons a worm and week", 2);
  const weeksSeen = points.map(({ wormWeeks }) => wormWeeks);
  const least = 0.7 * Math.min(...weeksSeen, Infinity);
  const most = 1.15 * Math.max(1, ...weeksSeen);
  const accused = new Set(tubs.filter(({ is }) => is === "less" || is === "more").map(({ tubId }) => tubId));
  // A scoop of a sixteenth, as most are: its error shrinks with the number laid.
  const sampled = Math.max(1, ...points.map(({ cocoons }) => (cocoons.highCount - cocoons.lowCount) ** 2 / Math.max(1, cocoons.count) / 6.57)); // prettier-ignore
  const limit = (weeks: number, times: number) => {
    const error = Math.sqrt(sampled / Math.max(1, rate * weeks));
    return Math.max(0, rate * (1 + times * Math.hypot(spread, error)));
  };
  const line = (times: number, type: "solid" | "dashed" | "dotted") => ({
    type: "line" as const,
    showSymbol: false,
    silent: true,
    tooltip: { show: false },
    lineStyle: { color: times === 0 ? colours.ink : colours.quiet, width: times === 0 ? 2 : 1.4, type },
    data: Array.from({ length: 40 }, (_, at) => {
      const weeks = least + ((most - least) * at) / 39;
      return [weeks, limit(weeks, times)] as const;
    }),
  });
  const marks = (isOther: boolean) => ({
    type: "scatter" as const,
    symbol: isOther ? "diamond" : "circle",
    symbolSize: isOther ? 15 : 9,
    itemStyle: { color: isOther ? colours.clay : colours.moss },
    label: {
      show: isOther,
      position: "right" as const,
      formatter: ({ data }: { readonly data: { readonly name: string } }) => data.name,
      color: colours.ink,
      fontSize: 13,
      fontFamily: text.fontFamily,
    },
    data: points
      .filter(({ tubId }) => accused.has(tubId) === isOther)
      .map((point, nth, all) => ({
        // Named once, at its last cycle.
        name: all.slice(nth + 1).some(({ tubId }) => tubId === point.tubId) ? "" : point.name,
        value: [point.wormWeeks, point.rate] as const,
      })),
  });
  const highest = Math.max(0.5, 2 * rate, 1.1 * Math.max(0, ...points.map((point) => point.rate)));
  return {
    ...base,
    yAxis: { ...base.yAxis, max: Math.ceil(2 * highest) / 2 },
    tooltip: { ...base.tooltip, trigger: "item" as const },
    grid: { left: 56, right: 70, top: 34, bottom: 44 },
    xAxis: {
      type: "value",
      name: "worm-weeks",
      nameLocation: "middle" as const,
      nameGap: 28,
      nameTextStyle: text,
      min: Number.isFinite(least) ? 50 * Math.floor(least / 50) : 0,
      max: 50 * Math.ceil(most / 50),
      axisLabel: text,
      axisLine: { lineStyle: { color: colours.hairline } },
      splitLine: { show: false },
    },
    series: [
      line(0, "solid"),
      line(2, "dashed"),
      line(-2, "dashed"),
      line(3, "dotted"),
      line(-3, "dotted"),
      marks(false),
      marks(true),
    ],
  };
}
