import { CLIMATE, entry, kilograms, litres, newTub, setupOf, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import type { BinId, CompartmentId } from "@/vocabulary/fields";
import { binId } from "@/vocabulary/fields";
import type { System } from "@/vocabulary/setup";
import { dryKg, NOTHING } from "../bin/matter";
import { replay } from "../bin/replay";
import { isOutOfUse } from "../bin/state";
import { fedCompartment } from "../bin/system";
import { addDays } from "../calendar/day";
import { seeded } from "../chance/seeded";
import { simpleExpectation } from "../expectation/simpleEngine";
import { effectiveEntries } from "../log/effective";
import { newEnsemble } from "../twin/ensemble/ensemble";
import { dryOf, liveOf } from "../twin/engine/state";
import { passMoments } from "../twin/log/follow";
import { scriptOf } from "../twin/log/script";
import type { Deed, DeedKind } from "./deed";
import { deedsFor } from "./deed";
import type { DeedBin } from "./facts";
import { deedFacts } from "./facts";
import { partsOf } from "./parts";
import { previewed } from "./preview";
import { sayDeedProblem } from "./words";

/* Whatever a keeper does with two bins: nothing is made of nothing, nothing is lost, and what was shown is what is kept. */

const [here, there] = [binId.parse("here"), binId.parse("there")];
const TODAY = addDays(START, 40);
const damp = (kg: number) => [{ materialId: "leaf-mould", amount: kilograms(kg), moisture: 0.7 }];
/** Every part bedded, three meals at the fed end, worms in. */
function logOf(system: System): Entry[] {
  const setup = setupOf(system);
  return [
    ...newTub(0.8, setup),
    ...setup.compartments.map(({ id }, at) => entry({ kind: "bedded", compartment: id, parts: damp(2 + at) }, 5 + 9 * at)), // prettier-ignore
    ...[10, 17, 24].map(
      (on, at) =>
      entry({ kind: "fed", place: at + 1, parts: [{ materialId: "melon-rind", amount: kilograms(0.5), preparation: "whole" }] }, on), // prettier-ignore
    ),
  ];
}
const binOf = (id: BinId, log: readonly Entry[], today = TODAY): DeedBin => {
  const state = replay(log);
  // A forecast knows that a herd grows and the fold does not: for sums that must close both say the same.
  const wormsKg = { low: state.worms.massKg, middle: state.worms.massKg, high: state.worms.massKg };
  return { binId: id, state, expectation: { ...simpleExpectation(state, CLIMATE, today), wormsKg } };
};
/** The deed done: each log with its lines behind it. */
function kept(logs: Map<BinId, Entry[]>, deed: Deed, of: BinId) {
  const bins = [...logs].map(([id, log]) => binOf(id, log));
  const giver = bins.find((one) => one.binId === of)!;
  const facts = deedFacts(deed, giver, TODAY, bins);
  if (!facts.ok) return { facts, giver };
  for (const { binId: id, fact } of facts.value)
    logs.get(id)!.push(entry({ ...(fact as { kind: "turned" }), subject: { kind: "bin", id } }, TODAY));
  return { facts, giver };
}
const dryIn = ({ state, expectation }: DeedBin): number =>
  partsOf(state, expectation, TODAY).reduce((sum, part) => sum + part.dryKg, 0);

const SYSTEMS: readonly System[] = ["tub", "trayStack", "trough", "flowThrough", "stackSwap", "fabricPot"];
/** Nothing leaves the two bins by these, and nothing comes. */
const STAYS: ReadonlySet<DeedKind> = new Set(["moveAlong", "rotate", "loosen", "cover", "addPart", "tip"]);

function randomDeed(bin: DeedBin, other: BinId, chance: () => number): Deed {
  const pick = <T>(values: readonly T[]): T => values[Math.floor(chance() * values.length)]!;
  const setup = bin.state.setup!;
  const compartment = chance() < 0.7 ? { compartment: pick(setup.compartments).id } : {};
  const share = Number((0.1 + 0.9 * chance()).toFixed(2));
  const kind = pick(deedsFor(bin.state, true).filter((one) => one !== "retire" && one !== "useAgain"));
  switch (kind) {
    case "moveAlong":
      return { of: kind, fraction: share };
    case "rotate":
      return { of: kind, order: setup.compartments.map(({ id }) => id).toReversed() };
    case "addPart":
      return { of: kind, position: 1, added: { ...setup.compartments[0]!, id: `new-${Math.floor(1e6 * chance())}` as CompartmentId } }; // prettier-ignore
    case "takeOut":
      return { of: kind, ...compartment, fraction: share, to: pick(["bin", "heap", "store"] as const), toBinId: other, withWorms: chance() < 0.5 }; // prettier-ignore
    case "putIn":
      return { of: kind, ...compartment, what: pick(["overs", "worked", "castings"] as const), amount: { massKg: 2 * share, measuredBy: "weighed" } }; // prettier-ignore
    case "emptyRefill":
      return { of: kind, keepsWorms: chance() < 0.5, to: pick(["bin", "heap"] as const), toBinId: other, bedding: [{ materialId: "leaf-mould", amount: { massKg: 3, measuredBy: "weighed" }, moisture: 0.7 }], meal: [] }; // prettier-ignore
    case "tip":
      return { of: kind, fraction: chance() < 0.4 ? 1 : share, toBinId: other, thenRetired: false };
    case "cover":
      return { of: kind, over: { what: "cloth", isDamp: true } };
    case "water":
      return { of: kind, ...compartment, means: "can", amount: { volumeL: share, measuredBy: "volume" } };
    case "give":
      return { of: kind, ...compartment, materialId: pick(["pumice", "eggshell-crushed", "castings-inoculum"]), amount: { massKg: 0.1 * share, measuredBy: "weighed" } }; // prettier-ignore
    case "rain":
      return { of: kind, fellM: 0.01 };
    case "weigh":
      return { of: kind, grossKg: 9, tareKg: 2 };
    default:
      return { of: kind, topUp: [] };
  }
}

test("over random acts on two bins nothing is lost or made, what was shown is what is kept, whatever order it is typed in", () => {
  for (let seed = 0; seed < 60; seed += 1) {
    const chance = seeded(`deeds/${seed}`);
    const logs = new Map([here, there].map((id, at) => [id, logOf(SYSTEMS[(seed + 2 * at) % SYSTEMS.length]!)])); // prettier-ignore
    for (let n = 0; n < 9; n += 1) {
      const of = chance() < 0.6 ? here : there;
      const before = [...logs].map(([id, log]) => binOf(id, log));
      const deed = randomDeed(
        before.find((one) => one.binId === of)!,
        of === here ? there : here,
        chance,
      );
      const { facts, giver } = kept(logs, deed, of);
      if (!facts.ok) continue;
      const after = [...logs].map(([id, log]) => binOf(id, log));
      const now = after.find((one) => one.binId === of)!;
      const sum = (bins: readonly DeedBin[], of: (bin: DeedBin) => number) =>
        bins.reduce((all, one) => all + of(one), 0);
      const isOver = deed.of === "takeOut" && deed.to === "bin";
      if (STAYS.has(deed.of) || isOver) {
        expect([seed, deed.of, sum(after, dryIn)]).toEqual([seed, deed.of, expect.closeTo(sum(before, dryIn), 1)]); // prettier-ignore
        expect([seed, deed.of, sum(after, ({ state }) => state.worms.massKg)]).toEqual([seed, deed.of, expect.closeTo(sum(before, ({ state }) => state.worms.massKg), 2)]); // prettier-ignore
      }
      for (const { state } of after)
        for (const held of Object.values(state.contents))
          for (const kg of [held.beddingDryKg, held.foodDryKg, held.castingsDryKg]) {
            expect(Number.isFinite(kg)).toBe(true);
            expect(kg).toBeGreaterThanOrEqual(0);
          }
      // What the drawing shows before it is kept.
      const shown = previewed(giver, facts.value, TODAY);
      for (const { id } of now.state.setup!.compartments)
        expect([seed, deed.of, dryKg(shown.state.contents[id] ?? NOTHING)]).toEqual([seed, deed.of, expect.closeTo(dryKg(now.state.contents[id] ?? NOTHING), 6)]); // prettier-ignore
      expect(shown.state.setup).toEqual(now.state.setup);
    }
    for (const log of logs.values())
      expect(replay([...log].sort(() => chance() - 0.5))).toEqual(replay(effectiveEntries(log)));
  }
});

test("fold and model agree on what stands where after acts of one day", () => {
  for (let seed = 0; seed < 40; seed += 1) {
    const chance = seeded(`stands/${seed}`);
    const system = SYSTEMS[seed % SYSTEMS.length]!;
    const setup = setupOf(system);
    const log: Entry[] = [
      entry({ kind: "altered", changes: setup }, TODAY),
      ...setup.compartments.map(({ id }, at) => entry({ kind: "bedded", compartment: id, parts: damp(3 + 2 * at) }, TODAY)), // prettier-ignore
      entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.6) }] }, TODAY),
    ];
    const logs = new Map<BinId, Entry[]>([[here, log], [there, logOf("tub")]]); // prettier-ignore
    for (let n = 0; n < 6; n += 1) kept(logs, randomDeed(binOf(here, log), there, chance), here);
    const script = scriptOf(effectiveEntries(log), { "room-1": CLIMATE })!;
    const ensemble = newEnsemble({ ...script, size: 1, seed: 1 });
    for (const moment of script.days) passMoments(ensemble, [moment], false);
    const state = replay(effectiveEntries(log));
    expect(ensemble.bin.compartments.map(({ id }) => id)).toEqual(state.setup!.compartments.map(({ id }) => id)); // prettier-ignore
    const stones = Object.values(state.minerals ?? {}).reduce((sum, kg) => sum + kg, 0);
    const model = ensemble.views.map((one) => dryOf(one[0]!) / 1000);
    const fold = state.setup!.compartments.map(({ id }) => dryKg(state.contents[id] ?? NOTHING));
    model.forEach((kg, at) =>
      expect([seed, at, Math.abs(kg - fold[at]!) < 0.02 + 0.03 * fold[at]! + stones]).toEqual([
        seed,
        at,
        true,
      ]),
    );
    if (setup.compartments.length > 1) continue;
    const worms = ensemble.views.reduce((sum, one) => sum + liveOf(one[0]!), 0) / 1000;
    expect([seed, Math.abs(worms - state.worms.massKg) < 0.06]).toEqual([seed, true]);
  }
});

