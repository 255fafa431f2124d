import {
  binRows,
  inCellar,
  leaveCellar,
  press,
  roomRow,
  settingsRow,
  typeDay,
} from "../../../tests/inCellar";
import { entry, kilograms, meal, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { booksOf } from "@/core/reckon/flows";
import { reckon } from "@/core/reckon/reckon";
import type { CellarDatabase } from "@/persistence/database";
import { readLog } from "@/persistence/read";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { ReckonRoom } from "./ReckonRoom";

/* The worker's own work, done here: jsdom has no workers. */
let mockDb: CellarDatabase;
jest.mock("@/workers/reckon.client", () => ({
  openReckonDesk: () => ({
    reckon: (groups: readonly (readonly string[])[], from: string, to: string) =>
      Promise.all(
        groups.map(async (ids) => {
          const logs = await Promise.all(ids.map((id) => readLog(mockDb, id)));
          return reckon(
            logs.map(({ rows }) => booksOf(rows)),
            from as never,
            to as never,
          );
        }),
      ),
    end: () => undefined,
  }),
}));
jest.mock("@/ui/chart/Chart", () => ({
  Chart: ({ label }: { readonly label: string }) => <p>{label}</p>,
  chartPng: () => "data:,",
}));

const TODAY = addDays(START, 300);
const harvest = (kg: number, on: number) =>
  entry({ kind: "harvested", grossKg: kg + 0.4, tareKg: 0.4, method: "light" }, on);
const bedding = entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(14), moisture: 0.7 }] }, 2); // prettier-ignore
const atDesk = async (units: "metric" | "us" = "metric") => {
  const cellar = await inCellar(<ReckonRoom />, {
    rows: [
      roomRow,
      settingsRow(units),
      ...binRows("bin-1", "Quince", [
        ...newTub(0.5),
        bedding,
        meal(2, 1, 20),
        meal(2, 2, 40),
        harvest(1.5, 200),
      ]),
      ...binRows("bin-2", "Cress", [...newTub(0.3), meal(1, 1, 20), harvest(0.5, 280)]),
    ],
    today: TODAY,
  });
  mockDb = cellar.db;
  await screen.findByText(/of food became/);
  return cellar;
};
const write = (label: RegExp, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
afterEach(leaveCellar);

test("what went in and came out is added up as it was weighed, bin by bin, and both bars say the same sum", async () => {
  await atDesk();
  expect(screen.getByText(/of food became/)).toHaveTextContent(
    "5 kg of food became 2 kg of castings, 0.40 for each of food.",
  );
  const row = (name: string) => screen.getByRole("row", { name: new RegExp(`^${name}`) });
  expect(row("Quince")).toHaveTextContent("4 kg1.5 kg0.38");
  expect(row("Cress")).toHaveTextContent("1 kg500 g0.50");
  const [into, out] = screen.getAllByRole("heading", { level: 3 }).map((one) => one.textContent.slice(-8));
  expect(into).toBe(out);
  const listed = within(screen.getByRole("region", { name: "Out" })).getByRole("list");
  expect(listed).toHaveTextContent(/castings.*stands now.*breathed off/);
});

test("a target says how it stands, a span its own sums, a day before the first is said", async () => {
  const { keeper } = await atDesk();
  write(/^Castings wanted/, "1 kg");
  expect(screen.getByText("The target is reached, with 1 kg to spare.")).toBeVisible();
  write(/^Castings wanted/, "3 kg");
  expect(screen.getByText("1 kg short of the target.")).toBeVisible();
  write(/^Castings wanted/, "0");
  expect(screen.getByText("A target of nothing is reached.")).toBeVisible();
  await keeper.click(screen.getByLabelText("Over"));
  await keeper.click(await screen.findByRole("option", { name: "from a day to a day" }));
  typeDay("To", addDays(START, 250));
  await waitFor(() =>
    expect(screen.getByText(/of food became/)).toHaveTextContent("became 1.5 kg of castings"),
  );
  typeDay("To", addDays(START, -30));
  expect(await screen.findByText("That is before the first day.")).toBeVisible();
});

test("by room, in pounds, and as a table any spreadsheet opens", async () => {
  const { keeper } = await atDesk("us");
  expect(screen.getByText(/of food became/)).toHaveTextContent("11 lb of food became 4 lb 7 oz of castings");
  await keeper.click(screen.getByLabelText("For"));
  await keeper.click(await screen.findByRole("option", { name: "each room" }));
  expect(await screen.findByRole("row", { name: /^Cellar/ })).toHaveTextContent("11 lb");
  let saved: Blob | undefined;
  Object.assign(URL, { createObjectURL: (blob: Blob) => ((saved = blob), "blob:x"), revokeObjectURL: () => undefined }); // prettier-ignore
  await keeper.click(press("save the table"));
  expect(saved?.type).toBe("text/csv");
});
