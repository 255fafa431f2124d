import type { SchoolId } from "@/vocabulary/setup";
import { ripenessAt } from "@/vocabulary/readings";
import { seeded } from "@/core/chance/seeded";
import { schoolOf } from "@/core/catalogue/school";
import type { TwinDeed } from "../ensemble/deed";
import type { Ensemble } from "../ensemble/ensemble";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { doDeed } from "../ensemble/deed";
import { newEnsemble } from "../ensemble/ensemble";
import { leftAt, litresOf } from "../ensemble/measures";
import { passDay } from "../ensemble/passDay";
import { fedAt, harvestedAt, oneMass } from "../engine/twinBin";
import { isWorthwhile } from "../ahead/harvest";
import type { Observation } from "../learning/observe";
import type { ParameterName } from "../engine/parameters";
import { P, withParameters } from "../engine/parameters";
import { ripenessOf } from "../engine/ripeness";
import type { Script, ScriptDay } from "../log/script";
import { felt as feltOf, foodLeftSeen, smellOf, squeezeOf } from "../learning/senses";
import { AT, castingsOf, liveOf, markerGiven, markerLeft, moistureOf } from "../engine/state";
import type { LocalDate } from "@/vocabulary/fields";

/*
 * Bins whose truth is hidden from the learner: other multipliers, other constants, a finer step, wrong amounts, a keeper
 * with a fist of his own who skips readings. Made for one purpose: to see whether the twin learns.
 */

/** What is true of a synthetic bin on a day. */
export interface Truth {
  readonly moisture: number;
  /** Share of the meals given in the last fortnight that is still there. */
  readonly left: number;
  readonly castingsDryG: number;
  readonly wormsG: number;
}
export interface SyntheticBin {
  readonly school: SchoolId;
  readonly script: Script;
  /** The truth at the dawn of each day. */
  readonly truth: readonly Truth[];
  readonly visits: readonly number[];
  /** First day at whose dawn a harvest is worth the work. */
  readonly harvestDay: number | undefined;
  readonly preparation: "whole" | "chopped";
}

const KINDS: readonly { readonly school: SchoolId; readonly bin: Partial<TwinBin> & Pick<TwinBin, "arrangement" | "compartments">; readonly wormsG: number; readonly bedG: number; readonly everyDays: number }[] = [
  { school: "sections-clockwise", bin: oneMass(0.2, 0.3), wormsG: 450, bedG: 2000, everyDays: 4 },
  { school: "halves-alternating", bin: oneMass(0.1, 0.25), wormsG: 230, bedG: 1000, everyDays: 7 },
  { school: "bath-monthly", bin: { ...oneMass(0.66, 0.4), cover: "tightLid" }, wormsG: 1500, bedG: 6500, everyDays: 14 },
  { school: "breeder-tub", bin: { ...oneMass(0.12, 0.18), drainage: "none", cover: "looseLid" }, wormsG: 120, bedG: 900, everyDays: 4 },
  {
    school: "flow-through-top",
    bin: { arrangement: "column", compartments: ["base", "top"].map((id) => ({ id, areaM2: 0.2, heightM: 0.35, faceM2: 0.2 })), insulation: 0.7, cover: "wetBlanket" },
    wormsG: 600, bedG: 1500, everyDays: 4,
  },
  {
    school: "trays-upward",
    bin: { arrangement: "trays", compartments: ["bottom", "top"].map((id) => ({ id, areaM2: 0.16, heightM: 0.15, faceM2: 0.16 })), drainage: "sump", sumpL: 2, cover: "looseLid" },
    wormsG: 350, bedG: 700, everyDays: 5,
  },
]; // prettier-ignore
export const MODEL_ALTERED: readonly ParameterName[] = [
  "kcF", "kcM", "kcS", "kdF", "kdM", "rWet", "kappa", "aF", "rF", "eE", "wallU", "kbE", "kbR", "wBE", "maint", "sO", "whcCF", "whcCond",
]; // prettier-ignore

const LONGEST = 320;

/**
 * One bin of its own kind, climate, keeper and hidden nature, followed for up to 320 days. The same for the same number.
 * `atDawn` is shown what is hidden, for whoever asks what more one could know.
 */
