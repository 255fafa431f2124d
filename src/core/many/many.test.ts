import fc from "fast-check";
import { BIN_ROW, CLIMATE, entry, meal, newTub, setupOf, START } from "../../../tests/log";
import { entrySchema } from "@/records/entry";
import type { Entry } from "@/records/entry";
import { binSchema } from "@/records/bin";
import type { System } from "@/vocabulary/setup";
import type { BinId } from "@/vocabulary/fields";
import { codeOf, labelText, readCode } from "../bin/code";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { decide } from "../decision/decide";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { roundLines } from "../round/lines";
import type { BinToday, Task, TaskKind } from "../round/round";
import type { ManyHow } from "./many";
import {
  groupsOf,
  hasAmount,
  MANY_DEEDS,
  manyCaution,
  manyFacts,
  proposedAmount,
  shared,
  takenOutLines,
  warmthFacts,
} from "./many";
import { sayManyProblem } from "./words";

const TODAY = addDays(START, 40);
const binOf = (id: string, log: readonly Entry[], group?: string): BinToday => {
  const state = replay(log);
  const expectation = simpleExpectation(state, CLIMATE, TODAY);
  const practice = practiceOf(state);
  return {
    bin: binSchema.parse({ ...BIN_ROW, id, name: id, ...(group === undefined ? {} : { group }) }),
    state,
    expectation,
    decision: practice
      ? decide(expectation, practice, [], TODAY)
      : { verdict: "leave", steps: [], nextDay: TODAY, cautions: [] },
  };
};
const tub = (wormsKg: number, system: System = "tub") => [
  ...newTub(wormsKg, setupOf(system)),
  meal(0.1, 1, 20),
];
const HOW: ManyHow = { materialId: "mixed-kitchen-scraps", preparation: "chopped", isCover: false, means: "can", cover: "vented", nextDay: addDays(TODAY, 7) }; // prettier-ignore
const kg = (massKg: number) => ({ massKg, measuredBy: "weighed" as const });

test("an amount for all is shared out to the gram: by worms where it is food, by ground else, none twice", () => {
  const bins = [0.2, 0.5, 0.9].map((wormsKg, at) => binOf(`b${at}`, tub(wormsKg, at === 2 ? "bath" : "tub")));
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 90_000 }), fc.constantFrom(...MANY_DEEDS), (grams, of) => {
      const parts = [...shared(grams / 1000, of, bins).values()];
      expect(parts.reduce((sum, part) => sum + Math.round(part * 1000), 0)).toBe(grams);
      for (const part of parts) expect(part).toBeGreaterThanOrEqual(0);
    }),
  );
  const food = [...shared(10, "feed", bins).values()];
  const water = [...shared(10, "water", bins).values()];
  expect(food[1]! / food[0]!).toBeCloseTo(bins[1]!.expectation.wormsKg.middle / bins[0]!.expectation.wormsKg.middle, 2); // prettier-ignore
  expect(water[0]).toBeCloseTo(water[1]!, 2);
  expect([...shared(3, "feed", [binOf("empty", newTub(0))]).values()]).toEqual([0]);
});

test("every deed over many writes entries the log takes, at the fed part; a bin it does not suit is left out and says why", () => {
  const bins = (["tub", "trough", "trayStack", "fabricPot"] as const).map((system) => binOf(system, tub(0.5, system))); // prettier-ignore
  for (const of of MANY_DEEDS.filter((deed) => deed !== "warmth" && deed !== "takeOut"))
    for (const one of bins) {
      const how = of === "bed" ? { ...HOW, materialId: "leaf-mould", moisture: 0.7 } : of === "give" ? { ...HOW, materialId: "eggshell-crushed" } : HOW; // prettier-ignore
      const facts = manyFacts(of, how, one, hasAmount(of) ? kg(0.2) : undefined);
      if (!facts.ok) {
        expect([of, facts.problem.code]).toEqual(["drain", "many/no-drain"]);
        continue;
      }
      for (const fact of facts.value) expect(entrySchema.safeParse(entry(fact, TODAY)).success).toBe(true);
    }
  const said = (of: (typeof MANY_DEEDS)[number], one: BinToday | undefined, amount = kg(0.2)) => {
    const facts = manyFacts(of, HOW, one, amount);
    return facts.ok ? "" : sayManyProblem(facts.problem, "metric");
  };
  expect(said("feed", undefined)).toMatch(/no longer there/);
  expect(said("feed", binOf("e", [...tub(0.5), entry({ kind: "emptied" }, 30)]))).toMatch(
    /waits for bedding/,
  );
  expect(said("bed", binOf("e", [...tub(0.5), entry({ kind: "emptied" }, 30)]))).toBe("");
  expect(said("feed", binOf("n", newTub(0)))).toMatch(/no worms/);
  expect(said("feed", bins[0], kg(60))).toMatch(/more than it can live with/);
  expect(said("water", bins[0], kg(0))).toMatch(/gets none/);
  expect(said("drain", binOf("d", newTub(0.5, setupOf("tub", { drainage: "none" }))))).toMatch(/no drain/);
});

