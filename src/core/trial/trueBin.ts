import type { Entry } from "@/records/entry";
import type { Climate } from "@/records/room";
import type { BinSetup } from "@/records/setup";
import { binSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { Cover, Drainage, Preparation, SchoolId, SpeciesId, System, Wall } from "@/vocabulary/setup";
import { setupAfter } from "@/core/bin/setupAfter";
import { systemOf, usualCompartments } from "@/core/bin/system";
import { addDays } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import { schoolOf } from "@/core/catalogue/school";
import type { ParameterName } from "@/core/twin/engine/parameters";
import { AS_SPECIFIED, P, withParameters } from "@/core/twin/engine/parameters";
import { AT, castingsOf, dryOf, liveOf, moistureOf } from "@/core/twin/engine/state";
import { fedAt } from "@/core/twin/engine/twinBin";
import type { TwinDeed } from "@/core/twin/ensemble/deed";
import { doDeed } from "@/core/twin/ensemble/deed";
import type { Ensemble } from "@/core/twin/ensemble/ensemble";
import { newEnsemble } from "@/core/twin/ensemble/ensemble";
import { litresOf } from "@/core/twin/ensemble/measures";
import { passDay } from "@/core/twin/ensemble/passDay";
import { seedOf } from "@/core/twin/log/follow";
import { scriptOf } from "@/core/twin/log/script";
import { MODEL_ALTERED } from "@/core/twin/proof/synthetic";

/*
 * A bin whose truth is hidden from whoever advises on it, with a household and a keeper of its own: other multipliers,
 * other constants, a finer step, and in a quarter of them one air for a whole compartment.
 */

interface Kind {
  readonly name: string;
  readonly system: System;
  readonly school?: SchoolId;
  readonly size?: readonly [widthM: number, lengthM: number, heightM: number];
  readonly compartments?: number;
  readonly wormsKg: number;
  /** Litres of damp bedding to begin with, in the compartment one feeds. */
  readonly beddingL: number;
  readonly isOutdoors?: boolean;
  readonly cover?: Cover;
  readonly drainage?: Drainage;
  readonly wall?: Wall;
}
export const KINDS: readonly Kind[] = [
  { name: "tub", system: "tub", wormsKg: 0.5, beddingL: 30 },
  { name: "small tub", system: "tub", size: [0.38, 0.28, 0.22], wormsKg: 0.25, beddingL: 13 },
  { name: "halves", system: "tub", school: "halves-alternating", size: [0.6, 0.4, 0.3], wormsKg: 0.6, beddingL: 36 },
  { name: "tray stack", system: "trayStack", compartments: 1, wormsKg: 0.45, beddingL: 14 },
  { name: "swapped totes", system: "stackSwap", compartments: 1, wormsKg: 0.6, beddingL: 22 },
  { name: "flow-through", system: "flowThrough", wormsKg: 0.8, beddingL: 35 },
  { name: "trough", system: "trough", school: "bath-monthly", size: [1.2, 0.5, 0.4], compartments: 1, wormsKg: 2.2, beddingL: 110 },
  { name: "bath", system: "bath", wormsKg: 2, beddingL: 120 },
  { name: "fabric pot", system: "fabricPot", wormsKg: 0.3, beddingL: 35 },
  { name: "breeding tub", system: "breederTub", wormsKg: 0.15, beddingL: 12 },
  { name: "tub outdoors", system: "tub", wormsKg: 0.5, beddingL: 32, isOutdoors: true, wall: "wood" },
]; // prettier-ignore

export const START: LocalDate = "2026-03-02" as LocalDate;
const ROOM = "trial-room";

export interface TrueBin {
  readonly kind: string;
  readonly number: number;
  readonly setup: BinSetup;
  readonly climates: Readonly<Record<string, Climate>>;
  readonly beginning: readonly Entry[];
  readonly truth: Ensemble;
  readonly stockedG: number;
  readonly isOutdoors: boolean;
  readonly fist: number;
  readonly chance: () => number;
  readonly bell: () => number;
  /** Scraps the household makes on a day, kg. */
  readonly scrapsKg: (day: number) => number;
  /** Does what an entry says, as this keeper measures. */
  readonly done: (entries: readonly Entry[]) => void;
  readonly act: (one: TwinDeed) => void;
  /** A night. */
  readonly sleep: () => void;
  /** Warmer or cooler air for some days. */
  readonly shift: (byK: number, days: number) => void;
  readonly withTruth: <R>(run: () => R) => R;
}

let written = 0;
/**
 * An entry of the trial's log: only what the twin and the fold read of it. It is named by what it says, since its name
 * names its chance: a year is the same whichever years were lived before it.
 */
export function trialEntry(facts: { kind: Entry["kind"] } & Record<string, unknown>, day: number): Entry {
  written += 1;
  return {
    schemaVersion: 3,
    rowId: `trial-${written}`,
    id: `trial-${day}-${seedOf(JSON.stringify(facts)).toString(36)}`,
    revision: 1,
    recordedAt: "2026-01-01T00:00:00.000Z",
    deviceId: "trial",
    subject: { kind: "bin", id: "trial" },
    day: addDays(START, day),
    seq: written,
    ...facts,
  } as unknown as Entry;
}

/** A bin of a kind and warmth that is asked about, with the nth truth. */
export interface Given {
  readonly kind: Kind;
  readonly meanC: number;
  /** Scraps a day for a kilogram of the worms stocked. */
  readonly scrapsPerWormsKg: number;
  /** How scraps are prepared where the advice asks for nothing else; chopped without it. */
  readonly preparation?: Preparation;
  /** Whether it is bedded, and topped up where damp bedding is due, with what feeds: aged manure instead of card and leaf mould. */
  readonly isFeedingBed?: boolean;
}

/** Bedding that is half food. */
export const FEEDING_BED = "manure-aged-bedding";

/** What a year may bring beside its seasons; days from the start of the trial. */
export interface Hardship {
  /** Air warmer or colder than the room's year has it, K. */
  readonly airK: (day: number, isOutdoors: boolean) => number;
  /** What the household has instead of mixed scraps. */
  readonly foodId: (day: number) => string | undefined;
  readonly away: readonly { readonly from: number; readonly days: number }[];
  /** How the nth truth's own process differs from the model in more than its figures. */
  readonly strange?: (number: number) => Partial<Record<ParameterName, number>>;
  /** Half of the worms stocked are of this species. */
  readonly beside?: SpeciesId;
  /** So many days it ran under a plain keeper before it is set up, by figures that are wrong by up to twice. */
  readonly ranDays?: number;
}

/** The nth bin of the trial; the same for the same number. */
export function trueBin(number: number, given?: Given, hardship?: Hardship): TrueBin {
  const chance = seeded(`advice ${number}`);
  const bell = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const between = (from: number, to: number) => from + (to - from) * chance();
  const off = (spread: number) => Math.exp(spread * bell() - (spread * spread) / 2);
  const kind = given?.kind ?? KINDS[number % KINDS.length]!;
  const facts = systemOf(kind.system);
  const size = kind.size
    ? { widthM: kind.size[0], lengthM: kind.size[1], heightM: kind.size[2] }
    : facts.usual;
  const setup = binSetup.parse({
    system: kind.system,
    school: kind.school ?? facts.school,
    roomId: ROOM,
    cover: kind.cover ?? facts.cover,
    drainage: kind.drainage ?? facts.drainage,
    wall: kind.wall ?? facts.wall,
    purpose: "castings",
    compartments: usualCompartments(kind.system, size, kind.compartments),
    resting: false,
  });
  const climate: Climate = given
    ? { meanC: given.meanC, swingK: 0, hottestDay: 205, humidity: 0.65 }
    : kind.isOutdoors
      ? { meanC: between(9, 13), swingK: between(6, 10), hottestDay: 205, humidity: 0.75, rainMmPerDay: 2 }
      : { meanC: between(15, 22), swingK: between(1, 5), hottestDay: 205, humidity: between(0.5, 0.75) };
  const wormsKg = kind.wormsKg * between(0.8, 1.2);
  const target = schoolOf(setup.school);
  const moisture = (target.moistureLow + target.moistureHigh) / 2;
  const fed = setup.compartments.at(facts.arrangement === "stack" ? -1 : 0)!;
  const bed = (litres: number, compartment: string, id: string) =>
    trialEntry(
      {
        kind: "bedded",
        compartment,
        parts: [{ materialId: id, amount: { massKg: litres * 0.3, measuredBy: "volume" }, moisture }],
      },
      0,
    );
  const kinds: readonly SpeciesId[] = hardship?.beside ? ["fetida", hardship.beside] : ["fetida"];
  const beginning = [
    trialEntry({ kind: "altered", changes: setup }, 0),
    ...setup.compartments.flatMap((one) =>
      one.id === fed.id
        ? setup.school === "breeder-tub"
          ? [bed(kind.beddingL, one.id, "compost-finished"), bed(0.5 * kind.beddingL, one.id, "manure-aged-bedding")]
          : [bed(0.5 * kind.beddingL, one.id, given?.isFeedingBed ? FEEDING_BED : "cardboard-corrugated"), bed(0.5 * kind.beddingL, one.id, "leaf-mould")]
        : [bed(0.4 * kind.beddingL, one.id, "leaf-mould")],
    ),
    trialEntry({ kind: "seeded", compartment: fed.id, amount: { massKg: 0.04 * kind.beddingL, measuredBy: "volume" } }, 0),
    trialEntry({ kind: "stocked", compartment: fed.id, worms: kinds.map((speciesId) => ({ speciesId, amount: { massKg: wormsKg / kinds.length, measuredBy: "weighed" } })) }, 0),
  ]; // prettier-ignore
  const climates = { [ROOM]: climate };
  const script = scriptOf(beginning, climates)!;
  const base = !given && number % 4 === 3 ? AS_SPECIFIED : {};
  const altered = {
    ...base,
    ...Object.fromEntries(MODEL_ALTERED.map((name) => [name, ((base)[name] ?? P[name]) * off(0.15)])),
    ...hardship?.strange?.(number),
  }; // prettier-ignore
  const hidden = { kI: off(0.3), kE: off(0.45), kD: off(0.25), kO: off(0.3), kP: off(0.15) };
  const bias = off(0.08);
  const truth = newEnsemble({
    bin: script.bin,
    place: script.place,
    startDayOfYear: script.startDayOfYear,
    size: 1,
    seed: 0,
  });
  for (const s of truth.lines[0]!)
    for (const [name, value] of Object.entries(hidden)) s[AT[name as "kI"]] = value;
  const airOff = 1 * bell();
  for (const s of truth.lines[0]!) s[AT.AIR] = airOff;
  let shiftK = 0;
  let shiftUntil = 0;
  const makes = given ? wormsKg * given.scrapsPerWormsKg : wormsKg * 0.4 * between(0.5, 2);
  const doAct = (one: TwinDeed) =>
    withParameters(altered, () => {
      const event =
        "g" in one.event && one.event.g !== undefined && one.event.kind !== "harvest"
          ? { ...one.event, g: one.event.g * (one.knownBy === "weighed" ? off(0.03) : bias * off(0.12)) }
          : one.event;
      doDeed(truth, { ...one, event });
    });
  // What it is by now: trays that were added stay.
  let stands: BinSetup = setup;
  const done = (entries: readonly Entry[]) => {
    const before = { ...beginning[0]!, changes: stands } as Entry;
    const known = scriptOf([before, ...entries.filter((one) => one !== beginning[0])], climates)!;
    for (const moment of known.days) for (const one of moment.deeds) doAct(one);
    for (const entry of entries) stands = setupAfter(stands, entry) ?? stands;
  };
  /** Its days under a keeper who gives the same each week, and what the next keeper is told of it: roughly, and wrong. */
  const toldAfter = (days: number): Entry[] => {
    const at = fedAt(truth.bin);
    const weekG = 1000 * wormsKg * between(0.8, 1.4);
    (truth as { startDayOfYear: number }).startDayOfYear -= days;
    for (let day = 0; day < days; day += 1) {
      if (day % 7 === 3) {
        const place = (Math.floor(day / 7) % setup.compartments[at]!.placeCount) + 1;
        doAct({ event: { kind: "food", id: "mixed", g: weekG, preparation: "chopped" }, place, key: `ran ${day}`, knownBy: "volume" });
        doAct({ event: { kind: "bed", id: "cardboard", g: 0.08 * weekG }, key: `ran card ${day}`, knownBy: "volume" });
        const s = truth.lines[0]![at]!;
        if (moistureOf(s) < moisture - 0.04) doAct({ event: { kind: "water", g: 0.06 * (dryOf(s) + s[AT.W]!) }, key: `ran water ${day}`, knownBy: "volume" });
      }
      withParameters(altered, () => passDay(truth, 4));
    }
    truth.day = 0;
    (truth as { startDayOfYear: number }).startDayOfYear += days;
    truth.marks = truth.marks.map((marks) => marks.map((mark) => ({ ...mark, day: mark.day - days })));
    const wrong = () => Math.exp(Math.log(2) * Math.max(-1, Math.min(1, 0.6 * bell())));
    const line = truth.lines[0]!;
    const live = line.reduce((sum, s) => sum + liveOf(s), 0) / 1000;
    return [
      beginning[0]!,
      trialEntry(
        {
          kind: "found",
          parts: setup.compartments.map((one, nth) => {
            const { areaM2, heightM } = truth.bin.compartments[nth]!;
            const share = castingsOf(line[nth]!) / Math.max(1, dryOf(line[nth]!));
            return {
              compartment: one.id,
              fraction: Math.min(1, Math.ceil((4 * litresOf(line[nth]!)) / 1000 / areaM2 / heightM) / 4),
              state: share < 0.33 ? "bedding" : share < 0.66 ? "half" : "mostly",
            };
          }),
          worms: { massKg: live * wrong(), measuredBy: "guessed" },
          fedWeeklyKg: (weekG / 1000) * wrong(),
          lastFed: { fedDaysAgo: (days - 4) % 7 },
          runningMonths: days / 30,
        },
        0,
      ),
    ];
  }; // prettier-ignore
  done(beginning);
  const ran = hardship?.ranDays ?? 0;
  const told = ran > 0 ? toldAfter(ran) : beginning;
  return {
    kind: kind.name,
    number,
    setup,
    climates,
    isOutdoors: kind.isOutdoors === true,
    beginning: told,
    truth,
    stockedG: ran > 0 ? truth.lines[0]!.reduce((sum, s) => sum + liveOf(s), 0) : 1000 * wormsKg,
    fist: 0.04 * bell(),
    chance,
    bell,
    scrapsKg: (day) => makes * (1 + 0.2 * Math.sin((2 * Math.PI * day) / 365)),
    done,
    act: doAct,
    shift: (byK, days) => {
      shiftK = byK;
      shiftUntil = truth.day + days;
    },
    withTruth: (run) => withParameters(altered, run),
    sleep: () => {
      for (const s of truth.lines[0]!)
        s[AT.AIR] =
          airOff +
          (truth.day < shiftUntil ? shiftK : 0) +
          (hardship?.airK(truth.day, kind.isOutdoors === true) ?? 0);
      withParameters(altered, () => passDay(truth, 4));
    },
  };
}
