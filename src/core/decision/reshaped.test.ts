import { entry, meal, newTub, setupOf, START } from "../../../tests/log";
import { brought } from "../../../tests/twinLog";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import { twinExpectation } from "../twin/ahead/expect";
import { liveOf } from "../twin/engine/state";
import { makeRoom } from "./makeRoom";
import { reshapedBy } from "./reshaped";

const ON = 90;
const stack = (trays: number) => [
  ...newTub(0.5, setupOf("trayStack", { compartments: setupOf("trayStack").compartments.slice(0, trays) })),
  ...Array.from({ length: 10 }, (_, week) => meal(0.3, (week % 2) + 1, 10 + 7 * week)),
];

test.each([
  ["one more tray", 1, 0.3, "addTray"],
  ["the lowest emptied and set on top", 2, 0.85, "restack"],
] as const)(
  "%s: fold and model stand as the step said, and no worm is lost by it",
  (_, trays, ripe, kind) => {
    const log = stack(trays);
    const now = brought(log, ON);
    const expectation = { ...twinExpectation(now, addDays(START, ON)), freeL: 0, ripeness: { low: ripe, middle: ripe, high: ripe } }; // prettier-ignore
    const step = makeRoom(expectation, now.practice).steps[0]!;
    expect(step.kind).toBe(kind);
    const told = [...log, ...reshapedBy(step).map((fact) => entry(fact as never, ON))];
    const ids = replay(told).setup!.compartments.map(({ id }) => id);
    const before = now.practice.setup.compartments.map(({ id }) => id);
    expect(ids).toEqual(kind === "restack" ? step.order : [...before, step.added!.id]);
    const after = brought(told, ON);
    expect(after.ensemble.bin.compartments.map(({ id }) => id)).toEqual(ids);
    // The fold and the model lay the same share of what was fed into what has come on top, and no gram is lost between.
    const held = (of: readonly (typeof told)[number][]) => replay(of).contents;
    const [fed, top] = [now.practice.setup.compartments.at(-1)!.id, ids.at(-1)!];
    if (kind === "addTray") {
      const [below, there] = [held(told)[fed]!.beddingDryKg, held(told)[top]!.beddingDryKg];
      expect(there / (below + there)).toBeCloseTo(step.share!, 9);
      const untouched = held([...log, entry({ kind: "noted", text: "as it was" }, ON)])[fed]!.beddingDryKg;
      expect(below + there).toBeCloseTo(untouched, 9);
    }
    const inTop = after.ensemble.lines.map((line) => liveOf(line.at(-1)!) / liveOf(line.at(-2)!));
    expect(Math.min(...inTop)).toBeGreaterThan(0.5);
    const worms = (one: typeof now) => twinExpectation(one, addDays(START, ON)).wormsKg.middle;
    expect(worms(after)).toBeGreaterThan(0.7 * worms(now));
    expect(replay(told).problems).toEqual([]);
  },
);

test("what makes nothing over leaves nothing here", () => {
  expect(reshapedBy({ kind: "fluff", why: { code: "air/let-in" }, evidence: [] })).toEqual([]);
  expect(reshapedBy({ kind: "restack", why: { code: "room/unripe" }, evidence: [] })).toEqual([]);
});
