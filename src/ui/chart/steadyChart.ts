import type { SteadyWeek } from "@/core/nursery/steady";
import type { UnitSystem } from "@/core/quantity/format";
import { fromBase } from "@/core/quantity/unit";
import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

/** Grown worms week by week with their range, and what is wanted each week as one level line. */
export function steadyChart(
  weeks: readonly SteadyWeek[],
  wantedKg: number,
  units: UnitSystem,
  colours: Colours,
) {
  const { text, base } = chartFrame(colours, units === "us" ? "lb a week" : "kg a week", 2);
  const shown = (massKg: number) => Number(fromBase(massKg, units === "us" ? "lb" : "kg").toFixed(3));
  const hidden = { showSymbol: false, lineStyle: { opacity: 0 }, tooltip: { show: false } };
  const course = (name: string, of: (week: SteadyWeek) => number) => ({
    type: "line",
    name,
    data: weeks.map((week) => [week.on, shown(of(week))] as const),
  });
  return {
    ...base,
    grid: { left: 56, right: 90, top: 34, bottom: 26 },
    xAxis: {
      type: "time",
      axisLabel: { ...text, hideOverlap: true },
      axisLine: { lineStyle: { color: colours.hairline } },
    },
    series: [
      { ...course("low", ({ kg }) => kg.low), stack: "range", ...hidden },
      {
        ...course("range", ({ kg }) => kg.high - kg.low),
        stack: "range",
        ...hidden,
        areaStyle: { color: colours.moss, opacity: 0.22 },
      },
      {
        ...course("grown", ({ kg }) => kg.middle),
        showSymbol: false,
        lineStyle: { color: colours.moss, width: 2.5 },
        itemStyle: { color: colours.moss },
        endLabel: { ...text, show: true, formatter: "grown", color: colours.moss },
      },
      {
        ...course("wanted", () => wantedKg),
        showSymbol: false,
        lineStyle: { color: colours.clay, width: 2.5, type: "dashed" as const },
        itemStyle: { color: colours.clay },
        endLabel: { ...text, show: true, formatter: "wanted", color: colours.clay },
      },
    ],
  };
}
