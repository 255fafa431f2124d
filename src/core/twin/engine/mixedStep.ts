import type { TwinSpecies } from "./library";
import { AT, HERD_SIZE, herdOffset, MOST_HERDS, STRIDE } from "./state";
import type { Surroundings } from "./step";
import { coldPower, E, flow, grow, heatPower, herdC, largerEats, OF_HERD, OF_WARMTH, rot, TRACE, wormsBy, wormsPower, X } from "./step"; // prettier-ignore

const KEPT = [OF_HERD.pace, OF_HERD.eaters, OF_HERD.young, OF_HERD.growing, OF_HERD.adult] as const;
/** By herd: its pace at this warmth and how its stages eat, in the order of `KEPT`; and the powers of e of its warmth, with where it lies, °C. */
const own = new Float64Array(MOST_HERDS * KEPT.length);
const HELD = 4;
const warmth = new Float64Array(MOST_HERDS * HELD);

/**
 * `step` where several species live together: they share food, water, air and room, and each eats, grows, breeds and dies
 * at its own pace and its own temperatures. Of what is eaten each herd has as much as it asks for among all. Two herds of
 * one species are one herd (tested). `around` holds one object for each herd, the main one first.
 */
export function mixedStep(s: Float64Array, around: readonly Surroundings[], dt: number): void {
  const main = around[0]!;
  main.otherLiveG = 0;
  main.otherHunger = 0;
  for (let herd = 1; herd < around.length; herd += 1) {
    meet(s, around[herd]!.species, herd);
    const offset = herdOffset(herd);
    main.otherLiveG += s[AT.BY + offset]! + s[AT.BS + offset]! + s[AT.BA + offset]!;
    main.otherHunger += hungerOf(herd);
  }
  rot(s, main, dt);
  KEPT.forEach((slot, nth) => (own[nth] = X[slot]!));
  warmth.set([E[OF_WARMTH.worms]!, E[OF_WARMTH.heat]!, E[OF_WARMTH.cold]!, X[OF_HERD.liesC]!]);
  for (let herd = 1; herd < around.length; herd += 1) drawBack(s, around[herd]!.species, herd);
  const taken = X[OF_HERD.taken]!;
  const hunger = hungerOf(0) + main.otherHunger;
  // Of all grown worms so many die as of the herds together.
  const lossBefore = s[AT.LS]!;
  let were = 0;
  let live = 0;
  for (let herd = 0; herd < around.length; herd += 1) {
    if (herd > 0) swap(s, herd);
    for (let nth = 0; nth < KEPT.length; nth += 1) X[KEPT[nth]!] = own[herd * KEPT.length + nth]!;
    E[OF_WARMTH.worms] = warmth[HELD * herd]!;
    E[OF_WARMTH.heat] = warmth[HELD * herd + 1]!;
    E[OF_WARMTH.cold] = warmth[HELD * herd + 2]!;
    X[OF_HERD.liesC] = warmth[HELD * herd + 3]!;
    X[OF_HERD.taken] = hunger > 0 ? (taken * hungerOf(herd)) / hunger : 0;
    const grown = s[AT.NA]!;
    s[AT.LS] = 0;
    grow(s, around[herd]!, dt);
    were += grown;
    live += grown * Math.exp(-s[AT.LS]!);
    if (herd > 0) swap(s, herd);
  }
  s[AT.LS] = lossBefore + (live > 0 ? Math.log(were / live) : 0);
  flow(s, main, dt);
}

const hungerOf = (herd: number): number => own[herd * KEPT.length]! * own[herd * KEPT.length + 1]!;

/** What a further herd is at the start of the step. */
function meet(s: Float64Array, sp: TwinSpecies, herd: number): void {
  const offset = herdOffset(herd);
  clearTraces(s, offset);
  const t = s[AT.T]!;
  const [ny, by, ns, bs, na, ba] = [AT.NY, AT.BY, AT.NS, AT.BS, AT.NA, AT.BA].map((field) => s[field + offset]!) as [number, number, number, number, number, number]; // prettier-ignore
  const young = largerEats(ny, by, sp.adultG);
  const growing = largerEats(ns, bs, sp.adultG);
  const adult = largerEats(na, ba, sp.adultG);
  const q10 = Math.exp(wormsPower(t, sp));
  own.set([wormsBy(q10, t, sp), by * young + bs * growing + ba * adult, young, growing, adult], herd * KEPT.length); // prettier-ignore
  warmth[HELD * herd] = q10;
}

/** Where a further herd lies on this day, and how it fares there: once the air of the day is known. */
function drawBack(s: Float64Array, sp: TwinSpecies, herd: number): void {
  const lies = herdC(s[AT.T]!, s[AT.TD]!, X[OF_HERD.moisture]!, s[AT.FELT]!, sp);
  warmth[HELD * herd + 1] = Math.exp(heatPower(lies, sp));
  warmth[HELD * herd + 2] = Math.exp(coldPower(lies, sp));
  warmth[HELD * herd + 3] = lies;
}

/** A stage that has died out to the last trace is gone, as in the main herd. */
function clearTraces(s: Float64Array, offset: number): void {
  for (const [count, mass] of [
    [AT.NY, AT.BY],
    [AT.NS, AT.BS],
    [AT.NA, AT.BA],
  ] as const)
    // prettier-ignore
    if (s[count + offset]! < TRACE || s[mass + offset]! < TRACE) s[count + offset] = s[mass + offset] = 0;
  for (let box = AT.Q1; box <= AT.Q8; box += 1) if (s[box + offset]! < TRACE) s[box + offset] = 0;
}

/** Lays a further herd where the step looks for one, and the main herd in its place; and back. */
function swap(s: Float64Array, herd: number): void {
  const there = STRIDE + (herd - 1) * HERD_SIZE;
  for (let field = 0; field < HERD_SIZE; field += 1) {
    const held = s[AT.Q1 + field]!;
    s[AT.Q1 + field] = s[there + field]!;
    s[there + field] = held;
  }
}
