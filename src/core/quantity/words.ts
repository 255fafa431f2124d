import { formatLength, formatMass, formatTemperature, formatVolume, type UnitSystem } from "./format";
import type { UnreadableQuantity } from "./parse";
import type { Dimension } from "./unit";

const ASKED: Record<Dimension, string> = {
  mass: "a weight, such as 640 g or 1 lb 6 oz",
  volume: "a volume, such as 1.5 L or 3/4 cup",
  length: "a length, such as 40 cm or 16 in",
  temperature: "a temperature, such as 19 C or 66 F",
  count: "a whole number",
};
const LIMIT_UNIT: Record<Dimension, string> = {
  mass: "kg",
  volume: "L",
  length: "m",
  temperature: "°C",
  count: "pieces",
};
/** Where a keeper's own pail is measured; fields make a link of it. */
export const OWN_MEASURES = "Your own measures";

/** The sentence under a field that could not be read, with the nearest reading where there is one. */
export function sayUnreadable(problem: UnreadableQuantity): string {
  const nearest = "nearest" in problem && problem.nearest !== undefined ? problem.nearest.slice(0, 40) : undefined; // prettier-ignore
  switch (problem.code) {
    case "quantity/empty":
      return "Nothing is typed yet.";
    case "quantity/not-a-number":
      return `“${problem.piece}” does not read as a number.${nearest ? ` Is it “${nearest}”?` : ""}`;
    case "quantity/unknown-unit":
      return nearest
        ? `${problem.piece} of what? Is it “${nearest}”?`
        : `“${problem.piece}” is no unit known here. Write ${ASKED[problem.dimension]}, or measure it once under ${OWN_MEASURES}.`;
    case "quantity/unmeasured":
      return `How big is the ${problem.piece}? “A 10 L ${problem.piece}” or “a 5 gal ${problem.piece}” will do, or measure it under ${OWN_MEASURES}.`;
    case "quantity/vague":
      return `“${problem.piece}” is too little to reckon with. ${nearest ? `Is it “${nearest}”?` : "A handful, half a cup or a guess in grams will do."}`;
    case "quantity/range":
      return `One figure is kept. Is it “${nearest}”?`;
    case "quantity/mixed":
      return `“${problem.piece}” adds a weight to a volume. Write it all by weight, or all by volume.`;
    case "quantity/wrong-dimension":
      return `“${problem.piece}” is a ${problem.got}; this asks for ${ASKED[problem.dimension]}.`;
    case "quantity/ambiguous-separator":
      return `Does ${problem.piece} mean ${problem.readings[0]} or ${problem.readings[1]}? Write it one of these ways.`;
    case "quantity/units-out-of-order":
      return `“${problem.piece}” has its units out of order. Write the larger first, such as 1 lb 6 oz, or a + between them.`;
    case "quantity/negative":
      return `An amount cannot be less than nothing.${nearest ? ` Is it “${nearest}”?` : ""}`;
    case "quantity/too-large":
      return `That is more than ${problem.limit.toLocaleString("en")} ${LIMIT_UNIT[problem.dimension]}: is the unit right?`;
  }
}

const UNITS: ReadonlySet<string> = new Set("kg kgs g gr gram grams lb lbs oz l ml litre litres qt gal cup cups tbsp tsp pint pints cm mm m in ft c f °c °f worm worms".split(" ")); // prettier-ignore
/** Whether it is a plain figure with its unit, so that saying it again would be noise: "640", "1 lb 6 oz", "3/4 cup". Never throws. */
export const isFigure = (typed: string): boolean =>
  typed
    .toLowerCase()
    .split(/[\d.,/½¼¾⅓⅔⅛\s]+/)
    .every((word) => word === "" || UNITS.has(word));

/** What an amount came to, said beneath the field; undefined where the text says it itself. Never throws. */
export function sayRead(
  typed: string,
  { dimension, value }: { readonly dimension: Dimension; readonly value: number },
  units: UnitSystem,
): string | undefined {
  if (isFigure(typed)) return undefined;
  switch (dimension) {
    case "mass":
      return `that is ${formatMass(value, units)}`;
    case "volume":
      return `that is ${formatVolume(value, units)}`;
    case "length":
      return `that is ${formatLength(value, units)}`;
    case "temperature":
      return `that is ${formatTemperature(value, units)}`;
    case "count":
      return `that is ${value.toLocaleString("en")}`;
  }
}
