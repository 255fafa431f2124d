import { localDate, place } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { addDays, daysBetween } from "../calendar/day";
import { calculator } from "./calculator";
import { wholeDays } from "./fields";

const LAST_DAY = localDate.parse("2199-12-31");

/** Places in turn, clockwise, one a visit; the date of return is the next visit to that place if all goes on. */
export const sections = calculator({
  name: "sections",
  purpose: "Which place is fed on which day, clockwise, and when one comes back to it.",
  source: "Rotation of feeding places; process model 12.9.",
  input: z.strictObject({
    count: place,
    startDate: localDate,
    intervalDays: wholeDays.min(1),
    visits: z.number().int().min(1).max(5_000),
    firstPlace: place.optional(),
    skip: z.array(place).max(99).optional(),
  }),
  output: z.strictObject({
    visits: z.array(z.strictObject({ date: localDate, place, returnDate: localDate })),
  }),
  example: {
    in: { count: 4, startDate: localDate.parse("2026-02-26"), intervalDays: 3, visits: 3, skip: [2] },
    out: {
      visits: [
        { date: localDate.parse("2026-02-26"), place: 1, returnDate: localDate.parse("2026-03-07") },
        { date: localDate.parse("2026-03-01"), place: 3, returnDate: localDate.parse("2026-03-10") },
        { date: localDate.parse("2026-03-04"), place: 4, returnDate: localDate.parse("2026-03-13") },
      ],
    },
  },
  sum: ({ count, startDate, intervalDays, visits, firstPlace = 1, skip = [] }) => {
    if (firstPlace > count)
      return refused({ code: "calc/place-outside", field: "firstPlace", place: firstPlace, count });
    const stray = skip.findIndex((one) => one > count);
    if (stray >= 0)
      return refused({ code: "calc/place-outside", field: `skip[${stray}]`, place: skip[stray]!, count });
    // Round the lid from the first place on; a first place that is skipped gives its turn to the next.
    const turn = Array.from({ length: count }, (_, at) => ((firstPlace - 1 + at) % count) + 1).filter(
      (one) => !skip.includes(one),
    );
    if (turn.length === 0) return refused({ code: "calc/all-skipped" });
    if ((visits - 1 + turn.length) * intervalDays > daysBetween(startDate, LAST_DAY))
      return refused({ code: "calc/beyond-calendar" });
    return done({
      visits: Array.from({ length: visits }, (_, at) => ({
        date: addDays(startDate, at * intervalDays),
        place: turn[at % turn.length]!,
        returnDate: addDays(startDate, (at + turn.length) * intervalDays),
      })),
    });
  },
});
