import { P } from "./parameters";
import { COVERED, DRAINS } from "./library";
import type { TwinSpecies } from "./library";
import type { Cover, Drainage } from "@/vocabulary/setup";
import { AT } from "./state";

/** What stands around a member during a day. */
export interface Surroundings {
  readonly species: TwinSpecies;
  readonly areaM2: number;
  readonly insulation: number;
  readonly drainage: Drainage;
  readonly cover: Cover;
  readonly sumpG: number;
  readonly airC: number;
  /** Vapour pressure of the air, kPa. */
  readonly airKPa: number;
}

const clamp = (x: number): number => (x <= 0 ? 0 : x >= 1 ? 1 : x);
/** Share lost to a small first-order rate; 1 − exp(−x) within 0.1 % below 1, and never above 1. */
const phi = (x: number): number => x / (1 + x / 2 + (x * x) / 12);
const lost = (x: number): number => 1 - Math.exp(-x);
const sigmoid = (z: number): number => 1 / (1 + Math.exp(-z));
/** Saturation vapour pressure, kPa. */
export const saturation = (temperatureC: number): number =>
  0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));

const LN_Q_MICROBES = Math.log(P.q10Microbes) / 10;
const WW = 1 - P.wd;
/** Grams, or head, that no one could find. */
const TRACE = 1e-12;

function microbesAt(temperatureC: number): number {
  if (temperatureC < -20) return 0;
  return (
    Math.exp(LN_Q_MICROBES * (temperatureC - 20)) *
    clamp((P.tmTop - temperatureC) / P.tmSpan) *
    clamp((temperatureC + 2) / 4)
  );
}
const microbesIn = (m: number): number =>
  m <= 0.12 ? 0 : m <= 0.4 ? (0.4 * (m - 0.12)) / 0.28 : m <= 0.6 ? 0.4 + (0.6 * (m - 0.4)) / 0.2 : 1;

function wormsAt(t: number, sp: TwinSpecies): number {
  if (t <= sp.leastC || t >= sp.zeroC) return 0;
  let f = Math.exp(sp.lnQ * (Math.min(t, sp.bestC) - 20));
  if (t < sp.leastC + 6) f *= (t - sp.leastC) / 6;
  if (t > sp.bestC) f *= 1 - ((t - sp.bestC) / (sp.zeroC - sp.bestC)) ** 2;
  return f;
}
const wormsIn = (m: number): number =>
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
function breedsAt(t: number, [r0, r1, r2, r3]: TwinSpecies["warmthC"]): number {
  if (t <= r0 || t >= r3) return 0;
  if (t < r1) return (t - r0) / (r1 - r0);
  return t > r2 ? (r3 - t) / (r3 - r2) : 1;
}
const breedsIn = (m: number): number =>
  m <= 0.5 || m >= 0.92 ? 0 : m < 0.75 ? (m - 0.5) / 0.25 : m <= 0.85 ? 1 : (0.92 - m) / 0.07;
const largerEats = (count: number, massG: number, adultG: number): number =>
  count > 0 && massG > 0 ? Math.min(3, Math.max(0.6, (adultG / (massG / count)) ** 0.25)) : 1;
const starving = (meanG: number, criticalG: number): number => 0.03 * clamp((1 - meanG / criticalG) / 0.4);

/**
 * Advances one member by `dt` days in place. The order of the blocks is part of the model: values taken at the start of
 * the step are not refreshed inside it. One day is the reference; other steps give results of their own.
 * Source: process model 7.
 */
