import type { SupplyDay } from "@/core/nursery/orders";
import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

/** What is promised from a day on, heads, all of it together. */
export interface Promised {
  readonly on: string;
  readonly heads: number;
}

/** Grown worms to come with their range, and what is promised of them as a staircase: where the stair stands above the band, too much is. */
export function supplyChart(days: readonly SupplyDay[], promised: readonly Promised[], colours: Colours) {
  const { text, base } = chartFrame(colours, "grown worms", 0);
  const hidden = { showSymbol: false, lineStyle: { opacity: 0 }, tooltip: { show: false } };
  const stairs = promised.length === 0 ? [] : [{ on: days[0]?.on ?? "", heads: 0 }, ...promised, { on: days.at(-1)?.on ?? "", heads: promised.at(-1)!.heads }]; // prettier-ignore
  return {
    ...base,
    grid: { left: 56, right: 90, top: 34, bottom: 26 },
    xAxis: {
      type: "time",
      axisLabel: { ...text, hideOverlap: true },
      axisLine: { lineStyle: { color: colours.hairline } },
    },
    series: [
      {
        type: "line",
        name: "low",
        stack: "range",
        ...hidden,
        data: days.map(({ on, heads }) => [on, Math.round(heads.low)] as const),
      },
      {
        type: "line",
        name: "range",
        stack: "range",
        ...hidden,
        areaStyle: { color: colours.moss, opacity: 0.22 },
        data: days.map(({ on, heads }) => [on, Math.round(heads.high - heads.low)] as const),
      },
      {
        type: "line",
        name: "to come",
        showSymbol: false,
        lineStyle: { color: colours.moss, width: 2.5 },
        itemStyle: { color: colours.moss },
        endLabel: { ...text, show: true, formatter: "to come", color: colours.moss },
        data: days.map(({ on, heads }) => [on, Math.round(heads.middle)] as const),
      },
      {
        type: "line",
        name: "promised",
        step: "end" as const,
        showSymbol: false,
        lineStyle: { color: colours.clay, width: 2.5, type: "dashed" as const },
        itemStyle: { color: colours.clay },
        endLabel: {
          ...text,
          show: stairs.length > 0,
          formatter: "promised",
          color: colours.clay,
        },
        data: stairs.map(({ on, heads }) => [on, heads] as const),
      },
    ],
  };
}