test("what is taken out of many comes to one of them as it was given: nothing lost, nothing twice, none into itself", () => {
  const bins = ["b1", "b2", "b3", "b4"].map((id) => binOf(id, tub(0.5)));
  const empty = binOf("e", [...tub(0.5), entry({ kind: "emptied" }, 30)]);
  fc.assert(
    fc.property(
      fc.integer({ min: 50, max: 3000 }),
      fc.boolean(),
      fc.subarray(bins, { minLength: 1 }),
      (grams, withWorms, chosen) => {
        const taken = { to: "bin", toBinId: "b4" as BinId, withWorms } as const;
        const lines = chosen.flatMap((one) => {
          const found = takenOutLines(taken, one, kg(grams / 1000), bins, TODAY);
          if (one.bin.id !== "b4") return found.ok ? found.value : [];
          expect(!found.ok && sayManyProblem(found.problem, "metric")).toBe("is the bin it all goes into");
          return [];
        });
        const out = lines.filter(({ fact }) => fact.kind === "removed");
        const into = lines.filter(({ fact }) => fact.kind === "received");
        expect(out.map(({ binId }) => binId)).toEqual(
          chosen.map(({ bin }) => bin.id).filter((id) => id !== "b4"),
        );
        expect(into.map(({ binId, fact }) => [binId, fact.kind === "received" && fact.fromBinId])).toEqual(out.map(({ binId }) => ["b4", binId])); // prettier-ignore
        for (const { fact } of lines) {
          expect("amount" in fact && fact.amount).toEqual(kg(grams / 1000));
          expect(entrySchema.safeParse(entry(fact, TODAY)).success).toBe(true);
        }
      },
    ),
    { numRuns: 40 },
  );
  const said = (one: BinToday | undefined, amount: ReturnType<typeof kg> | undefined, toBinId?: string) => {
    const found = takenOutLines({ to: toBinId === undefined ? "heap" : "bin", toBinId: toBinId as BinId, withWorms: false }, one, amount, bins, TODAY); // prettier-ignore
    return found.ok ? found.value.length : sayManyProblem(found.problem, "metric");
  };
  expect(said(bins[0], kg(1))).toBe(1);
  expect(said(bins[0], kg(1), "gone")).toMatch(/waits for the bin/);
  expect(said(bins[0], kg(900))).toMatch(/does not hold so much/);
  expect(said(bins[0], undefined)).toMatch(/gets none/);
  expect(said(empty, kg(1))).toMatch(/waits for bedding/);
  expect(said(undefined, kg(1))).toMatch(/no longer there/);
});

test("what is proposed for each is what its own decision says, and goes where that says", () => {
  const one = binOf("q", tub(0.5));
  const step = one.decision.steps.find(({ kind }) => kind === "feed");
  expect(proposedAmount("feed", one)).toEqual(step?.amount);
  expect(proposedAmount("loosen", one)).toBeUndefined();
  // The keeper's own judgement is taken, and what the bin's decision says against it stands beside it.
  const advisedKg = step?.amount && "massKg" in step.amount ? step.amount.massKg : 0;
  expect(advisedKg).toBeGreaterThan(0);
  const against = (amountKg: number, bin = one) => manyCaution("feed", bin, kg(amountKg))?.code;
  expect([against(advisedKg), against(1.4 * advisedKg), against(2 * advisedKg)]).toEqual([undefined, undefined, "many/above-proposed"]); // prettier-ignore
  const sour = { ...one, decision: { ...one.decision, steps: [] } };
  expect(against(0.01, sour)).toBe("many/no-meal-advised");
  const facts = manyFacts("feed", HOW, one, kg(0.2));
  expect(facts.ok && facts.value[0]).toMatchObject({ kind: "fed", place: step?.place ?? 2 });
});

