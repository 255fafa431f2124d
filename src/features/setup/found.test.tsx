import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { meal, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { BinRoom } from "@/features/bin/BinRoom";
import { screen, waitFor, within } from "@testing-library/react";
import { Found } from "./Found";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));
const LOG = [...newTub(), meal(0.3, 1, 20)];
const open = (daysOn: number, units: "metric" | "us" = "metric") =>
  inCellar(
    <>
      <BinRoom />
      <Found />
    </>,
    {
      rows: [roomRow, settingsRow(units), ...binRows("bin-1", "Quince", LOG)],
      today: addDays(START, daysOn),
      address: "/bin?id=bin-1",
    },
  );
afterEach(leaveCellar);

test("a bin of which nothing was written for months asks what it looks like now; what is told is where its forecast begins, and can be taken back", async () => {
  const { keeper, written, db } = await open(20 + 150);
  expect(await screen.findByText(/Nothing was written of it since/)).toBeVisible();
  await keeper.click(within(screen.getByRole("status", { name: "" })).getByRole("button"));
  const dialog = within(await screen.findByRole("dialog"));
  const before = await db.entries.count();
  await keeper.type(dialog.getByLabelText(/^or weighed/), "2 L");
  await keeper.click(dialog.getByRole("button", { name: /^Keep/ }));
  expect(await dialog.findByText("By weight (500 g, 1 lb) or by number (1000 worms).")).toBeVisible();
  expect(await db.entries.count()).toBe(before);
  await keeper.clear(dialog.getByLabelText(/^or weighed/));
  await keeper.type(dialog.getByLabelText(/^or weighed/), "620 g");
  await keeper.click(dialog.getByRole("radio", { name: "mostly castings" }));
  await keeper.click(dialog.getByRole("button", { name: /^Keep/ }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  const rows = await written();
  expect(rows).toEqual([
    expect.objectContaining({
      kind: "found",
      day: addDays(START, 170),
      worms: { massKg: 0.62, measuredBy: "weighed", typed: "620 g" },
      parts: [{ compartment: "c1", state: "mostly" }],
    }),
  ]);
  const state = replay([...LOG, rows[0]!]);
  expect(state.worms.massKg).toBeCloseTo(0.62, 9);
  await waitFor(() => expect(screen.queryByText(/Nothing was written of it since/)).toBeNull());
});

test("nobody is asked while there is word of it, and the door stands among its deeds all the same", async () => {
  const { keeper } = await open(30, "us");
  await screen.findByRole("heading", { name: "Quince", level: 1 });
  expect(screen.queryByText(/Nothing was written of it since/)).toBeNull();
  await keeper.click(press("What does it look like now?"));
  expect(await screen.findByRole("dialog", { name: /What does it look like now/ })).toBeVisible();
  expect(screen.getByLabelText(/Food it gets a week/)).toBeVisible();
});
