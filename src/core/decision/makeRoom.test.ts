import { CLIMATE, entry, kilograms, meal, newTub, setupOf, START } from "../../../tests/log";
import type { System } from "@/vocabulary/setup";
import { coverLeftL } from "../bin/cover";
import { replay } from "../bin/replay";
import { setupAfter } from "../bin/setupAfter";
import { fedCompartment, harvestCompartment, volumeOfL } from "../bin/system";
import { addDays } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";
import { simpleExpectation } from "../expectation/simpleEngine";
import { practiceOf } from "../practice/practice";
import { makeRoom } from "./makeRoom";

const TODAY = addDays(START, 120);
function roomOf(
  system: System,
  filled: number,
  ripeness: number,
  meals = 3,
  compartments = setupOf(system).compartments,
) {
  const log = [
    ...newTub(0.5, setupOf(system, { compartments })),
    ...Array.from({ length: meals }, (_, n) => meal(0.1, 1, 30 + 7 * n)),
  ];
  const state = replay(log);
  const practice = practiceOf(state)!;
  const base = simpleExpectation(state, CLIMATE, TODAY);
  const expectation: Expectation = {
    ...base,
    freeL: (1 - filled) * volumeOfL(fedCompartment(practice.setup)),
    ripeness: { low: ripeness, middle: ripeness, high: ripeness },
    contents: Object.fromEntries(
      practice.setup.compartments.map(({ id }) => [
        id,
        { beddingDryKg: 1, foodDryKg: 0.1, castingsDryKg: 2 },
      ]),
    ),
  };
  return { ...makeRoom(expectation, practice), practice, expectation, freeBefore: expectation.freeL };
}

test("a bin with room is left as it is, whatever it holds", () => {
  for (const system of ["tub", "trayStack", "trough", "flowThrough", "bath"] as const)
    expect(roomOf(system, 0.6, 0.9).steps).toEqual([]);
});

test.each(["trayStack", "stackSwap"] as const)(
  "a full %s gets its next storey, bedded and under a name of its own, until it has all of them",
  (system) => {
    const all = setupOf(system);
    for (let storeys = 1; storeys <= all.compartments.length; storeys += 1) {
      const { steps, isAll } = roomOf(system, 0.95, 0.6, 3, all.compartments.slice(0, storeys));
      if (storeys === all.compartments.length) {
        expect(steps.map(({ kind }) => kind)).not.toContain("addTray");
        continue;
      }
      expect(isAll).toBe(true);
      const [tray, bed] = steps;
      expect([tray?.kind, bed?.kind]).toEqual(["addTray", "addDryBedding"]);
      expect(bed?.compartmentId).toBe(tray?.added?.id);
      const setup = setupAfter(
        { ...all, compartments: all.compartments.slice(0, storeys) },
        entry({ kind: "added", added: tray!.added!, position: tray!.position! }, 120),
      )!;
      expect(new Set(setup.compartments.map(({ id }) => id)).size).toBe(storeys + 1);
      expect(fedCompartment(setup).id).toBe(tray?.added?.id);
      expect(roomOf(system, 0.6, 0.9, 3, all.compartments.slice(0, storeys)).steps).toEqual([]);
    }
  },
);

test.each([
  ["trough", 0.3, "room/move-along"],
  ["flowThrough", 0.15, "room/comes-down"],
] as const)(
  "a %s makes room at its fed end by moving on, and lifts from its far end first where that is full",
  (system, share, code) => {
    const moved = roomOf(system, 0.95, 0.6);
    expect(moved.steps).toMatchObject([{ kind: "moveAlong", share, why: { code } }]);
    // Not dug out at the top, whatever is ripe there.
    expect(roomOf(system, 0.95, 0.1).steps.map(({ kind }) => kind)).toEqual(["moveAlong"]);
    expect(moved.freeL).toBeGreaterThan(moved.freeBefore);
    const far = harvestCompartment(moved.practice.setup);
    const full = (ripeness: number) =>
      makeRoom(
        {
          ...moved.expectation,
          ripeness: { low: ripeness, middle: ripeness, high: ripeness },
          contents: { [far.id]: { beddingDryKg: 0, foodDryKg: 0, castingsDryKg: 0.19 * volumeOfL(far) } },
        },
        moved.practice,
      ).steps.map(({ kind, compartmentId }) => [kind, compartmentId]);
    expect(full(0.7)).toEqual([
      ["harvest", far.id],
      ["moveAlong", undefined],
    ]);
    expect(full(0.1)).toEqual([
      ["takeOutUnripe", far.id],
      ["moveAlong", undefined],
    ]);
  },
);

