import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../tests/inCellar";
import { BIN_ROW, entry, look, newTub, setupOf, START, tubEntry, tubOf } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { LabelsRoom } from "@/features/paper/LabelsRoom";
import { DatedLines } from "@/features/round/DatedLines";
import { Slate } from "@/features/round/Slate";
import type { NewRow } from "@/persistence/write";
import { screen, waitFor } from "@testing-library/react";

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
    schemaVersion: 6,
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
