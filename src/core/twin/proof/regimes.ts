import type { TwinEvent } from "../engine/events";
import { AT, castingsOf, cocoonsOf, liveOf, moistureOf } from "../engine/state";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { oneMass } from "../engine/twinBin";
import type { TwinWalk } from "../ensemble/run";
import { startTwin } from "../ensemble/run";
import type { Envelope } from "./envelope";

/* Regimes keepers run for months and years, and whose herds live. Envelopes 16 to 27. */

const ROOM: TwinPlace = { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.55 };
const MOIST = 0.75;
/** Above it the alarm rings. */
const ALARM = 0.5;

interface Regime {
  readonly bin: Partial<TwinBin> & Pick<TwinBin, "arrangement" | "compartments">;
  readonly place?: Partial<TwinPlace>;
  readonly maturity?: number;
}
const begin = ({ bin, place = {}, maturity = 0.7 }: Regime): TwinWalk =>
  startTwin({
    bin: { insulation: 1, drainage: "free", cover: "vented", speciesId: "fetida", sumpL: 0, ...bin },
    place: { ...ROOM, ...place },
    startDayOfYear: 0,
    maturity,
  });

/** Wet grams of a bedding at a moisture; without a name half card, half coir. */
function bed(walk: TwinWalk, g: number, water = MOIST, id?: string, at?: string): void {
  for (const one of id === undefined ? ["cardboard", "coir"] : [id])
    walk.apply({ kind: "bed", id: one, g: id === undefined ? g / 2 : g, water }, at);
}
const castings = (walk: TwinWalk, g: number, at?: string) =>
  walk.apply({ kind: "castings", g, water: MOIST }, at);
const worms = (walk: TwinWalk, g: number, at?: string) => walk.apply({ kind: "worms", g }, at);
const feed = (
  walk: TwinWalk,
  g: number,
  more: Partial<Extract<TwinEvent, { kind: "food" }>> = {},
  at?: string,
) => walk.apply({ kind: "food", id: "mixed", g, preparation: "chopped", ...more }, at);
const harvest = (walk: TwinWalk, g: number, method: "light" | "bottom") =>
  walk.apply({ kind: "harvest", g, method });
const kg = (walk: TwinWalk): number => walk.ensemble.lines[0]!.reduce((sum, s) => sum + liveOf(s), 0) / 1000;
const sour = (walk: TwinWalk): number => Math.max(...walk.ensemble.lines[0]!.map((s) => s[AT.AN]!));

