import { addDays } from "@/core/calendar/day";
import { materialOf } from "@/core/catalogue/material";
import type { ManyAmount, ManyCaution, ManyDeed, ManyHow, ManyProblem, TakenTo } from "@/core/many/many";
import {
  hasAmount,
  manyCaution,
  manyFacts,
  proposedAmount,
  shared,
  takenOutLines,
  warmthFacts,
} from "@/core/many/many";
import type { DeedLine } from "@/core/deed/facts";
import type { Container } from "@/core/quantity/containers";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatMass, formatVolume } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { readAmount } from "@/core/quantity/readAmount";
import type { BinToday } from "@/core/round/round";
import type { FactAbout } from "@/records/entry/about";
import type { WaterMeans, WentTo } from "@/vocabulary/deeds";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Cover, Preparation } from "@/vocabulary/setup";

/** Where the amounts come from: each bin's own proposal, the same for each, or one shared out. */
export type Sharing = "proposed" | "each" | "inAll";

/** An act over many bins as it stands on the screen; all that is typed stays as typed. */
export interface ManyTyped {
  readonly binIds: readonly string[];
  readonly of: ManyDeed;
  readonly day: string;
  readonly materialId: { readonly food: string; readonly bedding: string; readonly amendment: string };
  readonly preparation: Preparation;
  readonly isDamp: boolean;
  readonly isCover: boolean;
  readonly means: WaterMeans;
  readonly cover: Cover;
  readonly to: WentTo;
  /** Empty while none is chosen. */
  readonly toBinId: string;
  readonly withWorms: boolean;
  readonly nextDay: string;
  readonly sharing: Sharing;
  readonly amount: string;
  /** Amounts typed over the others, by bin. */
  readonly own: Readonly<Record<string, string>>;
  readonly note: string;
}

export const emptyMany = (
  today: LocalDate,
  binIds: readonly string[],
  of: ManyDeed,
  /** What these bins were bedded with last. */
  bedding = "cardboard-corrugated",
): ManyTyped => ({
  binIds,
  of,
  day: today,
  materialId: { food: "mixed-kitchen-scraps", bedding, amendment: "eggshell-crushed" },
  preparation: "chopped",
  isDamp: true,
  isCover: false,
  means: "can",
  cover: "vented",
  to: "heap",
  toBinId: "",
  withWorms: false,
  nextDay: addDays(today, 7),
  sharing: "proposed",
  amount: "",
  own: {},
  note: "",
});

export const materialUse = (of: ManyDeed): "food" | "bedding" | "amendment" =>
  of === "feed" ? "food" : of === "bed" ? "bedding" : "amendment";
const DAMP = 0.72;

/** What one bin gets, or why it is left out. */
export interface ManyLine {
  readonly binId: string;
  /** As it stands in the list, to be typed over. */
  readonly amount: string;
  readonly facts?: readonly FactAbout<"bin">[];
  /** What other bins get by it. */
  readonly elsewhere?: readonly DeedLine[];
  readonly problem?: ManyProblem;
  readonly caution?: ManyCaution;
  /** Where an amount cannot be read. */
  readonly fault?: string;
}
export interface ManyRead {
  readonly lines: readonly ManyLine[];
  readonly totalKg: number;
  readonly totalL: number;
  readonly faults: Readonly<Record<string, string>>;
  readonly day: LocalDate | undefined;
}

