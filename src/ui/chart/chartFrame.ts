import type { Colours } from "../theme/colours";

/** What all charts have alike: no movement, our letters, a tooltip on the bench, one scale in the keeper's unit. */
export function chartFrame(colours: Colours, unit: string, digits: number) {
  const text = {
    color: colours.quiet,
    fontFamily: "Atkinson Hyperlegible Next Variable, sans-serif",
    fontSize: 13,
  };
  return {
    text,
    base: {
      animation: false,
      textStyle: text,
      tooltip: {
        trigger: "axis",
        backgroundColor: colours.bench,
        borderColor: colours.hairline,
        textStyle: { ...text, color: colours.ink },
        valueFormatter: (value: unknown) => `${Number(value).toFixed(digits)} ${unit}`,
      },
      yAxis: {
        type: "value",
        name: unit,
        nameTextStyle: text,
        axisLabel: text,
        splitLine: { lineStyle: { color: colours.hairline } },
      },
    },
  };
}
