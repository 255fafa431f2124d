import { HANDFUL_L } from "@/vocabulary/readings";
import type { Container } from "./containers";
import type { Dimension } from "./unit";
import { toBase } from "./unit";

/* What everybody has at hand, measured once for all. Whoever measures a thing of that name goes before it. */

interface Held {
  readonly names: readonly string[];
  readonly dimension: Dimension;
  /** In L or m; where regions differ, each its own. */
  readonly is: number | { readonly metric: number; readonly us: number };
}
/** One hand lifts half of what two cupped hands do. A finger is 2 cm broad, a hand 10 cm: judgement, to tell a depth by. */
const HELD: readonly Held[] = [
  { names: ["double handful", "two handed handful"], dimension: "volume", is: HANDFUL_L },
  { names: ["handful", "handfull", "fistful"], dimension: "volume", is: HANDFUL_L / 2 },
  { names: ["cup", "cupful", "c"], dimension: "volume", is: { metric: 0.25, us: toBase(1, "cup") } },
  { names: ["glass", "glassful"], dimension: "volume", is: { metric: 0.25, us: toBase(1, "cup") } },
  { names: ["mug", "mugful"], dimension: "volume", is: 0.3 },
  { names: ["spoon", "spoonful", "tablespoon", "tablespoonful", "tbsp", "soup spoon"], dimension: "volume", is: { metric: 0.015, us: toBase(1, "tbsp") } },
  { names: ["teaspoon", "teaspoonful", "tsp"], dimension: "volume", is: { metric: 0.005, us: toBase(1, "tsp") } },
  { names: ["pinch"], dimension: "volume", is: 0.0003 },
  { names: ["finger", "finger's breadth", "finger breadth"], dimension: "length", is: 0.02 },
  { names: ["hand's breadth", "hand breadth", "handbreadth"], dimension: "length", is: 0.1 },
]; // prettier-ignore

/** A pint of Britain and its kin; where litres are read, a pint, a quart, a gallon is theirs. Exact by definition. */
const IMPERIAL_PINT = 0.56826125;
const IMPERIAL: Readonly<Record<string, number>> = {
  gal: 8 * IMPERIAL_PINT, qt: 2 * IMPERIAL_PINT, pint: IMPERIAL_PINT, "fl oz": IMPERIAL_PINT / 20,
}; // prettier-ignore

/** Things that hold something, but each something else: how much must be said, or measured once. */
const UNMEASURED: ReadonlySet<string> = new Set([
  ..."bag bucket pail can tin box tub jar crate sack bin scoop barrow wheelbarrow carton basket bowl tray jug bottle pot caddy bale brick block drum barrel ladle pan punnet trug squirt".split(" "),
  ..."shovel spade trowel fork shovelful spadeful trowelful forkful armful scoopful bucketful pailful bagful bowlful jugful".split(" "),
  "watering can", "bin bag", "carrier bag", "milk jug", "coffee can", "paint can", "barrow load",
]); // prettier-ignore

/** Without capitals and plural, and full or not: "2 Pails full" names the pail. */
const plain = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/[’`]/g, "'")
    .replace(/\s+/g, " ")
    .replace(/\b(box|glass|batch|bunch|pinch|punch)es$/, "$1")
    .replace(/([^s])s$/, "$1");

/** What holds or spans so much, by name as it is said; undefined for what nobody knows. */
export function heldBy(
  name: string,
  units: "metric" | "us",
): { dimension: Dimension; is: number } | undefined {
  const meant = plain(name).replace(/fulls$/, "ful");
  const held = HELD.find(({ names }) => names.some((one) => plain(one) === meant));
  return held && { dimension: held.dimension, is: typeof held.is === "number" ? held.is : held.is[units] };
}
/** Litres of a pint, quart, gallon or fluid ounce as the region has it; undefined for any other unit. */
export const regional = (unit: string, region: "imperial" | "us"): number | undefined =>
  Object.hasOwn(IMPERIAL, unit) ? (region === "imperial" ? IMPERIAL[unit] : toBase(1, unit)) : undefined;
/** Something that holds, how much nobody knows yet. */
export const isUnmeasured = (name: string): boolean => UNMEASURED.has(plain(name));

/** The keeper's own container of that name, or the only one whose last word it is ("bucket" for the grey bucket). */
export function ownNamed(name: string, containers: readonly Container[]): Container | undefined {
  const meant = plain(name);
  const bare = meant.replace(/ful$/, "");
  const named = (of: string) => containers.find((one) => plain(one.name) === of);
  const byLast = containers.filter((one) => [meant, bare].includes(plain(one.name).split(" ").at(-1)!));
  return named(meant) ?? named(bare) ?? (byLast.length === 1 ? byLast[0] : undefined);
}
