import type { CompartmentId } from "@/vocabulary/fields";
import type { Reading } from "@/records/entry";
import { FOOD_LEFT, HANDFUL_L, ripenessAt, SQUEEZES } from "@/vocabulary/readings";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { adultsOf, AT, heldG, liveOf, overHerds } from "@/core/twin/engine/state";
import { leftAt, litresOf } from "@/core/twin/ensemble/measures";
import { felt, foodLeftSeen, smellOf, squeezeOf } from "@/core/twin/learning/senses";
import type { TrueBin } from "./trueBin";

const SLIP = 0.02;

/** How a keeper answers what a screen asks. */
export interface Manner {
  readonly name: string;
  /** Whoever is afraid of too much says "half" of any meal younger than so many days. */
  readonly halfUntilDays?: number;
  /** Of all visits, those on which fist and nose are asked; on which a thermometer, a handful, the lowest end. */
  readonly senses: number;
  readonly thermometer: number;
  readonly handful: number;
  readonly ripeness: number;
}
/** Reads all there is to read, each time. */
export const THOROUGH: Manner = {
  name: "thorough",
  senses: 1,
  thermometer: 0.7,
  handful: 0.15,
  ripeness: 0.25,
};
/** Answers what is asked of the food, honestly; squeezes and smells now and then. */
export const HONEST: Manner = {
  name: "honest",
  senses: 1 / 3,
  thermometer: 0.08,
  handful: 0.04,
  ripeness: 0.1,
};
/** The same, and calls what is young half there. */
export const PESSIMIST: Manner = { ...HONEST, name: "pessimist", halfUntilDays: 6 };

/** What this keeper reads at a lifted lid of the places the screen asks: with a fist of their own, noise, and now and then a slip. */
export function readings(bin: TrueBin, places: readonly number[], manner: Manner = THOROUGH): Reading[] {
  const { truth, chance, bell, fist } = bin;
  const line = truth.lines[0]!;
  const top = fedAt(truth.bin);
  const s = line[top]!;
  const compartment = truth.bin.compartments[top]!.id as CompartmentId;
  const slips = <T>(value: T, all: readonly T[]): T =>
    chance() < SLIP ? all[Math.floor(chance() * all.length)]! : value;
  const found: Reading[] =
    chance() < manner.senses
      ? [
          { of: "squeeze", squeeze: slips(squeezeOf(felt(s) + fist + 0.035 * bell()), SQUEEZES) },
          { of: "smell", smell: smellOf(s) },
        ]
      : [];
  for (const place of places) {
    const mark = truth.marks[top]!.findLast((one) => one.place === place);
    if (!mark) continue;
    const seen = slips(foodLeftSeen(leftAt(s, truth.marks[top]!, place) + 0.12 * bell()), FOOD_LEFT);
    const isYoung = truth.day - mark.day < (manner.halfUntilDays ?? 0);
    found.push({
      of: "foodLeft",
      foodLeft: isYoung && seen !== "most" ? "half" : seen,
      compartment,
      place,
    });
  }
  if (chance() < manner.thermometer)
    found.push({ of: "temperature", temperatureC: Math.round(10 * (s[AT.T]! + 1.2 * bell())) / 10 });
  if (chance() < manner.ripeness) {
    const ripe = line[harvestedAt(truth.bin)]!;
    found.push({
      of: "ripeness",
      ripeness: ripenessAt(ripenessOf(ripe) + 0.12 * bell()),
      compartment: truth.bin.compartments[harvestedAt(truth.bin)]!.id as CompartmentId,
    });
  }
  if (s[AT.W]! > 1.06 * heldG(s)) found.push({ of: "sign", sign: "standing-liquid", isPresent: true });
  if (s[AT.FELT]! > 0.5 && liveOf(s) > 20 && chance() < 0.6)
    found.push({ of: "sign", sign: "mass-escape", isPresent: true });
  if (chance() < manner.handful) {
    const mean =
      (1.3 * (adultsOf(s) + overHerds(s, AT.NS) + 0.3 * overHerds(s, AT.NY)) * HANDFUL_L) / litresOf(s);
    found.push({ of: "handful", count: Math.round(mean * Math.exp(0.5 * bell())), volumeL: HANDFUL_L });
  }
  return found;
}
