import { isFigure } from "../quantity/words";
import { dayAndMonth } from "../calendar/day";
import {
  FOOD_LEFT_WORDS,
  FOUND_HANDFUL_WORDS,
  FOUND_STATE_WORDS,
  RIPENESS_WORDS,
  SMELL_WORDS,
  SQUEEZE_WORDS,
} from "./readings";
import type { Amount, Entry, EntryOf, Reading } from "@/records/entry";
import type {
  BeddingLaid,
  FollowUp,
  FoodLaid,
  LiquidLooks,
  OverBed,
  PutIn,
  WaterMeans,
  WentTo,
} from "@/vocabulary/deeds";
import type { Booked, LotStage, LotUse, PartedBy } from "@/vocabulary/lots";
import type { ClearedBy, Counted, TubEnd } from "@/vocabulary/nursery";
import type { Preparation } from "@/vocabulary/setup";
import type { Guard, SpellKind } from "@/vocabulary/weather";
import { COVER_WORDS, sayOwnRules } from "./setup";
import type { AmendmentKind } from "../catalogue/amendment";
import { amendmentKind } from "../catalogue/amendment";
import { materialOf, shortName } from "../catalogue/material";
import { schoolOf } from "../catalogue/school";
import type { UnitSystem } from "../quantity/format";
import {
  formatCount,
  formatLength,
  formatMass,
  formatMinutes,
  formatPercent,
  formatTemperature,
  formatVolume,
  formatWeighed,
} from "../quantity/format";

/** What it comes to; beside it the keeper's own words, where they were more than a figure: “half a pail”. */
function sayAmount(amount: Amount, units: UnitSystem): string {
  const said = sayFigure(amount, units);
  return amount.typed === undefined || amount.measuredBy === "proposed" || isFigure(amount.typed) ? said : `${said} (“${amount.typed}”)`; // prettier-ignore
}
const sayFigure = (amount: Amount, units: UnitSystem): string =>
  "massKg" in amount
    ? formatMass(amount.massKg, units)
    : "volumeL" in amount
      ? formatVolume(amount.volumeL, units)
      : formatCount(amount.count);

export const PREPARATION_WORDS: Record<Preparation, string> = {
  whole: "whole",
  chopped: "chopped",
  grated: "grated",
  frozen: "frozen, thawed",
  choppedFrozen: "chopped, frozen",
  pureed: "blended",
  soaked: "soaked",
  precomposted: "pre-composted",
};

const WATERED_WORDS: Record<WaterMeans, string> = {
  can: " from the can",
  sprayer: ", sprayed",
  trayBelow: " into the tray below",
  ice: " as ice",
  rain: "",
};
const DOSED_WORDS: Record<AmendmentKind, string> = {
  grit: "grit",
  lime: "lime",
  mineral: "added",
  feed: "dusted",
  castings: "seeded",
  bedding: "added",
  trace: "added",
};
export const LOOKS_WORDS: Record<LiquidLooks, string> = {
  clear: "clear",
  teaBrown: "brown as tea",
  dark: "dark",
  foul: "foul",
};
const WENT_WORDS: Record<WentTo, string> = {
  bin: "into another bin",
  store: "into the store",
  tub: "into a tub",
  heap: "to the heap",
  ground: "left in the ground",
};
export const PUT_IN_WORDS: Record<PutIn, string> = {
  contents: "from another bin",
  worked: "of worked bedding",
  overs: "of sieve overs",
  castings: "of castings",
};
export const OVER_WORDS: Record<OverBed, string> = {
  cloth: "a cloth",
  mat: "a mat",
  cardSheet: "a sheet of card",
  paper: "paper",
  nothing: "nothing",
};
export const LAID_WORDS: Record<FoodLaid, string> = {
  onTop: "on top",
  underCover: "under the cover",
  pocket: "in a pocket",
  trench: "in a trench",
  mixedIn: "mixed in",
};
export const BEDDING_LAID_WORDS: Record<BeddingLaid, string> = {
  under: "under the food",
  over: "over the food",
  mixedIn: "mixed in",
};
const sayOver = ({ what, isDamp }: { readonly what: OverBed; readonly isDamp: boolean }): string =>
  what === "nothing" ? "nothing on the bed" : `${OVER_WORDS[what]} on the bed, ${isDamp ? "damp" : "dry"}`;

