import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, litres, lotEntry, lotOf, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { lotLog, lotState } from "@/core/lot/state";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { useSession } from "@/session/session";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { LotsRoom } from "./LotsRoom";
import { lotFrom } from "@/core/lot/make";
import { LabelsRoom } from "@/features/paper/LabelsRoom";
import { codeOf } from "@/core/bin/code";

const TODAY = addDays(START, 12);
function TakeBack() {
  const { undoLast } = useSession();
  return (
    <button type="button" onClick={() => void undoLast()}>
      take it back
    </button>
  );
}
const harvest = entry({ kind: "harvested", grossKg: 12, tareKg: 0, method: "light" }, 0);
const manure = entry(
  { kind: "fed", parts: [{ materialId: "manure-horse-aged", amount: kilograms(2), preparation: "whole" }] },
  0,
);
const atLots = async (log: readonly object[] = [], lot = lotOf()) => {
  const cellar = await inCellar(
    <>
      <LotsRoom />
      <TakeBack />
    </>,
    {
      rows: [
        roomRow,
        settingsRow("metric"),
        ...binRows("bin-1", "Quince", [...newTub(), manure, harvest]),
        ...binRows("bin-2", "Cress", newTub(0.2)),
        { kind: "lots", row: lot },
        ...log.map((row) => ({ kind: "entries", row }) as NewRow),
      ],
      today: TODAY,
      address: "/lots",
    },
  );
  await screen.findByRole("heading", { name: "Spring castings" });
  const type = (label: RegExp | string, text: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
  const choose = async (label: string, option: RegExp) => {
    fireEvent.mouseDown(screen.getByRole("combobox", { name: label }));
    await cellar.keeper.click(await screen.findByRole("option", { name: option }));
  };
  const stands = async () => lotState(lot, lotLog((await readLog(cellar.db, lot.id)).rows));
  return { ...cellar, type, choose, stands };
};
afterEach(leaveCellar);

test("a lot from wet to stored: spread, felt, sieved with its overs back in a bin, and each deed taken back whole", async () => {
  const { keeper, type, choose, written, stands } = await atLots();
  expect(screen.getByText(/^Spread it to dry: Wet castings/)).toBeVisible();
  await keeper.click(press("spread it to dry"));
  type(/^How deep/, "50");
  await keeper.click(press("Keep: it is spread"));
  await waitFor(() =>
    expect(screen.getByText("A hand deep at most: deeper it only dries on top.")).toBeVisible(),
  );
  type(/^How deep/, "4");
  await keeper.click(press("Keep: it is spread"));
  await waitFor(async () => expect((await stands()).stage).toMatchObject({ is: "drying", depthM: 0.04 }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());

  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(await screen.findByRole("button", { name: "feel or weigh it" }));
  await keeper.click(press("Keep what it felt like"));
  await waitFor(() =>
    expect(screen.getByRole("alert")).toHaveTextContent("Squeeze a handful, or weigh all of it."),
  );
  type(/^Or the weight of all of it/, "2 kg");
  await keeper.click(press("Keep what it felt like"));
  await waitFor(() => expect(screen.getByText(/Its dry matter alone weighs 3 kg/)).toBeVisible());
  type(/^Or the weight of all of it/, "6 kg");
  await keeper.click(press("Keep what it felt like"));
  await waitFor(async () => expect((await stands()).moisture).toBeCloseTo(0.5, 9));
  // The store has it before the sheet is put away.
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());

  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(await screen.findByRole("button", { name: "sieve it" }));
  type(/^Width of the mesh/, "5");
  type(/^What did not go through/, "0.5 kg");
  await choose("Put back into", /Cress/);
  await keeper.click(press("Keep: it was sieved"));
  await waitFor(async () => expect((await written()).filter(({ actId }) => actId)).toHaveLength(2));
  const act = (await written()).filter(({ actId }) => actId);
  expect(new Set(act.map(({ actId }) => actId)).size).toBe(1);
  expect(act).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ kind: "sieved", meshM: 0.005, subject: { kind: "lot", id: "lot-1" } }),
      expect.objectContaining({ kind: "received", what: "overs", subject: { kind: "bin", id: "bin-2" } }),
    ]),
  );
  expect((await stands()).massKg).toBeCloseTo(5.5, 9);
  await keeper.click(press("take it back"));
  await waitFor(async () => expect((await stands()).massKg).toBeCloseTo(6, 9));
});

