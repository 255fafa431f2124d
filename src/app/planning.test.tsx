import { binRows, inCellar, leaveCellar, press, roomRow, typeDay } from "../../tests/inCellar";
import { BIN_ROW, newTub } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { BlendWish } from "@/core/mixing/solve";
import { Keys } from "@/features/shell/Keys";
import type { NewRow } from "@/persistence/write";
import { localDate } from "@/vocabulary/fields";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import MixPage from "./mix/page";
import PlanPage from "./plan/page";
import StartPage from "./start/page";
import StorePage from "./store/page";

/* From the scraps to the first weeks, room by room over a real store. The browser's worker solves; here the same sum does. */

jest.mock("@/workers/mixing.client", () => ({
  solveBlend: async (wish: BlendWish) => {
    const { blendFrom, blendProgramme } = await import("@/core/mixing/solve");
    const { solve } = await import("yalps");
    const { constraints, variables } = blendProgramme(wish);
    const found = solve({
      direction: "minimize",
      objective: "price",
      constraints: { ...constraints },
      variables: { ...variables },
    });
    return blendFrom(wish, new Map(found.variables));
  },
}));

const TODAY = localDate.parse("2026-11-23");
const { name: _, firstDay: __, ...ROW } = BIN_ROW;
const PLAN: NewRow = {
  kind: "plans",
  row: {
    ...ROW,
    schemaVersion: 2,
    rowId: "plan-row",
    id: "plan-1",
    name: "Plan",
    scraps: [0, 1, 2].map((ago) => ({ day: addDays(TODAY, -ago), massKg: 0.25 })),
    coldestC: 12,
    hottestC: 24,
    isDamp: false,
    hasFloorDrain: false,
    hasStairs: true,
    shelter: "indoors",
    liftKg: 20,
    hoursPerWeek: 1,
    purpose: "castings",
    binCount: 1,
    prices: { wormsPerKg: 40 },
  },
};
const wait = (isSo: () => void | Promise<void>) => waitFor(isSo);
const type = (label: RegExp | string, text: string, at = 0) => {
  const field = screen.getAllByLabelText(label, { selector: "input, textarea" })[at]!;
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};
const region = (name: RegExp) => within(screen.getByRole("region", { name }));
const newest = <R extends { readonly revision: number }>(rows: readonly R[]): R =>
  rows.toSorted((a, b) => b.revision - a.revision)[0]!;
afterEach(leaveCellar);

test("scraps are weighed day by day and kept as they are given; what is no weight is said and stays", async () => {
  const { keeper, db, again } = await inCellar(<PlanPage />, { rows: [], today: TODAY, address: "/plan" });
  await screen.findByRole("group", { name: "Scraps by day" });
  type(/scraps \(g\)/, "a bit");
  await keeper.click(press("note it"));
  expect(await screen.findByText(/“a bit” is too little to reckon with/)).toBeVisible();
  await waitFor(() => expect(screen.getByLabelText(/scraps \(g\)/)).toHaveValue("a bit"));
  const day = (name: RegExp) =>
    within(screen.getByRole("group", { name: "Scraps by day" })).getByRole("button", { name });
  for (const [name, amount] of [
    [/^Monday 23/, "300"],
    [/^Sunday 22/, "200 g"],
    [/^Saturday 21/, "0.25 kg"],
  ] as const) {
    await keeper.click(day(name));
    type(/scraps \(g\)/, amount);
    await keeper.click(press("note it"));
    await wait(() => expect(day(name)).toHaveAccessibleName(/\d+ g$/));
  }
  again();
  expect(await screen.findByText("250 g a day")).toBeVisible();
  const { scraps } = newest(await db.plans.toArray());
  expect(scraps.map(({ massKg }) => massKg).toSorted()).toEqual([0.2, 0.25, 0.3]);
});

