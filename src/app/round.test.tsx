import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../tests/inCellar";
import { entry, look, meal, newTub, setupOf, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { Keys } from "@/features/shell/Keys";
import { Slips } from "@/features/slip/Slips";
import { parseQuantity } from "@/core/quantity/parse";
import type { NewRow } from "@/persistence/write";
import { act, screen, waitFor, within } from "@testing-library/react";
import RoundPage from "./page";

const TODAY = addDays(START, 60);
const SOUND = [
  { of: "squeeze", squeeze: "fewDrops", instrument: "fist" },
  { of: "foodLeft", foodLeft: "none", compartment: "c1", place: 1, instrument: "eye" },
];
const hungry = () => [
  ...newTub(),
  ...[15, 25, 35, 45].flatMap((on) => [look(SOUND, on), meal(0.3, 1, on)]),
  look(SOUND, 58),
];
const wet = () => [
  ...newTub(),
  meal(0.4, 1, 40),
  look([{ of: "smell", smell: "rotten", instrument: "nose" }], 58),
];
const resting = () => [...newTub(0.5, setupOf("tub", { resting: true }))];
const THREE = [
  ...binRows("a", "Quince", hungry()),
  ...binRows("b", "Medlar", wet()),
  ...binRows("c", "Sorrel", resting()),
];

async function round(rows: readonly NewRow[] = THREE, units: "metric" | "us" = "metric") {
  const cellar = await inCellar(
    <>
      <RoundPage />
      <Keys />
      <Slips />
    </>,
    { rows: [roomRow, settingsRow(units), ...rows], today: TODAY },
  );
  const slate = await screen.findByRole("complementary", { name: "The slate" });
  const rack = screen.getByRole("navigation", { name: "Bins on the rack" });
  return { ...cellar, slate: within(slate), rack: within(rack), slip: () => screen.findByRole("dialog") };
}
const inHand = () => screen.getByRole("heading", { level: 2, name: /^(Quince|Medlar|Sorrel)$/ }).textContent;
afterEach(leaveCellar);

test("the slate lists what is due, trouble first, and what to carry down is the sum of it", async () => {
  const { slate, rack } = await round();
  expect(slate.getByRole("heading", { level: 2 })).toHaveTextContent(/^Friday’s round/);
  const lines = slate.getAllByRole("listitem").map(({ textContent }) => textContent);
  expect(lines.map((line) => /^\w+/.exec(line ?? "")?.[0])).toEqual(["Medlar", "Quince"]);
  const [quince] = lines.filter((line) => line?.startsWith("Quince feed"));
  const [medlar] = lines.filter((line) => line?.startsWith("Medlar"));
  expect(quince).toMatch(/\d g/);
  expect(medlar).toMatch(/rotten smell: no food/);
  const amount = (line?: string | null) =>
    /([\d.]+) (k?g)/
      .exec(line ?? "")!
      .slice(1, 3)
      .join(" ");
  // One bin is fed today: what it gets is what is carried.
  expect(slate.getByText("Scraps").closest("tr, li, div")).toHaveTextContent(amount(quince));
  expect(rack.getAllByRole("button")).toHaveLength(3);
  expect(rack.getByRole("button", { name: /Sorrel/ })).toHaveAccessibleName(/Resting/);
});

test("what was told a bin ahead stands beside the bins: a harvest that is wanted, a last visit before an absence", async () => {
  const ahead = {
    harvestOn: addDays(TODAY, 10),
    noFoodFrom: addDays(TODAY, -1),
    noWaterFrom: addDays(TODAY, 4),
  };
  const away = { awayFrom: addDays(TODAY, 1), awayUntil: addDays(TODAY, 20) };
  const { slate } = await round([
    ...binRows("a", "Quince", [...hungry(), entry({ kind: "altered", changes: { ahead } }, 58)]),
    ...binRows("b", "Medlar", [
      ...newTub(),
      look(SOUND, 50),
      entry({ kind: "altered", changes: { ahead: away } }, 55),
    ]),
  ]);
  expect(
    await slate.findByRole("link", { name: /^Quince no more food Castings are wanted from it on/ }),
  ).toBeVisible();
  expect(slate.getByRole("link", { name: /^Medlar visit before you leave/ })).toHaveAttribute(
    "href",
    "/visit?id=b",
  );
  // The bin that is to be harvested is not asked to be fed as well.
  const lines = slate.getAllByRole("listitem").map(({ textContent }) => textContent);
  expect(lines.filter((line) => line.startsWith("Quince feed"))).toEqual([]);
});

test("keys go from bin to bin and write to the one in hand; while something is typed they are letters", async () => {
  const { keeper, slip, written } = await round();
  await keeper.keyboard("3");
  expect(inHand()).toBe("Sorrel");
  await keeper.keyboard("1w");
  expect(await slip()).toHaveAccessibleName(/Water.*Quince/);
  await keeper.keyboard("250 mL");
  await keeper.click(press("Keep the water"));
  await waitFor(async () => expect(await written()).toHaveLength(1));
  expect(await written()).toMatchObject([
    { kind: "watered", amount: { volumeL: 0.25, typed: "250 mL" }, day: TODAY, subject: { id: "a" } },
  ]);
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.keyboard("n");
  await slip();
  await keeper.keyboard("a fine bin 2");
  await waitFor(() => expect(screen.getByLabelText("Note")).toHaveValue("a fine bin 2"));
});

test("a slip with a fault keeps what was typed, says why at the field, and outlives a reload", async () => {
  const { keeper, slip, written, again } = await round();
  await keeper.keyboard("1h");
  await slip();
  await keeper.type(screen.getByLabelText(/^Full container/), "400 g");
  await keeper.type(screen.getByLabelText(/^Empty container/), "3.2 kg");
  await keeper.click(press("Keep the harvest"));
  await waitFor(() => expect(screen.getByLabelText(/^Empty container/)).toBeInvalid());
  expect(screen.getByLabelText(/^Empty container/)).toHaveAccessibleDescription(/swapped/);
  expect(await written()).toEqual([]);
  again();
  await screen.findByRole("complementary", { name: "The slate" });
  await keeper.keyboard("1h");
  await slip();
  await waitFor(() => expect(screen.getByLabelText(/^Full container/)).toHaveValue("400 g"));
  await keeper.clear(screen.getByLabelText(/^Empty container/));
  await keeper.type(screen.getByLabelText(/^Empty container/), "100 g");
  await keeper.click(press("Keep the harvest"));
  await waitFor(async () => expect(await written()).toMatchObject([{ grossKg: 0.4, tareKg: 0.1 }]));
});

test("the key that takes back takes back the last thing kept, and the rack says so", async () => {
  const { keeper, slip, db, rack } = await round();
  expect(rack.getByRole("button", { name: /Quince/ })).toHaveAccessibleName(/feed/);
  await keeper.keyboard("1f");
  await slip();
  await keeper.type(screen.getByLabelText(/^(Amount|How much)/), "500 g");
  await keeper.click(press("Keep the meal"));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await waitFor(() => expect(rack.getByRole("button", { name: /Quince/ })).not.toHaveAccessibleName(/feed/));
  await keeper.keyboard("u");
  await waitFor(() => expect(rack.getByRole("button", { name: /Quince/ })).toHaveAccessibleName(/feed/));
  // Taken back, not erased.
  const rows = (await db.entries.toArray()).filter(({ kind, day }) => kind === "fed" && day === TODAY);
  expect(new Map(rows.map(({ revision, deleted }) => [revision, deleted === true]))).toEqual(
    new Map([
      [1, false],
      [2, true],
    ]),
  );
});

test("all amounts follow the keeper's units, and the same bin means the same thing in both", async () => {
  const read = async (units: "metric" | "us") => {
    const { slate } = await round(THREE, units);
    const line = slate
      .getAllByRole("link")
      .find(({ textContent }) => textContent?.startsWith("Quince feed"))!;
    const [amount] = /[\d.¼½¾ ]+(kg|g|lb|oz)( \d+ oz)?/.exec(line.textContent)!;
    await leaveCellar();
    return { amount, kg: parseQuantity(amount.trim(), "mass", "kg") };
  };
  const metric = await read("metric");
  const us = await read("us");
  expect([metric.amount, us.amount]).toEqual([
    expect.stringMatching(/g$/),
    expect.stringMatching(/(oz|lb)$/),
  ]);
  const kg = ({ kg: outcome }: typeof us) => (outcome.ok ? outcome.value : NaN);
  expect(kg(us) / kg(metric)).toBeGreaterThan(0.95);
  expect(kg(us) / kg(metric)).toBeLessThan(1.05);
});

test("what another tab writes stands here at once", async () => {
  const { db, rack } = await round();
  const { write } = await import("@/persistence/write");
  const late = meal(0.4, 1, 60);
  await act(async () => {
    await write(
      db,
      "elsewhere",
      [{ kind: "entries", row: { ...late, subject: { kind: "bin", id: "a" } } }],
      `${TODAY}T11:00:00.000Z`,
    );
  });
  await waitFor(() => expect(rack.getByRole("button", { name: /Quince/ })).not.toHaveAccessibleName(/feed/));
});

test("an empty cellar offers a first bin, a plan and the demo, and nothing to tick off", async () => {
  await inCellar(<RoundPage />, { rows: [], today: TODAY });
  expect(await screen.findByRole("heading", { name: "No bin yet" })).toBeVisible();
  expect(screen.getByRole("link", { name: /^I begin one/ })).toHaveAttribute("href", "/setup");
  expect(screen.queryByRole("complementary", { name: "The slate" })).toBeNull();
});
