import type { TwinSpecies } from "./library";
import { P } from "./parameters";
import {
  AT,
  beddingOf,
  dryOf,
  herdOffset,
  herdsIn,
  liveOf,
  MARKER_AT,
  MARKER_SIZE,
  MOST_HERDS,
} from "./state";
import { appetiteFactor, drawnBack, largerEats, wormsAt, wormsIn } from "./step";

/** How the compartments of a bin lie: trays breathe through their own gaps, a column through its open faces. */
export type Arrangement = "single" | "trays" | "column" | "line";

/** Share of the herd that may cross to a better neighbour in a day: through holes, sideways. Tuned to envelopes 12 to 15. */
const CROSSES = { single: 0, trays: 0.035, column: 0.06, line: 0.12 } as const;
/** Even without food a compartment draws a little; below it worms leave as fast as they may. Source: process model 18. */
const LEAST_DRAW = 0.05;
/** Conduction over a common face, kJ per m², K and day. Source: process model 18. */
const CONDUCTS = 2 * 86.4;
/** Of a share of matter moved along, so much of its worms goes along: most stay with the food. */
export const WORMS_ALONG = 0.5;
/** The upper part of what is fed holds more than its share of the worms, so many times. Judgement. */
export const WORMS_UP = 1.5;

const STAGE_FIELDS = [AT.NY, AT.BY, AT.NS, AT.BS, AT.NA, AT.BA] as const;
const MOST_COMPARTMENTS = 24;
/** By herd and compartment. */
const draw = new Float64Array(MOST_HERDS * MOST_COMPARTMENTS);
/** By herd, compartment and field of `STAGE_FIELDS`. */
const moves = new Float64Array(MOST_HERDS * MOST_COMPARTMENTS * STAGE_FIELDS.length);
const warms = new Float64Array(MOST_COMPARTMENTS);
/** Living worms and dry matter of each compartment, g: before the exchange, asked for more than once. */
const alive = new Float64Array(MOST_COMPARTMENTS);
const dry = new Float64Array(MOST_COMPARTMENTS);

/**
 * What neighbours of one member exchange after all have stepped: worms towards food and comfort, heat through the common
 * face, in a stack the water that drained from above. All from the common state, applied together; nothing is lost.
 * Source: process model 18.
 */
export function exchange(
  line: readonly Float64Array[],
  {
    arrangement,
    species,
    areasM2,
    facesM2,
  }: {
    readonly arrangement: Arrangement;
    /** In the order of the herds. */
    readonly species: readonly TwinSpecies[];
    readonly areasM2: readonly number[];
    /** Common face of each with the next, m². */
    readonly facesM2: readonly number[];
  },
  dt = 1,
): void {
  const count = line.length;
  const fields = STAGE_FIELDS.length;
  /* @__NOINLINE__ */ drawOf(line, species, areasM2);
  moves.fill(0, 0, species.length * count * fields);
  warms.fill(0, 0, count);
  for (let at = 0; at + 1 < count; at += 1) {
    const a = line[at]!;
    const b = line[at + 1]!;
    for (let herd = 0; herd < species.length; herd += 1) {
      const first = herd * count + at;
      const both = draw[first]! + draw[first + 1]!;
      if (both <= 0) continue;
      const lean = (draw[first + 1]! - draw[first]!) / both;
      const from = lean > 0 ? at : at + 1;
      // From where it is deadly they do not stroll; half to either side is all of them.
      const flight = P.flees * drawnBack(line[from]![AT.T]!, species[herd]!) ** 2;
      const share = Math.min(0.5, CROSSES[arrangement] + flight) * Math.abs(lean) * dt;
      const to = lean > 0 ? at + 1 : at;
      const offset = herdOffset(herd);
      for (let field = 0; field < fields; field += 1) {
        // Young ones wander half as far.
        const goes = line[from]![STAGE_FIELDS[field]! + offset]! * share * (field < 2 ? 0.5 : 1);
        moves[(herd * count + from) * fields + field]! -= goes;
        moves[(herd * count + to) * fields + field]! += goes;
      }
    }
    const heatA = warmedBy(a[AT.W]!, dry[at]!, alive[at]!);
    const heatB = warmedBy(b[AT.W]!, dry[at + 1]!, alive[at + 1]!);
    const mean = (heatA * a[AT.T]! + heatB * b[AT.T]!) / (heatA + heatB);
    const stays = Math.exp(-CONDUCTS * dt * facesM2[at]! * (1 / heatA + 1 / heatB));
    warms[at]! += (mean - a[AT.T]!) * (1 - stays);
    warms[at + 1]! += (mean - b[AT.T]!) * (1 - stays);
  }
  for (let at = 0; at < count; at += 1) {
    const s = line[at]!;
    for (let herd = 0; herd < species.length; herd += 1) {
      const offset = herdOffset(herd);
      for (let field = 0; field < fields; field += 1) {
        const held = s[STAGE_FIELDS[field]! + offset]! + moves[(herd * count + at) * fields + field]!;
        s[STAGE_FIELDS[field]! + offset] = held > 0 ? held : 0;
      }
    }
    s[AT.T] = s[AT.T]! + warms[at]!;
  }
  if (arrangement === "trays" || arrangement === "column")
    for (let at = 1; at < count; at += 1) {
      const drained = line[at]![AT.DR1]!;
      line[at]![AT.DRAIN] = line[at]![AT.DRAIN]! - drained;
      line[at - 1]![AT.W] = line[at - 1]![AT.W]! + drained;
    }
}

