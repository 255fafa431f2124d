import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { readLog } from "@/persistence/read";
import { useSession } from "@/session/session";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { RescueRoom } from "./RescueRoom";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));

const TODAY = addDays(START, 60);
function TakeBack() {
  const { undoLast } = useSession();
  return (
    <button type="button" onClick={() => void undoLast()}>
      take it back
    </button>
  );
}
/** A tub without a hole, full of bedding and fed nothing but fruit. */
const full = () => [
  ...newTub(0.5, setupOf("tub", { drainage: "none" })),
  entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(22), moisture: 0.8 }] }, 5),
];
const rescue = async (log = full()) => {
  const cellar = await inCellar(
    <>
      <RescueRoom />
      <TakeBack />
    </>,
    {
      rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", log)],
      today: TODAY,
      address: "/rescue?id=bin-1",
    },
  );
  await screen.findByRole("heading", { name: "Rescue Quince from mud" });
  const state = async () => replay((await readLog(cellar.db, "bin-1")).rows);
  const squeeze = (name: RegExp) => fireEvent.click(screen.getByRole("radio", { name }));
  return { ...cellar, state, squeeze };
};
afterEach(leaveCellar);

test("mud is rescued stage by stage; begun with the squeeze of today in one act, followed, left off, taken back", async () => {
  const { keeper, state, squeeze, written } = await rescue();
  squeeze(/a stream/);
  expect(await screen.findByText(/of water is too much/)).toBeVisible();
  expect(screen.getByText(/drill four to six holes/)).toBeVisible();
  expect(screen.getAllByText(/mix in .* of dry card/).length).toBeGreaterThan(0);
  await keeper.click(press("begin the rescue"));
  await waitFor(async () => expect((await state()).rescue).toMatchObject({ since: TODAY, rightOn: [], lookOn: addDays(TODAY, 2) })); // prettier-ignore
  expect((await state()).seen?.readings).toMatchObject([{ of: "squeeze", squeeze: "stream" }]);
  expect(new Set((await written()).map(({ actId }) => actId)).size).toBe(1);
  expect(await screen.findByText(/Under way since/)).toBeVisible();
  expect(screen.getByRole("status")).toHaveTextContent(/So far nothing of it was noted as done. Still to do, by how it is now: .*of dry card in/); // prettier-ignore
  // Begun twice is not offered.
  expect(screen.queryByRole("button", { name: "begin the rescue" })).toBeNull();
  await keeper.click(press("take it back"));
  await waitFor(async () => expect((await state()).rescue).toBeUndefined());
  await keeper.click(await screen.findByRole("button", { name: "begin the rescue" }));
  await keeper.click(await screen.findByRole("button", { name: "leave it off" }));
  await waitFor(async () => expect((await state()).rescue).toBeUndefined());
});

test("a bed that is right is not rescued, and one with room is sent to a visit", async () => {
  const { squeeze } = await rescue(newTub(0.5, setupOf("tub", { drainage: "none" })));
  squeeze(/1–2 drops/);
  expect(await screen.findByText(/There is nothing to rescue/)).toBeVisible();
  squeeze(/a stream/);
  expect(await screen.findByText(/Dry bedding alone does it/)).toBeVisible();
  expect(screen.getByRole("link", { name: "Lift the lid" })).toBeVisible();
  expect(screen.queryByRole("button", { name: "begin the rescue" })).toBeNull();
});
