import fc from "fast-check";
import { BIN_ROW, CLIMATE, entry, newTub, setupOf } from "../../../tests/log";
import type { BinSetup } from "@/records/setup";
import { binSchema } from "@/records/bin";
import type { LocalDate } from "@/vocabulary/fields";
import { SPECIES, WALLS } from "@/vocabulary/setup";
import { replay } from "../bin/replay";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { simpleExpectation } from "../expectation/simpleEngine";
import type { BinToday } from "../round/round";
import { AT } from "../twin/engine/state";
import { passDay } from "../twin/ensemble/passDay";
import { copied } from "../twin/ensemble/ensemble";
import { twinExpectation } from "../twin/ahead/expect";
import { bringToToday } from "../twin/log/now";
import { airAhead } from "./airAhead";
import { bedAhead, bedLag, roomAhead } from "./bedAhead";
import { paceAt } from "./pace";
import type { Rooms } from "./spells";
import { endedGuards, spellsAhead } from "./spells";
import type { Rehearsal } from "./standIn";
import { weatherDays } from "./standIn";
import { weatherTasks } from "./words";

const OUTDOORS = { meanC: 10, swingK: 9, hottestDay: 205, humidity: 0.75, rainMmPerDay: 2 };
const SUMMER = "2026-07-20" as LocalDate;
const WINTER = "2026-01-18" as LocalDate;
const days = (today: LocalDate, rehearse?: Rehearsal, seed = "cellar") =>
  weatherDays(OUTDOORS, seed, today, addDays(today, -10), 21, rehearse);
const ROOMS: Rooms = {
  yard: { name: "Yard", climate: OUTDOORS },
  "room-1": { name: "Cellar", climate: { ...CLIMATE, meanC: 14, swingK: 2 } },
};
let made = 0;
const binOf = (
  today: LocalDate,
  changes: Partial<BinSetup>,
  system: "tub" | "bath" = "tub",
  more: ReturnType<typeof entry>[] = [],
): BinToday => {
  const log = [...newTub(0.5, setupOf(system, changes)), ...more];
  const state = replay(log);
  made += 1;
  const bin = binSchema.parse({ ...BIN_ROW, id: `bin-${made}`, name: `Bin ${made}` });
  const climate = ROOMS[state.setup!.roomId]!.climate;
  return {
    bin,
    state,
    expectation: simpleExpectation(state, climate, today),
    decision: { verdict: "leave", steps: [], nextDay: today, cautions: [] },
  };
};
const ahead = (bins: readonly BinToday[], today: LocalDate, rehearse?: Rehearsal, rooms: Rooms = ROOMS) =>
  spellsAhead(bins, rooms, { outdoors: OUTDOORS, days: days(today, rehearse) }, today);

test("the stand-in tells the same day alike whenever it is asked, keeps to its place's year, and errs more the further ahead", () => {
  const today = addDays(SUMMER, 4);
  const then = days(SUMMER).find(({ day }) => day === SUMMER)!;
  expect(days(today).find(({ day }) => day === SUMMER)).toEqual(then);
  const year = weatherDays(OUTDOORS, "x", "2027-01-01" as LocalDate, "2026-01-01" as LocalDate, 365);
  const mean = year.reduce((sum, { lowC, highC }) => sum + (lowC + highC) / 2, 0) / 365;
  expect(Math.abs(mean - OUTDOORS.meanC)).toBeLessThan(1.5);
  expect(
    year.every(({ lowC, highC, rainMm, sun }) => lowC <= highC && rainMm >= 0 && sun >= 0 && sun <= 1),
  ).toBe(true);
  const off = (by: number) => {
    let sum = 0;
    for (let nth = 0; nth < 60; nth += 1) {
      const on = addDays(SUMMER, 3 * nth);
      const told = weatherDays(OUTDOORS, "y", on, addDays(on, by), 1)[0]!;
      const came = weatherDays(OUTDOORS, "y", addDays(on, by), addDays(on, by), 1)[0]!;
      sum += Math.abs(told.highC - came.highC);
    }
    return sum / 60;
  };
  expect(off(0)).toBe(0);
  expect(off(8)).toBeGreaterThan(off(2));
});

