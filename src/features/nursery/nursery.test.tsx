import { inCellar, leaveCellar, press, roomRow, settingsRow, typeDay } from "../../../tests/inCellar";
import { START, tubEntry, tubOf } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { cycleUnderWay, tubLog, tubState } from "@/core/nursery/state";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { useNotice } from "@/session/notices";
import { useSession } from "@/session/session";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { NurseryRoom } from "./NurseryRoom";
import { readHerd, readWhole } from "./nurseryTyped";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));

const TODAY = addDays(START, 24);
function Said() {
  return <p>{useNotice()?.text}</p>;
}
function TakeBack() {
  const { undoLast } = useSession();
  return (
    <button type="button" onClick={() => void undoLast()}>
      take it back
    </button>
  );
}
/** Five tubs of a row, set 24 days ago, and one that was set this week. */
const sixTubs = (): NewRow[] =>
  Array.from({ length: 6 }, (_, nth): NewRow[] => {
    const id = `tub-${nth + 1}`;
    const row = nth < 5 ? "Row A" : "Row B";
    return [
      { kind: "tubs", row: tubOf({ id: id as never, name: `Tub ${nth + 1}`, row }) },
      {
        kind: "entries",
        row: tubEntry(
          { kind: "tubSet", grown: { count: 250, measuredBy: "guessed" }, cycleDays: 24 },
          nth < 5 ? START : addDays(START, 20),
          id,
        ),
      },
    ];
  }).flat();
const nursery = async (rows: readonly NewRow[] = sixTubs()) => {
  const cellar = await inCellar(
    <>
      <NurseryRoom />
      <Said />
      <TakeBack />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...rows], today: TODAY, address: "/nursery" },
  );
  await screen.findByRole("heading", { name: "Nursery" });
  const stateOf = async (id: string) =>
    tubState(tubOf({ id: id as never }), tubLog((await readLog(cellar.db, id)).rows));
  const write = (label: string, text: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
  return { ...cellar, stateOf, write };
};
afterEach(leaveCellar);

test("sieving day for a row is one job with exceptions: trays, parents and the next cycle, all of it one act that goes back whole", async () => {
  const { keeper, stateOf, written, db, write } = await nursery();
  expect(await screen.findByText("Sieve 5: Row A")).toBeVisible();
  await keeper.click(screen.getAllByRole("button", { name: "do it" })[0]!);
  const dialog = await screen.findByRole("dialog");
  expect(within(dialog).getByText("5 of 5")).toBeVisible();
  await keeper.click(within(dialog).getByRole("checkbox", { name: "Tub 5" }));
  write("Tub 1: worms", "110 g");
  write("Tub 2: worms", "238");
  await keeper.click(within(dialog).getByRole("button", { name: "keep it for 4" }));
  await waitFor(async () => expect((await stateOf("tub-1")).cycles).toHaveLength(2));
  expect((await stateOf("tub-1")).cycles[0]).toMatchObject({ clearedOn: TODAY, grownOut: 244 });
  expect(cycleUnderWay(await stateOf("tub-2"))).toMatchObject({
    setOn: TODAY,
    grownIn: 238,
    fromIds: ["tub-2"],
  });
  expect(cycleUnderWay(await stateOf("tub-3"))?.grownIn).toBe(250);
  // The one left out stays as it was.
  expect((await stateOf("tub-5")).cycles).toHaveLength(1);
  const trays = (await db.tubs.toArray()).filter(({ role }) => role === "tray");
  expect(trays).toHaveLength(1);
  const tray = tubState(tubOf({ role: "tray" }), tubLog((await readLog(db, trays[0]!.id)).rows));
  expect(tray.brood).toMatchObject({
    fromIds: ["tub-1", "tub-2", "tub-3", "tub-4"],
    laidFrom: START,
    laidTo: TODAY,
  });
  expect(new Set((await written()).map(({ actId }) => actId)).size).toBe(1);
  expect(await screen.findByText("Sieve 1: Row A")).toBeVisible();
  await keeper.click(press("take it back"));
  await waitFor(async () => expect((await stateOf("tub-1")).cycles).toHaveLength(1));
  expect(await screen.findByText("Sieve 5: Row A")).toBeVisible();
  expect((await db.tubs.toArray()).filter(({ role, deleted }) => role === "tray" && !deleted)).toHaveLength(1 - 1 + (await db.tubs.toArray()).filter(({ id, revision }) => id === trays[0]!.id && revision === 1).length); // prettier-ignore
});

