import type { Ensemble } from "./ensemble";
import type { TwinSpecies } from "../engine/library";
import { COVERED, DRAINS } from "../engine/library";
import { exchange } from "../engine/line";
import { litresOf } from "./measures";
import { chanceFor, DRIFTING, driftFactor, DRIFTS_EVERY, normal } from "./members";
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
  for (let part = 0; part < parts; part += 1) stepAll(ensemble, around, 1 / parts);
  ensemble.day += 1;
  if (ensemble.day % DRIFTS_EVERY === 0) markLosses(lines);
  if (size > 1 && ensemble.day % DRIFTS_EVERY === 0) {
    const purpose = chanceFor(seed, `drift ${ensemble.day}`);
    for (let member = 0; member < size; member += 1)
      DRIFTING.forEach((name, nth) => {
        const by = driftFactor(name, purpose, member, nth);
        for (const s of lines[member]!) s[AT[name]] = s[AT[name]]! * by;
      });
    unlogged(ensemble);
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

/** Spread, of a week, of what no log tells: water that was splashed, dripped or sweated away; matter that crept or was picked off. */
const UNLOGGED_WATER = 0.012;
const UNLOGGED_MATTER = 0.018;
const BEDDING = [AT.BE, AT.BR];
const CASTINGS = [AT.CF, AT.CM];
const FOOD = [AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2];

/** Without it the members of a bin read often would end as one, and its bands would claim more than anyone can know. */
function unlogged({ lines, seed, day, size }: Ensemble): void {
  const purpose = chanceFor(seed, `unlogged ${day}`);
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    for (let at = 0; at < line.length; at += 1) {
      const s = line[at]!;
      const wetter = s[AT.W]! * (Math.exp(UNLOGGED_WATER * normal(purpose, member, 4 * at)) - 1);
      s[AT.W]! += wetter;
      s[AT.CORW]! += wetter;
      [BEDDING, CASTINGS, FOOD].forEach((pools, nth) => {
        const by = Math.exp(
          UNLOGGED_MATTER * (nth === 2 ? 3 : 1) * normal(purpose, member, 4 * at + 1 + nth),
        );
        for (const pool of pools) {
          s[AT.CORDM]! += s[pool]! * (by - 1);
          s[pool]! *= by;
        }
      });
    }
  }
}

function stepAll(
  { bin, views, lines, marks, size }: Ensemble,
  /** By herd and compartment. */
  around: readonly (readonly Surroundings[])[],
  dt: number,
): void {
  const count = bin.compartments.length;
  const isMixed = around.length > 1;
  for (let at = 0; at < count; at += 1) {
    const here = around[0]![at]!;
    const each = isMixed ? around.map((herd) => herd[at]!) : [];
    const members = views[at]!;
    const used = marks[at]!.length;
    const isBuried = bin.arrangement === "column" && at > 0 && at < count - 1;
    for (let member = 0; member < size; member += 1) {
      if (isBuried) (here as { buriedM: number }).buriedM = buried(lines[member]!, bin, at);
      if (isMixed) mixedStep(members[member]!, each, dt);
      else step(members[member]!, here, dt);
      if (used > 0) ageMarkers(members[member]!, used);
    }
  }
  if (count === 1) return;
  const neighbours = {
    arrangement: bin.arrangement,
    species: livingIn(bin),
    areasM2: bin.compartments.map((one) => one.areaM2),
    facesM2: bin.compartments.map((one) => one.faceM2),
  };
  for (let member = 0; member < size; member += 1) exchange(lines[member]!, neighbours, dt);
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
