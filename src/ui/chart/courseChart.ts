import type { UnitSystem } from "@/core/quantity/format";
import type { Colours } from "../theme/colours";

export interface CoursePoint {
  readonly day: string;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}
export interface CourseChartInput {
  /** In the keeper's units already. */
  readonly past: readonly CoursePoint[];
  readonly ahead: readonly CoursePoint[];
  readonly otherwise?: readonly CoursePoint[] | undefined;
  readonly readings: readonly CoursePoint[];
  readonly marks: readonly { readonly day: string; readonly kind: string; readonly text?: string }[];
  /** Stacked parts of the middle line: worms by stage, food by place. */
  readonly parts?: readonly {
    readonly name: string;
    readonly points: readonly (readonly [string, number])[];
  }[];
  readonly target?: { readonly low: number; readonly high: number } | undefined;
  readonly unit: string;
  readonly today: string;
  readonly shown: string;
  readonly least?: number | undefined;
  readonly most?: number | undefined;
  readonly colours: Colours;
  readonly format: (value: number) => string;
}

type Pair = readonly [string, number];
/** Against the forecast's length. */
const SHORT_PAST = 0.3;
const PATTERN = ["solid", "dashed", "dotted"] as const;

/**
 * One measure of a bin over past and forecast: band of 10 to 90 %, middle line (broken where it is forecast), readings as
 * points with their doubt, marks of what was done along the foot. Told apart by line, never by colour alone.
 */
export function courseChart({
  past,
  ahead,
  otherwise,
  readings,
  marks,
  parts = [],
  target,
  unit,
  today,
  shown,
  least,
  most,
  colours,
  format,
}: CourseChartInput) {
  const text = {
    color: colours.quiet,
    fontFamily: "Atkinson Hyperlegible Next Variable, sans-serif",
    fontSize: 13,
  };
  const axis = {
    axisLine: { lineStyle: { color: colours.hairline } },
    axisTick: { show: false },
    axisLabel: text,
    nameTextStyle: { ...text, align: "left" as const },
  };
  const band = (name: string, points: readonly CoursePoint[], colour: string, opacity: number) => [
    line(
      `${name} low`,
      points.map((one): Pair => [one.day, one.low]),
      {
        stack: name,
        lineStyle: { opacity: 0 },
      },
    ),
    line(
      `${name} band`,
      points.map((one): Pair => [one.day, one.high - one.low]),
      {
        stack: name,
        lineStyle: { opacity: 0 },
        areaStyle: { color: colour, opacity },
      },
    ),
  ];
  const head = ahead[0] ? [...past.slice(-1), ...ahead] : ahead;
  return {
    animation: false,
    textStyle: text,
    grid: { left: 54, right: 14, top: 34, bottom: 26 },
    tooltip: {
      trigger: "axis" as const,
      confine: true,
      backgroundColor: colours.slate,
      borderWidth: 0,
      textStyle: { color: colours.slateInk, fontFamily: text.fontFamily },
      formatter: (rows: readonly { seriesName: string; value: Pair }[]) => sayDay(rows, format),
    },
    xAxis: {
      type: "time" as const,
      min: past[0]?.day ?? today,
      max: ahead.at(-1)?.day ?? today,
      ...axis,
      splitLine: { show: false },
      axisLabel: {
        ...text,
        hideOverlap: true,
        formatter: { year: "{yyyy}", month: "{MMM}", day: "{d} {MMM}" },
      },
    },
    yAxis: {
      type: "value" as const,
      name: unit,
      ...(least === undefined ? {} : { min: least }),
      ...(most === undefined ? {} : { max: most }),
      ...axis,
      splitNumber: 4,
      // On the first days of a log the word "today" stands where the name would begin.
      ...(past.length < SHORT_PAST * ahead.length
        ? { nameTextStyle: { ...axis.nameTextStyle, padding: [0, 0, 0, 34] } }
        : {}),
      ...(most === 100 && least === 0 ? { interval: 25 } : {}),
      splitLine: { lineStyle: { color: colours.hairline, opacity: 0.5 } },
    },
    series: [
      ...parts.map(({ name, points }, at) =>
        line(name, points, {
          stack: "parts",
          lineStyle: { color: colours.quiet, width: 1, type: PATTERN[at % 3]! },
          areaStyle: { color: at % 2 === 0 ? colours.food : colours.worm, opacity: 0.16 + 0.1 * (at % 3) },
        }),
      ),
      ...band("past", past, colours.straw, 0.22),
      ...band("ahead", head, colours.straw, 0.14),
      {
        ...line(
          "was",
          past.map((one): Pair => [one.day, one.middle]),
          { lineStyle: { color: colours.straw, width: 2 } },
        ),
        markLine: {
          silent: true,
          symbol: "none",
          label: {
            color: colours.quiet,
            fontFamily: text.fontFamily,
            formatter: ({ name }: { name: string }) => name,
          },
          data: [
            { name: "today", xAxis: today, lineStyle: { color: colours.quiet, type: "solid" as const } },
            ...(shown === today
              ? []
              : [
                  {
                    name: "",
                    xAxis: shown,
                    lineStyle: { color: colours.ink, type: "dotted" as const, width: 2 },
                  },
                ]),
          ],
        },
        ...(target
          ? {
              markArea: {
                silent: true,
                itemStyle: { color: colours.moss, opacity: 0.14 },
                data: [[{ yAxis: target.low, name: "" }, { yAxis: target.high }]],
              },
            }
          : {}),
      },
      line(
        "expected",
        head.map((one): Pair => [one.day, one.middle]),
        {
          lineStyle: { color: colours.straw, width: 2, type: "dashed" },
        },
      ),
      ...(otherwise
        ? [
            ...band("otherwise", otherwise, colours.water, 0.14),
            line(
              "with the change",
              otherwise.map((one): Pair => [one.day, one.middle]),
              {
                lineStyle: { color: colours.water, width: 2.5, type: "dotted" },
              },
            ),
          ]
        : []),
      {
        name: "doubt",
        type: "custom" as const,
        silent: true,
        tooltip: { show: false },
        data: readings.map((one) => [one.day, one.low, one.high]),
        renderItem: (
          _: unknown,
          api: { value: (at: number) => number; coord: (point: [number, number]) => [number, number] },
        ) => {
          const [x, low] = api.coord([api.value(0), api.value(1)]);
          const [, high] = api.coord([api.value(0), api.value(2)]);
          return {
            type: "line" as const,
            shape: { x1: x, y1: low, x2: x, y2: high },
            style: { stroke: colours.water, lineWidth: 2, opacity: 0.35 },
          };
        },
      },
      {
        name: "you read",
        type: "scatter" as const,
        data: readings.map((one): Pair => [one.day, one.middle]),
        symbolSize: 7,
        itemStyle: { color: colours.bench, borderColor: colours.water, borderWidth: 2 },
      },
      {
        name: "done",
        type: "custom" as const,
        silent: true,
        tooltip: { show: false },
        // Its second number is a kind, not a height: the axis takes no notice of it.
        encode: { x: 0, y: [] },
        data: marks.map((one) => [one.day, one.kind === "harvested" ? 1 : one.kind === "fed" ? 0 : 2]),
        renderItem: (
          { coordSys }: { coordSys: { y: number; height: number } },
          api: { value: (at: number) => number; coord: (point: [number, number]) => [number, number] },
        ) => {
          const [x] = api.coord([api.value(0), 0]);
          const foot = coordSys.y + coordSys.height;
          const kind = api.value(1);
          return kind === 1
            ? {
                type: "path" as const,
                shape: { d: `M${x} ${foot - 13}l6 6.5l-6 6.5l-6 -6.5z` },
                style: { fill: "none", stroke: colours.straw, lineWidth: 2 },
              }
            : {
                type: "line" as const,
                shape: { x1: x, y1: foot, x2: x, y2: foot - (kind === 0 ? 9 : 5) },
                style: { stroke: kind === 0 ? colours.food : colours.quiet, lineWidth: kind === 0 ? 3 : 1.5 },
              };
        },
      },
    ],
  };
}

