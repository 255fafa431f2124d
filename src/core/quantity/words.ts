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

/** The sentence under a field that could not be read. */
export function sayUnreadable(problem: UnreadableQuantity): string {
  switch (problem.code) {
    case "quantity/empty":
      return "Nothing is typed yet.";
    case "quantity/not-a-number":
      return `“${problem.piece}” does not read as a number.`;
    case "quantity/unknown-unit":
      return `“${problem.piece}” is not a unit known here. Write ${ASKED[problem.dimension]}.`;
    case "quantity/wrong-dimension":
      return `“${problem.piece}” is a ${problem.got}; this asks for ${ASKED[problem.dimension]}.`;
    case "quantity/ambiguous-separator":
      return `Does ${problem.piece} mean ${problem.readings[0]} or ${problem.readings[1]}? Write it one of these ways.`;
    case "quantity/units-out-of-order":
      return `“${problem.piece}” has its units out of order. Write the larger first, such as 1 lb 6 oz.`;
    case "quantity/negative":
      return "An amount cannot be less than nothing.";
    case "quantity/too-large":
      return `That is more than ${problem.limit.toLocaleString("en")} ${LIMIT_UNIT[problem.dimension]}: is the unit right?`;
  }
}
