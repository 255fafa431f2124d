import { inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { binRows } from "../../../tests/inCellar";
import { addDays } from "@/core/calendar/day";
import { screen, waitFor, within } from "@testing-library/react";
import { SetupRoom } from "./SetupRoom";

const TODAY = addDays(START, 60);
const open = async (units: "metric" | "us" = "metric") => {
  const cellar = await inCellar(<SetupRoom />, {
    rows: [roomRow, settingsRow(units), ...binRows("bin-1", "Quince", newTub())],
    today: TODAY,
    address: "/setup",
  });
  await screen.findByLabelText("Its name");
  return cellar;
};
const answer = (title: RegExp, name: string) =>
  within(screen.getByRole("group", { name: title })).getByRole("radio", { name });
afterEach(leaveCellar);

test("a new bin is bedded and stocked as ever; one that runs is told as it stands, and neither bedded nor stocked", async () => {
  const { keeper, written, pushed } = await open();
  // Asked first, and new is what is chosen.
  expect(screen.getByRole("radio", { name: /^new/ })).toBeChecked();
  expect(screen.queryByRole("group", { name: /How far along/ })).toBeNull();
  await keeper.click(screen.getByRole("radio", { name: /it runs/ }));
  await waitFor(() => expect(screen.queryByLabelText("Day it started", { selector: "input" })).toBeNull());
  await keeper.type(screen.getByLabelText("Its name"), "Rowan");
  await keeper.click(answer(/^The worms/, "a tangle of them"));
  await keeper.click(answer(/^How far along/, "mostly castings"));
  await keeper.click(answer(/^How full/, "half full"));
  await keeper.type(screen.getByLabelText(/Food it gets a week/), "0.9 kg");
  await keeper.type(screen.getByLabelText("Last fed, days ago"), "3");
  await keeper.click(answer(/^A squeeze/, "1–2 drops"));
  await keeper.click(press("Put it on the rack"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  const rows = await written();
  expect(rows.map(({ kind }) => kind)).toEqual(["altered", "found"]);
  expect(rows[1]).toMatchObject({
    day: TODAY,
    parts: [{ compartment: "c1", fraction: 0.5, state: "mostly" }],
    worms: { handful: "crowded" },
    fedWeeklyKg: 0.9,
    lastFed: { fedDaysAgo: 3 },
    squeeze: "fewDrops",
  });
  expect(rows[1]).not.toHaveProperty("runningMonths");
});

test("an answer is taken back by the same press, a weight puts the handful aside, and what contradicts is asked, not refused", async () => {
  const { keeper, written, pushed } = await open("us");
  await keeper.click(screen.getByRole("radio", { name: /it runs/ }));
  await keeper.type(screen.getByLabelText("Its name"), "Rowan");
  const far = answer(/^How far along/, "half done");
  await keeper.click(far);
  expect(far).toBeChecked();
  await keeper.click(far);
  expect(far).not.toBeChecked();
  await keeper.click(answer(/^The worms/, "a tangle of them"));
  await keeper.type(screen.getByLabelText(/Food it gets a week/), "0");
  expect(await screen.findByText(/Crowded, and never fed\?/)).toBeVisible();
  await keeper.type(screen.getByLabelText(/or weighed/), "1 lb");
  expect(answer(/^The worms/, "a tangle of them")).not.toBeChecked();
  await keeper.click(press("Put it on the rack"));
  await waitFor(() => expect(pushed).toEqual(["/"]));
  const [, found] = await written();
  expect(found).toMatchObject({ kind: "found", parts: [{ compartment: "c1" }], fedWeeklyKg: 0 });
  expect(found && "worms" in found && found.worms && "massKg" in found.worms ? found.worms.massKg : 0).toBeCloseTo(0.4536, 3); // prettier-ignore
});

test("what was typed of a running bin outlives a reload, fault and all", async () => {
  const { keeper, again, written } = await open();
  await keeper.click(screen.getByRole("radio", { name: /it runs/ }));
  await keeper.type(screen.getByLabelText("Its name"), "Rowan");
  await keeper.type(screen.getByLabelText(/Food it gets a week/), "900 kg");
  await keeper.click(press("Put it on the rack"));
  expect(await screen.findByText(/Is the unit right\?/)).toBeVisible();
  expect(await written()).toEqual([]);
  await waitFor(() => expect(screen.getByLabelText("Its name")).toHaveValue("Rowan"));
  again();
  expect(await screen.findByLabelText(/Food it gets a week/)).toHaveValue("900 kg");
  expect(screen.getByRole("radio", { name: /it runs/ })).toBeChecked();
});
