import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "@/core/calendar/day";
import type { Band, HerdExpectation } from "@/core/expectation/expectation";
import type { Ensemble, FeedingMark } from "../ensemble/ensemble";
import { leftAt, litresOf } from "../ensemble/measures";
import { fedAt, harvestedAt, livingIn } from "../engine/twinBin";
import { weightsOf } from "./learn";
import { bandOf } from "./quantiles";
import { ripenessOf } from "../engine/ripeness";
import {
  AT,
  beddingOf,
  castingsOf,
  cocoonsG,
  cocoonsOf,
  dryOf,
  foodOf,
  herdG,
  liveOf,
  moistureOf,
  overHerds,
} from "../engine/state";

/** One compartment on a day. Dry kilograms. */
export interface CompartmentDay {
  readonly id: string;
  readonly moisture: Band;
  readonly ripeness: Band;
  readonly temperatureC: Band;
  readonly beddingDryKg: number;
  readonly foodDryKg: number;
  readonly castingsDryKg: number;
  /** Share of the herd. */
  readonly wormShare: number;
  readonly litres: number;
}
export interface PlaceDay {
  readonly compartmentId: string;
  readonly place: number;
  readonly fedOn: LocalDate;
  readonly massKg: number;
  readonly left: Band;
}
/** A bin on a day as the twin sees it: 10, 50 and 90 % of its members. */
export interface TwinDay {
  readonly day: LocalDate;
  /** Of the compartment one feeds. */
  readonly moisture: Band;
  /** Of the lower bed of the part one feeds. */
  readonly lowerC: Band;
  readonly temperatureC: Band;
  readonly foodDryKg: Band;
  readonly wormsKg: Band;
  /** Of each species, where several live together. */
  readonly herds?: readonly HerdExpectation[];
  readonly youngKg: Band;
  readonly growingKg: Band;
  readonly adultKg: Band;
  readonly cocoons: Band;
  /** Wet, in the whole bin. */
  readonly castingsKg: Band;
  /** Finished share of the compartment one harvests from. */
  readonly ripeness: Band;
  /** Chance that air or warmth goes wrong: anaerobic over a half, or too hot for the herd. */
  readonly trouble: number;
  readonly fedMassKg: Band;
  /** Standing under it. */
  readonly sumpL: Band;
  readonly compartments: readonly CompartmentDay[];
  readonly places: readonly PlaceDay[];
}

/** Too warm for a herd: below its heat death by a margin, 32 °C at most. Source: process model 8, 5.2. */
export function heatLimitC({ bin, lines }: Ensemble): number {
  const species = livingIn(bin);
  if (species.length === 1) return Math.min(32, species[0]!.heatDeathC - 3);
  // Of a mixture the tenderest that still has a part in it.
  const masses = species.map((_, herd) =>
    lines.reduce((sum, line) => sum + line.reduce((all, s) => all + herdG(s, herd), 0), 0),
  );
  const least = HARDLY_ANY * masses.reduce((sum, g) => sum + g, 0);
  return Math.min(
    32,
    ...species.map(({ heatDeathC }, herd) => (masses[herd]! >= least ? heatDeathC - 3 : 32)),
  );
}
/** A smaller share of all worms of a bin is no part of it. */
const HARDLY_ANY = 0.05;
/** Of a bin of several compartments only those count where the herd or its food is: a drowned end no one lives in is no emergency. */
const LIVED_IN = 0.1;
const FED_G = 20;
/** What is wrong where the worms of a member live, sour air before heat: the alarm of process model 8. */
export function troubleOf(line: readonly Float64Array[], limitC: number): "air" | "heat" | undefined {
  let herd = 0;
  if (line.length > 1) for (const s of line) herd += liveOf(s);
  let isHot = false;
  for (const s of line) {
    if (s[AT.AN]! <= 0.5 && s[AT.T]! <= limitC) continue;
    if (line.length > 1 && liveOf(s) < LIVED_IN * herd && foodOf(s) < FED_G) continue;
    if (s[AT.AN]! > 0.5) return "air";
    isHot = true;
  }
  return isHot ? "heat" : undefined;
}
export const isInTrouble = (line: readonly Float64Array[], limitC: number): boolean =>
  troubleOf(line, limitC) !== undefined;

/**
 * Widened by a fifth about its middle: the bands of standing food and of air are that much too narrow (process model
 * 10.3).
 */
function widened({ low, middle, high }: Band, most = Infinity): Band {
  return {
    low: Math.max(0, middle - 1.2 * (middle - low)),
    middle,
    high: Math.min(most, middle + 1.2 * (high - middle)),
  };
}

/* What is read of each member, one row a series: filled in one pass without closures, which would allocate. */
const ROWS = ["food", "worms", "young", "growing", "adult", "cocoons", "castings", "wet", "sump"] as const;
type Row = (typeof ROWS)[number];
let scratch: Record<Row | "one", Float64Array> | undefined;
function rowsFor(size: number): Record<Row | "one", Float64Array> {
  if (scratch?.one.length !== size)
    scratch = Object.fromEntries([...ROWS, "one"].map((name) => [name, new Float64Array(size)])) as Record<
      Row | "one",
      Float64Array
    >;
  return scratch;
}