test("a wedge moved along a whole part: each band is where the next was, with its age, and the fed end is free", () => {
  const log = logOf("trough");
  const before = binOf(here, log);
  const logs = new Map([[here, log]]);
  expect(kept(logs, { of: "moveAlong", fraction: 1 }, here).facts.ok).toBe(true);
  const after = binOf(here, log);
  const [fed, middle, finished] = partsOf(after.state, after.expectation, TODAY);
  const was = partsOf(before.state, before.expectation, TODAY);
  expect(fed!.dryKg).toBeCloseTo(0, 9);
  expect([middle!.dryKg, middle!.ageDays]).toEqual([expect.closeTo(was[0]!.dryKg, 9), expect.closeTo(was[0]!.ageDays!, 9)]); // prettier-ignore
  expect(finished!.dryKg).toBeCloseTo(was[1]!.dryKg + was[2]!.dryKg, 9);
  // The meals went with their part.
  expect(Object.values(after.state.places).map(({ compartmentId }) => compartmentId)).toEqual(["c2", "c2", "c2"]); // prettier-ignore
});

test("what does not fit is said with the nearest that does; an old log with it stays as it is", () => {
  const at = (system: System, deed: Deed, log = logOf(system)) => {
    const bins = [binOf(here, log), binOf(there, logOf("tub"))];
    const facts = deedFacts(deed, bins[0]!, TODAY, bins);
    return facts.ok ? "kept" : sayDeedProblem(facts.problem, "metric", TODAY);
  };
  const emptied = [...logOf("tub"), entry({ kind: "emptied" }, addDays(TODAY, -2))];
  const tray = setupOf("trayStack").compartments[0]!;
  expect({
    alongTooFar: at("trough", { of: "moveAlong", byM: 3 }),
    alongInATub: at("tub", { of: "moveAlong", fraction: 1 }),
    rotatedTub: at("tub", { of: "rotate", order: ["c1" as CompartmentId] }),
    rotatedColumn: at("flowThrough", { of: "rotate", order: ["c2", "c1"] as CompartmentId[] }),
    sameOrder: at("trayStack", { of: "rotate", order: ["c1", "c2", "c3"] as CompartmentId[] }),
    intoItself: at("tub", { of: "tip", fraction: 1, toBinId: here, thenRetired: false }),
    emptiedTwice: at("tub", { of: "emptyRefill", keepsWorms: true, to: "heap", bedding: [], meal: [] }, emptied), // prettier-ignore
    tippedEmpty: at("tub", { of: "tip", fraction: 1, toBinId: there, thenRetired: false }, emptied),
    towerOfTrays: at("trayStack", { of: "addPart", position: 3, added: { ...tray, id: "c9" as CompartmentId, heightM: 1.2 } }), // prettier-ignore
    skimmedTooDeep: at("tub", { of: "takeOut", from: "top", depthM: 2, to: "heap", withWorms: false }),
    tooMuchOut: at("tub", { of: "takeOut", amount: { massKg: 90, measuredBy: "weighed" }, to: "heap", withWorms: false }), // prettier-ignore
    nothing: at("tub", { of: "takeOut", fraction: 0, to: "heap", withWorms: false }),
    retiredFull: at("tub", { of: "retire" }),
    retiredEmpty: at("tub", { of: "retire" }, emptied),
    drainedBreeder: at("breederTub", { of: "drain" }),
  }).toEqual({
    alongTooFar: expect.stringMatching(/more than is there. At most: 40 cm/) as unknown,
    alongInATub: expect.stringContaining("one part only") as unknown,
    rotatedTub: expect.stringContaining("one piece") as unknown,
    rotatedColumn: expect.stringContaining("one piece") as unknown,
    sameOrder: expect.stringContaining("already") as unknown,
    intoItself: expect.stringContaining("same bin") as unknown,
    emptiedTwice: expect.stringMatching(/emptied 2 days ago.*bedding/) as unknown,
    tippedEmpty: expect.stringMatching(/emptied 2 days ago/) as unknown,
    towerOfTrays: expect.stringMatching(/tips over. 95 cm more/) as unknown,
    skimmedTooDeep: expect.stringMatching(/At most: \d+ cm/) as unknown,
    tooMuchOut: expect.stringMatching(/At most: about [\d.]+ kg/) as unknown,
    nothing: expect.stringContaining("Nothing would change") as unknown,
    retiredFull: expect.stringMatching(/lie in it still/) as unknown,
    retiredEmpty: "kept",
    drainedBreeder: expect.stringContaining("no drain") as unknown,
  });
  const odd = [...logOf("tub"), entry({ kind: "advanced", fraction: 1 }, TODAY), entry({ kind: "rotated", order: ["c7"] }, TODAY), entry({ kind: "emptied" }, TODAY), entry({ kind: "emptied" }, TODAY)]; // prettier-ignore
  expect(replay(odd).contents).toEqual({});
  expect(replay(odd).emptiedOn).toBe(TODAY);
});

