import fc from "fast-check";
import { localDate } from "@/vocabulary/fields";
import { START_STEPS } from "@/vocabulary/startUp";
import { addDays, daysBetween } from "../calendar/day";
import { calendarFile } from "./ics";
import type { Entry } from "@/records/entry";
import { entry, look, meal, setupOf, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { ticked } from "./ticked";
import { arrivalFor, isShortened, leadDays, moved, startTimetable, USUAL_CHOICES } from "./timetable";
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
  expect(sayStep("firstMeal", { wormsKg: 0.5, units: "metric" }).how).toMatch(/^180 g/);
});
test("with few days until they come the steps before are drawn together, in order, none before today, and it is said", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 60 }), fc.constantFrom("ripen", "atOnce"), (days, bedding) => {
      const today = addDays(ARRIVAL, -days);
      const choices = { ...USUAL_CHOICES, bedding } as const;
      const steps = startTimetable(ARRIVAL, choices, 5, today);
      const long = startTimetable(ARRIVAL, choices, 5);
      for (const { day } of steps) expect(daysBetween(today, day)).toBeGreaterThanOrEqual(0);
      expect(dayOf("receiveWorms", steps)).toBe(ARRIVAL);
      expect(dayOf("standWater", steps)! <= dayOf("mixBedding", steps)!).toBe(true);
      expect(dayOf("mixBedding", steps)! <= dayOf("fillBin", steps)!).toBe(true);
      if (days >= leadDays(choices)) expect(steps).toEqual(long);
      expect(isShortened(steps)).toBe(bedding === "ripen" && days < 11);
    }),
  );
});

test("what was done elsewhere ticks itself, with what it rests on; a tick by hand stays, and an empty log ticks nothing", () => {
  const steps = startTimetable(ARRIVAL, USUAL_CHOICES, 5).map((step) => ({ ...step }));
  const done = (log: readonly Entry[]) =>
    ticked({ steps }, replay(log)).flatMap(({ key, doneOn }) => (doneOn ? [key] : []));
  const setup = entry({ kind: "altered", changes: setupOf("tub") }, ARRIVAL);
  const bedded = entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: { massKg: 5, measuredBy: "weighed" } }] }, addDays(ARRIVAL, -1)); // prettier-ignore
  const stocked = entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: { massKg: 0.5, measuredBy: "weighed" } }] }, ARRIVAL); // prettier-ignore
  expect(done([setup])).toEqual([]);
  const filled = done([setup, bedded]);
  expect(filled).toEqual(["standWater", "mixBedding", "turnBedding", "buildBin", "fillBin"]);
  const came = done([setup, bedded, stocked]);
  expect(came).toEqual(expect.arrayContaining([...filled, "orderWorms", "receiveWorms"]));
  expect(came).not.toContain("firstMeal");
  const looks = [6, 12, 18].flatMap((on, n) => [
    ...(n === 0 ? [] : [look([{ of: "foodLeft", foodLeft: "none", place: n }, { of: "squeeze", squeeze: "fewDrops" }], on)]),
    meal(0.1, n + 1, on),
  ]); // prettier-ignore
  const fed = done([
    ...[setup, bedded, stocked].map((one) => ({ ...one, day: addDays(START, 0) })),
    ...looks,
  ]);
  expect(fed).toEqual(expect.arrayContaining(["firstMeal", "firstSqueeze", "firstLook", "usualRation"]));
  expect(fed).not.toContain("firstHarvest");
  const byHand = steps.map((step) => (step.key === "fillBin" ? { ...step, doneOn: ARRIVAL } : step));
  expect(ticked({ steps: byHand }, replay([setup, bedded])).find(({ key }) => key === "fillBin")).toEqual(
    byHand.find(({ key }) => key === "fillBin"),
  );
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
  // However a line ends, it is no line of the file: nothing typed begins one.
  for (const end of ["\r", "\n", "\r\n", "\u000b"]) {
    const odd = calendarFile([{ id: "x", day: ARRIVAL, title: `a${end}BEGIN:VALARM`, text: "" }], "2026-11-23T08:00:00.000Z"); // prettier-ignore
    const begun = odd.split(/[\r\n\u000b]+/).filter((line) => line.startsWith("BEGIN:"));
    expect(begun).toEqual(["BEGIN:VCALENDAR", "BEGIN:VEVENT"]);
  }
});