test("a room feels no more of a spell than stands outside, a bed no more of a day's swing than its room", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.5, max: 15, noNaN: true }),
      fc.constantFrom(...WALLS),
      fc.double({ min: 0.5, max: 120, noNaN: true }),
      fc.string({ minLength: 1, maxLength: 4 }),
      (swingK, wall, massKg, seed) => {
        const air = roomAhead({ ...CLIMATE, swingK }, OUTDOORS, days(SUMMER, "heat", seed));
        const outside = days(SUMMER, "heat", seed);
        air.forEach((one, at) =>
          expect(one.highC - one.lowC).toBeLessThanOrEqual(outside[at]!.highC - outside[at]!.lowC + 1e-9),
        );
        const setup = setupOf("tub", { wall });
        const of = {
          contents: {},
          moisture: { low: 0.7, middle: 0.75, high: 0.8 },
          fedMassKg: { low: massKg, middle: massKg, high: massKg },
        };
        const { days: lag, swing } = bedLag(setup, of);
        expect(lag).toBeGreaterThan(0);
        expect(swing).toBeGreaterThan(0);
        expect(swing).toBeLessThanOrEqual(1);
        const bed = bedAhead(setup, { ...of, temperatureC: { low: 18, middle: 19, high: 20 } }, air, SUMMER);
        expect(bed[0]!.day).toBe(SUMMER);
        bed.forEach((one) => {
          const room = air.find(({ day }) => day === one.day)!;
          expect(one.highC - one.lowC).toBeLessThanOrEqual(room.highC - room.lowC + 1e-9);
        });
      },
    ),
    { numRuns: 60 },
  );
});

test("a small bin is warned of before a deep one, a walled one after a thin one, and none in a cellar", () => {
  const thin = binOf(SUMMER, { roomId: "yard" as never });
  const foam = binOf(SUMMER, { roomId: "yard" as never, wall: "foam" });
  const cellar = binOf(SUMMER, {});
  const worst = (one: BinToday) =>
    ahead([one], SUMMER, "heat").find(({ against }) => against === "heat")?.worstC ?? 0;
  expect(worst(thin)).toBeGreaterThan(30);
  expect(worst(thin)).toBeGreaterThan(worst(foam));
  expect(ahead([cellar], SUMMER, "heat")).toEqual([]);
  expect(ahead([thin], SUMMER, "heat").find(({ against }) => against === "heat")).toMatchObject({
    betterRoomId: "room-1",
    steps: ["moved", "shaded", "ice", "dampSheet", "lidAjar", "lessFood"],
  });
});

test("frost is told to a herd in the yard, by the tenderest that lives there", () => {
  const coldest = (speciesId: (typeof SPECIES)[number]) => {
    const one = binOf(WINTER, { roomId: "yard" as never });
    const state = { ...one.state, worms: { ...one.state.worms, speciesId } };
    return ahead([{ ...one, state }], WINTER, "frost").find(({ against }) => against === "frost");
  };
  expect(coldest("fetida")).toBeDefined();
  const tender = coldest("eugeniae")!;
  expect(tender.from <= coldest("fetida")!.from).toBe(true);
  expect(tender.steps).toContain("wrapped");
});

test("rain into an open bin is told in litres; a lid or a roof keeps it out", () => {
  const open = ahead([binOf(SUMMER, { roomId: "yard" as never, cover: "open" })], SUMMER, "rain");
  expect(open.find(({ against }) => against === "rain")?.rainL).toBeGreaterThan(3);
  const shut = ahead([binOf(SUMMER, { roomId: "yard" as never, cover: "tightLid" })], SUMMER, "rain");
  expect(shut.some(({ against }) => against === "rain")).toBe(false);
});

test("what was done is not asked again; once no more of it lies ahead it is asked back, and then stands no more", () => {
  const done = entry({ kind: "guarded", against: "heat", by: ["shaded", "ice"] }, SUMMER);
  const one = binOf(SUMMER, { roomId: "yard" as never }, "tub", [done]);
  const spells = ahead([one], SUMMER, "heat");
  expect(
    weatherTasks(
      spells.filter(({ against }) => against === "heat"),
      [],
      [one],
      SUMMER,
    ),
  ).toEqual([]);
  const later = ahead([one], addDays(WINTER, 60));
  const ended = endedGuards([one], later);
  expect(ended).toMatchObject([{ against: "heat", by: ["shaded", "ice"] }]);
  expect(weatherTasks(later, ended, [one], SUMMER)[0]).toMatchObject({
    verb: "heat is over: put it back as it was",
  });
  const back = binOf(SUMMER, {}, "tub", [
    done,
    entry({ kind: "guarded", against: "heat", by: ["shaded"], isOver: true }, addDays(SUMMER, 9)),
  ]);
  expect(back.state.guards).toBeUndefined();
});

test("bins put out of use, emptied or never stocked are told nothing", () => {
  const out = binOf(SUMMER, { roomId: "yard" as never }, "tub", [
    entry({ kind: "altered", changes: { retired: true } }, 9),
  ]);
  const bare = {
    ...binOf(SUMMER, { roomId: "yard" as never }),
    state: replay([entry({ kind: "altered", changes: setupOf("tub", { roomId: "yard" as never }) })]),
  };
  expect(ahead([out, bare], SUMMER, "heat")).toEqual([]);
});

test("a hundred bins in a row of one kind make one line on the slate", () => {
  const bins = Array.from({ length: 100 }, () => binOf(SUMMER, { roomId: "yard" as never }));
  const spells = ahead(bins, SUMMER, "heat").filter(({ against }) => against === "heat");
  expect(spells).toHaveLength(100);
  const lines = weatherTasks(spells, [], bins, SUMMER);
  expect(lines).toHaveLength(1);
  expect(lines[0]!.name).toMatch(/ and 99 more$/);
});