export function syntheticBin(number: number, atDawn?: (truth: Ensemble) => void): SyntheticBin {
  const chance = seeded(`synthetic ${number}`);
  const bell = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const between = (from: number, to: number) => from + (to - from) * chance();
  const off = (spread: number) => Math.exp(spread * bell() - (spread * spread) / 2);
  const kind = KINDS[number % KINDS.length]!;
  const place: TwinPlace = {
    meanC: between(13, 24),
    swingC: between(0, 5),
    hottestDay: 200,
    humidity: between(0.45, 0.8),
  };
  const bin: TwinBin = {
    insulation: 1,
    drainage: chance() < 0.7 ? "free" : "poor",
    cover: chance() < 0.5 ? "vented" : "looseLid",
    speciesId: chance() < 0.85 ? "fetida" : "hortensis",
    sumpL: 0,
    ...kind.bin,
  };
  const startDayOfYear = Math.floor(between(1, 365));
  const altered = Object.fromEntries(MODEL_ALTERED.map((name) => [name, P[name] * off(0.15)]));
  const hidden = { kI: off(0.3), kE: off(0.45), kD: off(0.25), kO: off(0.3), kP: off(0.25) };
  const fist = 0.04 * bell();
  const bias = off(0.08);
  const preparation = chance() < 0.7 ? ("chopped" as const) : ("whole" as const);
  const rate = between(0.2, 0.42);

  return withParameters(altered, () => {
    const truth = newEnsemble({ bin, place, startDayOfYear, size: 1, seed: 0 });
    for (const s of truth.lines[0]!)
      for (const [name, value] of Object.entries(hidden)) s[AT[name as "kI"]] = value;
    const days: ScriptDay[] = [];
    const truths: Truth[] = [];
    const visits: number[] = [];
    let harvestDay: number | undefined;
    let next = 3;
    let givenLately: { readonly day: number; readonly g: number }[] = [];
    const fedIn = fedAt(bin);
    const log = (day: number, observations: Observation[], acts: TwinDeed[]) => {
      days.push({ day, observations, deeds: acts });
      for (const one of acts)
        doDeed(truth, {
          ...one,
          event: misjudged(one.event, one.knownBy === "weighed" ? off(0.03) : bias * off(0.12)),
        });
    };
    const usualPlaces = kind.school === "bath-monthly" ? 1 : 4;
    let fed = 0;
    while (truth.day < LONGEST) {
      const day = truth.day;
      atDawn?.(truth);
      const top = truth.lines[0]![fedIn]!;
      givenLately = givenLately.filter((one) => day - one.day <= 28);
      truths.push(truthOf(truth, fedIn, day));
      const first = truth.lines[0]![harvestedAt(bin)]!;
      const litres = 1000 * bin.compartments[0]!.areaM2 * bin.compartments[0]!.heightM;
      if (harvestDay === undefined && day > 30 && isWorthwhile(first, litres)) harvestDay = day;
      if (day === 0)
        log(0, [], [
          ...bin.compartments.flatMap(({ id }): TwinDeed[] => [
            { event: { kind: "bed", id: "cardboard", g: kind.bedG * 0.55 }, at: id, key: `card ${id}`, knownBy: "weighed" },
            { event: { kind: "bed", id: "coir", g: kind.bedG * 0.45 }, at: id, key: `coir ${id}`, knownBy: "weighed" },
            { event: { kind: "water", g: kind.bedG * 2.35 }, at: id, key: `water ${id}`, knownBy: "volume" },
            { event: { kind: "castings", g: kind.bedG * 0.15 }, at: id, key: `seed ${id}`, knownBy: "volume" },
          ]),
          { event: { kind: "worms", g: kind.wormsG }, key: "worms", knownBy: "weighed" },
        ]); // prettier-ignore
      else if (day === next) {
        const observations: Observation[] = [];
        const place = (fed % usualPlaces) + 1;
        const left = leftAt(top, truth.marks[fedIn]!, place);
        const felt = feltOf(top) + fist + 0.035 * bell();
        if (chance() < 0.8)
          observations.push({
            reading: { of: "squeeze", squeeze: squeezeOf(felt) },
          });
        const seen = foodLeftSeen(left + 0.12 * bell());
        if (fed >= usualPlaces && chance() < 0.85)
          observations.push({ reading: { of: "foodLeft", foodLeft: seen, place } });
        if (chance() < 0.5)
          observations.push({
            reading: { of: "temperature", temperatureC: top[AT.T]! + 1.2 * bell(), isSurface: false },
          });
        // Where one would harvest, looked at now and then, by eye.
        if (chance() < 0.5)
          observations.push({
            reading: { of: "ripeness", ripeness: ripenessAt(ripenessOf(first) + 0.12 * bell()) },
          });
        const smell = smellOf(top);
        if (chance() < 0.7) observations.push({ reading: { of: "smell", smell } });
        if (chance() < 0.12)
          observations.push({
            reading: {
              of: "moisture",
              moisture: Math.min(0.97, moistureOf(top) + 0.05 * bell()),
              isDried: false,
            },
          });
        if (chance() < 0.15) {
          const depth = (100 * litresOf(top)) / 1000 / bin.compartments[fedIn]!.areaM2;
          observations.push({ reading: { of: "depth", cm: Math.max(0, depth + 2 * bell()) } });
        }
        visits.push(day);
        const acts: TwinDeed[] = [];
        const age = Math.min(1, 0.5 + day / 224);
        const g = kind.wormsG * rate * age * kind.everyDays * between(0.6, 1.4);
        if (felt > 0.83)
          acts.push({
            event: { kind: "bed", id: "cardboard", g: 0.12 * g + 30 },
            key: `dry ${day}`,
            knownBy: "volume",
          });
        if (felt < 0.66)
          acts.push({
            event: { kind: "water", g: 0.9 * kind.bedG * 0.2 },
            key: `wet ${day}`,
            knownBy: "volume",
          });
        if (smell !== "rotten" && seen !== "most") {
          acts.push({
            event: { kind: "food", id: "mixed", g, preparation },
            place,
            key: `meal ${day}`,
            knownBy: "volume",
          });
          acts.push({
            event: { kind: "bed", id: "cardboard", g: 0.08 * g },
            key: `card ${day}`,
            knownBy: "volume",
          });
          fed += 1;
        }
        log(day, observations, acts);
        next = day + Math.max(2, Math.round(kind.everyDays * between(0.7, 1.3)));
      }
      passDay(truth, 4);
    }
    const script: Script = { startDay: "2026-03-02" as LocalDate, startDayOfYear, bin, place, days };
    return { school: schoolOf(kind.school).id, script, truth: truths, visits, harvestDay, preparation };
  });
}

