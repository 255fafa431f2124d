import fc from "fast-check";
import { BIN_ROW, CLIMATE, meal, newTub, setupOf, START } from "../../../tests/log";
import { binSchema } from "@/records/bin";
import { SYSTEMS } from "@/vocabulary/setup";
import { replay } from "../bin/replay";
import { addDays } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";
import { simpleExpectation } from "../expectation/simpleEngine";
import { figureNotes } from "./figureNotes";
import type { BinToday } from "./round";

const TODAY = addDays(START, 300);
const bin = binSchema.parse(BIN_ROW);
const today = (log: Parameters<typeof replay>[0], changes: Partial<Expectation> = {}): BinToday => {
  const state = replay(log);
  return {
    bin,
    state,
    expectation: { ...simpleExpectation(state, CLIMATE, TODAY), ...changes },
    decision: { verdict: "leave", steps: [], nextDay: TODAY, cautions: [] },
  };
};
/** As wide as the words beside a drawing may be: a line of 380 px, in the type they are set in. */
const A_LINE = 54;

const upTo = (max: number) => fc.double({ min: 0, max, noNaN: true });
const band = (max: number) =>
  fc.tuple(upTo(max), upTo(max), upTo(max)).map((all) => {
    const [low, middle, high] = all.toSorted((a, b) => a - b) as [number, number, number];
    return { low, middle, high };
  });

test("whatever lies in a bin, each note is one line, in either units, and says no figure that is none", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SYSTEMS),
      fc.constantFrom("metric" as const, "us" as const),
      fc.array(fc.record({ left: band(1), goneInDays: band(90) }), { maxLength: 4 }),
      fc.record({ wormsKg: band(60), castingsKg: band(900), ripeness: band(1), temperatureC: band(40) }),
      (system, units, places, changes) => {
        const log = [...newTub(0.5, setupOf(system)), meal(0.4, 1, 270)];
        const notes = figureNotes(
          today(log, {
            ...changes,
            places: places.map((one, at) => ({
              ...one,
              compartmentId: "c1",
              place: at + 1,
              massKg: 1,
              fedOn: addDays(TODAY, -28),
              goneInDays: {
                low: Math.round(one.goneInDays.low),
                middle: Math.round(one.goneInDays.middle),
                high: Math.round(one.goneInDays.high),
              },
            })),
          }),
          units,
          TODAY,
        );
        // Bedding, herd and castings always; of the places the two with most on them.
        const standing = places.filter(({ left }) => left.middle > 0.1).length;
        expect(notes).toHaveLength(3 + Math.min(2, standing));
        for (const line of notes.flatMap(({ strong, quiet = "" }) => [strong, quiet])) {
          expect([line, line.length <= A_LINE]).toEqual([line, true]);
          expect(line).not.toMatch(/NaN|undefined|Infinity|\d\.\d\d/);
        }
      },
    ),
  );
});

test("food that goes soon is told by the day's name, food that goes later by the span, old food first", () => {
  const place = (no: number, left: number, days: readonly [number, number, number]) => ({
    compartmentId: "c1",
    place: no,
    massKg: 1,
    fedOn: addDays(TODAY, -5),
    left: { low: left, middle: left, high: left },
    goneInDays: { low: days[0], middle: days[1], high: days[2] },
  });
  const places = [place(1, 0.3, [2, 3, 5]), place(2, 0.9, [8, 11, 17]), place(3, 0.05, [0, 0, 1])];
  const notes = figureNotes(today(newTub(), { places }), "metric", TODAY).filter(
    ({ at }) => typeof at === "object",
  );
  // 27 December 2026 is a Sunday.
  expect([TODAY, notes.map(({ strong, quiet }) => [strong, quiet])]).toEqual([
    "2026-12-27",
    [
      ["food at 2: about 90 % left", "of 22 Dec, gone 4–13 Jan"],
      ["food at 1: about 30 % left", "of 22 Dec, gone about Wednesday (29 Dec – 1 Jan)"],
    ],
  ]);
});

test("a bin without worms says so, and a wedge names its ends", () => {
  const empty = newTub().filter(({ kind }) => kind !== "stocked");
  const words = (log: Parameters<typeof replay>[0]) =>
    figureNotes(today(log), "metric", TODAY).map(({ strong }) => strong);
  expect(words(empty)).toContain("no worms noted yet");
  // Nothing is said of the fed end that no one knows.
  expect(words(newTub(0.5, setupOf("trough")))[0]).toBe("fed end");
  expect(words(newTub())[0]).toBe("bedding");
});
