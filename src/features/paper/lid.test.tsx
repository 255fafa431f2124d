import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../../tests/inCellar";
import { newTub, setupOf, START } from "../../../tests/log";
import { lidOrder } from "@/ui/LidMap";
import { screen, within } from "@testing-library/react";
import { LidGridRoom } from "./LidGridRoom";

jest.mock("./Qr", () => ({ Qr: ({ text }: { readonly text: string }) => <i>{text}</i> }));
afterEach(leaveCellar);
const open = (address: string) =>
  inCellar(<LidGridRoom />, {
    rows: [
      roomRow,
      settingsRow("metric"),
      ...binRows("bin-1", "Quince", newTub(0.5)),
      ...binRows("bin-2", "Cress", newTub(0.3, { ...setupOf("tub"), compartments: setupOf("tub").compartments.map((one) => ({ ...one, placeCount: 1 })) })),
    ],
    today: START,
    address,
  }); // prettier-ignore

test("a lid’s places are walked clockwise: each once, and the next lies beside the one before", () => {
  for (let count = 1; count <= 12; count += 1) {
    const { columns, order } = lidOrder(count);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, at) => at + 1));
    const rows = Math.ceil(count / columns);
    // The last row is filled from its right end where the count is odd.
    const at = (place: number) => {
      const nth = order.indexOf(place);
      return { row: Math.floor(nth / columns), column: nth % columns };
    };
    expect(rows).toBeLessThanOrEqual(2);
    for (let place = 1; place < columns; place += 1) expect(at(place + 1).column - at(place).column).toBe(1);
    for (let place = columns + 1; place < count; place += 1)
      expect(at(place).column - at(place + 1).column).toBe(1);
  }
});

test("the grid has lines for each place and the bin's own code; a bin fed all over has none, and that is said", async () => {
  await open("/lid?id=bin-1");
  const places = setupOf("tub").compartments[0]!.placeCount;
  for (let place = 1; place <= places; place += 1) {
    const cell = within(await screen.findByRole("listitem", { name: `Place ${place}` }));
    expect(cell.getAllByRole("row").length).toBeGreaterThan(4);
  }
  expect(screen.getByText("Quince")).toBeVisible();
});

test("a bin that is fed all over has no grid, one that is not there none either", async () => {
  await open("/lid?id=bin-2");
  expect(await screen.findByRole("heading", { name: "Cress: one place only" })).toBeVisible();
});
