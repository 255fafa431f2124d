import type { Lot } from "@/records/lot";
import type { LocalDate } from "@/vocabulary/fields";
import type { LotRisk, LotUse } from "@/vocabulary/lots";
import { addDays, ago, dayAndMonth, spokenDay } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import {
  formatArea,
  formatLength,
  formatMass,
  formatPercent,
  formatVolume,
  formatWeighed,
} from "../quantity/format";
import { formatMoney, LOT_USE_WORDS, PARTED_WORDS, sayBags } from "../words/entry";
import type { Drying, TooDamp } from "./drying";
import { CURE_DAYS, isTooDamp, SPREAD_M, TURN_DAYS } from "./drying";
import type { LotDue, LotTask } from "./due";
import type { BagLine, LotState } from "./state";
import { CRUMB_KG, litreKgOf } from "./state";
import type { UseBy } from "./uses";

/** What it is now, in two or three words. */
export function sayLotStage(state: LotState, today: LocalDate): string {
  if (state.massKg <= CRUMB_KG) return "all gone";
  const { stage } = state;
  if (!stage) return "as it came out";
  const words = { drying: "spread to dry", curing: "maturing", stored: "in store" }[stage.is];
  return `${words} since ${spokenDay(stage.since, today).replace(/^on /, "")}`;
}

/** How much of it there is: "6.2 kg, about 9 L, 58 % moist". */
export const sayLotAmount = (lot: Lot, state: LotState, units: UnitSystem): string =>
  [
    sayLotMass(state, state.massKg, units),
    `about ${formatVolume(state.massKg / Math.max(0.05, litreKgOf(lot, state.moisture)), units)}`,
    `${formatPercent(state.moisture)} moist`,
    ...sayLines(state, units),
  ].join(", ");
/** "5 bags of 2 kg". Never throws. */
export const sayBagLine = (line: BagLine, units: UnitSystem): string =>
  `${sayBags(line.count, undefined, units)} of ${sayLotMass(line, line.eachKg, units)}`;
/** A mass of it: as it was weighed where it was, else as one reckons. Never throws. */
export const sayLotMass = ({ isWeighed }: Pick<LotState, "isWeighed">, massKg: number, units: UnitSystem) =>
  isWeighed ? formatWeighed(massKg, units) : formatMass(massKg, units, "bucket");
/** "5 bags of 2 kg", "2 bags of 400 g", "3.2 kg loose": a lot that is bagged, line by line. Nothing where none of it is. */
const sayLines = (state: LotState, units: UnitSystem): readonly string[] => {
  const { bags, looseKg, missingBags } = state;
  return bags.length === 0 && missingBags === 0
    ? []
    : [
        ...bags.map((line) => sayBagLine(line, units)),
        looseKg > CRUMB_KG ? `${sayLotMass(state, looseKg, units)} loose` : "nothing loose",
        ...(missingBags > 0
          ? [`${sayBags(missingBags, undefined, units)} more written as gone than stood there`]
          : []),
      ];
};

const TASK_WORDS: Readonly<Record<LotTask, { readonly verb: string; readonly why: string }>> = {
  spread: { verb: "spread it to dry", why: "Wet castings shut in turn sour, and clog a sieve." },
  putBy: { verb: "sieve it or put it by", why: "It is dry enough to crumble." },
  turn: { verb: "turn it", why: "The top dries to a crust over mud." },
  feel: { verb: "feel whether it is dry", why: "It may be crumbly by now; a brick is too dry." },
  damp: { verb: "damp it a little", why: "As dry as a brick, what lives in it dies." },
  store: { verb: "put it in store", why: "It is dry enough: under a lid that lies loose, out of the sun." },
  look: { verb: "feel how moist it is", why: "Stored castings are alive, and dry out or sweat unseen." },
};
/** What to do next with it: verb and reason, as a line of the slate has them. */
export const sayLotTask = (due: LotDue): { readonly verb: string; readonly why: string } =>
  TASK_WORDS[due.task];

