import type { LotToday } from "@/session/batches";
import type { BagLine } from "@/core/lot/state";
import { baggedKg, CRUMB_KG, litreKgOf } from "@/core/lot/state";
import { sayBagLine, sayLotMass } from "@/core/lot/words";
import { sayBags } from "@/core/words/entry";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import type { Measures } from "@/core/quantity/parse";
import { parseQuantity } from "@/core/quantity/parse";
import { readAmount } from "@/core/quantity/readAmount";
import { sayUnreadable } from "@/core/quantity/words";
import type { FactAbout } from "@/records/entry/about";
import type { Amount } from "@/records/entry";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { LotUse, PartedBy } from "@/vocabulary/lots";
import type { Squeeze } from "@/vocabulary/readings";

/** What can be done with a lot, as the buttons have it. */
export const LOT_DEEDS = [
  "spread",
  "turn",
  "feel",
  "damp",
  "sieve",
  "mature",
  "store",
  "bag",
  "open",
  "part",
] as const;
export type LotDeed = (typeof LOT_DEEDS)[number];

export interface LotTyped {
  readonly day: string;
  readonly amount: string;
  /** How many bags, or how wide a mesh. */
  readonly many: string;
  /** Which bags, by what one of them holds (`lineKey`); empty, what lies loose. */
  readonly line: string;
  readonly squeeze: Squeeze | "";
  readonly how: PartedBy;
  readonly use: LotUse | "";
  readonly made: string;
  readonly where: string;
  readonly bin: string;
  readonly price: string;
  readonly currency: string;
  readonly note: string;
}
export const nothingTyped = (today: LocalDate): LotTyped => ({
  day: today,
  amount: "",
  many: "",
  line: "",
  squeeze: "",
  how: "used",
  use: "",
  made: "",
  where: "",
  bin: "",
  price: "",
  currency: "",
  note: "",
});

export type LotFaults = Partial<Record<keyof LotTyped, string>>;
/** What is written for the lot and, where something went into a bin, for that bin. */
export interface LotFacts {
  readonly lot: readonly FactAbout<"lot">[];
  readonly bin?: { readonly binId: BinId; readonly fact: FactAbout<"bin"> };
}

/** Names a line of bags in a form. */
export const lineKey = ({ eachKg }: Pick<BagLine, "eachKg">): string => eachKg.toFixed(4);

const MONEY = /^\d{1,9}([.,]\d{1,2})?$/;

/**
 * What was typed as facts, or what is wrong with it, field by field. More than there is is refused with how much there is; what a
 * bin gets is written there as what it is. Never throws.
 */
