import type { Band } from "@/core/expectation/expectation";
import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

export interface BandChartInput {
  readonly unit: string;
  readonly digits: number;
  /** The likely course with its range, in the keeper's unit. */
  readonly course: {
    readonly name: string;
    readonly points: readonly (readonly [day: string, band: Band])[];
  };
  /** What it is held against; no line of no points. */
  readonly against: {
    readonly name: string;
    readonly points: readonly (readonly [day: string, value: number])[];
    readonly isStairs?: boolean;
  };
  readonly colours: Colours;
}

/** A course over days with its range as a band, and a dashed line it is held against. Each bears its name at its end. */
export function bandChart({ unit, digits, course, against, colours }: BandChartInput) {
  const { text, base } = chartFrame(colours, unit, digits);
  const hidden = { showSymbol: false, lineStyle: { opacity: 0 }, tooltip: { show: false } };
  const line = (name: string, data: readonly (readonly [string, number])[]) => ({ type: "line", name, data });
  const named = (formatter: string, color: string) => ({ ...text, show: true, formatter, color });
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
        ...line(
          "low",
          course.points.map(([day, { low }]) => [day, low]),
        ),
        stack: "range",
        ...hidden,
      },
      {
        ...line(
          "range",
          course.points.map(([day, { low, high }]) => [day, high - low]),
        ),
        stack: "range",
        ...hidden,
        areaStyle: { color: colours.moss, opacity: 0.22 },
      },
      {
        ...line(
          course.name,
          course.points.map(([day, { middle }]) => [day, middle]),
        ),
        showSymbol: false,
        lineStyle: { color: colours.moss, width: 2.5 },
        itemStyle: { color: colours.moss },
        endLabel: named(course.name, colours.moss),
      },
      {
        ...line(against.name, against.points),
        ...(against.isStairs ? { step: "end" as const } : {}),
        showSymbol: false,
        lineStyle: { color: colours.clay, width: 2.5, type: "dashed" as const },
        itemStyle: { color: colours.clay },
        endLabel: { ...named(against.name, colours.clay), show: against.points.length > 0 },
      },
    ],
  };
}
