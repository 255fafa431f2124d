import { readAmount } from "@/core/quantity/readAmount";
import type { MaterialUse } from "@/core/catalogue/material";
import { materialOf, materialsFor } from "@/core/catalogue/material";
import type { Measures } from "@/core/quantity/parse";
import { DEFAULT_UNIT, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { Dimension } from "@/core/quantity/unit";
import { sayUnreadable } from "@/core/quantity/words";
import type { Amount } from "@/records/entry";
import type { MeasuredBy } from "@/vocabulary/readings";

/** One thing an entry states that can be put right, as it stands on the screen. */
export interface CorrectionLine {
  readonly key: string;
  readonly label: string;
  readonly text: string;
  /** Answers to choose from; without them the line is typed, as words or as a day. */
  readonly options?: readonly CorrectionOption[];
  readonly isDay?: boolean;
  /** So many answers that one finds them by typing. */
  readonly isLong?: boolean;
  /** Writes the answer into a copy of the entry, or says what is wrong with it. */
  readonly write: (entry: Draft, typed: string) => string | undefined;
}
export interface CorrectionOption {
  readonly value: string;
  readonly label: string;
}
/** A copy of an entry that the lines write into; the schema judges the whole when it is saved. */
export type Draft = Record<string, unknown>;

/** An amount the keeper writes over one that was measured out as proposed is the keeper's own. */
const knownAs = (own: MeasuredBy, { measuredBy }: Amount): MeasuredBy =>
  measuredBy === "guessed" || measuredBy === "device" ? measuredBy : own;

export type Words<V extends string> = Readonly<Record<V, string>>;
export const choices = <V extends string>(values: readonly V[], words: Words<V>) =>
  values.map((value) => ({ value, label: words[value] }));

/** The lines an entry is corrected by, each made from what it states, in the keeper's units. */
export function lineMakers(measures: Measures) {
  const { units } = measures;
  const unit = DEFAULT_UNIT[units];
  const quantity = (
    key: string,
    label: string,
    value: number | undefined,
    dimension: Dimension,
    bare: string,
    put: (draft: Draft, value: number, typed: string) => void,
    typed?: string,
  ): CorrectionLine => ({
    key,
    label,
    text: typed ?? (value === undefined ? "" : formatToEdit(value, dimension, bare)),
    write: (draft, text) => {
      if (typed !== undefined && text.trim() === typed) return undefined;
      const read = parseQuantity(text, dimension, bare, measures);
      if (!read.ok) return sayUnreadable(read.problem);
      put(draft, read.value, text.trim());
      return undefined;
    },
  });
  const field = (key: string, label: string, value: number, dimension: Dimension, bare: string) =>
    quantity(key, label, value, dimension, bare, (draft, read) => {
      draft[key] = read;
    });
  const amount = (
    key: string,
    label: string,
    known: Amount,
    put: (draft: Draft, amount: Amount) => void,
  ): CorrectionLine => {
    if ("count" in known)
      return quantity(
        key,
        label,
        known.count,
        "count",
        "worms",
        (draft, value, typed) =>
          put(draft, { count: Math.round(value), measuredBy: known.measuredBy, typed }),
        known.typed,
      );
    const text =
      known.typed ??
      ("massKg" in known
        ? formatToEdit(known.massKg, "mass", unit.smallMass)
        : formatToEdit(known.volumeL, "volume", unit.volume));
    return {
      key,
      label,
      text,
      write: (draft, typed) => {
        // As it was: a pail renamed since, or other units, change nothing of it.
        if (typed.trim() === text) return undefined;
        const read = readAmount(typed, "massKg" in known ? "small" : "liquid", measures);
        if (!read.ok) return read.problem.sentence;
        put(draft, { ...read.value, measuredBy: knownAs(read.value.measuredBy, known) });
        return undefined;
      },
    };
  };
  const wholeAmount = (label: string, known: Amount) =>
    amount("amount", label, known, (draft, value) => {
      draft.amount = value;
    });
  /** A figure that may be absent: emptied, it is said no more. */
  const optional = (line: CorrectionLine, leave: (draft: Draft) => void): CorrectionLine => ({
    ...line,
    write: (draft, text) => {
      if (text.trim() !== "") return line.write(draft, text);
      leave(draft);
      return undefined;
    },
  });
  const percent = (
    key: string,
    label: string,
    value: number | undefined,
    put: (draft: Draft, share: number) => void,
    digits = 1,
  ): CorrectionLine => ({
    key,
    label: `${label} (%)`,
    text: value === undefined ? "" : String(Number((100 * value).toFixed(digits))),
    write: (draft: Draft, text: string) => {
      const read = Number(text.trim().replace(/\s*%$/, "").replace(",", "."));
      if (text.trim() === "" || !Number.isFinite(read) || read < 0 || read > 100)
        return "A share lies between 0 and 100 %.";
      put(draft, read / 100);
      return undefined;
    },
  });
  const share = (key: string, label: string, value: number, digits?: number) =>
    percent(
      key,
      label,
      value,
      (draft, read) => {
        draft[key] = read;
      },
      digits,
    );
  const ownMoisture = (key: string, label: string, value: number | undefined, of: (draft: Draft) => Draft) =>
    optional(
      percent(key, label, value, (draft, read) => {
        of(draft).moisture = read;
      }),
      (draft) => {
        delete of(draft).moisture;
      },
    );
  const material = (
    key: string,
    label: string,
    use: MaterialUse,
    id: string,
    of: (draft: Draft) => Draft,
  ) => ({
    key,
    label,
    text: id,
    isLong: true,
    options: [
      ...(materialsFor(use).some((one) => one.id === id) ? [] : [materialOf(use, id)]),
      ...materialsFor(use),
    ].map((one) => ({ value: one.id, label: one.name })),
    write: (draft: Draft, chosen: string) => {
      of(draft).materialId = chosen;
      return undefined;
    },
  });
  const choice = <V extends string>(
    key: string,
    label: string,
    value: V,
    values: readonly V[],
    words: Words<V>,
    put: (draft: Draft, value: string) => void = (draft, chosen) => {
      draft[key] = chosen;
    },
  ): CorrectionLine => ({
    key,
    label,
    text: value,
    options: choices(values, words),
    write: (draft, chosen) => {
      put(draft, chosen);
      return undefined;
    },
  });

  return {
    unit,
    quantity,
    field,
    amount,
    wholeAmount,
    optional,
    percent,
    share,
    ownMoisture,
    material,
    choice,
  };
}