test("an emptied pot refilled in one act has its worms, its bedding and its meal; stones come out again", () => {
  const log = logOf("fabricPot");
  const worms = replay(log).worms.massKg;
  const logs = new Map([[here, log]]);
  const bedding = [{ materialId: "leaf-mould" as never, amount: { massKg: 6, measuredBy: "weighed" as const }, moisture: 0.7 }]; // prettier-ignore
  const meal = [{ materialId: "melon-rind" as never, amount: { massKg: 0.3, measuredBy: "weighed" as const }, preparation: "grated" as const }]; // prettier-ignore
  const { facts } = kept(logs, { of: "emptyRefill", keepsWorms: true, to: "store", bedding, meal, drained: { volumeL: 0.4, measuredBy: "volume" } }, here); // prettier-ignore
  expect(facts.ok && facts.value.map(({ fact }) => fact.kind)).toEqual(["drained", "emptied", "bedded", "fed"]); // prettier-ignore
  const state = replay(log);
  expect(state.worms.massKg).toBeCloseTo(worms, 9);
  expect(state.emptiedOn).toBeUndefined();
  expect(state.contents[fedCompartment(state.setup!).id]).toMatchObject({
    beddingDryKg: expect.closeTo(1.8, 6) as unknown,
    castingsDryKg: 0,
    ageDays: 0,
  });
  kept(logs, { of: "give", materialId: "pumice", amount: { massKg: 0.8, measuredBy: "weighed" } }, here);
  kept(logs, { of: "sieve", amount: { massKg: 0.5, measuredBy: "weighed" } }, here);
  expect(replay(log).minerals).toEqual({ pumice: expect.closeTo(0.3, 9) as unknown });
  expect(replay([entry({ kind: "watered", amount: litres(1) })]).minerals).toBeUndefined();
});