/** Reads an ensemble on a day. `startDay` is the first day of the log. */
export function readDay(ensemble: Ensemble, startDay: LocalDate): TwinDay {
  const { size, lines, views, bin, marks, day } = ensemble;
  const weights = weightsOf(ensemble);
  const rows = rowsFor(size);
  const limitC = heatLimitC(ensemble);
  const species = livingIn(bin);
  const herdsKg = species.map(() => new Float64Array(species.length > 1 ? size : 0));
  const fed = fedAt(bin);
  let trouble = 0;
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    let food = 0, young = 0, growing = 0, adult = 0, cocoons = 0, castings = 0, wet = 0, sump = 0; // prettier-ignore
    for (let at = 0; at < line.length; at += 1) {
      const s = line[at]!;
      const dry = dryOf(s);
      const eggs = cocoonsOf(s);
      const water = s[AT.W]!;
      food += foodOf(s);
      young += overHerds(s, AT.BY);
      growing += overHerds(s, AT.BS);
      adult += overHerds(s, AT.BA);
      if (species.length > 1)
        for (let herd = 0; herd < species.length; herd += 1) herdsKg[herd]![member]! += herdG(s, herd) / 1000;
      cocoons += eggs;
      castings += castingsOf(s) / Math.max(0.05, dry / Math.max(1e-9, dry + water));
      if (at === fed) wet = dry + water + liveOf(s) + cocoonsG(s, species);
      sump += s[AT.SU]!;
    }
    rows.food[member] = food / 1000;
    rows.young[member] = young / 1000;
    rows.growing[member] = growing / 1000;
    rows.adult[member] = adult / 1000;
    rows.worms[member] = (young + growing + adult) / 1000;
    rows.cocoons[member] = cocoons;
    rows.castings[member] = castings / 1000;
    rows.wet[member] = wet / 1000;
    rows.sump[member] = sump / 1000;
    if (isInTrouble(line, limitC)) trouble += weights[member]!;
  }
  const band = (row: Row): Band => bandOf(rows[row], weights);
  return {
    day: addDays(startDay, day),
    ...compartmentsOn(ensemble, weights, rows),
    foodDryKg: widened(band("food")),
    wormsKg: band("worms"),
    ...(species.length > 1
      ? {
          herds: [bin.speciesId, ...(bin.furtherIds ?? [])].map((speciesId, herd) => ({
            speciesId,
            massKg: bandOf(herdsKg[herd]!, weights),
          })),
        }
      : {}),
    youngKg: band("young"),
    growingKg: band("growing"),
    adultKg: band("adult"),
    cocoons: band("cocoons"),
    castingsKg: band("castings"),
    trouble,
    fedMassKg: band("wet"),
    sumpL: bin.drainage === "sump" ? band("sump") : NONE,
    places: marks.flatMap((slots, at) => {
      const newest = new Map<number, FeedingMark>();
      for (const mark of slots)
        if ((newest.get(mark.place)?.day ?? -1) < mark.day) newest.set(mark.place, mark);
      return [...newest.values()].map((mark) => ({
        compartmentId: bin.compartments[at]!.id,
        place: mark.place,
        fedOn: addDays(startDay, mark.day),
        massKg: mark.wetG / 1000,
        left: leftBand(views[at]!, slots, mark.place, weights, rows.one),
      }));
    }),
  };
}
const NONE: Band = { low: 0, middle: 0, high: 0 };

function leftBand(
  members: readonly Float64Array[],
  slots: readonly FeedingMark[],
  place: number,
  weights: Float64Array,
  values: Float64Array,
): Band {
  let most = 0;
  for (let member = 0; member < members.length; member += 1) {
    values[member] = leftAt(members[member]!, slots, place);
    if (values[member]! > most) most = values[member]!;
  }
  return most === 0 ? NONE : widened(bandOf(values, weights), 1);
}

/** Each compartment, and what stands for the bin: the moisture and warmth of the fed one, the ripeness of the one harvested from. */
function compartmentsOn(
  ensemble: Ensemble,
  weights: Float64Array,
  rows: Record<Row | "one", Float64Array>,
): Pick<TwinDay, "moisture" | "temperatureC" | "lowerC" | "ripeness" | "compartments"> {
  const { size, views, bin } = ensemble;
  const values = rows.one;
  const compartments = bin.compartments.map(({ id }, at): CompartmentDay => {
    const members = views[at]!;
    for (let member = 0; member < size; member += 1) values[member] = moistureOf(members[member]!);
    const moisture = bandOf(values, weights);
    for (let member = 0; member < size; member += 1) values[member] = ripenessOf(members[member]!);
    const ripeness = bandOf(values, weights);
    for (let member = 0; member < size; member += 1) values[member] = members[member]![AT.T]!;
    const temperatureC = bandOf(values, weights);
    let bedding = 0, food = 0, castings = 0, worms = 0, litres = 0; // prettier-ignore
    for (let member = 0; member < size; member += 1) {
      const s = members[member]!;
      const weight = weights[member]!;
      bedding += weight * beddingOf(s);
      food += weight * foodOf(s);
      castings += weight * castingsOf(s);
      worms += (weight * liveOf(s)) / Math.max(1e-9, 1000 * rows.worms[member]!);
      litres += weight * litresOf(s);
    }
    return {
      id,
      moisture,
      ripeness,
      temperatureC,
      beddingDryKg: bedding / 1000,
      foodDryKg: food / 1000,
      castingsDryKg: castings / 1000,
      wormShare: bin.compartments.length === 1 ? 1 : worms,
      litres,
    };
  });
  const fed = compartments[fedAt(ensemble.bin)]!;
  const inFed = views[fedAt(ensemble.bin)]!;
  for (let member = 0; member < size; member += 1) values[member] = inFed[member]![AT.TD]!;
  return {
    lowerC: bandOf(values, weights),
    moisture: fed.moisture,
    temperatureC: fed.temperatureC,
    ripeness: compartments[harvestedAt(ensemble.bin)]!.ripeness,
    compartments,
  };
}