function howMuch(entry: EntryOf<"removed">, units: UnitSystem): string {
  const what = entry.what === "minerals" ? "of what does not rot" : entry.what;
  if (entry.amount) return `${sayAmount(entry.amount, units)} ${what}`;
  if (entry.depthM !== undefined)
    return `${formatLength(entry.depthM, units)} ${entry.from === "below" ? "from below" : "from the top"}`;
  if (entry.fraction !== undefined) return `${formatPercent(entry.fraction)} of the ${what}`;
  return entry.what === "minerals" ? "all that does not rot" : `all the ${what}`;
}

export interface EntryWords {
  /** One word for what was done: fed, watered, looked. */
  readonly verb: string;
  readonly rest: string;
}

/** An entry as one line of the log. */
export function sayEntry(entry: Entry, units: UnitSystem): EntryWords {
  const { verb, rest } = sayDone(entry, units);
  return entry.helper === undefined
    ? { verb, rest }
    : { verb, rest: `${rest}${rest === "" ? "" : ", "}by ${entry.helper}` };
}

function sayDone(entry: Entry, units: UnitSystem): EntryWords {
  const at = entry.place === undefined ? "" : ` at place ${entry.place}`;
  const parts = (use: "food" | "bedding") =>
    entry.kind === "fed" || entry.kind === "bedded"
      ? entry.parts
          .map((part) => `${sayAmount(part.amount, units)} ${shortName(materialOf(use, part.materialId))}`)
          .join(", ")
      : "";
  switch (entry.kind) {
    case "stocked":
      return {
        verb: "stocked",
        rest: entry.worms.map((lot) => `${sayAmount(lot.amount, units)} of worms`).join(", "),
      };
    case "seeded":
      return { verb: "seeded", rest: `${sayAmount(entry.amount, units)} living castings` };
    case "bedded":
      return {
        verb: entry.isCover ? "covered" : "bedded",
        rest: `${parts("bedding")}${at}${entry.laid ? `, ${BEDDING_LAID_WORDS[entry.laid]}` : ""}`,
      };
    case "fed":
      return { verb: "fed", rest: `${parts("food")}${at}${entry.laid ? `, ${LAID_WORDS[entry.laid]}` : ""}` };
    case "watered":
      return {
        verb: entry.means === "rain" ? "rained on" : "watered",
        rest: `${sayAmount(entry.amount, units)}${entry.means ? WATERED_WORDS[entry.means] : ""}`,
      };
    case "dosed":
      return {
        verb: DOSED_WORDS[amendmentKind(entry.materialId)],
        rest: `${sayAmount(entry.amount, units)} ${shortName(materialOf("amendment", entry.materialId))}`,
      };
    case "looked":
      return {
        verb: entry.lid === "lifted" ? "looked" : "quiet check",
        rest:
          entry.readings.length === 0
            ? "all as expected"
            : entry.readings.map((reading) => sayReading(reading, units)).join(", "),
      };
    case "found":
      return { verb: "found", rest: sayFound(entry, units) };
    case "turned":
      return entry.subject.kind === "bin"
        ? { verb: "loosened", rest: "the bedding" }
        : { verb: "turned", rest: "" };
    case "covered":
      return {
        verb: "cover",
        rest: [
          ...(entry.cover ? [COVER_WORDS[entry.cover]] : []),
          ...(entry.over ? [sayOver(entry.over)] : []),
        ].join(", "),
      };
    case "drained":
      return {
        verb: "drained",
        rest: [
          ...(entry.amount ? [sayAmount(entry.amount, units)] : []),
          ...(entry.looks ? [LOOKS_WORDS[entry.looks]] : []),
        ].join(", "),
      };
    case "weighed":
      return { verb: "weighed", rest: `${formatWeighed(entry.grossKg - entry.tareKg, units)} net` };
    case "harvested":
      return {
        verb: "harvested",
        rest: `${formatWeighed(entry.grossKg - entry.tareKg, units)} castings, ${METHOD_WORDS[entry.method]}`,
      };
    case "removed":
      return {
        verb: "removed",
        rest: `${howMuch(entry, units)}${entry.place === undefined ? "" : ` from place ${entry.place}`}${entry.to ? `, ${WENT_WORDS[entry.to]}` : ""}${entry.withWorms ? ", worms along" : ""}`,
      };
    case "received":
      return { verb: "put in", rest: `${sayAmount(entry.amount, units)} ${PUT_IN_WORDS[entry.what]}` };
    case "wormsTaken":
      return { verb: "worms taken", rest: sayAmount(entry.amount, units) };
    case "split":
      return {
        verb: "split",
        rest: `${formatPercent(entry.fraction)} ${entry.compartment ? "of a part " : ""}to another bin`,
      };
    case "tipped":
      return { verb: "tipped", rest: `${formatPercent(entry.fraction)} out` };
    case "rotated":
      return { verb: "rotated", rest: `trays changed places${sayCarriedUp(entry.liftedFraction)}` };
    case "advanced":
      return {
        verb: "moved on",
        rest: `${entry.byM === undefined ? formatPercent(entry.fraction) : formatLength(entry.byM, units)} along, oldest first`,
      };
    case "added":
      return {
        verb: "added",
        rest: `${entry.added.name ?? "a compartment"}${sayCarriedUp(entry.liftedFraction)}`,
      };
    case "emptied":
      return {
        verb: "emptied",
        rest: `${entry.compartment ? "one part, " : ""}${entry.keepsWorms === false ? "worms and all" : "worms kept"}${entry.to ? `, ${WENT_WORDS[entry.to]}` : ""}`,
      };
    case "altered":
      return { verb: "set-up", rest: sayChanges(entry.changes, units) };
    case "noted":
      return { verb: "note", rest: entry.text };
    case "diagnosed":
      return {
        verb: "trouble",
        rest: `${entry.signs.map((sign) => sign.replace(/-/g, " ")).join(", ")}; held to be ${entry.causes[0]!.replace(/-/g, " ")}`,
      };
    case "followedUp":
      return {
        verb: "looked again",
        rest: [
          FOLLOW_UP_WORDS[entry.outcome],
          ...(entry.helped ? [`what helped: ${entry.helped}`] : []),
        ].join(", "),
      };
    case "staged":
      return {
        verb: STAGED_WORDS[entry.stage],
        rest: entry.depthM === undefined ? "" : `${formatLength(entry.depthM, units)} deep`,
      };
    case "sieved":
      return {
        verb: "sieved",
        rest: [
          `through ${formatMesh(entry.meshM, units)}`,
          ...(entry.overs
            ? [
                `${sayAmount(entry.overs, units)} did not go through, ${entry.toBinId ? "and went back into a bin" : "and lie apart"}`,
              ]
            : []),
        ].join(", "),
      };
    case "bagged":
      return {
        verb: "bagged",
        rest: `${formatCount(entry.count)} ${entry.count === 1 ? "bag" : "bags"} of ${sayAmount(entry.each, units)}`,
      };
    case "unbagged":
      return { verb: "opened", rest: sayBags(entry.count, entry.eachKg, units) };
    case "parted":
      return {
        verb: PARTED_WORDS[entry.how],
        rest: [
          sayAmount(entry.amount, units),
          ...(entry.bagCount === undefined ? [] : [sayBags(entry.bagCount, entry.bagKg, units)]),
          ...(entry.use ? [LOT_USE_WORDS[entry.use]] : []),
          ...(entry.where ? [`${entry.how === "used" ? "on" : "to"} ${entry.where}`] : []),
          ...(entry.price ? [`for ${formatMoney(entry.price)}`] : []),
        ].join(", "),
      };
    case "booked":
      return {
        verb: BOOKED_WORDS[entry.of],
        rest: [
          entry.what,
          ...(entry.sum ? [formatMoney(entry.sum)] : []),
          ...(entry.tookMin === undefined ? [] : [formatMinutes(entry.tookMin)]),
        ].join(", "),
      };
    case "guarded":
      return {
        verb: entry.isOver ? `${SPELL_WORDS[entry.against]} over` : `against ${SPELL_WORDS[entry.against]}`,
        rest: [
          ...(entry.isOver && entry.by.length > 0 ? ["taken back"] : []),
          ...entry.by.map((guard) => GUARD_WORDS[guard]),
        ].join(", "),
      };
    case "rescue":
      return { verb: "rescue", rest: RESCUE_WORDS[entry.is] };
    case "tubSet":
      return {
        verb: "set",
        rest: `${sayAmount(entry.grown, units)} grown worms, for ${entry.cycleDays} days`,
      };
    case "tubDue":
      return { verb: "moved", rest: `due on ${dayAndMonth(entry.dueOn)}` };
    case "tubCleared":
      return {
        verb: CLEARED_WORDS[entry.how],
        rest: [
          ...(entry.grown ? [`${sayAmount(entry.grown, units)} grown worms out`] : []),
          ...(entry.trayId ? ["the rest into a tray"] : []),
        ].join(", "),
      };
    case "tubCounted":
      return {
        verb: "counted",
        rest: `${formatCount(entry.count)} ${COUNTED_WORDS[entry.of]} in ${entry.fraction === 1 ? "all of it" : `${formatPercent(entry.fraction)} of it`}`,
      };
    case "trayFilled":
      return {
        verb: "filled",
        rest: `${entry.fraction === 1 ? "all" : formatPercent(entry.fraction)} of what was laid until ${dayAndMonth(entry.laidTo)}`,
      };
    case "thinned":
      return {
        verb: "thinned out",
        rest: `${formatPercent(entry.into.reduce((sum, { fraction }) => sum + fraction, 0))} into ${entry.into.length} ${entry.into.length === 1 ? "tray" : "trays"}`,
      };
    case "tubEnded":
      return {
        verb: "ended",
        rest: [...(entry.amount ? [sayAmount(entry.amount, units)] : []), TUB_END_WORDS[entry.to]].join(" "),
      };
  }
}

