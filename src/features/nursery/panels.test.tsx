import {
  binRows,
  inCellar,
  leaveCellar,
  press,
  roomRow,
  settingsRow,
  typeDay,
} from "../../../tests/inCellar";
import { newTub, START, tubEntry, tubOf } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { tubLog, tubState } from "@/core/nursery/state";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { NurseryRoom } from "./NurseryRoom";

jest.mock("@/ui/chart/Chart", () => ({ Chart: ({ label }: { label: string }) => <p>{label}</p> }));

const TODAY = addDays(START, 60);
const tubRows = (
  id: string,
  name: string,
  changes: Parameters<typeof tubOf>[0],
  ...log: ReturnType<typeof tubEntry>[]
): NewRow[] => [
  { kind: "tubs", row: tubOf({ id: id as never, name, ...changes }) },
  ...log.map((row): NewRow => ({ kind: "entries", row })),
];
/** Eight tubs cleared twice and counted by a sixteenth; the last of them lays far less. */
const counted = (bad: number): NewRow[] =>
  Array.from({ length: 8 }, (_, nth) => {
    const id = `tub-${nth + 1}`;
    const scoop = (cycle: number) => (nth === 7 ? bad : 58 + ((nth * 5 + cycle * 3) % 9));
    return tubRows(id, `Tub ${nth + 1}`, { row: nth < 4 ? "Row A" : "Row B" }, ...[0, 1].flatMap((cycle) => [
      tubEntry({ kind: "tubSet", grown: { count: 260, measuredBy: "guessed" }, cycleDays: 24 }, 24 * cycle, id),
      tubEntry({ kind: "tubCleared", how: "sieved" }, 24 * (cycle + 1), id),
      tubEntry({ kind: "tubCounted", of: "cocoons", count: scoop(cycle), fraction: 1 / 16 }, 24 * (cycle + 1), id),
    ]));
  }).flat(); // prettier-ignore