test("counts by a scoop are kept with their share; more than can be laid, and a scoop heavier than the whole, are asked about", async () => {
  const { keeper, stateOf, write } = await nursery();
  await keeper.click(await screen.findByRole("button", { name: /^Tub 1/ }));
  await keeper.click(screen.getByRole("button", { name: /^Tub 2/ }));
  await keeper.click(press("count"));
  const dialog = await screen.findByRole("dialog");
  const keep = () => keeper.click(within(dialog).getByRole("button", { name: "keep it for 2" }));
  write("One scoop weighs", "2 kg");
  write("All of it weighs", "1.6 kg");
  write("Tub 1: counted", "50");
  await keep();
  expect(await within(dialog).findByText(/the scoop no heavier than the whole/)).toBeVisible();
  write("One scoop weighs", "100 g");
  write("Tub 2: counted", "5000");
  await keep();
  expect(await within(dialog).findByText(/More than these worms can have laid/)).toBeVisible();
  expect((await stateOf("tub-1")).cycles[0]!.cocoons).toBeUndefined();
  write("Tub 2: counted", "48");
  expect(within(dialog).getByText(/^about 800 \(/)).toBeVisible();
  await keep();
  await waitFor(async () => expect((await stateOf("tub-2")).cycles[0]!.cocoons?.count).toBe(768));
});

test("a row is moved a week by a press, and never into the past", async () => {
  const { keeper, stateOf } = await nursery();
  await keeper.click(await screen.findByRole("button", { name: "Row B: a week later" }));
  await waitFor(async () => expect(cycleUnderWay(await stateOf("tub-6"))?.dueOn).toBe(addDays(START, 51)));
  await keeper.click(press("Row A: a week earlier"));
  await waitFor(() => expect(screen.getByText(/Row A would be due in the past/)).toBeInTheDocument());
  expect(cycleUnderWay(await stateOf("tub-1"))?.dueOn).toBe(TODAY);
});

test("new tubs say what each takes and when each row is set, and stand on the board", async () => {
  const { keeper, db, write, stateOf } = await nursery([]);
  expect(screen.getByText(/No breeding tub stands here/)).toBeVisible();
  await keeper.click(press("new tubs"));
  const dialog = await screen.findByRole("dialog");
  write("How many tubs", "6");
  write("In how many rows", "2");
  write("Width inside", "30 mm");
  expect(within(dialog).queryByText(/grown worms/)).toBeNull();
  write("Width inside", "30 cm");
  expect(within(dialog).getByText(/0.12 m² each: about/)).toHaveTextContent(/250 grown worms/);
  expect(within(dialog).getByText("Row B").closest("li")).toHaveTextContent(/3 tubs, set/);
  typeDay("The first is set on", addDays(TODAY, 2));
  await keeper.click(within(dialog).getByRole("button", { name: "begin 6 tubs" }));
  await waitFor(async () => expect(await db.tubs.count()).toBe(6));
  const made = await db.tubs.toArray();
  expect(new Set(made.map(({ row }) => row))).toEqual(new Set(["Row A", "Row B"]));
  const first = made.find(({ row }) => row === "Row A")!;
  expect((await stateOf(first.id)).plannedOn).toBe(addDays(TODAY, 2));
  expect(await screen.findByText("Nothing is due in the nursery today.")).toBeVisible();
});

test("setting refuses 3,000 worms to a shoebox and a cycle of nought days, and says which tub", async () => {
  const box = tubOf({ id: "tub-9" as never, name: "Shoebox", row: "Row C", widthM: 0.2, lengthM: 0.3 });
  const { keeper, stateOf, write } = await nursery([{ kind: "tubs", row: box }]);
  expect(await screen.findByText("Set 1: Row C")).toBeVisible();
  await keeper.click(screen.getByRole("button", { name: "do it" }));
  const dialog = await screen.findByRole("dialog");
  const keep = () => keeper.click(within(dialog).getByRole("button", { name: "keep it for 1" }));
  write("Grown worms in each", "3000");
  await keep();
  expect(await within(dialog).findByText(/is a side mistyped/)).toBeVisible();
  write("Grown worms in each", "120");
  write("Days of the cycle", "0");
  await keep();
  expect(await within(dialog).findByText("A cycle of 7 to 120 days.")).toBeVisible();
  write("Days of the cycle", "24");
  write("Bedding in each", "8 L");
  write("Water in each", "1.2 L");
  await keep();
  await waitFor(async () => expect(cycleUnderWay(await stateOf("tub-9"))?.grownIn).toBe(120));
});

test("worms are read as heads or as a weight, and nothing else", () => {
  expect(readHerd("250")).toMatchObject({ ok: true, value: { count: 250 } });
  expect(readHerd("1 200")).toMatchObject({ ok: true, value: { count: 1200 } });
  expect(readHerd("110 g")).toMatchObject({ ok: true, value: { massKg: 0.11 } });
  expect(readHerd("120 g, 50 weigh 20 g")).toMatchObject({
    ok: true,
    value: { count: 300, measuredBy: "weighed", typed: "120 g, 50 weigh 20 g" },
  });
  for (const text of ["10 g, 50 weigh 20 g", "120 g, 50 weigh", "120 g, 0 weigh 20 g", "12, 50 in 3 L"])
    expect([text, readHerd(text).ok]).toEqual([text, false]);
  for (const text of ["", "many", "2.5", "-3", "3 L"]) expect(readHerd(text).ok).toBe(false);
  expect(readWhole("24")).toBe(24);
  for (const text of ["", "2.5", "x", "-1"]) expect(readWhole(text)).toBeUndefined();
});
