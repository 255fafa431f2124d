import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../../tests/inCellar";
import { BIN_ROW, entry, litres, look, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import type { NewRow } from "@/persistence/write";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { screen } from "@testing-library/react";
import { BinInsight } from "./BinInsight";
import { YearBack } from "./EarlierYears";
import { WaterNotes } from "./WaterNotes";

const TODAY = addDays(START, 60);
function Notes() {
  const { bins } = useSession();
  const one = bins?.[0];
  const log = useBinLog("bin-1");
  if (!one || !log) return null;
  return (
    <>
      <WaterNotes one={one} entries={log.entries} />
      <YearBack entries={log.entries} />
      <BinInsight one={one} entries={log.entries} onOpen={() => undefined} />
    </>
  );
}
const at = (log: readonly Entry[], settings: NewRow = settingsRow("metric"), today = TODAY) =>
  inCellar(<Notes />, { rows: [roomRow, settings, ...binRows("bin-1", "Quince", log)], today });
afterEach(leaveCellar);

const SPRAYED: NewRow = {
  kind: "settings",
  row: {
    ...(({ firstDay: _first, name: _name, ...row }) => row)(BIN_ROW),
    schemaVersion: 7,
    rowId: "settings-row",
    id: "settings",
    units: "us",
    remindAfterDays: 14,
    containers: [{ name: "blue sprayer", litresPerMin: 0.6 }],
  } as never,
};

test("what it is usually given a week is said in the season, in the sprayer's own time, in the keeper's units", async () => {
  const watered = [10, 17, 24, 31, 38, 45].map((on) =>
    entry({ kind: "watered", amount: litres(0.4), means: "sprayer" }, on),
  );
  await at([...newTub(), ...watered], SPRAYED);
  expect(
    await screen.findByText(/^In spring about .* a week, \d+ seconds of the blue sprayer/),
  ).toHaveTextContent(/fl oz|qt|cup|gal|oz/);
});

test("without a measured sprayer it says where to measure one; a young log says when it will tell", async () => {
  await at([...newTub(), entry({ kind: "watered", amount: litres(2) }, 20)]);
  expect(await screen.findByRole("link", { name: "Measure the sprayer once" })).toHaveAttribute(
    "href",
    "/settings",
  );
  await leaveCellar();
  await at([...newTub().map((one) => ({ ...one, day: addDays(TODAY, -3) }))], settingsRow("metric"), TODAY);
  expect(screen.queryByText(/seconds of the/)).toBeNull();
});

test("what drains is told with its rhythm and the one rule for its use; a tray that stopped is said to be clogged", async () => {
  const stack = setupOf("trayStack");
  const drained = [10, 17, 24, 31].map((on) =>
    entry({ kind: "drained", amount: litres(0.5), looks: "teaBrown" }, on),
  );
  await at([...newTub(0.5, stack), ...drained, look([{ of: "squeeze", squeeze: "stream" }], 59)]);
  expect(await screen.findByText(/^Drained about 500 mL every 7 days/)).toBeVisible();
  expect(screen.getByText(/Nothing has come for 29 days though the bed is too wet/)).toBeVisible();
  expect(screen.getAllByText(/raw waste/)).toHaveLength(1);
  // Where a squeeze runs, a rescue is a press away.
  expect(screen.getByRole("link", { name: /plan a rescue/i })).toHaveAttribute("href", "/rescue?id=bin-1");
});

test("a rescue under way is spoken of at the bin, whatever the bed is held to be", async () => {
  await at([
    ...newTub(0.5, setupOf("tub", { drainage: "none" })),
    entry({ kind: "rescue", is: "begun" }, 58),
  ]);
  expect(await screen.findByRole("link", { name: "Its rescue from mud" })).toBeVisible();
});

test("the last year by season is told once two of its seasons have something to tell", async () => {
  const later = addDays(START, 150);
  await at(
    [
      ...newTub(),
      look([{ of: "squeeze", squeeze: "dust" }], 20),
      look([{ of: "squeeze", squeeze: "stream" }], 140),
    ],
    settingsRow("metric"),
    later,
  );
  expect(await screen.findByText("The last year by season")).toBeVisible();
  expect(screen.getByText(/dry each time/)).toBeInTheDocument();
  expect(screen.getByText(/too wet each time/)).toBeInTheDocument();
});