test("new bedding settles by itself: nothing is lifted out before they have begun on it", () => {
  expect(roomOf("tub", 0.99, 0.05, 0).steps).toEqual([]);
});

test("a full bin gives ripe castings from where they lie, an unripe one gives to another bin; both gain room", () => {
  for (const system of ["tub", "bath", "fabricPot"] as const) {
    const ripe = roomOf(system, 0.95, 0.6);
    expect(ripe.steps.map(({ kind }) => kind)).toEqual(["harvest"]);
    expect(ripe.steps[0]!.compartmentId).toBe(harvestCompartment(ripe.practice.setup).id);
    const unripe = roomOf(system, 0.95, 0.2);
    expect(unripe.steps.map(({ kind }) => kind)).toEqual(["takeOutUnripe"]);
    for (const room of [ripe, unripe]) {
      expect(room.freeL).toBeGreaterThan(room.freeBefore);
      expect(room.isAll).toBe(false);
    }
  }
});

test("a full stack is set round: the lowest is emptied, bedded and comes on top", () => {
  const { steps, isAll, practice } = roomOf("trayStack", 0.95, 0.5);
  const [restack, bedding] = steps;
  expect(restack).toMatchObject({ kind: "restack", compartmentId: practice.setup.compartments[0]!.id });
  expect(restack!.order!.at(-1)).toBe(practice.setup.compartments[0]!.id);
  expect(new Set(restack!.order)).toEqual(new Set(practice.setup.compartments.map(({ id }) => id)));
  expect(bedding).toMatchObject({
    kind: "addDryBedding",
    compartmentId: restack!.compartmentId,
    moisture: 0.75,
  });
  expect(isAll).toBe(true);
});

test("with a lowest one that is done it is emptied and goes on top, before a further one is asked for", () => {
  const two = setupOf("trayStack").compartments.slice(0, 2);
  const kinds = (ripeness: number) =>
    roomOf("trayStack", 0.95, ripeness, 3, two).steps.map(({ kind }) => kind);
  expect(kinds(0.85)).toEqual(["restack", "addDryBedding"]);
  expect(kinds(0.5)).toEqual(["addTray", "addDryBedding"]);
  // Of one alone nothing can be set round, however ripe it is.
  expect(roomOf("trayStack", 0.95, 0.85, 3, two.slice(0, 1)).steps[0]!.kind).toBe("addTray");
});

test("a breeding bed that is mostly castings is renewed with what feeds, however much room there is", () => {
  expect(roomOf("breederTub", 0.4, 0.5).steps.map(({ kind }) => kind)).toEqual(["harvest", "addDryBedding"]);
  expect(roomOf("breederTub", 0.4, 0.2).steps).toEqual([]);
});

test("a cover rots by half in eleven weeks, is added to, and goes with what is emptied", () => {
  const cover = (volumeL: number, day: number) =>
    entry({ kind: "bedded", isCover: true, parts: [{ materialId: "leaf-mould", amount: { volumeL, measuredBy: "volume" } }] }, day); // prettier-ignore
  const log = [...newTub(), cover(8, 10)];
  const left = (some: typeof log, day: number) => coverLeftL(replay(some), addDays(START, day));
  expect(left(log, 10)).toBeCloseTo(8, 9);
  expect(left(log, 85)).toBeCloseTo(4, 9);
  expect(left([...log, cover(2, 85)], 85)).toBeCloseTo(6, 9);
  expect(left([...log, entry({ kind: "emptied" }, 90)], 91)).toBe(0);
  const bedding = entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(2) }] }, 20);
  expect(left([...newTub(), bedding], 21)).toBe(0);
});
