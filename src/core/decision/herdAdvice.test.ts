import { CLIMATE, entry, look, meal, newTub, setupOf, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { simpleExpectation } from "../expectation/simpleEngine";
import type { Expectation } from "../expectation/expectation";
import { practiceOf } from "../practice/practice";
import { decide } from "./decide";
import { herdAdvice } from "./herdAdvice";
import { sayHerdAdvice, sayReason, sayStep } from "./words";

const TODAY = addDays(START, 90);
const fedWeekly = [
  look([{ of: "squeeze", squeeze: "fewDrops" }, { of: "smell", smell: "earthy" }], 84),
  meal(0.2, 1, 84),
]; // prettier-ignore
/** A tub of 0.18 m², stocked with so much, of which the forecast says so much lives. */
function advised(stockedKg: number, livesKg: number, changes: Record<string, unknown> = {}) {
  const state = replay([...newTub(stockedKg), ...fedWeekly]);
  const expectation = {
    ...simpleExpectation(state, CLIMATE, TODAY),
    temperatureC: { low: 17, middle: 18, high: 19 },
    moisture: { low: 0.73, middle: 0.75, high: 0.77 },
    wormsKg: { low: livesKg * 0.9, middle: livesKg, high: livesKg * 1.1 },
    ...changes,
  };
  return herdAdvice(expectation, practiceOf(state)!, TODAY);
}

test("a herd as large as its bed carries is not spoken of", () => {
  for (const kg of [0.3, 0.5, 0.8]) expect(advised(0.5, kg)).toBeUndefined();
});

test("a bin that was tipped out is not understocked", () => {
  const state = replay([...newTub(0.05), entry({ kind: "emptied", keepsWorms: false, to: "heap" }, 70)]);
  const gone = { low: 0, middle: 0, high: 0.01 };
  const expectation = { ...simpleExpectation(state, CLIMATE, TODAY), wormsKg: gone };
  expect(state.emptiedOn).toBeDefined();
  expect(herdAdvice(expectation, practiceOf(state)!, TODAY)).toBeUndefined();
});

test("too many, too few and fewer than were stocked are said, with amounts that lead back", () => {
  const over = advised(0.5, 1.4);
  expect(over).toMatchObject({ code: "herd/over" });
  if (over?.code === "herd/over") expect(advised(0.5, over.wormsKg - over.spareKg)).toBeUndefined();
  const under = advised(0.05, 0.05);
  expect(under).toMatchObject({ code: "herd/under" });
  if (under?.code === "herd/under") expect(advised(0.05, under.wormsKg + under.moreKg)).toBeUndefined();
  const shrinks = advised(0.5, 0.2);
  expect(shrinks).toMatchObject({ code: "herd/shrinks", first: [] });
  if (shrinks?.code === "herd/shrinks")
    expect(advised(0.5, shrinks.wormsKg + shrinks.restockKg)).toBeUndefined();
});

test("new worms wait until the bed is right for them, and it is said what is wrong", () => {
  const cold = {
    temperatureC: { low: 5, middle: 6, high: 7 },
    moisture: { low: 0.5, middle: 0.55, high: 0.6 },
  };
  const advice = advised(0.5, 0.2, cold)!;
  expect(advice).toMatchObject({ first: ["cold", "dry"] });
  expect(sayHerdAdvice(advice, "metric")).toMatch(/first let it come to 12 °C.*moisten/);
});

test("a monthly bed whose meals are gone long before the next is told to come sooner; a weekly one, a slow one and one with its own interval are not", () => {
  const at = (system: "bath" | "tub", clearsInDays: number, own?: { intervalDays: number }) => {
    const state = replay([
      ...newTub(2, setupOf(system, own ? { own } : {})),
      ...[0, 12, 24, 36, 48, 60, 84].map((on) => meal(3, 1, on)),
    ]);
    const expectation = {
      ...simpleExpectation(state, CLIMATE, TODAY),
      wormsKg: { low: 0.8, middle: 0.9, high: 1 },
      twin: { meal: { clearsInDays } } as Expectation["twin"],
    } as Expectation;
    return herdAdvice(expectation, practiceOf(state)!, TODAY)!;
  };
  expect(at("bath", 9.2)).toMatchObject({ code: "herd/shrinks", soonerDays: 10 });
  expect(sayHerdAdvice(at("bath", 9.2), "metric")).toMatch(/come every 10 days/);
  expect(at("bath", 3)).toMatchObject({ soonerDays: 7 });
  expect(at("bath", 24)).not.toHaveProperty("soonerDays");
  expect(at("bath", 9.2, { intervalDays: 28 })).not.toHaveProperty("soonerDays");
  expect(at("tub", 2)).not.toHaveProperty("soonerDays");
});

test("where a month lies between meals the first six are not a month apart: small ones grow to what the herd takes", () => {
  const after = (meals: number, system: "bath" | "fabricPot" = "bath", own?: { intervalDays: number }) =>
    practiceOf(
      replay([
        ...newTub(2, setupOf(system, own ? { own } : {})),
        ...Array.from({ length: meals }, (_, at) => meal(0.5, 1, 3 + 10 * at)),
      ]),
    )!.school;
  expect(after(0)).toMatchObject({ usualIntervalDays: 12, minIntervalDays: 7 });
  expect(after(5).usualIntervalDays).toBe(12);
  expect(after(6)).toMatchObject({ usualIntervalDays: 30, minIntervalDays: 21 });
  expect(after(0, "bath", { intervalDays: 40 }).usualIntervalDays).toBe(40);
  // A pot left in peace is.
  expect(after(0, "fabricPot").usualIntervalDays).toBeGreaterThan(12);
});

describe("rest", () => {
  const resting = (weights: readonly number[], more: readonly ReturnType<typeof entry>[] = []) => {
    const log = [
      ...newTub(0.4, setupOf("fabricPot", { resting: true, restingUntil: addDays(START, 150) })),
      ...weights.map((massKg, at) => look([{ of: "weight", massKg }], 30 + 20 * at)),
      ...more,
    ];
    const today = addDays(START, 30 + 20 * weights.length);
    const state = replay(log);
    return (massKg: number) =>
      decide(simpleExpectation(state, CLIMATE, today), practiceOf(state)!, [{ of: "weight", massKg }], today);
  };
  test("goes on while the weight holds, and ends when a fifth of it is gone", () => {
    const weighed = resting([20]);
    expect(weighed(18.5).verdict).toBe("leave");
    const fallen = weighed(15);
    expect(fallen.verdict).toBe("moistureFirst");
    expect(fallen.steps.map(({ kind }) => kind)).toEqual(["water", "countHandful"]);
    expect(sayReason(fallen.steps[0]!.why, { units: "metric", today: TODAY })).toMatch(/20 kg.*15 kg/);
    // The pot's own way of giving water.
    expect(sayStep(fallen.steps[0]!, { units: "metric" }).after).toMatch(/tray below/);
  });
  test("what was taken out since explains a fall", () => {
    const taken = entry(
      { kind: "removed", what: "contents", amount: { massKg: 1.5, measuredBy: "weighed" } },
      35,
    );
    expect(resting([20])(15).verdict).toBe("moistureFirst");
    expect(resting([20], [taken])(15).verdict).toBe("leave");
  });
});

test("each part by its own squeeze: a dry middle is watered there, a wet far end bedded there, the fed end left alone", () => {
  const state = replay([...newTub(2, setupOf("trough")), ...fedWeekly]);
  const [fed, middle, far] = state.setup!.compartments;
  const contents = (id: string) => ({
    [id]: { beddingDryKg: 4, foodDryKg: 0, castingsDryKg: 4, wormDryKg: 0 },
  });
  const expectation = {
    ...simpleExpectation(state, CLIMATE, TODAY),
    contents: { ...contents(fed!.id), ...contents(middle!.id), ...contents(far!.id) },
  };
  const squeezed = (parts: Record<string, string>) =>
    decide(
      expectation,
      practiceOf(state)!,
      Object.entries(parts).map(
        ([compartment, squeeze]) => ({ of: "squeeze", squeeze, compartment }) as never,
      ),
      TODAY,
    ).steps.filter(({ part }) => part !== undefined);
  expect(squeezed({ [fed!.id]: "fewDrops" })).toEqual([]);
  const [water] = squeezed({ [fed!.id]: "fewDrops", [middle!.id]: "noDrop" });
  expect(water).toMatchObject({ kind: "water", compartmentId: middle!.id, part: "middle" });
  // A part that is nearly castings may be drier.
  expect(squeezed({ [fed!.id]: "fewDrops", [far!.id]: "noDrop" })).toEqual([]);
  const [bedding] = squeezed({ [fed!.id]: "fewDrops", [far!.id]: "stream" });
  expect(bedding).toMatchObject({ kind: "addDryBedding", compartmentId: far!.id });
  expect(sayStep(bedding!, { units: "metric" }).after).toMatch(/in the finished end/);
});

test("before an absence: slow food in coarse pieces and more bedding, for as long as no one comes", () => {
  const away = (days: number) => {
    const ahead = { awayFrom: addDays(TODAY, 1), awayUntil: addDays(TODAY, days) };
    const log = [...newTub(0.5), ...fedWeekly, entry({ kind: "altered", changes: { ahead } }, 85)];
    const state = replay(log);
    return decide(
      { ...simpleExpectation(state, CLIMATE, TODAY), temperatureC: { low: 17, middle: 18, high: 19 } },
      practiceOf(state)!,
      [{ of: "squeeze", squeeze: "fewDrops" }, { of: "foodLeft", foodLeft: "none", place: 1 }],
      TODAY,
    ); // prettier-ignore
  };
  const long = away(18);
  const feed = long.steps.find(({ kind }) => kind === "feed")!;
  expect(feed).toMatchObject({ preparation: "whole", why: { code: "food/before-absence", days: 18 } });
  expect(long.awayUntil).toBe(addDays(TODAY, 18));
  expect(away(2).steps.find(({ kind }) => kind === "feed")).not.toHaveProperty("preparation");
});
