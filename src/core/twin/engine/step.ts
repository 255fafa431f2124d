import { exponentials } from "./exponentials";
import { P } from "./parameters";
import type { TwinSpecies } from "./library";
import { AT, MARKER_AT, MARKER_SIZE, MARKERS } from "./state";

/** Held here: a name that is looked up through its module at each use would cost the inner loop more than its sums. */
const F = AT;
const K = P;

/** What stands around one compartment during a day, as plain numbers: the inner loop asks no table. */
export interface Surroundings {
  readonly species: TwinSpecies;
  /** Of further herds: what they weigh, g, and the grams that eat times their pace; both nought where one species lives alone. */
  otherLiveG: number;
  otherHunger: number;
  readonly areaM2: number;
  readonly insulation: number;
  /** Share of free water that leaves in a step. */
  readonly drainedShare: number;
  readonly hasSump: boolean;
  readonly sumpG: number;
  /** Evaporation and air supply through what covers it, relative to an open top. */
  readonly evaporation: number;
  readonly air: number;
  /** How many of its level faces touch the room: two for a bin of one mass. */
  readonly openFaces: number;
  /** Matter between it and the nearest open face, m. */
  readonly buriedM: number;
  readonly airC: number;
  /** Rain that comes in through what covers it, g a day. */
  readonly rainG: number;
  /** Vapour pressure of the air, kPa. */
  readonly airKPa: number;
  /** What a step of this length leaves of looseness, and of the way to sour or to fresh air; the lime it spends. */
  readonly looseStays: number;
  readonly souringStays: number;
  readonly freshStays: number;
  readonly limed: number;
}
/** The exponentials that are the same for every member: taken once a step, outside the inner loop. */
export const forStep = (
  drains: number,
  dt: number,
): Pick<Surroundings, "drainedShare" | "looseStays" | "souringStays" | "freshStays" | "limed"> => ({
  drainedShare: 1 - Math.exp(-drains * dt),
  looseStays: Math.exp(-dt / P.looseTau),
  souringStays: Math.exp(-dt / P.tauUp),
  freshStays: Math.exp(-dt / P.tauDown),
  limed: 1 - Math.exp(-P.limeRate * dt),
});

const clamp = (x: number): number => (x <= 0 ? 0 : x >= 1 ? 1 : x);
/** Share lost to a small first-order rate; 1 − exp(−x) within 0.1 % below 1, and never above 1. */
const phi = (x: number): number => x / (1 + x / 2 + (x * x) / 12);
/** Saturation vapour pressure, kPa. */
export const saturation = (temperatureC: number): number =>
  STEAM_KPA * Math.exp(saturationPower(temperatureC));
const STEAM_KPA = 0.6108;
const saturationPower = (temperatureC: number): number => (17.27 * temperatureC) / (temperatureC + 237.3);

const LN_Q_MICROBES = Math.log(K.q10Microbes) / 10;
const WW = 1 - K.wd;
/** Grams, or head, that no one could find. */
export const TRACE = 1e-12;

const microbesAt = (temperatureC: number, q10: number): number =>
  q10 * clamp((K.tmTop - temperatureC) / K.tmSpan) * clamp((temperatureC + 2) / 4);
const microbesIn = (m: number): number =>
  m <= 0.12 ? 0 : m <= 0.4 ? (0.4 * (m - 0.12)) / 0.28 : m <= 0.6 ? 0.4 + (0.6 * (m - 0.4)) / 0.2 : 1;

const FREEZING_PARTS = 24;
/** Warmth after a day's exchange with what is around it where the bed may freeze or thaw: the water gives or takes its heat on the way. */
function nearFreezing(
  fromC: number,
  towardsC: number,
  exchange: number,
  capacity: number,
  waterG: number,
): number {
  const fusion = (K.fusion * waterG) / 1000 / K.freezeSpan;
  let t = fromC;
  for (let part = 0; part < FREEZING_PARTS; part += 1) {
    const isFreezing = t <= 0 && t > -K.freezeSpan;
    const held = capacity + (isFreezing ? fusion : 0);
    const next = towardsC + (t - towardsC) * Math.exp(-exchange / held / FREEZING_PARTS);
    // No part of the day may jump over the stretch in which the water freezes or thaws.
    if (t > 0 && next < 0) t = -1e-6;
    else if (t <= -K.freezeSpan && next > -K.freezeSpan) t = -K.freezeSpan + 1e-6;
    else t = next;
  }
  return t;
}

/** How much of a herd draws back from a warmth: none where it is well, all where it would stop eating. */
export const drawnBack = (t: number, sp: TwinSpecies): number =>
  t > sp.bestC ? clamp((t - sp.bestC) / (sp.zeroC - sp.bestC)) : clamp((sp.leastC + 3 - t) / 3);
/**
 * Warmth where a herd lies, °C: in its bed, or below it where that is less hot or less cold; not below where that stands in
 * water (`m`: moisture) or the air is gone (`felt`).
 */
