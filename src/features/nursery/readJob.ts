import { sayUnreadable } from "@/core/quantity/words";
import { materialOf } from "@/core/catalogue/material";
import { readMass } from "@/core/quantity/readAmount";
import type { Measures } from "@/core/quantity/parse";
import type { NurseryAct } from "@/core/nursery/acts";
import { clearing, thinning } from "@/core/nursery/acts";
import { areaOfTub, courseOf, traysMore } from "@/core/nursery/cohorts";
import type { TubToday } from "@/core/nursery/due";
import { countOf, CYCLE_DAYS, settingOf, wormsFor } from "@/core/nursery/setting";
import { cycleUnderWay, headsOf } from "@/core/nursery/state";
import { sayNotCounted, sayNotSet } from "@/core/nursery/words";
import type { UnitSystem } from "@/core/quantity/format";
import { asBedding, keyOfBatch } from "@/core/mixing/fromStore";
import { DEFAULT_UNIT, formatCount, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { CLEARED_WORDS } from "@/core/words/entry";
import type { Batch } from "@/records/batch";
import type { BeddingPart, HerdAmount } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { ClearedBy, Counted, TubEnd } from "@/vocabulary/nursery";
import { readHerd, readWhole } from "./nurseryTyped";
import type { IntoBin } from "./useNurseryAct";

export type NurseryJob = "set" | "clear" | "count" | "thin" | "tend" | "day" | "end";
export const TRAYS = {
  each: "a tray for each tub",
  row: "one tray for each row",
  none: "none is kept",
} as const;
export const AGAIN = { yes: "set again at once, with what came out", no: "not yet" } as const;
export const TEND = {
  dry: "no more water, it dries before sieving",
  looked: "looked: all as it should be",
} as const;

/** A job as it stands on the screen; all that is typed stays as typed. */
export interface JobTyped {
  readonly each: string;
  readonly cycle: string;
  readonly bedding: string;
  /** A material, or a batch of the store by its key. */
  readonly beddingId: string;
  readonly water: string;
  readonly lime: string;
  readonly grit: string;
  readonly feed: string;
  readonly how: ClearedBy;
  readonly trays: keyof typeof TRAYS;
  readonly again: keyof typeof AGAIN;
  readonly of: Counted;
  readonly scoop: string;
  readonly whole: string;
  readonly into: string;
  readonly day: string;
  readonly to: TubEnd;
  readonly binId: string;
  readonly tend: keyof typeof TEND | "";
}
/** What breeders bed with, where nothing else is chosen. */
const AGED_MANURE = "manure-aged-bedding";
export const emptyJob = (): JobTyped => ({
  each: "",
  cycle: String(CYCLE_DAYS.usual),
  bedding: "",
  beddingId: AGED_MANURE,
  water: "",
  lime: "",
  grit: "",
  feed: "",
  how: "sieved",
  trays: "row",
  again: "yes",
  of: "cocoons",
  scoop: "",
  whole: "",
  into: "",
  day: "",
  to: "bin",
  binId: "",
  tend: "",
});

/** What a job comes to: the act it writes, or what is wrong, by field, by tub, or for the `form`. */
export interface JobRead {
  readonly label: string;
  readonly act: NurseryAct;
  readonly into?: IntoBin;
  /** What it takes out of the store. */
  readonly fromStore?: { readonly batchId: string; readonly massKg: number };
  readonly faults: Readonly<Record<string, string>>;
}

interface Asked extends Measures {
  /** Of each tub, what was typed for it alone. */
  readonly own: Readonly<Record<string, string>>;
  readonly today: LocalDate;
  readonly newId: () => string;
  /** Batches of the store that are fit, with what is left of each. */
  readonly stored?: readonly { readonly batch: Batch; readonly leftKg: number }[];
}
type Line = NurseryAct["lines"][number];

/** Tubs a job suits. */
export const suited = (job: NurseryJob, tubs: readonly TubToday[]): readonly TubToday[] =>
  tubs.filter(({ state, tub }) => {
    switch (job) {
      case "set":
        return tub.role === "tub" && !cycleUnderWay(state);
      case "clear":
        return cycleUnderWay(state) !== undefined;
      case "thin":
        return state.brood !== undefined && state.stage === "brood";
      case "count":
        return state.brood !== undefined || state.cycles.length > 0;
      default:
        return true;
    }
  });

/** The share that was counted, of the two weights; all of it where neither is written, undefined where they cannot be. */
export function shareTyped(scoop: string, whole: string, units: UnitSystem): number | undefined {
  if (scoop.trim() === "" && whole.trim() === "") return 1;
  const small = parseQuantity(scoop, "mass", units === "us" ? "oz" : "g");
  const all = parseQuantity(whole, "mass", units === "us" ? "lb" : "kg");
  if (!small.ok || !all.ok || !(small.value > 0) || small.value > all.value) return undefined;
  return Math.max(0.0001, small.value / all.value);
}

/** A job over the tubs that stay ticked, read as it is typed. Never throws. */
export function readJob(
  job: NurseryJob,
  typed: JobTyped,
  chosen: readonly TubToday[],
  asked: Asked,
): JobRead {
  const faults: Record<string, string> = {};
  const names = `${chosen.length} ${chosen.length === 1 ? "tub" : "tubs"}`;
  if (chosen.length === 0) faults.form = "None is ticked.";
  const read = JOBS[job](typed, chosen, asked, faults);
  return {
    label: `${names} ${read.said}`,
    act: read.act,
    ...(read.into ? { into: read.into } : {}),
    ...takenFor(read.act, typed, asked, faults),
    faults,
  };
}

/** Kilograms of the chosen batch that the act beds with; more than is left of it is a fault. */
function takenFor(
  { lines }: NurseryAct,
  typed: JobTyped,
  { stored = [], units }: Asked,
  faults: Record<string, string>,
): Pick<JobRead, "fromStore"> {
  const from = stored.find(({ batch }) => keyOfBatch(batch.id) === typed.beddingId);
  if (!from) return {};
  const massKg = lines.reduce(
    (sum, { fact }) =>
      fact.kind === "bedded"
        ? fact.parts.reduce((all, { amount }) => all + ("massKg" in amount ? amount.massKg : 0), sum)
        : sum,
    0,
  );
  if (massKg <= 0) return {};
  if (massKg > 1.02 * from.leftKg)
    faults.bedding = `Of ${from.batch.name} only ${formatMass(from.leftKg, units, "bucket")} are left; this takes ${formatMass(massKg, units, "bucket")}.`;
  return { fromStore: { batchId: from.batch.id, massKg: Number(massKg.toFixed(4)) } };
}

type ReadOne = (
  typed: JobTyped,
  chosen: readonly TubToday[],
  asked: Asked,
  faults: Record<string, string>,
) => { readonly said: string; readonly act: NurseryAct; readonly into?: IntoBin };

const linesOnly = (lines: readonly Line[]): NurseryAct => ({ lines, trays: [] });
const forEach = (chosen: readonly TubToday[], facts: readonly FactAbout<"tub">[]): Line[] =>
  chosen.flatMap(({ tub }) => facts.map((fact) => ({ tubId: tub.id, fact })));

const JOBS: Readonly<Record<NurseryJob, ReadOne>> = {
  set: (typed, chosen, { own, ...asked }, faults) => {
    const { units } = asked;
    const cycleDays = readWhole(typed.cycle) ?? 0;
    const besides = tended(typed, asked, faults);
    const lines = chosen.flatMap((one): Line[] => {
      const { tub } = one;
      const text = own[tub.id] ?? (typed.each === "" ? `${wormsFor(tub).count}` : typed.each);
      const grown = herd(tub.id, text, faults);
      if (!grown) return [];
      const answer = settingOf(one, headsOf(grown, tub), cycleDays);
      if (!answer.ok) {
        faults[answer.problem.code === "set/cycle" ? "cycle" : tub.id] = sayNotSet(answer.problem, units);
        return [];
      }
      return forEach([one], [...besides, { kind: "tubSet", grown, cycleDays }]);
    });
    return { said: "set", act: linesOnly(lines) };
  },
  clear: (typed, chosen, { own, newId, ...asked }, faults) => {
    const { units, today } = asked;
    const cycleDays = readWhole(typed.cycle) ?? 0;
    const isAgain = typed.again === "yes";
    if (isAgain && (cycleDays < CYCLE_DAYS.least || cycleDays > CYCLE_DAYS.most))
      faults.cycle = sayNotSet({ code: "set/cycle", least: CYCLE_DAYS.least, most: CYCLE_DAYS.most }, units);
    const grown = new Map<string, HerdAmount>();
    for (const { tub, state } of chosen) {
      const amount = own[tub.id] ? herd(tub.id, own[tub.id]!, faults) : undefined;
      if (!amount) continue;
      const went = cycleUnderWay(state)?.grownIn ?? 0;
      if (headsOf(amount, tub) > MOST_OUT * went)
        faults[tub.id] = `${formatCount(went)} went in: can so many have come out?`;
      grown.set(tub.id, amount);
    }
    const act = clearing(
      chosen,
      {
        how: typed.how,
        day: today,
        grown,
        trays: typed.trays,
        ...(isAgain ? { setsAgain: { cycleDays } } : {}),
      },
      newId,
    );
    // Set again at once, it is bedded anew before the worms go in.
    const besides = isAgain ? tended(typed, asked, faults) : [];
    const lines = act.lines.flatMap((line) =>
      line.fact.kind === "tubSet" ? [...besides.map((fact) => ({ tubId: line.tubId, fact })), line] : [line],
    );
    return { said: CLEARED_WORDS[typed.how], act: { ...act, lines } };
  },
  count: (typed, chosen, { own, units }, faults) => {
    const share = shareTyped(typed.scoop, typed.whole, units);
    if (share === undefined)
      faults.scoop = "Both weights, the scoop no heavier than the whole; empty, all of it was counted.";
    const lines = chosen.flatMap((one): Line[] => {
      const text = own[one.tub.id] ?? "";
      if (text === "" || share === undefined) return [];
      const count = readWhole(text);
      if (count === undefined) {
        faults[one.tub.id] = "A whole number.";
        return [];
      }
      const answer = typed.of === "cocoons" ? countOf(one, count, share) : undefined;
      if (answer && !answer.ok) {
        faults[one.tub.id] = sayNotCounted(answer.problem);
        return [];
      }
      return forEach([one], [{ kind: "tubCounted", of: typed.of, count, fraction: share }]);
    });
    if (lines.length === 0 && Object.keys(faults).length === 0) faults.form = "No count is written yet.";
    return { said: "counted", act: linesOnly(lines) };
  },
  thin: (typed, chosen, { today, newId }, faults) => {
    const into = readWhole(typed.into.trim() === "" ? String(usualTrays(chosen)) : typed.into) ?? 0;
    if (into < 1 || into > MOST_TRAYS) faults.into = `Into 1 to ${MOST_TRAYS} further trays.`;
    return {
      said: "thinned out",
      act: into < 1 ? linesOnly([]) : thinning(chosen, Math.min(MOST_TRAYS, into), today, newId),
    };
  },
  tend: (typed, chosen, asked, faults) => {
    const note: FactAbout<"tub">[] = typed.tend === "" ? [] : [{ kind: "noted", text: TEND[typed.tend] }];
    const facts = [...tended(typed, asked, faults), ...note];
    if (facts.length === 0 && Object.keys(faults).length === 0) faults.form = "What was done?";
    return { said: "tended", act: linesOnly(forEach(chosen, facts)) };
  },
  day: (typed, chosen, { today }, faults) => {
    const dueOn = localDate.safeParse(typed.day);
    if (!dueOn.success || dueOn.data < today) faults.day = "A day that is not in the past.";
    return {
      said: "due on another day",
      act: linesOnly(dueOn.success ? forEach(chosen, [{ kind: "tubDue", dueOn: dueOn.data }]) : []),
    };
  },
  end: (typed, chosen, _asked, faults) => {
    const amount = typed.each === "" ? undefined : herd("each", typed.each, faults);
    const binId = typed.to === "bin" ? typed.binId : "";
    const fact: FactAbout<"tub"> = {
      kind: "tubEnded",
      to: typed.to,
      ...(amount ? { amount } : {}),
      ...(binId === "" ? {} : { toId: binId }),
    };
    const first = chosen[0];
    return {
      said: "moved on",
      act: linesOnly(forEach(chosen, [fact])),
      ...(binId !== "" && amount && first
        ? { into: { binId, speciesId: first.tub.speciesId, amounts: chosen.map(() => amount) } }
        : {}),
    };
  },
};

/** Further trays for each, as the fullest of them wants; two where nobody counted. */
export const usualTrays = (chosen: readonly TubToday[]): number =>
  Math.min(
    MOST_TRAYS,
    Math.max(
      1,
      ...chosen.map((one) => traysMore(courseOf(one), areaOfTub(one.tub), one.brood?.grownOn) ?? 2),
    ),
  );

/** More than so many times what went in can hardly have come out. */
const MOST_OUT = 3;
const MOST_TRAYS = 10;

function herd(name: string, text: string, faults: Record<string, string>): HerdAmount | undefined {
  const read = readHerd(text);
  if (!read.ok) faults[name] = read.problem.sentence;
  return read.ok ? read.value : undefined;
}

/** Litres of a material, or of a batch as what it was made of. */
function beddingOf(id: string, volumeL: number, stored: NonNullable<Asked["stored"]>): BeddingPart[] {
  const batch = stored.find((one) => keyOfBatch(one.batch.id) === id)?.batch;
  if (!batch) return [{ materialId: id, amount: { volumeL, measuredBy: "volume" as const } }];
  const kgPerL = batch.volumeL > 0 ? batch.massKg / batch.volumeL : 0.5;
  return asBedding(batch, kgPerL * volumeL) as BeddingPart[];
}

const GRIT = "eggshell-crushed";

/** What goes into each of them besides worms: bedding, lime that is not caustic, water, a film of feed. */
function tended(
  typed: JobTyped,
  { stored = [], ...measures }: Pick<Asked, "units" | "containers" | "stored">,
  faults: Record<string, string>,
): FactAbout<"tub">[] {
  const litres = (name: "bedding" | "water"): number | undefined => {
    if (typed[name].trim() === "") return undefined;
    const read = parseQuantity(typed[name], "volume", DEFAULT_UNIT[measures.units].volume, measures);
    if (!read.ok) faults[name] = sayUnreadable(read.problem);
    return read.ok ? read.value : undefined;
  };
  const grams = (name: "lime" | "grit" | "feed"): number | undefined => {
    if (typed[name].trim() === "") return undefined;
    const { densityKgPerL } = name === "feed" ? materialOf("food", "chicken-mash") : materialOf("amendment", name === "lime" ? "lime-calcitic-ground" : GRIT); // prettier-ignore
    const read = readMass(typed[name], "small", measures, densityKgPerL);
    if (!read.ok) faults[name] = read.problem.sentence;
    return read.ok ? read.value.massKg : undefined;
  };
  const volume = (volumeL: number) => ({ volumeL, measuredBy: "volume" as const });
  const dosed = (materialId: string, massKg: number): FactAbout<"tub"> => ({
    kind: "dosed",
    materialId,
    amount: { massKg, measuredBy: "weighed" },
  });
  const [bedL, waterL] = [litres("bedding"), litres("water")];
  const [limeKg, gritKg, feedKg] = [grams("lime"), grams("grit"), grams("feed")];
  return [
    ...(bedL ? [{ kind: "bedded" as const, parts: beddingOf(typed.beddingId, bedL, stored) }] : []),
    ...(limeKg ? [dosed("lime-calcitic-ground", limeKg)] : []),
    ...(gritKg ? [dosed(GRIT, gritKg)] : []),
    ...(waterL ? [{ kind: "watered" as const, amount: volume(waterL) }] : []),
    ...(feedKg ? [dosed("grain-meal", feedKg)] : []),
  ];
}
