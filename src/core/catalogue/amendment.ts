/*
 * What an addition is, for whoever reckons with it: the catalogue says what for, here stands what it does to a bed.
 * A short table of its own, since the whole catalogue is too much for every screen.
 */

/** Feed is eaten, castings are castings, a mineral stays; what the table does not know counts as grit. */
export type AmendmentKind = "grit" | "lime" | "mineral" | "feed" | "castings" | "bedding" | "trace";

const KINDS: Readonly<Record<string, AmendmentKind>> = {
  "lime-calcitic-ground": "lime",
  "lime-dolomitic": "lime",
  "chalk-powder": "lime",
  gypsum: "mineral",
  biochar: "mineral",
  pumice: "mineral",
  perlite: "mineral",
  vermiculite: "mineral",
  "clay-bentonite": "mineral",
  "kelp-meal": "trace",
  "alfalfa-meal": "feed",
  "grain-meal": "feed",
  "bran-inoculated": "feed",
  "coffee-chaff": "bedding",
  "castings-inoculum": "castings",
  "compost-inoculum": "castings",
  "starter-powder": "trace",
  "bti-granules": "trace",
  "predatory-mites": "trace",
  "neem-cake": "trace",
  "diatomaceous-earth": "mineral",
  "wood-ash": "lime",
};
export const amendmentKind = (materialId: string): AmendmentKind => KINDS[materialId] ?? "grit";

/** Water in meals and chaff as they come, a fraction; castings to start with are as castings are. */
export const DRY_FEED_MOISTURE = 0.1;

/** Coarse enough to be sieved out of castings and put in again. */
const SIEVED: ReadonlySet<string> = new Set(["pumice", "perlite", "sand-coarse", "zeolite", "biochar"]);
export const isSievedOut = (materialId: string): boolean => SIEVED.has(materialId);

/** Kilograms in a litre of an addition, where it was measured out: stone, shell, and lighter things. Judgement. */
export function amendmentKgPerL(materialId: string): number {
  if (materialId === "pumice") return 0.5;
  if (materialId === "perlite" || materialId === "vermiculite" || materialId === "coffee-chaff") return 0.1;
  if (materialId === "biochar") return 0.3;
  const kind = amendmentKind(materialId);
  return kind === "castings" ? 0.7 : kind === "feed" || kind === "trace" ? 0.5 : 1.2;
}
