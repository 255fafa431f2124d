import { CLIMATE, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought } from "../../../tests/twinLog";
import { looked } from "../bin/readings";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";
import { simpleExpectation } from "../expectation/simpleEngine";
import { twinExpectation } from "../twin/ahead/expect";
import { heardNotes } from "./heardNotes";
import type { BinToday } from "./round";
import { surplusOf } from "./surplus";
import { saySurplus } from "./words";

const TODAY = addDays(START, 40);

test("each part and place: what was said there stays as it was said, and beside it what is made of it", () => {
  const setup = setupOf("trough");
  const [fed, middle] = setup.compartments;
  const log = [
    ...newTub(2, setup),
    meal(0.5, 1, 20),
    look([
      { of: "squeeze", squeeze: "manyDrops", compartment: middle!.id },
      { of: "squeeze", squeeze: "noDrop" },
      { of: "foodLeft", foodLeft: "half", place: 1 },
    ], 30),
    meal(0.5, 2, 30),
  ]; // prettier-ignore
  const now = brought(log, 40, { size: 40 });
  const expectation = twinExpectation(now, TODAY, { kg: { low: 0, middle: 0, high: 0 }, gainsKg: { low: 0, middle: 0, high: 0 } }); // prettier-ignore
  const notes = heardNotes({ state: now.state, expectation }, "metric", TODAY);
  const at = (key: string) => notes.find((one) => one.key === key);
  expect(at(`squeeze ${fed!.id}`)?.read).toMatch(/^no drop, /);
  expect(at(`squeeze ${middle!.id}`)).toMatchObject({ where: "middle" });
  expect(at(`squeeze ${middle!.id}`)?.read).toMatch(/^3–4 drops, /);
  expect(at(`foodLeft ${fed!.id}/1`)?.read).toMatch(/500 g.*about half left/);
  // A squeeze of the middle is no word on the fed end.
  expect(now.state.moisture).toMatchObject({ squeeze: "noDrop" });
  expect(at(`foodLeft ${fed!.id}/2`)?.read).toMatch(/not looked at since/);
  for (const { makes } of notes) expect(makes).toMatch(/\d|gone/);
});

test("on one day the order of the entries decides: what was seen before the meal went in is not said of it", () => {
  const gone = (place: number) => look([{ of: "foodLeft", foodLeft: "none", place }], 31);
  // At place 1 looked and then fed, at place 2 fed and then looked, all on one day.
  const state = replay([...newTub(), meal(0.2, 1, 10), meal(0.2, 2, 10), gone(1), meal(0.92, 1, 31), meal(0.4, 2, 31), gone(2)]); // prettier-ignore
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  const read = (place: number) =>
    heardNotes({ state, expectation }, "metric", TODAY).find(({ key }) => key.endsWith(`/${place}`))?.read;
  expect(read(1)).toBe("of 920 g given 9 days ago: not looked at since");
  expect(read(2)).toMatch(/^of 400 g given 9 days ago: none left, /);
  const left = (place: number) => expectation.places.find((one) => one.place === place)!.left.middle;
  expect([left(1) > 0.2, left(2)]).toEqual([true, 0]);
});

test("a look from before the last meal is not said of that meal, and what was called a slip is not said at all", () => {
  const log = [
    ...newTub(0.5),
    meal(0.2, 1, 10),
    look([{ of: "foodLeft", foodLeft: "none", place: 1 }], 20),
    meal(0.3, 1, 21),
  ];
  const state = replay(log);
  const noted = (of = state) =>
    heardNotes({ state: of, expectation: simpleExpectation(of, CLIMATE, TODAY) }, "metric", TODAY);
  expect(noted().find(({ key }) => key.startsWith("foodLeft"))?.read).toMatch(/not looked at since/);
  const slipped = looked(state, {
    day: TODAY,
    lid: "lifted",
    readings: [{ of: "foodLeft", foodLeft: "most", place: 1, because: "slip" }],
  });
  expect(noted(slipped)).toEqual(noted());
});

test("scraps beyond what the bins take are said with what would raise it; where nearly all goes, nothing is", () => {
  const state = replay(newTub(0.2));
  const LATER = addDays(START, 90);
  const bin = (mostKg: number, temperatureC: number) =>
    ({
      state,
      expectation: {
        ...simpleExpectation(state, CLIMATE, TODAY),
        temperatureC: { low: temperatureC, middle: temperatureC, high: temperatureC },
        twin: { meal: { mostKg, forDays: 7, clearsInDays: 6 } } as Expectation["twin"],
      },
    }) as unknown as BinToday;
  expect(surplusOf([], 1, LATER)).toBeUndefined();
  // In its first weeks a bin takes little, and that is no surplus.
  expect(surplusOf([bin(0.7, 12)], 0.5, TODAY)).toBeUndefined();
  expect(surplusOf([bin(3, 20), bin(3, 20)], 0.9, LATER)).toBeUndefined();
  const cool = surplusOf([bin(0.7, 12)], 0.5, LATER);
  expect(cool).toMatchObject({ takenKg: expect.closeTo(0.1) as number, levers: ["warmth", "worms", "bin"] });
  expect(surplusOf([bin(0.7, 20)], 0.5, LATER)?.levers).not.toContain("warmth");
  expect(saySurplus(cool!, "metric")).toMatch(/3\.5 kg.*700 g/);
  const bath = replay([
    ...newTub(2, setupOf("bath")),
    ...[0, 12, 24, 36, 48, 60].map((on) => meal(1, 1, on)),
  ]);
  const monthly = surplusOf([{ ...bin(0.7, 20), state: bath }], 0.5, LATER)!;
  expect(monthly.levers[0]).toBe("oftener");
  expect(saySurplus(monthly, "us")).toMatch(/every week or two instead of one a month/);
});
