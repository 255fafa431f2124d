import { CLIMATE, entry, look, meal, newTub, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import type { Fact } from "@/records/entry/about";
import { entryFormat, entrySchema } from "@/records/entry";
import { addDays } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import { keyOfBatch } from "@/core/mixing/fromStore";
import { batchSchema } from "@/records/batch";
import { replay } from "@/core/bin/replay";
import { parseQuantity, unitsAlone } from "@/core/quantity/parse";
import type { Preparation } from "@/vocabulary/setup";
import type { CompartmentId } from "@/vocabulary/fields";
import { decide } from "@/core/decision/decide";
import type { Step } from "@/core/decision/decision";
import { practiceOf } from "@/core/practice/practice";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { withMeal } from "@/core/decision/withMeal";
import type { DoneHow } from "./visitEntries";
import { amountOf, mealOf } from "./visitAmounts";
import { doable, mealTicked, takenFromStore, visitFacts, workOf } from "./visitEntries";
import { keepingMine, stepKey, takingNew, ticking, unticking } from "./visitLines";
import type { VisitTyped } from "./visitTyped";
import { NOTHING_TYPED, readingsIn } from "./visitTyped";

const TODAY = addDays(START, 60);
const CONTAINERS = [{ name: "jar", volumeL: 0.7 }];
const log = [...newTub(), meal(0.4, 1, 40), look([{ of: "squeeze", squeeze: "fewDrops" }], 40)];

function visit(
  typed: VisitTyped,
  lid: "lifted" | "closed" = "lifted",
  units: "metric" | "us" = "metric",
  how: DoneHow = Object.keys(typed.ticked).length > 0 ? "asTicked" : "asProposed",
) {
  const state = replay(log);
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  const readings = readingsIn(typed, units);
  if (!readings.ok) return { problem: readings.problem, facts: [] };
  const meal = mealOf(typed, { units, containers: CONTAINERS });
  const proposed = decide(expectation, practiceOf(state)!, readings.value, TODAY);
  const decision = withMeal(proposed, meal.ok ? meal.value : undefined, TODAY);
  const outcome = visitFacts({
    how,
    containers: CONTAINERS,
    lid,
    readings: readings.value,
    decision,
    expectation,
    typed,
    units,
    today: TODAY,
    visitId: "v1",
  });
  return {
    decision,
    proposed,
    facts: outcome.ok ? outcome.value : [],
    problem: outcome.ok ? undefined : outcome.problem,
  };
}
const stored = (facts: readonly Fact[]) =>
  facts.map((fact, at) =>
    entrySchema.parse({
      schemaVersion: entryFormat.current,
      rowId: `r${at}`,
      id: `e${at}`,
      revision: 1,
      recordedAt: "2026-05-01T08:00:00.000Z",
      deviceId: "d",
      subject: { kind: "bin", id: "b" },
      day: TODAY,
      seq: at,
      ...fact,
    }),
  );

const seen: VisitTyped = {
  ...NOTHING_TYPED,
  squeeze: "fewDrops",
  smell: "earthy",
  foodLeft: { "c1/1": "none" },
  temperature: "66F",
};

test("closing the lid writes what was read, then what was done, in that order, and every fact fits its record", () => {
  const { facts, decision } = visit(seen);
  const entries = stored(facts);
  expect(entries.map((entry) => entry.kind)).toEqual(
    ["looked", "fed", "bedded", "bedded", "dosed"].slice(0, entries.length),
  );
  expect(entries[0]).toMatchObject({
    nextDay: decision?.nextDay,
    readings: expect.arrayContaining([
      expect.objectContaining({ of: "temperature", temperatureC: (34 * 5) / 9 }),
    ]) as unknown,
  });
  expect(entries[1]).toMatchObject({ place: 2, visitId: "v1" });
});

test("an amount typed over the proposed one is what is written, by weight or by volume, with the words as typed", () => {
  const { decision } = visit(seen);
  const feed = decision!.steps.find((step) => step.kind === "feed")!;
  const over = (text: string) => stored(visit({ ...seen, amounts: { [stepKey(feed)]: text } }).facts)[1];
  expect(over("1 lb 6 oz")).toMatchObject({
    parts: [{ amount: { massKg: expect.closeTo(0.62369, 4) as unknown, typed: "1 lb 6 oz" } }],
  });
  expect(over("3/4 cup")).toMatchObject({
    parts: [{ amount: { volumeL: expect.closeTo(0.1875, 4) as unknown, measuredBy: "volume" } }],
  });
});

test("what was accepted is known as proposed, what was typed over it as weighed or by volume", () => {
  const { decision } = visit(seen);
  const feed = decision!.steps.find((step) => step.kind === "feed")!;
  const knownAs = (amounts: Record<string, string>) =>
    stored(visit({ ...seen, amounts }).facts).flatMap((one) =>
      one.kind === "fed" || one.kind === "bedded" ? one.parts.map(({ amount }) => amount.measuredBy) : [],
    );
  expect(new Set(knownAs({}))).toEqual(new Set(["proposed"]));
  expect(knownAs({ [stepKey(feed)]: "1 kg" })[0]).toBe("weighed");
  expect(knownAs({ [stepKey(feed)]: "2 L" })[0]).toBe("volume");
});

test("food taken out is an entry of its own, and it lies there no more", () => {
  const { facts, decision } = visit({ ...NOTHING_TYPED, smell: "rotten", foodLeft: { "c1/1": "most" } });
  expect(decision!.steps.map(({ kind }) => kind)).toContain("removeFood");
  const entries = stored(facts);
  expect(entries).toEqual(
    expect.arrayContaining([expect.objectContaining({ kind: "removed", what: "food" }) as unknown]),
  );
  const mine = entries.map((one) => ({ ...one, subject: log[0]!.subject }));
  const before = replay([...log, ...mine.filter(({ kind }) => kind === "looked")]);
  const after = replay([...log, ...mine]);
  expect(Object.values(after.contents).reduce((sum, held) => sum + held.foodDryKg, 0)).toBeLessThan(
    0.01 * Object.values(before.contents).reduce((sum, held) => sum + held.foodDryKg, 0),
  );
  expect(after.places["c1/1"]?.seen?.foodLeft).toBe("none");
});

test("where nothing was typed over it, what was said is what is written, rounded as it was, in either units", () => {
  for (const units of ["metric", "us"] as const) {
    const amounts = stored(visit(seen, "lifted", units).facts).flatMap((one) =>
      one.kind === "fed" || one.kind === "bedded" ? one.parts.map(({ amount }) => amount) : [],
    );
    expect(amounts.length).toBeGreaterThan(1);
    for (const amount of amounts) {
      const [dimension, value] =
        "massKg" in amount
          ? (["mass", amount.massKg] as const)
          : (["volume", (amount as { volumeL: number }).volumeL] as const);
      expect(parseQuantity(amount.typed!, dimension, "kg")).toEqual({ ok: true, value });
    }
  }
});

test("what cannot be read is named at its field and nothing is written", () => {
  const { decision } = visit(seen);
  const feed = decision!.steps.find((step) => step.kind === "feed")!;
  expect(visit({ ...seen, amounts: { [stepKey(feed)]: "a good deal" } })).toMatchObject({
    facts: [],
    problem: { field: stepKey(feed) },
  });
  expect(visit({ ...seen, temperature: "warm" })).toMatchObject({
    facts: [],
    problem: { field: "temperature" },
  });
  for (const nextDay of ["2020-01-01", "2026-02-31", "2099-01-01"])
    expect(visit({ ...seen, nextDay })).toMatchObject({ problem: { field: "nextDay" } });
});

test("nothing is done that was not said: what is not ticked leaves no entry and is remembered; nought is not an amount", () => {
  const { decision } = visit(seen);
  const steps = doable(decision!.steps);
  const feed = steps.find((step) => step.kind === "feed")!;
  const others = workOf(decision!, seen).filter(({ key }) => key !== stepKey(feed));
  const without = stored(visit(ticking(seen, others)).facts);
  expect(without.some((entry) => entry.kind === "fed")).toBe(false);
  expect(without[0]).toMatchObject({
    leftOut: [expect.stringMatching(/kitchen scraps at place/) as unknown],
  });
  const [only, ...rest] = stored(visit(seen, "lifted", "metric", "asTicked").facts);
  expect([only!.kind, rest]).toEqual(["looked", []]);
  expect(only).toMatchObject({ leftOut: { length: steps.length } });
  // Asked for once: the next lifting of the lid answers it.
  const after = [...log, { ...only!, id: "x", subject: log[0]!.subject } as Entry];
  expect(replay(after).leftOut).toMatchObject({ day: TODAY, items: { length: steps.length } });
  // Done after all: one press writes it as it was proposed, and it is asked for no more.
  const { items } = replay(after).leftOut!;
  const fed = items.find(({ deed }) => deed?.kind === "fed")!.deed!;
  const late = replay([...after, entry(fed, 61)]);
  expect(late.leftOut!.items).toHaveLength(items.length - 1);
  expect(late.feedings.at(-1)).toMatchObject({ day: addDays(START, 61) });
  expect(replay([...after, look([], 61)]).leftOut).toBeUndefined();
  const all = stored(visit(seen).facts);
  expect(all[0]).not.toHaveProperty("leftOut");
  expect(
    stored(visit({ ...seen, amounts: { [stepKey(feed)]: "0 g" } }).facts).some(
      (entry) => entry.kind === "fed",
    ),
  ).toBe(false);
});

test("a meal of several foods is one entry; its bedding goes with it, and melon brings the next look nearer", () => {
  const part = (materialId: string, amount: string, preparation: Preparation = "chopped") => ({ materialId, amount, preparation }); // prettier-ignore
  const small = { ...seen, meal: [part("coffee-grounds", "60 g", "whole"), part("carrot-parsnip", "1 jar", "grated"), { ...part("melon-rind", "40 g", "frozen"), juice: "without" as const }], laid: "pocket" as const }; // prettier-ignore
  const { facts, proposed } = visit(small);
  const fed = stored(facts).filter((entry) => entry.kind === "fed");
  expect(fed).toMatchObject([
    {
      laid: "pocket",
      parts: [
        { materialId: "coffee-grounds", amount: { massKg: 0.06, typed: "60 g" } },
        { materialId: "carrot-parsnip", amount: { volumeL: 0.7 }, preparation: "grated" },
        { materialId: "melon-rind", juice: "without" },
      ],
    },
  ]);
  const beddingKg = (one: ReturnType<typeof visit>) =>
    one.decision!.steps.reduce((sum, { kind, amount }) => sum + (kind === "addDryBedding" && amount && "massKg" in amount ? amount.massKg : 0), 0); // prettier-ignore
  const mealKg = proposed!.steps.find(({ kind }) => kind === "feed")!.amount as { massKg: number };
  const double = visit({ ...seen, meal: [part("mixed-kitchen-scraps", `${2 * mealKg.massKg} kg`)] });
  expect(beddingKg(double)).toBeCloseTo(2 * beddingKg(visit(seen)), 6);
  const melon = visit({ ...seen, meal: [part("melon-rind", "300 g")] });
  expect(melon.decision!.nextDay <= addDays(TODAY, 4)).toBe(true);
  expect(visit({ ...seen, meal: [part("coffee-grounds", "some")] })).toMatchObject({ facts: [], problem: { field: "meal0" } }); // prettier-ignore
});

test("bedding may come out of the store: the bin has its parts, the batch what is left", () => {
  const state = replay(log);
  const batch = batchSchema.parse({
    schemaVersion: 1, rowId: "b1", id: "heap", revision: 1, recordedAt: "2026-04-01T08:00:00.000Z", deviceId: "d",
    name: "Card and leaf mould", mixedOn: "2026-04-01", ripeFrom: "2026-04-20", ripeBy: "2026-05-10", turnDays: [], heats: false, placeC: 15,
    parts: [
      { use: "bedding", materialId: "cardboard-corrugated", massKg: 2, moisture: 0.08 },
      { use: "bedding", materialId: "leaf-mould", massKg: 6, moisture: 0.6 },
    ],
    waterL: 4, massKg: 12, volumeL: 50, moisture: 0.7,
  }); // prettier-ignore
  const why = { code: "bed/shrinks" } as const;
  const step: Step = {
    kind: "addDryBedding",
    amount: { massKg: 1 },
    materialId: "leaf-mould",
    why,
    evidence: [],
  };
  const typed = { ...NOTHING_TYPED, materials: { [stepKey(step)]: keyOfBatch("heap") }, amounts: { [stepKey(step)]: "5 L" } }; // prettier-ignore
  const decision = { verdict: "feed", steps: [step], nextDay: addDays(TODAY, 3), cautions: [] } as const;
  const taking = { how: "asProposed", lid: "lifted", batches: [batch], readings: [], decision, expectation: simpleExpectation(state, CLIMATE, TODAY), typed, units: "metric", containers: [], today: TODAY, visitId: "v1" } as const; // prettier-ignore
  const outcome = visitFacts(taking);
  const [, bedded] = stored(outcome.ok ? outcome.value : []);
  expect(bedded).toMatchObject({ kind: "bedded", parts: [{ batchId: "heap", moisture: 0.7 }, { batchId: "heap" }] }); // prettier-ignore
  // Five litres of it weigh what the batch does.
  expect(takenFromStore(taking)).toEqual([{ batchId: "heap", massKg: 1.2 }]);
  const inKg = bedded!.kind === "bedded" ? bedded!.parts.reduce((sum, { amount }) => sum + ("massKg" in amount ? amount.massKg : 0), 0) : 0; // prettier-ignore
  expect(inKg).toBeCloseTo(1.2, 3);
  expect(takenFromStore({ ...taking, how: "asTicked" })).toEqual([]);
});

test("a quiet check writes what was seen from outside and does nothing to the bin", () => {
  const entries = stored(
    visit(
      { ...NOTHING_TYPED, weight: "14 kg", belowRim: "9", fillMark: "atTheLine", note: "tray dry" },
      "closed",
    ).facts,
  );
  expect(entries).toMatchObject([
    {
      kind: "looked",
      lid: "closed",
      note: "tray dry",
      readings: [
        { of: "weight", massKg: 14 },
        { of: "fillDepth", belowRimM: 0.09 },
        { of: "fillMark", mark: "atTheLine" },
      ],
    },
  ]);
});

test("a stack set round and a wedge moved along leave what was done in the log, as it can be replayed", () => {
  const done = (step: Step) => {
    const state = replay(log);
    const decision = {
      verdict: "makeRoom",
      steps: [step],
      nextDay: addDays(TODAY, 3),
      cautions: [],
    } as const;
    const expectation = simpleExpectation(state, CLIMATE, TODAY);
    const common = {
      readings: [],
      expectation,
      typed: NOTHING_TYPED,
      units: "metric",
      containers: [],
      today: TODAY,
    } as const;
    const outcome = visitFacts({ how: "asProposed", lid: "lifted", decision, visitId: "v1", ...common });
    return stored(outcome.ok ? outcome.value : []).slice(1);
  };
  const why = { code: "room/ripe", ripeness: 0.6 } as const;
  const order = ["c2", "c1"] as CompartmentId[];
  expect(done({ kind: "restack", compartmentId: order[1]!, order, why, evidence: [] })).toMatchObject([
    { kind: "emptied", compartment: "c1" },
    { kind: "rotated", order },
  ]);
  expect(done({ kind: "moveAlong", share: 0.3, why, evidence: [] })).toMatchObject([
    { kind: "advanced", fraction: 0.3 },
  ]);
  const added = { id: "c2", widthM: 0.4, lengthM: 0.4, heightM: 0.15, placeCount: 2 } as never;
  expect(done({ kind: "addTray", added, position: 1, why, evidence: [] })).toMatchObject([
    { kind: "added", added: { id: "c2" }, position: 1 },
  ]);
  expect(done({ kind: "spongeOff", why, evidence: [] })).toMatchObject([{ kind: "drained" }]);
});

test("what is written is what stood at the tick, whatever readings, forecasts and answers arrive between", () => {
  const states = [0.2, 0.4, 1.1].map((kg) => replay([...newTub(kg), meal(kg, 1, 40), meal(kg / 2, 2, 52)]));
  const seenOf: Record<string, number> = {};
  for (let seed = 0; seed < 150; seed += 1) {
    const chance = seeded(`ticks/${seed}`);
    const pick = <T>(values: readonly T[]): T => values[Math.floor(chance() * values.length)]!;
    let typed: VisitTyped = NOTHING_TYPED;
    let state = states[0]!;
    const decided = () => {
      const readings = readingsIn(typed, "metric");
      const expectation = simpleExpectation(state, CLIMATE, TODAY);
      const proposed = decide(expectation, practiceOf(state)!, readings.ok ? readings.value : [], TODAY);
      return {
        expectation,
        decision: withMeal(proposed, mealTicked(proposed, typed, unitsAlone("metric")), TODAY),
      };
    };
    const lines = () => workOf(decided().decision, typed);
    /** What the keeper saw on each ticked line when they last had a hand in it. */
    const stood = new Map<string, string>();
    const shown = (key: string): string => {
      const { step } = lines().find((line) => line.key === key)!;
      const amount = amountOf(step, typed, unitsAlone("metric"));
      return JSON.stringify([
        amount.ok && amount.value?.typed,
        step.amount && (typed.materials[key] ?? step.materialId),
      ]);
    };
    const note = (key: string) => stood.set(key, shown(key));
    for (let n = 0; n < 14; n += 1) {
      const line = pick(lines());
      const what = pick(["squeeze", "smell", "food", "heat", "forecast", "tick", "tick", "untick", "take", "keep", "type", "of"]); // prettier-ignore
      if (what === "squeeze") typed = { ...typed, squeeze: pick(["dust", "noDrop", "fewDrops", "stream"]) };
      if (what === "smell") typed = { ...typed, smell: pick(["earthy", "rotten", "ammonia", "sour"]) };
      if (what === "food")
        typed = { ...typed, foodLeft: { "c1/2": pick(["none", "little", "half", "most"]) } };
      if (what === "heat") typed = { ...typed, temperature: pick(["", "12", "22", "31"]) };
      if (what === "forecast") state = pick(states);
      if (!line) continue;
      const { key } = line;
      if (what === "tick" && !line.isTicked) {
        typed = ticking(typed, [line]);
        note(key);
      }
      if (what === "untick" && line.isTicked) {
        typed = unticking(typed, line);
        stood.delete(key);
      }
      if (line.since) seenOf[line.since.is] = (seenOf[line.since.is] ?? 0) + 1;
      if (what === "keep" && line.since) {
        typed = keepingMine(typed, line);
        expect(lines().find((one) => one.key === key)).not.toHaveProperty("since");
      }
      if (what === "take" && line.since?.is === "another") {
        typed = takingNew(typed, line);
        note(key);
        expect(lines().find((one) => one.key === key)).not.toHaveProperty("since");
      }
      if (what === "type" && line.step.amount) {
        const text = "massKg" in line.step.amount ? pick(["620 g", "1.4 kg"]) : pick(["300 mL", "2 L"]);
        typed = { ...typed, amounts: { ...typed.amounts, [key]: text } };
        if (line.isTicked) note(key);
      }
      if (what === "of" && line.step.kind === "cover") {
        typed = { ...typed, materials: { ...typed.materials, [key]: pick(["leaf-mould", "straw"]) } };
        if (line.isTicked) note(key);
      }
    }
    const { decision, expectation } = decided();
    const outcome = visitFacts({ how: "asTicked", lid: "lifted", readings: [], decision, expectation, typed, units: "metric", containers: [], today: TODAY, visitId: "v1" }); // prettier-ignore
    if (!outcome.ok) throw new Error(outcome.problem.sentence);
    for (const [key, said] of stood) expect([seed, key, shown(key)]).toEqual([seed, key, said]);
    const written = stored(outcome.value).flatMap((one) =>
      one.kind === "fed" || one.kind === "bedded"
        ? one.parts.map((part) => JSON.stringify([part.amount.typed, part.materialId]))
        : one.kind === "watered" || one.kind === "dosed" || (one.kind === "removed" && one.amount)
          ? [JSON.stringify([one.amount!.typed, one.kind === "dosed" ? one.materialId : null])]
          : [],
    );
    // `harvested` and what has no amount say less than their line.
    const wanted = [...stood].flatMap(([key, said]) =>
      /^(feed|addDryBedding|cover|water|grit|scoopOut|takeOutUnripe)\//.test(key) ? [said] : [],
    );
    expect([seed, written.toSorted()]).toEqual([seed, wanted.toSorted()]);
  }
  // A newer sum, and a step that is asked for no more, both came while something was ticked.
  expect(seenOf).toEqual({ another: expect.any(Number) as number, notAsked: expect.any(Number) as number });
});