/** All lines of an act over many, each with what it writes or why it does not. Never throws. */
export function readMany(
  typed: ManyTyped,
  bins: readonly BinToday[],
  {
    today,
    units,
    containers,
  }: { readonly today: LocalDate; readonly units: UnitSystem; readonly containers: readonly Container[] },
): ManyRead {
  const faults: Record<string, string> = {};
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (day.data > today) faults.day = "That day has not come yet.";
  const nextDay = localDate.safeParse(typed.nextDay);
  if (typed.of === "comeBack" && (!nextDay.success || nextDay.data <= today))
    faults.nextDay = nextDay.success ? "That day is not ahead." : "This is not a day of the calendar.";
  const chosen = typed.binIds.flatMap((id) => bins.find(({ bin }) => bin.id === id) ?? []);
  const isLiquid = typed.of === "water" || typed.of === "drain";
  const asked = hasAmount(typed.of) && typed.of !== "warmth" && typed.sharing !== "proposed" ? readAmount(typed.amount, isLiquid ? "liquid" : "small", { units, containers }) : undefined; // prettier-ignore
  if (asked && !asked.ok && typed.of !== "drain") faults.amount = asked.problem.sentence;
  const usual = usualAmounts(typed, chosen, asked?.ok ? asked.value : undefined);
  const how: ManyHow = {
    materialId: typed.materialId[materialUse(typed.of)],
    preparation: typed.preparation,
    isCover: typed.isCover,
    means: typed.means,
    cover: typed.cover,
    nextDay: nextDay.success ? nextDay.data : today,
    ...(typed.of === "bed" && typed.isDamp ? { moisture: materialOf("bedding", typed.materialId.bedding).dampMoisture ?? DAMP } : {}), // prettier-ignore
  };
  const taken: TakenTo = {
    to: typed.to,
    withWorms: typed.withWorms,
    ...(typed.toBinId === "" ? {} : { toBinId: typed.toBinId as BinId }),
  };
  const lines = typed.binIds.map((binId): ManyLine => {
    const one = bins.find(({ bin }) => bin.id === binId);
    const own = typed.own[binId];
    if (typed.of === "warmth") return warmthLine(binId, one, own, units);
    const read = own === undefined ? undefined : own.trim() === "" ? "none" : readAmount(own, isLiquid ? "liquid" : "small", { units, containers }); // prettier-ignore
    if (read !== undefined && read !== "none" && !read.ok)
      return { binId, amount: own ?? "", fault: read.problem.sentence };
    const amount = read === "none" ? undefined : (read?.value ?? usual.get(binId));
    const said = own ?? (amount ? sayMany(amount, units) : "");
    const firstDay = one?.bin.firstDay;
    if (day.success && firstDay && day.data < firstDay)
      return { binId, amount: said, problem: { code: "many/not-yet" } };
    if (typed.of === "takeOut") {
      const lines = takenOutLines(taken, one, amount, bins, day.success ? day.data : today);
      if (!lines.ok) return { binId, amount: said, problem: lines.problem };
      const late = lines.value.some((line) => day.success && day.data < (bins.find(({ bin }) => bin.id === line.binId)?.bin.firstDay ?? day.data)); // prettier-ignore
      if (late) return { binId, amount: said, problem: { code: "many/receiver-not-yet" } };
      const [own, elsewhere] = [true, false].map((isOwn) => lines.value.filter((line) => (line.binId === binId) === isOwn)); // prettier-ignore
      return { binId, amount: said, facts: own!.map(({ fact }) => fact), elsewhere: elsewhere! };
    }
    const facts = manyFacts(typed.of, how, one, amount);
    if (!facts.ok) return { binId, amount: said, problem: facts.problem };
    const caution = manyCaution(typed.of, one, amount);
    return { binId, amount: said, facts: facts.value, ...(caution ? { caution } : {}) };
  }); // prettier-ignore
  const given = lines.flatMap(({ facts }) => facts ?? []).map(amountIn);
  return {
    lines,
    totalKg: given.reduce((all, one) => all + (one && "massKg" in one ? one.massKg : 0), 0),
    totalL: given.reduce((all, one) => all + (one && "volumeL" in one ? one.volumeL : 0), 0),
    faults,
    day: day.success ? day.data : undefined,
  };
}

/** A thermometer's figure, in the keeper's unit or with one of its own; an empty cell is a bin that was not read. */
function warmthLine(
  binId: string,
  one: BinToday | undefined,
  own: string | undefined,
  units: UnitSystem,
): ManyLine {
  const text = own?.trim() ?? "";
  const read = text === "" ? undefined : parseQuantity(text, "temperature", DEFAULT_UNIT[units].temperature);
  if (read && !read.ok) return { binId, amount: own ?? "", fault: sayUnreadable(read.problem) };
  const facts = warmthFacts(one, read?.value);
  return facts.ok
    ? { binId, amount: own ?? "", facts: facts.value }
    : { binId, amount: own ?? "", problem: facts.problem };
}

const amountIn = (fact: FactAbout<"bin">): ManyAmount | undefined =>
  fact.kind === "fed" || fact.kind === "bedded"
    ? fact.parts[0]?.amount
    : fact.kind === "watered" || fact.kind === "dosed" || fact.kind === "drained" || fact.kind === "removed"
      ? fact.amount
      : undefined;

const sayMany = (amount: ManyAmount, units: UnitSystem): string =>
  "massKg" in amount ? formatMass(amount.massKg, units) : formatVolume(amount.volumeL, units);

function usualAmounts(
  { of, sharing }: ManyTyped,
  bins: readonly BinToday[],
  asked: ManyAmount | undefined,
): ReadonlyMap<string, ManyAmount> {
  if (sharing === "proposed")
    return new Map(
      bins.flatMap((one) => {
        const amount = proposedAmount(of, one);
        return amount ? [[one.bin.id, { ...amount, measuredBy: "proposed" as const }]] : [];
      }),
    );
  if (!asked) return new Map();
  if (sharing === "each") return new Map(bins.map(({ bin }) => [bin.id as string, asked]));
  const isMass = "massKg" in asked;
  const { measuredBy } = asked;
  return new Map(
    [...shared(isMass ? asked.massKg : asked.volumeL, of, bins)].map(([id, value]) => [
      id as string,
      isMass ? { massKg: value, measuredBy } : { volumeL: value, measuredBy },
    ]),
  );
}