const sayCarriedUp = (share: number | undefined): string =>
  share === undefined ? "" : `, ${formatPercent(share)} of the one below laid in it, worms and all`;

const SPELL_WORDS: Readonly<Record<SpellKind, string>> = {
  heat: "heat",
  frost: "frost",
  rain: "rain",
};
export const GUARD_WORDS: Readonly<Record<Guard, string>> = {
  moved: "moved to a better place",
  shaded: "shaded",
  wrapped: "wrapped",
  ice: "ice bottles on top",
  dampSheet: "a damp sheet over the bed",
  lidAjar: "lid ajar",
  covered: "covered against rain",
  lessFood: "less food",
};
const RESCUE_WORDS: Readonly<Record<"begun" | "over" | "left", string>> = {
  begun: "from mud begun",
  over: "from mud is over",
  left: "from mud left off",
};
export const CLEARED_WORDS: Readonly<Record<ClearedBy, string>> = {
  sieved: "sieved",
  lured: "worms lured out",
  sorted: "sorted by hand",
};
export const COUNTED_WORDS: Readonly<Record<Counted, string>> = {
  cocoons: "cocoons",
  hatchlings: "hatchlings",
  growing: "growing worms",
  grown: "grown worms",
};
export const TUB_END_WORDS: Readonly<Record<TubEnd, string>> = {
  bin: "into a bin",
  tub: "into a breeding tub",
  sold: "sold",
  given: "given away",
  lost: "lost",
};
export const FOLLOW_UP_WORDS: Readonly<Record<FollowUp, string>> = {
  gone: "it is over",
  mistaken: "it was none",
  better: "better",
  same: "the same",
  worse: "worse",
};
export const STAGED_WORDS: Readonly<Record<LotStage, string>> = {
  drying: "spread to dry",
  curing: "put to mature",
  stored: "put in store",
};
export const BOOKED_WORDS: Readonly<Record<Booked, string>> = {
  cost: "cost",
  income: "income",
  work: "work",
};
export const PARTED_WORDS: Readonly<Record<PartedBy, string>> = {
  used: "used",
  given: "given away",
  sold: "sold",
  thrown: "thrown out",
};
export const LOT_USE_WORDS: Readonly<Record<LotUse, string>> = {
  seedMix: "for a seed mix",
  potting: "for potting",
  bed: "into a bed",
  sideDressing: "round plants",
  slurry: "as a slurry",
  extract: "as an extract",
  newBin: "to start a bin",
};
/** Width of a mesh: millimetres, or eighths of an inch. */
export const formatMesh = (meshM: number, units: UnitSystem): string =>
  units === "us"
    ? `${Math.max(1, Math.round((meshM / 0.0254) * 8))}/8 in mesh`
    : `${Number((meshM * 1000).toFixed(1))} mm mesh`;
