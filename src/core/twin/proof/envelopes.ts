import type { Preparation } from "@/vocabulary/setup";
import { P } from "../engine/parameters";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { TOTE, oneMass } from "../engine/twinBin";
import type { Envelope } from "./envelope";
import { lineEnvelopes } from "./lineEnvelopes";
import { regimeEnvelopes } from "./regimes";
import type { TwinWalk } from "../ensemble/run";
import { startTwin } from "../ensemble/run";
import { AT, beddingOf, castingsOf, foodOf, liveOf, moistureOf } from "../engine/state";

const ROOM: TwinPlace = { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.55 };

function begin(
  wormsG: number,
  {
    bin = {},
    place = {},
    maturity = 0,
    bedding = [1200, 1000, 5200, 300],
  }: {
    readonly bin?: Partial<TwinBin>;
    readonly place?: Partial<TwinPlace>;
    readonly maturity?: number;
    /** Cardboard, coir, water, starter castings, g. */
    readonly bedding?: readonly [number, number, number, number];
  } = {},
): TwinWalk {
  const walk = startTwin({
    bin: { ...TOTE, ...bin },
    place: { ...ROOM, ...place },
    startDayOfYear: 0,
    maturity,
  });
  walk.apply({ kind: "bed", id: "cardboard", g: bedding[0] });
  walk.apply({ kind: "bed", id: "coir", g: bedding[1] });
  walk.apply({ kind: "water", g: bedding[2] });
  walk.apply({ kind: "castings", g: bedding[3] });
  walk.apply({ kind: "amend", id: "grit", g: 50 });
  walk.apply({ kind: "worms", g: wormsG });
  return walk;
}
const feed = (walk: TwinWalk, id: string, g: number, preparation: Preparation = "chopped") =>
  walk.apply({ kind: "food", id, g, preparation });
const card = (walk: TwinWalk, g: number) => walk.apply({ kind: "bed", id: "cardboard", g });
const left = (s: Float64Array): number => (s[AT.L0]! > 0 ? (s[AT.LR]! + s[AT.LC]!) / s[AT.L0]! : 0);
/** Ripe enough to lift: half of what rots is castings, and they fill an eighth of the bin. Source: process model 8. */
const isWorthwhile = (s: Float64Array, litres: number): boolean => {
  const cast = castingsOf(s);
  return cast / (cast + beddingOf(s) + foodOf(s)) >= 0.5 && cast / P.rhoCast >= 0.12 * litres;
};

/** A year of a tote by the book: harvests as they come due. Envelopes 1 and 9. */
function yearOfATote(): Envelope[] {
  const walk = begin(450);
  const { state } = walk;
  const harvests: number[] = [];
  let driest = 1;
  let wettest = 0;
  let worstAir = 0;
  const startDry = P.wd * 450 + 300 * 0.35;
  let wormsAt180 = 0;
  while (walk.day() < 365) {
    const day = walk.day();
    if (day >= 3 && day % 3 === 0) {
      const g = 450 * (0.25 + 0.25 * Math.min(1, day / 112)) * 3;
      feed(walk, "mixed", g);
      card(walk, (45 * g) / 600);
    }
    if (isWorthwhile(state, 60)) {
      const dry = 0.4 * castingsOf(state);
      walk.apply({ kind: "harvest", g: dry / 0.97 / (1 - moistureOf(state)), method: "light" });
      harvests.push(day);
    }
    walk.sleep();
    if (walk.day() > 30) {
      driest = Math.min(driest, moistureOf(state));
      wettest = Math.max(wettest, moistureOf(state));
    }
    worstAir = Math.max(worstAir, state[AT.AN]!);
    if (walk.day() === 180) wormsAt180 = liveOf(state);
  }
  const gaps = harvests.slice(1).map((day, at) => day - harvests[at]!);
  const castings = castingsOf(state) + state[AT.OUTDM]! - 105;
  return [
    {
      no: "1",
      what: "first harvest of a tote, months",
      from: 4,
      to: 6,
      obtained: (harvests[0] ?? 999) / 30.44,
    },
    {
      no: "1",
      what: "longest wait between later harvests, months",
      from: 1,
      to: 3,
      obtained: Math.max(...gaps) / 30.44,
    },
    { no: "1", what: "driest after the first month", from: 0.7, to: 0.8, obtained: driest },
    { no: "1", what: "wettest after the first month", from: 0.7, to: 0.8, obtained: wettest },
    { no: "1", what: "worst air", from: 0, to: 0.15, obtained: worstAir },
    { no: "1", what: "worms after half a year, g", from: 600, to: 950, obtained: wormsAt180 },
    {
      no: "9",
      what: "castings dry per dry input over a year",
      from: 0.35,
      to: 0.6,
      obtained: castings / (state[AT.INDM]! - startDry),
    },
  ];
}