test("over random rounds no task is lost or said twice; what cannot wait is never folded, and stands first", () => {
  const rooms = ["r1", "r2"].map((id) => ({ id, name: id })) as never;
  const bins = Array.from({ length: 60 }, (_, at) =>
    binOf(`b${at}`, newTub(0.4, setupOf(at % 3 === 0 ? "breederTub" : "tub", { roomId: `r${(at % 2) + 1}` as never })), at % 5 === 0 ? "row A" : undefined),
  ); // prettier-ignore
  expect(groupsOf(bins).get("row A")).toHaveLength(12);
  const kinds: readonly TaskKind[] = ["feed", "feed", "feed", "water", "look", "act", "count"];
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(59), fc.nat(6)), { maxLength: 60 }), (picks) => {
      const tasks = [...new Map(picks.map(([bin, kind]) => [bin, kind]))].map(
        ([bin, kind]): Task => ({ binId: bins[bin]!.bin.id, kind: kinds[kind]!, decision: bins[bin]!.decision, overdueDays: 0, minutes: 1 }),
      ); // prettier-ignore
      const lines = roundLines(tasks, bins, rooms).flatMap((section) => section.lines);
      const said = lines.flatMap((line) => (line.of === "one" ? [line.task] : line.tasks));
      expect(said.map(({ binId }) => binId).toSorted()).toEqual(tasks.map(({ binId }) => binId).toSorted());
      for (const line of lines) if (line.of === "several") expect(["act", "count"]).not.toContain(line.kind);
      if (tasks.length > 12) {
        const urgent = lines.map((line) => line.of === "one" && ["act", "count"].includes(line.task.kind));
        expect(urgent.lastIndexOf(true)).toBeLessThan(
          urgent.includes(false) ? urgent.indexOf(false) : Infinity,
        );
      }
    }),
    { numRuns: 60 },
  );
});

test("a label's code is the same on every device, is read as it is written, and tells a thousand bins apart", () => {
  const codes = Array.from({ length: 1000 }, (_, at) => codeOf(`bin-${at}`));
  expect(new Set(codes).size).toBe(1000);
  for (const code of codes.slice(0, 50)) expect(readCode(` ${code.slice(0, 2).toLowerCase()}-${code.slice(2)} `)).toBe(code); // prettier-ignore
  for (const text of ["", "ABC", "Quince", "O0O0O", "ABCDEF"]) expect(readCode(text)).toBeUndefined();
  expect(labelText("ABCDE", undefined)).toBe("ABCDE");
  expect(labelText("ABCDE", "http://shelf.local:3000/")).toBe("http://shelf.local:3000/bin?code=ABCDE");
});

test("a thermometer's figure is of the fed bed; none, one of no bed, and a bin out of use are left out", () => {
  const one = binOf("b1", tub(0.5, "trayStack"));
  expect(warmthFacts(one, 21.5)).toMatchObject({
    ok: true,
    value: [
      {
        kind: "looked",
        lid: "closed",
        readings: [{ of: "temperature", temperatureC: 21.5, compartment: "c3" }],
      },
    ],
  });
  const code = (of: BinToday | undefined, at: number | undefined) => {
    const answer = warmthFacts(of, at);
    return answer.ok ? "ok" : answer.problem.code;
  };
  expect(code(one, undefined)).toBe("many/no-amount");
  // 76 °F written where °C are meant.
  expect(code(one, 76)).toBe("many/no-bed-so-warm");
  expect(code(undefined, 20)).toBe("many/gone");
  expect(code(binOf("b2", [...tub(0.5), entry({ kind: "altered", changes: { retired: true } }, 30)]), 20)).toBe("many/out-of-use"); // prettier-ignore
});