test("bags, a gift, a sale and a new bin: no more goes than there is, and striking one out clears both logs", async () => {
  const { keeper, type, choose, stands, db } = await atLots([
    lotEntry({ kind: "staged", stage: "stored" }, 6),
    lotEntry({ kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture: 0.5 }] }, 8),
  ]);
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(press("fill bags"));
  type("How many bags", "40");
  type(/^In one bag/, "1 kg");
  await keeper.click(press("Keep the bags"));
  await waitFor(() =>
    expect(screen.getByText("Only 6 kg of it are left. That is 6 bags of 1 kg.")).toBeVisible(),
  );
  type("How many bags", "4");
  await keeper.click(press("Keep the bags"));
  await waitFor(async () => expect((await stands()).bags).toMatchObject([{ count: 4, eachKg: 1 }]));

  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(await screen.findByRole("button", { name: "use, give or sell" }));
  await choose("What became of it", /^sold$/);
  type("Or how many bags", "5");
  type("For, all together", "3,50");
  await keeper.click(press("Keep where it went"));
  await waitFor(() => expect(screen.getByText("There are 4 bags of 1 kg.")).toBeVisible());
  await waitFor(() => expect(screen.getByText("In which money?")).toBeVisible());
  type("Or how many bags", "2");
  type("Money", "EUR");
  await keeper.click(press("Keep where it went"));
  expect(await screen.findByText("Sold for 3.50 EUR so far.")).toBeVisible();
  expect(await stands()).toMatchObject({ bags: [{ count: 2 }], looseKg: 2, massKg: 4 });

  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(await screen.findByRole("button", { name: "use, give or sell" }));
  await choose("For what", /start a bin/);
  type(/^How much mix/, "20");
  await keeper.click(press("take 2 L"));
  await keeper.click(press("Keep where it went"));
  await waitFor(() => expect(screen.getByText("Which bin was it?")).toBeVisible());
  await choose("Into which bin", /Cress/);
  await keeper.click(press("Keep where it went"));
  const seeded = async () =>
    (await readLog(db, "bin-2")).rows.filter(({ kind, deleted }) => kind === "seeded" && !deleted);
  const before = 4;
  await waitFor(async () => expect((await stands()).massKg).toBeLessThan(before));
  const gone = before - (await stands()).massKg;
  expect(gone).toBeGreaterThan(0.5);
  const put = (await seeded()).at(-1);
  expect(put).toMatchObject({ moisture: expect.closeTo(0.5, 6) as number });
  await keeper.click(await screen.findByText("From which bin, and where it went"));
  await keeper.click((await screen.findAllByRole("button", { name: /^Strike out: used/ }))[0]!);
  await waitFor(async () => expect((await stands()).massKg).toBeCloseTo(before, 9));
  const rows = (await readLog(db, "bin-2")).rows.filter(({ id }) => id === put!.id);
  expect(rows.some(({ deleted }) => deleted)).toBe(true);
});

test("where it came from is traced to what its bin ate, and what asks for time is said", async () => {
  const { keeper } = await atLots([], lotOf({ risks: ["manure"] }));
  expect(screen.getByText(/^Manure went into these bins: let it mature/)).toBeVisible();
  await keeper.click(screen.getByText("From which bin, and where it went"));
  expect(await screen.findByText(/it had eaten .*2 kg .*manure/)).toBeVisible();
  await waitFor(() => expect(screen.getByText("Nothing was done to it yet.")).toBeVisible());
  const line = within(screen.getByRole("listitem"));
  expect(line.getByRole("link", { name: "Quince" })).toHaveAttribute("href", "/bin?id=bin-1");
});

test("litres, pounds and bags are read alike; what cannot be read is said and stays as typed", async () => {
  const { keeper, type, stands } = await atLots([lotEntry({ kind: "watered", amount: litres(0.5) }, 3)]);
  const wet = await stands();
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await keeper.click(press("use, give or sell"));
  type(/^How much, by weight/, "a heap");
  await keeper.click(press("Keep where it went"));
  await waitFor(() => expect(screen.getByLabelText(/^How much, by weight/)).toHaveValue("a heap"));
  await waitFor(() =>
    expect(screen.getByLabelText(/^How much, by weight/)).toHaveAttribute("aria-invalid", "true"),
  );
  type(/^How much, by weight/, "2 lb 4 oz");
  await keeper.click(press("Keep where it went"));
  await waitFor(async () => expect((await stands()).massKg).toBeCloseTo(wet.massKg - 1.0206, 3));
});

test("a lot’s label bears its code, its day and what is in a bag; a lot that is struck out is gone, and back with one press", async () => {
  const lot = lotOf();
  const rows: NewRow[] = [
    roomRow,
    settingsRow("us"),
    ...binRows("bin-1", "Quince", [...newTub(), harvest]),
    { kind: "lots", row: lot },
    ...[
      lotEntry({ kind: "sieved", meshM: 0.005 }, 5),
      lotEntry({ kind: "bagged", count: 3, each: kilograms(0.9072) }, 6),
    ].map((row): NewRow => ({ kind: "entries", row })),
  ];
  const { keeper } = await inCellar(<LabelsRoom />, { rows, today: TODAY, address: "/labels?ids=lot-1" });
  const label = within(await screen.findByRole("listitem"));
  expect(label.getByText(codeOf("lot-1"))).toBeVisible();
  expect(label.getByText(/^worm castings, 2 Mar/)).toBeVisible();
  expect(label.getByText("2 lb, 2/8 in mesh")).toBeVisible();
  expect(press("Print 1 label")).toBeVisible();
  await leaveCellar();
  void keeper;

  const again = await atLots();
  await again.keeper.click(screen.getByText("From which bin, and where it went"));
  await again.keeper.click(press("strike this lot out"));
  expect(await screen.findByText("No castings lie here.", { exact: false })).toBeVisible();
  await again.keeper.click(press("take it back"));
  expect(await screen.findByRole("heading", { name: "Spring castings" })).toBeVisible();
});

test("a harvest begins a lot by its bin, its month and what the bin had eaten", () => {
  const bin = { id: "bin-1" as never, name: "Quince" };
  const made = lotFrom({ bin, massKg: 4, litreKg: 0.7, day: TODAY }, [...newTub(), manure]);
  expect(made).toMatchObject({
    name: "Quince, March",
    madeOn: TODAY,
    from: [{ binId: "bin-1", massKg: 4 }],
    moisture: 0.75,
    risks: ["manure"],
  });
  const long = lotFrom(
    { bin: { ...bin, name: "Q".repeat(90) }, massKg: 4, moisture: 0.6, litreKg: 0.7, day: TODAY },
    newTub(),
  );
  expect(long.name).toHaveLength(80);
  expect(long).toMatchObject({ moisture: 0.6, risks: [] });
});
