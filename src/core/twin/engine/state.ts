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

/** A new, empty bin at the air's temperature. */
export function emptyMember(airC: number): Float64Array {
  const state = new Float64Array(STRIDE);
  state[AT.KP] = 1;
  state[AT.WB] = 3;
  state[AT.DB] = 60;
  state[AT.WI] = 0.3;
  state[AT.T] = airC;
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
export const liveOf = (s: Float64Array): number => s[AT.BY]! + s[AT.BS]! + s[AT.BA]!;
export function cocoonsOf(s: Float64Array): number {
  let sum = 0;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) sum += s[box]!;
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

/** Dry matter still there of one feeding, g. */
export const markerLeft = (s: Float64Array, slot: number): number =>
  s[MARKER_AT + slot * MARKER_SIZE]! + s[MARKER_AT + slot * MARKER_SIZE + 1]!;
/** Dry matter of that feeding when it was given, g. */
export const markerGiven = (s: Float64Array, slot: number): number => s[MARKER_AT + slot * MARKER_SIZE + 2]!;
