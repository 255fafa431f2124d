"use client";
import { BarChart, CustomChart, LineChart, ScatterChart } from "echarts/charts";
import { AxisPointerComponent, GridComponent, MarkAreaComponent, TooltipComponent } from "echarts/components";
import type { EChartsCoreOption } from "echarts/core";
import { init, use as registerEcharts } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
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
  SVGRenderer,
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
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const chart = init(element, undefined, { renderer: "svg" });
    chart.setOption(option);
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(element);
    return () => {
      watch.disconnect();
      chart.dispose();
    };
  }, [option]);
  return <div ref={holder} role="img" aria-label={label} style={{ height, width: "100%" }} />;
}
