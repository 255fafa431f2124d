import type { FlowKind } from "./flows";
import type { Reckoning } from "./reckon";

export const FLOW_WORDS: Readonly<Record<FlowKind, string>> = {
  food: "food",
  bedding: "bedding",
  starter: "castings and bedding put in",
  minerals: "grit, lime and the like",
  water: "water",
  fromBins: "from other bins",
  castings: "castings",
  contents: "contents taken out",
  toBins: "to other bins",
  liquid: "liquid",
  wormsIn: "worms",
  wormsOut: "worms",
};

const kg = (value: number): string => value.toFixed(3);
/** The reckoning as a table: a line a post, wet and dry kilograms, then a line a month. */
export const reckoningRows = (one: Reckoning): readonly (readonly string[])[] => [
  ["from", one.from, "to", one.to],
  ["side", "what", "wet kg", "dry kg"],
  ["opening", "in the bins", "", kg(one.openingDryKg)],
  ...one.in.map(({ of, wetKg, dryKg }) => ["in", FLOW_WORDS[of], kg(wetKg), kg(dryKg)]),
  ...one.out.map(({ of, wetKg, dryKg }) => ["out", FLOW_WORDS[of], kg(wetKg), kg(dryKg)]),
  ["standing", "in the bins", "", kg(one.standingDryKg)],
  ["gone", "breathed off", "", kg(one.breathedDryKg)],
  ["month", "food, wet kg", "bedding, wet kg", "castings, wet kg"],
  ...one.months.map(({ month, foodKg, beddingKg, castingsKg }) => [
    month.slice(0, 7),
    kg(foodKg),
    kg(beddingKg),
    kg(castingsKg),
  ]),
];