test("what is put into a bin out of use is in a bin in use: nothing lies where no one looks", () => {
  const retired = () => [
    ...logOf("tub"),
    entry({ kind: "tipped", fraction: 1 }, addDays(TODAY, -5)),
    entry({ kind: "altered", changes: { retired: true } }, addDays(TODAY, -5)),
  ];
  expect(isOutOfUse(replay(retired()))).toBe(true);
  const logs = new Map<BinId, Entry[]>([[here, logOf("tub")], [there, retired()]]); // prettier-ignore
  expect(kept(logs, { of: "tip", fraction: 0.5, toBinId: there, thenRetired: false }, here).facts.ok).toBe(true); // prettier-ignore
  const after = replay(logs.get(there)!);
  expect([isOutOfUse(after), after.setup?.retired]).toEqual([false, undefined]);
  const stocked = [...retired(), entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.2) }] }, TODAY)]; // prettier-ignore
  expect(isOutOfUse(replay(stocked))).toBe(false);
});

test("what moves on takes its water along: nothing grows lighter by being moved, shown as a whole and by parts", () => {
  for (const system of ["trough", "flowThrough"] as const)
    for (const fraction of [0.2, 0.5, 1]) {
      const bin = binOf(here, logOf(system));
      const after = previewed(bin, [{ binId: here, fact: { kind: "advanced", fraction } }], TODAY);
      const wetKg = (one: Pick<DeedBin, "state" | "expectation">) =>
        partsOf(one.state, one.expectation, TODAY).reduce((sum, part) => sum + part.wetKg, 0);
      expect(wetKg(after)).toBeCloseTo(wetKg(bin), 3);
    }
});
