import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../tests/inCellar";
import { look, meal, newTub, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { Keys } from "@/features/shell/Keys";
import { Notices } from "@/features/shell/Notices";
import { StandingWords } from "@/features/shell/StandingWords";
import { Slips } from "@/features/slip/Slips";
import { useNotice } from "@/session/notices";
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import BinPage from "./bin/page";
import RoundPage from "./page";
import VisitPage from "./visit/page";

const TODAY = addDays(START, 60);
const TUB = binRows("a", "Quince", [
  ...newTub(),
  meal(0.4, 1, 50),
  look([{ of: "squeeze", squeeze: "fewDrops" }], 50),
]);
const wait = (isSo: () => void | Promise<void>) => waitFor(isSo);
const NoticesWhenSaid = () => (useNotice() ? <Notices /> : null);
afterEach(leaveCellar);

/** Two presses in one breath, as a trembling finger or a stuck mouse makes them. */
const pressTwice = async (button: HTMLElement) => {
  fireEvent.click(button);
  fireEvent.click(button);
  await act(() => new Promise((go) => setTimeout(go, 60)));
};

async function round() {
  const cellar = await inCellar(
    <>
      <RoundPage />
      <Keys />
      <Slips />
      <NoticesWhenSaid />
      <StandingWords />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...TUB], today: TODAY },
  );
  await screen.findByRole("complementary", { name: "The slate" });
  await screen.findByRole("heading", { level: 2, name: "Quince" });
  return cellar;
}

test("pressed twice, every slip keeps one entry", async () => {
  const { keeper, written } = await round();
  const slips: [string, RegExp | undefined, string, string][] = [
    ["t", undefined, "", "Keep: it was loosened"],
    ["n", /^Note/, "once", "Keep the note"],
    ["w", /^Water/, "1 L", "Keep the water"],
    ["m", /^Temperature/, "17", "Keep the readings"],
  ];
  for (const [key, label, text, button] of slips) {
    await keeper.keyboard(key);
    const dialog = await screen.findByRole("dialog");
    if (label)
      fireEvent.change(await screen.findByLabelText(label, { selector: "input, textarea" }), {
        target: { value: text },
      });
    await pressTwice(screen.getByRole("button", { name: button }));
    await wait(() => expect(dialog).not.toBeInTheDocument());
  }
  expect((await written()).map(({ kind }) => kind)).toEqual(["turned", "noted", "watered", "looked"]);
});

test("a visit closed twice is one visit", async () => {
  const { written, pushed } = await inCellar(<VisitPage />, {
    rows: [roomRow, settingsRow("metric"), ...TUB],
    today: TODAY,
    address: "/visit?id=a",
  });
  fireEvent.click(await screen.findByRole("radio", { name: /earthy/ }));
  await pressTwice(press("All done: close the lid"));
  await wait(() => expect(pushed).toEqual(["/"]));
  expect((await written()).filter(({ kind }) => kind === "looked")).toHaveLength(1);
});

test("“take it back” takes back what it stands beside, though more was kept since", async () => {
  const { keeper, db } = await round();
  await keeper.keyboard("t");
  await screen.findByRole("dialog");
  await keeper.click(press("Keep: it was loosened"));
  const back = await screen.findByRole("button", { name: "Take it back" });
  // In another tab something is kept meanwhile.
  const { write } = await import("@/persistence/write");
  const { entry } = await import("../../tests/log");
  const later = {
    ...entry({ kind: "noted", text: "from the other tab" }, 60),
    subject: { kind: "bin", id: "a" },
  };
  await write(db, "the other tab", [{ kind: "entries", row: later } as never], "2026-05-01T09:00:00.000Z");
  await keeper.click(back);
  await wait(async () =>
    expect((await db.changes.toArray()).map(({ label, isUndone }) => [label, isUndone])).toEqual([
      ["rows", 0],
      ["Quince: loosened", 1],
      ["the other tab", 0],
    ]),
  );
});

test("a clock behind the newest entry is said; on its day nothing is", async () => {
  await round();
  expect(screen.queryByText(/Is its clock right/)).toBeNull();
  await leaveCellar();
  await inCellar(<StandingWords />, {
    rows: [roomRow, settingsRow("metric"), ...TUB],
    today: addDays(START, 30),
  });
  expect(await screen.findByText(/the newest entry is of .*Is its clock right/)).toBeVisible();
});

test("a visit begun before midnight is kept under its day and says so, or is made today's", async () => {
  const rows = [roomRow, settingsRow("metric"), ...TUB];
  const evening = await inCellar(<VisitPage />, { rows, today: TODAY, address: "/visit?id=a" });
  fireEvent.click(await screen.findByRole("radio", { name: /earthy/ }));
  expect(screen.queryByText(/This visit was begun/)).toBeNull();
  await wait(async () => expect(await evening.db.drafts.count()).toBe(1));
  // Midnight passes, and the page wakes.
  jest.setSystemTime(new Date(`${addDays(TODAY, 1)}T00:10:00`));
  evening.again();
  expect(await screen.findByText(/This visit was begun .* and is kept under that day/)).toBeVisible();
  await pressTwice(press("All done: close the lid"));
  await wait(() => expect(evening.pushed).toEqual(["/"]));
  expect(new Set((await evening.written()).map(({ day }) => day))).toEqual(new Set([TODAY]));
});

test("one bin that cannot be worked out leaves the others standing, and its log can be read", async () => {
  const odd = binRows("b", "Medlar", newTub());
  const { db, again } = await inCellar(<RoundPage />, {
    rows: [roomRow, settingsRow("metric"), ...TUB, ...odd],
    today: TODAY,
  });
  await screen.findByRole("heading", { level: 2, name: /Quince|Medlar/ });
  // A digest that another hand has spoilt: judging it throws.
  await wait(async () => expect(await db.digests.count()).toBe(2));
  const digest = (await db.digests.get("b"))!;
  await db.digests.put({ ...digest, result: { ...(digest.result as object), feedings: 7, places: null } });
  again();
  const rack = await screen.findByRole("navigation", { name: "Bins on the rack" });
  await wait(() => expect(rack).toHaveTextContent(/Quince.*Medlar|Medlar.*Quince/));
  // To another room of the same cellar.
  await inCellar(<BinPage />, { rows: [], today: TODAY, address: "/bin?id=b" });
  expect(await screen.findByText(/This bin could not be worked out/)).toBeVisible();
  expect(await screen.findByText(/^stocked$/)).toBeVisible();
});
