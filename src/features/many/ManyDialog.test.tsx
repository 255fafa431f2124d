import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, meal, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { ManyDeed } from "@/core/many/many";
import { useSession } from "@/session/session";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { useState } from "react";
import { ManyDialog } from "./ManyDialog";

/* Many bins, one act: over a real store, chosen by their sets, kept once and taken back once. */

const TODAY = addDays(START, 40);
const log = (wormsKg: number) => [...newTub(wormsKg, setupOf("breederTub")), meal(0.05, 1, 30)];

function Asked({ of }: { readonly of: ManyDeed | undefined }) {
  const { bins, undoLast, author, keep } = useSession();
  const [isOpen, setOpen] = useState(true);
  if (!bins) return null;
  const leave = async () =>
    keep("gone", [author.revised("bins", bins.find(({ bin }) => bin.id === "b3")!.bin, { deleted: true })]);
  return (
    <>
      {isOpen && <ManyDialog binIds={[]} {...(of ? { of } : {})} onClose={() => setOpen(false)} />}
      <button type="button" onClick={() => void undoLast()}>
        take it back
      </button>
      <button type="button" onClick={() => void leave()}>
        another tab takes one away
      </button>
    </>
  );
}
const asked = async (of?: ManyDeed) => {
  const cellar = await inCellar(<Asked of={of} />, {
    rows: [
      roomRow,
      settingsRow("metric"),
      ...[1, 2, 3].flatMap((at) => binRows(`b${at}`, `Tub ${at}`, log(0.1 * at))),
      ...binRows("b4", "Tub 4", [...log(0.3), entry({ kind: "emptied", keepsWorms: false }, 35)]),
    ],
    today: TODAY,
  });
  await screen.findByRole("dialog");
  const write = (label: RegExp, text: string) => fireEvent.change(within(screen.getByRole("dialog")).getByLabelText(label), { target: { value: text } }); // prettier-ignore
  const said = () => within(screen.getByRole("dialog")).getByRole("status").textContent;
  const all = () => cellar.keeper.click(within(screen.getByLabelText("Choose them together")).getByRole("button", { name: /^all/ })); // prettier-ignore
  return { ...cellar, write, said, all };
};
afterEach(leaveCellar);

test("so much in all is shared out by the worms, one act in each log, gone again with one undo", async () => {
  const { keeper, write, said, all, written, db } = await asked();
  await keeper.click(press("Keep"));
  expect(await screen.findByText("Choose the bins it is done to.")).toBeVisible();
  await all();
  await keeper.click(screen.getByRole("radio", { name: "so much in all" }));
  write(/^In all/, "600 g");
  expect(said()).toMatch(/^3 bins, 600 g in all\. Left out: Tub 4 is out of use or waits for bedding/);
  await keeper.click(press("Keep for 3 bins"));
  await waitFor(() => expect(screen.queryByRole("dialog")).not.toBeInTheDocument());
  const rows = await written();
  expect(rows.map(({ kind, subject }) => [subject.id, kind])).toEqual([["b1", "fed"], ["b2", "fed"], ["b3", "fed"]]); // prettier-ignore
  const grams = rows.map((row) => (row.kind === "fed" && "massKg" in row.parts[0]!.amount ? Math.round(row.parts[0]!.amount.massKg * 1000) : 0)); // prettier-ignore
  expect(grams.reduce((sum, one) => sum + one, 0)).toBe(600);
  expect(grams[2]!).toBeGreaterThan(2 * grams[0]!);
  expect(new Set(rows.map(({ actId }) => actId)).size).toBe(1);
  await keeper.click(press("take it back"));
  await waitFor(async () =>
    expect((await db.entries.toArray()).filter(({ deleted }) => deleted)).toHaveLength(3),
  );
});

test("a bin taken away meanwhile is left out by name, the others are kept; what cannot be read is kept nowhere", async () => {
  const { keeper, write, said, all, written } = await asked("water");
  await all();
  await keeper.click(screen.getByRole("radio", { name: "the same for each" }));
  write(/^For each/, "a splash");
  await keeper.click(press(/^Keep/));
  expect(await screen.findByRole("alert")).toBeVisible();
  expect(await written()).toEqual([]);
  write(/^For each/, "200 mL");
  fireEvent.click(screen.getByText("another tab takes one away"));
  await waitFor(() => expect(said()).toMatch(/^2 bins, 400 mL in all\. Left out: a bin that is gone is no longer there/)); // prettier-ignore
  await keeper.click(press("Keep for 2 bins"));
  await waitFor(() => expect(screen.queryByRole("dialog")).not.toBeInTheDocument());
  expect((await written()).map(({ subject }) => subject.id)).toEqual(["b1", "b2"]);
});

test("half-ripe stuff of three tubs goes into one of them: one act over all logs, and one undo for all", async () => {
  const { keeper, write, said, all, written, db } = await asked("takeOut");
  await all();
  await keeper.click(screen.getByRole("radio", { name: "the same for each" }));
  write(/^For each/, "500 g");
  expect(said()).toMatch(/^3 bins, 1\.5 kg in all/);
  const choose = async (label: string, option: string) => {
    fireEvent.mouseDown(screen.getByLabelText(label));
    fireEvent.click(await screen.findByRole("option", { name: option }));
  };
  await choose("Where it goes", "another bin");
  expect(said()).toMatch(/^0 bins.*waits for the bin it goes into/);
  await choose("Into which bin", "Tub 3");
  expect(said()).toMatch(/^2 bins, 1 kg in all\. Left out: Tub 3 is the bin it all goes into/);
  await keeper.click(press("Keep for 2 bins"));
  await waitFor(() => expect(screen.queryByRole("dialog")).not.toBeInTheDocument());
  const rows = await written();
  expect(rows.map(({ kind, subject }) => `${subject.id} ${kind}`).toSorted()).toEqual(["b1 removed", "b2 removed", "b3 received", "b3 received"]); // prettier-ignore
  expect(new Set(rows.map(({ actId }) => actId)).size).toBe(1);
  // In one log each has its own turn.
  expect(new Set(rows.map(({ subject, seq }) => `${subject.id} ${seq}`)).size).toBe(4);
  await keeper.click(press("take it back"));
  await waitFor(async () =>
    expect((await db.entries.toArray()).filter(({ deleted }) => deleted)).toHaveLength(4),
  );
});