export function herdC(t: number, belowC: number, m: number, felt: number, sp: TwinSpecies): number {
  if (t > sp.bestC ? belowC >= t : belowC <= t) return t;
  return t + K.retreats * drawnBack(t, sp) * clamp((0.93 - m) / 0.05) * (1 - felt) * (belowC - t);
}
export const wormsPower = (t: number, sp: TwinSpecies): number => sp.lnQ * (Math.min(t, sp.bestC) - 20);
export const heatPower = (t: number, sp: TwinSpecies): number => (sp.heatDeathC - t) / 0.8;
export const coldPower = (t: number, sp: TwinSpecies): number => (t - sp.coldDeathC) / K.coldSlope;
export const wormsAt = (t: number, sp: TwinSpecies): number => wormsBy(Math.exp(wormsPower(t, sp)), t, sp);
export function wormsBy(q10: number, t: number, sp: TwinSpecies): number {
  if (t <= sp.leastC || t >= sp.zeroC) return 0;
  let f = q10;
  if (t < sp.leastC + 6) f *= (t - sp.leastC) / 6;
  if (t > sp.bestC) f *= 1 - ((t - sp.bestC) / (sp.zeroC - sp.bestC)) ** 2;
  return f;
}
export const wormsIn = (m: number): number =>
  m <= 0.35
    ? 0
    : m <= 0.55
      ? (0.6 * (m - 0.35)) / 0.2
      : m <= 0.7
        ? 0.6 + (0.4 * (m - 0.55)) / 0.15
        : m <= 0.85
          ? 1
          : m <= 0.9
            ? 1 - (0.3 * (m - 0.85)) / 0.05
            : m <= 0.95
              ? 0.7 - (0.6 * (m - 0.9)) / 0.05
              : 0.1;
function breedsAt(t: number, warmthC: TwinSpecies["warmthC"]): number {
  // By index: taking a tuple apart by name runs the iterator, which the inner loop would feel.
  const r0 = warmthC[0], r1 = warmthC[1], r2 = warmthC[2], r3 = warmthC[3]; // prettier-ignore
  if (t <= r0 || t >= r3) return 0;
  if (t < r1) return (t - r0) / (r1 - r0);
  return t > r2 ? (r3 - t) / (r3 - r2) : 1;
}
const breedsIn = (m: number): number =>
  m <= 0.5 || m >= 0.92 ? 0 : m < 0.75 ? (m - 0.5) / 0.25 : m <= 0.85 ? 1 : (0.92 - m) / 0.07;
export const largerEats = (count: number, massG: number, adultG: number): number =>
  count > 0 && massG > 0 ? Math.min(3, Math.max(0.6, Math.sqrt(Math.sqrt(adultG / (massG / count))))) : 1;
/** What ammonia (mg/g), salt (%) and acidity leave of appetite. */
export const appetiteFactor = (nh: number, salt: number, pH: number): number =>
  (1 - clamp((nh - 0.4) / 0.8)) * (1 - clamp((salt - 0.4) / 0.6)) * (1 - clamp((5.5 - pH) / 1.5));
const starving = (meanG: number, criticalG: number): number => 0.03 * clamp((1 - meanG / criticalG) / 0.4);

/*
 * A step in three stretches, each small enough for the engine to compile whole and with its helpers inside: what rots and
 * is eaten (7.1 to 7.6), what lives (7.7 to 7.9), what flows (7.10 to 7.13). What one hands to the next lies here; the
 * place of each value is in its name.
 */
export const X = new Float64Array(25);
const xM = 0, xRho = 1, xNh = 2, xSalt = 3, xPh = 4, xMicrobes = 5, xRate = 6, xWorms = 7, xTox = 8, xEps = 9, xDepth = 10, xDry = 11; // prettier-ignore
const xFood = 12, xLive = 13, xResp = 14, xPotential = 15, xFoodResp = 16, xTaken = 17, xEaters = 18, xYoung = 19, xGrowing = 20; // prettier-ignore
const xAdult = 21, xLossShare = 22, xFast = 23, xHerdC = 24; // prettier-ignore
/*
 * Powers of e, taken together as soon as what they rest on is known: from warmth, moisture and acidity; from the rates;
 * from the bite; from what kills; from the day's evaporation and cooling.
 */
export const E = new Float64Array(28);
const eMicrobes = 0, eWorms = 1, eSteam = 2, eHeat = 3, eCold = 4, eDry = 5, eAmmonia = 6, BY_WARMTH = 7; // prettier-ignore
const eRaw0 = 7, eRaw1 = 8, eRaw2 = 9, eJuice = 10, eFast = 11, eMiddle = 12, eMatures = 13, eMicro = 14, eAcid = 15, eTan = 16, BY_RATE = 17; // prettier-ignore
const eBite = 17, eSlowBite = 18, BY_BITE = 19; // prettier-ignore
const eYoung = 19, eGrowing = 20, eAdult = 21, eCocoon = 22, BY_DEATH = 23; // prettier-ignore
const eDries = 23, eCools = 24; // prettier-ignore
/** A curve from nought to one about a middle, given e to the power of the way still to go. */
const rising = (power: number): number => 1 / (1 + power);

