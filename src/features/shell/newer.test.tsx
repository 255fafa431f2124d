import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { decodeArchive } from "@/archive/decode";
import { FROM_NEWER } from "@/archive/document";
import { addDays } from "@/core/calendar/day";
import { CellarDatabase, OWN_CELLAR } from "@/persistence/database";
import { isOfNewerApp } from "@/persistence/newer";
import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { NewerCellar } from "./NewerCellar";

const mockSaved: ArrayBuffer[] = [];
jest.mock("@/ui/saveFile", () => ({
  saveFile: (_name: string, _type: string, bytes: ArrayBuffer) => mockSaved.push(bytes),
}));
const TODAY = addDays(START, 60);
const rows = [roomRow, settingsRow("metric"), ...binRows("a", "Quince", newTub())];
afterEach(leaveCellar);

test.each([
  ["a bin", async (db: CellarDatabase) => {
    const bin = (await db.bins.toArray())[0]!;
    await db.table("bins").put({ ...bin, schemaVersion: 99 });
  }],
  ["the newest entry of a log", async (db: CellarDatabase) => {
    const { lastRowId } = (await db.tallies.get("a"))!;
    await db.table("entries").put({ ...(await db.entries.get(lastRowId))!, schemaVersion: 99, kind: "sung" });
  }],
])("a cellar in which %s was written by a newer app is not shown as if it were whole", async (_, write) => {
  const { again, db } = await inCellar(<p>No bin yet</p>, { rows, today: TODAY });
  expect(await screen.findByText("No bin yet")).toBeVisible();
  await act(() => write(db));
  again();
  expect(await screen.findByText("of a newer app")).toBeVisible();
  expect(screen.queryByText("No bin yet")).toBeNull();
}); // prettier-ignore

test("a store of a later version is one of a newer app; of this one it is not", async () => {
  await inCellar(<p>a room</p>, { rows, today: TODAY });
  const here = new CellarDatabase(OWN_CELLAR);
  await here.open();
  expect(await isOfNewerApp(here)).toBe(false);
  here.close();
  const { stores, records } = here.formats;
  const later = new CellarDatabase("of-later", { records, stores: [...stores, { songs: "id" }] });
  await later.open();
  later.close();
  const seen = new CellarDatabase("of-later");
  await seen.open();
  expect(await isOfNewerApp(seen)).toBe(true);
  await seen.delete();
});

test("all that is in it goes into the archive, what this app cannot read among it, and nothing is written", async () => {
  const { db } = await inCellar(<p>a room</p>, { rows, today: TODAY });
  const bin = (await db.bins.toArray())[0]!;
  await db.table("bins").put({ ...bin, schemaVersion: 99, rowId: "later", song: "of worms" });
  render(<NewerCellar db={db} deviceId="laptop" />);
  await userEvent.click(press("Save an archive"));
  expect(await screen.findByText(/in your downloads/)).toBeVisible();
  await waitFor(() => expect(mockSaved).toHaveLength(1));
  const archive = decodeArchive(new TextDecoder().decode(mockSaved[0]));
  if (!archive.ok) throw new Error(archive.problem.code);
  expect(archive.value.records.entries).toHaveLength(newTub().length);
  expect(archive.value.setAside).toMatchObject([{ reason: FROM_NEWER, raw: { song: "of worms" } }]);
  expect(await db.changes.count()).toBe(1);
});
