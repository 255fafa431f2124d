import fc from "fast-check";
import { localDate } from "@/vocabulary/fields";
import { START_STEPS } from "@/vocabulary/startUp";
import { addDays, daysBetween } from "../calendar/day";
import { calendarFile } from "./ics";
import { arrivalFor, moved, startTimetable, USUAL_CHOICES } from "./timetable";
import { sayStep } from "./words";

const ARRIVAL = localDate.parse("2026-12-07");
const dayOf = (key: string, steps = startTimetable(ARRIVAL, USUAL_CHOICES, 5)) =>
  steps.find((step) => step.key === key)?.day;

test("from the day of arrival backwards and forwards, in the order of days", () => {
  const steps = startTimetable(ARRIVAL, USUAL_CHOICES, 5);
  expect(steps.map(({ day }) => day)).toEqual(steps.map(({ day }) => day).toSorted());
  expect(dayOf("mixBedding")).toBe("2026-11-19");
  expect(dayOf("receiveWorms")).toBe(ARRIVAL);
  expect(dayOf("firstMeal")).toBe("2026-12-12");
  expect(dayOf("firstHarvest")).toBe("2027-05-08");
  expect(
    dayOf("receiveWorms", startTimetable(arrivalFor(localDate.parse("2027-05-08"), 5), USUAL_CHOICES, 5)),
  ).toBe(ARRIVAL);
});
test("the schools differ: a meal before the worms, no lamp, fresh bedding", () => {
  const other = startTimetable(
    ARRIVAL,
    { firstMeal: "beforeWorms", firstNights: "lidShut", bedding: "atOnce" },
    5,
  );
  expect(daysBetween(dayOf("firstMeal", other)!, ARRIVAL)).toBeGreaterThan(0);
  expect(dayOf("lightsOn", other)).toBeUndefined();
  expect(dayOf("turnBedding", other)).toBeUndefined();
});
test("one step moved takes all later ones along, not the earlier and not what is done", () => {
  const steps = startTimetable(ARRIVAL, USUAL_CHOICES, 5).map((step) =>
    step.key === "firstSqueeze" ? { ...step, doneOn: step.day } : step,
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...steps.map(({ key }) => key)),
      fc.integer({ min: -20, max: 60 }),
      (key, by) => {
        const at = steps.findIndex((step) => step.key === key);
        const after = moved([...steps], key, addDays(steps[at]!.day, by));
        after.forEach((step, n) =>
          expect(daysBetween(steps[n]!.day, step.day)).toBe(n < at || step.doneOn ? 0 : by),
        );
      },
    ),
  );
});
test("every step has words, in both unit systems", () => {
  for (const key of START_STEPS)
    for (const units of ["metric", "us"] as const) {
      const words = sayStep(key, { wormsKg: 0.5, units });
      expect(words.title.length).toBeGreaterThan(4);
      expect(words.how).toMatch(/[.?]$/);
    }
  expect(sayStep("firstMeal", { wormsKg: 0.5, units: "metric" }).how).toMatch(/^130 g/);
});
test("the calendar file: whole days, escaped text, folded lines, stable ids", () => {
  const text = calendarFile(
    [
      {
        id: "b1-firstMeal",
        day: ARRIVAL,
        title: "Quince; first meal, small",
        text: `${"ä".repeat(80)}\nnext`,
      },
    ],
    "2026-11-23T08:00:00.000Z",
  );
  const lines = text.split("\r\n");
  for (const line of lines) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
  expect(text).toContain("DTSTART;VALUE=DATE:20261207\r\nDTEND;VALUE=DATE:20261208");
  expect(text).toContain("SUMMARY:Quince\\; first meal\\, small");
  expect(text.replace(/\r\n /g, "")).toContain(`DESCRIPTION:${"ä".repeat(80)}\\nnext`);
  expect(lines.slice(0, 2)).toEqual(["BEGIN:VCALENDAR", "VERSION:2.0"]);
});