/**
 * Advances one member by `dt` days in place. The order of the blocks is part of the model: values taken at the start of
 * the step are not refreshed inside it. One day is the reference; other steps give results of their own.
 * Source: process model 7.
 */
export function step(s: Float64Array, around: Surroundings, dt: number): void {
  rot(s, around, dt);
  grow(s, around, dt);
  flow(s, around, dt);
}

export function rot(s: Float64Array, around: Surroundings, dt: number): void {
  const { species: sp, areaM2: A } = around;
  // 7.1 as the day begins
  let R0 = s[F.R0]!, R1 = s[F.R1]!, R2 = s[F.R2]!, C0 = s[F.C0]!, C1 = s[F.C1]!, C2 = s[F.C2]!; // prettier-ignore
  let BE = s[F.BE]!, BR = s[F.BR]!, CF = s[F.CF]!, CM = s[F.CM]!; // prettier-ignore
  const W = s[F.W]!;
  const IN = s[F.IN]!;
  const T = s[F.T]!;
  const AN = s[F.AN]!;
  const LO = s[F.LO]!;
  const MI = s[F.MI]!;
  const TAN = s[F.TAN]!, SA = s[F.SA]!, AC = s[F.AC]!, LI = s[F.LI]!; // prettier-ignore
  let NY = s[F.NY]!, BY = s[F.BY]!, NS = s[F.NS]!, BS = s[F.BS]!, NA = s[F.NA]!, BA = s[F.BA]!; // prettier-ignore
  // A stage that has died out to the last trace is gone: quotients of such numbers overflow.
  if (BY < TRACE || NY < TRACE) BY = NY = 0;
  if (BS < TRACE || NS < TRACE) BS = NS = 0;
  if (BA < TRACE || NA < TRACE) BA = NA = 0;
  for (let box = F.Q1; box <= F.Q8; box += 1) if (s[box]! < TRACE) s[box] = 0;
  const cast = CF + CM;
  const food = R0 + R1 + R2 + C0 + C1 + C2;
  const DM = food + BE + BR + cast + IN;
  const m = W + DM > 0 ? W / (W + DM) : 0;
  const fill = W / 1000 + DM / K.solid;
  const V = Math.max(
    ((BE + BR) / s[F.DB]! + cast / K.rhoCast + food / K.rhoFood + IN / K.rhoInert) * (1 + K.looseVol * LO),
    fill,
    0.1,
  );
  const eps = Math.max(1 - fill / V, K.epsMin);
  const depth = Math.max(V / 1000 / A, 0.02);
  const live = BY + BS + BA + around.otherLiveG;
  const rho = live / 1000 / A;
  const wet = W + DM;
  const nh = wet > 0 ? (1000 * TAN) / wet : 0;
  const salt = wet > 0 ? (100 * SA) / wet : 0;
  const kg = Math.max(DM / 1000, 0.02);
  const acid = AC / kg;
  const amm = TAN / kg;
  const base = LI / kg;
  const buffer = 0.15 + 0.35 * (DM > 0 ? cast / DM : 0);
  const pH = 7 + (0.8 * base) / (base + 0.3) - (3.2 * acid) / (acid + buffer) + (1.5 * amm) / (amm + 3);

  // 7.2 rate factors
  // Air has places: food breathes in its own, bedding and castings in what food has not soaked.
  const soaked = (K.soak * food) / (K.soak * food + BE + BR + cast + IN + 1e-9);
  const felt = K.airPlaces > 0 ? AN * soaked : AN;
  // So has warmth: the lower bed lags.
  const TH = herdC(T, s[F.TD]!, m, felt, sp);
  E[eMicrobes] = LN_Q_MICROBES * (T - 20);
  E[eWorms] = wormsPower(T, sp);
  E[eSteam] = saturationPower(T);
  E[eHeat] = heatPower(TH, sp);
  E[eCold] = coldPower(TH, sp);
  E[eDry] = (m - 0.4) / 0.03;
  E[eAmmonia] = Math.LN10 * (9.25 - pH - 0.03 * (T - 25));
  exponentials(E, 0, BY_WARMTH);
  const fTm = microbesAt(T, E[eMicrobes]);
  const g0 = fTm * microbesIn(m);
  const gm = g0 * (K.mi0 + (1 - K.mi0) * MI) * s[F.kD]!;
  const o2f = 1 - K.o2mic * AN;
  const gO = gm * o2f;
  const o2r = 1 - K.o2mic * felt;
  const gR = gm * o2r;
  const fTw = wormsBy(E[eWorms], T, sp);
  const tox = appetiteFactor(nh, salt, pH);
  const KP = s[F.KP]!;
  const a0 = K.kcF * gm * KP * dt, a1 = K.kcM * gm * KP * dt, a2 = K.kcS * gm * KP * dt; // prettier-ignore
  const b0 = K.kdF * K.rawDecay * gO * dt, b1 = K.kdM * K.rawDecay * gO * dt, b2 = K.kdS * K.rawDecay * gO * dt; // prettier-ignore
  E[eRaw0] = -(a0 + b0);
  E[eRaw1] = -(a1 + b1);
  E[eRaw2] = -(a2 + b2);
  E[eJuice] = -(s[F.LK]! * gm * dt);
  E[eFast] = -(K.kdF * gO * dt);
  E[eMiddle] = -(K.kdM * gO * dt);
  E[eMatures] = -(K.kmat * g0 * dt);
  E[eMicro] = (-Math.min(g0, 1.5) * (1 - AN) * dt) / K.miTau;
  E[eAcid] = -K.kAcid * fTm * (1 - AN) * dt;
  E[eTan] = -(K.nitrify * fTm * (1 - AN) + K.nh3Vent * rising(E[eAmmonia])) * dt;
  exponentials(E, BY_WARMTH, BY_RATE);

  // 7.3 raw food: conditioning and decay
  let lossF = 0;
  let decFast = 0;
  if (a0 + b0 > 0) {
    const q0 = R0 * (1 - E[eRaw0]);
    R0 -= q0;
    C0 += (q0 * a0) / (a0 + b0);
    decFast = (q0 * b0) / (a0 + b0);
    lossF = decFast;
    const q1 = R1 * (1 - E[eRaw1]);
    R1 -= q1;
    C1 += (q1 * a1) / (a1 + b1);
    lossF += (q1 * b1) / (a1 + b1);
    const q2 = R2 * (1 - E[eRaw2]);
    R2 -= q2;
    C2 += (q2 * a2) / (a2 + b2);
    lossF += (q2 * b2) / (a2 + b2);
  }
  let LR = s[F.LR]!;
  let LC = s[F.LC]!;
  const conditioned = LR * (1 - E[eJuice]);
  LR -= conditioned;
  LC += conditioned;

  // 7.4 microbial decay
  const cnd1 = C0 + C1 + C2;
  const d0 = C0 * (1 - E[eFast]);
  const d1 = C1 * (1 - E[eMiddle]);
  const d2 = C2 * phi(K.kdS * gO * dt);
  C0 -= d0;
  C1 -= d1;
  C2 -= d2;
  lossF += d0 + d1 + d2;
  decFast += d0;
  const qe = BE * phi(K.kbE * gR * dt);
  const qr = BR * phi(K.kbR * gR * dt);
  const qcf = CF * phi(K.kcf * gR * dt);
  const qcm = CM * phi(K.kcm * gR * dt);
  BE -= qe;
  BR -= qr;
  CF -= qcf;
  CM -= qcm;
  let resp = (1 - K.yFood) * lossF + (1 - K.yBed) * (qe + qr) + qcf + qcm;
  let fines = K.yFood * lossF + K.yBed * (qe + qr);
  const foodResp = ((1 - K.yFood) * lossF) / o2f;
  let potResp = (resp - (1 - K.yFood) * lossF) / o2r;

  // 7.5 intake
  const alY = largerEats(NY, BY, sp.adultG);
  const alS = largerEats(NS, BS, sp.adultG);
  const alA = largerEats(NA, BA, sp.adultG);
  const eff = BY * alY + BS * alS + BA * alA;
  const fOw = 1 - felt * felt;
  const matureShare = K.intMi0 + (1 - K.intMi0) * MI;
  let appetite =
    ((eff * K.rWet * K.refDry * s[F.kI]! * fTw * wormsIn(m) * fOw * tox) / (1 + (rho / K.rhoI) ** 2)) *
    matureShare;
  if (around.otherHunger > 0)
    appetite +=
      ((around.otherHunger * K.rWet * K.refDry * s[F.kI]! * wormsIn(m) * fOw * tox) /
        (1 + (rho / K.rhoI) ** 2)) *
      matureShare;
  const before = C0 + C1 + C2;
  const BF = s[F.BF]!;
  const wE = K.wBE * (1 + K.bfW * BF);
  const aE = K.aB + (K.aF - K.aB) * BF;
  const offered = C0 + C1 + K.wS * C2 + wE * BE + K.wBR * BR + K.wCF * CF;
  const u = appetite > 0 ? (appetite * dt) / (offered + K.kappa * appetite) : 0;
  E[eBite] = -u;
  E[eSlowBite] = -(K.wS * u);
  exponentials(E, BY_RATE, BY_BITE);
  const bite = 1 - E[eBite];
  const e0 = C0 * bite;
  const e1 = C1 * bite;
  const e2 = C2 * (1 - E[eSlowBite]);
  const eE = BE * phi(wE * u);
  const eR = BR * phi(K.wBR * u);
  const eC = CF * phi(K.wCF * u);
  C0 -= e0;
  C1 -= e1;
  C2 -= e2;
  BE -= eE;
  BR -= eR;
  CF -= eC;
  const eatF = e0 + e1 + e2;
  const eatB = eE + eR;
  const fracC = before > 0 ? eatF / before : 0;
  const asm = K.aF * eatF + aE * eE + K.aB * eR + K.aC * eC;
  const gut = K.rF * eatF + K.rB * eatB + K.rC * eC;
  resp += gut;
  potResp += gut;
  fines += eatF + eatB + eC - asm - gut;
  const decC = cnd1 > 0 ? clamp((cnd1 - (C0 + C1 + C2) - eatF) / cnd1) : 0;
  LC *= (1 - decC) * (1 - fracC);
  const lossShare = food > 0 ? clamp((lossF + eatF) / food) : 0;

  // 7.6 castings
  const matured = CF * (1 - E[eMatures]);
  CF += fines - matured;
  CM += matured;

  s[F.R0] = R0;
  s[F.R1] = R1;
  s[F.R2] = R2;
  s[F.C0] = C0;
  s[F.C1] = C1;
  s[F.C2] = C2;
  s[F.BE] = BE;
  s[F.BR] = BR;
  s[F.CF] = CF;
  s[F.CM] = CM;
  s[F.NY] = NY;
  s[F.BY] = BY;
  s[F.NS] = NS;
  s[F.BS] = BS;
  s[F.NA] = NA;
  s[F.BA] = BA;
  s[F.BF] = BF < K.bfWorked ? BF + (K.bfWorked - BF) * phi(K.bfRate * gR * dt) : BF;
  s[F.FELT] = felt;
  s[F.LR] = LR;
  s[F.LC] = LC;
  s[F.EATEN] = s[F.EATEN]! + eatF + eatB + eC;
  s[F.PH] = pH;
  s[F.EPS] = eps;
  s[F.NH] = nh;
  s[F.SALT] = salt;
  s[F.GM] = gm * dt;
  s[F.KEPT] = (1 - decC) * (1 - fracC);
  X[xM] = m;
  X[xRho] = rho;
  X[xNh] = nh;
  X[xSalt] = salt;
  X[xPh] = pH;
  X[xMicrobes] = fTm;
  X[xRate] = g0;
  X[xWorms] = fTw;
  X[xTox] = tox;
  X[xEps] = eps;
  X[xDepth] = depth;
  X[xDry] = DM;
  X[xFood] = food;
  X[xLive] = live;
  X[xResp] = resp;
  X[xPotential] = potResp;
  X[xFoodResp] = foodResp;
  X[xTaken] = asm;
  X[xEaters] = eff;
  X[xYoung] = alY;
  X[xGrowing] = alS;
  X[xAdult] = alA;
  X[xLossShare] = lossShare;
  X[xFast] = decFast;
  X[xHerdC] = TH;
}

