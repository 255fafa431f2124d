import fc from "fast-check";
import { CLIMATE, entry, kilograms, litres, look, newTub, setupOf, START } from "../../../tests/log";
import { replay } from "../bin/replay";
import { fedCompartment, volumeOfL } from "../bin/system";
import { addDays } from "../calendar/day";
import { decide } from "../decision/decide";
import { simpleExpectation } from "../expectation/simpleEngine";
import { MOIST_KG_PER_L, SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { DRY_BEDDING } from "../practice/dryBedding";
import { practiceOf, seenIn, targetMoisture } from "../practice/practice";
import { dueDay } from "../round/due";
import { rescuePlan } from "./rescue";
import { rescueSoFar } from "./soFar";
import { sayRescueSoFar } from "./words";

const TODAY = addDays(START, 60);
const bed = (drainage: "none" | "poor" | "sump" | "free", moisture: number, freeL: number, massKg = 30) => {
  const state = replay([
    ...newTub(0.5, setupOf("tub", { drainage })),
    look([{ of: "squeeze", squeeze: "manyDrops" }], 40),
  ]);
  const practice = practiceOf(state)!;
  const expectation = {
    ...simpleExpectation(state, CLIMATE, TODAY),
    moisture: { low: moisture - 0.01, middle: moisture, high: moisture + 0.01 },
    fedMassKg: { low: massKg, middle: massKg, high: massKg },
    freeL,
  };
  const seen = seenIn([{ of: "moisture", moisture }], "c1");
  return { practice, expectation, seen, answer: rescuePlan(expectation, practice, seen, TODAY) };
};

test("what is proposed reaches its target by its own sums, fits the bin each day and leaves a bed; all else is refused", () => {
  fc.assert(
    fc.property(
      fc.constantFrom("none", "poor", "sump", "free"),
      fc.double({ min: 0.6, max: 0.95, noNaN: true }),
      fc.double({ min: 0, max: 25, noNaN: true }),
      fc.double({ min: 2, max: 120, noNaN: true }),
      (drainage, moisture, freeL, massKg) => {
        const { practice, answer } = bed(drainage, moisture, freeL, massKg);
        const { high } = targetMoisture(practice);
        if (!answer.ok) return;
        const { stages, outL, balance, targetMoisture: wanted } = answer.value;
        expect(wanted).toBe(high);
        let room = freeL;
        let kg = Math.min(massKg, volumeOfL(fedCompartment(practice.setup)) * MOIST_KG_PER_L);
        let wet = moisture;
        for (const stage of stages) {
          room +=
            stage.takeOutL - (stage.dryBeddingKg * (1 - DRY_BEDDING.moisture)) / SETTLED_DRY_KG_PER_L.bedding;
          // Less than half a litre is not taken out for: it is pressed down.
          expect(room).toBeGreaterThan(-0.5 * stages.length);
          const left = kg - stage.takeOutL * MOIST_KG_PER_L;
          wet = (left * wet + stage.dryBeddingKg * DRY_BEDDING.moisture) / (left + stage.dryBeddingKg);
          kg = left + stage.dryBeddingKg;
          expect(stage.moistureAfter).toBeCloseTo(wet, 9);
        }
        expect(wet).toBeLessThanOrEqual(high + 0.005);
        expect(outL).toBeLessThanOrEqual(0.6 * balance.bedL);
        expect(drainage).not.toBe("free");
      },
    ),
    { numRuns: 200 },
  );
});

test("each refusal has its reason: sound, soaked up by card alone, draining by itself, beyond rescue", () => {
  const codeOf = (...of: Parameters<typeof bed>) => {
    const { answer } = bed(...of);
    return answer.ok ? "plan" : answer.problem.code;
  };
  expect(codeOf("none", 0.74, 2)).toBe("rescue/not-wet");
  expect(codeOf("none", 0.86, 200)).toBe("rescue/soaks-up");
  expect(codeOf("free", 0.9, 2)).toBe("rescue/drains");
  expect(codeOf("none", 0.97, 0)).toBe("rescue/out-of-reach");
  expect(codeOf("none", 0.89, 2)).toBe("plan");
});

test("the first stage is what the visit of that day asks for", () => {
  const { practice, expectation, answer } = bed("none", 0.89, 2);
  const visit = decide(expectation, practice, [{ of: "moisture", moisture: 0.89 }], TODAY);
  const out = visit.steps.find(({ kind }) => kind === "takeOutUnripe")?.amount as { volumeL: number };
  const card = visit.steps.find(({ kind }) => kind === "addDryBedding")?.amount as { massKg: number };
  const first = answer.ok ? answer.value.stages[0]! : undefined;
  expect(first?.takeOutL).toBeCloseTo(out.volumeL, 6);
  expect(first?.dryBeddingKg).toBeCloseTo(card.massKg, 6);
});

test("a rescue is due every second day, later once it is right, and over when it is right on two looks in a row", () => {
  const begun = [
    ...newTub(0.5, setupOf("tub", { drainage: "none" })),
    look([{ of: "squeeze", squeeze: "stream" }], 40, { nextDay: addDays(START, 60) }),
    entry({ kind: "rescue", is: "begun" }, 40),
    entry({ kind: "rescue", is: "begun" }, 41),
  ];
  const at = (...more: (readonly [number, "stream" | "manyDrops" | "fewDrops"])[]) =>
    replay([...begun, ...more.map(([day, squeeze]) => look([{ of: "squeeze", squeeze }], day))]);
  expect(at().rescue).toEqual({ since: addDays(START, 40), rightOn: [], lookOn: addDays(START, 42) });
  expect(dueDay(at(), addDays(START, 41))).toBe(addDays(START, 42));
  expect(at([42, "fewDrops"]).rescue).toMatchObject({
    rightOn: [addDays(START, 42)],
    lookOn: addDays(START, 46),
  });
  // Wet again in between: it begins to count anew.
  expect(at([42, "fewDrops"], [46, "manyDrops"]).rescue).toMatchObject({
    rightOn: [],
    lookOn: addDays(START, 48),
  });
  expect(at([42, "fewDrops"], [46, "manyDrops"], [48, "fewDrops"]).rescue?.rightOn).toHaveLength(1);
  expect(at([42, "fewDrops"], [46, "fewDrops"]).rescue).toBeUndefined();
  // Two looks of one day are one.
  expect(at([42, "fewDrops"], [42, "fewDrops"]).rescue?.rightOn).toHaveLength(1);
  expect(replay([...begun, entry({ kind: "rescue", is: "left" }, 43)]).rescue).toBeUndefined();
});

test("while a rescue goes on a visit never comes back later than the rescue's own day", () => {
  const state = replay([
    ...newTub(0.5, setupOf("tub", { drainage: "none" })),
    entry({ kind: "rescue", is: "begun" }, 50),
  ]);
  const on = addDays(START, 50);
  for (const squeeze of ["noDrop", "fewDrops", "manyDrops", "stream"] as const) {
    const decision = decide(
      simpleExpectation(state, CLIMATE, on),
      practiceOf(state)!,
      [{ of: "squeeze", squeeze }],
      on,
    );
    expect(decision.nextDay <= addDays(on, 4)).toBe(true);
  }
});

test("a rescue is held against what was done since: bed out, dry bedding in, liquid off; damp bedding and what was before do not count", () => {
  const bedded = (kg: number, on: number, moisture?: number) =>
    entry(
      {
        kind: "bedded",
        parts: [{ materialId: "cardboard-corrugated", amount: kilograms(kg), ...(moisture === undefined ? {} : { moisture }) }],
      },
      on,
    ); // prettier-ignore
  const log = [
    bedded(5, 50),
    entry({ kind: "removed", what: "contents", amount: litres(9) }, 50),
    entry({ kind: "rescue", is: "begun" }, 56),
    entry({ kind: "removed", what: "contents", amount: litres(4) }, 56),
    entry({ kind: "removed", what: "contents", amount: kilograms(2 * MOIST_KG_PER_L) }, 58),
    entry({ kind: "removed", what: "food" }, 58),
    bedded(0.8, 56),
    bedded(3, 58, 0.75),
    entry({ kind: "drained", amount: litres(1.5) }, 58),
  ];
  const done = rescueSoFar(log, addDays(START, 56));
  expect(done.outL).toBeCloseTo(6, 9);
  expect(done).toMatchObject({ beddingKg: 0.8, liquidL: 1.5 });
  const { answer } = bed("none", 0.88, 2);
  const plan = answer.ok ? answer.value : undefined;
  expect(sayRescueSoFar(done, plan, "metric")).toMatch(/^So far: 6(\.0)? L of the bed .* Still to do/);
  expect(sayRescueSoFar({ outL: 0, beddingKg: 0, liquidL: 0 }, undefined, "metric")).toBe("So far nothing of it was noted as done."); // prettier-ignore
});

test("the plan before the squeeze is kept is the plan after it: the button that begins a rescue does not change it", () => {
  for (const kg of [10, 14, 18, 22, 26]) {
    const log = [
      ...newTub(0.5, setupOf("tub", { drainage: "none" })),
      entry(
        { kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(kg), moisture: 0.8 }] },
        5,
      ),
    ];
    const plan = (kept: boolean) => {
      const squeeze = { of: "squeeze", squeeze: "stream" } as const;
      const state = replay(kept ? [...log, look([squeeze], 60)] : log);
      const seen = seenIn([squeeze], "c1");
      return rescuePlan(simpleExpectation(state, CLIMATE, TODAY), practiceOf(state)!, seen, TODAY);
    };
    const [before, after] = [plan(false), plan(true)];
    expect(before.ok).toBe(true);
    if (!before.ok || !after.ok) throw new Error("begun, it is refused");
    expect(after.value.outL).toBeCloseTo(before.value.outL, 6);
    expect(after.value.beddingKg).toBeCloseTo(before.value.beddingKg, 6);
    expect(after.value.balance.excessL).toBeCloseTo(before.value.balance.excessL, 6);
  }
});
