import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../tests/inCellar";
import { BIN_ROW, entry, look, newTub, orderOf, setupOf, START, tubEntry, tubOf } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { Corrections } from "@/features/correct/Corrections";
import { NurseryRoom } from "@/features/nursery/NurseryRoom";
import { LabelsRoom } from "@/features/paper/LabelsRoom";
import { DatedLines } from "@/features/round/DatedLines";
import { Slate } from "@/features/round/Slate";
import type { NewRow } from "@/persistence/write";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));

/* What lies beside the bins on the slate: each thing once, with a way to where it is done. */

const TODAY = addDays(START, 60);
const tubs = (count: number): NewRow[] =>
  Array.from({ length: count }, (_, nth) => {
    const id = `tub-${nth + 1}`;
    return [
      { kind: "tubs", row: tubOf({ id: id as never, name: `Tub ${nth + 1}`, row: "Row A" }) },
      { kind: "entries", row: tubEntry({ kind: "tubSet", grown: { count: 250, measuredBy: "guessed" }, cycleDays: 24, fromIds: [id] }, 36, id) },
    ] as NewRow[];
  }).flat(); // prettier-ignore
const busy = (from: string, until: string): NewRow => ({
  kind: "settings",
  row: {
    ...(({ firstDay: _first, name: _name, ...row }) => row)(BIN_ROW),
    schemaVersion: 7,
    rowId: "settings-row",
    id: "settings",
    units: "metric",
    remindAfterDays: 14,
    busy: [{ name: "planting out", from, until }],
  } as never,
});
const links = () => screen.getAllByRole("link").map((link) => [link.textContent, link.getAttribute("href")]);
afterEach(leaveCellar);

test("seven tubs that are due are one line; a busy time that comes is one, while no bin was told", async () => {
  await inCellar(<DatedLines />, {
    rows: [roomRow, busy("05-08", "07-31"), ...binRows("bin-1", "Quince", newTub()), ...tubs(7)],
    today: TODAY,
  });
  await screen.findByText(/sieve 7: Row A/);
  await screen.findByText(/visit the bins seldom/);
  const said = links();
  expect(said.filter(([, href]) => href === "/nursery")).toHaveLength(1);
  expect(said.find(([, href]) => href === "/away")?.[0]).toMatch(
    /planting out visit the bins seldom\?.*Little time from/,
  );
  await leaveCellar();
  const told = entry(
    { kind: "altered", changes: { own: { intervalDays: 14 }, ahead: { busyUntil: addDays(TODAY, 80) } } },
    59,
  );
  await inCellar(<DatedLines />, {
    rows: [roomRow, busy("05-08", "07-31"), ...binRows("bin-1", "Quince", [...newTub(), told]), ...tubs(1)],
    today: TODAY,
  });
  await screen.findByText(/sieve 1: Row A/);
  expect(screen.queryByText(/visit the bins seldom/)).toBeNull();
});

test("an order is on the slate a week before its day, later than that with its days, and no more once it is closed", async () => {
  const order = (id: string, name: string, inDays: number, closed?: object): NewRow => ({
    kind: "orders",
    row: orderOf({ id: id as never, name, dueOn: addDays(TODAY, inDays), ...(closed ? { closed: closed as never } : {}) }),
  }); // prettier-ignore
  await inCellar(<DatedLines />, {
    rows: [
      roomRow,
      ...binRows("bin-1", "Quince", newTub()),
      order("order-1", "Wren", 7),
      order("order-2", "Far off", 8),
      order("order-3", "Finch", -2),
      order("order-4", "Served", 1, { on: TODAY, as: "filled" }),
    ],
    today: TODAY,
  });
  await screen.findByText(/pack 250 worms for Wren/);
  const said = links().filter(([, href]) => href === "/nursery");
  expect(said).toHaveLength(2);
  expect(said.find(([text]) => text?.includes("Finch"))?.[0]).toMatch(/Promised for .*2 days late\./);
});

