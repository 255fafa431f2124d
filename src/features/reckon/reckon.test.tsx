import {
  binRows,
  inCellar,
  leaveCellar,
  press,
  roomRow,
  settingsRow,
  typeDay,
} from "../../../tests/inCellar";
import { entry, kilograms, meal, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { readFrame } from "@/persistence/read";
import type { ReckonWorker } from "@/workers/reckon.worker";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { ReckonRoom } from "./ReckonRoom";

/* The worker itself, its wire put away: jsdom has no workers. */
let mockApi: ReckonWorker;
jest.mock("@/workers/desk", () => ({
  offer: (api: ReckonWorker) => {
    mockApi = api;
  },
  DeskFailure: Error,
}));
/** Answers come once it is fulfilled. */
let mockHeld: Promise<unknown> = Promise.resolve();
jest.mock("@/workers/reckon.client", () => ({
  openReckonDesk: (database: string) => ({
    ...Object.fromEntries(
      Object.keys(mockApi).map((name) => [
        name,
        async (...rest: unknown[]) => {
          await mockHeld;
          return (mockApi as unknown as Record<string, (...all: unknown[]) => unknown>)[name]!(
            database,
            ...rest,
          );
        },
      ]),
    ),
    end: () => undefined,
  }),
}));
jest.mock("@/ui/chart/Chart", () => ({
  Chart: ({ label }: { readonly label: string }) => <p>{label}</p>,
  chartPng: () => "data:,",
}));

const TODAY = addDays(START, 300);
const harvest = (kg: number, on: number) =>
  entry({ kind: "harvested", grossKg: kg + 0.4, tareKg: 0.4, method: "light" }, on);
const bedding = entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(14), moisture: 0.7 }] }, 2); // prettier-ignore
const atDesk = async (units: "metric" | "us" = "metric", address = "/reckon") => {
  // A worker of its own for each cellar, as in the app.
  await jest.isolateModulesAsync(async () => {
    await import("@/workers/reckon.worker");
  });
  const cellar = await inCellar(<ReckonRoom />, {
    rows: [
      roomRow,
      settingsRow(units),
      ...binRows("bin-1", "Quince", [
        ...newTub(0.5),
        bedding,
        meal(2, 1, 20),
        meal(2, 2, 40),
        harvest(1.5, 200),
      ]),
      ...binRows("bin-2", "Cress", [...newTub(0.3), meal(1, 1, 20), harvest(0.5, 280)]),
    ],
    today: TODAY,
    address,
  });
  await screen.findByText(/of food became/);
  return cellar;
};
const write = (label: RegExp, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
afterEach(leaveCellar);

test("what went in and came out is added up as it was weighed, bin by bin, and both bars say the same sum", async () => {
  await atDesk();
  expect(screen.getByText(/of food became/)).toHaveTextContent(
    "5 kg of food became 2 kg of castings, 0.40 for each of food.",
  );
  const row = (name: string) => screen.getByRole("row", { name: new RegExp(`^${name}`) });
  expect(row("Quince")).toHaveTextContent("4 kg1.5 kg0.38");
  expect(row("Cress")).toHaveTextContent("1 kg500 g0.50");
  const [into, out] = screen.getAllByRole("heading", { level: 3 }).map((one) => one.textContent.slice(-8));
  expect(into).toBe(out);
  const listed = within(screen.getByRole("region", { name: "Out" })).getByRole("list");
  expect(listed).toHaveTextContent(/castings.*stands now.*breathed off/);
});

test("a target says how it stands, a span its own sums, a day before the first is said", async () => {
  const { keeper } = await atDesk();
  write(/^Castings wanted/, "1 kg");
  expect(screen.getByText("The target is reached, with 1 kg to spare.")).toBeVisible();
  write(/^Castings wanted/, "3 kg");
  expect(screen.getByText("1 kg short of the target.")).toBeVisible();
  write(/^Castings wanted/, "0");
  expect(screen.getByText("A target of nothing is reached.")).toBeVisible();
  await keeper.click(screen.getByLabelText("Over"));
  await keeper.click(await screen.findByRole("option", { name: "from a day to a day" }));
  typeDay("To", addDays(START, 250));
  await waitFor(() =>
    expect(screen.getByText(/of food became/)).toHaveTextContent("became 1.5 kg of castings"),
  );
  typeDay("To", addDays(START, -30));
  expect(await screen.findByText("That is before the first day.")).toBeVisible();
});

test("while other days are added up the last sums stand, with their own days and said to be of before; of other groups none do", async () => {
  const { keeper } = await atDesk();
  const hold = () => {
    let go: (value?: unknown) => void = () => undefined;
    mockHeld = new Promise((fulfil) => (go = fulfil));
    return go;
  };
  const choose = async (field: string, option: string) => {
    await keeper.click(screen.getByLabelText(field));
    await keeper.click(await screen.findByRole("option", { name: option }));
  };
  const days = () => screen.getByText(/^Counted dry, what went in/).textContent;
  const before = days();
  let go = hold();
  await choose("Over", "since the beginning");
  expect(screen.getByRole("main")).toHaveAttribute("aria-busy", "true");
  expect(screen.getByText(/of food became/)).toBeVisible();
  expect(days()).toBe(before);
  go();
  await waitFor(() => expect(screen.getByRole("main")).toHaveAttribute("data-usable", "true"));
  expect(days()).not.toBe(before);
  go = hold();
  await choose("For", "all together");
  expect(screen.queryByText(/of food became/)).toBeNull();
  go();
  expect(await screen.findByText(/of food became/)).toBeVisible();
});

test("by room, in pounds, and as a table any spreadsheet opens", async () => {
  const { keeper } = await atDesk("us");
  expect(screen.getByText(/of food became/)).toHaveTextContent("11 lb of food became 4 lb 7 oz of castings");
  await keeper.click(screen.getByLabelText("For"));
  await keeper.click(await screen.findByRole("option", { name: "each room" }));
  expect(await screen.findByRole("row", { name: /^Cellar/ })).toHaveTextContent("11 lb");
  let saved: Blob | undefined;
  Object.assign(URL, { createObjectURL: (blob: Blob) => ((saved = blob), "blob:x"), revokeObjectURL: () => undefined }); // prettier-ignore
  await keeper.click(press("save the table"));
  expect(saved?.type).toBe("text/csv");
});

const section = (name: string) => screen.getByRole("region", { name });

test("a target is kept with what it is for, says what is short and what would help, and is dropped again", async () => {
  const { keeper, db } = await atDesk();
  write(/^Castings wanted/, "60 kg");
  await keeper.click(press("keep this target"));
  await waitFor(() => expect(section("Targets")).toHaveTextContent(/2026: 60 kg by 31 December/));
  expect(await db.settings.toArray()).toContainEqual(
    expect.objectContaining({
      targets: [{ name: "2026", massKg: 60, from: "2026-01-01", by: "2026-12-31" }],
    }),
  );
  await waitFor(() => expect(section("Targets")).toHaveTextContent(/2 kg in.*short/));
  expect(screen.getByLabelText(/^Castings wanted/)).toHaveValue("");
  await keeper.click(within(section("Targets")).getByRole("button", { name: "Drop the target 2026" }));
  await waitFor(() => expect(screen.queryByRole("region", { name: "Targets" })).toBeNull());
});

test("two bins with one harvest each are not told apart, and that is said", async () => {
  await atDesk();
  await waitFor(() =>
    expect(section("Two held against each other")).toHaveTextContent(
      "Too little to say anything: it takes 4 harvests of each and 120 days",
    ),
  );
});

test("hours and money are kept only if wished; what is booked stands in the sum, what cannot be read is not kept", async () => {
  const { keeper, written } = await atDesk();
  const panel = () => section("Hours and money");
  expect(panel()).toHaveTextContent("Not kept.");
  write(/^Currency/, "EUR");
  await keeper.click(press("keep hours and money"));
  await waitFor(() => expect(panel()).toHaveTextContent("No work is timed yet, with 2 of 2"));
  write(/^For what/, "lime");
  write(/^EUR/, "a lot");
  await keeper.click(press("book it"));
  await waitFor(() => expect(panel()).toHaveTextContent("Write an amount, such as 12.50."));
  write(/^EUR/, "12,5");
  await keeper.click(press("book it"));
  await waitFor(() => expect(panel()).toHaveTextContent("Costs 12.50 EUR"));
  expect(panel()).toHaveTextContent("6.25 EUR of costs for a kilogram of castings");
  expect(await written()).toMatchObject([
    { kind: "booked", subject: { kind: "cellar" }, of: "cost", what: "lime", sum: { money: 12.5, currency: "EUR" } },
  ]); // prettier-ignore
  // It can be put right or struck out where it stands; the sums follow.
  fireEvent.click(await within(panel()).findByText("1 booking"));
  fireEvent.click(within(panel()).getByRole("button", { name: /^Strike out: / }));
  await waitFor(() => expect(panel()).toHaveTextContent("Costs nothing"));
  expect(within(panel()).queryByText("1 booking")).toBeNull();
});

test("a bin from its first day: how much of it was weighed, and its curve", async () => {
  const { keeper } = await atDesk();
  await keeper.click(screen.getByLabelText("An experiment, or one bin from its first day"));
  await keeper.click(await screen.findByRole("option", { name: "Quince" }));
  await waitFor(() =>
    expect(section("Weighed from day one")).toHaveTextContent(/7 of 7 amounts were weighed/),
  );
  expect(section("Weighed from day one")).toHaveTextContent("Quince: dry weight in, out and standing");
});

test("an experiment is begun by name, tells what went in since, is ended and dropped, each as one change", async () => {
  const { keeper, db } = await atDesk();
  const panel = () => section("Weighed from day one");
  const settingsNow = async () => (await readFrame(db)).settings?.experiments;
  await keeper.click(press("begin an experiment"));
  await keeper.click(press("Begin it"));
  expect(await screen.findByText("Give it a name.")).toBeVisible();
  write(/^Its name/, "Card or leaves");
  write(/^What it is to show/, "Which gives more?");
  typeDay("Everything is weighed from", "2020-01-01");
  expect(await screen.findByText("Quince was not there yet.")).toBeVisible();
  const since = addDays(START, 100);
  typeDay("Everything is weighed from", since);
  await keeper.click(press("Begin it"));
  await waitFor(() => expect(panel()).toHaveTextContent(/Card or leaves: Which gives more\? Quince, since/));
  expect(await settingsNow()).toMatchObject([
    { name: "Card or leaves", from: since, question: "Which gives more?" },
  ]);
  // Of seven amounts over its life fewer fall into these days.
  await waitFor(() => expect(panel()).toHaveTextContent(/of \d amounts were weighed|Nothing went in yet/));
  expect(panel()).not.toHaveTextContent("7 of 7");
  await keeper.click(press("end it today"));
  await waitFor(() => expect(panel()).toHaveTextContent(/until/));
  expect(await settingsNow()).toMatchObject([{ until: TODAY }]);
  await keeper.click(press("drop it"));
  await waitFor(async () => expect(await settingsNow()).toEqual([]));
});

test("looking back: the year by season, and what was written found again by a word and a season, with the way to its bin", async () => {
  await atDesk();
  const back = await screen.findByRole("region", { name: "Looking back" });
  expect(await within(back).findByText(/fed 5 kg/)).toBeVisible();
  expect(within(back).getByText("No note was written yet. A word beside an entry is found here again.")).toBeVisible(); // prettier-ignore
  fireEvent.change(within(back).getByLabelText("A word: a food, a sign, a note"), {
    target: { value: "14 LEAF mould" },
  });
  expect(await within(back).findByText("1 entry:")).toBeVisible();
  expect(within(back).getByRole("link", { name: "Quince" })).toHaveAttribute("href", "/bin?id=bin-1");
  fireEvent.mouseDown(within(back).getByRole("combobox", { name: "Season, of any year" }));
  fireEvent.click(await screen.findByRole("option", { name: "winter" }));
  expect(await within(back).findByText("Nothing like that was written.")).toBeVisible();
});

test("asked from a visit, only what was written of that bin is found, until one looks further", async () => {
  await atDesk("metric", "/reckon?of=bin-2");
  const back = within(await screen.findByRole("region", { name: "Looking back" }));
  fireEvent.change(back.getByLabelText("A word: a food, a sign, a note"), { target: { value: "harvest" } });
  expect(await back.findByText("1 entry:")).toBeVisible();
  expect(back.getByRole("link", { name: "Cress" })).toHaveAttribute("href", "/bin?id=bin-2");
  fireEvent.mouseDown(back.getByRole("combobox", { name: "Where" }));
  fireEvent.click(await screen.findByRole("option", { name: "the whole cellar" }));
  expect(await back.findByText("2 entries:")).toBeVisible();
});
