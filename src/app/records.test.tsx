import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../tests/inCellar";
import { BIN_ROW, entry, litres, meal, newTub, START } from "../../tests/log";
import { LOG } from "../../tests/everyKind";
import { decodeArchive } from "@/archive/decode";
import type { ArchiveRecords } from "@/archive/document";
import { encodeArchive, MOST_BYTES } from "@/archive/document";
import { addDays } from "@/core/calendar/day";
import { Corrections } from "@/features/correct/Corrections";
import { Keys } from "@/features/shell/Keys";
import { Notices } from "@/features/shell/Notices";
import type { NewRow } from "@/persistence/write";
import { standingOf, write } from "@/persistence/write";
import { binSchema } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { authorFor } from "@/session/author";
import { useNotice } from "@/session/notices";
import { useSession } from "@/session/session";
import type { ArchiveWorker } from "@/workers/archive.protocol";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import BinPage from "./bin/page";
import RecordsPage from "./records/page";

/* Bringing files in and taking them back, mending, correcting: the rooms where a log could be bent. */

/** No worker can be had. */
let mockDead = false;
/** The archive's worker, its wire put away: the same functions over the same store. A page's files here cannot be read as text. */
jest.mock("@/workers/archive.client", () => ({
  progressTo: (say: unknown) => say,
  openArchiveDesk: () => {
    const { archiveWork } = jest.requireActual<{ archiveWork: () => ArchiveWorker }>("@/workers/archiveWork"); // prettier-ignore
    const work = archiveWork();
    const archive = {
      ...work,
      open: async (name: string, file: Blob) =>
        work.open(name, { size: file.size, text: () => text(file) } as Blob),
    };
    return {
      ask: <R,>(question: (worker: typeof archive) => R) =>
        mockDead ? Promise.reject(new Error("the worker did not load")) : question(archive),
      end: () => undefined,
    };
  },
}));
const text = (file: Blob) =>
  new Promise<string>((read) => {
    const reader = new FileReader();
    reader.onload = () => read(reader.result as string);
    reader.readAsText(file);
  });

const TODAY = addDays(START, 60);
const NOBODY: ArchiveRecords = {
  cellars: [],
  rooms: [],
  bins: [],
  entries: [],
  settings: [],
  materials: [],
  batches: [],
  plans: [],
  timetables: [],
  lots: [],
  tubs: [],
  orders: [],
};
const fileOf = (records: Partial<ArchiveRecords>, setAside: Parameters<typeof encodeArchive>[2] = []) =>
  encodeArchive(
    { exportedAt: "2026-04-20T08:00:00.000Z", deviceId: "phone" },
    { ...NOBODY, ...records },
    setAside,
  );
const bin = (id: string, name: string, more = {}) =>
  binSchema.parse({ ...BIN_ROW, rowId: `row-of-${id}`, id, name, ...more });
const logOf = (id: string, log: readonly Entry[]) =>
  log.map((row) => ({ ...row, subject: { kind: "bin", id } }) as Entry);
const NoticesWhenSaid = () => (useNotice() ? <Notices /> : null);
const wait = (isSo: () => void | Promise<void>) => waitFor(isSo);
afterEach(leaveCellar);

async function records(rows: readonly NewRow[]) {
  const cellar = await inCellar(
    <>
      <RecordsPage />
      <Corrections />
      <NoticesWhenSaid />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...rows], today: TODAY, address: "/records" },
  );
  await screen.findByRole("heading", { name: "Bring one in" });
  const choose = (name: string, content: string) =>
    fireEvent.change(screen.getByLabelText("Choose an archive file"), {
      target: { files: [new File([content], name, { type: "application/json" })] },
    });
  return { ...cellar, choose };
}

