import type { UnitSystem } from "../quantity/format";
import { formatMass, formatTemperature } from "../quantity/format";
import type { DeedProblem } from "../deed/facts";
import { sayDeedProblem } from "../deed/words";
import type { ManyCaution, ManyDeed, ManyProblem } from "./many";

/** On the press that chooses it, and after it is kept. */
export const MANY_WORDS: Readonly<Record<ManyDeed, { readonly label: string; readonly done: string }>> = {
  feed: { label: "feed", done: "fed" },
  bed: { label: "bed", done: "bedded" },
  water: { label: "water", done: "watered" },
  give: { label: "grit and additions", done: "given" },
  loosen: { label: "loosen", done: "loosened" },
  drain: { label: "drain", done: "drained" },
  takeOut: { label: "take some out", done: "some taken out" },
  cover: { label: "change the lid", done: "covered" },
  warmth: { label: "read warmth", done: "warmth read" },
  comeBack: { label: "next visit", done: "next visit set" },
};

/** What speaks against it, beside the bin. */
export const sayManyCaution = (caution: ManyCaution, units: UnitSystem): string =>
  caution.code === "many/no-meal-advised"
    ? "no meal is advised today"
    : `only ${formatMass(caution.mostKg, units)} is advised`;

/** After the name of the bin, where the sentence of the deed would stand alone. */
const DEED_WORDS: Partial<Record<DeedProblem["code"], string>> = {
  "deed/same-bin": "is the bin it all goes into",
  "deed/no-receiver": "waits for the bin it goes into to be chosen",
  "deed/beyond": "does not hold so much",
};
/** Why a bin is left out of an act over many. */
export function sayManyProblem(problem: ManyProblem, units: UnitSystem): string {
  switch (problem.code) {
    case "many/gone":
      return "is no longer there";
    case "many/not-yet":
      return "did not exist on that day";
    case "many/receiver-not-yet":
      return "would give to a bin that did not exist on that day";
    case "many/out-of-use":
      return "is out of use or waits for bedding";
    case "many/no-drain":
      return "has no drain";
    case "many/no-worms":
      return "has no worms yet";
    case "many/no-amount":
      return "gets none";
    case "many/deed":
      return DEED_WORDS[problem.problem.code] ?? sayDeedProblem(problem.problem, units, problem.today);
    case "many/no-bed-so-warm":
      return `cannot be at ${formatTemperature(problem.temperatureC, units)}: is the unit right?`;
    case "many/too-much":
      return `would get more than it can live with; ${formatMass(problem.mostKg, units, "bucket")} at most`;
  }
}
