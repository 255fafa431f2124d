import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

export interface MonthsChartInput {
  /** Names of the months along the foot. */
  readonly months: readonly string[];
  /** One bar a month each, in the keeper's unit. */
  readonly series: readonly { readonly name: string; readonly values: readonly number[] }[];
  readonly unit: string;
  readonly colours: Colours;
}

/** Bars by month, side by side; told apart by their hatching as well as by colour. */
export function monthsChart({ months, series, unit, colours }: MonthsChartInput) {
  const { text, base } = chartFrame(colours, unit, 1);
  const fills = [colours.moss, colours.straw, colours.castings];
  const hatch = [undefined, { symbol: "rect", dashArrayX: [1, 0], dashArrayY: [3, 3], rotation: Math.PI / 4, color: "rgb(0 0 0 / 35%)" }, undefined]; // prettier-ignore
  return {
    ...base,
    grid: { left: 48, right: 8, top: 34, bottom: 26 },
    xAxis: {
      type: "category",
      data: [...months],
      axisLabel: text,
      axisTick: { show: false },
      axisLine: { lineStyle: { color: colours.hairline } },
    },
    series: series.map(({ name, values }, nth) => ({
      type: "bar",
      name,
      data: [...values],
      barMaxWidth: 22,
      itemStyle: { color: fills[nth % fills.length], decal: hatch[nth % hatch.length] },
    })),
  };
}
