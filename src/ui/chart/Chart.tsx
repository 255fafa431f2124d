"use client";
import { BarChart, CustomChart, LineChart, ScatterChart } from "echarts/charts";
import {
  AxisPointerComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
} from "echarts/components";
import type { EChartsCoreOption, EChartsType } from "echarts/core";
import { init, use as registerEcharts } from "echarts/core";
import { CanvasRenderer, SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";

registerEcharts([
  LineChart,
  BarChart,
  ScatterChart,
  CustomChart,
  GridComponent,
  TooltipComponent,
  AxisPointerComponent,
  MarkAreaComponent,
  MarkLineComponent,
  SVGRenderer,
  CanvasRenderer,
]);

/** The one place that holds an ECharts instance. */
export function Chart({
  option,
  height,
  label,
}: {
  readonly option: EChartsCoreOption;
  readonly height: number;
  readonly label: string;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType>(undefined);
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const made = init(element, undefined, { renderer: "svg" });
    chart.current = made;
    // An observer speaks up as soon as it watches: drawn twice for that, a chart would cost twice its time.
    const watch = new ResizeObserver(() => {
      if (made.getWidth() !== element.clientWidth || made.getHeight() !== element.clientHeight) made.resize();
    });
    watch.observe(element);
    return () => {
      watch.disconnect();
      made.dispose();
    };
  }, []);
  useEffect(() => chart.current?.setOption(option, { notMerge: true }), [option]);
  return <div ref={holder} role="img" aria-label={label} style={{ height, width: "100%" }} />;
}

/** The same chart as a picture file, drawn at twice its size on a canvas of its own. */
export function chartPng(
  option: EChartsCoreOption,
  width: number,
  height: number,
  background: string,
): string {
  const holder = document.createElement("div");
  const chart = init(holder, undefined, { renderer: "canvas", width, height, devicePixelRatio: 2 });
  chart.setOption(option);
  const picture = chart.getDataURL({ type: "png", pixelRatio: 2, backgroundColor: background });
  chart.dispose();
  return picture;
}
