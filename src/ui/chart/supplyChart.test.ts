import { CELLAR } from "../theme/colours";
import { START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { supplyChart } from "./supplyChart";

const days = [0, 7, 14].map((on, nth) => ({
  on: addDays(START, on),
  heads: { low: 10 * nth, middle: 20 * nth, high: 45 * nth },
}));
const drawn = (promised: Parameters<typeof supplyChart>[1]) => {
  const { series } = supplyChart(days, promised, CELLAR);
  const of = (name: string) => series.find((one) => one.name === name)!.data as (readonly [string, number])[];
  return { low: of("low"), range: of("range"), middle: of("to come"), promised: of("promised") };
};

test("the band stands on its low end and reaches to its high one, the middle within it", () => {
  const { low, range, middle } = drawn([]);
  days.forEach(({ heads }, nth) => {
    expect(low[nth]![1] + range[nth]![1]).toBe(heads.high);
    expect(middle[nth]![1]).toBe(heads.middle);
  });
});

test("what is promised rises on its days, from nought, and stays to the end; nothing promised is no line", () => {
  expect(drawn([]).promised).toEqual([]);
  const stairs = drawn([
    { on: addDays(START, 3), heads: 220 },
    { on: addDays(START, 9), heads: 900 },
  ]).promised;
  expect(stairs).toEqual([
    [START, 0],
    [addDays(START, 3), 220],
    [addDays(START, 9), 900],
    [addDays(START, 14), 900],
  ]);
});
