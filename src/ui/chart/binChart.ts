import type { History } from "@/core/bin/history";
import type { UnitSystem } from "@/core/quantity/format";
import { formatMass, formatPercentRange } from "@/core/quantity/format";
import type { Colours } from "../theme/colours";

export interface BinChartInput {
  readonly history: History;
  /** Where this school wants the moisture. */
  readonly target: { readonly low: number; readonly high: number };
  readonly from: string;
  readonly to: string;
  readonly units: UnitSystem;
  readonly colours: Colours;
}

const POUNDS_PER_KG = 2.2046226218;

/** Moisture as read, each reading with its doubt, over the meals and harvests of the same days. Gives an ECharts option. */
export function binChart({ history, target, from, to, units, colours }: BinChartInput) {
  const mass = (massKg: number) => (units === "us" ? massKg * POUNDS_PER_KG : massKg);
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
  return {
    animation: false,
    textStyle: text,
    grid: [
      { left: 52, right: 16, top: 26, height: 120 },
      { left: 52, right: 16, top: 178, height: 62 },
    ],
    axisPointer: { link: [{ xAxisIndex: "all" as const }], lineStyle: { color: colours.straw } },
    tooltip: {
      trigger: "axis" as const,
      backgroundColor: colours.slate,
      borderWidth: 0,
      textStyle: { color: colours.slateInk, fontFamily: text.fontFamily },
    },
    xAxis: [
      {
        type: "time" as const,
        gridIndex: 0,
        min: from,
        max: to,
        ...axis,
        axisLabel: { show: false },
        splitLine: { show: false },
      },
      {
        type: "time" as const,
        gridIndex: 1,
        min: from,
        max: to,
        ...axis,
        splitLine: { show: false },
        axisLabel: {
          ...text,
          hideOverlap: true,
          formatter: { year: "{yyyy}", month: "{MMM}", day: "{d} {MMM}" },
        },
      },
    ],
    yAxis: [
      {
        type: "value" as const,
        gridIndex: 0,
        name: `moist, %; shaded: where this school wants it, ${formatPercentRange(target.low, target.high)}`,
        min: 40,
        max: 100,
        interval: 20,
        ...axis,
        splitLine: { lineStyle: { color: colours.hairline, opacity: 0.5 } },
      },
      {
        type: "value" as const,
        gridIndex: 1,
        name: units === "us" ? "fed, lb; ◇ harvested" : "fed, kg; ◇ harvested",
        splitNumber: 2,
        // Head room for the harvest marks.
        max: ({ max }: { max: number }) => Number((max * 1.6).toPrecision(2)),
        ...axis,
        splitLine: { show: false },
      },
      // A harvest weighs as much as a season of meals: it is a mark with its weight beside it, not a bar.
      { type: "value" as const, gridIndex: 1, min: 0, max: 1, show: false },
    ],
    series: [
      {
        name: "the fist’s range",
        type: "custom" as const,
        xAxisIndex: 0,
        yAxisIndex: 0,
        data: history.moisture.map((one) => [one.day, one.low * 100, one.high * 100]),
        renderItem: (
          _: unknown,
          api: { value: (at: number) => number; coord: (point: [number, number]) => [number, number] },
        ) => {
          const [x, low] = api.coord([api.value(0), api.value(1)]);
          const [, high] = api.coord([api.value(0), api.value(2)]);
          return {
            type: "line" as const,
            shape: { x1: x, y1: low, x2: x, y2: high },
            style: { stroke: colours.water, lineWidth: 3, opacity: 0.4, lineCap: "round" as const },
          };
        },
        tooltip: { show: false },
        silent: true,
      },
      {
        name: "moisture read",
        type: "line" as const,
        xAxisIndex: 0,
        yAxisIndex: 0,
        data: history.moisture.map((one) => [one.day, Math.round(one.value * 100)]),
        symbol: "circle",
        symbolSize: 6,
        lineStyle: { color: colours.water, width: 1.5 },
        itemStyle: { color: colours.bench, borderColor: colours.water, borderWidth: 1.5 },
        tooltip: { valueFormatter: (value: unknown) => `about ${String(value)} %` },
        markArea: {
          silent: true,
          itemStyle: { color: colours.moss, opacity: 0.16 },
          data: [[{ yAxis: target.low * 100, name: "" }, { yAxis: target.high * 100 }]] as [
            { yAxis: number; name: string },
            { yAxis: number },
          ][],
        },
      },
      {
        name: "fed",
        type: "bar" as const,
        xAxisIndex: 1,
        yAxisIndex: 1,
        data: history.meals.map((one) => [one.day, mass(one.massKg)]),
        barWidth: 4,
        itemStyle: { color: colours.food },
        tooltip: {
          valueFormatter: (value: unknown) =>
            formatMass(Number(value) / (units === "us" ? POUNDS_PER_KG : 1), units, "bucket"),
        },
      },
      {
        name: "harvested",
        type: "scatter" as const,
        xAxisIndex: 1,
        yAxisIndex: 2,
        data: history.harvests.map((one) => [one.day, 0.82, mass(one.massKg)]),
        symbol: "diamond",
        symbolSize: 13,
        itemStyle: { color: "transparent", borderColor: colours.straw, borderWidth: 2 },
        label: {
          show: true,
          position: "right" as const,
          color: colours.straw,
          fontSize: 13,
          formatter: ({ value }: { value: unknown }) =>
            formatMass(
              (value as [string, number, number])[2] / (units === "us" ? POUNDS_PER_KG : 1),
              units,
              "bucket",
            ),
        },
        tooltip: { show: false },
      },
    ],
  };
}
