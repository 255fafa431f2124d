import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { guessColumns, loggerSum } from "@/core/logger/logger";
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import Papa from "papaparse";
import { LoggerRoom } from "./LoggerRoom";

// The worker’s own sums, on the page.
jest.mock("@/workers/logger.client", () => {
  const rowsOf = async (file: File) =>
    Papa.parse<string[]>(
      await new Promise<string>((read) => {
        const reader = new FileReader();
        reader.onload = () => read(reader.result as string);
        reader.readAsText(file);
      }),
      { skipEmptyLines: "greedy" },
    ).data;
  return {
    openLoggerDesk: () => ({
      peek: async (file: File) => {
        const rows = await rowsOf(file);
        return { rows, guess: guessColumns(rows) };
      },
      read: async (file: File, columns: Parameters<typeof loggerSum>[0], told: (share: number) => void) => {
        const sum = loggerSum(columns);
        (await rowsOf(file)).slice(1).forEach(sum.take);
        told(1);
        return sum.result();
      },
      end: () => undefined,
    }),
  };
});
const TODAY = addDays(START, 30);
/** Two readings a day, 40 days: some before the bin, some not come yet. */
const TEXT = [
  "time,temp C",
  ...Array.from({ length: 80 }, (_, at) => {
    const day = addDays(START, -5 + Math.floor(at / 2));
    return `${day} ${at % 2 === 0 ? "06" : "18"}:00,${at % 2 === 0 ? "14.0" : "16.5"}`;
  }),
  "not a time,15",
].join("\n");
const atLogger = async () => {
  const cellar = await inCellar(<LoggerRoom />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", newTub())],
    today: TODAY,
    address: "/logger",
  });
  await screen.findByRole("heading", { name: "Temperatures from a logger" });
  const choose = async (text: string) => {
    await act(async () => {
      fireEvent.change(screen.getByLabelText("Choose a logger’s file"), {
        target: { files: [new File([text], "probe.csv")] },
      });
      await new Promise((go) => setTimeout(go, 20));
    });
  };
  return { ...cellar, choose };
};
afterEach(leaveCellar);

test("a probe’s file is confirmed, read, and each day of the bin’s life kept once, however often it is read", async () => {
  const { keeper, choose, written } = await atLogger();
  await choose(TEXT);
  await keeper.click(await screen.findByRole("button", { name: "Read the whole file" }));
  expect(await screen.findByText(/81 rows, 40 days/)).toHaveTextContent("1 row says nothing");
  expect(
    await screen.findByText("Not taken: 5 days before this bin was there, 4 days that have not come yet."),
  ).toBeVisible();
  expect(await written()).toEqual([]);
  await keeper.click(press("Keep 31 days in its log"));
  await waitFor(async () => expect(await written()).toHaveLength(31));
  for (const entry of await written())
    expect(entry).toMatchObject({
      kind: "looked",
      lid: "closed",
      readings: [{ of: "temperature", temperatureC: 15.25, instrument: "probe" }],
    });
  expect(await screen.findByRole("button", { name: "Keep 0 days in its log" })).toBeDisabled();
  expect(screen.getByText(/31 days with a temperature already/)).toBeVisible();
});

test("a room’s year is set by its air; files that are none say why", async () => {
  const { keeper, choose, db } = await atLogger();
  await choose("a,b\nx,y\n");
  expect(await screen.findByRole("alert")).toHaveTextContent("No column of this file holds days or times.");
  await choose(TEXT);
  await keeper.click(await screen.findByRole("button", { name: "Read the whole file" }));
  await screen.findByText(/81 rows/);
  fireEvent.mouseDown(screen.getByRole("combobox", { name: "It was of" }));
  await keeper.click(await screen.findByRole("option", { name: "the air of Cellar" }));
  await keeper.click(press("Set its year by it"));
  await waitFor(async () => expect((await db.rooms.toArray()).length).toBe(2));
  const rows = (await db.rooms.toArray()).toSorted((a, b) => a.revision - b.revision);
  expect(rows[1]!.climate.swingK).toBe(rows[0]!.climate.swingK);
  expect(rows[1]!.climate.meanC).not.toBe(rows[0]!.climate.meanC);
});

test("a file of two clocks says so, and only the days of the chosen one are kept", async () => {
  const { keeper, choose, written } = await atLogger();
  const hours = (from: number, days: number, temperatureC: number) =>
    Array.from({ length: 24 * days }, (_, at) => `${addDays(START, from + Math.floor(at / 24))} ${String(at % 24).padStart(2, "0")}:00,${temperatureC}`); // prettier-ignore
  await choose(["time,temp C", ...hours(0, 20, 15), ...hours(5, 8, 24)].join("\n"));
  await keeper.click(await screen.findByRole("button", { name: "Read the whole file" }));
  expect(await screen.findByText(/2 clocks wrote this file/)).toBeVisible();
  expect(await screen.findByRole("button", { name: "Keep 20 days in its log" })).toBeVisible();
  await keeper.click(screen.getByRole("combobox", { name: "Which of them" }));
  await keeper.click(await screen.findByRole("option", { name: /192 rows/ }));
  await keeper.click(await screen.findByRole("button", { name: "Keep 8 days in its log" }));
  await waitFor(async () => expect(await written()).toHaveLength(8));
  for (const entry of await written())
    expect(entry).toMatchObject({ readings: [{ of: "temperature", temperatureC: 24 }] });
});