export function grow(s: Float64Array, around: Surroundings, dt: number): void {
  const { species: sp } = around;
  const T = s[F.T]!, felt = s[F.FELT]!; // prettier-ignore
  const m = X[xM]!, rho = X[xRho]!, nh = X[xNh]!, salt = X[xSalt]!, pH = X[xPh]!, fTw = X[xWorms]!, tox = X[xTox]!; // prettier-ignore
  const asm = X[xTaken]!, eff = X[xEaters]!, alY = X[xYoung]!, alS = X[xGrowing]!, alA = X[xAdult]!; // prettier-ignore
  let W = s[F.W]!;
  let NY = s[F.NY]!, BY = s[F.BY]!, NS = s[F.NS]!, BS = s[F.BS]!, NA = s[F.NA]!, BA = s[F.BA]!; // prettier-ignore
  // 7.7 worm energy, stages from young to adult: water runs down between them
  const fTx = T < sp.zeroC ? fTw : E[eWorms]!;
  const inv = eff > 0 ? asm / eff : 0;
  const mb0 = K.maint * Math.max(fTx, 0.15) * dt;
  const mb = mb0 * (1 - K.starveSave * (1 - clamp(inv / mb0)));
  let wormResp = 0;
  let eggs = 0;
  for (let stage = 0; stage < 3; stage += 1) {
    let B = stage === 0 ? BY : stage === 1 ? BS : BA;
    const N = stage === 0 ? NY : stage === 1 ? NS : NA;
    const al = stage === 0 ? alY : stage === 1 ? alS : alA;
    const e = B * al;
    const net = e * (inv - mb);
    if (net < 0) {
      const loss = Math.min(B, -net / K.wd);
      B -= loss;
      W += WW * loss;
      wormResp += e * inv + K.wd * loss;
    } else {
      const mean = N > 0 ? B / N : 0;
      const tot = (net * K.yG) / K.wd;
      let gr =
        stage === 0
          ? tot * clamp(3 * (1 - mean / (0.6 * sp.adultG)))
          : stage === 1
            ? tot * clamp(3 * (1 - mean / sp.adultG))
            : tot * clamp(1.5 * (1 - mean / sp.largestG));
      if (WW * gr > 0.2 * W) gr = (0.2 * W) / WW;
      B += gr;
      W -= WW * gr;
      let laid = 0;
      if (stage === 2) {
        const cap =
          ((NA * sp.cocoonsPerDay * K.ceff * breedsAt(T, sp.warmthC) * breedsIn(m) * (1 - felt) * tox) /
            (1 + (rho / K.rhoR) * Math.sqrt(rho / K.rhoR))) *
          dt;
        laid = Math.max(0, Math.min((tot - gr) / sp.cocoonG, cap));
        if (laid * sp.cocoonG * WW > 0.2 * W) laid = (0.2 * W) / (sp.cocoonG * WW);
        W -= laid * sp.cocoonG * WW;
        eggs = laid;
      }
      wormResp += e * inv - K.wd * (gr + laid * sp.cocoonG);
    }
    if (stage === 0) BY = B;
    else if (stage === 1) BS = B;
    else BA = B;
  }
  X[xResp]! += wormResp;
  X[xPotential]! += wormResp;

  // 7.8 development
  const p = clamp((8 / sp.incubationDays) * (fTw / sp.f25) * (m < 0.5 ? 0.3 : 1) * dt);
  let inflow = eggs;
  for (let box = F.Q1; box <= F.Q8; box += 1) {
    const held = s[box]!;
    const out = p * held;
    s[box] = held + inflow - out;
    inflow = out;
  }
  let hat = inflow * sp.hatchlingsPerCocoon;
  let resid = inflow * sp.cocoonG - hat * sp.hatchlingG;
  if (resid < 0) {
    hat = (inflow * sp.cocoonG) / sp.hatchlingG;
    resid = 0;
  }
  const rate = (2 / sp.maturityDays) * (fTw / sp.f25);
  // By cohort: among many thin ones some are always well grown, and it is the heaviest that move up.
  const fitY = NY > 0 ? clamp(BY / NY / (0.1 * sp.adultG)) : 0;
  const fitS = NS > 0 ? clamp((BS / NS / sp.adultG - 0.15) / 0.25) : 0;
  const py = phi(rate * Math.max(K.ripens, fitY) * dt);
  const ps = phi(rate * Math.max(K.ripens, fitS) * dt);
  const grownN = NY * py;
  const grownB = Math.min(BY * py * (1 + K.heaviest * (1 - fitY)), 0.5 * BY);
  const adultN = NS * ps;
  const adultB = Math.min(BS * ps * (1 + K.heaviest * (1 - fitS)), 0.5 * BS);
  NY += hat - grownN;
  BY += hat * sp.hatchlingG - grownB;
  NS += grownN - adultN;
  BS += grownB - adultB;
  NA += adultN;
  BA += adultB;

  // 7.9 mortality
  const heat = 1.2 * rising(E[eHeat]!);
  const cold = K.coldKill * rising(E[eCold]!);
  const dry = 0.3 * rising(E[eDry]!);
  const an = clamp((felt - 0.75) / 0.25);
  const mu =
    heat +
    cold +
    dry +
    0.25 * an * an +
    0.3 * clamp((nh - 0.8) / 1.2) +
    0.3 * clamp((salt - 0.5) / 0.7) +
    0.15 * clamp(4.8 - pH) +
    0.15 * clamp((pH - 9) / 0.5);
  const rest = Math.min(1, Math.max(K.coldRest, fTw));
  const cr = Math.min(0.05, K.muCrowd * (rho / K.rhoC) ** 2);
  E[eYoung] = -(mu + rest * K.mu0Y + cr + (NY > 0 ? starving(BY / NY, 0.006 * sp.adultG) : 0)) * dt;
  E[eGrowing] = -(mu + rest * K.mu0S + 0.5 * cr + (NS > 0 ? starving(BS / NS, 0.06 * sp.adultG) : 0)) * dt;
  const lossA = (mu + rest * K.mu0A + 0.25 * cr + (NA > 0 ? starving(BA / NA, 0.3 * sp.adultG) : 0)) * dt;
  E[eAdult] = -lossA;
  // Cocoons lie where they were laid, wherever the worms went.
  const isBack = X[xHerdC]! !== T;
  const bedHeat = isBack ? 1.2 * rising(Math.exp(heatPower(T, sp))) : heat;
  const bedCold = isBack ? K.coldKill * rising(Math.exp(coldPower(T, sp))) : cold;
  E[eCocoon] = -(0.5 * bedHeat + 0.2 * bedCold + 0.5 * dry + 0.1 * an * an) * dt;
  exponentials(E, BY_BITE, BY_DEATH);
  const liveY = E[eYoung], liveS = E[eGrowing], liveA = E[eAdult], liveQ = E[eCocoon]; // prettier-ignore
  // Where no grown worm is none is lost, however hostile an empty bin may be.
  if (s[F.NA]! > 0) s[F.LS] = s[F.LS]! + lossA;
  const dead = BY * (1 - liveY) + BS * (1 - liveS) + BA * (1 - liveA);
  NY *= liveY;
  BY *= liveY;
  NS *= liveS;
  BS *= liveS;
  NA *= liveA;
  BA *= liveA;
  let cocoonsLost = 0;
  for (let box = F.Q1; box <= F.Q8; box += 1) {
    const held = s[box]!;
    cocoonsLost += held * (1 - liveQ);
    s[box] = held * liveQ;
  }
  const dc = cocoonsLost * sp.cocoonG + resid;
  s[F.C0] = s[F.C0]! + K.wd * dead;
  s[F.C1] = s[F.C1]! + K.wd * dc;
  W += WW * (dead + dc);
  s[F.NF] = s[F.NF]! + K.wd * K.wormN * (dead + dc);

  s[F.W] = W;
  s[F.NY] = NY;
  s[F.BY] = BY;
  s[F.NS] = NS;
  s[F.BS] = BS;
  s[F.NA] = NA;
  s[F.BA] = BA;
  s[F.COCO] = s[F.COCO]! + eggs;
  s[F.HATCH] = s[F.HATCH]! + hat;
  s[F.DEAD] = s[F.DEAD]! + dead;
}

