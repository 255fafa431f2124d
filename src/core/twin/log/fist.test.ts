import { look, START } from "../../../../tests/log";
import { brought, fedTub, squeeze } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { twinExpectation } from "../ahead/expect";
import { ownFist } from "./fist";
import { sharedFist } from "../learning/sharedFist";

const told = (binId: string, offset: number, spread = 0.02, squeezes = 30) => ({
  binId,
  offset,
  spread,
  squeezes,
});

test("one hand for all bins: what others learned is weighed together, never one's own word again", () => {
  expect(sharedFist("a", [told("a", 0.05)])).toBeUndefined();
  const from = [told("b", 0.03), told("c", 0.02)];
  const shared = sharedFist("a", from)!;
  // What was assumed of any hand (none, give or take 0.04) is taken off each, so two agree on a little more than their mean.
  expect(shared.offset).toBeCloseTo(0.035, 9);
  expect(shared.spread).toBeGreaterThanOrEqual(0.015);
  expect(sharedFist("a", [...from, told("a", -0.06)])).toEqual(shared);
  expect(sharedFist("a", from.toReversed())).toEqual(shared);
  expect(sharedFist("a", [told("b", 0.03, 0.02, 3), told("c", 0.03, 0.05)])).toBeUndefined();
});

test("a bin that never saw a dried sample hears from one that did that the hand reads wet", () => {
  const weeks = 12;
  const measured = brought(
    fedTub(weeks, (week) => [
      look(
        [
          { of: "squeeze", squeeze: "manyDrops" },
          { of: "moisture", moisture: 0.76, instrument: "ovenDried" },
        ],
        7 + 7 * week,
      ),
    ]),
    95,
  );
  const fist = sharedFist("bin-2", [{ binId: "bin-1", ...ownFist(measured.dawn, measured.script) }])!;
  expect(fist.offset).toBeGreaterThan(0.02);

  // Below what it can hold, so that nothing but the squeezes tells how dry it is.
  const log = fedTub(weeks, (week) => [squeeze("noDrop", 7 + 7 * week)]);
  const today = addDays(START, 95);
  const alone = brought(log, 95, { binId: "bin-2" });
  const told = brought(log, 95, { binId: "bin-2", fist });
  expect(twinExpectation(told, today).moisture.middle).toBeLessThan(
    twinExpectation(alone, today).moisture.middle - 0.004,
  );
  // Its own past, and what it tells the others, rest on its own log alone.
  expect(told.dawn.state).toEqual(alone.dawn.state);
  expect(twinExpectation(told, today).twin!.fist).toEqual(twinExpectation(alone, today).twin!.fist);
  expect(brought(log, 95, { binId: "bin-2", fist, snapshots: alone.snapshots }).ensemble.logWeights).toEqual(
    told.ensemble.logWeights,
  );
});
