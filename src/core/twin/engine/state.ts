import { GLOSSARY } from "./glossary";
import { P } from "./parameters";

/*
 * One member's state as a stretch of a Float64Array: an ensemble is one array, advanced in place. What each field is stands
 * in the glossary, whose order is theirs.
 */
export type Field = keyof typeof GLOSSARY;
const FIELDS = Object.keys(GLOSSARY) as readonly Field[];

/** Where a field lies in a member's stretch. */
export const AT = Object.fromEntries(FIELDS.map((name, at) => [name, at])) as Readonly<Record<Field, number>>;

/**
 * Behind the fields: one remains marker per feeding still there (raw, conditioned, given, rate), so that food left is
 * known by place. Which feeding has which marker is the same for all members and stands beside the array.
 */
export const MARKERS = 12;
export const MARKER_AT = FIELDS.length;
export const MARKER_SIZE = 4;
export const STRIDE = FIELDS.length + MARKERS * MARKER_SIZE;

/**
 * A bin of several species has a herd of each: the main one in the fields from Q1 to BA, every further one in a stretch of
 * the same order behind the markers.
 */
export const HERD_SIZE = AT.BA - AT.Q1 + 1;
/** More species than there are in the table. */
export const MOST_HERDS = 8;
/** How long a member is with so many further herds. */
export const strideWith = (furtherHerds: number): number => STRIDE + furtherHerds * HERD_SIZE;
/** How far the fields of a herd lie behind those of the main one, which is herd 0. */
export const herdOffset = (herd: number): number =>
  herd === 0 ? 0 : STRIDE + (herd - 1) * HERD_SIZE - AT.Q1;
export const herdsIn = (s: Float64Array): number => 1 + (s.length - STRIDE) / HERD_SIZE;
/** The sum over all herds of one of the fields from Q1 to BA. */
export function overHerds(s: Float64Array, field: number): number {
  let sum = s[field]!;
  for (let at = STRIDE + field - AT.Q1; at < s.length; at += HERD_SIZE) sum += s[at]!;
  return sum;
}

/** A new, empty bin at the air's temperature. */
export function emptyMember(airC: number, furtherHerds = 0): Float64Array {
  const state = new Float64Array(strideWith(furtherHerds));
  state[AT.KP] = 1;
  state[AT.WB] = 3;
  state[AT.DB] = 60;
  state[AT.WI] = 0.3;
  state[AT.T] = airC;
  state[AT.TD] = airC;
  for (const name of ["kI", "kE", "kD", "kO", "kP", "kH"] as const) state[AT[name]] = 1;
  return state;
}

/** Water over wet mass; nought when there is nothing. */
export function moistureOf(s: Float64Array): number {
  const dm = dryOf(s);
  const w = s[AT.W]!;
  return w + dm > 0 ? w / (w + dm) : 0;
}
/** Acidity of the last step's start; a bin of today has made none yet, and is neither sour nor not. */
export const acidityOf = (s: Float64Array): number => s[AT.PH]! || 7;
export const foodOf = (s: Float64Array): number =>
  s[AT.R0]! + s[AT.R1]! + s[AT.R2]! + s[AT.C0]! + s[AT.C1]! + s[AT.C2]!;
export const beddingOf = (s: Float64Array): number => s[AT.BE]! + s[AT.BR]!;
export const castingsOf = (s: Float64Array): number => s[AT.CF]! + s[AT.CM]!;
export const dryOf = (s: Float64Array): number => foodOf(s) + beddingOf(s) + castingsOf(s) + s[AT.IN]!;
/** Living worms of all herds, g. */
export const liveOf = (s: Float64Array): number =>
  overHerds(s, AT.BY) + overHerds(s, AT.BS) + overHerds(s, AT.BA);
/** Living worms of one herd, g. */
export function herdG(s: Float64Array, herd: number): number {
  const offset = herdOffset(herd);
  return s[AT.BY + offset]! + s[AT.BS + offset]! + s[AT.BA + offset]!;
}
/** Grown worms of all herds, head. */
export const adultsOf = (s: Float64Array): number => overHerds(s, AT.NA);
export function cocoonsOf(s: Float64Array): number {
  let sum = 0;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) sum += overHerds(s, box);
  return sum;
}
/** What the cocoons of all herds, or a share of them, weigh, g; `species` in the order of the herds. */
export function cocoonsG(
  s: Float64Array,
  species: readonly { readonly cocoonG: number }[],
  share = 1,
): number {
  let sum = 0;
  for (let herd = 0; herd < species.length; herd += 1) {
    const offset = herdOffset(herd);
    let count = 0;
    for (let box = AT.Q1; box <= AT.Q8; box += 1) count += s[box + offset]!;
    sum += count * share * species[herd]!.cocoonG;
  }
  return sum;
}

/** Water that the mass holds against gravity, g. Source: process model 7.10. */
export const heldG = (s: Float64Array): number =>
  s[AT.kH]! *
  (P.whcRaw * (s[AT.R0]! + s[AT.R1]! + s[AT.R2]!) +
    P.whcCond * (s[AT.C0]! + s[AT.C1]! + s[AT.C2]!) +
    s[AT.WB]! * beddingOf(s) +
    P.whcCF * s[AT.CF]! +
    P.whcCM * s[AT.CM]! +
    s[AT.WI]! * s[AT.IN]!);

/** Moisture beyond which water stands in it or runs out, of wet mass; nought of nothing. */
export const holdsMoisture = (s: Float64Array): number => {
  const held = heldG(s);
  return held > 0 ? held / (held + dryOf(s)) : 0;
};

/** Dry matter still there of one feeding, g. */
export const markerLeft = (s: Float64Array, slot: number): number =>
  s[MARKER_AT + slot * MARKER_SIZE]! + s[MARKER_AT + slot * MARKER_SIZE + 1]!;
/** Dry matter of that feeding when it was given, g. */
export const markerGiven = (s: Float64Array, slot: number): number => s[MARKER_AT + slot * MARKER_SIZE + 2]!;
