import { adultsOf, AT, beddingOf, castingsOf, cocoonsOf, dryOf, foodOf, liveOf } from "./state";

/** What one can say of a bin, or of one compartment, on a day: kilograms, litres, °C, shares. */
export interface ReadOut {
  readonly moisture: number;
  readonly temperatureC: number;
  readonly anaerobic: number;
  readonly ph: number;
  readonly foodDryKg: number;
  readonly beddingDryKg: number;
  readonly castingsDryKg: number;
  readonly castingsShare: number;
  readonly wormsKg: number;
  readonly cocoons: number;
  readonly adults: number;
  readonly lastFeedLeft: number;
  readonly sumpL: number;
  readonly evaporatedL: number;
  readonly drainedL: number;
  readonly dryTakenOutKg: number;
  readonly cocoonsLaid: number;
  readonly hatched: number;
  readonly wormsDiedKg: number;
  readonly saltPct: number;
  readonly ammoniaMgPerG: number;
  readonly lime: number;
}

const sumOf = (line: readonly Float64Array[], value: (s: Float64Array) => number): number => {
  let sum = 0;
  for (const s of line) sum += value(s);
  return sum;
};
/** Weighted by wet mass: what a spoonful from anywhere would show on average. */
function meanOf(line: readonly Float64Array[], value: (s: Float64Array) => number): number {
  if (line.length === 1) return value(line[0]!);
  let sum = 0;
  let weights = 0;
  for (const s of line) {
    const wet = s[AT.W]! + dryOf(s) + 1e-9;
    sum += wet * value(s);
    weights += wet;
  }
  return sum / weights;
}

/** Reads one member's compartments as one; air is as bad as in the worst of them, the last meal that of the fed one. */
export function readOut(line: readonly Float64Array[], fed = 0): ReadOut {
  const food = sumOf(line, foodOf);
  const bedding = sumOf(line, beddingOf);
  const castings = sumOf(line, castingsOf);
  const organic = food + bedding + castings;
  const water = sumOf(line, (s) => s[AT.W]!);
  const wet = water + sumOf(line, dryOf);
  const top = line[fed]!;
  const given = top[AT.L0]!;
  const field = (at: number) => sumOf(line, (s) => s[at]!);
  return {
    moisture: wet > 0 ? water / wet : 0,
    temperatureC: meanOf(line, (s) => s[AT.T]!),
    anaerobic: Math.max(...line.map((s) => s[AT.AN]!)),
    ph: meanOf(line, (s) => s[AT.PH]!),
    foodDryKg: food / 1000,
    beddingDryKg: bedding / 1000,
    castingsDryKg: castings / 1000,
    castingsShare: organic > 0 ? castings / organic : 0,
    wormsKg: sumOf(line, liveOf) / 1000,
    cocoons: sumOf(line, cocoonsOf),
    adults: sumOf(line, adultsOf),
    lastFeedLeft: given > 0 ? (top[AT.LR]! + top[AT.LC]!) / given : 0,
    sumpL: field(AT.SU) / 1000,
    evaporatedL: field(AT.EVAP) / 1000,
    drainedL: field(AT.DRAIN) / 1000,
    dryTakenOutKg: field(AT.OUTDM) / 1000,
    cocoonsLaid: field(AT.COCO),
    hatched: field(AT.HATCH),
    wormsDiedKg: field(AT.DEAD) / 1000,
    saltPct: meanOf(line, (s) => s[AT.SALT]!),
    ammoniaMgPerG: meanOf(line, (s) => s[AT.NH]!),
    lime: field(AT.LI),
  };
}