export function flow(s: Float64Array, around: Surroundings, dt: number): void {
  const { areaM2: A } = around;
  const R0 = s[F.R0]!, R1 = s[F.R1]!, R2 = s[F.R2]!, C0 = s[F.C0]!, C1 = s[F.C1]!, C2 = s[F.C2]!; // prettier-ignore
  const BE = s[F.BE]!, BR = s[F.BR]!, CF = s[F.CF]!, CM = s[F.CM]!, IN = s[F.IN]!; // prettier-ignore
  const T = s[F.T]!, AN = s[F.AN]!, LO = s[F.LO]!, MI = s[F.MI]!; // prettier-ignore
  const m = X[xM]!, rho = X[xRho]!, eps = X[xEps]!, depth = X[xDepth]!, DM = X[xDry]!, food = X[xFood]!, live = X[xLive]!; // prettier-ignore
  const lossShare = X[xLossShare]!, decFast = X[xFast]!; // prettier-ignore
  const resp = X[xResp]!, potResp = X[xPotential]!, foodResp = X[xFoodResp]!; // prettier-ignore
  let W = s[F.W]!, SU = s[F.SU]!, TAN = s[F.TAN]!, SA = s[F.SA]!, AC = s[F.AC]!, LI = s[F.LI]!, NF = s[F.NF]!; // prettier-ignore
  // 7.10 water
  const rain = around.rainG * dt;
  if (rain > 0) s[F.INW] = s[F.INW]! + rain;
  W += K.metab * resp + rain;
  const aw = m >= 0.45 ? 1 : m <= 0.1 ? 0 : (m - 0.1) / 0.35;
  // Air that is warmer than was said of the room holds as much more.
  const vpd = Math.max(0, STEAM_KPA * E[eSteam]! * aw - around.airKPa * (1 + 0.062 * s[F.AIR]!));
  const ep = K.eE * s[F.kE]! * A * around.evaporation * (1 + 0.5 * LO) * vpd * dt;
  E[eDries] = W > 0 ? -(ep / W) : 0;
  exponentials(E, eDries, eDries + 1);
  const ev = W * (1 - E[eDries]);
  W -= ev;
  const raw2 = R0 + R1 + R2;
  const cnd2 = C0 + C1 + C2;
  const held =
    s[F.kH]! *
    (K.whcRaw * raw2 + K.whcCond * cnd2 + s[F.WB]! * (BE + BR) + K.whcCF * CF + K.whcCM * CM + s[F.WI]! * IN);
  let dr = 0;
  if (W > held) {
    dr = (W - held) * around.drainedShare;
    if (around.hasSump) dr = Math.min(dr, Math.max(0, around.sumpG - SU));
    const share = dr / W;
    W -= dr;
    SA *= 1 - share;
    TAN *= 1 - share;
    AC *= 1 - share;
    if (around.hasSump) SU += dr;
    else s[F.DRAIN] = s[F.DRAIN]! + dr;
  }

  // 7.11 heat
  const UA = K.wallU * around.insulation * (around.openFaces * A + 4 * Math.sqrt(A) * depth) * 86.4;
  const capacity = (K.cW * W + K.cD * DM + 4 * live) / 1000 + 1;
  const Q = (K.heat * resp - K.latent * ev) / dt;
  const airC = around.airC + s[F.AIR]!;
  const Teq = Math.min(K.tCap, Math.max(airC - 8, airC + Q / UA));
  E[eCools] = (-UA / capacity) * dt;
  exponentials(E, eCools, eCools + 1);
  const settled = Teq + (T - Teq) * E[eCools];
  const staysThawed = T > 0 && settled > 0;
  const staysFrozen = T <= -K.freezeSpan && settled <= -K.freezeSpan;
  const cooled = staysThawed || staysFrozen ? settled : nearFreezing(T, Teq, UA * dt, capacity, W);
  // What dries is cooled as far as a wet bulb would be, by 8 K in a room and by nothing in frost.
  const warmed = Math.max(cooled, Math.min(T, airC - Math.min(8, Math.max(0, 0.8 * airC))));
  s[F.T] = warmed;
  const sinks = (K.sinks * dt) / (depth * depth);
  s[F.TD] = (s[F.TD]! + sinks * warmed) / (1 + sinks);

  // 7.12 air
  const load = food / A / K.loadHalf;
  const want = (potResp + foodResp * (1 + load * load)) / dt / A;
  const thin = 0.2 / (depth + around.buriedM);
  const supply =
    K.sO *
    s[F.kO]! *
    around.air *
    (eps / 0.35) *
    Math.sqrt(eps / 0.35) *
    (1 + K.looseAir * LO) *
    (1 + (K.wormAir * rho) / (rho + K.rhoAir)) *
    (K.airDepth < 1 ? Math.sqrt(thin) : thin);
  const x = want / supply;
  const target = x < 1e8 ? (x * x) / (1 + x * x) : 1;
  const stays = target > AN ? around.souringStays : around.freshStays;
  s[F.AN] = clamp(target + (AN - target) * stays);

  // 7.13 acid, ammonia, lime, maturity, looseness
  AC = (AC + K.yAcid * decFast * (0.1 + AN)) * E[eAcid]!;
  const neutral = Math.min(AC, LI) * around.limed;
  AC -= neutral;
  LI -= neutral;
  const freed = NF * lossShare;
  const nitrogen = NF + 0.003 * BE;
  const cn = nitrogen > 0 ? (0.45 * (raw2 + cnd2 + 0.5 * BE)) / nitrogen : 100;
  NF -= freed;
  TAN += freed * clamp((30 - cn) / 20);
  TAN *= E[eTan]!;
  s[F.MI] = 1 - (1 - MI) * E[eMicro]!;
  s[F.LO] = LO * around.looseStays;

  s[F.W] = W;
  s[F.SU] = SU;
  s[F.TAN] = TAN;
  s[F.SA] = SA;
  s[F.AC] = AC;
  s[F.LI] = LI;
  s[F.NF] = NF;
  s[F.RESP] = s[F.RESP]! + resp;
  s[F.EVAP] = s[F.EVAP]! + ev;
  s[F.METW] = s[F.METW]! + K.metab * resp;
  s[F.AGE] = s[F.AGE]! + dt;
  s[F.EV1] = ev;
  s[F.DR1] = dr;
}

