import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../tests/inCellar";
import { litres, newTub, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { FactAbout } from "@/records/entry/about";
import { waitFor } from "@testing-library/react";
import { ofBin } from "./author";
import { useSession } from "./session";

/** A page of an old build, whose further code cannot be fetched any more. */
jest.mock("./beyondReason", () => {
  throw new Error("Failed to load chunk");
});
const TODAY = addDays(START, 60);
const WATERED = { kind: "watered", amount: litres(400) } as FactAbout<"bin">;
function Room() {
  const { author, keep } = useSession();
  const water = async () => keep("watered", await author.entries(ofBin("a"), TODAY, [WATERED]));
  return <button onClick={() => void water()}>water</button>;
}
afterEach(leaveCellar);

test("what would ask back cannot be loaded: what was done is kept all the same", async () => {
  const rows = [roomRow, settingsRow("metric"), ...binRows("a", "Quince", newTub())];
  const { keeper, written } = await inCellar(<Room />, { rows, today: TODAY });
  await waitFor(() => press("water"));
  await keeper.click(press("water"));
  await waitFor(async () => expect(await written()).toMatchObject([{ kind: "watered" }]));
});
