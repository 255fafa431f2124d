import type { NewRow } from "@/persistence/write";
import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, look, meal, newTub, START } from "../../../tests/log";
import type { Entry } from "@/records/entry";
import { addDays } from "@/core/calendar/day";
import { screen, waitFor, within } from "@testing-library/react";
import { VisitRoom } from "./VisitRoom";

const TODAY = addDays(START, 60);
const log = () => [...newTub(), meal(0.4, 1, 40), look([{ of: "squeeze", squeeze: "fewDrops" }], 40)];
const atLid = async (address = "/visit?id=bin-1", entries = log(), besides: readonly NewRow[] = []) => {
  const cellar = await inCellar(<VisitRoom />, {
    rows: [roomRow, ...besides, ...binRows("bin-1", "Quince", entries)],
    today: TODAY,
    address,
  });
  await screen.findByRole("button", { name: /close the lid|Keep what I saw/i });
  const steps = () =>
    within(screen.getByRole("region"))
      .queryAllByRole("listitem")
      .map(({ textContent }) => textContent);
  const { written } = cellar;
  const kept = async (kind: Entry["kind"]) => (await written()).filter((one) => one.kind === kind);
  return { ...cellar, steps, kept };
};
const feel = (name: RegExp) => screen.getByRole("radio", { name });
afterEach(leaveCellar);