/** How long and how: "Spread 3 cm deep it covers 0.6 m²; 3 L of water must go …: 3 to 12 days", or between which days where it lies spread since one. */
export function sayDrying(
  found: Drying | TooDamp,
  units: UnitSystem,
  what: string,
  {
    spreadM = SPREAD_M,
    since,
  }: { readonly spreadM?: number | undefined; readonly since?: LocalDate | undefined } = {},
): string {
  if (isTooDamp(found))
    return `In this air it dries to about ${formatPercent(found.downTo)} and no further: a warmer or drier room, or a fan, takes it on.`;
  if (found.days.high < 0.5) return `It is dry enough ${what}.`;
  const low = Math.max(1, Math.round(found.days.low));
  const high = Math.max(low + 1, Math.round(found.days.high));
  return `Spread ${formatLength(spreadM, units)} deep it covers ${formatArea(found.areaM2, units)}; ${formatVolume(found.waterL, units)} of water must go until it is dry enough ${what}: ${since ? `between ${dayAndMonth(addDays(since, low), since)} and ${dayAndMonth(addDays(since, high), since)}` : `${low} to ${high} days`}, turned every ${TURN_DAYS} days.`;
}

const RISK_WORDS: Readonly<Record<LotRisk, string>> = {
  manure: "manure",
  animal: "animal remains",
  weeds: "weeds with seeds",
};
/** Why it should mature first; undefined where nothing asks for it. */
export const sayRisks = (risks: readonly LotRisk[]): string | undefined =>
  risks.length === 0
    ? undefined
    : `${risks.map((risk) => RISK_WORDS[risk]).join(" and ")} went into these bins: let it mature ${CURE_DAYS} days, damp and airy, before it goes near anything that is eaten.`;

export const USE_BY_WORDS: Readonly<Record<UseBy, string>> = {
  mix: "How much mix you make",
  area: "How much ground",
  plants: "How many plants",
  water: "How much water",
};
export const USE_HOW: Readonly<Record<LotUse, string>> = {
  seedMix: "Sieved fine and mixed through. More than a fifth is too salty for seedlings.",
  potting: "Mixed through; a third at most.",
  bed: "Raked into the top few centimetres before planting, then covered from the sun.",
  sideDressing: "In a ring a hand from the stem, under mulch, watered in.",
  slurry:
    "Stirred into water and poured on the soil the same day. It is no drain liquid: that has a rule of its own.",
  extract:
    "In a cloth, air bubbled through clean water for some hours, nothing sweet added; on the soil within four hours.",
  newBin: "Mixed into fresh bedding, so that it is alive before the worms come.",
};

/** What left the lots, as a table: a line a parting, by day. */
export const receiptRows = (
  lots: readonly { readonly lot: Lot; readonly state: LotState }[],
): readonly (readonly string[])[] => [
  ["day", "lot", "how", "kg", "bags", "kg in a bag", "for", "to or on", "price", "currency", "note"],
  ...lots
    .flatMap(({ lot, state }) => state.partings.map((parting) => ({ lot, ...parting })))
    .toSorted((a, b) => (a.entry.day < b.entry.day ? -1 : a.entry.day > b.entry.day ? 1 : 0))
    .map(({ lot, entry, massKg }) => [
      entry.day,
      lot.name,
      PARTED_WORDS[entry.how],
      massKg.toFixed(3),
      entry.bagCount === undefined ? "" : String(entry.bagCount),
      entry.bagKg === undefined ? "" : entry.bagKg.toFixed(3),
      entry.use ? LOT_USE_WORDS[entry.use] : "",
      entry.where ?? "",
      entry.price ? entry.price.money.toFixed(2) : "",
      entry.price?.currency ?? "",
      entry.note ?? "",
    ]),
];
/** What was taken in over all lots, by currency: "12.50 EUR and 3.00 CHF"; undefined where nothing was sold for money. */
export function sayTaken(lots: readonly { readonly state: LotState }[]): string | undefined {
  const sums = new Map<string, number>();
  for (const { state } of lots)
    for (const { entry } of state.partings)
      if (entry.price)
        sums.set(entry.price.currency, (sums.get(entry.price.currency) ?? 0) + entry.price.money);
  return sums.size === 0
    ? undefined
    : [...sums].map(([currency, money]) => formatMoney({ money, currency })).join(" and ");
}
export const sayMade = (lot: Lot, today: LocalDate): string => `harvested ${ago(lot.madeOn, today)}`;
