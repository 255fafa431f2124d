import { localDate } from "@/vocabulary/fields";
import type { LocalDate } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { addDays, daysBetween } from "../calendar/day";
import { calculator } from "./calculator";
import { atLeastNought, positive, wholeDays } from "./fields";

const LAST_DAY = localDate.parse("2199-12-31");
const MOST_EVENTS = 20_000;
/** Order of work on one day in one group: what is sieved out is set again, then what comes of older rounds. */
const KINDS = ["sieve", "set", "hatch", "split"] as const;

const event = z.strictObject({
  date: localDate,
  kind: z.enum(KINDS),
  group: z.number().int().min(1),
  tubs: z.number().int().min(1),
  cocoonsExpected: atLeastNought.optional(),
});
type Event = z.infer<typeof event>;
const day = (text: string): LocalDate => localDate.parse(text);

/**
 * Breeding tubs in groups, staggered, on a fixed cycle over the real calendar. Groups keep their weekday when the
 * stagger is 7 days and the cycle a multiple of 7. Without days to the split nothing is split. Without cocoons per worm and cycle the expected number is null.
 */
export const breedingPlan = calculator({
  name: "breeding-plan",
  purpose:
    "When each group of breeding tubs is set, sieved, hatches and is split, and how many cocoons to expect.",
  source: "Calendar sums; process model 12.11 for the rates one may put in.",
  input: z.strictObject({
    tubs: z.number().int().min(1).max(10_000),
    perGroup: z.number().int().min(1).max(10_000),
    startDate: localDate,
    staggerDays: wholeDays,
    cycleDays: wholeDays.min(1),
    cycles: z.number().int().min(1).max(1_000),
    wormsPerTub: positive.max(1_000_000),
    cocoonsPerWormCycle: atLeastNought.max(1_000).optional(),
    hatchDays: wholeDays,
    splitAfterHatchDays: wholeDays.optional(),
  }),
  output: z.strictObject({ events: z.array(event), cocoonsExpected: atLeastNought.nullable() }),
  example: {
    in: {
      tubs: 3,
      perGroup: 2,
      startDate: day("2026-11-23"),
      staggerDays: 7,
      cycleDays: 21,
      cycles: 1,
      wormsPerTub: 250,
      cocoonsPerWormCycle: 3,
      hatchDays: 28,
      splitAfterHatchDays: 42,
    },
    out: {
      events: [
        { date: day("2026-11-23"), kind: "set", group: 1, tubs: 2 },
        { date: day("2026-11-30"), kind: "set", group: 2, tubs: 1 },
        { date: day("2026-12-14"), kind: "sieve", group: 1, tubs: 2, cocoonsExpected: 1500 },
        { date: day("2026-12-21"), kind: "sieve", group: 2, tubs: 1, cocoonsExpected: 750 },
        { date: day("2027-01-11"), kind: "hatch", group: 1, tubs: 2 },
        { date: day("2027-01-18"), kind: "hatch", group: 2, tubs: 1 },
        { date: day("2027-02-22"), kind: "split", group: 1, tubs: 2 },
        { date: day("2027-03-01"), kind: "split", group: 2, tubs: 1 },
      ],
      cocoonsExpected: 2250,
    },
  },
  sum: (plan) => {
    const { tubs, perGroup, startDate, staggerDays, cycleDays, cycles, wormsPerTub, cocoonsPerWormCycle } =
      plan;
    const groups = Math.ceil(tubs / perGroup);
    if (groups * cycles * 4 > MOST_EVENTS)
      return refused({ code: "calc/too-many", field: "cycles", most: Math.floor(MOST_EVENTS / 4 / groups) });
    const wholeSpan =
      (groups - 1) * staggerDays + cycles * cycleDays + plan.hatchDays + (plan.splitAfterHatchDays ?? 0);
    if (wholeSpan > daysBetween(startDate, LAST_DAY)) return refused({ code: "calc/beyond-calendar" });
    const events: Event[] = [];
    for (let group = 1; group <= groups; group += 1) {
      const inGroup = Math.min(perGroup, tubs - (group - 1) * perGroup);
      const first = addDays(startDate, (group - 1) * staggerDays);
      const at = (days: number, kind: Event["kind"], more: Partial<Event> = {}) =>
        events.push({ date: addDays(first, days), kind, group, tubs: inGroup, ...more });
      for (let cycle = 1; cycle <= cycles; cycle += 1) {
        const sievedAfter = cycle * cycleDays;
        at(sievedAfter - cycleDays, "set");
        at(
          sievedAfter,
          "sieve",
          cocoonsPerWormCycle === undefined
            ? {}
            : { cocoonsExpected: inGroup * wormsPerTub * cocoonsPerWormCycle },
        );
        at(sievedAfter + plan.hatchDays, "hatch");
        if (plan.splitAfterHatchDays !== undefined)
          at(sievedAfter + plan.hatchDays + plan.splitAfterHatchDays, "split");
      }
    }
    const inOrder = events.toSorted(
      (a, b) =>
        daysBetween(b.date, a.date) || a.group - b.group || KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind),
    );
    return done({
      events: inOrder,
      cocoonsExpected:
        cocoonsPerWormCycle === undefined ? null : tubs * cycles * wormsPerTub * cocoonsPerWormCycle,
    });
  },
});