test("what is felt decides at once; closing the lid keeps readings and deeds as one visit and goes on", async () => {
  const { keeper, steps, written, kept, pushed, db } = await atLid();
  expect(steps()[0]).toMatch(/mixed fruit and vegetable kitchen scraps at place/);
  await keeper.click(feel(/dust/));
  expect(steps()[0]).toMatch(/mL|L/);
  expect(steps().join()).toMatch(/water/i);
  await keeper.click(feel(/a stream/));
  expect(steps().join()).toMatch(/dry corrugated cardboard/);
  expect(steps().join()).not.toMatch(/kitchen scraps/);
  await keeper.click(press("All done: close the lid"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  expect(await kept("looked")).toMatchObject([
    { day: TODAY, readings: [{ of: "squeeze", squeeze: "stream" }] },
  ]);
  expect(await kept("bedded")).toHaveLength(1);
  expect([...(await kept("fed")), ...(await kept("watered"))]).toEqual([]);
  expect(new Set((await written()).map(({ visitId }) => visitId)).size).toBe(1);
  expect(await db.drafts.count()).toBe(0);
  // The log's own saving and this one: one press, one thing to take back.
  expect(await db.changes.count()).toBe(2);
});

test("an amount of one's own is kept beside the proposed one; a step not done is not written", async () => {
  const { keeper, kept, pushed } = await atLid();
  await keeper.click(feel(/1–2 drops/));
  await keeper.click(screen.getAllByRole("button", { name: /change the amount/ })[0]!);
  await keeper.type(screen.getByLabelText("Amount, as you like to write it"), "1 lb 6 oz");
  const [feeding, balancing] = screen.getAllByRole("checkbox", { name: /^Done:/ });
  expect(balancing).toHaveAccessibleName(/corrugated cardboard|leaf mould/);
  // Nothing is ticked beforehand.
  expect(balancing).not.toBeChecked();
  await keeper.click(feeding!);
  await keeper.click(press("Close the lid"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  const [fed] = await kept("fed");
  expect(fed).toMatchObject({
    parts: [{ materialId: "mixed-kitchen-scraps", amount: { typed: "1 lb 6 oz" } }],
  });
  expect(fed).toMatchObject({ parts: [{ amount: { massKg: expect.closeTo(0.6237, 3) as number } }] });
  expect((await kept("bedded")).filter((one) => !("isCover" in one))).toEqual([]);
});

test("a tick keeps its sum whatever is found after it; the newer one stands beside it until it is taken", async () => {
  const { keeper, steps, kept, pushed } = await atLid();
  await keeper.click(feel(/1–2 drops/));
  const feeding = () => screen.getAllByRole("checkbox", { name: /^Done:.*kitchen scraps/ })[0]!;
  const said = steps().find((text) => /kitchen scraps/.test(text))!.trim().split(/ of | (?=mixed)/)[0]!; // prettier-ignore
  await keeper.click(feeding());
  await keeper.click(feel(/a stream/));
  expect(steps()[0]).toContain(said);
  expect(feeding()).toBeChecked();
  await waitFor(() => expect(screen.getByText(/not asked for any more/)).toBeVisible());
  await keeper.click(press("it was done"));
  await waitFor(() => expect(screen.queryByText(/not asked for any more/)).toBeNull());
  await keeper.click(press("Close the lid"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  expect(await kept("fed")).toMatchObject([{ parts: [{ amount: { typed: said } }] }]);
  expect(await kept("bedded")).toEqual([]);
});

test("what cannot be read is told where it was typed, nothing is written, and what was typed stays", async () => {
  const { keeper, written, pushed, again } = await atLid();
  await keeper.type(screen.getByLabelText(/^Probe/), "lukewarm");
  await keeper.type(screen.getByLabelText("A note"), "smells of rain");
  await keeper.click(press("All done: close the lid"));
  expect(await screen.findByRole("alert")).toHaveTextContent(/Nothing was saved yet/);
  await waitFor(() => expect(screen.getByLabelText(/^Probe/)).toBeInvalid());
  expect([await written(), pushed]).toEqual([[], []]);
  again();
  await waitFor(() => expect(screen.getByLabelText(/^Probe/)).toHaveValue("lukewarm"));
  expect(screen.getByLabelText("A note")).toHaveValue("smells of rain");
  await keeper.clear(screen.getByLabelText(/^Probe/));
  await keeper.type(screen.getByLabelText(/^Probe/), "66 F");
  await keeper.click(press("All done: close the lid"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  const readings = (await written()).flatMap((one) => (one.kind === "looked" ? one.readings : []));
  expect(readings).toMatchObject([{ of: "temperature", temperatureC: expect.closeTo(18.9, 1) as number }]);
});

test("an emergency puts everything else aside: no food whatever else was answered", async () => {
  const { keeper, steps } = await atLid();
  await keeper.click(feel(/1–2 drops/));
  await keeper.click(feel(/earthy/));
  expect(steps()[0]).toMatch(/kitchen scraps/);
  await keeper.click(feel(/^hot/));
  await waitFor(() => expect(screen.getByRole("heading", { name: "Act now" })).toBeVisible());
  expect(steps().join()).not.toMatch(/kitchen scraps/);
  // Pressed again an answer is taken back, and the meal is due as before.
  await keeper.click(feel(/^hot/));
  expect(steps()[0]).toMatch(/kitchen scraps/);
});

test("only what was seen is written where nothing was done, and what was left out is asked for next time", async () => {
  const { keeper, kept, written, pushed, again } = await atLid();
  await keeper.click(feel(/1–2 drops/));
  const [first] = screen.getAllByRole("checkbox", { name: /^Done:/ });
  await keeper.click(first!);
  await keeper.click(press("all done as proposed"));
  for (const step of screen.getAllByRole("checkbox", { name: /^Done:/ })) expect(step).toBeChecked();
  for (const step of screen.getAllByRole("checkbox", { name: /^Done:/ })) await keeper.click(step);
  await keeper.click(press("only note what I saw"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  const looks = await kept("looked");
  expect(looks).toMatchObject([
    { leftOut: expect.arrayContaining([expect.stringMatching(/kitchen scraps/)]) as unknown },
  ]);
  expect(await written()).toHaveLength(1);
  again();
  const left = await screen.findByText(/Left out today/);
  const scraps = within(left)
    .getByText(/kitchen scraps/)
    .closest("li")!;
  await keeper.click(within(scraps).getByRole("button", { name: "done today" }));
  await waitFor(async () => expect(await kept("fed")).toHaveLength(1));
  await waitFor(() => expect(scraps).not.toBeInTheDocument());
});

test("a meal of four foods is said in one go, and one given before is said again by one press", async () => {
  const before = entry({ kind: "fed", place: 2, parts: [
    { materialId: "melon-rind", amount: { massKg: 0.15, measuredBy: "weighed", typed: "150 g" }, preparation: "frozen", juice: "without" },
    { materialId: "tea-leaves", amount: kilograms(0.05), preparation: "whole" },
  ] }, 41); // prettier-ignore
  const { keeper, kept, pushed } = await atLid(undefined, [...log(), before]);
  await keeper.click(screen.getAllByRole("button", { name: /change the amount/ })[0]!);
  const amounts = () => screen.getAllByLabelText(/^How much/);
  await keeper.click(press("as last time"));
  expect(amounts().map((field) => (field as HTMLInputElement).value)).toEqual(["150 g", "50 g"]);
  await keeper.click(press("and something else"));
  await keeper.click(press("and something else"));
  for (const [at, text] of [[2, "80 g"], [3, "1/2 cup"]] as const) await keeper.type(amounts()[at]!, text); // prettier-ignore
  expect(screen.getByText(/Melon, juice and purée/)).toBeVisible();
  await keeper.click(press("All done: close the lid"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  expect((await kept("fed")).at(-1)).toMatchObject({
    parts: [
      { materialId: "melon-rind", amount: { massKg: 0.15 }, juice: "without" },
      { materialId: "tea-leaves", amount: { massKg: 0.05 } },
      { amount: { massKg: 0.08 } },
      { amount: { typed: "1/2 cup" } },
    ],
  });
});

test("a quiet check lifts no lid: it weighs and measures, and proposes nothing inside", async () => {
  const { keeper, kept, written, pushed } = await atLid("/visit?id=bin-1&quiet=1");
  expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent("Quince, quiet check");
  expect(screen.queryByRole("checkbox", { name: /^Done:/ })).toBeNull();
  await keeper.type(screen.getByLabelText(/weigh/i), "21.5 kg");
  await keeper.click(press("Keep what I saw"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  expect(await kept("looked")).toMatchObject([{ lid: "closed", readings: [{ of: "weight", massKg: 21.5 }] }]);
  expect(await written()).toHaveLength(1);
});

test("a bin that is not there, or whose log says not what it is, leads back to where it can be mended", async () => {
  const rows = [roomRow, ...binRows("bin-1", "Quince", [meal(0.4, 1, 3)])];
  await inCellar(<VisitRoom />, { rows, today: TODAY, address: "/visit?id=nobody" });
  expect(await screen.findByRole("heading", { name: "No such bin" })).toBeVisible();
  await leaveCellar();
  await inCellar(<VisitRoom />, { rows, today: TODAY, address: "/visit?id=bin-1" });
  expect(await screen.findByRole("link", { name: "Open its log" })).toHaveAttribute("href", "/bin?id=bin-1");
});

test("how long a visit took is kept where hours are kept, and nowhere else", async () => {
  const settings = settingsRow("metric");
  const accounts = { ...settings, row: { ...settings.row, accounts: { currency: "EUR" } } } as NewRow;
  const tookMin = async (besides: readonly NewRow[]) => {
    const { keeper, kept, pushed } = await atLid(undefined, log(), besides);
    await keeper.click(feel(/1–2 drops/));
    await new Promise((go) => setTimeout(go, 700));
    await keeper.click(press("only note what I saw"));
    await waitFor(() => expect(pushed).toEqual(["/"]));
    const [look] = (await kept("looked")) as { readonly tookMin?: number }[];
    await leaveCellar();
    return look!.tookMin;
  };
  expect(await tookMin([accounts])).toBeGreaterThan(0);
  expect(await tookMin([settings])).toBeUndefined();
});