function line(name: string, data: readonly Pair[], more: object) {
  return { name, type: "line" as const, data, symbol: "none", silent: true, ...more };
}

const SAID = new Set(["was", "expected", "with the change", "you read"]);
/** The day under the pointer in words: band and middle, reading, parts. */
function sayDay(
  rows: readonly { seriesName: string; value: Pair }[],
  format: (value: number) => string,
): string {
  const day = rows[0]?.value[0];
  if (day === undefined) return "";
  const value = (name: string) => rows.find((row) => row.seriesName === name)?.value[1];
  const lines = [`<b>${String(day).slice(0, 10)}</b>`];
  for (const [name, stack] of [
    ["was", "past"],
    ["expected", "ahead"],
    ["with the change", "otherwise"],
  ] as const) {
    // prettier-ignore
    const middle = value(name);
    const low = value(`${stack} low`);
    const wide = value(`${stack} band`);
    if (middle === undefined || (name === "expected" && value("was") !== undefined)) continue;
    lines.push(
      `${name}: ${format(middle)}${low === undefined || wide === undefined || wide === 0 ? "" : ` (${format(low)} – ${format(low + wide)})`}`,
    );
  }
  for (const row of rows)
    if (row.seriesName === "you read" || !(SAID.has(row.seriesName) || / (low|band)$/.test(row.seriesName)))
      lines.push(`${escaped(row.seriesName)}: ${format(row.value[1])}`);
  return lines.join("<br>");
}

/** The tooltip is HTML, and a part of a bin may bear any name. */
const ENTITIES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};
const escaped = (text: string): string => text.replace(/[&<>"']/g, (letter) => ENTITIES[letter]!);

/** What the axis calls it and how a figure of it is told, by measure and unit system. */
const POUNDS_PER_KG = 2.2046226218;
export const inUnits = (
  units: UnitSystem,
  dimension: "share" | "mass" | "temperature",
  value: number,
): number =>
  dimension === "share"
    ? value * 100
    : dimension === "mass"
      ? units === "us"
        ? value * POUNDS_PER_KG
        : value
      : units === "us"
        ? value * 1.8 + 32
        : value;
