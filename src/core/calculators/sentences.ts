/** What a careful keeper may ask and no sum can answer, with the field that stands in the way. */
export type CalculatorProblem =
  | { readonly code: "calc/target-below-present"; readonly moisture: number; readonly targetMoisture: number }
  | { readonly code: "calc/bedding-needed"; readonly moisture: number; readonly targetMoisture: number }
  | {
      readonly code: "calc/bedding-too-wet";
      readonly beddingMoisture: number;
      readonly targetMoisture: number;
    }
  | { readonly code: "calc/unknown-material"; readonly field: string; readonly materialId: string }
  | {
      readonly code: "calc/one-of";
      readonly field: string;
      readonly names: readonly string[];
      readonly given: number;
    }
  | { readonly code: "calc/other-species"; readonly field: string; readonly of: string }
  | { readonly code: "calc/nothing-in-it"; readonly field: string }
  | {
      readonly code: "calc/place-outside";
      readonly field: string;
      readonly place: number;
      readonly count: number;
    }
  | { readonly code: "calc/all-skipped" }
  | {
      readonly code: "calc/order-of-days";
      readonly field: string;
      readonly earlier: string;
      readonly later: string;
    }
  | { readonly code: "calc/beyond-calendar" }
  | {
      readonly code: "calc/negative-net";
      readonly field: string;
      readonly gross: number;
      readonly tare: number;
    }
  | { readonly code: "calc/needs-both"; readonly field: string; readonly other: string }
  | { readonly code: "calc/too-many"; readonly field: string; readonly most: number }
  | { readonly code: "calc/no-archive"; readonly field: string }
  | { readonly code: "calc/unknown-bin"; readonly field: string; readonly id: string }
  | { readonly code: "calc/no-setup"; readonly field: string; readonly id: string }
  | { readonly code: "calc/not-held"; readonly field: string; readonly most: number }
  | {
      readonly code: "calc/outside-range";
      readonly field: string;
      readonly fromC: number;
      readonly toC: number;
    }
  | { readonly code: "calc/no-such-parts"; readonly targetCn: number };

/** The field a problem is said at; `""` for the whole. */
export function fieldOf(problem: CalculatorProblem): string {
  if ("field" in problem) return problem.field;
  switch (problem.code) {
    case "calc/target-below-present":
    case "calc/bedding-needed":
      return "targetMoisture";
    case "calc/bedding-too-wet":
      return "bedding.moisture";
    case "calc/all-skipped":
      return "skip";
    case "calc/no-such-parts":
      return "targetCn";
    case "calc/beyond-calendar":
      return "";
  }
}

const percent = (moisture: number) => `${Number((moisture * 100).toFixed(1))} %`;

/** The sentence every door says. */
export function sayCalculatorProblem(problem: CalculatorProblem): string {
  switch (problem.code) {
    case "calc/target-below-present":
      return `It is wetter already (${percent(problem.moisture)}) than the target (${percent(problem.targetMoisture)}): water cannot dry it. Add dry bedding instead.`;
    case "calc/bedding-needed":
      return `It is wetter (${percent(problem.moisture)}) than the target (${percent(problem.targetMoisture)}): say which bedding is at hand to dry it with.`;
    case "calc/bedding-too-wet":
      return `Bedding at ${percent(problem.beddingMoisture)} cannot bring anything down to ${percent(problem.targetMoisture)}: it must be drier than the target.`;
    case "calc/not-held":
      return `Nothing holds more than ${percent(problem.most)} water: beyond that it swims in it.`;
    case "calc/outside-range":
      return `These worms neither eat nor grow there: this sum holds between ${problem.fromC} and ${problem.toC} °C.`;
    case "calc/unknown-material":
      return `“${problem.materialId}” is not in the catalogue.`;
    case "calc/one-of":
      return `Give exactly one of ${problem.names.join(" and ")}; ${problem.given === 0 ? "none is" : "more than one is"} given.`;
    case "calc/other-species":
      return `One bin is computed with one species, and this one with ${problem.of}: leave it out, or name the same.`;
    case "calc/no-archive":
      return "This is not an archive of a cellar: it wants a format and records of rooms, bins and entries.";
    case "calc/unknown-bin":
      return `There is no bin “${problem.id}” in the archive.`;
    case "calc/no-setup":
      return `Up to that day the log does not say what the bin “${problem.id}” is.`;
    case "calc/nothing-in-it":
      return "There is nothing in it: at least one amount must be more than nought.";
    case "calc/place-outside":
      return `There is no place ${problem.place}: the places run from 1 to ${problem.count}.`;
    case "calc/all-skipped":
      return "Every place is skipped: leave at least one.";
    case "calc/order-of-days":
      return `${problem.earlier} must not come after ${problem.later}.`;
    case "calc/beyond-calendar":
      return "The dates run beyond the year 2199.";
    case "calc/negative-net":
      return `The empty container (${problem.tare}) weighs more than the full one (${problem.gross}): are the two swapped?`;
    case "calc/needs-both":
      return `This needs ${problem.other} as well.`;
    case "calc/too-many":
      return `That is too many: at most ${problem.most}.`;
    case "calc/no-such-parts":
      return `No share of the two gives a C:N of ${problem.targetCn}: it must lie between theirs.`;
  }
}
