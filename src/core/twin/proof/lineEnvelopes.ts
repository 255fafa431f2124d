import type { Envelope } from "./envelope";
import type { TwinBin } from "../engine/twinBin";
import type { TwinWalk } from "../ensemble/run";
import { startTwin } from "../ensemble/run";
import { cocoonsOf, liveOf, moistureOf } from "../engine/state";

const line = (
  arrangement: TwinBin["arrangement"],
  ids: readonly string[],
  size: { readonly areaM2: number; readonly heightM: number; readonly faceM2: number },
  more: Partial<TwinBin> = {},
): TwinWalk =>
  startTwin({
    bin: {
      arrangement,
      compartments: ids.map((id) => ({ id, ...size })),
      insulation: 1,
      drainage: "free",
      cover: "vented",
      speciesId: "fetida",
      sumpL: 0,
      ...more,
    },
    place: { meanC: 20, swingC: 0, hottestDay: 200, humidity: 0.6 },
    startDayOfYear: 0,
    maturity: 0.5,
  });

function bedded(walk: TwinWalk, at: string, g: number): void {
  walk.apply({ kind: "bed", id: "cardboard", g: 0.5 * g }, at);
  walk.apply({ kind: "bed", id: "coir", g: 0.5 * g }, at);
  walk.apply({ kind: "water", g: 2.6 * g }, at);
}
const finished = (walk: TwinWalk, at: string, g: number): void =>
  walk.apply({ kind: "castings", g, water: 0.75 }, at);
function feed(walk: TwinWalk, at: string, g: number): void {
  walk.apply({ kind: "food", id: "mixed", g, preparation: "chopped" }, at);
  walk.apply({ kind: "bed", id: "cardboard", g: 0.075 * g }, at);
}
function days(walk: TwinWalk, count: number, doing: (day: number) => void): void {
  for (let day = 0; day < count; day += 1) {
    doing(walk.day());
    walk.sleep();
  }
}
function share(walk: TwinWalk, at: number, of: (s: Float64Array) => number = liveOf): number {
  const all = walk.ensemble.lines[0]!.reduce((sum, s) => sum + of(s), 0);
  return all > 0 ? of(walk.ensemble.lines[0]![at]!) / all : 0;
}
const wetness = (walk: TwinWalk, at: number): number => moistureOf(walk.ensemble.lines[0]![at]!);

/** A fed tray set on a finished one: the herd climbs. */
function trays(): Envelope[] {
  const walk = line("trays", ["below", "above"], { areaM2: 0.16, heightM: 0.15, faceM2: 0.16 });
  finished(walk, "below", 9000);
  bedded(walk, "above", 700);
  walk.apply({ kind: "worms", g: 500 }, "below");
  days(walk, 35, (day) => day % 3 === 0 && feed(walk, "above", 600));
  return [
    {
      no: "12",
      what: "share of the herd in the fed tray after 5 weeks",
      from: 0.6,
      to: 0.8,
      obtained: share(walk, 1),
    },
  ];
}

/** One half rebuilt and fed, the other left alone. */
function halves(): Envelope[] {
  const walk = line("line", ["old", "new"], { areaM2: 0.1, heightM: 0.3, faceM2: 0.09 });
  finished(walk, "old", 6000);
  bedded(walk, "new", 800);
  walk.apply({ kind: "worms", g: 450 }, "old");
  days(walk, 18, (day) => day % 3 === 0 && feed(walk, "new", 500));
  return [
    {
      no: "13",
      what: "share of the herd across in the fed half after 18 days",
      from: 0.75,
      to: 0.9,
      obtained: share(walk, 1),
    },
  ];
}

/** A trough fed at one end, its wedge moved on every month. */
function trough(): Envelope[] {
  const walk = line(
    "line",
    ["fed", "middle", "finished"],
    { areaM2: 0.18, heightM: 0.4, faceM2: 0.18 },
    { insulation: 0.7, cover: "looseLid" },
  );
  for (const at of ["fed", "middle", "finished"]) bedded(walk, at, 1500);
  walk.apply({ kind: "worms", g: 1200 }, "fed");
  days(walk, 185, (day) => {
    if (day % 3 === 0) feed(walk, "fed", 900);
    if (day % 3 === 0) walk.apply({ kind: "water", g: 60 }, "fed");
    if (day % 30 === 0 && day > 0 && day < 151) walk.apply({ kind: "advanced", fraction: 0.3 });
  });
  return [
    {
      no: "14",
      what: "moisture at the fed end of a trough",
      from: 0.75,
      to: 0.83,
      obtained: wetness(walk, 0),
    },
    { no: "14", what: "moisture at its finished end", from: 0.58, to: 0.7, obtained: wetness(walk, 2) },
    {
      no: "14",
      what: "share of the herd in the finished third, 5 weeks after its last food",
      from: 0,
      to: 0.1,
      obtained: share(walk, 2),
    },
  ];
}

/** A tall column fed at the top. */
function column(): Envelope[] {
  const walk = line(
    "column",
    ["base", "lower", "upper", "top"],
    { areaM2: 0.2, heightM: 0.18, faceM2: 0.2 },
    { insulation: 0.7 },
  );
  for (const at of ["base", "lower"]) finished(walk, at, 9000);
  for (const at of ["upper", "top"]) bedded(walk, at, 900);
  walk.apply({ kind: "worms", g: 900, cocoons: 0 }, "upper");
  days(walk, 120, (day) => {
    if (day % 3 === 0) feed(walk, "top", 1000);
    if (day % 21 === 20) walk.apply({ kind: "advanced", fraction: 0.15 });
  });
  return [
    {
      no: "15",
      what: "share of the herd in the lowest quarter of a column",
      from: 0,
      to: 0.1,
      obtained: share(walk, 0),
    },
    { no: "15", what: "share of the cocoons there", from: 0, to: 0.15, obtained: share(walk, 0, cocoonsOf) },
  ];
}

/** Behaviours of bins of several compartments. Source: process model 18, envelopes 12 to 15. */
export const lineEnvelopes = (): Envelope[] => [...trays(), ...halves(), ...trough(), ...column()];
