import type { Ensemble } from "./ensemble";
import type { TwinSpecies } from "../engine/library";
import { COVERED, DRAINS } from "../engine/library";
import { exchange } from "../engine/line";
import { litresOf } from "./measures";
import { chanceOfDay, UNLOGGED } from "./chanceOfDay";
import { DRIFTING, DRIFTS_EVERY, passSpell } from "./members";
import { mixedStep } from "../engine/mixedStep";
import { AT } from "../engine/state";
import type { Surroundings } from "../engine/step";
import { ageMarkers, forStep, saturation, step } from "../engine/step";
import type { TwinBin } from "../engine/twinBin";
import { airAt, foretoldK, isStack, livingIn } from "../engine/twinBin";

/**
 * One day passes for every member. In one step, which is the model's own; in `parts` only to ask what another step would
 * give. Source: process model 7 and 18.
 */
export function passDay(ensemble: Ensemble, parts = 1): void {
  const { bin, place, lines, size, seed } = ensemble;
  const airC = airAt(place, ensemble.startDayOfYear + ensemble.day) + foretoldK(place, ensemble.day);
  const air = { airC, airKPa: place.humidity * saturation(airC), rainMm: place.rainMm ?? 0 };
  const around = livingIn(bin).map((species) => surroundings(bin, species, air, 1 / parts));
  for (const line of lines) for (const s of line) passSpell(s);
  for (let part = 0; part < parts; part += 1) /* @__NOINLINE__ */ stepAll(ensemble, around, 1 / parts);
  ensemble.day += 1;
  if (ensemble.day % DRIFTS_EVERY === 0) markLosses(lines);
  if (size > 1 && ensemble.day % DRIFTS_EVERY === 0) {
    const chance = chanceOfDay(seed, ensemble.day, size, bin.compartments.length);
    /* @__NOINLINE__ */ drift(ensemble, chance.drifts);
    /* @__NOINLINE__ */ unlogged(ensemble, chance.unlogged);
  }
}

/** Once a week the losses of grown worms so far move on by a mark, so that the last four weeks can be told. */
function markLosses(lines: readonly (readonly Float64Array[])[]): void {
  for (const line of lines)
    for (const s of line) {
      s[AT.LS4] = s[AT.LS3]!;
      s[AT.LS3] = s[AT.LS2]!;
      s[AT.LS2] = s[AT.LS1]!;
      s[AT.LS1] = s[AT.LS]!;
    }
}

/** Bins change: a small step of what makes a member itself. */
function drift({ lines, size }: Ensemble, factors: Float64Array): void {
  for (let member = 0; member < size; member += 1)
    for (let nth = 0; nth < DRIFTS.length; nth += 1) {
      const by = factors[member * DRIFTS.length + nth]!;
      for (const s of lines[member]!) s[DRIFTS[nth]!]! *= by;
    }
}

const DRIFTS = DRIFTING.map((name) => AT[name]);
const POOLS = [[AT.BE, AT.BR], [AT.CF, AT.CM], [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2]]; // prettier-ignore

/** Without it the members of a bin read often would end as one, and its bands would claim more than anyone can know. */
function unlogged({ lines, size }: Ensemble, factors: Float64Array): void {
  let next = 0;
  for (let member = 0; member < size; member += 1)
    for (const s of lines[member]!) {
      const wetter = s[AT.W]! * (factors[next]! - 1);
      s[AT.W]! += wetter;
      s[AT.CORW]! += wetter;
      for (let nth = 0; nth < POOLS.length; nth += 1) {
        const by = factors[next + 1 + nth]!;
        for (const pool of POOLS[nth]!) {
          s[AT.CORDM]! += s[pool]! * (by - 1);
          s[pool]! *= by;
        }
      }
      next += UNLOGGED;
    }
}

/** Calls in its loop are told to stay calls: a bundler that finds one caller only would make a closure of each, member after member. */
function stepAll(
  { bin, lines, marks, size }: Ensemble,
  /** By herd and compartment. */
  around: readonly (readonly Surroundings[])[],
  dt: number,
): void {
  const count = bin.compartments.length;
  const isMixed = around.length > 1;
  const isColumn = bin.arrangement === "column";
  const each = bin.compartments.map((_, at) => around.map((herd) => herd[at]!));
  const used = marks.map((slots) => slots.length);
  const neighbours = {
    arrangement: bin.arrangement,
    species: livingIn(bin),
    areasM2: bin.compartments.map((one) => one.areaM2),
    facesM2: bin.compartments.map((one) => one.faceM2),
  };
  // Member by member, since all that one is lies together.
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    for (let at = 0; at < count; at += 1) {
      const s = line[at]!;
      const here = around[0]![at]!;
      if (isColumn && at > 0 && at < count - 1) (here as { buriedM: number }).buriedM = buried(line, bin, at);
      if (isMixed) mixedStep(s, each[at]!, dt);
      else step(s, here, dt);
      if (used[at]! > 0) /* @__NOINLINE__ */ ageMarkers(s, used[at]!);
    }
    if (count > 1) /* @__NOINLINE__ */ exchange(line, neighbours, dt);
  }
}

function surroundings(
  bin: TwinBin,
  species: TwinSpecies,
  { airC, airKPa, rainMm }: { readonly airC: number; readonly airKPa: number; readonly rainMm: number },
  dt: number,
): Surroundings[] {
  const { arrangement, compartments, insulation, drainage, cover, sumpL } = bin;
  const last = compartments.length - 1;
  const { evaporation, air, rain } = COVERED[cover];
  const stacked = isStack(bin);
  return compartments.map(({ areaM2 }, at) => {
    const isTop = !stacked || at === last;
    const isBase = !stacked || at === 0;
    return {
      species,
      otherLiveG: 0,
      otherHunger: 0,
      areaM2,
      insulation,
      // From an upper one all free water runs on into the one below.
      ...forStep(isBase ? DRAINS[drainage] : DRAINS.free, dt),
      hasSump: drainage === "sump" && isBase,
      sumpG: (sumpL * 1000) / (stacked ? 1 : compartments.length),
      // An open grate under a column dries at half the rate of an open top.
      evaporation: isTop ? evaporation : isBase && arrangement === "column" ? 0.5 : 0,
      air,
      openFaces: (isTop ? 1 : 0) + (isBase ? 1 : 0),
      buriedM: 0,
      airC,
      airKPa,
      // A millimetre on a square metre is a litre.
      rainG: isTop ? 1000 * rainMm * areaM2 * rain : 0,
    };
  });
}

/** Matter between a compartment inside a column and the nearer open face. */
function buried(line: readonly Float64Array[], { compartments }: TwinBin, at: number): number {
  let above = 0;
  let below = 0;
  for (let other = 0; other < line.length; other += 1) {
    if (other === at) continue;
    const depth = litresOf(line[other]!) / 1000 / compartments[other]!.areaM2;
    if (other > at) above += depth;
    else below += depth;
  }
  return Math.min(above, below);
}