/** First day on which a watch comes true, or the last day. */
function firstDay(
  walk: TwinWalk,
  days: number,
  doing: (day: number) => void,
  watch: (s: Float64Array) => boolean,
): number {
  while (walk.day() < days) {
    doing(walk.day());
    walk.sleep();
    if (watch(walk.state)) return walk.day();
  }
  return days;
}

function overfed(): Envelope[] {
  const small = begin(450);
  const alarm = firstDay(
    small,
    60,
    () => feed(small, "fruit", 450),
    (s) => s[AT.AN]! > 0.5,
  );
  const large = begin(8000, { bin: oneMass(0.5, 0.4), bedding: [4000, 3500, 18000, 3000] });
  let worst = 0;
  firstDay(
    large,
    60,
    () => feed(large, "fruit", 450),
    (s) => {
      worst = Math.max(worst, s[AT.AN]!);
      return false;
    },
  );
  return [
    { no: "2", what: "fruit every day: alarm on day", from: 14, to: 21, obtained: alarm },
    { no: "2", what: "the same in 200 L with 8 kg of worms: worst air", from: 0, to: 0.1, obtained: worst },
  ];
}

function wetAndDry(): Envelope[] {
  const melon = (cardG: number) => {
    const walk = begin(450, { bin: { drainage: "poor" } });
    return {
      walk,
      day: (day: number) => {
        if (day < 3 || day % 3 !== 0) return;
        feed(walk, "melon", 675);
        if (cardG > 0) card(walk, cardG);
      },
    };
  };
  const bare = melon(0);
  const soaked = firstDay(bare.walk, 150, bare.day, (s) => moistureOf(s) > 0.85);
  const withCard = melon(43.4);
  let wettest = 0;
  firstDay(withCard.walk, 150, withCard.day, (s) => {
    wettest = Math.max(wettest, moistureOf(s));
    return false;
  });
  const dry = begin(450, { place: { meanC: 22, humidity: 0.3 } });
  const meals = ["bread", "grain", "coffee"];
  const parched = firstDay(
    dry,
    60,
    (day) => {
      if (day >= 3 && day % 3 === 0) feed(dry, meals[(day / 3 - 1) % 3]!, 110);
    },
    (s) => moistureOf(s) < 0.6,
  );
  return [
    { no: "3", what: "melon without bedding: over 85 % in week", from: 6, to: 13, obtained: soaked / 7 },
    { no: "3", what: "the same with as much dry card: wettest", from: 0, to: 0.85, obtained: wettest },
    { no: "4", what: "dry food in dry air: below 60 % on day", from: 10, to: 45, obtained: parched },
  ];
}

/** Days until a tenth of one meal is left, by temperature and by preparation. Envelopes 5 and 10. */
function clearing(): Envelope[] {
  const days = (meanC: number) => {
    const walk = begin(700, { place: { meanC }, maturity: 1 });
    return (
      firstDay(
        walk,
        90,
        (day) => {
          if (day === 5) feed(walk, "mixed", 600);
        },
        (s) => s[AT.L0]! > 0 && left(s) < 0.1,
      ) - 5
    );
  };
  const at20 = days(20);
  const batch = (preparation: Preparation) => {
    const walk = begin(900, { place: { meanC: 21 }, maturity: 1 });
    return (
      firstDay(
        walk,
        120,
        (day) => {
          if (day >= 3 && day <= 57 && day % 3 === 0) feed(walk, "mixed", 450);
          if (day === 75) feed(walk, "mixed", 600, preparation);
        },
        (s) => walk.day() > 75 && left(s) < 0.1,
      ) - 75
    );
  };
  return [
    { no: "5", what: "speed at 10 °C against 20 °C", from: 0.35, to: 0.5, obtained: at20 / days(10) },
    { no: "5", what: "speed at 25 °C against 20 °C", from: 1.2, to: 1.6, obtained: at20 / days(25) },
    { no: "10", what: "blended, days to a tenth", from: 3, to: 4, obtained: batch("pureed") },
    { no: "10", what: "chopped, days to a tenth", from: 6, to: 8, obtained: batch("chopped") },
    { no: "10", what: "whole, days to a tenth", from: 12, to: 16, obtained: batch("whole") },
  ];
}

