import type { Reading } from "@/records/entry";
import { FOOD_LEFT, HANDFUL_L, ripenessAt, SQUEEZES } from "@/vocabulary/readings";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { adultsOf, AT, heldG, liveOf, overHerds } from "@/core/twin/engine/state";
import { leftAt, litresOf } from "@/core/twin/ensemble/measures";
import { felt, foodLeftSeen, smellOf, squeezeOf } from "@/core/twin/learning/senses";
import type { TrueBin } from "./trueBin";

const SLIP = 0.02;

/** What this keeper reads at a lifted lid: with a fist of their own, noise, and now and then a slip. */
export function readings(bin: TrueBin, place: number | undefined): Reading[] {
  const { truth, chance, bell, fist, setup } = bin;
  const line = truth.lines[0]!;
  const top = fedAt(truth.bin);
  const s = line[top]!;
  const compartment = setup.compartments[top]!.id;
  const slips = <T>(value: T, all: readonly T[]): T =>
    chance() < SLIP ? all[Math.floor(chance() * all.length)]! : value;
  const found: Reading[] = [
    { of: "squeeze", squeeze: slips(squeezeOf(felt(s) + fist + 0.035 * bell()), SQUEEZES) },
    { of: "smell", smell: smellOf(s) },
  ];
  if (place !== undefined && truth.marks[top]!.some((mark) => mark.place === place))
    found.push({
      of: "foodLeft",
      foodLeft: slips(foodLeftSeen(leftAt(s, truth.marks[top]!, place) + 0.12 * bell()), FOOD_LEFT),
      compartment,
      place,
    });
  if (chance() < 0.7)
    found.push({ of: "temperature", temperatureC: Math.round(10 * (s[AT.T]! + 1.2 * bell())) / 10 });
  if (chance() < 0.25) {
    const ripe = line[harvestedAt(truth.bin)]!;
    found.push({
      of: "ripeness",
      ripeness: ripenessAt(ripenessOf(ripe) + 0.12 * bell()),
      compartment: setup.compartments[harvestedAt(truth.bin)]!.id,
    });
  }
  if (s[AT.W]! > 1.06 * heldG(s)) found.push({ of: "sign", sign: "standing-liquid", isPresent: true });
  if (s[AT.FELT]! > 0.5 && liveOf(s) > 20 && chance() < 0.6)
    found.push({ of: "sign", sign: "mass-escape", isPresent: true });
  if (chance() < 0.15) {
    const mean =
      (1.3 * (adultsOf(s) + overHerds(s, AT.NS) + 0.3 * overHerds(s, AT.NY)) * HANDFUL_L) / litresOf(s);
    found.push({ of: "handful", count: Math.round(mean * Math.exp(0.5 * bell())), volumeL: HANDFUL_L });
  }
  return found;
}
