import { seeded } from "@/core/chance/seeded";
import { CELLAR, DAYLIGHT } from "../theme/colours";
import { linesChart } from "./linesChart";

const line = (name: string, last: number) => ({
  name,
  points: [
    ["2026-01-01", 0],
    ["2026-02-01", last],
  ] as const,
});

test.each([CELLAR, DAYLIGHT])(
  "courses are told apart by dash and name as well as by colour; readings are marks",
  (colours) => {
    const chart = linesChart({
      series: [line("food in", 3), line("bedding in", 8), { ...line("on the scale", 12), isDots: true }],
      unit: "kg",
      colours,
    });
    const [food, bedding, scale] = chart.series;
    expect(food).toMatchObject({
      type: "line",
      name: "food in",
      endLabel: { show: true, formatter: "food in" },
    });
    expect((food as { lineStyle: { type: string } }).lineStyle.type).not.toBe((bedding as { lineStyle: { type: string } }).lineStyle.type); // prettier-ignore
    expect(scale).toMatchObject({ type: "scatter", symbol: "diamond" });
    expect(chart.yAxis.name).toBe("kg");
    expect(chart.tooltip.valueFormatter(2.254)).toBe("2.25 kg");
  },
);

test("names at the end of lines that lie close are moved apart, and those that do not stay", () => {
  const offsets = (lasts: readonly number[]) =>
    linesChart({
      series: lasts.map((last, nth) => line(`line ${nth}`, last)),
      unit: "kg",
      colours: CELLAR,
    }).series.map((one) => (one as { endLabel: { offset: [number, number] } }).endLabel.offset[1]);
  expect(offsets([10, 5, 1])).toEqual([0, 0, 0]);
  for (let seed = 0; seed < 60; seed += 1) {
    const chance = seeded(`ends/${seed}`);
    const lasts = Array.from({ length: 4 }, () => 0.5 + 9.5 * chance());
    const most = Math.max(...lasts);
    // Where each name stands, in px of a chart two hundred high.
    const at = offsets(lasts).map((shift, nth) => (-200 * lasts[nth]!) / most + shift);
    const sorted = [...at].sort((a, b) => a - b);
    for (let nth = 1; nth < sorted.length; nth += 1)
      expect(sorted[nth]! - sorted[nth - 1]!).toBeGreaterThanOrEqual(14.9);
  }
});
