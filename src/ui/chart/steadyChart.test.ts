import type { LocalDate } from "@/vocabulary/fields";
import { CELLAR } from "../theme/colours";
import { steadyChart } from "./steadyChart";

const WEEKS = ["2026-11-23", "2026-11-30", "2026-12-07"].map((on, nth) => ({
  on: on as LocalDate,
  kg: { low: 0.5 * nth, middle: 0.8 * nth, high: 1.2 * nth },
}));

test("low and range stand on each other to the high end, the middle between them, and what is wanted is level, in kg and in lb", () => {
  for (const [units, perKg] of [["metric", 1], ["us", 1 / 0.45359237]] as const) {
    const { series } = steadyChart(WEEKS, 1, units, CELLAR);
    const of = (name: string) => series.find((one) => one.name === name)!.data.map(([, value]) => value);
    WEEKS.forEach(({ kg }, nth) => {
      expect(of("low")[nth]! + of("range")[nth]!).toBeCloseTo(kg.high * perKg, 2);
      expect(of("grown")[nth]).toBeCloseTo(kg.middle * perKg, 2);
      expect(of("wanted")[nth]).toBeCloseTo(perKg, 2);
    });
  }
  expect(steadyChart([], 1, "metric", CELLAR).series.at(-1)).toMatchObject({ endLabel: { show: false } });
}); // prettier-ignore