test("a correction to a tub's count is written beside the first, and everything after it is counted anew", async () => {
  const { keeper, db } = await inCellar(
    <>
      <NurseryRoom />
      <Corrections />
    </>,
    {
      rows: [
        roomRow,
        settingsRow("metric"),
        { kind: "tubs", row: tubOf({ name: "Tub 1" }) },
        ...([
          tubEntry({ kind: "tubSet", grown: { count: 250, measuredBy: "guessed" }, cycleDays: 24 }, 20, "tub-1"),
          tubEntry({ kind: "tubCleared", how: "sieved" }, 44, "tub-1"),
          tubEntry({ kind: "tubCounted", of: "cocoons", count: 5, fraction: 1 / 16 }, 44, "tub-1"),
        ].map((row) => ({ kind: "entries", row })) as NewRow[]),
      ],
      today: TODAY,
      address: "/nursery",
    },
  ); // prettier-ignore
  await keeper.click(await screen.findByRole("button", { name: /^Tub 1/ }));
  expect(await screen.findByText(/about 80 \(/)).toBeVisible();
  await keeper.click(await screen.findByRole("button", { name: /^Correct: counted/ }));
  const dialog = within(await screen.findByRole("dialog"));
  fireEvent.change(dialog.getByLabelText("Counted"), { target: { value: "half" } });
  await keeper.click(dialog.getByRole("button", { name: "Keep the correction" }));
  await waitFor(() => expect(dialog.getByText(/^A whole number from 0/)).toBeVisible());
  fireEvent.change(dialog.getByLabelText("Counted"), { target: { value: "50" } });
  await keeper.click(dialog.getByRole("button", { name: "Keep the correction" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(await screen.findByText(/about 800 \(/)).toBeVisible();
  const counted = (await db.entries.toArray()).filter(({ kind }) => kind === "tubCounted");
  expect(
    counted.map((row) => (row.kind === "tubCounted" ? [row.revision, row.count] : [])).toSorted(),
  ).toEqual([
    [1, 5],
    [2, 50],
  ]);
});

test("a busy time that is over asks for the usual rhythm, once for all bins", async () => {
  const told = () =>
    entry(
      { kind: "altered", changes: { own: { intervalDays: 14 }, ahead: { busyUntil: addDays(TODAY, -3) } } },
      10,
    );
  await inCellar(<DatedLines />, {
    rows: [
      roomRow,
      busy("01-02", "01-30"),
      ...binRows("bin-1", "Quince", [...newTub(), told()]),
      ...binRows("bin-2", "Cress", [...newTub(0.2), told()]),
    ],
    today: TODAY,
  });
  expect(await screen.findByText(/back to the usual rhythm/)).toBeVisible();
  expect(screen.getByText("2 bins are still visited seldom.")).toBeVisible();
});

test("a bin under rescue is on the round on the rescue's own day, though its next visit lies further off", async () => {
  const log = [
    ...newTub(0.5, setupOf("tub", { drainage: "none" })),
    look([{ of: "squeeze", squeeze: "stream" }], 58, { nextDay: addDays(TODAY, 9) }),
    entry({ kind: "rescue", is: "begun" }, 58),
  ];
  await inCellar(<Slate />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", log)],
    today: TODAY,
  });
  expect(await screen.findByText(/^1 bin, about/)).toBeVisible();
  await leaveCellar();
  await inCellar(<Slate />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", log.slice(0, -1))],
    today: TODAY,
  });
  expect(await screen.findByText(/Nothing is due today/)).toBeVisible();
});

test("a tub's label bears its parents, its setting and its due day; a tray's what was laid when", async () => {
  const tray: NewRow[] = [
    { kind: "tubs", row: tubOf({ id: "tray-1" as never, name: "Tray A", role: "tray" }) },
    {
      kind: "entries",
      row: tubEntry(
        { kind: "trayFilled", fromId: "tub-1", fraction: 1, laidFrom: START, laidTo: addDays(START, 20) },
        20,
        "tray-1",
      ),
    },
  ];
  await inCellar(<LabelsRoom />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", newTub()), ...tubs(2), ...tray],
    today: TODAY,
    address: "/labels?ids=tub-1,tray-1",
  });
  await waitFor(() => expect(screen.getAllByRole("listitem")).toHaveLength(2));
  const [first, second] = screen.getAllByRole("listitem").map(({ textContent }) => textContent);
  const both = `${first} ${second}`;
  expect(both).toMatch(/Tub 1.*Row A, Tiger worm.*from Tub 1.*set 7 Apr, due 1 May/);
  expect(both).toMatch(/Tray A.*from Tub 1.*laid 2/);
  expect(screen.getByRole("button", { name: "Print 2 labels" })).toBeVisible();
});