/** Share of what was given below which a feeding counts as gone. */
const GONE = 1e-4;
/** Of the feedings still there, packed: where each lies, and the power of e that turns it over. */
const lies = new Int32Array(MARKERS);
const turns = new Float64Array(MARKERS);

/** Carries each feeding's remains marker over the day just stepped, by the equations of the last feeding (7.3 and 7.5). */
export function ageMarkers(s: Float64Array, used: number): void {
  const gm = s[F.GM]!;
  const kept = s[F.KEPT]!;
  let there = 0;
  for (let slot = 0; slot < used; slot += 1) {
    const at = MARKER_AT + slot * MARKER_SIZE;
    if (s[at]! + s[at + 1]! <= 0) continue;
    lies[there] = at;
    turns[there] = s[at]! > 0 ? -s[at + 3]! * gm : 0;
    there += 1;
  }
  exponentials(turns, 0, there);
  for (let nth = 0; nth < there; nth += 1) {
    const at = lies[nth]!;
    const turned = s[at]! * (1 - turns[nth]!);
    const raw = s[at]! - turned;
    const ready = (s[at + 1]! + turned) * kept;
    const isGone = raw + ready < GONE * s[at + 2]!;
    s[at] = isGone ? 0 : raw;
    s[at + 1] = isGone ? 0 : ready;
  }
}

/** Where `grow` finds what it needs of the herd in the main fields. */
export const OF_HERD = { pace: xWorms, taken: xTaken, eaters: xEaters, young: xYoung, growing: xGrowing, adult: xAdult, liesC: xHerdC, moisture: xM } as const; // prettier-ignore
export const OF_WARMTH = { worms: eWorms, heat: eHeat, cold: eCold } as const;
