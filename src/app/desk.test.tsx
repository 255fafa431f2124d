import { binRows, inCellar, leaveCellar, press, roomRow } from "../../tests/inCellar";
import { meal, newTub, START } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { screen, waitFor, within } from "@testing-library/react";
import SettingsPage from "./settings/page";
import SetupPage from "./setup/page";
import StockPage from "./stock/page";

const TODAY = addDays(START, 60);
const TWO = [
  roomRow,
  ...binRows("a", "Quince", [...newTub(0.8), meal(0.3, 1, 20)]),
  ...binRows("b", "Medlar", newTub(0.2)),
];
const wait = (isSo: () => void | Promise<void>) => waitFor(isSo);
afterEach(leaveCellar);

test("a first bin: what is missing is said at each field and kept, then bin, room, order and log are one saving", async () => {
  const { keeper, db, pushed, written, again } = await inCellar(<SetupPage />, { rows: [], today: TODAY });
  await keeper.type(await screen.findByLabelText("Its name"), "Quince");
  await keeper.clear(screen.getByLabelText(/^Width/));
  await keeper.type(screen.getByLabelText(/^Width/), "9 m");
  await keeper.click(press("Put it on the rack"));
  expect(await screen.findByRole("alert")).toHaveTextContent(/fields need another look/);
  await waitFor(() => expect(screen.getByLabelText(/^Width/)).toBeInvalid());
  await waitFor(() => expect(screen.getByLabelText("The room’s name")).toBeInvalid());
  expect(await db.bins.count()).toBe(0);
  again();
  await wait(() => expect(screen.getByLabelText(/^Width/)).toHaveValue("9 m"));
  await keeper.clear(screen.getByLabelText(/^Width/));
  await keeper.type(screen.getByLabelText(/^Width/), "16 in");
  await keeper.type(screen.getByLabelText("The room’s name"), "Cellar");
  await keeper.type(screen.getByLabelText(/^Worms in it/), "1000 worms");
  await keeper.click(press("Put it on the rack"));
  await wait(() => expect(pushed).toEqual(["/"]));
  const log = await written();
  expect(log.map(({ kind }) => kind)).toEqual(["altered", "bedded", "stocked"]);
  const [bin] = await db.bins.toArray();
  const [room] = await db.rooms.toArray();
  expect([bin!.name, room!.name]).toEqual(["Quince", "Cellar"]);
  expect(log[0]).toMatchObject({
    subject: { kind: "bin", id: bin!.id },
    changes: { roomId: room!.id, compartments: [{ widthM: expect.closeTo(0.4064, 4) as number }] },
  });
  expect((await db.cellars.toArray())[0]!.walkingOrder).toEqual([bin!.id]);
  expect(await db.changes.count()).toBe(1);
});

test("worms carried over stand in both logs as one act, and never more than there are", async () => {
  const { keeper, written, pushed } = await inCellar(<StockPage />, {
    rows: TWO,
    today: TODAY,
    address: "/stock?bin=b",
  });
  await keeper.click(await screen.findByRole("radio", { name: "from one of my bins to another" }));
  const amount = await screen.findByLabelText(/^(How much|Amount|Worms)/);
  await keeper.type(amount, "5 kg");
  const carry = () => keeper.click(screen.getByRole("button", { name: /^(Carry|Move|Put|Give)/ }));
  await carry();
  await wait(() => expect(amount).toBeInvalid());
  expect(amount).toHaveAccessibleDescription(/far more than that bin holds by its log \(about 800 g\)/);
  expect(await written()).toEqual([]);
  await keeper.clear(amount);
  await keeper.type(amount, "200 g");
  await carry();
  await wait(() => expect(pushed).toEqual(["/bin?id=b"]));
  const rows = await written();
  expect(rows.map(({ subject }) => subject.id).toSorted()).toEqual(["a", "b"]);
  expect(new Set(rows.map(({ actId }) => actId)).size).toBe(1);
  expect(rows.every(({ actId, day }) => actId !== undefined && day === TODAY)).toBe(true);
});

test("a delivery shared evenly among two bins leaves nothing over", async () => {
  const { keeper, written, pushed } = await inCellar(<StockPage />, {
    rows: TWO,
    today: TODAY,
    address: "/stock?bin=b",
  });
  await keeper.type(await screen.findByLabelText(/^How many/), "333 g");
  await keeper.click(press("share with another bin"));
  const shares = within(screen.getByRole("region", { name: "Who gets them" }));
  expect(shares.getAllByLabelText("Share (%)").map((field) => (field as HTMLInputElement).value)).toEqual([
    "50",
    "50",
  ]);
  await keeper.click(press("Stock the 2 bins"));
  await wait(() => expect(pushed).toHaveLength(1));
  const masses = (await written()).flatMap((row) =>
    row.kind === "stocked" ? row.worms.map(({ amount }) => ("massKg" in amount ? amount.massKg : NaN)) : [],
  );
  expect(masses).toHaveLength(2);
  expect(masses[0]! + masses[1]!).toBeCloseTo(0.333, 9);
});

test("units, reminder and a room's year are kept as rows; a name of nothing but spaces is refused", async () => {
  const { keeper, db } = await inCellar(<SettingsPage />, { rows: TWO, today: TODAY });
  await keeper.click(await screen.findByRole("radio", { name: "lb, qt, in, °F" }));
  await wait(async () => expect((await db.settings.toArray()).at(-1)).toMatchObject({ units: "us" }));
  await keeper.click(screen.getByRole("radio", { name: "30 days" }));
  await wait(async () => {
    const rows = (await db.settings.toArray()).toSorted((one, other) => one.revision - other.revision);
    expect(rows.map(({ units, remindAfterDays }) => [units, remindAfterDays])).toEqual([
      ["us", 14],
      ["us", 30],
    ]);
  });
  const name = screen.getByLabelText("Room");
  await keeper.clear(name);
  await keeper.type(name, "   ");
  const hottest = screen.getByLabelText(/^Hottest week/);
  await keeper.clear(hottest);
  await keeper.type(hottest, "50 F");
  await keeper.click(press("keep it"));
  await wait(() => expect(name).toBeInvalid());
  await keeper.type(name, "Shed");
  await keeper.click(press("keep it"));
  await wait(() => expect(hottest).toHaveAccessibleDescription(/colder than the coldest/));
  expect(await db.rooms.count()).toBe(1);
  await keeper.clear(hottest);
  await keeper.type(hottest, "77 F");
  await keeper.click(press("keep it"));
  await wait(async () => expect(await db.rooms.count()).toBe(2));
  const shed = (await db.rooms.toArray()).find(({ revision }) => revision === 2)!;
  // 15 °C in the coldest week by the row that was there, 25 in the hottest now.
  expect(shed).toMatchObject({ name: "Shed", climate: { meanC: 20, swingK: 5 } });
});