const nursery = async (rows: readonly NewRow[]) => {
  const cellar = await inCellar(<NurseryRoom />, {
    rows: [roomRow, settingsRow("metric"), ...rows],
    today: TODAY,
    address: "/nursery",
  });
  await screen.findByRole("heading", { name: "Nursery" });
  const region = (name: string) => screen.findByRole("region", { name });
  const write = (label: string | RegExp, text: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
  const choose = async (label: RegExp | string, option: string) => {
    fireEvent.mouseDown(screen.getByRole("combobox", { name: label }));
    fireEvent.click(await screen.findByRole("option", { name: option }));
  };
  return { ...cellar, region, write, choose };
};
beforeAll(() => {
  // jsdom has no layout to scroll.
  Element.prototype.scrollIntoView = () => undefined;
});
afterEach(leaveCellar);

test("counts that tell a bad tub from chance name it and no other, with what to do and its share of the others", async () => {
  const { region } = await nursery(counted(20));
  const well = await region("How well they breed");
  const accused = within(within(well).getAllByRole("list")[0]!).getAllByRole("listitem");
  expect(accused).toHaveLength(1);
  expect(accused[0]).toHaveTextContent(
    /^Tub 8: 0\.\d+ cocoons a worm and week over 2 cycles, 3\d % of the others: really less/,
  );
  expect(well).toHaveTextContent(/over 16 counted cycles/);
  expect(within(well).getByRole("heading", { name: "By row" })).toBeVisible();
  expect(within(well).getByText(/^0\.\d+ over 8 cycles/)).toBeVisible();
  expect(within(well).getByText(/within the limits of chance/)).toBeVisible();
});

test("eight sound tubs are all within chance; without a count nothing is said of them but that", async () => {
  const { region } = await nursery(counted(60));
  expect(await region("How well they breed")).toHaveTextContent(
    /All tubs lie within chance: none has to be accused/,
  );
});

test("cleared and never counted: the rhythm runs on, and what would tell more is said", async () => {
  const { region } = await nursery(
    tubRows(
      "tub-1",
      "Tub 1",
      {},
      tubEntry({ kind: "tubSet", grown: { count: 200, measuredBy: "guessed" }, cycleDays: 24 }, 0),
      tubEntry({ kind: "tubCleared", how: "lured" }, 24),
    ),
  );
  expect(await region("How well they breed")).toHaveTextContent(
    /1 cleared cycle was not counted.*One weighed scoop/,
  );
});

test("enough by a day: tubs, feed and trays for it; too soon says when at the earliest; what is typed outlives a reload", async () => {
  const { region, write, again } = await nursery(binRows("bin-1", "Quince", newTub()));
  write(/Grown worms wanted/, "3 kg");
  typeDay("By", addDays(TODAY, 40));
  const enough = await region("How many tubs it takes");
  expect(
    await within(enough).findByText(/No brood is grown by then. Set today, the first are grown about/),
  ).toBeVisible();
  typeDay("By", addDays(TODAY, 300));
  expect(await within(enough).findByText(/^\d+ tubs? from today, each \d+ cycles?/)).toBeVisible();
  expect(within(enough).getByText(/reached with nine chances in ten/)).toBeVisible();
  expect(within(enough).getByText(/of prepared feed, .* of bedding, .* trays and .* hours/)).toBeVisible();
  // The draft is kept a moment after the last key.
  await new Promise((go) => setTimeout(go, 600));
  again();
  await waitFor(() => expect(screen.getByLabelText(/Grown worms wanted/)).toHaveValue("3 kg"));
});

test("two beds by their ground and stocking: how many tubs, promised bed by bed and filled in the order of their days", async () => {
  const { keeper, region, write, db } = await nursery(TRAY(900));
  const enough = await region("How many tubs it takes");
  write("Beds to fill", "2");
  write("Ground of each (m²)", "15");
  write("Worms on it (kg/m²)", "three");
  expect(within(enough).getByText("or as beds")).toBeVisible();
  write("Worms on it (kg/m²)", "3");
  write("Beds to fill", "4000");
  expect(within(enough).getByText("At most 40 at once.")).toBeVisible();
  write("Beds to fill", "2");
  expect(within(enough).getByText("the beds take 90 kg")).toBeVisible();
  typeDay("By", addDays(TODAY, 340));
  expect(await within(enough).findByText(/^[\d\s]+ tubs from today/)).toBeVisible();
  await keeper.click(within(enough).getByRole("button", { name: "promise the 2 beds" }));
  const promised = await region("Promised");
  expect(await within(promised).findByText("Bed 2 of 2")).toBeVisible();
  expect((await db.orders.toArray()).map(({ amount, purpose }) => ({ amount, purpose }))).toMatchObject([
    { amount: { massKg: 45 }, purpose: "bed" },
    { amount: { massKg: 45 }, purpose: "bed" },
  ]);
  await waitFor(() => expect(screen.getByLabelText("Beds to fill")).toHaveValue(""));
});

test("a steady supply: tubs, rhythm and what a week takes; promised week by week; too cold is said", async () => {
  const { keeper, region, write, choose, db } = await nursery(TRAY(900));
  const enough = await region("How many tubs it takes");
  await choose("Wanted", "each week, from a day on");
  write(/Grown worms a week/, "1");
  typeDay("From", addDays(TODAY, 220));
  expect(await within(enough).findByText(/^\d+ tubs, in 4 rows set \d days apart/)).toBeVisible();
  expect(within(enough).getByText(/^A week: about|A week: about .* of prepared feed/)).toBeVisible();
  expect(within(enough).getByText(/against the 1 kg wanted/)).toBeVisible();
  await keeper.click(within(enough).getByRole("button", { name: "promise the first 13 weeks" }));
  expect(await within(await region("Promised")).findByText("Week 13 of 13")).toBeVisible();
  const orders = await db.orders.toArray();
  expect(orders).toHaveLength(13);
  const days = orders.map(({ dueOn }) => dueOn).toSorted();
  expect(days.map((_, nth) => addDays(days[0]!, 7 * nth))).toEqual(days);
  expect(days[0]! >= addDays(TODAY, 220)).toBe(true);
});

test("what is asked for each week outlives a reload and the other way of asking; what cannot be is said", async () => {
  const { region, write, choose, again } = await nursery(binRows("bin-1", "Quince", newTub()));
  const enough = await region("How many tubs it takes");
  await choose("Wanted", "each week, from a day on");
  typeDay("From", addDays(TODAY, 30));
  write(/Grown worms a week/, "2000 kg");
  expect(await within(enough).findByText(/tubs would be needed: more than one house holds\. Sell less a week/)).toBeVisible(); // prettier-ignore
  expect(within(enough).queryByRole("button", { name: /promise/ })).toBeNull();
  write(/Grown worms a week/, "0.4");
  expect(await within(enough).findByText(/That is later than you want it: buy until then/)).toBeVisible();
  await choose("Wanted", "once, by a day");
  expect(await within(enough).findByLabelText(/Grown worms wanted/)).toHaveValue("");
  await choose("Wanted", "each week, from a day on");
  await waitFor(() => expect(screen.getByLabelText(/Grown worms a week/)).toHaveValue("0.4"));
  await new Promise((go) => setTimeout(go, 600));
  again();
  await waitFor(() => expect(screen.getByLabelText(/Grown worms a week/)).toHaveValue("0.4"));
});

test("what hatched and lived is told by bedding too, as marks against what was expected", async () => {
  const tray = (nth: number) => {
    const [tub, id] = [`tub-${nth}`, `tray-${nth}`];
    const bedding = nth % 2 === 0 ? "coir" : "leaf-mould";
    const cocoons = { count: 900, lowCount: 850, highCount: 950 };
    return [
      ...tubRows(
        tub,
        `Tub ${nth}`,
        { row: "Row A" },
        tubEntry({ kind: "bedded", parts: [{ materialId: bedding, amount: { volumeL: 12, measuredBy: "volume" } }] }, 0, tub),
        tubEntry({ kind: "tubSet", grown: { count: 260, measuredBy: "guessed" }, cycleDays: 24 }, 0, tub),
        tubEntry({ kind: "tubCleared", how: "sieved", trayId: id }, 24, tub),
        tubEntry({ kind: "tubCounted", of: "cocoons", count: 900, fraction: 1 }, 24, tub),
      ),
      ...tubRows(
        id,
        `Tray ${nth}`,
        { role: "tray" },
        tubEntry({ kind: "trayFilled", fromId: tub, fraction: 1, laidFrom: START, laidTo: addDays(START, 24), cocoons }, 24, id),
        tubEntry({ kind: "tubCounted", of: "growing", count: nth % 2 === 0 ? 300 : 1500, fraction: 1 }, 100, id),
      ),
    ];
  }; // prettier-ignore
  await inCellar(<NurseryRoom />, {
    rows: [roomRow, settingsRow("metric"), ...[1, 2, 3, 4].flatMap(tray)],
    today: addDays(START, 110),
    address: "/nursery",
  });
  const well = within(await screen.findByRole("region", { name: "How well they breed" }));
  const rows = (await well.findAllByText(/of what was expected, over 2 trays/)).map(
    ({ textContent }) => textContent,
  );
  expect(rows).toHaveLength(2);
  const [coir, mould] = rows.map((said) => Number(/^(\d+) %/.exec(said)![1]));
  expect(coir).toBeLessThan(mould!);
});

test("a tub is wetted through by the clock: called step by step, going on where it was after a reload", async () => {
  const { keeper, again } = await nursery(tubRows("tub-1", "Tub 1", { row: "Row A" }));
  await keeper.click(await screen.findByRole("button", { name: /^Tub 1/ }));
  await keeper.click(screen.getByRole("button", { name: "set" }));
  await keeper.click(screen.getByText("As wet as it goes without standing water"));
  await keeper.click(screen.getByRole("button", { name: "It stands" }));
  expect(await screen.findByRole("timer")).toHaveTextContent(/^(10:00|9:5\d)$/);
  await new Promise((go) => setTimeout(go, 600));
  again();
  const wetting = await screen.findByRole("region", { name: "Wetting through" });
  await keeper.click(within(wetting).getByRole("button", { name: "It is tilted, already" }));
  await waitFor(() => expect(within(wetting).getByRole("timer")).toHaveTextContent(/^(30:00|29:5\d)$/));
  await keeper.click(within(wetting).getByRole("button", { name: "stop the clock" }));
  await waitFor(() => expect(screen.queryByRole("region", { name: "Wetting through" })).toBeNull());
});

test("worms for somebody else: a tenth more, packed damp, never to be set free; gone, they are gone from the bin", async () => {
  const { keeper, region, write, choose, written } = await nursery(binRows("bin-1", "Quince", newTub(0.8)));
  const parcel = await region("Worms for somebody else");
  write("How many, or how heavy", "many");
  expect(screen.getByLabelText("How many, or how heavy")).toBeInvalid();
  write("How many, or how heavy", "200");
  expect(within(parcel).getByText("220")).toBeVisible();
  expect(within(parcel).getByText(/Where the cellar lies is not known/)).toBeVisible();
  await choose("For", "to be set free");
  expect(await within(parcel).findByRole("alert")).toHaveTextContent(/Not for that/);
  expect(within(parcel).queryByRole("button", { name: "they are gone: keep it" })).toBeNull();
  await choose("For", "a bin");
  await choose("Out of", "Quince");
  write("To whom", "a neighbour");
  await keeper.click(press("they are gone: keep it"));
  await waitFor(async () => expect(await written()).toMatchObject([{ kind: "wormsTaken", amount: { count: 200 }, note: "given away to a neighbour" }])); // prettier-ignore
});

const TRAY = (cocoons: number) =>
  tubRows(
    "tray-1",
    "Tray A",
    { role: "tray" },
    tubEntry(
      { kind: "trayFilled", fromId: "tub-9", fraction: 1, laidFrom: addDays(START, -150), laidTo: addDays(START, -130), cocoons: { count: cocoons, lowCount: cocoons - 50, highCount: cocoons + 50 } },
      0,
      "tray-1",
    ),
  ); // prettier-ignore

test("worms out of a tray are gone from it, and the rest stays on the board", async () => {
  const { keeper, region, write, choose, db } = await nursery(TRAY(600));
  await region("Worms for somebody else");
  write("How many, or how heavy", "300");
  await choose("Out of", "Tray A");
  await choose("They are", "sold");
  await keeper.click(press("they are gone: keep it"));
  await waitFor(async () => {
    const state = tubState(
      tubOf({ id: "tray-1" as never, role: "tray" }),
      tubLog((await readLog(db, "tray-1")).rows),
    );
    expect(state).toMatchObject({ stage: "brood", brood: { takenCount: 300 } });
  });
  expect(screen.getByRole("button", { name: /^Tray A/ })).toBeVisible();
});

test("promised: reserved with a fair extra, held against what grows up, packed in one act that closes it, called off, and taken back", async () => {
  const { keeper, region, write, choose, db } = await nursery(TRAY(900));
  const promised = await region("Promised");
  expect(promised).toHaveTextContent(/Nothing is promised/);
  await keeper.click(within(promised).getByRole("button", { name: "promise it" }));
  await waitFor(() => expect(within(promised).getByText("Who gets them?")).toBeVisible());
  await waitFor(() => expect(within(promised).getByText("A day from today on.")).toBeVisible());
  write("For whom, or which bed", "Wren");
  write("Worms promised", "200");
  typeDay("Due on", addDays(TODAY, 10));
  await keeper.click(within(promised).getByRole("button", { name: "promise it" }));
  const line = await within(promised).findByText("Wren");
  await waitFor(() => expect(screen.getByLabelText("For whom, or which bed")).toHaveValue(""));
  expect(line.closest("li")).toHaveTextContent(
    /a gift: 200 worms by .* \(220 with a fair extra\)grown and there/,
  );
  expect(promised).toHaveTextContent(/Grown up in trays by now: about [\d ]+; reserved 220/);
  expect(within(promised).getByText(/what is promised of them/)).toBeVisible();
  write("For whom, or which bed", "The long bed");
  await choose("It is", "a bed of your own");
  write("Worms promised", "40 kg");
  typeDay("Due on", addDays(TODAY, 200));
  await keeper.click(within(promised).getByRole("button", { name: "promise it" }));
  const bed = await within(promised).findByText("The long bed");
  expect(bed.closest("li")).toHaveTextContent(
    /not from what is set by now; fill a part of it, or set more tubs/,
  );
  await keeper.click(within(bed.closest("li")!).getByRole("button", { name: "call off" }));
  await waitFor(() => expect(within(promised).queryByText("The long bed")).toBeNull());
  await keeper.click(within(promised).getByRole("button", { name: "pack it" }));
  const parcel = await region("Worms for somebody else");
  expect(within(parcel).getByLabelText("How many, or how heavy")).toHaveValue("200");
  expect(within(parcel).getByText(/promised for/)).toBeVisible();
  await choose("Out of", "Tray A");
  await keeper.click(press("they are gone: keep it"));
  await waitFor(() => expect(within(promised).queryByText("Wren")).toBeNull());
  const newest = async (id: string) => (await db.orders.where("id").equals(id).toArray()).toSorted((a, b) => b.revision - a.revision)[0]; // prettier-ignore
  const wren = (await db.orders.toArray()).find(({ name }) => name === "Wren")!.id;
  expect(await newest(wren)).toMatchObject({ closed: { on: TODAY, as: "filled" } });
  expect((await readLog(db, "tray-1")).rows.filter(({ kind }) => kind === "wormsTaken")).toMatchObject([
    { amount: { count: 200 }, note: "given away to Wren" },
  ]);
});

test("a crowded bin is named for splitting, one with room has its day, a herd too cold to breed has none", async () => {
  const { region } = await nursery([
    ...binRows("bin-1", "Crowded", newTub(1.4)),
    ...binRows("bin-2", "Roomy", newTub(0.4)),
    ...binRows("bin-3", "Empty", newTub(0).slice(0, 3)),
  ]);
  const split = await region("Splitting a bin");
  const lines = within(split).getAllByRole("listitem");
  expect(lines[0]).toHaveTextContent(/^Crowded: can be split now/);
  expect(within(lines[0]!).getByRole("link", { name: "share it out" })).toHaveAttribute(
    "href",
    "/stock?split=bin-1",
  );
  expect(lines.map(({ textContent }) => textContent).join(" ")).not.toMatch(/Empty/);
});

test("two hundred tubs are folded but for what is due soon, and a list stands beside the board", async () => {
  const many = Array.from({ length: 60 }, (_, nth) =>
    tubRows(
      `tub-${nth + 1}`,
      `Tub ${nth + 1}`,
      { row: nth < 30 ? "Row A" : "Row B" },
      tubEntry(
        { kind: "tubSet", grown: { count: 100, measuredBy: "guessed" }, cycleDays: 24 },
        nth < 30 ? 38 : 58,
        `tub-${nth + 1}`,
      ),
    ),
  ).flat();
  const { keeper } = await nursery(many);
  // Row A is due in two days and stands open, Row B in three weeks and is folded.
  expect(await screen.findByRole("button", { name: /^Tub 1 / })).toBeVisible();
  expect(screen.queryByRole("button", { name: /^Tub 45 / })).toBeNull();
  await keeper.click(screen.getByRole("button", { name: "show" }));
  await waitFor(() => expect(screen.getByRole("button", { name: /^Tub 45 / })).toBeVisible());
  await keeper.click(screen.getByRole("checkbox", { name: "Row B" }));
  await waitFor(() => expect(screen.getByText("30 chosen:")).toBeVisible());
  expect(screen.getByRole("link", { name: "labels" })).toHaveAttribute(
    "href",
    expect.stringMatching(/^\/labels\?ids=tub-31,tub-32,/),
  );
  await keeper.click(screen.getByRole("button", { name: "as a list" }));
  expect(await screen.findByRole("grid", { name: "Tubs and trays" })).toBeVisible();
});

test("moving on what is grown stocks it into a bin of the cellar by the same act", async () => {
  const { keeper, write, choose, db } = await nursery([
    ...binRows("bin-1", "Quince", newTub()),
    ...tubRows(
      "tray-1",
      "Tray A",
      { role: "tray" },
      tubEntry(
        { kind: "trayFilled", fromId: "tub-9", fraction: 1, laidFrom: START, laidTo: addDays(START, 10) },
        10,
        "tray-1",
      ),
    ),
  ]);
  await keeper.click(await screen.findByRole("button", { name: /^Tray A/ }));
  await keeper.click(press("move on, or end"));
  await screen.findByRole("dialog");
  write("Worms of each", "400 g");
  await choose("Which bin", "Quince");
  await keeper.click(press("keep it for 1"));
  await waitFor(async () => {
    const rows = (await db.entries.toArray()).filter(({ actId }) => actId !== undefined);
    expect(rows.map(({ kind, subject }) => [subject.id, kind]).toSorted()).toEqual([["bin-1", "stocked"], ["tray-1", "tubEnded"]]); // prettier-ignore
    expect(new Set(rows.map(({ actId }) => actId)).size).toBe(1);
  });
});

test("one tub chosen shows its cycles and its log; a job over many is struck out for this one alone, its brood in the tray too", async () => {
  const rows = [1, 2].flatMap((nth) => {
    const id = `tub-${nth}`;
    return tubRows(
      id,
      `Tub ${nth}`,
      {},
      tubEntry({ kind: "tubSet", grown: { count: 200, measuredBy: "guessed" }, cycleDays: 24 }, 0, id),
      tubEntry({ kind: "tubCleared", how: "sieved", trayId: "tray-1", actId: "act-1" }, 24, id),
    );
  });
  const tray = tubRows("tray-1", "Tray A", { role: "tray" }, ...["tub-1", "tub-2"].map((fromId) => tubEntry({ kind: "trayFilled", fromId, fraction: 1, laidFrom: START, laidTo: addDays(START, 24), actId: "act-1" }, 24, "tray-1"))); // prettier-ignore
  const { keeper, db } = await nursery([...rows, ...tray]);
  const standing = async (id: string, role: "tub" | "tray" = "tub") => tubState(tubOf({ id: id as never, role }), tubLog((await readLog(db, id)).rows)); // prettier-ignore
  await keeper.click(await screen.findByRole("button", { name: /^Tub 1/ }));
  const history = await screen.findByRole("region", { name: /^Tub 1/ });
  expect(history).toHaveTextContent(/2 Mar to 26 Mar: 200 in, not counted/);
  await keeper.click(await within(history).findByRole("button", { name: /^Strike out: sieved/ }));
  await waitFor(async () => expect((await standing("tub-1")).cycles[0]!.clearedOn).toBeUndefined());
  expect((await standing("tub-2")).cycles[0]!.clearedOn).toBe(addDays(START, 24));
  expect((await standing("tray-1", "tray")).brood?.fromIds).toEqual(["tub-2"]);
});
