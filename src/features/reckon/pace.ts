import { pace } from "@/core/calculators/pace";
import { formatMass } from "@/core/quantity/format";
import type { UnitSystem } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { Reckoning } from "@/core/reckon/reckon";
import type { LocalDate } from "@/vocabulary/fields";

/** How a target stands, on a straight line from the first day reckoned to the last; nothing where none can be read. */
export function readPace(
  typed: string,
  units: UnitSystem,
  today: LocalDate,
  one: Reckoning | undefined,
): string | undefined {
  if (typed.trim() === "" || !one) return undefined;
  const read = parseQuantity(typed, "mass", units === "us" ? "lb" : "kg");
  if (!read.ok) return undefined;
  if (read.value <= 0) return "A target of nothing is reached.";
  const { from, to } = one;
  const castings = one.out.find(({ of }) => of === "castings")?.wetKg ?? 0;
  const asOf = today < to ? today : to;
  const stands = pace.run({ targetKg: read.value, from, to, asOf, harvests: [{ date: asOf, kg: castings }] });
  if (!stands.ok) return stands.problem.message;
  const { aheadKg, neededPer30DaysKg } = stands.value as {
    readonly aheadKg: number;
    readonly neededPer30DaysKg: number | null;
  };
  const short = read.value - castings;
  if (short <= 0) return `The target is reached, with ${formatMass(-short, units, "bucket")} to spare.`;
  if (neededPer30DaysKg === null || asOf === to)
    return `${formatMass(short, units, "bucket")} short of the target.`;
  return `${formatMass(Math.abs(aheadKg), units, "bucket")} ${aheadKg < 0 ? "behind" : "ahead of"} the target’s pace; ${formatMass(neededPer30DaysKg, units, "bucket")} a month would reach it.`;
}