test("every kind of bin is proposed or ruled out with its reason; one is chosen and stands on its build sheet", async () => {
  const { keeper, db } = await inCellar(<PlanPage />, {
    rows: [PLAN],
    today: TODAY,
    address: "/plan?step=proposals",
  });
  const tub = (await screen.findAllByRole("listitem")).find((one) =>
    /^Single tub/.test(one.textContent ?? ""),
  );
  expect(tub ?? screen.getByText(/Single tub/)).toBeVisible();
  expect(region(/Not proposed/).getByText(/Stands in a garden bed/)).toBeVisible();
  await keeper.click(press("Build the single tub"));
  await wait(async () => expect(newest(await db.plans.toArray()).chosen?.system).toBe("tub"));
});

test("a plan comes to the rack with dates: a day too early is refused with what works, then all is one saving", async () => {
  const { keeper, db, again, pushed } = await inCellar(<PlanPage />, {
    rows: [PLAN],
    today: TODAY,
    address: "/plan?step=proposals",
  });
  await keeper.click(await screen.findByRole("button", { name: "Build the single tub" }));
  await wait(async () => expect(newest(await db.plans.toArray()).chosen).toBeDefined());
  again("/plan?step=build");
  await keeper.click(await screen.findByRole("button", { name: "Put it on the rack, with dates" }));
  await screen.findByRole("dialog");
  type(/^(Its name|Their name)/, "Tansy");
  typeDay("Worms arrive on", "2026-11-01");
  await keeper.click(press("Put it on the rack"));
  expect(await screen.findByText(/the nearest that works is 23 November/)).toBeVisible();
  typeDay("Worms arrive on", "2026-12-07");
  const before = await db.changes.count();
  await keeper.click(press("Put it on the rack"));
  await wait(() => expect(pushed.join()).toMatch(/^\/start\?id=/));
  expect([await db.changes.count(), await db.bins.count(), await db.timetables.count()]).toEqual([
    before + 1,
    newest(await db.plans.toArray()).binCount,
    1,
  ]);
  expect(newest(await db.timetables.toArray()).steps.find(({ key }) => key === "mixBedding")?.day).toBe(
    // Fourteen days are fewer than bedding wants: the steps before are drawn together.
    "2026-11-24",
  );
});

const timetable = (binId: string): NewRow => ({
  kind: "timetables",
  row: {
    ...ROW,
    schemaVersion: 1,
    rowId: "times-row",
    id: "times-1",
    name: "Tansy",
    binId,
    wormsKg: 0.5,
    steps: [
      { key: "mixBedding", day: addDays(TODAY, -4) },
      { key: "receiveWorms", day: addDays(TODAY, 14) },
      { key: "firstMeal", day: addDays(TODAY, 19) },
    ],
  },
});

test("a step is ticked off, a day moved takes along what follows and leaves what is done", async () => {
  const { keeper, db, written } = await inCellar(<StartPage />, {
    rows: [roomRow, ...binRows("a", "Tansy", newTub().slice(0, 1)), timetable("a")],
    today: TODAY,
    address: "/start?id=times-1",
  });
  await wait(() =>
    expect(screen.getByLabelText("Day of: Receive the worms", { selector: "input" })).toBeEnabled(),
  );
  await keeper.click(await screen.findByLabelText("Mix and soak the bedding: done"));
  const steps = async () => Object.fromEntries(newest(await db.timetables.toArray()).steps.map((one) => [one.key, one])); // prettier-ignore
  // Not waited for: what is moved next stands on what was ticked, however fast it follows.
  typeDay("Day of: Receive the worms", addDays(TODAY, 16));
  await wait(async () => expect((await steps()).receiveWorms?.day).toBe(addDays(TODAY, 16)));
  expect((await steps()).firstMeal?.day).toBe(addDays(TODAY, 21));
  expect((await steps()).mixBedding).toMatchObject({ day: addDays(TODAY, -4), doneOn: TODAY });
  // The visit waits for the first meal as long as the sheet does; a tick alone has changed nothing of the bin.
  expect(await written()).toMatchObject([{ kind: "altered", changes: { own: { settlesDays: 5 } } }]);
});