test("what a file renames, adds and takes away is named before anything is written; then it is one change, taken back whole", async () => {
  const mine = newTub();
  const { keeper, db, choose } = await records([
    ...binRows("a", "Quince", mine),
    ...binRows("b", "Medlar", newTub()),
  ]);
  const before = await db.entries.count();
  choose(
    "phone.json",
    fileOf({
      bins: [
        bin("a", "Quince"),
        bin("a", "Old quince", { rowId: "later-a", revision: 2 }),
        bin("b", "Medlar"),
        bin("b", "Medlar", { rowId: "later-b", revision: 2, deleted: true }),
        bin("c", "Sorrel"),
      ],
      entries: [...logOf("a", [...mine, meal(0.4, 1, 9)]), ...logOf("c", newTub())],
    }),
  );
  expect(await screen.findByText("renamed: bin Quince becomes Old quince")).toBeVisible();
  expect(screen.getByText("taken away: bin Medlar")).toBeVisible();
  expect(screen.getByText("new: bin Sorrel")).toBeVisible();
  expect(screen.getByText("log of Old quince: 1 new")).toBeVisible();
  expect(await db.entries.count()).toBe(before);

  await keeper.click(press("Add them"));
  const names = async () => {
    const { readFrame } = await import("@/persistence/read");
    return (await readFrame(db)).bins.map(({ name }) => name).sort();
  };
  await wait(async () => expect(await names()).toEqual(["Old quince", "Sorrel"]));
  await keeper.click(await screen.findByRole("button", { name: "Take it back" }));
  await wait(async () => expect(await names()).toEqual(["Medlar", "Quince"]));
  await keeper.click(await screen.findByRole("button", { name: "Put it back" }));
  await wait(async () => expect(await names()).toEqual(["Old quince", "Sorrel"]));
  // From the list as well, though something was kept since.
  const last = within(screen.getByRole("heading", { name: "Kept on this device" }).parentElement!);
  expect(last.getByText("Brought in phone.json")).toBeVisible();
});

test("rows of a newer app come along set aside and are said; a spoilt row here is made whole by the file", async () => {
  const log = logOf("a", [...newTub(), meal(0.4, 1, 9)]);
  const { keeper, db, choose, again } = await records([]);
  await db.table("bins").add(bin("a", "Quince"));
  await db.table("entries").bulkAdd(log.slice(0, 4));
  await db.table("entries").add({ ...log[4]!, parts: "rind" });
  await db.tallies.put({ subjectId: "a", rowCount: 5, lastRowId: "odd" });
  again();
  expect(await screen.findByText(/a log entry: what it was made of cannot be right/)).toBeVisible();
  const newer = { ...log[4]!, rowId: "newer", id: "newer", schemaVersion: 99 };
  choose("backup.json", fileOf({ bins: [bin("a", "Quince")], entries: [...log, newer as unknown as Entry] }));
  expect(await screen.findByText(/1 row that cannot be read here is made whole again/)).toBeVisible();
  expect(
    screen.getByText(/1 row this app cannot read \(a newer one may have written it\) is kept aside/),
  ).toBeVisible();
  await keeper.click(press("Add them"));
  await wait(async () => expect(await db.entries.get(log[4]!.rowId)).toEqual(log[4]));
  expect((await db.setAside.toArray()).map(({ reason }) => reason).sort()).toEqual([
    "could not be read; an archive had it whole",
    "written by a newer Brown Cellar",
  ]);
});

test.each([
  ["nesting without end", () => "[".repeat(100_000) + "]".repeat(100_000), /does not read as JSON/],
  ["a shopping list", () => JSON.stringify(["milk"]), /not an archive of Brown Cellar/],
  [
    "an entry of nobody",
    () => fileOf({ entries: logOf("nobody", newTub()) }),
    /belongs to a bin that is not in the archive/,
  ],
])("%s is refused in a sentence, and nothing is changed", async (_, content, sentence) => {
  const { db, choose } = await records(binRows("a", "Quince", newTub()));
  const before = await db.entries.count();
  choose("odd.json", content());
  expect(await screen.findByText(sentence)).toHaveTextContent(/Nothing was changed/);
  expect(await db.entries.count()).toBe(before);
  expect(screen.queryByRole("button", { name: "Add them" })).toBeNull();
});

