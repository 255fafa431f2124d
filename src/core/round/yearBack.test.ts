import { entry, litres, look, meal, START } from "../../../tests/log";
import { addDays } from "../calendar/day";
import { effectiveEntries } from "../log/effective";
import { aheadLastYear, saySeason, yearBack } from "./yearBack";

/* From 2 March on: spring until the end of May. */
const log = effectiveEntries([
  meal(1.2, 1, 5),
  entry({ kind: "watered", amount: litres(0.8) }, 6),
  look([{ of: "squeeze", squeeze: "dust" }], 10),
  look([{ of: "squeeze", squeeze: "fewDrops" }], 20),
  entry(
    { kind: "diagnosed", id: "t-1", signs: ["smell-sour"], causes: ["acid"], lookOn: addDays(START, 110) },
    100,
  ),
  entry({ kind: "followedUp", troubleId: "t-1", outcome: "gone", helped: "card at each meal" }, 110),
  entry({ kind: "guarded", against: "heat", by: ["shaded"] }, 130),
  look([{ of: "squeeze", squeeze: "stream" }], 140),
  entry({ kind: "harvested", grossKg: 4, tareKg: 0.5, method: "light" }, 200),
  look([{ of: "squeeze", squeeze: "fewDrops" }], 290),
]);

test("the last year by season adds up what was written, the latest season first, and says what helped", () => {
  const today = addDays(START, 300);
  const back = yearBack(log, today);
  expect(back.map(({ season }) => season)).toEqual(["winter", "autumn", "summer", "spring"]);
  expect(back.reduce((sum, { fedKg }) => sum + fedKg, 0)).toBeCloseTo(1.2, 9);
  const [winter, autumn, summer, spring] = back.map((one) => saySeason(one, "metric"));
  expect(spring).toMatch(/fed 1.2 kg; watered 800 mL; dry 1 of 2 times/);
  expect(summer).toMatch(
    /too wet each time; smell sour \(what helped: card at each meal\); made ready for heat/,
  );
  expect(autumn).toMatch(/harvested 3.5 kg/);
  expect(winter).toMatch(/moist throughout/);
  // More than a year ago is not of this year; on the other half of the globe the names turn round.
  expect(yearBack(log, addDays(START, 900))).toEqual([]);
  expect(yearBack(log, today, true)[0]!.season).toBe("summer");
});

test("what came in the next weeks a year ago is said before it may come again", () => {
  expect(aheadLastYear(log, addDays(START, 365 + 2))).toMatch(/it dried, dust in the hand on 12 March/);
  expect(aheadLastYear(log, addDays(START, 365 + 90))).toMatch(/smell sour on/);
  expect(aheadLastYear(log, addDays(START, 365 + 250))).toBeUndefined();
});
