import {
  binRows,
  inCellar,
  leaveCellar,
  press,
  roomRow,
  settingsRow,
  typeDay,
} from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { readLog } from "@/persistence/read";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { AwayRoom } from "./AwayRoom";

const TODAY = addDays(START, 60);
afterEach(leaveCellar);

test("a busy time is written once, told to the bins as it comes, and told back when it is over", async () => {
  const { keeper, db, again } = await inCellar(<AwayRoom />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", newTub())],
    today: TODAY,
    address: "/away",
  });
  const own = async () => replay((await readLog(db, "bin-1")).rows).setup?.own?.intervalDays;
  await screen.findByRole("heading", { name: "Busy times of each year" });
  await keeper.click(press("it returns each year"));
  for (const missing of ["Give it a name.", "Its first day.", "Its last day."])
    expect(await screen.findByText(missing)).toBeVisible();
  fireEvent.change(screen.getByLabelText("A time with little time"), { target: { value: "planting out" } });
  typeDay("It begins", addDays(TODAY, 5));
  typeDay("It ends", addDays(TODAY, 40));
  await keeper.click(press("it returns each year"));
  await keeper.click(await screen.findByRole("button", { name: "visit them seldom until then" }));
  await waitFor(async () => expect(await own()).toBeGreaterThanOrEqual(7));
  expect(await screen.findByText(/1 bin is visited seldom until/)).toBeVisible();
  jest.setSystemTime(new Date(`${addDays(TODAY, 45)}T10:00:00`));
  again();
  expect(await screen.findByText(/The busy time is over/)).toBeVisible();
  await keeper.click(press("back to the usual rhythm"));
  await waitFor(async () => expect(await own()).toBeUndefined());
});
