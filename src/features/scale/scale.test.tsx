import { inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { START } from "../../../tests/log";
import { QuantityField } from "@/ui/field/QuantityField";
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { ScaleStrip } from "./ScaleStrip";

/** The stand-in’s line, held in the hand: what it writes is said here. */
const mockHand: { write?: (line: string) => void; end?: (why: string) => void; opened: number; closed: number; load?: { kg: number; drops: boolean } } = { opened: 0, closed: 0 }; // prettier-ignore
jest.mock("./ports", () => ({
  serialOf: () => undefined,
  benchPort: (load: { kg: number; drops: boolean }, format: object) => ({
    format,
    open: (write: (line: string) => void, end: (why: string) => void) => {
      Object.assign(mockHand, { write, end, load, opened: mockHand.opened + 1 });
      return () => void (mockHand.closed += 1);
    },
  }),
}));
function Room() {
  const [typed, setTyped] = useState("");
  const [litres, setLitres] = useState("");
  const [isOut, setOut] = useState(true);
  return (
    <>
      <QuantityField label="Castings" dimension="mass" unit="kg" typed={typed} onTyped={setTyped} />
      <QuantityField label="Water" dimension="volume" unit="L" typed={litres} onTyped={setLitres} />
      {isOut && <ScaleStrip onAway={() => setOut(false)} />}
    </>
  );
}
const pause = (ms: number) => act(() => new Promise((go) => setTimeout(go, ms)));
/** So many lines, as a scale writes them, a fifth of a second apart. */
const says = async (line: string, many = 6) => {
  for (let n = 0; n < many; n += 1) {
    act(() => mockHand.write?.(line));
    await pause(210);
  }
};
const connected = async () => {
  const cellar = await inCellar(<Room />, {
    rows: [roomRow, settingsRow("metric")],
    today: START,
    address: "/harvest",
  });
  await cellar.keeper.click(await screen.findByRole("button", { name: "try it with the stand-in" }));
  return cellar;
};
afterEach(leaveCellar);

test("what stands still is offered in each field for a weight and nowhere else, its container taken off by one press", async () => {
  const { keeper } = await connected();
  expect(screen.queryByRole("button", { name: /from the scale/ })).toBeNull();
  await says("kg 0.850 steady");
  await keeper.click(press("it is empty: tare"));
  await waitFor(() => expect(screen.getByRole("status")).toHaveTextContent("Steady"));
  await says("kg 3.100 moving", 2);
  expect(screen.getByRole("button", { name: "The scale moves: Castings" })).toBeDisabled();
  await says("kg 3.100 steady");
  await keeper.click(await screen.findByRole("button", { name: "Take 2.250 kg from the scale: Castings" }));
  await waitFor(() => expect(screen.getByLabelText(/^Castings/)).toHaveValue("2.250 kg"));
  await waitFor(() => expect(screen.queryByRole("button", { name: /scale: Water/ })).toBeNull());
});

test("silence, a plug pulled, a line without a figure: each is said, nothing is offered, and it is tried again", async () => {
  const { keeper } = await connected();
  await says("kg ------ over", 1);
  expect(screen.getByRole("status")).toHaveTextContent(
    "It writes “kg ------ over”, which has no figure in it.",
  );
  await says("kg 1.000 steady");
  expect(screen.getByRole("button", { name: /^Take 1\.000 kg/ })).toBeEnabled();
  await pause(3_000);
  expect(screen.getByRole("status")).toHaveTextContent(/^Silent for \d s: nothing was taken/);
  expect(screen.queryByRole("button", { name: /from the scale/ })).toBeNull();
  act(() => mockHand.end?.("The line ended: was the plug pulled?"));
  expect(screen.getByRole("status")).toHaveTextContent("was the plug pulled?");
  const opened = mockHand.opened;
  await keeper.click(press("try again"));
  await waitFor(() => expect(mockHand.opened).toBe(opened + 1));
  // A load laid on the stand-in opens it anew with that load; put away, the line is closed and no field offers anything.
  fireEvent.change(screen.getByLabelText(/^Lay on the stand-in/), { target: { value: "4,2" } });
  await keeper.click(screen.getByLabelText("with a drop-out"));
  await keeper.click(press("lay it on"));
  await waitFor(() => expect(mockHand.load).toMatchObject({ kg: 4.2, drops: true }));
  const closed = mockHand.closed;
  await keeper.click(press("put it away"));
  await waitFor(() => expect(screen.queryByRole("region", { name: "Scale" })).toBeNull());
  expect(mockHand.closed).toBe(closed + 1);
});