function misjudged(event: TwinDeed["event"], by: number): TwinDeed["event"] {
  return "g" in event && event.g !== undefined && event.kind !== "harvest"
    ? { ...event, g: event.g * by }
    : event;
}

/** Of all that was given at the fed end in the last 14 days: what share is still there. */
export function leftOfFortnight(
  { lines, marks }: Ensemble,
  member: number,
  fedIn: number,
  day: number,
): number {
  const s = lines[member]![fedIn]!;
  let left = 0;
  let given = 0;
  marks[fedIn]!.forEach((mark, slot) => {
    if (day - mark.day > 14) return;
    const share = markerShare(s, slot);
    left += share * mark.wetG;
    given += mark.wetG;
  });
  return given > 0 ? left / given : 0;
}
const markerShare = (s: Float64Array, slot: number): number => {
  const given = markerGiven(s, slot);
  return given > 0 ? markerLeft(s, slot) / given : 0;
};

function truthOf(ensemble: Ensemble, fedIn: number, day: number): Truth {
  const line = ensemble.lines[0]!;
  return {
    moisture: moistureOf(line[fedIn]!),
    left: leftOfFortnight(ensemble, 0, fedIn, day),
    castingsDryG: line.reduce((sum, s) => sum + castingsOf(s), 0),
    wormsG: line.reduce((sum, s) => sum + liveOf(s), 0),
  };
}