interface Lived {
  /** By day, after its night. */
  readonly sour: number[];
  readonly herdKg: number[];
}
function live(walk: TwinWalk, days: number, doing: (day: number) => void): Lived {
  const lived: Lived = { sour: [], herdKg: [] };
  for (let count = 0; count < days; count += 1) {
    doing(walk.day());
    walk.sleep();
    lived.sour.push(sour(walk));
    lived.herdKg.push(kg(walk));
  }
  return lived;
}
/** Longest run of days above the alarm. */
function longestAlarm(course: readonly number[]): number {
  let longest = 0;
  let run = 0;
  for (const value of course) {
    run = value > ALARM ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}
const least = (values: readonly number[]): number => Math.min(...values);
const most = (values: readonly number[]): number => Math.max(...values);

function troughOfFeasts(): Envelope[] {
  const walk = begin({ bin: { ...oneMass(0.6, 0.4), drainage: "none" } });
  castings(walk, 30_000);
  bed(walk, 45_000);
  worms(walk, 3500);
  const { sour: course, herdKg } = live(walk, 365, (day) => {
    if (day % 28 !== 0) return;
    if (day >= 120) harvest(walk, 12_000, "light");
    bed(walk, 6000, 0.62);
    feed(walk, 8000);
    bed(walk, 6000, 0.62);
  });
  return [
    { no: "16", what: "trough with monthly feasts: least herd after day 30, kg", from: 2, to: 5, obtained: least(herdKg.slice(30)) },
    { no: "16", what: "and its largest, kg", from: 2, to: 5, obtained: most(herdKg.slice(30)) },
    { no: "16", what: "longest alarm, days", from: 0, to: 7, obtained: longestAlarm(course) },
  ]; // prettier-ignore
}

function bathOfFeasts(): Envelope[] {
  const walk = begin({ bin: oneMass(0.8, 0.4), place: { meanC: 24, swingC: 2 } });
  castings(walk, 30_000);
  bed(walk, 45_000, MOIST, "bark-fines");
  worms(walk, 3000);
  let stillAlarmed = 0;
  let left = 0;
  const { herdKg } = live(walk, 365, (day) => {
    if (day % 28 !== 0) return;
    if (day > 0) {
      if (sour(walk) > ALARM) stillAlarmed += 1;
      const s = walk.state;
      const given = s[AT.L0]!;
      left = Math.max(left, given > 0 ? (s[AT.LR]! + s[AT.LC]!) / given : 0);
    }
    if (day >= 84) harvest(walk, 8000, "light");
    bed(walk, 4000, 0.62, "bark-fines");
    feed(walk, 18_000, { id: "fruit" });
    bed(walk, 4000, 0.62, "bark-fines");
  });
  return [
    { no: "17", what: "bath on monthly fruit: least herd, kg", from: 2, to: 12, obtained: least(herdKg) },
    { no: "17", what: "feasts met by an alarm", from: 0, to: 0, obtained: stillAlarmed },
    { no: "17", what: "most left of a meal after 28 days", from: 0, to: 0.3, obtained: left },
  ]; // prettier-ignore
}

function pocketLeftAlone(): Envelope[] {
  const walk = begin({ bin: oneMass(0.12, 0.3) });
  bed(walk, 8000, MOIST, "leafmould");
  worms(walk, 150);
  feed(walk, 1200);
  const { sour: course, herdKg } = live(walk, 90, (day) => {
    if (day > 0 && day % 14 === 0) walk.apply({ kind: "water", g: 300 });
  });
  const s = walk.state;
  return [
    { no: "18", what: "one pocket and 90 days: left of it", from: 0, to: 0.05, obtained: (s[AT.LR]! + s[AT.LC]!) / s[AT.L0]! },
    { no: "18", what: "share of the herd that lives", from: 0.6, to: 2, obtained: herdKg.at(-1)! / 0.15 },
    { no: "18", what: "sourest", from: 0, to: 0.25, obtained: most(course) },
  ]; // prettier-ignore
}

function bagCutFromBelow(): Envelope[] {
  const walk = begin({ bin: oneMass(0.3, 0.6), maturity: 0.9 });
  castings(walk, 30_000);
  bed(walk, 15_000);
  worms(walk, 2500);
  let alarmed = 0;
  let shortKg = 0;
  const { herdKg } = live(walk, 365, (day) => {
    if (day > 0 && day % 30 === 0) {
      const before = wetCastings(walk);
      shortKg = Math.max(shortKg, 5 - before);
      harvest(walk, 5000, "bottom");
    }
    if (day % 14 !== 0) return;
    if (day > 0 && sour(walk) > ALARM) alarmed += 1;
    feed(walk, 5000, { preparation: "frozen" });
    bed(walk, 2500, 0.6);
  });
  return [
    { no: "19", what: "bag cut from below: castings short at a cut, kg", from: -100, to: 0, obtained: shortKg },
    { no: "19", what: "castings at the end, kg", from: 5, to: 100, obtained: wetCastings(walk) },
    { no: "19", what: "least herd, kg", from: 1.5, to: 5, obtained: least(herdKg) },
    { no: "19", what: "meals met by an alarm", from: 0, to: 0, obtained: alarmed },
  ]; // prettier-ignore
}
const wetCastings = ({ state }: TwinWalk): number =>
  castingsOf(state) / Math.max(0.05, 1 - moistureOf(state)) / 1000;

function greedAndRecovery(): Envelope[] {
  const walk = begin({ bin: oneMass(0.16, 0.3) });
  bed(walk, 6000);
  worms(walk, 400);
  const greed = live(walk, 63, (day) => day % 4 === 0 && feed(walk, 1100));
  const atEnd = most(greed.sour.slice(-4));
  live(walk, 42, (day) => {
    if ((day - 63) % 7 !== 0) return;
    walk.apply({ kind: "turn" });
    bed(walk, 200, 0.08, "cardboard");
  });
  return [
    { no: "20", what: "nine weeks of greed: sour at the end", from: 0.4, to: 1, obtained: atEnd },
    { no: "20", what: "and six weeks of air and card later", from: 0, to: 0.2, obtained: sour(walk) },
    { no: "20", what: "share of the herd that lives", from: 0.4, to: 3, obtained: kg(walk) / 0.4 },
  ]; // prettier-ignore
}

function grownWormsStay(): Envelope[] {
  const walk = begin({ bin: oneMass(0.2, 0.3) });
  bed(walk, 7000);
  worms(walk, 450);
  const share = () => walk.state[AT.BA]! / liveOf(walk.state);
  const year = (from: number) =>
    live(walk, 365, (day) => {
      if (day % 4 === 0) {
        feed(walk, 800);
        bed(walk, 60, 0.08, "cardboard");
      }
      if (day > from && day % 60 === 0)
        harvest(walk, (0.5 * castingsOf(walk.state)) / (1 - moistureOf(walk.state)), "light");
    });
  year(0);
  const first = share();
  year(0);
  return [
    { no: "21", what: "grown worms of live mass after one year", from: 0.35, to: 0.85, obtained: first },
    { no: "21", what: "after two", from: 0.35, to: 0.85, obtained: share() },
  ];
}

function frost(): Envelope[] {
  const walk = begin({ bin: oneMass(0.2, 0.3), place: { meanC: 18 } });
  bed(walk, 7000);
  worms(walk, 450);
  live(walk, 60, (day) => day % 4 === 0 && feed(walk, 600));
  const adults = walk.state[AT.NA]!;
  const cocoons = cocoonsOf(walk.state);
  for (let day = 0; day < 3; day += 1) {
    walk.state[AT.T] = walk.state[AT.TD] = -5;
    walk.sleep();
  }
  const grownLeft = walk.state[AT.NA]! / adults;
  const cocoonsLeft = cocoonsOf(walk.state) / cocoons;
  walk.state[AT.T] = walk.state[AT.TD] = 18;
  const { herdKg } = live(walk, 182, (day) => {
    if (day % 7 !== 0) return;
    if (moistureOf(walk.state) < 0.72) walk.apply({ kind: "water", g: 400 });
    if (day >= 63 + 49) feed(walk, 300);
  });
  return [
    { no: "22", what: "three days at −5 °C: grown worms left", from: 0, to: 0.15, obtained: grownLeft },
    { no: "22", what: "cocoons left", from: 0.4, to: 1, obtained: cocoonsLeft },
    { no: "22", what: "herd after half a year against four weeks before", from: 1.02, to: 10, obtained: herdKg.at(-1)! / herdKg.at(-29)! },
  ]; // prettier-ignore
}

function winter(): Envelope[] {
  const walk = begin({ bin: oneMass(0.2, 0.3), place: { meanC: 6, swingC: 2, hottestDay: 0 } });
  bed(walk, 7000);
  castings(walk, 3000);
  worms(walk, 450);
  feed(walk, 300);
  const { sour: course, herdKg } = live(walk, 91, () => undefined);
  return [
    { no: "23", what: "three months at 4–8 °C: share of the herd", from: 0.75, to: 1.1, obtained: herdKg.at(-1)! / 0.45 },
    { no: "23", what: "sourest", from: 0, to: 0.2, obtained: most(course) },
  ]; // prettier-ignore
}

function heat(): Envelope[] {
  const ten = (meanC: number) => {
    const walk = begin({ bin: oneMass(0.2, 0.45), place: { meanC } });
    castings(walk, 12_000);
    bed(walk, 12_000);
    worms(walk, 450);
    const before = walk.state[AT.EATEN]!;
    live(walk, 10, (day) => day % 4 === 0 && feed(walk, 500));
    return { eaten: walk.state[AT.EATEN]! - before, herd: kg(walk) / 0.45 };
  };
  const warm = ten(25);
  const hot = ten(30);
  const through = begin({ bin: oneMass(0.2, 0.3), place: { meanC: 35 } });
  bed(through, 7000);
  worms(through, 450);
  for (let day = 0; day < 2; day += 1) {
    through.state[AT.T] = through.state[AT.TD] = 35;
    through.sleep();
  }
  return [
    { no: "24", what: "eaten at 30 °C against 25 °C", from: 0, to: 0.9, obtained: hot.eaten / warm.eaten },
    { no: "24", what: "herd after ten days at 30 °C", from: 0.9, to: 1.2, obtained: hot.herd },
    { no: "24", what: "herd after two days at 35 °C through and through", from: 0, to: 0.5, obtained: kg(through) / 0.45 },
  ]; // prettier-ignore
}

/** What truth asks beside its table: the deep bed is cooler below in a spell of heat, warmer in one of frost, and worms go there. */
function deepAndShallow(): Envelope[] {
  const spell = (meanC: number, spellC: number, days: number, heightM: number) => {
    const bin: TwinBin = {
      insulation: 1,
      drainage: "free",
      cover: "vented",
      speciesId: "fetida",
      sumpL: 0,
      ...oneMass(0.6, heightM),
    };
    // Ten litres of moist bedding and castings for each centimetre of the bed.
    const byK = Array.from({ length: days }, () => spellC - meanC);
    const walk = startTwin({
      bin,
      place: { ...ROOM, meanC, ahead: { fromDay: 14, byK } },
      startDayOfYear: 0,
      maturity: 0.7,
    });
    bed(walk, 120_000 * heightM, 0.75, "leafmould");
    castings(walk, 180_000 * heightM);
    worms(walk, 1500);
    live(walk, 14, () => undefined);
    const grown = walk.state[AT.NA]!;
    live(walk, days, () => undefined);
    return walk.state[AT.NA]! / grown;
  };
  return [
    { no: "28", what: "four days at 37 °C: grown worms left in a bed of 0.45 m", from: 0.7, to: 1, obtained: spell(22, 37, 4, 0.45) },
    { no: "28", what: "in one of 0.12 m", from: 0, to: 0.3, obtained: spell(22, 37, 4, 0.12) },
    { no: "28", what: "five days at −8 °C: grown worms left in a bed of 0.45 m", from: 0.8, to: 1, obtained: spell(8, -8, 5, 0.45) },
    { no: "28", what: "in one of 0.12 m", from: 0, to: 0.7, obtained: spell(8, -8, 5, 0.12) },
  ]; // prettier-ignore
}

function breeding(): Envelope[] {
  const walk = begin({
    bin: { ...oneMass(0.21, 0.15), drainage: "none", cover: "breathable" },
    place: { meanC: 23 },
  });
  bed(walk, (7000 * 2) / 3, 0.84, "compost");
  bed(walk, 7000 / 3, 0.84, "horse");
  walk.apply({ kind: "worms", g: 180, mix: [0, 0, 1] });
  const before = walk.state[AT.NA]!;
  live(walk, 24, () => undefined);
  return [
    { no: "25", what: "breeding tub on compost and manure: cocoons per grown worm", from: 2, to: 5, obtained: walk.state[AT.COCO]! / before },
    { no: "25", what: "grown worms back", from: 0.9, to: 1.1, obtained: walk.state[AT.NA]! / before },
  ]; // prettier-ignore
}

function swappedTotes(): Envelope[] {
  const size = { areaM2: 0.2, heightM: 0.3, faceM2: 0.2 };
  const walk = begin({
    bin: { arrangement: "trays", compartments: ["below", "above"].map((id) => ({ id, ...size })) },
  });
  castings(walk, 12_000, "below");
  worms(walk, 800, "below");
  let upper = "above";
  const reset = () => {
    bed(walk, 5000, MOIST, "leafmould", upper);
    feed(walk, 1000, {}, upper);
  };
  reset();
  const { sour: course, herdKg } = live(walk, 365, (day) => {
    if (day > 0 && day % 90 === 0) {
      const lower = upper === "above" ? "below" : "above";
      walk.apply({ kind: "emptied" }, lower);
      walk.apply({ kind: "rotated", order: [upper, lower] });
      upper = lower;
      reset();
    } else if (day > 0 && day % 14 === 0) {
      feed(walk, 1800, {}, upper);
      bed(walk, 300, 0.08, "cardboard", upper);
    }
  });
  return [
    { no: "26", what: "totes swapped each season: sourest", from: 0, to: 0.4, obtained: most(course) },
    { no: "26", what: "least herd, kg", from: 0.5, to: 5, obtained: least(herdKg) },
  ];
}

/** Water of skins and peels of watery fruit, drier than their flesh. */
const SKINS = 0.85;
function wateryFood(): Envelope[] {
  const walk = begin({ bin: { ...oneMass(0.14, 0.28), drainage: "poor", cover: "looseLid" } });
  bed(walk, 4000);
  worms(walk, 300);
  let soaked = 0;
  const { herdKg } = live(walk, 98, (day) => {
    if (soaked === 0 && moistureOf(walk.state) > 0.83) soaked = day;
    if (day % 7 !== 0) return;
    for (const id of ["cucumber", "pear-cores-peel", "pumpkin-flesh-rind"])
      feed(walk, 700 / 3, { id, water: SKINS });
  });
  return [
    { no: "27", what: "watery food and no bedding: over 83 % in week", from: 8, to: 14, obtained: (soaked || 999) / 7 },
    { no: "27", what: "share of the herd that lives", from: 0.5, to: 3, obtained: herdKg.at(-1)! / 0.3 },
  ]; // prettier-ignore
}

/** What keepers' regimes do over months: a change that leaves one of these needs a reason. */
export const regimeEnvelopes = (): readonly Envelope[] => [
  ...troughOfFeasts(),
  ...bathOfFeasts(),
  ...pocketLeftAlone(),
  ...bagCutFromBelow(),
  ...greedAndRecovery(),
  ...grownWormsStay(),
  ...frost(),
  ...winter(),
  ...heat(),
  ...deepAndShallow(),
  ...breeding(),
  ...swappedTotes(),
  ...wateryFood(),
];