test("a file too large is judged by its size, before it is read", async () => {
  await records([]);
  const huge = new File(["{}"], "huge.json");
  Object.defineProperty(huge, "size", { value: MOST_BYTES + 1 });
  fireEvent.change(screen.getByLabelText("Choose an archive file"), { target: { files: [huge] } });
  expect(await screen.findByText(/too large to read here/)).toBeVisible();
});

/** Lines of the log so far apart are opened; each of them in the long run. */
const APART = process.env.LONG_SEEDS ? 1 : 17;
test("every kind of entry opens to be corrected, and kept as it stands it is the same to the last digit", async () => {
  const kinds = [...new Map(LOG.map((one) => [one.kind, one])).values()].filter(
    ({ kind }) => kind !== "altered" && kind !== "looked",
  );
  const looks = LOG.filter(({ kind }) => kind === "looked");
  const log = [
    ...newTub(),
    ...[...kinds, ...looks].map((one, at) => ({ ...one, day: addDays(START, 5 + at) })),
  ];
  const { keeper, written, db } = await inCellar(
    <>
      <BinPage />
      <Keys />
      <Corrections />
      <NoticesWhenSaid />
    </>,
    {
      rows: [roomRow, settingsRow("metric"), ...binRows("a", "Quince", log)],
      today: TODAY,
      address: "/bin?id=a",
    },
  );
  await screen.findByRole("heading", { name: "The log" });
  for (
    let older = screen.queryByRole("button", { name: /^older days/ });
    older;
    older = screen.queryByRole("button", { name: /^older days/ })
  )
    // prettier-ignore
    await keeper.click(older);
  const lines = screen.getAllByRole("button", { name: /^Change: / }).length;
  expect(lines).toBe(log.length);
  const { present } = await import("@/records/row/row");
  for (let at = 0; at < lines; at += APART) {
    const button = screen.getAllByRole("button", { name: /^Change: / })[at]!;
    await keeper.click(button);
    await keeper.click(await screen.findByRole("menuitem", { name: "Correct it" }));
    const dialog = await screen.findByRole("dialog");
    await keeper.click(press("Keep the correction"));
    await wait(() => expect(dialog).not.toBeInTheDocument());
  }
  const again = await written();
  expect(again.length).toBe(Math.ceil(lines / APART));
  for (const telling of again) {
    const { rowId, revision, recordedAt, deviceId, ...facts } = telling;
    const first = (await db.entries.toArray()).find(({ id, revision: no }) => id === telling.id && no === 1)!;
    const { rowId: _r, revision: _v, recordedAt: _a, deviceId: _d, ...before } = first;
    expect(facts).toEqual(before);
    expect([revision, rowId === first.rowId, recordedAt === first.recordedAt, deviceId]).toEqual([
      2,
      false,
      false,
      expect.any(String),
    ]);
  }
  expect(present(await db.entries.toArray())).toHaveLength(log.length);
});