export function lotFacts(
  deed: LotDeed,
  typed: LotTyped,
  one: LotToday,
  {
    today,
    firstDayOf,
    ...measures
  }: Measures & {
    readonly today: LocalDate;
    readonly firstDayOf: (binId: string) => LocalDate | undefined;
  },
): { readonly day: LocalDate; readonly facts: LotFacts } | { readonly faults: LotFaults } {
  const { lot, state } = one;
  const { units } = measures;
  const faults: { -readonly [K in keyof LotTyped]?: string } = {};
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (day.data > today) faults.day = "That day has not come yet.";
  else if (day.data < lot.madeOn) faults.day = "It lay in its bin still on that day.";
  const read = typed.amount.trim() === "" ? undefined : readAmount(typed.amount, deed === "damp" ? "liquid" : "bulk", measures); // prettier-ignore
  if (read && !read.ok) faults.amount = read.problem.sentence;
  const amount = read?.ok ? read.value : undefined;
  const litreKg = litreKgOf(lot, state.moisture);
  const kg = amount ? ("massKg" in amount ? amount.massKg : amount.volumeL * litreKg) : 0;
  const left = `Only ${sayLotMass(state, state.massKg, units)} of it are left.`;
  const onlyLoose =
    state.bags.length === 0
      ? left
      : state.looseKg > CRUMB_KG
        ? `Only ${sayLotMass(state, state.looseKg, units)} of it lie loose.`
        : "Nothing of it lies loose.";
  const isTooMuch = (massKg: number) => massKg > state.massKg * 1.001 + 0.005;
  const needsAmount = (words: string) => {
    if (!faults.amount && !(kg > 0)) faults.amount = words;
  };
  const binId = typed.bin === "" ? undefined : (typed.bin as BinId);
  if (binId && day.success && (firstDayOf(binId) ?? day.data) > day.data)
    faults.bin = "That bin did not exist on that day.";
  const whole = Number(typed.many);
  /** The bags that are meant, or what is to be said: the only line there is need not be named. */
  const bagsMeant = (): BagLine | undefined => {
    const line = typed.line
      ? state.bags.find((one) => lineKey(one) === typed.line)
      : state.bags.length === 1
        ? state.bags[0]
        : undefined;
    if (state.bags.length === 0) faults.many = "None of it is in bags.";
    else if (!line) faults.line = "Which of the bags?";
    else if (!Number.isInteger(whole) || whole < 1) faults.many = "A whole number of bags.";
    else if (whole > line.count)
      faults.many = `There ${line.count === 1 ? "is" : "are"} ${sayBagLine(line, units)}.`;
    return line;
  };
  const facts = ((): LotFacts | undefined => {
    switch (deed) {
      case "spread": {
        const depth =
          typed.amount.trim() === ""
            ? undefined
            : parseQuantity(typed.amount, "length", DEFAULT_UNIT[units].length);
        delete faults.amount;
        if (depth && !depth.ok) faults.amount = sayUnreadable(depth.problem);
        else if (depth && (depth.value <= 0 || depth.value > 0.3))
          faults.amount = "A hand deep at most: deeper it only dries on top.";
        return { lot: [{ kind: "staged", stage: "drying", ...(depth?.ok ? { depthM: depth.value } : {}) }] };
      }
      case "mature":
        return { lot: [{ kind: "staged", stage: "curing" }] };
      case "store":
        return { lot: [{ kind: "staged", stage: "stored" }] };
      case "turn":
        return { lot: [{ kind: "turned" }] };
      case "damp":
        needsAmount("How much water?");
        return amount && { lot: [{ kind: "watered", amount }] };
      case "feel":
        if (typed.squeeze === "" && !amount) faults.squeeze = "Squeeze a handful, or weigh all of it.";
        // Water alone leaves: weighed, it cannot be lighter than its dry matter, nor much heavier than it came.
        if (amount && kg < state.dryKg / (1 - 0.02))
          faults.amount = `Its dry matter alone weighs ${formatMass(state.dryKg, units, "bucket")}: was all of it on the scale?`;
        return {
          lot: [
            ...(typed.squeeze === ""
              ? []
              : [
                  {
                    kind: "looked",
                    lid: "closed",
                    readings: [{ of: "squeeze", squeeze: typed.squeeze }],
                  } as const,
                ]),
            ...(amount ? [{ kind: "weighed", grossKg: kg, tareKg: 0 } as const] : []),
          ],
        };
      case "sieve": {
        const mesh =
          typed.many.trim() === ""
            ? undefined
            : parseQuantity(typed.many, "length", units === "us" ? "in" : "mm");
        if (!mesh) faults.many = "How wide is the mesh?";
        else if (!mesh.ok) faults.many = sayUnreadable(mesh.problem);
        else if (mesh.value < 0.0005 || mesh.value > 0.05)
          faults.many = "A mesh is half a millimetre to five centimetres wide.";
        if (isTooMuch(kg)) faults.amount = left;
        if (!mesh?.ok) return undefined;
        return {
          lot: [
            {
              kind: "sieved",
              meshM: mesh.value,
              ...(amount ? { overs: amount } : {}),
              ...(binId && amount ? { toBinId: binId } : {}),
            },
          ],
          ...(binId && amount ? { bin: { binId, fact: { kind: "received", what: "overs", amount } } } : {}),
        };
      }
      case "bag":
        if (!Number.isInteger(whole) || whole < 1 || whole > 10_000) faults.many = "A whole number of bags.";
        needsAmount("How much is in one bag?");
        if (!faults.many && !faults.amount && isTooMuch(whole * kg + baggedKg(state.bags)))
          faults.many = `${onlyLoose} That is ${sayBags(Math.floor((state.looseKg * 1.001) / kg), kg, units)}.`;
        return amount && { lot: [{ kind: "bagged", count: whole, each: amount }] };
      case "open": {
        const line = bagsMeant();
        return line && { lot: [{ kind: "unbagged", count: whole, eachKg: line.eachKg }] };
      }
      case "part": {
        const line = typed.many.trim() === "" && !typed.line ? undefined : bagsMeant();
        const hasBags = line !== undefined && !faults.many;
        const parted: Exclude<Amount, { count: number }> | undefined =
          amount ??
          (hasBags
            ? { massKg: Number((whole * line.eachKg).toFixed(3)), measuredBy: "proposed" }
            : undefined);
        if (!parted && !faults.amount && !faults.many && !faults.line) faults.amount = "How much of it?";
        const partedKg = parted ? ("massKg" in parted ? parted.massKg : parted.volumeL * litreKg) : 0;
        if (isTooMuch(partedKg)) faults.amount = left;
        else if (!line && state.bags.length > 0 && partedKg > state.looseKg * 1.001 + 0.005)
          faults.amount = `${onlyLoose} Say how many bags went, or open some.`;
        const money = typed.price.trim();
        if (typed.how === "sold" && money !== "" && !MONEY.test(money)) faults.price = "A price like 3.50.";
        if (typed.how === "sold" && money !== "" && typed.currency.trim() === "")
          faults.currency = "In which money?";
        const isNewBin = typed.how === "used" && typed.use === "newBin";
        if (isNewBin && !binId) faults.bin = "Which bin was it?";
        if (!parted) return undefined;
        const where = typed.where.trim().slice(0, 80);
        return {
          lot: [
            {
              kind: "parted",
              how: typed.how,
              amount: parted,
              ...(hasBags ? { bagCount: whole, bagKg: Number(line.eachKg.toFixed(4)) } : {}),
              ...(typed.how === "used" && typed.use !== "" ? { use: typed.use } : {}),
              ...(where === "" || isNewBin ? {} : { where }),
              ...(isNewBin && binId ? { toBinId: binId } : {}),
              ...(typed.how === "sold" && money !== ""
                ? {
                    price: {
                      money: Number(money.replace(",", ".")),
                      currency: typed.currency.trim().slice(0, 8),
                    },
                  }
                : {}),
            },
          ],
          ...(isNewBin && binId
            ? { bin: { binId, fact: { kind: "seeded", amount: parted, moisture: state.moisture } } }
            : {}),
        };
      }
    }
  })();
  if (Object.values(faults).some(Boolean) || !facts || !day.success) return { faults };
  const note = typed.note.trim();
  return {
    day: day.data,
    facts:
      note === ""
        ? facts
        : { ...facts, lot: facts.lot.map((fact, at) => (at === 0 ? { ...fact, note } : fact)) },
  };
}
