import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Forgiven } from "@/core/twin/ahead/forgiving";
import { screen, within, waitFor } from "@testing-library/react";
import { Forgiving } from "./Forgiving";

/* The worker's wire put away: what it answers stands here, or that it died. */
let mockAnswer: () => Promise<readonly Forgiven[] | undefined>;
jest.mock("@/workers/twin.client", () => ({
  askTwin: (
    _bin: string,
    _isUrgent: boolean,
    question: (worker: unknown, task: number) => Promise<unknown>,
  ) => ({
    answer: question({ forgiving: () => mockAnswer(), today: () => Promise.resolve(undefined) }, 1),
    cancel: () => undefined,
  }),
  restTwins: () => Promise.resolve(() => undefined),
  favour: () => undefined,
  progressTo: (onDay: unknown) => onDay,
}));

const asked = async (units: "metric" | "us" = "metric") => {
  const cellar = await inCellar(<Forgiving binId="bin-1" name="Quince" />, {
    rows: [roomRow, settingsRow(units), ...binRows("bin-1", "Quince", newTub())],
    today: addDays(START, 60),
  });
  await screen.findByRole("button", { name: "work it out" });
  return cellar;
};
afterEach(leaveCellar);

test("five futures are worked out when asked for: what is borne to the end is open, what is not says what gives way", async () => {
  mockAnswer = () =>
    Promise.resolve([
      { stress: "doubleRation", days: 9, first: "air" },
      { stress: "noFood" },
      { stress: "noWater", days: 30, first: "dry" },
      { stress: "warmer", days: 0, first: "heat" },
      { stress: "colder", days: 1, first: "frost" },
    ]);
  const { keeper } = await asked("us");
  await keeper.click(press("work it out"));
  const lines = (await screen.findAllByRole("listitem")).map(({ textContent }) => textContent);
  expect(lines).toEqual([
    "twice the food9 days, then the air in the bed goes foul.",
    "no foodborne for 8 weeks and more.",
    "no waterabout 4 weeks, then it is too dry to live in.",
    "18 °F morenothing more is borne, it is too hot to live in already.",
    "18 °F lessa day, then it freezes.",
  ]);
  expect(document.querySelectorAll("[data-open=true]")).toHaveLength(1);
});

test("a worker that has nothing to say is not waited for", async () => {
  mockAnswer = () => Promise.resolve(undefined);
  const { keeper } = await asked();
  await keeper.click(press("work it out"));
  expect(await screen.findByRole("alert")).toHaveTextContent("its log does not say what it is");
  await waitFor(() => expect(screen.queryByText(/^Working out/)).toBeNull());
});

test("a worker that dies is said, and nothing is lost", async () => {
  mockAnswer = () => Promise.reject(new Error("the worker is silent"));
  const { keeper } = await asked();
  await keeper.click(press("work it out"));
  const said = await screen.findByRole("alert");
  // In our words; the library's stand in the console.
  expect(within(said).getByText(/something in the browser failed/)).toBeVisible();
});