/** As it was asked for, with its currency: "3.50 EUR". */
export const formatMoney = ({
  money,
  currency,
}: {
  readonly money: number;
  readonly currency: string;
}): string => `${money.toFixed(2)} ${currency}`;

export const METHOD_WORDS = {
  light: "under a lamp",
  migrate: "after they moved across",
  bottom: "from below",
  dump: "tipped out and sorted",
  screen: "screened",
} as const;

const CHANGE_WORDS: Partial<Record<keyof Altered["changes"], string>> = {
  school: "way of keeping",
  roomId: "room",
  tareKg: "empty weight",
  grateGapM: "gap of the grate",
  sumpL: "tray",
  compartments: "size",
  ahead: "what is planned",
};
type Altered = Extract<Entry, { kind: "altered" }>;

function sayChanges(changes: Altered["changes"], units: UnitSystem): string {
  if (changes.system)
    return `${changes.system === "tub" ? "tub" : changes.system.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}, ${changes.school ? schoolOf(changes.school).name : ""}`;
  if (changes.retired !== undefined) return changes.retired ? "out of use" : "in use again";
  if (changes.resting !== undefined)
    return changes.resting
      ? `resting${changes.restingUntil ? ` until ${changes.restingUntil}` : ""}`
      : "awake again";
  if (changes.ahead?.busyUntil) return `visited seldom until ${changes.ahead.busyUntil}`;
  if (changes.ahead?.harvestOn) return `castings wanted by ${changes.ahead.harvestOn}`;
  return [
    ...Object.keys(changes)
      .filter((key) => key !== "own" && key !== "targetMoisture")
      .map((key) => CHANGE_WORDS[key as keyof typeof changes] ?? key),
    ...sayOwnRules(changes, units),
    ...(changes.own && Object.keys(changes.own).length === 0 ? ["no rules of its own"] : []),
  ].join(", ");
}