test("pace rises to the best warmth and falls beyond it; ten degrees more are said only where there is a pace", () => {
  for (const id of SPECIES) {
    const species = speciesOf(id);
    expect(paceAt(species.bestC, species).ofBest).toBeCloseTo(1, 9);
    expect(paceAt(species.bestC - 8, species).ofBest).toBeLessThan(1);
    expect(paceAt(species.bestC - 10, species).tenWarmer).toBeGreaterThan(1);
    expect(paceAt(species.zeroC + 1, species)).toEqual({ ofBest: 0 });
  }
});

test("a spell's days lie within the week it is warned of", () => {
  for (const rehearse of ["heat", "frost", "rain"] as const)
    for (const today of [SUMMER, WINTER])
      for (const spell of ahead(
        [binOf(today, { roomId: "yard" as never, cover: "open" })],
        today,
        rehearse,
      )) {
        expect(daysBetween(today, spell.from)).toBeGreaterThanOrEqual(0);
        expect(daysBetween(today, spell.until)).toBeLessThanOrEqual(7);
        expect(spell.from <= spell.worstOn && spell.worstOn <= spell.until).toBe(true);
      }
});

test.each([
  ["tub", "heat", SUMMER],
  ["tub", "frost", WINTER],
  ["bath", "heat", SUMMER],
  ["bath", "frost", WINTER],
] as const)(
  "a %s before %s: the twin goes by the same forecast as the weather page, and neither is far from the other",
  (system, rehearse, today) => {
    const setup = setupOf(system, { roomId: "yard" as BinSetup["roomId"] });
    const log = newTub(0.5, setup).map((one) => ({
      ...one,
      day: addDays(today, daysBetween(newTub()[0]!.day, one.day) - 40),
    }));
    const climates = { yard: OUTDOORS };
    const weather = days(today, rehearse);
    const ask = (air?: ReturnType<typeof airAhead>) =>
      bringToToday({ binId: "bin", entries: log, climates, today, size: 48, air })!;
    const [told, untold] = [
      ask(airAhead([{ id: "yard", climate: OUTDOORS }], OUTDOORS, weather, today)),
      ask(),
    ];
    // What was is what it was: standings know nothing of it.
    expect(told.snapshots).toEqual(untold.snapshots);
    expect(Array.from(told.ensemble.state)).toEqual(Array.from(untold.ensemble.state));
    const course = ({ ensemble }: typeof told) => {
      const one = copied(ensemble);
      return Array.from({ length: 10 }, () => {
        passDay(one);
        const warmth = one.views[0]!.map((s) => s[AT.T]!).toSorted((a, b) => a - b);
        return warmth[24]!;
      });
    };
    const [with_, without] = [course(told), course(untold)];
    const worst = (rehearse === "heat" ? Math.max : Math.min)(...with_);
    expect(Math.abs(worst - without[with_.indexOf(worst)]!)).toBeGreaterThan(system === "tub" ? 6 : 3);
    const bed = bedAhead(
      setup,
      twinExpectation(untold, today),
      roomAhead(OUTDOORS, OUTDOORS, weather),
      today,
    );
    const page = bed.slice(0, 10).map(({ lowC, highC }) => (lowC + highC) / 2);
    const worstOf = (all: readonly number[]) => (rehearse === "heat" ? Math.max(...all) : Math.min(...all));
    expect(Math.abs(worstOf(page) - worstOf(with_))).toBeLessThan(4);
    // What kills begins on the same day, or on the next.
    const kills = (all: readonly number[]) =>
      all.findIndex((at) => (rehearse === "heat" ? at > 30 : at < -2));
    expect(kills(with_)).toBeGreaterThanOrEqual(3);
    expect(Math.abs(kills(page) - kills(with_))).toBeLessThanOrEqual(1);
  },
);

test("no bed is foretold colder than the coldest air that came to it", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -14, max: 6, noNaN: true }), { minLength: 3, maxLength: 9 }), fc.double({ min: 0.5, max: 60, noNaN: true }), (lows, massKg) => {
      const air = lows.map((lowC, at) => ({ day: addDays(WINTER, at), lowC, highC: lowC + 5 }));
      const setup = binOf(WINTER, {}).state.setup!;
      const of = { contents: {}, moisture: { low: 0.7, middle: 0.75, high: 0.8 }, fedMassKg: { low: massKg, middle: massKg, high: massKg } };
      const start = 1;
      const bed = bedAhead(setup, { ...of, temperatureC: { low: start, middle: start, high: start } }, air, WINTER);
      bed.forEach((one, at) => expect(one.lowC).toBeGreaterThanOrEqual(Math.min(start, air[0]!.lowC, ...lows.slice(0, at + 1)) - 1e-9));
    }),
    { numRuns: 60 },
  ); // prettier-ignore
});
