import {
  binRows,
  inCellar,
  leaveCellar,
  press,
  roomRow,
  settingsRow,
  typeDay,
} from "../../../tests/inCellar";
import { entry, newTub, START } from "../../../tests/log";
import { replay } from "@/core/bin/replay";
import { addDays } from "@/core/calendar/day";
import { readLog } from "@/persistence/read";
import { useSession } from "@/session/session";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { AwayRoom } from "./AwayRoom";

const TODAY = addDays(START, 60);
function TakeBack() {
  const { undoLast } = useSession();
  return (
    <button type="button" onClick={() => void undoLast()}>
      take it back
    </button>
  );
}
const away = async (rows = twoBins()) => {
  const cellar = await inCellar(
    <>
      <AwayRoom />
      <TakeBack />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...rows], today: TODAY, address: "/away" },
  );
  await screen.findByRole("heading", { name: "Going away" });
  const ahead = async (id: string) => replay((await readLog(cellar.db, id)).rows).setup?.ahead;
  return { ...cellar, ahead };
};
const twoBins = () => [
  ...binRows("bin-1", "Quince", [
    ...newTub(),
    entry({ kind: "altered", changes: { ahead: { mealShare: 0.8 } } }, 5),
  ]),
  ...binRows("bin-2", "Cress", newTub(0.2)),
  ...binRows("bin-3", "Old", [...newTub(), entry({ kind: "altered", changes: { retired: true } }, 9)]),
];
afterEach(leaveCellar);

test("every bin in use is told in one act, which goes back whole; what it was told before stays", async () => {
  const { keeper, ahead, written } = await away();
  typeDay("No one comes from", addDays(TODAY, 5));
  typeDay("Back on", addDays(TODAY, 26));
  await keeper.click(await screen.findByRole("button", { name: "Plan it for all 2 bins" }));
  await waitFor(async () =>
    expect(await ahead("bin-1")).toEqual({
      mealShare: 0.8,
      awayFrom: addDays(TODAY, 5),
      awayUntil: addDays(TODAY, 26),
    }),
  );
  expect(await ahead("bin-3")).toBeUndefined();
  expect(new Set((await written()).map(({ actId }) => actId)).size).toBe(1);
  expect(await screen.findByText(/^Kept: no one comes from/)).toBeVisible();
  // The page for whoever looks in has every bin, and who is thanked.
  fireEvent.change(screen.getByLabelText("Who looks in"), { target: { value: "Neighbour" } });
  expect(screen.getByText(/Neighbour, thank you for looking in/)).toBeVisible();
  expect(screen.getByRole("region", { name: "For whoever looks in" })).toHaveTextContent(
    /Quince, Cellar.*Cress, Cellar/,
  );
  await keeper.click(press("take it back"));
  await waitFor(async () => expect(await ahead("bin-1")).toEqual({ mealShare: 0.8 }));
  expect(await ahead("bin-2")).toBeUndefined();
});

test("an absence that cannot be is said and told to nobody; one that is kept can be given up", async () => {
  const { keeper, ahead } = await away();
  typeDay("No one comes from", addDays(TODAY, 9));
  typeDay("Back on", addDays(TODAY, 7));
  expect(await screen.findByText("You come back after you leave.")).toBeVisible();
  expect(screen.queryByRole("button", { name: /^Plan it for all/ })).toBeNull();
  typeDay("Back on", addDays(TODAY, 30));
  await keeper.click(await screen.findByRole("button", { name: "Plan it for all 2 bins" }));
  await keeper.click(await screen.findByRole("button", { name: "not after all" }));
  await waitFor(async () => expect(await ahead("bin-2")).toEqual({}));
  expect(await ahead("bin-1")).toEqual({ mealShare: 0.8 });
});

test("a cellar without a bin in use says what the room is for, and where one begins", async () => {
  await away([]);
  expect(screen.getByText(/Say when nobody comes/)).toBeVisible();
  expect(screen.getByRole("link", { name: "Set up a bin" })).toBeVisible();
});