/** A herd in half a square metre doubles, then fills it. Envelope 6. */
function growth(meanC: number, share: number): { readonly doubled: number; readonly afterTwoYearsG: number } {
  const walk = begin(700, {
    bin: oneMass(0.5, 0.4),
    place: { meanC },
    maturity: 0.6,
    bedding: [3000, 3000, 15000, 3000],
  });
  const { state } = walk;
  let doubled = 730;
  while (walk.day() < 730) {
    const day = walk.day();
    if (day > 0 && day % 60 === 0)
      walk.apply({
        kind: "harvest",
        g: (0.5 * castingsOf(state)) / 0.97 / (1 - moistureOf(state)),
        method: "light",
      });
    if (day % 3 === 0) {
      if (state[AT.AN]! <= 0.35) {
        const g = Math.min(share * liveOf(state) * 3, 4500);
        feed(walk, "mixed", g);
        card(walk, (40 * g) / 600);
      }
      if (moistureOf(state) < 0.72) walk.apply({ kind: "water", g: 800 });
    }
    walk.sleep();
    if (doubled === 730 && liveOf(state) >= 1400) doubled = walk.day();
  }
  return { doubled, afterTwoYearsG: liveOf(state) };
}

function herds(): Envelope[] {
  const at20 = growth(20, 0.6);
  const tub = startTwin({
    bin: { ...TOTE, ...oneMass(0.12, 0.2), drainage: "poor", cover: "looseLid" },
    place: { ...ROOM, meanC: 24 },
    startDayOfYear: 0,
    maturity: 0.5,
  });
  tub.apply({ kind: "bed", id: "coir", g: 600 });
  tub.apply({ kind: "bed", id: "horse", g: 1200 });
  tub.apply({ kind: "water", g: 3700 });
  tub.apply({ kind: "worms", n: 252, mix: [0, 0, 1] });
  while (tub.day() < 21) {
    if (tub.day() % 3 === 0) feed(tub, "mixed", 120, "pureed");
    tub.sleep();
  }
  return [
    { no: "6", what: "a herd doubles at 20 °C, days", from: 60, to: 90, obtained: at20.doubled },
    {
      no: "6",
      what: "and fills its bed in two years, kg/m²",
      from: 5,
      to: 8,
      obtained: at20.afterTwoYearsG / 500,
    },
    {
      no: "7",
      what: "cocoons per adult in three weeks",
      from: 2,
      to: 5,
      obtained: tub.state[AT.COCO]! / 252,
    },
  ];
}

/** Left alone after two good months. Envelope 8. */
function leftAlone(): Envelope[] {
  const alone = (wormsG: number, areaM2: number, days: number) => {
    const size = areaM2 / 0.2;
    const walk = begin(wormsG, {
      bin: oneMass(areaM2, 0.2),
      maturity: 0.3,
      bedding: [1200 * size, 1000 * size, 5200 * size, 300 * size],
    });
    while (walk.day() < 60) {
      if (walk.day() >= 3 && walk.day() <= 57 && walk.day() % 3 === 0) {
        const g = wormsG * 0.4 * 3;
        feed(walk, "mixed", g);
        card(walk, (45 * g) / 600);
      }
      if (walk.day() === 59) {
        card(walk, 300 * size);
        walk.apply({ kind: "water", g: 400 * size });
      }
      walk.sleep();
    }
    const before = liveOf(walk.state);
    while (walk.day() < 60 + days) walk.sleep();
    return liveOf(walk.state) / before;
  };
  return [
    { no: "8", what: "three weeks unfed: live mass left", from: 0.85, to: 1, obtained: alone(450, 0.2, 21) },
    {
      no: "8",
      what: "eight weeks unfed, 25 L: live mass left",
      from: 0.55,
      to: 0.9,
      obtained: alone(250, 0.1, 56),
    },
  ];
}

/** One heavy load of rich feed in a small bin. Envelope 11. */
function selfHeating(): Envelope[] {
  const hottest = (id: string, g: number, waterG: number) => {
    const walk = begin(450, { place: { meanC: 22 }, maturity: 0.8 });
    let most = 0;
    while (walk.day() < 40) {
      if (walk.day() === 10) {
        feed(walk, id, g);
        walk.apply({ kind: "water", g: waterG });
      }
      walk.sleep();
      most = Math.max(most, walk.state[AT.T]!);
    }
    return most;
  };
  return [
    {
      no: "11",
      what: "3 kg of grain at once heats to, °C",
      from: 35,
      to: 48,
      obtained: hottest("grain", 3000, 3000),
    },
    {
      no: "11",
      what: "4 kg of bread at once heats to, °C",
      from: 42,
      to: 60,
      obtained: hottest("bread", 4000, 4000),
    },
  ];
}

/** The model's contract with what keepers see: a change that leaves one of these needs a reason. */
export const envelopes = (): readonly Envelope[] => [
  ...yearOfATote(),
  ...overfed(),
  ...wetAndDry(),
  ...clearing(),
  ...herds(),
  ...leftAlone(),
  ...selfHeating(),
  ...lineEnvelopes(),
  ...regimeEnvelopes(),
];
