import { entry, litres, meal } from "../../../tests/log";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { sayWeekBefore, weeksBefore } from "./lastYear";

const TODAY = "2027-03-12" as LocalDate;
const day = (text: string) => text as LocalDate;

test("this week of earlier years is told with what was seen and what helped, nothing of other weeks, leap days and all", () => {
  const trouble = entry(
    { kind: "diagnosed", signs: ["fruit-flies"], causes: ["exposed-food"], lookOn: "2026-03-20" },
    day("2026-03-11"),
  );
  const log = [
    meal(0.8, 1, 0),
    { ...meal(0.4, 1, 0), day: day("2026-03-09") },
    { ...meal(0.5, 2, 0), day: day("2026-03-14") },
    entry({ kind: "watered", amount: litres(0.3) }, day("2026-03-16")),
    entry({ kind: "watered", amount: litres(5) }, day("2026-03-17")),
    entry({ kind: "looked", lid: "lifted", readings: [{ of: "squeeze", squeeze: "manyDrops" }, { of: "temperature", temperatureC: 12.4 }] }, day("2026-03-10")),
    trouble,
    entry({ kind: "followedUp", troubleId: trouble.id, outcome: "gone", helped: "card over the food" }, day("2026-03-25")),
    entry({ kind: "noted", text: "sun reaches the shelf now" }, day("2025-03-12")),
  ].map((one) => (one.day === day("2026-03-02") ? { ...one, day: day("2026-03-01") } : one)); // prettier-ignore
  const [last, older, ...more] = weeksBefore(log, TODAY);
  expect(more).toEqual([]);
  expect(last).toMatchObject({ yearsAgo: 1, fedKg: expect.closeTo(0.9, 9) as number, wateredL: 0.3, squeeze: "manyDrops", signs: ["fruit-flies"], helped: ["card over the food"] }); // prettier-ignore
  expect(sayWeekBefore(last!, "metric")).toBe(
    "fed 900 g; watered 300 mL; squeeze 3–4 drops; 12.5 °C; seen: fruit flies; what helped: card over the food",
  );
  expect(sayWeekBefore(older!, "us")).toBe("“sun reaches the shelf now”");
  const leap = weeksBefore([entry({ kind: "turned" }, day("2027-02-28"))], day("2028-02-29"));
  expect(leap.map((week) => sayWeekBefore(week, "metric"))).toEqual([undefined]);
  for (let ahead = 0; ahead < 366; ahead += 1) expect(weeksBefore([], addDays(TODAY, ahead))).toEqual([]);
});
