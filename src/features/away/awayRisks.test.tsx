import { binRows, inCellar, leaveCellar, roomRow, settingsRow, typeDay } from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { AwayDay } from "@/core/away/away";
import { screen, waitFor, within } from "@testing-library/react";
import { AwayRoom } from "./AwayRoom";

const TODAY = addDays(START, 60);
const day = (on: number, moisture: number, trouble = 0): AwayDay => ({
  day: addDays(TODAY, on),
  moisture: { low: moisture - 0.02, middle: moisture, high: moisture + 0.02 },
  temperatureC: { low: 17, middle: 18, high: 19 },
  wormsKg: { low: 0.4, middle: 0.5, high: 0.6 },
  foodDryKg: { low: 0, middle: 0.05, high: 0.1 },
  trouble,
});
const course = (last: number, trouble = 0) =>
  Array.from({ length: 40 }, (_, on) => day(on, 0.75 + ((last - 0.75) * on) / 39, (trouble * on) / 39));

/* What the twin foretells of each bin; one that cannot be worked out fails. */
const mockAhead = new Map<string, readonly AwayDay[]>();
jest.mock("@/workers/twin.client", () => ({
  askTwin: (
    binId: string,
    _isUrgent: boolean,
    question: (worker: unknown, task: number) => Promise<unknown>,
  ) => ({
    answer: question(
      {
        course: () => {
          const otherwise = mockAhead.get(binId);
          return otherwise
            ? Promise.resolve({ past: [], ahead: [], otherwise })
            : Promise.reject(new Error("the worker died"));
        },
        today: () => Promise.resolve(undefined),
        state: () => Promise.resolve(undefined),
      },
      1,
    ),
    cancel: () => undefined,
  }),
  restTwins: () => Promise.resolve(() => undefined),
  favour: () => undefined,
  progressTo: (onDay: unknown) => onDay,
}));
afterEach(leaveCellar);

test("what may be found on return is ranked, the gravest first; a bin that cannot be worked out is to be looked at", async () => {
  mockAhead.set("bin-1", course(0.75));
  mockAhead.set("bin-2", course(0.5));
  mockAhead.set("bin-3", course(0.76, 0.5));
  const names = ["Quince", "Cress", "Bay", "Dill"];
  await inCellar(<AwayRoom />, {
    rows: [
      roomRow,
      settingsRow("metric"),
      ...names.flatMap((name, at) => binRows(`bin-${at + 1}`, name, newTub())),
    ],
    today: TODAY,
    address: "/away",
  });
  await screen.findByRole("heading", { name: "Going away" });
  typeDay("No one comes from", addDays(TODAY, 3));
  typeDay("Back on", addDays(TODAY, 35));
  const expectation = await screen.findByRole("region", { name: "What to expect on return" });
  await waitFor(() => expect(within(expectation).queryByText("Not worked out yet.")).toBeNull());
  const lines = within(expectation)
    .getAllByRole("listitem")
    .map(({ textContent }) => textContent);
  expect(lines.map((line) => names.find((name) => line.startsWith(name)))).toEqual([
    "Cress",
    "Bay",
    "Quince",
    "Dill",
  ]);
  expect(lines[0]).toMatch(/perhaps too dry.*On return: damp it in two or three goes/);
  expect(lines[1]).toMatch(/perhaps foul air or heat.*in 100/);
  expect(lines[2]).toMatch(/nothing worth a worry/);
  expect(lines[3]).toMatch(/could not be worked out; look there first/);
  // The page for whoever looks in says what to do at each.
  const helper = within(screen.getByRole("region", { name: "For whoever looks in" }));
  expect(helper.getByText(/If the top is dry, sprinkle about/)).toBeVisible();
  expect(helper.getByText(/Smell under the lid/)).toBeVisible();
});