test("a file that parted from this cellar: other lines go together, one line is asked, what was struck out here can be brought back", async () => {
  const [a, b, c] = [1, 2, 3].map((n) => entry({ kind: "watered", amount: litres(n / 10) }, 5 + n));
  const rows = [...binRows("a", "Quince", [...newTub(), a!, b!, c!])];
  const { keeper, db, choose } = await records(rows);
  const other = authorFor(db, "phone");
  const row = async (of: Entry) => (await standingOf(db, "entries", of.id)) as Extract<Entry, { kind: "watered" }>;
  const mine = async (of: Entry, changes: object) =>
    write(db, "mine", [authorFor(db, "laptop").revised("entries", await row(of), changes)], new Date().toISOString());
  const theirs = [
    other.revised("entries", await row(a!), { note: "seen by Wren" }),
    other.revised("entries", await row(b!), { note: undefined, ...({ amount: { volumeL: 0.9, measuredBy: "volume", typed: "900 mL" } } as object) }),
  ].map(({ row: told }) => told as Entry);
  const all: Entry[] = await db.entries.toArray();
  await mine(a!, { amount: { volumeL: 0.15, measuredBy: "volume", typed: "150 mL" } });
  await mine(b!, { amount: { volumeL: 0.25, measuredBy: "volume", typed: "250 mL" } });
  await mine(c!, { deleted: true });
  choose("phone.json", fileOf({ bins: [bin("a", "Quince")], entries: [...all, ...theirs] }));
  expect(await screen.findByText(/1 changed here and in the file, on different lines/)).toBeVisible();
  expect(screen.getByText(/1 changed here and in the file on the same line/)).toBeVisible();
  expect(screen.getByText(/300 mL, 10 March 2026, struck out/)).toBeVisible();

  await keeper.click(press("Bring these back"));
  await wait(async () => expect((await row(c!)).deleted).toBeUndefined());
  await keeper.click(press("Take it back"));
  await wait(async () => expect((await row(c!)).deleted).toBe(true));

  await keeper.click(press("Add them"));
  const asked = await screen.findByRole("dialog", { name: "Changed in two places" });
  expect(asked).toHaveTextContent(/250 mL.*900 mL/s);
  expect(press("Bring it in so")).toBeDisabled();
  await keeper.click(screen.getByRole("radio", { name: "both, as two entries" }));
  await keeper.click(press("Bring it in so"));
  await wait(async () => expect(await row(a!)).toMatchObject({ note: "seen by Wren", amount: { volumeL: 0.15 } }));
  expect(await row(b!)).toMatchObject({ amount: { volumeL: 0.25 } });
  const { present } = await import("@/records/row/row");
  const standing = present<Entry>(await db.entries.toArray());
  expect(standing.filter(({ kind }) => kind === "watered").map((one) => "amount" in one && one.amount)).toEqual(
    expect.arrayContaining([expect.objectContaining({ volumeL: 0.25 }), expect.objectContaining({ volumeL: 0.9 })]),
  );

  // Found again by word, and taken back though later ones stand.
  await keeper.type(screen.getByLabelText(/A word/), "brought");
  await keeper.click(await screen.findByRole("button", { name: "take it back: Brought in phone.json" }));
  await wait(async () => expect(await row(a!)).toMatchObject({ amount: { volumeL: 0.15 } }));
  await wait(async () => expect(await row(a!)).not.toHaveProperty("note"));
}); // prettier-ignore

test("where no worker can be had an archive is saved all the same, and bringing one in says so and tries again", async () => {
  const made: Blob[] = [];
  Object.assign(URL, { createObjectURL: (file: Blob) => `blob:${made.push(file)}`, revokeObjectURL: () => undefined });
  jest.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(() => undefined);
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const { keeper, db, choose } = await records(binRows("a", "Quince", newTub()));
  mockDead = true;
  await keeper.click(press("Save the archive"));
  expect(await screen.findByText(/The archive is in your downloads/)).toBeVisible();
  const saved = await text(made[0]!);
  const read = decodeArchive(saved);
  expect(read.ok && read.value.records.entries.length).toBe(await db.entries.count());
  choose("copy.json", saved);
  expect(await screen.findByText(/could not be read: something in the browser failed/)).toBeVisible();
  mockDead = false;
  choose("copy.json", saved);
  expect(await screen.findByText(/Everything in this archive is here already/)).toBeVisible();
  jest.restoreAllMocks();
}); // prettier-ignore

