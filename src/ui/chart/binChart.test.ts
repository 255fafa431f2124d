import { localDate } from "@/vocabulary/fields";
import { CELLAR } from "../theme/colours";
import { binChart } from "./binChart";

const history = {
  moisture: [{ day: localDate.parse("2026-11-01"), low: 0.69, value: 0.75, high: 0.81 }],
  meals: [{ day: localDate.parse("2026-11-02"), massKg: 1 }],
  harvests: [{ day: localDate.parse("2026-11-03"), massKg: 2 }],
};
const chart = (units: "metric" | "us") =>
  binChart({
    history,
    target: { low: 0.7, high: 0.8 },
    from: "2026-06-01",
    to: "2026-11-23",
    units,
    colours: CELLAR,
  });

test("readings are drawn in percent with their doubt, meals and harvests in the keeper's units", () => {
  const [range, moisture, fed, harvested] = chart("metric").series;
  expect(range!.data).toEqual([["2026-11-01", 69, 81]]);
  expect(moisture!.data).toEqual([["2026-11-01", 75]]);
  expect(fed!.data).toEqual([["2026-11-02", 1]]);
  expect(harvested!.data).toEqual([["2026-11-03", 0.82, 2]]);
  expect(chart("us").series[2]!.data[0]![1]).toBeCloseTo(2.2046, 3);
  expect(chart("us").yAxis[1]).toMatchObject({ name: "fed, lb; ◇ harvested" });
});

test("the band of the school stands behind the readings and is named", () => {
  expect(chart("us").series[1]).toMatchObject({ markArea: { data: [[{ yAxis: 70 }, { yAxis: 80 }]] } });
  expect(chart("us").yAxis[0]).toMatchObject({ name: expect.stringContaining("70–80 %") as unknown });
});
