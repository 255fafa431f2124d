import type { Reading } from "@/records/entry";
import { CREATURES } from "@/vocabulary/readings";
import type { Smell, Squeeze } from "@/vocabulary/readings";

/** Signs of the table that are readings of a visit by another name. */
const SMELLS: Readonly<Record<string, Smell>> = {
  "smell-earthy": "earthy",
  "smell-sour": "sour",
  "smell-rotten-egg": "rotten",
  "smell-ammonia": "ammonia",
};
const SQUEEZES: Readonly<Record<string, Squeeze>> = { "squeeze-drips": "stream", "squeeze-crumbles": "dust" };
const isCreature = (id: string): id is (typeof CREATURES)[number] =>
  (CREATURES as readonly string[]).includes(id);

/**
 * What of the signs seen and not seen a visit would have asked for, as its readings: of several smells the worst. What only the table
 * of signs knows is no reading. Never throws.
 */
export function readingsOf(seen: readonly string[], absent: readonly string[] = []): Reading[] {
  const smell = Object.keys(SMELLS).findLast((id) => seen.includes(id));
  const squeeze = Object.keys(SQUEEZES).find((id) => seen.includes(id));
  return [
    ...(smell ? [{ of: "smell" as const, smell: SMELLS[smell]! }] : []),
    ...(squeeze ? [{ of: "squeeze" as const, squeeze: SQUEEZES[squeeze]! }] : []),
    ...seen.filter(isCreature).map((sign) => ({ of: "sign" as const, sign, isPresent: true })),
    ...absent.filter(isCreature).map((sign) => ({ of: "sign" as const, sign, isPresent: false })),
  ];
}

/** The signs that readings of a visit already say. Never throws. */
export function signsIn(readings: readonly Reading[]): readonly string[] {
  const named = (table: Readonly<Record<string, string>>, value: string) =>
    Object.keys(table).find((id) => table[id] === value);
  return readings.flatMap((reading): string[] => {
    const sign =
      reading.of === "smell"
        ? named(SMELLS, reading.smell)
        : reading.of === "squeeze"
          ? named(SQUEEZES, reading.squeeze)
          : reading.of === "sign" && reading.isPresent
            ? reading.sign
            : undefined;
    return sign === undefined ? [] : [sign];
  });
}
