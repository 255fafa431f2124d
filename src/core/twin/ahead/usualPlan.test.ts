import { CLIMATE, entry, look, meal, newTub, setupOf, START } from "../../../../tests/log";
import { brought, fedTub } from "../../../../tests/twinLog";
import { addDays } from "@/core/calendar/day";
import { decide } from "@/core/decision/decide";
import { sayReason } from "@/core/decision/words";
import { daysToLast, standingPlan, whenSomeoneIsThere } from "@/core/bin/planAhead";
import { dueDay } from "@/core/round/due";
import { courseAhead } from "./course";
import { twinExpectation } from "./expect";
import { readyAfter } from "./leftAlone";
import { SCRAPS_CHOPPED } from "./meal";

const day = (on: number) => addDays(START, on);
const away = (from: number, until: number) =>
  entry({ kind: "altered", changes: { ahead: { awayFrom: day(from), awayUntil: day(until) } } }, 78);
const seen = (log: Parameters<typeof brought>[0], on = 78) => {
  const now = brought(log, on);
  return { now, decision: decide(twinExpectation(now, day(on)), now.practice, [], day(on)) };
};
const fedKg = ({ decision }: ReturnType<typeof seen>): number => {
  const amount = decision.steps.find((step) => step.kind === "feed")?.amount;
  return amount && "massKg" in amount ? amount.massKg : 0;
};
const LOG = fedTub(10, (week) =>
  week < 2 ? [] : [look([{ of: "foodLeft", foodLeft: "none", place: ((week - 2) % 8) + 1 }], 7 + 7 * week)],
);

test("while no one comes there is no next day, nothing is due, and over it is as it was", () => {
  const usual = seen(LOG);
  const leaving = seen([...LOG, away(78, 99)]);
  expect(usual.decision.nextDay < day(90)).toBe(true);
  expect(leaving.decision).toMatchObject({ nextDay: day(99), awayUntil: day(99) });
  expect(twinExpectation(leaving.now, day(78)).twin!.meal.forDays).toBe(21);
  const { setup } = leaving.now.state;
  expect(dueDay({ ...leaving.now.state, nextDay: day(80) }, day(81))).toBe(day(99));
  expect(standingPlan(setup, day(99))).toBeUndefined();
  expect(whenSomeoneIsThere(standingPlan(setup, day(78)), day(77))).toBe(day(77));
  expect(daysToLast(standingPlan(setup, day(78)), day(78), 4)).toBe(21);
});

test("a plan of smaller meals is heeded by the ration and says so; one of larger meals only as far as is safe", () => {
  const planned = (mealShare: number) =>
    seen([...LOG, entry({ kind: "altered", changes: { ahead: { mealShare } } }, 78)]);
  const usual = fedKg(seen(LOG));
  expect(fedKg(planned(0.5))).toBeCloseTo(usual / 2, 9);
  expect(planned(0.5).decision.steps[0]!.why).toMatchObject({ code: "food/by-plan", share: 0.5 });
  expect(fedKg(planned(1.5))).toBeCloseTo(usual, 9);
});

test("a wedge that was moved at a pace goes on being moved, so that its finished end fills", () => {
  const log = [
    ...newTub(1, setupOf("trough")),
    ...Array.from({ length: 12 }, (_, week) => meal(0.8, (week % 3) + 1, 7 + 7 * week)),
  ];
  const moved = [28, 56].map((on) => entry({ kind: "advanced", fraction: 0.3 }, on));
  const finished = (entries: typeof log) => {
    const now = brought([...log, ...entries], 90);
    const { ahead } = courseAhead(now, day(90), { "room-1": CLIMATE });
    const dry = (at: number) => {
      const { castingsDryKg, beddingDryKg, foodDryKg } = ahead[at]!.compartments[2]!;
      return castingsDryKg + beddingDryKg + foodDryKg;
    };
    return dry(50) - dry(0);
  };
  expect(finished(moved)).toBeGreaterThan(0.1);
  expect(finished([])).toBeLessThanOrEqual(0);
});

test("the next day waits for the place: where there is but one, a larger meal keeps it longer", () => {
  const { ensemble } = brought(LOG, 78);
  const again = (kg: number, nextPlace: number) =>
    readyAfter(ensemble, { kind: SCRAPS_CHOPPED, kg, place: 3, nextPlace }, 60)!.middle;
  expect(again(1.5, 3)).toBeGreaterThan(again(0.2, 3));
  expect(again(0.2, 3)).toBeGreaterThan(again(0.2, 4));
});

test("where it goes wrong even without food: none today, air and dry bedding first, back in three days, and it says so", () => {
  const { now } = seen(LOG);
  const well = twinExpectation(now, day(78));
  const meal = { ...well.twin!.meal, mostKg: 0, limit: "cannot" as const, trouble: 0.2 };
  const decision = decide({ ...well, twin: { ...well.twin!, meal } }, now.practice, [], day(78));
  expect(decision).toMatchObject({ verdict: "beddingOnly", nextDay: day(81) });
  expect(decision.steps[0]!.kind).toBe("fluff");
  expect(decision.steps.some((step) => step.kind === "feed")).toBe(false);
  expect(sayReason(decision.steps[0]!.why, { units: "metric", today: day(78) })).toMatch(/20 in 100/);
});

test("what is drawn ahead is fed as the visit would feed: the place whose turn it is, the amount it can take", () => {
  // Two meals are no habit yet, so the forecast is fed by proposal; place 1 still holds a heap, and it is place 3's turn.
  const log = [...newTub(), meal(1.5, 1, 24), meal(0.2, 2, 25)];
  const now = brought(log, 32);
  const { meal: proposed } = twinExpectation(now, day(32)).twin!;
  const { ahead, plan } = courseAhead(now, day(32), { "room-1": CLIMATE });
  expect(plan.mealKg).toBe(proposed.mostKg);
  const fed = (inDays: number) => ahead[inDays]!.places.map(({ place }) => place);
  expect(fed(0)).toEqual([1, 2]);
  const first = ahead.findIndex(({ places }) => places.length > 2);
  expect(fed(first)).toEqual([1, 2, 3]);
  expect(first).toBeLessThan(10);
});
