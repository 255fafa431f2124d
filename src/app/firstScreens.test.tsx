import { AwayRoom } from "@/features/away/AwayRoom";
import { BinsRoom } from "@/features/bins/BinsRoom";
import { LampRoom } from "@/features/harvest/LampRoom";
import { LotsRoom } from "@/features/lots/LotsRoom";
import { NurseryRoom } from "@/features/nursery/NurseryRoom";
import { LabelsRoom } from "@/features/paper/LabelsRoom";
import { SheetRoom } from "@/features/paper/SheetRoom";
import { ReckonRoom } from "@/features/reckon/ReckonRoom";
import { RecordsRoom } from "@/features/records/RecordsRoom";
import { RescueRoom } from "@/features/rescue/RescueRoom";
import { StartRoom } from "@/features/start/StartRoom";
import { StockRoom } from "@/features/stocking/StockRoom";
import { StoreRoom } from "@/features/store/StoreRoom";
import { TroubleRoom } from "@/features/trouble/TroubleRoom";
import { START } from "../../tests/log";
import { inCellar, leaveCellar, settingsRow } from "../../tests/inCellar";
import { screen, within } from "@testing-library/react";
import type { ComponentType } from "react";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));
afterEach(leaveCellar);

/** Each room that a cellar without a bin leaves empty, and where its one press leads. */
const ROOMS: readonly (readonly [string, ComponentType, string])[] = [
  ["Bins", BinsRoom, "/setup"], ["Store", StoreRoom, "/mix"], ["Castings", LotsRoom, "/setup"], ["Nursery", NurseryRoom, "/setup"],
  ["Going away", AwayRoom, "/setup"], ["Stock and share", StockRoom, "/setup"], ["Reckoning", ReckonRoom, "/setup"], ["Labels", LabelsRoom, "/setup"],
  ["Lamp rounds", LampRoom, "/setup"], ["Rescue from mud", RescueRoom, "/setup"], ["Something is wrong", TroubleRoom, "/setup"],
  ["The round on paper", SheetRoom, "/setup"], ["The first weeks", StartRoom, "/plan"],
]; // prettier-ignore

test.each(ROOMS)("%s in an empty cellar: what it is for, drawn, and one press that begins", async (title, Room, leads) => {
  await inCellar(<Room />, { rows: [settingsRow("metric")], today: START });
  expect(await screen.findByRole("heading", { level: 1, name: title })).toBeVisible();
  const room = screen.getByRole("main");
  expect(within(room).getAllByRole("link").map((link) => link.getAttribute("href"))).toEqual([leads]);
  expect(within(room).getByRole("button", { name: "See it filled, in the demo cellar" })).toBeVisible();
  expect(room.querySelector("svg[aria-hidden=true]")).not.toBeNull();
  // Nothing is printed that is not there, and no bin is asked for where there is none.
  expect(room).not.toHaveTextContent(/\b0 (labels|bins|rows)|which bin/i);
  // Said in two sentences at most.
  expect(room.querySelector("p")!.textContent!.split(/[.:!?] /).length).toBeLessThanOrEqual(4);
}); // prettier-ignore

test("records in an empty cellar offer to bring an archive in, and none of nothing to save", async () => {
  await inCellar(<RecordsRoom />, { rows: [settingsRow("metric")], today: START });
  expect(await screen.findByText(/Nothing is written yet/)).toBeVisible();
  expect(screen.getByLabelText("Choose an archive file")).toBeInTheDocument();
  expect(screen.queryByRole("button", { name: "Save the archive" })).not.toBeInTheDocument();
});
