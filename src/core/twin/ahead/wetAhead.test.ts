import { CLIMATE, entry, kilograms, look, meal, newTub, setupOf, START } from "../../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { bringToToday } from "../log/now";
import { twinExpectation } from "./expect";

/** Fed twice a week for four weeks, with so much dry card to each meal. */
const ahead = (cardKg: number, drainage: "none" | "free", mealKg = 0.7) => {
  const weeks = Array.from({ length: 8 }, (_, nth) => 14 + 3 * nth);
  const today = addDays(START, 38);
  const log = [
    ...newTub(0.6, setupOf("tub", { drainage, cover: "tightLid" })),
    ...weeks.flatMap((on, nth) => [
      meal(mealKg, (nth % 8) + 1, on),
      ...(cardKg > 0
        ? [
            entry(
              {
                kind: "bedded",
                parts: [{ materialId: "cardboard-corrugated", amount: kilograms(cardKg), moisture: 0.08 }],
              },
              on,
            ),
          ]
        : []),
    ]),
    look([{ of: "squeeze", squeeze: "fewDrops" }], 37),
  ];
  const now = bringToToday({
    binId: "bin-1",
    entries: log,
    climates: { "room-1": CLIMATE },
    today,
    snapshots: [],
  });
  return twinExpectation(now!, today).twin!.wetAhead;
};

test("fruit without card in a shut tub that nothing drains ends in mud: said weeks before, with the least card that prevents it", () => {
  const found = ahead(0, "none")!;
  expect(found.inDays).toBeGreaterThan(0);
  expect(found.inDays).toBeLessThanOrEqual(35);
  if (found.change) {
    expect(found.change.dryCardKg).toBeGreaterThan(0);
    expect(found.change.mealKg).toBeLessThanOrEqual(0.71);
  }
});

test("with dry card to each meal, or a bed that drains, nothing is said", () => {
  expect(ahead(0.15, "none", 0.4)).toBeUndefined();
  expect(ahead(0, "free", 0.3)).toBeUndefined();
});
