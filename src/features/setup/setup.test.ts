import { unitsAlone } from "@/core/quantity/parse";
import { systemOf, volumeOfL } from "@/core/bin/system";
import { binSetup } from "@/records/setup";
import { localDate } from "@/vocabulary/fields";
import { SYSTEMS } from "@/vocabulary/setup";
import { emptySetup, newBin, usualSizes } from "./setupTyped";

const TODAY = localDate.parse("2026-11-23");
const typed = {
  ...emptySetup(TODAY, "metric"),
  name: "Quince",
  room: "new",
  roomName: "Cellar",
  worms: "500 g",
};
const faults = (changes: Partial<typeof typed>, units: "metric" | "us" = "metric") => {
  const outcome = newBin({ ...typed, ...changes }, TODAY, unitsAlone(units), ["medlar"]);
  return outcome.ok ? {} : outcome.problem.fields;
};

test.each(SYSTEMS)("a %s of the usual size passes as it stands, in both systems of units", (system) => {
  for (const units of ["metric", "us"] as const) {
    const outcome = newBin(
      { ...typed, system, worms: "100 g", ...usualSizes(system, units) },
      TODAY,
      unitsAlone(units),
      [],
    );
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.problem.fields));
    expect(binSetup.safeParse({ ...outcome.value.setup, roomId: "r" }).success).toBe(true);
  }
});

test("impossible bins are told the nearest thing that works", () => {
  expect(faults({ height: "1 m" }).height).toMatch(/top 30 cm/);
  expect(faults({ worms: "3 kg", width: "30 cm", length: "30 cm" }).worms).toMatch(
    /carries about 220 g to start/,
  );
  expect(faults({ width: "5", length: "36 in" })).toEqual({});
  expect(faults({ width: "2 mm" }).width).toMatch(/unit/);
  expect(faults({ name: "Medlar" }).name).toMatch(/already/);
  expect(faults({ name: " " }).name).toBeDefined();
  expect(faults({ started: "2026-12-01" }).started).toMatch(/not come/);
  expect(faults({ room: "" }).room).toBeDefined();
  expect(faults({ places: "2.5" }).places).toBeDefined();
});

test("worms by weight or by number; a bare figure is grams or ounces", () => {
  const stocked = (worms: string, units: "metric" | "us" = "metric") => {
    const outcome = newBin({ ...typed, worms }, TODAY, unitsAlone(units), []);
    return outcome.ok ? outcome.value.stocked[0]?.amount : outcome.problem.fields.worms;
  };
  expect(stocked("450")).toMatchObject({ massKg: 0.45 });
  expect(stocked("1 lb", "us")).toMatchObject({ massKg: 0.45359237 });
  expect(stocked("1000 worms")).toMatchObject({ count: 1000, measuredBy: "guessed" });
  expect(stocked("")).toBeUndefined();
  expect(stocked("2 L")).toMatch(/By weight/);
});

test("told fully: a round pot has its own litres, parts, drain, lid, purpose, empty weight, first bedding and a second kind", () => {
  const told = (changes: Partial<typeof typed>) => {
    const outcome = newBin({ ...typed, ...changes }, TODAY, unitsAlone("metric"), []);
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.problem.fields));
    return outcome.value;
  };
  const pot = {
    system: "fabricPot" as const,
    width: "40 cm",
    length: "40 cm",
    height: "40 cm",
    worms: "100 g",
  };
  const litres = (one: ReturnType<typeof told>) => one.setup.compartments.reduce((sum, part) => sum + volumeOfL(part), 0); // prettier-ignore
  expect(litres(told(pot))).toBeCloseTo(50.3, 1);
  expect(litres(told({ ...pot, isRound: false }))).toBeCloseTo(64, 6);
  // A new stack begins with one storey; one that runs has what is usual, or what is said.
  for (const system of ["trayStack", "stackSwap"] as const) {
    const storeys = (changes: object) =>
      told({ system, ...usualSizes(system, "metric"), worms: "200 g", ...changes }).setup.compartments.length;
    expect([storeys({}), storeys({ parts: "2" }), storeys({ isRunning: true, started: TODAY })]).toEqual([
      1,
      2,
      systemOf(system).compartments.length,
    ]);
  }
  const stack = told({
    system: "trayStack", ...usualSizes("trayStack", "metric"), parts: "4", drainage: "none", cover: "tightLid", purpose: "lessWaste", tare: "2.4 kg",
    bedding: "coir", beddingDepth: "6 cm", worms: "200 g", worms2: "300 worms", species2: "hortensis",
  }); // prettier-ignore
  expect(stack.setup).toMatchObject({ drainage: "none", cover: "tightLid", purpose: "lessWaste", tareKg: 2.4, compartments: { length: 4 } }); // prettier-ignore
  expect(stack.stocked.map(({ speciesId }) => speciesId)).toEqual(["fetida", "hortensis"]);
  expect(stack.bedded).toHaveLength(4);
  expect(stack.bedded[0]).toMatchObject({ note: expect.stringMatching(/6 cm deep of damp coir/i) as unknown, parts: [{ materialId: "coir" }] }); // prettier-ignore
  expect(faults({ parts: "9", tare: "heavy", beddingDepth: "2 m", worms2: "x" })).toMatchObject({
    parts: expect.anything() as unknown,
    tare: expect.anything() as unknown,
    beddingDepth: expect.stringMatching(/at most/) as unknown,
    worms2: expect.anything() as unknown,
  });
});

test("a bin that runs is told as it is today: what is known, part by part, no bedding and no new worms; nonsense is asked again", () => {
  const running = { ...typed, isRunning: true, worms: "", started: "2020-01-01" };
  const told = (changes: Partial<typeof running>) => {
    const outcome = newBin({ ...running, ...changes }, TODAY, unitsAlone("metric"), []);
    return outcome.ok ? outcome.value : outcome.problem.fields;
  };
  // Nothing but its kind: all of it stays open.
  expect(told({})).toMatchObject({
    firstDay: TODAY,
    bedded: [],
    stocked: [],
    found: { kind: "found", parts: [{ compartment: "c1" }] },
  });
  const whole = told({
    handful: "crowded",
    found: [{ fill: "0.75", state: "mostly" }],
    fedWeekly: "1.4 kg",
    fedDaysAgo: "5",
    left: "little",
    squeeze: "fewDrops",
    since: "years",
  });
  expect(whole).toMatchObject({
    found: {
      worms: { handful: "crowded" },
      parts: [{ compartment: "c1", fraction: 0.75, state: "mostly" }],
      fedWeeklyKg: 1.4,
      lastFed: { fedDaysAgo: 5, left: "little" },
      squeeze: "fewDrops",
      runningMonths: 24,
    },
  });
  // Who knows what is left and not since when says no day: none is made up.
  expect(told({ left: "little" })).toHaveProperty("found.lastFed", { left: "little" });
  expect(told({ worms: "1000 worms" })).toMatchObject({ found: { worms: { measuredBy: "guessed" } } });
  expect(told({ worms: "500 g" })).toMatchObject({
    found: { worms: { massKg: 0.5, measuredBy: "weighed" } },
  });
  expect(told({ fedWeekly: "1 t" })).toMatchObject({ fedWeekly: expect.any(String) as unknown });
  expect(told({ fedWeekly: "900 kg" })).toMatchObject({
    fedWeekly: expect.stringContaining("unit") as unknown,
  });
  expect(told({ worms: "40 kg" })).toMatchObject({ worms: expect.stringContaining("Too many") as unknown });
  expect(told({ fedDaysAgo: "-3" })).toMatchObject({ fedDaysAgo: expect.any(String) as unknown });
});