const eaters = new Float64Array(MOST_HERDS);
const comfort = new Float64Array(MOST_HERDS);
/** How much each compartment draws each herd: food against the appetite of all, times how well that herd can live there. */
function drawOf(
  line: readonly Float64Array[],
  species: readonly TwinSpecies[],
  areasM2: readonly number[],
): void {
  const herds = species.length;
  eaters.fill(0, 0, herds);
  let live = 0;
  for (let at = 0; at < line.length; at += 1) {
    const s = line[at]!;
    for (let herd = 0; herd < herds; herd += 1)
      eaters[herd]! += eatersOf(s, species[herd]!, herdOffset(herd));
    alive[at] = liveOf(s);
    dry[at] = dryOf(s);
    live += alive[at]!;
  }
  for (let at = 0; at < line.length; at += 1) {
    const s = line[at]!;
    const anaerobic = s[AT.FELT]!;
    const wet = s[AT.W]! + dry[at]!;
    const inMoisture = wormsIn(wet > 0 ? s[AT.W]! / wet : 0);
    const appetite = appetiteFactor(s[AT.NH]!, s[AT.SALT]!, s[AT.PH]!);
    let hunger = 0;
    for (let herd = 0; herd < herds; herd += 1) {
      comfort[herd] = wormsAt(s[AT.T]!, species[herd]!) * inMoisture * (1 - anaerobic * anaerobic) * appetite;
      hunger += eaters[herd]! * P.rWet * P.refDry * s[AT.kI]! * comfort[herd]!;
    }
    const crowding = 1 + (live / 1000 / areasM2[at]! / P.rhoI) ** 2;
    const wanted = (hunger / crowding) * (P.intMi0 + (1 - P.intMi0) * s[AT.MI]!);
    const food = s[AT.C0]! + s[AT.C1]! + P.wS * s[AT.C2]!;
    for (let herd = 0; herd < herds; herd += 1)
      draw[herd * line.length + at] =
        food + wanted > 0 ? (LEAST_DRAW + food / (food + P.kappa * wanted)) * comfort[herd]! : 0;
  }
}
const eatersOf = (s: Float64Array, { adultG }: TwinSpecies, offset: number): number =>
  s[AT.BY + offset]! * largerEats(s[AT.NY + offset]!, s[AT.BY + offset]!, adultG) +
  s[AT.BS + offset]! * largerEats(s[AT.NS + offset]!, s[AT.BS + offset]!, adultG) +
  s[AT.BA + offset]! * largerEats(s[AT.NA + offset]!, s[AT.BA + offset]!, adultG);

/** kJ that warm it by a kelvin, of grams of water, dry matter and worms. */
const warmedBy = (waterG: number, dryG: number, liveG: number): number =>
  (P.cW * waterG + P.cD * dryG + 4 * liveG) / 1000 + 1;
const heatHeld = (s: Float64Array): number => warmedBy(s[AT.W]!, dryOf(s), liveOf(s));

const COCOONS = [AT.Q1, AT.Q2, AT.Q3, AT.Q4, AT.Q5, AT.Q6, AT.Q7, AT.Q8];
const MATTER = [
  AT.R0, AT.R1, AT.R2, AT.C0, AT.C1, AT.C2, AT.BE, AT.BR, AT.CF, AT.CM, AT.IN, AT.W, AT.AC, AT.TAN, AT.NF, AT.SA, AT.LI,
]; // prettier-ignore

/**
 * Moves a share of everything in one compartment into another, its age and its books with it; of the worms
 * `wormShare`. Means (bedding's hold on water, maturity, warmth …) mix by what they are means of.
 */
export function moveMatter(from: Float64Array, to: Float64Array, share: number, wormShare: number): void {
  const mean = (field: number, ours: number, theirs: number) => {
    if (ours + theirs > 0) to[field] = (to[field]! * ours + from[field]! * theirs) / (ours + theirs);
  };
  const raw = (s: Float64Array) => s[AT.R0]! + s[AT.R1]! + s[AT.R2]!;
  mean(AT.KP, raw(to), share * raw(from));
  mean(AT.WB, beddingOf(to), share * beddingOf(from));
  mean(AT.DB, beddingOf(to), share * beddingOf(from));
  mean(AT.BF, to[AT.BE]!, share * from[AT.BE]!);
  mean(AT.WI, to[AT.IN]!, share * from[AT.IN]!);
  for (const field of [AT.MI, AT.AN, AT.LO]) mean(field, dryOf(to), share * dryOf(from));
  for (const field of [AT.T, AT.TD]) mean(field, heatHeld(to), share * heatHeld(from));
  for (const field of MATTER) shift(from, to, field, share);
  for (let herd = 0; herd < herdsIn(from); herd += 1) {
    const offset = herdOffset(herd);
    for (const field of COCOONS) shift(from, to, field + offset, share);
    for (const field of STAGE_FIELDS) shift(from, to, field + offset, wormShare);
  }
}

/** A share of one feeding's remains goes along into a marker of the other compartment. */
export function moveMarker(
  from: Float64Array,
  slotFrom: number,
  to: Float64Array,
  slotTo: number,
  share: number,
): void {
  const a = MARKER_AT + slotFrom * MARKER_SIZE;
  const b = MARKER_AT + slotTo * MARKER_SIZE;
  const goes = share * from[a + 2]!;
  if (goes <= 0) return;
  to[b + 3] = (to[b + 3]! * to[b + 2]! + from[a + 3]! * goes) / (to[b + 2]! + goes);
  for (let part = 0; part < 3; part += 1) {
    const moved = share * from[a + part]!;
    to[b + part] = to[b + part]! + moved;
    from[a + part] = from[a + part]! - moved;
  }
}

function shift(from: Float64Array, to: Float64Array, field: number, share: number): void {
  const moved = share * from[field]!;
  to[field] = to[field]! + moved;
  from[field] = from[field]! - moved;
}
