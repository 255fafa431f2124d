import { binRows, inCellar, leaveCellar, press, roomRow, typeDay } from "../../../tests/inCellar";
import { entry, look, meal, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { Corrections } from "@/features/correct/Corrections";
import { Keys } from "@/features/shell/Keys";
import { Slips } from "@/features/slip/Slips";
import type { Entry } from "@/records/entry";
import { screen, waitFor, within } from "@testing-library/react";
import BinPage from "./page";

const TODAY = addDays(START, 60);
const LOG = () => [
  ...newTub(),
  ...[10, 24, 38].map((on, at) => meal(0.4, at + 1, on)),
  look([{ of: "squeeze", squeeze: "fewDrops", instrument: "fist" }], 38),
];

async function atBin(log: readonly Entry[] = LOG()) {
  const cellar = await inCellar(
    <>
      <BinPage />
      <Keys />
      <Slips />
      <Corrections />
    </>,
    { rows: [roomRow, ...binRows("bin-1", "Quince", log)], today: TODAY, address: "/bin?id=bin-1" },
  );
  const list = within(await screen.findByRole("region", { name: "The log" }));
  const lines = () => list.getAllByRole("listitem").map(({ textContent }) => textContent);
  const change = async (what: RegExp, how: string) => {
    await cellar.keeper.click(screen.getAllByRole("button", { name: what })[0]!);
    await cellar.keeper.click(await screen.findByRole("menuitem", { name: how }));
  };
  return { ...cellar, lines, change };
}
const facts = () => screen.getByText(/^In:/).textContent;
const next = () =>
  within(screen.getByRole("list", { name: /feeding places/ }))
    .getAllByRole("listitem")
    .find(({ dataset }) => dataset.next === "true")?.textContent;
afterEach(leaveCellar);

test("the page says what went in and out, whose turn it is, and the log from its newest day", async () => {
  const { lines } = await atBin();
  expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent("Quince");
  expect(screen.getByText(/^tub of .* L, Cellar, since 2 March$/)).toBeVisible();
  expect(facts()).toBe("In: 1.2 kg of food, 6 kg of bedding. Out: 0 g of castings.");
  expect(next()).toMatch(/^4/);
  expect(lines()[0]).toMatch(/^9 AprilThursday, about 3 weeks ago/);
  expect(lines().at(-1)).toBe("seeded1 kg living castings");
});

test("an entry struck out counts nowhere any more, stays in the store, and can be put back", async () => {
  const { change, keeper, db } = await atBin();
  await change(/^Change: fed/, "Strike it out");
  await waitFor(() => expect(facts()).toMatch(/^In: 800 g of food/));
  expect(next()).toMatch(/^3/);
  expect((await db.entries.toArray()).filter(({ kind }) => kind === "fed")).toHaveLength(4);
  await keeper.keyboard("u");
  await waitFor(() => expect(facts()).toMatch(/^In: 1.2 kg of food/));
  expect(next()).toMatch(/^4/);
});

test("a corrected meal is said to be corrected, and everything after it is counted anew", async () => {
  const { change, keeper, lines, written } = await atBin();
  await change(/^Change: fed/, "Correct it");
  const amount = await screen.findByLabelText(/^(Amount|How much)/);
  await keeper.clear(amount);
  await keeper.type(amount, "1 kg");
  await keeper.click(press("Keep the correction"));
  await waitFor(() => expect(facts()).toMatch(/^In: 1.8 kg of food/));
  expect(lines().join()).toMatch(/1 kg mixed fruit.*corrected/);
  expect(await written()).toMatchObject([{ kind: "fed", revision: 2, day: addDays(START, 38) }]);
});

test("more taken out than was ever there: the entry is named, can be opened, and nothing falls over", async () => {
  const greedy = entry({ kind: "harvested", method: "light", grossKg: 900, tareKg: 0 }, 50);
  const { lines } = await atBin([...LOG(), greedy]);
  expect(lines()[0]).toMatch(/harvested.*does not fit: more was harvested than the log put in/);
  expect(screen.getByRole("link", { name: "Lift the lid" })).toBeVisible();
});

test("rows that cannot be read are counted and left out; the rest of the log stands", async () => {
  const odd = { ...meal(0.4, 5, 45), kind: "danced" } as unknown as Entry;
  const { db, again } = await atBin();
  await db.entries.put({ ...odd, subject: { kind: "bin", id: "bin-1" } } as Entry);
  await db.tallies.put({ subjectId: "bin-1", rowCount: 99, lastRowId: "odd" });
  again();
  expect(await screen.findByText(/^1 entry of this bin cannot be read and is left out/)).toBeVisible();
  expect(facts()).toMatch(/^In: 1.2 kg of food/);
});

test("a long log opens at its newest days and gives the older ones when asked", async () => {
  const weekly = Array.from({ length: 30 }, (_, at) => meal(0.1, 1, 5 + at));
  const { keeper } = await atBin([...newTub(), ...weekly]);
  const days = () => screen.getAllByText(/^(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day, /).length;
  expect(days()).toBe(12);
  await keeper.click(press(/^older days/));
  expect(days()).toBe(32);
  await waitFor(() => expect(screen.queryByRole("button", { name: /^older days/ })).toBeNull());
});

test("a bin at rest from a day on: the past is as it was, a day that is past is refused where it was typed", async () => {
  const { keeper, written } = await atBin();
  await keeper.click(press("Change the set-up"));
  const dialog = within(await screen.findByRole("dialog"));
  await keeper.click(dialog.getByRole("checkbox", { name: /rest/i }));
  typeDay(/until/i, START);
  await keeper.click(dialog.getByRole("button", { name: /keep/i }));
  await waitFor(() =>
    expect(dialog.getByRole("group", { name: "until" })).toHaveAccessibleDescription("That day is past."),
  );
  expect(await written()).toEqual([]);
  typeDay(/until/i, addDays(TODAY, 40));
  await keeper.click(dialog.getByRole("button", { name: /keep/i }));
  await waitFor(async () => expect(await written()).toHaveLength(1));
  expect(await written()).toMatchObject([
    { kind: "altered", day: TODAY, changes: { resting: true, restingUntil: addDays(TODAY, 40) } },
  ]);
  await waitFor(() => expect(screen.getByText(/, resting$/)).toBeVisible());
});

test("rules of one's own are set, said, and taken back, each beside what holds without it", async () => {
  const { keeper, written } = await atBin();
  await keeper.click(press("Change the set-up"));
  const dialog = within(await screen.findByRole("dialog"));
  await keeper.click(dialog.getByText("Rules of your own for this bin"));
  const interval = dialog.getByLabelText("Fed every (days)");
  expect(dialog.getByText(/^else 4 days$/)).toBeInTheDocument();
  await keeper.type(interval, "900");
  await keeper.click(press("Keep the change"));
  expect(await dialog.findByText("Between 1 and 366 days.")).toBeInTheDocument();
  await keeper.clear(interval);
  await keeper.type(interval, "9");
  await keeper.type(dialog.getByLabelText("Moisture (%)"), "66");
  await keeper.click(press("Keep the change"));
  expect(await screen.findByText(/fed every 9 days; about 66 % moist/)).toBeVisible();
  await keeper.click(press("Change the set-up"));
  const again = within(await screen.findByRole("dialog"));
  // What is set stands open, to be seen.
  await keeper.clear(again.getByLabelText("Fed every (days)"));
  await keeper.clear(again.getByLabelText("Moisture (%)"));
  await keeper.click(press("Keep the change"));
  await waitFor(() => expect(screen.queryByText(/Own rules:/)).toBeNull());
  expect(await written()).toMatchObject([
    { kind: "altered", changes: { own: { intervalDays: 9 }, targetMoisture: 0.66 } },
    { kind: "altered", changes: { own: {}, targetMoisture: null } },
  ]);
});

test("what was read stands on the page as it was said, with its day, beside what is made of it", async () => {
  const left = look([{ of: "foodLeft", foodLeft: "none", place: 1, instrument: "eye" }], 50);
  await atBin([...LOG(), left]);
  const heard = within(screen.getByRole("region", { name: "What you read, and what we make of it" }));
  const lines = heard.getAllByRole("listitem").map(({ textContent }) => textContent);
  expect(lines[0]).toMatch(/^the bed1–2 drops, .*now \d+–\d+ % moist \(a fist: 69–81 %\)$/);
  expect(lines[1]).toMatch(/^place 1of 400 g given .*: none left, /);
  expect(lines[2]).toMatch(/^place 2.*not looked at since/);
});
