import type { ManyAmount, ManyDeed, ManyHow } from "@/core/many/many";
import { manyFacts, proposedAmount } from "@/core/many/many";
import { sayManyProblem } from "@/core/many/words";
import type { Measures } from "@/core/quantity/parse";
import { readAmount } from "@/core/quantity/readAmount";
import type { BinToday } from "@/core/round/round";
import type { Reading } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { LocalDate } from "@/vocabulary/fields";
import type { FoodLeft, Smell, Squeeze } from "@/vocabulary/readings";

/** One line of the printed round as it is typed in afterwards; empty is not looked at, not done. */
export interface SheetLine {
  readonly foodLeft: FoodLeft | "";
  readonly squeeze: Squeeze | "";
  readonly smell: Smell | "";
  /** Amounts as written on paper; `ok` is as proposed. */
  readonly fed: string;
  readonly bedded: string;
  readonly watered: string;
  readonly note: string;
}
export const EMPTY_LINE: SheetLine = {
  foodLeft: "",
  squeeze: "",
  smell: "",
  fed: "",
  bedded: "",
  watered: "",
  note: "",
};
const AS_PROPOSED = /^(ok|yes|x|✓|as proposed)$/i;

const COLUMNS = { fed: "feed", bedded: "bed", watered: "water" } as const satisfies Record<string, ManyDeed>;
type Column = keyof typeof COLUMNS;

export interface SheetRead {
  readonly facts: readonly FactAbout<"bin">[];
  readonly fault?: string;
}

/** What one line of the sheet writes into its bin's log, in the order of a visit; or what is wrong with it. Never throws. */
export function readSheetLine(
  line: SheetLine,
  one: BinToday,
  { day, units, containers }: Measures & { readonly day: LocalDate },
): SheetRead {
  if ((Object.values(line) as string[]).every((text) => text.trim() === "")) return { facts: [] };
  if (one.state.lastLook?.day === day)
    return { facts: [], fault: "a visit of that day is noted already; correct it on the bin’s page" };
  if (day < one.bin.firstDay) return { facts: [], fault: "it did not exist on that day" };
  const place = one.state.feedings.at(-1)?.place;
  const readings: Reading[] = [
    ...(line.foodLeft ? [{ of: "foodLeft" as const, foodLeft: line.foodLeft, ...(place === undefined ? {} : { place }) }] : []),
    ...(line.squeeze ? [{ of: "squeeze" as const, squeeze: line.squeeze }] : []),
    ...(line.smell ? [{ of: "smell" as const, smell: line.smell }] : []),
  ]; // prettier-ignore
  const facts: FactAbout<"bin">[] = [
    {
      kind: "looked",
      lid: "lifted",
      readings,
      ...(one.decision.nextDay > day ? { nextDay: one.decision.nextDay } : {}),
      ...(line.note.trim() ? { note: line.note.trim() } : {}),
    },
  ];
  for (const column of ["bedded", "watered", "fed"] as const) {
    const text = line[column].trim();
    if (text === "") continue;
    const step = one.decision.steps.find(({ kind }) => kind === STEP[column]);
    const amount = amountOf(text, column, one, { units, containers });
    if (typeof amount === "string") return { facts: [], fault: amount };
    const how: ManyHow = {
      materialId: step?.materialId ?? USUAL[column],
      preparation: step?.preparation ?? "chopped",
      ...(step?.moisture === undefined ? {} : { moisture: step.moisture }),
      isCover: false,
      means: "can",
      cover: "vented",
      nextDay: day,
    };
    const written = manyFacts(COLUMNS[column], how, one, amount);
    if (!written.ok) return { facts: [], fault: `it ${sayManyProblem(written.problem, units)}` };
    facts.push(...written.value);
  }
  return { facts };
}

const STEP = { fed: "feed", bedded: "addDryBedding", watered: "water" } as const;
const USUAL: Readonly<Record<Column, string>> = {
  fed: "mixed-kitchen-scraps",
  bedded: "cardboard-corrugated",
  watered: "",
};

function amountOf(text: string, column: Column, one: BinToday, measures: Measures): ManyAmount | string {
  if (AS_PROPOSED.test(text)) {
    const amount = proposedAmount(COLUMNS[column], one);
    return amount ? { ...amount, measuredBy: "proposed" } : "nothing of that was proposed; write how much";
  }
  const read = readAmount(text, column === "watered" ? "liquid" : "small", measures);
  return read.ok ? read.value : read.problem.sentence;
}
