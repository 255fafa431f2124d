import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { replay } from "@/core/bin/replay";
import { deedsFor } from "@/core/deed/deed";
import { sayDeed } from "@/core/deed/words";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { BinRoom } from "./BinRoom";

jest.mock("@/ui/chart/Chart", () => ({ Chart: ({ label }: { readonly label: string }) => <p>{label}</p> }));
const TODAY = addDays(START, 40);
const at = (log: readonly Entry[], experiments: readonly object[] = []) => {
  const settings = settingsRow("metric");
  return inCellar(<BinRoom />, {
    rows: [
      roomRow,
      { ...settings, row: { ...settings.row, experiments } } as typeof settings,
      ...binRows("bin-1", "Quince", log),
    ],
    today: TODAY,
    address: "/bin?id=bin-1",
  });
};
afterEach(leaveCellar);

test("a mixture is named with its shares and what is said of it; one species says nothing of the kind", async () => {
  const mixed = [
    ...newTub(0.5, setupOf("tub")).slice(0, 3),
    entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.3) }, { speciesId: "hortensis", amount: kilograms(0.1) }] }, 3), // prettier-ignore
  ];
  await at(mixed);
  const line = await screen.findByText("A mixture:");
  expect(line.parentElement).toHaveTextContent(
    /Tiger worm 75 %, Dendrobaena 25 % of what came\. Each eats, breeds and dies/,
  );
  await leaveCellar();
  await at(newTub());
  expect(await screen.findByRole("heading", { name: /Quince/ })).toBeVisible();
  expect(screen.queryByText("A mixture:")).toBeNull();
});

test("an experiment that runs is said at its bin, with the way to its curve; one that is over is not", async () => {
  await at(newTub(), [
    { name: "Card or leaves", binId: "bin-1", from: addDays(START, 20) },
    { name: "Winter", binId: "bin-1", from: START, until: addDays(START, 30) },
    { name: "Elsewhere", binId: "bin-2", from: START },
  ]);
  expect((await screen.findByText("Card or leaves:")).parentElement).toHaveTextContent(/all that goes in and out is weighed/); // prettier-ignore
  expect(screen.getByRole("link", { name: "Its curve" })).toHaveAttribute("href", "/reckon#course");
  expect(screen.queryByText("Winter:")).toBeNull();
  expect(screen.queryByText("Elsewhere:")).toBeNull();
});

test.each(["tub", "trayStack", "trough", "flowThrough", "fabricPot", "tower"] as const)(
  "%s: one line says what it wants; five actions and the drawing's rings are seen, every other deed is behind one heading",
  async (system) => {
    const log = newTub(0.5, setupOf(system));
    await at(log);
    await screen.findByText(/^(Today: .+\.|Nothing to do today\.( Back .+\.)?)$/);
    for (const name of ["Lift the lid", "Harvest"]) expect(screen.getByRole("link", { name })).toBeVisible();
    expect(screen.getByRole("link", { name: "Something is wrong" })).toBeVisible();
    for (const name of ["Feed", "Water"])
      expect(screen.getAllByRole("button", { name }).filter((one) => !one.closest("details"))).toHaveLength(
        1,
      );
    // Each deed there is has one door, on the drawing or in the list, and none has two.
    const deeds = deedsFor(replay(log), false).map((of) => sayDeed(of, setupOf(system)).title);
    for (const title of deeds)
      expect([title, screen.getAllByRole("button", { name: title }).length]).toEqual([title, 1]);
    expect(screen.getByRole("button", { name: "Change the set-up" })).not.toBeVisible();
    fireEvent.click(screen.getByText("This bin: set-up, print, share"));
    await waitFor(() => expect(screen.getByRole("button", { name: "Change the set-up" })).toBeVisible());
  },
);
