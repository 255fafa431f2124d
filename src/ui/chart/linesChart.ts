import type { Colours } from "../theme/colours";
import { chartFrame } from "./chartFrame";

export interface LinesChartInput {
  readonly series: readonly {
    readonly name: string;
    /** Day and value, in order; a value in the keeper's unit. */
    readonly points: readonly (readonly [day: string, value: number])[];
    /** Single readings, not a course. */
    readonly isDots?: boolean;
  }[];
  /** Where courses end together: each bears its name at its highest. */
  readonly isNamedAtPeak?: boolean;
  readonly unit: string;
  readonly colours: Colours;
}

const DASHES = ["solid", "dashed", "dotted", "solid"] as const;

/** Courses over days on one scale; told apart by their dashes and by their names at the end as well as by colour. */
export function linesChart({ series, unit, colours, isNamedAtPeak = false }: LinesChartInput) {
  const { text, base } = chartFrame(colours, unit, 2);
  const shifts = apart(series.map(({ points }) => points.at(-1)?.[1] ?? 0));
  const strokes = [colours.moss, colours.straw, colours.clay, colours.ink];
  return {
    ...base,
    grid: { left: 48, right: 110, top: 34, bottom: 26 },
    xAxis: {
      type: "time",
      axisLabel: { ...text, hideOverlap: true },
      axisLine: { lineStyle: { color: colours.hairline } },
    },
    series: series.map(({ name, points, isDots }, nth) => {
      const color = strokes[nth % strokes.length]!;
      return isDots
        ? {
            type: "scatter",
            name,
            symbol: "diamond",
            symbolSize: 11,
            itemStyle: { color },
            data: [...points],
          }
        : {
            type: "line",
            name,
            showSymbol: isNamedAtPeak,
            symbolSize: 0,
            lineStyle: { color, width: 2.5, type: DASHES[nth % DASHES.length] },
            itemStyle: { color },
            endLabel: {
              show: !isNamedAtPeak,
              formatter: name,
              color,
              fontSize: 13,
              fontFamily: text.fontFamily,
              offset: [0, shifts[nth]!],
            },
            data: isNamedAtPeak ? named(points, name, color) : [...points],
          };
    }),
  };
}

const named = (points: LinesChartInput["series"][number]["points"], name: string, color: string) => {
  const highest = points.reduce((best, [, value], at) => (value > points[best]![1] ? at : best), 0);
  return points.map((value, at) => ({
    value,
    label: { show: at === highest, formatter: name, color, fontSize: 13, position: "top" as const },
  }));
};

/** Of a chart's height, what one line of text takes. */
const LINE = 0.075;
const LINE_PX = 15;
/** How far each name at the end of its line is moved, px, so that none lies on another; in the order given. */
function apart(values: readonly number[]): readonly number[] {
  const span = Math.max(1e-9, ...values) - Math.min(0, ...values);
  const order = values.map((value, nth) => ({ at: value / span, nth })).toSorted((a, b) => b.at - a.at);
  const shifts = values.map(() => 0);
  let above = Infinity;
  for (const { at, nth } of order) {
    const placed = Math.min(at, above - LINE);
    shifts[nth] = ((at - placed) / LINE) * LINE_PX;
    above = placed;
  }
  return shifts;
}