function sayReading(reading: Reading, units: UnitSystem): string {
  switch (reading.of) {
    case "squeeze":
      return `squeeze ${SQUEEZE_WORDS[reading.squeeze]}`;
    case "foodLeft":
      return `food left${reading.place ? ` at ${reading.place}` : ""} ${FOOD_LEFT_WORDS[reading.foodLeft]}`;
    case "smell":
      return `smell ${SMELL_WORDS[reading.smell]}`;
    case "warmth":
      return `feels ${reading.warmth}`;
    case "temperature":
      return formatTemperature(reading.temperatureC, units);
    case "moisture":
      return `${formatPercent(reading.moisture)} moist`;
    case "weight":
      return `weighs ${formatMass(reading.massKg, units, "bucket")}`;
    case "fillDepth":
      return `${formatLength(reading.belowRimM, units)} below the rim`;
    case "ripeness":
      return `looks ${RIPENESS_WORDS[reading.ripeness]}`;
    case "handful":
      return `${reading.count} worms in a handful`;
    case "fillMark":
      return reading.mark === "atTheLine"
        ? "at the line"
        : reading.mark === "aboveTheLine"
          ? "above the line"
          : "below the line";
    case "sign":
      return `${reading.isPresent ? "" : "no "}${reading.sign.replace(/-/g, " ")}`;
  }
}

/** A bin that already ran, as it was told: herd, matter, food, as far as anything was said. */
function sayFound(
  { worms, parts, fedWeeklyKg, lastFed, runningMonths }: EntryOf<"found">,
  units: UnitSystem,
): string {
  const herd =
    worms === undefined
      ? []
      : "massKg" in worms
        ? [`about ${formatMass(worms.massKg, units)} of worms`]
        : [`a handful shows ${FOUND_HANDFUL_WORDS[worms.handful]}`];
  const matter = parts.flatMap(
    ({ fraction, state }) =>
    fraction === undefined && state === undefined
      ? []
      : [[...(fraction === undefined ? [] : [`${formatPercent(fraction)} full`]), ...(state ? [FOUND_STATE_WORDS[state]] : [])].join(", ")], // prettier-ignore
  );
  const said = [
    ...herd,
    ...matter,
    ...(fedWeeklyKg === undefined ? [] : [`${formatMass(fedWeeklyKg, units)} of food a week`]),
    ...(lastFed?.fedDaysAgo === undefined ? [] : [`last fed ${lastFed.fedDaysAgo} days before`]),
    ...(lastFed?.left === undefined ? [] : [`of that ${FOOD_LEFT_WORDS[lastFed.left]} left`]),
    ...(runningMonths === undefined ? [] : [`running ${Math.round(runningMonths)} months`]),
  ];
  return said.length > 0 ? `as it runs: ${said.join("; ")}` : "as it runs, not looked into";
}

/** "2 bags of 400 g"; of bags whose size was not said, how many. Never throws. */
export const sayBags = (count: number, eachKg: number | undefined, units: UnitSystem): string =>
  `${formatCount(count)} ${count === 1 ? "bag" : "bags"}${eachKg === undefined ? "" : ` of ${formatWeighed(eachKg, units)}`}`;
