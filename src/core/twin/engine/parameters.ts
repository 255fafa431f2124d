import { BARE_DRIES_KG, SETTLED_DRY_KG_PER_L, WALL_U } from "@/core/matter/figures";

/*
 * The process model's global parameters, one table: value, unit, plausible range, where it comes from, how sure (high,
 * medium, low). Grams, days, metres, °C. Source: process model 5.1.
 */
const TABLE = {
  q10Microbes: [2.2, "-", "1.8–3", "microbial rates; Haug 1993, Rynk 1992", "M"],
  tmTop: [70, "°C", "-", "thermophilic ceiling, Haug 1993", "M"],
  tmSpan: [15, "K", "-", "thermophilic ceiling, Haug 1993", "M"],
  kcF: [0.25, "1/d", "×0.5–2", "conditioning of whole fast food at 20 °C; envelope 10", "L"],
  kcM: [0.16, "1/d", "×0.5–2", "the same, medium", "L"],
  kcS: [0.065, "1/d", "×0.5–2", "the same, slow", "L"],
  kdF: [0.1, "1/d", "×0.5–2", "microbial decay of conditioned fast food; Haug 1993", "M"],
  kdM: [0.035, "1/d", "×0.5–2", "the same, medium", "M"],
  kdS: [0.008, "1/d", "×0.5–2", "the same, slow", "M"],
  rawDecay: [0.4, "-", "0.2–0.7", "decay of raw relative to conditioned", "L"],
  kbE: [0.004, "1/d", "×0.3–3", "easy bedding decay without worms", "L"],
  kbR: [0.0008, "1/d", "×0.3–3", "resistant bedding decay without worms", "L"],
  kcf: [0.0025, "1/d", "×0.5–2", "respiration of fresh castings", "M"],
  kcm: [0.0004, "1/d", "×0.5–2", "respiration of mature castings", "M"],
  kmat: [0.025, "1/d", "0.01–0.05", "fresh to mature castings", "L"],
  yFood: [0.3, "-", "0.2–0.5", "share of microbially decayed food left as fines", "L"],
  yBed: [0.4, "-", "0.2–0.5", "the same of bedding", "L"],
  o2mic: [0.7, "-", "0.5–0.9", "slowing of aerobic decay at AN = 1", "L"],
  mi0: [0.5, "-", "0.3–0.7", "capacity of a new bin", "L"],
  miTau: [240, "d", "150–365", "its ageing", "L"],
  intMi0: [0.7, "-", "0.5–0.9", "appetite in a brand-new bin", "L"],
  rWet: [0.5, "g/g/d", "0.25–1", "kitchen ration at 20 °C; Appelhof 1982; Ndegwa et al. 2000", "H"],
  refDry: [0.15, "-", "0.10–0.20", "dry share of the reference scraps", "M"],
  kappa: [0.6, "d", "0.3–1.5", "half-saturation of intake", "L"],
  wS: [0.4, "-", "-", "preference for slow conditioned food", "L"],
  wBE: [0.012, "-", "×0.5–2", "preference for easy bedding", "L"],
  wBR: [0.003, "-", "×0.5–2", "preference for resistant bedding", "L"],
  wCF: [0.001, "-", "×0.5–2", "preference for fresh castings", "L"],
  aF: [0.15, "-", "0.05–0.25", "assimilated share of food eaten", "M"],
  aB: [0.07, "-", "0.05–0.25", "the same of bedding", "M"],
  aC: [0.005, "-", "0.05–0.25", "the same of castings", "M"],
  rF: [0.27, "-", "-", "burnt at once by gut and cast microbes; envelope 9", "L"],
  rB: [0.12, "-", "-", "the same of bedding", "L"],
  rC: [0.01, "-", "-", "the same of castings", "L"],
  bfW: [9, "-", "5–20", "how much more nourishing bedding (aged manure, compost) is preferred; envelope 25", "L"],
  bfWorked: [0.3, "-", "0.1–0.5", "nourishment that any easy bedding comes to as microbes work it; envelope 16", "L"],
  bfRate: [0.012, "1/d", "0.005–0.03", "how fast at 20 °C", "L"],
  maint: [0.0026, "g/g/d", "0.002–0.004", "adult upkeep at 20 °C, from oxygen use", "M"],
  starveSave: [0.5, "-", "0.2–0.5", "upkeep saved by starving worms", "L"],
  yG: [0.6, "-", "0.5–0.7", "growth efficiency", "M"],
  wd: [0.17, "-", "0.15–0.20", "dry matter of worms", "H"],
  wormN: [0.1, "g/g", "0.09–0.11", "nitrogen of worm tissue", "H"],
  rhoI: [25, "kg/m²", "10–40", "crowding of appetite", "L"],
  rhoR: [4, "kg/m²", "2–8", "crowding of cocoon output", "L"],
  mu0Y: [0.008, "1/d", "×0.5–2", "background mortality, young", "L"],
  mu0S: [0.004, "1/d", "×0.5–2", "the same, sub-adult", "L"],
  mu0A: [0.0025, "1/d", "×0.5–2", "the same, adult", "L"],
  muCrowd: [0.012, "1/d", "-", "crowding mortality", "L"],
  rhoC: [10, "kg/m²", "-", "crowding mortality", "L"],
  ceff: [0.43, "-", "0.3–0.8", "bin output relative to the best laboratory rate; envelope 7", "L"],
  coldKill: [0.9, "1/d", "0.5–1.5", "mortality well below the cold death; envelope 22", "M"],
  coldSlope: [0.5, "K", "0.3–1", "how sharp it sets in", "L"],
  coldRest: [0.3, "-", "0.2–0.5", "background mortality in the cold against 20 °C: cold worms age slowly; envelope 23", "L"],
  ripens: [0.1, "-", "0.05–0.2", "least share of the maturing rate, whatever a stage's mean mass: grown ones stay grown; envelope 21", "L"],
  heaviest: [0.6, "-", "0.3–2", "how much heavier than the mean of a thin stage those are that move up; envelope 22", "L"],
  sinks: [0.06, "m²/d", "0.03–0.12", "warmth goes down through a moist bed of this depth squared in a day; diffusivity 0.012 m²/d, one slowest mode between open and closed below; envelope 28", "M"],
  retreats: [1, "-", "0 or 1", "1: from what is too hot or too cold above worms draw back into the lower bed", "M"],
  flees: [0.5, "1/d", "0.2–1", "share that leaves a part of a bin that is about to kill it for the next, on top of the usual crossing", "L"],
  fusion: [334, "J/g", "-", "heat of freezing, physics", "H"],
  freezeSpan: [1, "K", "0.5–2", "a bed freezes between 0 °C and this below", "M"],
  heat: [16, "kJ/g", "15–20", "heat of respiration, Haug 1993", "H"],
  latent: [2.45, "kJ/g", "-", "physics", "H"],
  cW: [4.18, "J/g/K", "-", "physics", "H"],
  cD: [1.5, "J/g/K", "-", "dry organic matter", "M"],
  wallU: [WALL_U, "W/m²/K", "1.5–4", "wall, lid and inner film together", "M"],
  tCap: [75, "°C", "-", "safety bound", "M"],
  eE: [1000 * BARE_DRIES_KG.usual, "g/m²/d/kPa", "300–1500", "bare wet bedding in still indoor air", "L"],
  metab: [0.55, "g/g", "0.5–0.6", "water of oxidation", "H"],
  whcRaw: [5.5, "g/g", "4–8", "water held in food tissue", "M"],
  whcCond: [3.5, "g/g", "2–5", "the same, conditioned", "M"],
  whcCF: [3.6, "g/g", "3–5", "fresh castings at field capacity", "M"],
  whcCM: [4.2, "g/g", "3–5", "mature castings at field capacity", "M"],
  rhoCast: [1000 * SETTLED_DRY_KG_PER_L.castings, "g/L", "150–250", "settled density of castings", "M"],
  rhoFood: [1000 * SETTLED_DRY_KG_PER_L.food, "g/L", "80–200", "the same of food", "M"],
  rhoInert: [1200, "g/L", "-", "the same of inert matter", "M"],
  solid: [1500, "g/L", "1400–1600", "density of solids", "H"],
  looseVol: [0.15, "-", "-", "bulking by fluffing", "L"],
  looseTau: [6, "d", "-", "its settling", "L"],
  sO: [228, "g/m²/d", "100–500", "oxygen supply at air space 0.35, depth 0.2 m; envelope 2", "L"],
  airDepth: [0.5, "-", "0.5 or 1", "power by which depth bars the air: food lies near the top; envelopes 19, 20", "L"],
  epsMin: [0.015, "-", "-", "least air space", "L"],
  loadHalf: [850, "g/m²", "500–1500", "food layer that doubles its own oxygen want", "L"],
  wormAir: [0.8, "-", "-", "burrowing opens the mass", "L"],
  rhoAir: [3, "kg/m²", "-", "the same", "L"],
  looseAir: [0.6, "-", "-", "gain of supply after fluffing", "L"],
  airPlaces: [1, "-", "-", "1: worms feel sourness by the share of sour food in what they live in; 0: one air for all", "M"],
  soak: [4, "-", "2–6", "how much more a gram of food soaks and sours than a gram of bedding or castings, dry; envelopes 16 to 20", "L"],
  tauUp: [3, "d", "1–7", "souring lag", "L"],
  tauDown: [5, "d", "1–7", "recovery lag", "L"],
  yAcid: [0.003, "eq/g", "-", "acid from fast food", "L"],
  kAcid: [0.15, "1/d", "-", "its burning-off", "L"],
  limeRate: [0.3, "1/d", "-", "lime reaction", "L"],
  nitrify: [0.15, "1/d", "-", "loss of ammonium to nitrate and uptake", "L"],
  nh3Vent: [0.3, "1/d", "-", "loss of free ammonia", "L"],
} as const satisfies Record<string, readonly [number, string, string, string, "H" | "M" | "L"]>; // prettier-ignore

export type ParameterName = keyof typeof TABLE;
/** The values alone, for the arithmetic. */
export const P = Object.fromEntries(
  Object.entries(TABLE).map(([name, [value]]) => [name, value]),
) as Readonly<Record<ParameterName, number>>;

/**
 * The process model as it was first specified: one air for a whole compartment, no cohorts, cold that breathes and ages like
 * warmth, bedding that hardly feeds. Its reference runs hold the arithmetic, and it is one of the truths advice is tried on.
 */
export const AS_SPECIFIED: Partial<Record<ParameterName, number>> = {
  airPlaces: 0, airDepth: 1, sO: 270, maint: 0.003, starveSave: 0.4, aB: 0.06, muCrowd: 0.006, ceff: 0.45, ripens: 0, heaviest: 0,
  coldKill: 0.5, coldSlope: 1, coldRest: 1, bfW: 0, bfWorked: 0, retreats: 0, flees: 0,
}; // prettier-ignore

/** Runs something with other constants, to ask how much hangs on them; the table stands again afterwards. */
export function withParameters<R>(changes: Partial<Record<ParameterName, number>>, run: () => R): R {
  const own = { ...P };
  Object.assign(P, changes);
  try {
    return run();
  } finally {
    Object.assign(P, own);
  }
}
