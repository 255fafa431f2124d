import { addDays } from "../calendar/day";
import { WETTING, wettingNow, wettingPressed } from "./wetting";
import type { Wetting } from "./wetting";

const NOON = Date.parse(`${addDays("2026-11-23" as never, 0)}T12:00:00Z`);
const MINUTE = 60_000;

test("each step is called when its wait is over and not a moment before, whenever one looks; all of them take at least their waits", () => {
  let wetting: Wetting = { pressed: 0 };
  let now = NOON;
  for (const [nth, step] of WETTING.entries()) {
    expect(wettingNow(wetting, now)).toEqual({ is: "todo", step });
    wetting = wettingPressed(wetting, now);
    const next = WETTING[nth + 1];
    if (!next) break;
    const wait = step.waitMin! * MINUTE;
    for (const waited of [0, 1000, wait / 2, wait - 1])
      expect(wettingNow(wetting, now + waited)).toEqual({ is: "waits", next, leftMs: wait - waited });
    now += wait;
  }
  expect(wettingNow(wetting, now)).toEqual({ is: "done" });
  expect(wettingNow(wettingPressed(wetting, now), now)).toEqual({ is: "done" });
  expect(now - NOON).toBe(WETTING.reduce((sum, { waitMin = 0 }) => sum + waitMin, 0) * MINUTE);
  // Whatever a clock says that was put back, the wait is no longer than it is.
  expect(wettingNow({ pressed: 1, at: NOON }, NOON - MINUTE)).toMatchObject({
    is: "waits",
    leftMs: 10 * MINUTE,
  });
});