test("two tabs correct one entry: each its line, and where both wrote one, the second is asked with both", async () => {
  const fed = entry({ kind: "watered", amount: litres(0.4), note: "in haste" }, 5);
  const { keeper, db } = await inCellar(
    <>
      <BinPage />
      <Corrections />
      <NoticesWhenSaid />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...binRows("a", "Quince", [...newTub(), fed])], today: TODAY, address: "/bin?id=a" },
  ); // prettier-ignore
  const other = authorFor(db, "laptop");
  const standing = async () =>
    (await standingOf(db, "entries", fed.id)) as Extract<Entry, { kind: "watered" }>;
  const open = async () => {
    await keeper.click(await screen.findByRole("button", { name: /^Change: .*water/i }));
    await keeper.click(await screen.findByRole("menuitem", { name: "Correct it" }));
    return screen.findByRole("dialog", { name: /^Correct/ });
  };
  const type = async (label: RegExp, text: string) => {
    await keeper.clear(screen.getByLabelText(label));
    await keeper.type(screen.getByLabelText(label), text);
  };
  const elsewhere = async (changes: object) => {
    await write(db, "elsewhere", [other.revised("entries", await standing(), changes)], new Date().toISOString()); // prettier-ignore
  };

  const first = await open();
  await elsewhere({ note: "with rain" });
  // Four hundred litres into a tub of 54: asked back, and nothing kept nor lost.
  await type(/^Water/, "400 L");
  await keeper.click(press("Keep the correction"));
  const beyond = await screen.findByRole("dialog", { name: "Is that right?" });
  expect(beyond).toHaveTextContent(/Quince: .*400 L.*The whole bin holds 54 L/);
  await keeper.click(press("Let me mend it"));
  await wait(() => expect(beyond).not.toBeInTheDocument());
  expect(screen.getByLabelText(/^Water/)).toHaveValue("400 L");
  expect(await standing()).toMatchObject({ amount: { volumeL: 0.4 } });
  await type(/^Water/, "600 mL");
  await keeper.click(press("Keep the correction"));
  await wait(() => expect(first).not.toBeInTheDocument());
  expect(await standing()).toMatchObject({ note: "with rain", amount: { volumeL: 0.6 } });

  const second = await open();
  await elsewhere({ amount: { volumeL: 0.7, measuredBy: "volume", typed: "700 mL" } });
  await type(/^Water/, "0.8 L");
  await keeper.click(press("Keep the correction"));
  const asked = await screen.findByRole("dialog", { name: "Changed in two places" });
  expect(asked).toHaveTextContent(/700 mL.*0.8 L/s);
  expect(await standing()).toMatchObject({ amount: { volumeL: 0.7 } });
  await keeper.click(screen.getByRole("radio", { name: "what you wrote" }));
  await keeper.click(press("Keep it so"));
  await wait(() => expect(second).not.toBeInTheDocument());
  expect(await standing()).toMatchObject({ note: "with rain", amount: { volumeL: 0.8 } });

  // What another tab wrote since outlives the taking back of this tab's word; pressed thrice, it goes back once.
  await elsewhere({ note: "with hail" });
  const before = await db.entries.count();
  for (let n = 0; n < 3; n += 1) fireEvent.click(press("Take it back"));
  expect(await screen.findByRole("button", { name: "Put it back" })).toBeVisible();
  expect(await db.entries.count()).toBe(before + 1);
  await wait(async () => expect(await standing()).toMatchObject({ note: "with hail", amount: { volumeL: 0.7 } }));
}); // prettier-ignore

test("a notice draws no room anew: what is said is no part of what rooms read", async () => {
  const drawn = jest.fn<void, [ReturnType<typeof useSession>["say"]]>();
  function Room() {
    drawn(useSession().say);
    return <main>a room</main>;
  }
  await inCellar(
    <>
      <Room />
      <NoticesWhenSaid />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...binRows("a", "Quince", newTub())], today: TODAY },
  );
  await screen.findByText("a room");
  // Until the bins are read and judged.
  await wait(async () => {
    const before = drawn.mock.calls.length;
    await new Promise((go) => setTimeout(go, 120));
    expect(drawn).toHaveBeenCalledTimes(before);
  });
  const before = drawn.mock.calls.length;
  for (const said of ["one", "two", "three"]) {
    fireEvent.click(document.body);
    await wait(() => {
      drawn.mock.lastCall![0]({ tone: "said", text: said });
      expect(screen.getByText(said)).toBeVisible();
    });
  }
  expect(drawn).toHaveBeenCalledTimes(before);
});
