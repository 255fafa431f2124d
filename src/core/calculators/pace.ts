import { localDate, massKg } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { daysBetween } from "../calendar/day";
import { calculator } from "./calculator";
import { atLeastNought, positiveMassKg } from "./fields";

/**
 * Where a target stands on a day, on a straight line over whole calendar days, both ends counted. Harvests outside
 * `from`…`asOf` are left out. On the last day what is still needed per day is null if short, nought if reached.
 */
export const pace = calculator({
  name: "pace",
  purpose: "Am I on course: what should be in by today, what is, and what is needed a day from now on.",
  source: "A straight line over calendar days.",
  input: z.strictObject({
    targetKg: positiveMassKg,
    from: localDate,
    to: localDate,
    asOf: localDate,
    harvests: z.array(z.strictObject({ date: localDate, kg: massKg })).max(50_000),
  }),
  output: z.strictObject({
    expectedKg: atLeastNought,
    actualKg: atLeastNought,
    aheadKg: z.number(),
    neededPerDayKg: atLeastNought.nullable(),
    neededPer30DaysKg: atLeastNought.nullable(),
  }),
  example: {
    in: {
      targetKg: 73,
      from: localDate.parse("2026-01-01"),
      to: localDate.parse("2026-12-31"),
      asOf: localDate.parse("2026-01-10"),
      harvests: [{ date: localDate.parse("2026-01-09"), kg: 2 }],
    },
    out: {
      expectedKg: 2,
      actualKg: 2,
      aheadKg: 0,
      neededPerDayKg: 0.2,
      neededPer30DaysKg: 6,
    },
  },
  sum: ({ targetKg, from, to, asOf, harvests }) => {
    if (to < from) return refused({ code: "calc/order-of-days", field: "to", earlier: "from", later: "to" });
    if (asOf < from)
      return refused({ code: "calc/order-of-days", field: "asOf", earlier: "from", later: "asOf" });
    if (asOf > to)
      return refused({ code: "calc/order-of-days", field: "asOf", earlier: "asOf", later: "to" });
    const expectedKg = (targetKg * (daysBetween(from, asOf) + 1)) / (daysBetween(from, to) + 1);
    const actualKg = harvests.reduce(
      (sum, harvest) => sum + (harvest.date >= from && harvest.date <= asOf ? harvest.kg : 0),
      0,
    );
    const missingKg = Math.max(0, targetKg - actualKg);
    const daysLeft = daysBetween(asOf, to);
    const neededPerDayKg = missingKg === 0 ? 0 : daysLeft === 0 ? null : missingKg / daysLeft;
    return done({
      expectedKg,
      actualKg,
      aheadKg: actualKg - expectedKg,
      neededPerDayKg,
      neededPer30DaysKg: neededPerDayKg === null ? null : neededPerDayKg * 30,
    });
  },
});