test("twenty tubs from area and density in one saving; more worms than live are refused with what works", async () => {
  const { keeper, db } = await inCellar(
    <>
      <PlanPage />
      <Keys />
    </>,
    { rows: [], today: TODAY, address: "/plan?step=many" },
  );
  await screen.findByLabelText("Worms to the square metre");
  type("Worms to the square metre", "60000");
  await keeper.click(press("Put all 20 on the rack"));
  expect(await screen.findByText(/the most that lives is about 26\s000 worms/)).toBeVisible();
  type("Worms to the square metre", "2100");
  expect(await screen.findByText("250 worms")).toBeVisible();
  await keeper.click(press("Put all 20 on the rack"));
  await wait(async () => expect(await db.bins.count()).toBe(20));
  expect(await db.changes.count()).toBe(1);
  await keeper.keyboard("u");
  await wait(async () => expect((await db.bins.toArray()).filter(({ deleted }) => deleted)).toHaveLength(20));
});

test("the bench solves backwards, says what is missing, and what cannot be", async () => {
  const { keeper } = await inCellar(<MixPage />, { rows: [], today: TODAY, address: "/mix" });
  await screen.findByRole("button", { name: /find the amounts/ });
  type("Carbon to nitrogen", "12");
  await keeper.click(press(/find the amounts/));
  expect(
    await screen.findByText(/C:N 12 is out of reach.*Something rich in nitrogen is missing/),
  ).toBeVisible();
  await keeper.click(press("add a layer"));
  type("Carbon to nitrogen", "30");
  await keeper.click(press(/find the amounts/));
  expect(await screen.findByText(/It works out: 40 L/)).toBeVisible();
  type(/^Moisture \(%\)/, "97");
  expect(await screen.findByText(/Above that, water runs out of any mix/)).toBeVisible();
  type("How much", "a bucket");
  expect(await screen.findByText(/How big is the bucket\?/)).toBeVisible();
});

const batch: NewRow = {
  kind: "batches",
  row: {
    ...ROW,
    schemaVersion: 1,
    rowId: "batch-row",
    id: "batch-1",
    name: "Card and coffee",
    mixedOn: addDays(TODAY, -30),
    parts: [{ use: "bedding", materialId: "cardboard-corrugated", massKg: 6, moisture: 0.08 }],
    waterL: 10,
    massKg: 16,
    moisture: 0.7,
    volumeL: 60,
    heats: true,
    placeC: 14,
    turnDays: [],
    ripeFrom: addDays(TODAY, -10),
    ripeBy: addDays(TODAY, -5),
  },
};

test("a hot batch waits two calm days; no more is taken than there is; into a bin it is one act in both logs", async () => {
  const rows = [roomRow, ...binRows("a", "Quince", newTub()), batch];
  const cellar = await inCellar(<StorePage />, { rows, today: TODAY, address: "/store" });
  const { keeper, again, written } = cellar;
  const measure = async (text: string) => {
    await keeper.click(await screen.findByRole("button", { name: "measure its middle" }));
    type(/Temperature, probe/, text);
    await keeper.click(press("Keep the reading"));
    await wait(() => expect(screen.queryByRole("dialog")).toBeNull());
  };
  await measure("122 F");
  expect(await screen.findByText("hot, 50 °C")).toBeVisible();
  for (const [day, text, said] of [
    [20, "28", /^cooling$/],
    [22, "27", /^fit for worms$/],
  ] as const) {
    jest.setSystemTime(new Date(`${addDays(TODAY, day)}T10:00:00`));
    again();
    await measure(text);
    expect(await screen.findByText(said)).toBeVisible();
  }
  await keeper.click(press("take some"));
  type(/Taken/, "900 kg");
  await keeper.click(press("Keep what was taken"));
  expect(await screen.findByText(/Only .* are left/)).toBeVisible();
  type(/Taken/, "2 kg");
  await keeper.click(screen.getByRole("combobox", { name: "Into which bin" }));
  await keeper.click(await screen.findByRole("option", { name: "Quince" }));
  await keeper.click(press("Keep what was taken"));
  await wait(() => expect(screen.queryByRole("dialog")).toBeNull());
  const log = await written();
  const both = log.filter(({ actId }) => actId);
  expect(both.map(({ kind, subject }) => [kind, subject.kind])).toEqual([
    ["removed", "batch"],
    ["bedded", "bin"],
  ]);
  expect(new Set(both.map(({ actId }) => actId)).size).toBe(1);
});
