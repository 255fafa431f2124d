import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, lotOf, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Way } from "@/core/harvest/ways";
import { WAY_FACTS } from "@/core/harvest/ways";
import { WAY_WORDS } from "@/core/harvest/words";
import type { NewRow } from "@/persistence/write";
import { useSession } from "@/session/session";
import type { System } from "@/vocabulary/setup";
import { act, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { HarvestRoom } from "./HarvestRoom";
import { LampRoom } from "./LampRoom";

const TODAY = addDays(START, 160);
const logOf = (system: System) => {
  const setup = setupOf(system);
  return [
    ...newTub(0.6, setup),
    ...setup.compartments.map(({ id }) =>
      entry(
        { kind: "bedded", compartment: id, parts: [{ materialId: "worm-castings", amount: kilograms(9), moisture: 0.72 }] },
        4,
      ),
    ),
  ]; // prettier-ignore
};
function TakeBack() {
  const { undoLast } = useSession();
  return (
    <button type="button" onClick={() => void undoLast()}>
      take it back
    </button>
  );
}
const atHarvest = async (system: System = "tub", besides: readonly NewRow[] = [settingsRow("metric")]) => {
  const cellar = await inCellar(
    <>
      <HarvestRoom />
      <TakeBack />
    </>,
    {
      rows: [
        roomRow,
        ...besides,
        ...binRows("bin-1", "Quince", logOf(system)),
        ...binRows("bin-2", "Cress", newTub(0.2)),
      ],
      today: TODAY,
      address: "/harvest?id=bin-1",
    },
  );
  await screen.findByRole("heading", { name: /^Harvest/ });
  const write = (label: RegExp, text: string, at = 0) =>
    fireEvent.change(screen.getAllByLabelText(label)[at]!, { target: { value: text } });
  const keep = () => cellar.keeper.click(press("Keep the harvest"));
  return { ...cellar, write, keep };
};
afterEach(leaveCellar);

/** Two of them each time, all in the long run. */
const SIX: readonly (readonly [Way, System])[] = [
  ["lamp", "tub"],
  ["fromBelow", "flowThrough"],
  ["skim", "bath"],
  ["wedge", "trough"],
  ["cycle", "trayStack"],
  ["sieve", "tub"],
];
test.each(SIX.filter((_, at) => process.env.LONG_SEEDS !== undefined || at % 3 === 0))(
  "%s in a %s: from the first look by its steps to the scale, once, and taken back whole",
  async (way, system) => {
    const { keeper, write, keep, written, db } = await atHarvest(system);
    const radio = screen.getByRole("radio", { name: new RegExp(`^${WAY_WORDS[way].name}`) });
    await keeper.click(radio);
    expect(radio).toBeChecked();
    const steps = within(screen.getByRole("region", { name: `${WAY_WORDS[way].name}, step by step` }));
    await keeper.click(steps.getAllByRole("checkbox")[0]!);
    await waitFor(() => expect(steps.getAllByRole("checkbox")[0]).toBeChecked());
    await keep();
    await waitFor(() => expect(screen.getByRole("alert")).toHaveTextContent("Nothing was weighed yet."));
    write(/^Full/, "2 × 1.5 kg");
    write(/^Each empty/, "250");
    expect(screen.getByText("2.5 kg net")).toBeVisible();
    await keep();
    await waitFor(async () => expect(await written()).toHaveLength(1));
    expect(await written()).toMatchObject([
    { kind: "harvested", method: WAY_FACTS[way].method, grossKg: 3, tareKg: 0.5, typed: "2 × 1.5 kg", day: TODAY },
  ]); // prettier-ignore
    // What was typed is no draft any more, and one press takes the harvest back.
    expect(await db.drafts.count()).toBe(0);
    await keeper.click(press("take it back"));
    await waitFor(async () => expect((await written()).at(-1)).toMatchObject({ deleted: true }));
  },
);

test("what another tab has kept is not written twice", async () => {
  const { write, keep, written, db } = await atHarvest();
  write(/^Full/, "2 kg");
  await waitFor(async () => expect(await db.drafts.count()).toBe(1));
  // The other tab pressed first: its harvest is in the log, and the draft is gone.
  await db.drafts.clear();
  await keep();
  expect(await screen.findByRole("alert")).toHaveTextContent("kept already, in another tab");
  expect(await written()).toEqual([]);
});

test("a handful says whether it is ripe, and what is foul waits however ripe it was held for", async () => {
  const { keeper } = await atHarvest();
  const verdict = () => document.querySelector("[data-ripe]")!;
  const choose = (title: string, answer: string) =>
    keeper.click(within(screen.getByRole("group", { name: title })).getByRole("radio", { name: answer }));
  await choose("It smells of", "earth");
  await choose("Food or bedding in it", "none");
  await choose("Worms in it", "none or one");
  expect(verdict()).toHaveAttribute("data-ripe", "ready");
  await choose("It smells of", "rot");
  expect(verdict()).toHaveTextContent(/^Wait about \d+ weeks: it does not smell of earth yet/);
});

test("castings, worms and overs go each their way as one act; swapped weights are said, more than there was is asked about", async () => {
  const { keeper, write, keep, written } = await atHarvest();
  write(/^Full/, "400 g");
  write(/^Each empty/, "3 kg");
  expect(screen.getByText(/are the two swapped\?/)).toBeVisible();
  await keep();
  await waitFor(() => expect(screen.getByRole("alert")).toHaveTextContent(/One line cannot be read/));
  write(/^Each empty/, "");
  write(/^Full/, "30 kg");
  expect(screen.getByText(/more than this bin is known to hold/)).toBeVisible();
  write(/^Full/, "4 L + 1 kg");
  expect(screen.queryByText(/more than this bin is known to hold/)).toBeNull();
  const add = async (portion: RegExp, full: string, at: number) => {
    await keeper.click(press("another line"));
    await keeper.click(screen.getAllByLabelText(/^What/)[at]!);
    await keeper.click(await screen.findByRole("option", { name: portion }));
    write(/^Full/, full, at);
  };
  await add(/^worms/, "200 g", 1);
  await keeper.click(screen.getAllByLabelText(/^To/)[0]!);
  await keeper.click(await screen.findByRole("option", { name: "Cress" }));
  // Overs that go back where they came from were never gone.
  await add(/^overs/, "2 kg", 2);
  await keep();
  await waitFor(async () => expect(await written()).toHaveLength(3));
  const all = await written();
  expect(all.map(({ kind, subject }) => `${kind} ${subject.id}`).sort()).toEqual([
    "harvested bin-1",
    "stocked bin-2",
    "wormsTaken bin-1",
  ]);
  expect(new Set(all.map(({ actId }) => actId)).size).toBe(1);
  const harvest = all.find(({ kind }) => kind === "harvested")!;
  expect(harvest).toMatchObject({ grossKg: 3.8, tareKg: 0, typed: "4 L + 1 kg" });
  await keeper.click(press("take it back"));
  await waitFor(async () => expect((await written()).filter(({ deleted }) => deleted)).toHaveLength(3));
});

test("lamp rounds call by the clock, survive a reload and a long break, and end at the scale", async () => {
  const names = ["Quince", "Cress", "Bay", "Dill"];
  const { keeper, again } = await inCellar(<LampRoom />, {
    rows: [
      roomRow,
      settingsRow("metric"),
      ...names.flatMap((name, at) => binRows(`bin-${at}`, name, logOf("tub"))),
    ],
    today: TODAY,
    address: "/lamp?ids=bin-0",
  });
  await screen.findByRole("button", { name: "Light the lamp" });
  for (const name of names.slice(1)) await keeper.click(screen.getByRole("checkbox", { name }));
  screen.getAllByLabelText("Scrapes").forEach((field) => fireEvent.change(field, { target: { value: "2" } }));
  expect(screen.getByText(/^8 scrapes, about/)).toBeVisible();
  const begun = Date.now();
  const at = (min: number) => act(() => jest.setSystemTime(begun + min * 60_000));
  await keeper.click(press("Light the lamp"));
  await waitFor(() => expect(screen.getByRole("timer")).toHaveTextContent("10:00"));
  at(10.5);
  await waitFor(() => expect(press("Scraped")).toBeVisible());
  for (const [nth, name] of names.entries()) {
    at(12 + 2 * nth);
    await keeper.click(press(`${name} scraped`));
  }
  expect(screen.getByText(/^4 scrapes left.*at 2 min a scrape\.$/)).toBeVisible();
  // The phone was locked overnight: nothing is lost, all are ready.
  at(800);
  again();
  await screen.findByText(/^4 scrapes left/);
  await waitFor(() => expect(screen.getAllByText("ready")).toHaveLength(4));
  for (const [nth, name] of names.slice(0, 3).entries()) {
    at(802 + 2 * nth);
    await keeper.click(press(`${name} scraped`));
  }
  await keeper.click(press("take the last press back"));
  await waitFor(() => expect(screen.getByText(/^2 scrapes left/)).toBeVisible());
  await keeper.click(press("Bay scraped"));
  await keeper.click(press("Dill: the worms are at the bottom"));
  expect(await screen.findByText("All scraped")).toBeVisible();
  await waitFor(() =>
    expect(screen.getByRole("link", { name: "Weigh in Quince" })).toHaveAttribute(
      "href",
      "/harvest?id=bin-0",
    ),
  );
  await keeper.click(press("put the lamp out"));
  expect(await screen.findByRole("button", { name: "Light the lamp" })).toBeVisible();
});

test("a container of one’s own is taken off by a press, and castings join the lot that is named, one act in both logs", async () => {
  const settings = settingsRow("metric") as { kind: "settings"; row: object };
  const measured = { kind: "settings", row: { ...settings.row, containers: [{ name: "crate", volumeL: 30, tareKg: 1.2 }, { name: "jar", volumeL: 1 }] } } as NewRow; // prettier-ignore
  const { keeper, write, keep, written, db } = await atHarvest("tub", [
    measured,
    { kind: "lots", row: lotOf({ madeOn: addDays(TODAY, -3) }) },
  ]);
  expect(screen.queryByRole("button", { name: /is in jar/ })).toBeNull();
  await keeper.click(press("Line 1 is in crate, 1.2 kg empty"));
  write(/^Full/, "2 × 5 kg");
  expect(await screen.findByText("7.6 kg net")).toBeVisible();
  fireEvent.mouseDown(screen.getByRole("combobox", { name: "The castings become" }));
  await keeper.click(await screen.findByRole("option", { name: "part of Spring castings" }));
  await keep();
  await waitFor(async () => expect(await written()).toHaveLength(2));
  const [harvested, joined] = (await written()).toSorted((a) => (a.kind === "harvested" ? -1 : 1));
  expect(harvested).toMatchObject({ kind: "harvested", grossKg: 10, tareKg: 2.4 });
  expect(joined).toMatchObject({ kind: "received", what: "castings", amount: { massKg: 7.6 }, fromBinId: "bin-1", subject: { kind: "lot", id: "lot-1" } }); // prettier-ignore
  expect(joined!.actId).toBe(harvested!.actId);
  expect(harvested!.actId).toBeDefined();
  expect(await db.lots.count()).toBe(1);
  await keeper.click(press("take it back"));
  await waitFor(async () => expect((await written()).filter(({ deleted }) => deleted)).toHaveLength(2));
});

test("castings that are used at once begin no lot; else the lot bears what was weighed", async () => {
  const { keeper, write, keep, written, db } = await atHarvest();
  write(/^Full/, "3 kg");
  fireEvent.mouseDown(await screen.findByRole("combobox", { name: "The castings become" }));
  await keeper.click(await screen.findByRole("option", { name: /^nothing/ }));
  await keep();
  await waitFor(async () => expect(await written()).toHaveLength(1));
  expect(await db.lots.count()).toBe(0);
  write(/^Full/, "2.5 kg");
  await keep();
  await waitFor(async () => expect(await db.lots.count()).toBe(1));
  expect((await db.lots.toArray())[0]).toMatchObject({
    massKg: 2.5,
    madeOn: TODAY,
    from: [{ binId: "bin-1", massKg: 2.5 }],
  });
});

test("how moist by a dried sample, the bin on the scale, minutes where they are kept: all in the one entry and its lot", async () => {
  const { keeper, write, keep, written, db } = await atHarvest();
  write(/^Full/, "2.5 kg");
  await keeper.click(screen.getByText(/^How moist/));
  await waitFor(() => expect(screen.queryByLabelText("Minutes it took")).toBeNull());
  write(/^A sample, wet/, "200 g");
  write(/^The same, dried/, "300 g");
  await keep();
  await waitFor(() =>
    expect(screen.getByRole("alert")).toHaveTextContent("Dried it cannot weigh more than wet."),
  );
  write(/^The same, dried/, "50 g");
  expect(screen.getByText(/^How moist: 75 %/)).toBeVisible();
  write(/^The whole bin before/, "30 kg");
  write(/^and after/, "24 kg");
  expect(screen.getByText(/^The bin lost 6 kg, what was weighed comes to 2.5 kg/)).toBeVisible();
  write(/^and after/, "27.5 kg");
  expect(screen.getByText("The bin lost 2.5 kg: that is what was weighed.")).toBeVisible();
  await keep();
  await waitFor(async () => expect(await written()).toMatchObject([{ kind: "harvested", moisture: 0.75 }]));
  expect(await db.lots.toArray()).toMatchObject([{ massKg: 2.5, moisture: 0.75 }]);
});

test("more than the log knows of: what is so is chosen, and stands with the harvest", async () => {
  const { keeper, write, keep, written } = await atHarvest();
  write(/^Full/, "30 kg");
  await keeper.click(screen.getByRole("radio", { name: "more went in than is in the log" }));
  await waitFor(() => expect(screen.getByRole("link", { name: "Write it down at the bin" })).toBeVisible());
  await keep();
  await waitFor(async () =>
    expect(await written()).toMatchObject([{ kind: "harvested", note: "more went in than is in the log" }]),
  );
});

test("two ways one after the other show the steps of both; a way that waits puts its day on the slate", async () => {
  const { keeper, written } = await atHarvest();
  await keeper.click(screen.getByText(/other way/));
  await keeper.click(screen.getByRole("radio", { name: /^Bait bag/ }));
  await keeper.click(screen.getByLabelText("and then, if you mix ways"));
  await keeper.click(await screen.findByRole("option", { name: "Sieve" }));
  const steps = within(screen.getByRole("region", { name: "Bait bag, then sieve, step by step" }));
  expect(steps.getAllByRole("checkbox")).toHaveLength(
    WAY_WORDS.baitBag.steps.length + WAY_WORDS.sieve.steps.length,
  );
  await keeper.click(steps.getAllByRole("checkbox").at(-1)!);
  await waitFor(() =>
    expect(steps.getAllByRole("checkbox").filter((box) => (box as HTMLInputElement).checked)).toHaveLength(1),
  );
  await keeper.click(steps.getByRole("button", { name: /^begun today: remind me/ }));
  await waitFor(async () =>
    expect(await written()).toMatchObject([
      { kind: "altered", changes: { ahead: { harvestOn: addDays(TODAY, WAY_FACTS.baitBag.waitDays) } } },
    ]),
  );
  expect(await steps.findByText(/^On the slate: to be lifted/)).toBeVisible();
});

test("the part one lifts is chosen: what is checked and weighed is of that part, and the entry says so", async () => {
  const { keeper, write, keep, written } = await atHarvest("trayStack");
  const parts = within(screen.getByRole("list", { name: /How far each part is/ })).getAllByRole("button");
  expect(parts.map((one) => one.getAttribute("aria-pressed"))).toEqual(["true", "false", "false"]);
  await keeper.click(parts[1]!);
  expect(parts[1]).toHaveAttribute("aria-pressed", "true");
  write(/^Full/, "2 kg");
  await keep();
  await waitFor(async () => expect((await written()).some(({ kind }) => kind === "harvested")).toBe(true));
  expect((await written()).find(({ kind }) => kind === "harvested")).toMatchObject({
    compartment: setupOf("trayStack").compartments[1]!.id,
  });
});