export function step(s: Float64Array, around: Surroundings, dt = 1): void {
  const { species: sp, areaM2: A } = around;
  // 7.1 as the day begins
  let R0 = s[AT.R0]!, R1 = s[AT.R1]!, R2 = s[AT.R2]!, C0 = s[AT.C0]!, C1 = s[AT.C1]!, C2 = s[AT.C2]!; // prettier-ignore
  let BE = s[AT.BE]!, BR = s[AT.BR]!, CF = s[AT.CF]!, CM = s[AT.CM]!, W = s[AT.W]!, SU = s[AT.SU]!; // prettier-ignore
  const IN = s[AT.IN]!;
  const T = s[AT.T]!;
  const AN = s[AT.AN]!;
  const LO = s[AT.LO]!;
  const MI = s[AT.MI]!;
  let TAN = s[AT.TAN]!, SA = s[AT.SA]!, AC = s[AT.AC]!, LI = s[AT.LI]!, NF = s[AT.NF]!; // prettier-ignore
  let NY = s[AT.NY]!, BY = s[AT.BY]!, NS = s[AT.NS]!, BS = s[AT.BS]!, NA = s[AT.NA]!, BA = s[AT.BA]!; // prettier-ignore
  // A stage that has died out to the last trace is gone: quotients of such numbers overflow.
  if (BY < TRACE || NY < TRACE) BY = NY = 0;
  if (BS < TRACE || NS < TRACE) BS = NS = 0;
  if (BA < TRACE || NA < TRACE) BA = NA = 0;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) if (s[box]! < TRACE) s[box] = 0;
  const cast = CF + CM;
  const food = R0 + R1 + R2 + C0 + C1 + C2;
  const DM = food + BE + BR + cast + IN;
  const m = W + DM > 0 ? W / (W + DM) : 0;
  const fill = W / 1000 + DM / P.solid;
  const V = Math.max(
    ((BE + BR) / s[AT.DB]! + cast / P.rhoCast + food / P.rhoFood + IN / P.rhoInert) * (1 + P.looseVol * LO),
    fill,
    0.1,
  );
  const eps = Math.max(1 - fill / V, P.epsMin);
  const depth = Math.max(V / 1000 / A, 0.02);
  const live = BY + BS + BA;
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
  const fTm = microbesAt(T);
  const g0 = fTm * microbesIn(m);
  const gm = g0 * (P.mi0 + (1 - P.mi0) * MI) * s[AT.kD]!;
  const o2f = 1 - P.o2mic * AN;
  const gO = gm * o2f;
  const fTw = wormsAt(T, sp);
  const tox = (1 - clamp((nh - 0.4) / 0.8)) * (1 - clamp((salt - 0.4) / 0.6)) * (1 - clamp((5.5 - pH) / 1.5));

  // 7.3 raw food: conditioning and decay
  const KP = s[AT.KP]!;
  let lossF = 0;
  let decFast = 0;
  {
    const b0 = P.kdF * P.rawDecay * gO * dt;
    const a0 = P.kcF * gm * KP * dt;
    const a1 = P.kcM * gm * KP * dt;
    const b1 = P.kdM * P.rawDecay * gO * dt;
    const a2 = P.kcS * gm * KP * dt;
    const b2 = P.kdS * P.rawDecay * gO * dt;
    if (a0 + b0 > 0) {
      const q0 = R0 * lost(a0 + b0);
      R0 -= q0;
      C0 += (q0 * a0) / (a0 + b0);
      decFast = (q0 * b0) / (a0 + b0);
      lossF = decFast;
      const q1 = R1 * lost(a1 + b1);
      R1 -= q1;
      C1 += (q1 * a1) / (a1 + b1);
      lossF += (q1 * b1) / (a1 + b1);
      const q2 = R2 * lost(a2 + b2);
      R2 -= q2;
      C2 += (q2 * a2) / (a2 + b2);
      lossF += (q2 * b2) / (a2 + b2);
    }
  }
  let LR = s[AT.LR]!;
  let LC = s[AT.LC]!;
  const conditioned = LR * lost(s[AT.LK]! * gm * dt);
  LR -= conditioned;
  LC += conditioned;

  // 7.4 microbial decay
  const cnd1 = C0 + C1 + C2;
  const d0 = C0 * lost(P.kdF * gO * dt);
  const d1 = C1 * lost(P.kdM * gO * dt);
  const d2 = C2 * phi(P.kdS * gO * dt);
  C0 -= d0;
  C1 -= d1;
  C2 -= d2;
  lossF += d0 + d1 + d2;
  decFast += d0;
  const qe = BE * phi(P.kbE * gO * dt);
  const qr = BR * phi(P.kbR * gO * dt);
  const qcf = CF * phi(P.kcf * gO * dt);
  const qcm = CM * phi(P.kcm * gO * dt);
  BE -= qe;
  BR -= qr;
  CF -= qcf;
  CM -= qcm;
  let resp = (1 - P.yFood) * lossF + (1 - P.yBed) * (qe + qr) + qcf + qcm;
  let fines = P.yFood * lossF + P.yBed * (qe + qr);
  const foodResp = ((1 - P.yFood) * lossF) / o2f;
  let potResp = resp / o2f - foodResp;

  // 7.5 intake
  const alY = largerEats(NY, BY, sp.adultG);
  const alS = largerEats(NS, BS, sp.adultG);
  const alA = largerEats(NA, BA, sp.adultG);
  const eff = BY * alY + BS * alS + BA * alA;
  const fOw = 1 - AN * AN;
  const appetite =
    ((eff * P.rWet * P.refDry * s[AT.kI]! * fTw * wormsIn(m) * fOw * tox) / (1 + (rho / P.rhoI) ** 2)) *
    (P.intMi0 + (1 - P.intMi0) * MI);
  const before = C0 + C1 + C2;
  const offered = C0 + C1 + P.wS * C2 + P.wBE * BE + P.wBR * BR + P.wCF * CF;
  const u = appetite > 0 ? (appetite * dt) / (offered + P.kappa * appetite) : 0;
  const e0 = C0 * lost(u);
  const e1 = C1 * lost(u);
  const e2 = C2 * lost(P.wS * u);
  const eE = BE * phi(P.wBE * u);
  const eR = BR * phi(P.wBR * u);
  const eC = CF * phi(P.wCF * u);
  C0 -= e0;
  C1 -= e1;
  C2 -= e2;
  BE -= eE;
  BR -= eR;
  CF -= eC;
  const eatF = e0 + e1 + e2;
  const eatB = eE + eR;
  const fracC = before > 0 ? eatF / before : 0;
  const asm = P.aF * eatF + P.aB * eatB + P.aC * eC;
  const gut = P.rF * eatF + P.rB * eatB + P.rC * eC;
  resp += gut;
  potResp += gut;
  fines += eatF + eatB + eC - asm - gut;
  const decC = cnd1 > 0 ? clamp((cnd1 - (C0 + C1 + C2) - eatF) / cnd1) : 0;
  LC *= (1 - decC) * (1 - fracC);
  const lossShare = food > 0 ? clamp((lossF + eatF) / food) : 0;

  // 7.6 castings
  const matured = CF * lost(P.kmat * g0 * dt);
  CF += fines - matured;
  CM += matured;

  // 7.7 worm energy, stages from young to adult: water runs down between them
  const fTx = T < sp.zeroC ? fTw : Math.exp(sp.lnQ * (sp.bestC - 20));
  const inv = eff > 0 ? asm / eff : 0;
  const mb0 = P.maint * Math.max(fTx, 0.15) * dt;
  const mb = mb0 * (1 - P.starveSave * (1 - clamp(inv / mb0)));
  let wormResp = 0;
  let eggs = 0;
  for (let stage = 0; stage < 3; stage += 1) {
    let B = stage === 0 ? BY : stage === 1 ? BS : BA;
    const N = stage === 0 ? NY : stage === 1 ? NS : NA;
    const al = stage === 0 ? alY : stage === 1 ? alS : alA;
    const e = B * al;
    const net = e * (inv - mb);
    if (net < 0) {
      const loss = Math.min(B, -net / P.wd);
      B -= loss;
      W += WW * loss;
      wormResp += e * inv + P.wd * loss;
    } else {
      const mean = N > 0 ? B / N : 0;
      const tot = (net * P.yG) / P.wd;
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
          ((NA * sp.cocoonsPerDay * P.ceff * breedsAt(T, sp.warmthC) * breedsIn(m) * (1 - AN) * tox) /
            (1 + (rho / P.rhoR) ** 1.5)) *
          dt;
        laid = Math.max(0, Math.min((tot - gr) / sp.cocoonG, cap));
        if (laid * sp.cocoonG * WW > 0.2 * W) laid = (0.2 * W) / (sp.cocoonG * WW);
        W -= laid * sp.cocoonG * WW;
        eggs = laid;
      }
      wormResp += e * inv - P.wd * (gr + laid * sp.cocoonG);
    }
    if (stage === 0) BY = B;
    else if (stage === 1) BS = B;
    else BA = B;
  }
  resp += wormResp;
  potResp += wormResp;

  // 7.8 development
  const p = clamp((8 / sp.incubationDays) * (fTw / sp.f25) * (m < 0.5 ? 0.3 : 1) * dt);
  let inflow = eggs;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) {
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
  const gy = NY > 0 ? clamp(BY / NY / (0.1 * sp.adultG)) : 0;
  const gs = NS > 0 ? clamp((BS / NS / sp.adultG - 0.15) / 0.25) : 0;
  const py = phi(rate * gy * dt);
  const ps = phi(rate * gs * dt);
  const grownN = NY * py;
  const grownB = BY * py;
  const adultN = NS * ps;
  const adultB = BS * ps;
  NY += hat - grownN;
  BY += hat * sp.hatchlingG - grownB;
  NS += grownN - adultN;
  BS += grownB - adultB;
  NA += adultN;
  BA += adultB;

  // 7.9 mortality
  const heat = 1.2 * sigmoid((T - sp.heatDeathC) / 0.8);
  const cold = 0.5 * sigmoid(sp.coldDeathC - T);
  const dry = 0.3 * sigmoid((0.4 - m) / 0.03);
  const an = clamp((AN - 0.75) / 0.25);
  const mu =
    heat +
    cold +
    dry +
    0.25 * an * an +
    0.3 * clamp((nh - 0.8) / 1.2) +
    0.3 * clamp((salt - 0.5) / 0.7) +
    0.15 * clamp(4.8 - pH) +
    0.15 * clamp((pH - 9) / 0.5);
  const cr = Math.min(0.05, P.muCrowd * (rho / P.rhoC) ** 2);
  const meanOf = (mass: number, count: number) => (count > 0 ? mass / count : 0);
  const liveY = Math.exp(
    -(mu + P.mu0Y + cr + (NY > 0 ? starving(meanOf(BY, NY), 0.006 * sp.adultG) : 0)) * dt,
  );
  const liveS = Math.exp(
    -(mu + P.mu0S + 0.5 * cr + (NS > 0 ? starving(meanOf(BS, NS), 0.06 * sp.adultG) : 0)) * dt,
  );
  const liveA = Math.exp(
    -(mu + P.mu0A + 0.25 * cr + (NA > 0 ? starving(meanOf(BA, NA), 0.3 * sp.adultG) : 0)) * dt,
  );
  const dead = BY * (1 - liveY) + BS * (1 - liveS) + BA * (1 - liveA);
  NY *= liveY;
  BY *= liveY;
  NS *= liveS;
  BS *= liveS;
  NA *= liveA;
  BA *= liveA;
  const liveQ = Math.exp(-(0.5 * heat + 0.2 * cold + 0.5 * dry + 0.1 * an * an) * dt);
  let cocoonsLost = 0;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) {
    const held = s[box]!;
    cocoonsLost += held * (1 - liveQ);
    s[box] = held * liveQ;
  }
  const dc = cocoonsLost * sp.cocoonG + resid;
  C0 += P.wd * dead;
  C1 += P.wd * dc;
  W += WW * (dead + dc);
  NF += P.wd * P.wormN * (dead + dc);

  // 7.10 water
  W += P.metab * resp;
  const aw = m >= 0.45 ? 1 : m <= 0.1 ? 0 : (m - 0.1) / 0.35;
  const vpd = Math.max(0, saturation(T) * aw - around.airKPa);
  const ep = P.eE * s[AT.kE]! * A * COVERED[around.cover].evaporation * (1 + 0.5 * LO) * vpd * dt;
  const ev = W > 0 ? W * lost(ep / W) : 0;
  W -= ev;
  const raw2 = R0 + R1 + R2;
  const cnd2 = C0 + C1 + C2;
  const held =
    P.whcRaw * raw2 + P.whcCond * cnd2 + s[AT.WB]! * (BE + BR) + P.whcCF * CF + P.whcCM * CM + s[AT.WI]! * IN;
  if (W > held) {
    let dr = (W - held) * lost(DRAINS[around.drainage] * dt);
    if (around.drainage === "sump") dr = Math.min(dr, Math.max(0, around.sumpG - SU));
    const share = dr / W;
    W -= dr;
    SA *= 1 - share;
    TAN *= 1 - share;
    AC *= 1 - share;
    if (around.drainage === "sump") SU += dr;
    else s[AT.DRAIN] = s[AT.DRAIN]! + dr;
  }

  // 7.11 heat
  const UA = P.wallU * around.insulation * (2 * A + 4 * Math.sqrt(A) * depth) * 86.4;
  const capacity = (P.cW * W + P.cD * DM + 4 * live) / 1000 + 1;
  const Q = (P.heat * resp - P.latent * ev) / dt;
  const Teq = Math.min(P.tCap, Math.max(around.airC - 8, around.airC + Q / UA));
  s[AT.T] = Teq + (T - Teq) * Math.exp((-UA / capacity) * dt);

  // 7.12 air
  const load = food / A / P.loadHalf;
  const want = (potResp + foodResp * (1 + load * load)) / dt / A;
  const supply =
    (P.sO *
      s[AT.kO]! *
      COVERED[around.cover].air *
      (eps / 0.35) ** 1.5 *
      (1 + P.looseAir * LO) *
      (1 + (P.wormAir * rho) / (rho + P.rhoAir)) *
      0.2) /
    depth;
  const x = want / supply;
  const target = x < 1e8 ? (x * x) / (1 + x * x) : 1;
  const tau = target > AN ? P.tauUp : P.tauDown;
  s[AT.AN] = clamp(target + (AN - target) * Math.exp(-dt / tau));

  // 7.13 acid, ammonia, lime, maturity, looseness
  AC = (AC + P.yAcid * decFast * (0.1 + AN)) * Math.exp(-P.kAcid * fTm * (1 - AN) * dt);
  const neutral = Math.min(AC, LI) * lost(P.limeRate * dt);
  AC -= neutral;
  LI -= neutral;
  const freed = NF * lossShare;
  const nitrogen = NF + 0.003 * BE;
  const cn = nitrogen > 0 ? (0.45 * (raw2 + cnd2 + 0.5 * BE)) / nitrogen : 100;
  NF -= freed;
  TAN += freed * clamp((30 - cn) / 20);
  const nh3 = 1 / (1 + 10 ** (9.25 - pH - 0.03 * (T - 25)));
  TAN *= Math.exp(-(P.nitrify * fTm * (1 - AN) + P.nh3Vent * nh3) * dt);
  s[AT.MI] = 1 - (1 - MI) * Math.exp((-Math.min(g0, 1.5) * (1 - AN) * dt) / P.miTau);
  s[AT.LO] = LO * Math.exp(-dt / P.looseTau);

  s[AT.R0] = R0;
  s[AT.R1] = R1;
  s[AT.R2] = R2;
  s[AT.C0] = C0;
  s[AT.C1] = C1;
  s[AT.C2] = C2; // prettier-ignore
  s[AT.BE] = BE;
  s[AT.BR] = BR;
  s[AT.CF] = CF;
  s[AT.CM] = CM;
  s[AT.W] = W;
  s[AT.SU] = SU; // prettier-ignore
  s[AT.TAN] = TAN;
  s[AT.SA] = SA;
  s[AT.AC] = AC;
  s[AT.LI] = LI;
  s[AT.NF] = NF; // prettier-ignore
  s[AT.NY] = NY;
  s[AT.BY] = BY;
  s[AT.NS] = NS;
  s[AT.BS] = BS;
  s[AT.NA] = NA;
  s[AT.BA] = BA; // prettier-ignore
  s[AT.LR] = LR;
  s[AT.LC] = LC; // prettier-ignore
  s[AT.RESP] = s[AT.RESP]! + resp;
  s[AT.EVAP] = s[AT.EVAP]! + ev;
  s[AT.METW] = s[AT.METW]! + P.metab * resp;
  s[AT.EATEN] = s[AT.EATEN]! + eatF + eatB + eC;
  s[AT.COCO] = s[AT.COCO]! + eggs;
  s[AT.HATCH] = s[AT.HATCH]! + hat;
  s[AT.DEAD] = s[AT.DEAD]! + dead;
  s[AT.AGE] = s[AT.AGE]! + dt;
  s[AT.PH] = pH;
  s[AT.EPS] = eps;
  s[AT.NH] = nh;
  s[AT.SALT] = salt;
  s[AT.EV1] = ev;
}
