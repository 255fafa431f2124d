import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../tests/inCellar";
import { newTub, setupOf } from "../../tests/log";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { weather as answer } from "@/server/weather";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { DatedLines } from "@/features/round/DatedLines";
import type { LocalDate } from "@/vocabulary/fields";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { WeatherRoom } from "@/features/weather/WeatherRoom";

const SUMMER = "2026-07-20" as LocalDate;
const YARD: NewRow = {
  kind: "rooms",
  row: {
    ...(roomRow.row as object),
    rowId: "yard-row",
    id: "yard",
    name: "Yard",
    climate: { meanC: 10, swingK: 9, hottestDay: 205, humidity: 0.75, rainMmPerDay: 2 },
  } as never,
};
const log = () => [...newTub(0.5, setupOf("tub", { roomId: "yard" as never }))];
/** The stand-in is asked as the app asks it, without a network between. */
const online = (isUp: boolean) => {
  globalThis.fetch = ((url: string) => {
    if (!isUp || !String(url).startsWith("/api/weather")) return Promise.reject(new TypeError("no network"));
    const response = answer({ url: `http://cellar.example${String(url)}` } as Request);
    return Promise.resolve({
      ok: response.status === 200,
      json: () => response.json(),
    } as unknown as Response);
  }) as typeof fetch;
};
const before = { fetch: globalThis.fetch, Response: globalThis.Response };
beforeAll(() => {
  globalThis.Response ??= class {
    constructor(
      readonly body: unknown,
      readonly init: { status?: number } = {},
    ) {}
    get status() {
      return this.init.status ?? 200;
    }
    json = () => Promise.resolve(this.body);
    static json = (body: unknown, init?: { status?: number }) => new globalThis.Response(body as never, init);
  } as never;
});
afterEach(async () => {
  await leaveCellar();
  Object.assign(globalThis, before.fetch ? { fetch: before.fetch } : {});
});
const at = async (rows: readonly NewRow[], today = SUMMER) => {
  online(true);
  const cellar = await inCellar(
    <>
      <WeatherRoom />
      <DatedLines />
    </>,
    { rows: [roomRow, settingsRow("metric"), ...rows], today, address: "/weather" },
  );
  await screen.findByRole("heading", { name: "Warmth and weather" });
  const guards = async () => replay((await readLog(cellar.db, "bin-1")).rows).guards;
  const rehearse = async (words: string) => {
    fireEvent.mouseDown(await screen.findByRole("combobox", { name: /The forecast/ }));
    fireEvent.click(await screen.findByRole("option", { name: words }));
  };
  return { ...cellar, guards, rehearse };
};

test("a heat wave is warned of on the page and the slate, what was done is kept and not asked again, and asked back when it is over", async () => {
  const { keeper, guards, rehearse } = await at([YARD, ...binRows("bin-1", "Quince", log())]);
  await rehearse("rehearse a heat wave");
  expect(await screen.findByText(/Heat .*: the bed would reach/)).toBeVisible();
  const harm = screen.getByRole("region", { name: "What it does to the bins" });
  expect(within(harm).getByText(/Never in a parked car/)).toBeVisible();
  // The slate asks for itself, a moment later.
  expect(await screen.findByRole("link", { name: /make ready for heat/ })).toHaveAttribute(
    "href",
    "/weather",
  );
  await keeper.click(within(harm).getAllByRole("checkbox", { name: /^Shade it/ })[0]!);
  await keeper.click(within(harm).getAllByRole("button", { name: "keep what was done" })[0]!);
  await waitFor(async () => expect(await guards()).toMatchObject([{ against: "heat", by: ["shaded"] }]));
  await waitFor(() => expect(screen.queryByRole("link", { name: /make ready for heat/ })).toBeNull());
  await rehearse("as it comes");
  await keeper.click(await screen.findByRole("button", { name: "heat is over, all put back" }));
  await waitFor(async () => expect(await guards()).toBeUndefined());
});

test("where nobody said how the air outside is, it is asked for, and refused where no place is like that", async () => {
  const { keeper, db } = await at([...binRows("bin-1", "Quince", newTub())]);
  fireEvent.change(screen.getByLabelText(/coldest week/), { target: { value: "25" } });
  fireEvent.change(screen.getByLabelText(/hottest week/), { target: { value: "12" } });
  await keeper.click(press("keep it"));
  expect(await screen.findByText("The hottest week is colder than the coldest.")).toBeVisible();
  fireEvent.change(screen.getByLabelText(/coldest week/), { target: { value: "-2" } });
  fireEvent.change(screen.getByLabelText(/hottest week/), { target: { value: "20" } });
  await keeper.click(press("keep it"));
  await waitFor(async () => {
    const kept = (await db.settings.toArray()).find(({ outdoors }) => outdoors)?.outdoors;
    expect(kept).toMatchObject({ meanC: 9, swingK: 11 });
  });
  expect(await screen.findByText(/No heat, frost or rain of the coming week harms a bin/)).toBeVisible();
});

test("without a network the forecast of this day stands on; of another day it is said that there is none", async () => {
  const { again } = await at([YARD, ...binRows("bin-1", "Quince", log())]);
  expect(await screen.findByRole("table", { name: "The days ahead" })).toBeVisible();
  online(false);
  again();
  expect(await screen.findByRole("table", { name: "The days ahead" })).toBeVisible();
  jest.setSystemTime(new Date(`${addDays(SUMMER, 3)}T10:00:00`));
  again();
  expect(await screen.findByText(/The forecast is not in yet/)).toBeVisible();
});

test("the door of the stand-in refuses what is no place and no day", () => {
  const status = (query: string) => answer({ url: `http://x/api/weather?${query}` } as Request).status;
  expect(status("today=2026-07-01&seed=a&meanC=10&swingK=9&hottestDay=203")).toBe(200);
  for (const query of [
    "",
    "today=2026-02-30&seed=a&meanC=10&swingK=9&hottestDay=203",
    "today=2026-07-01&seed=a&meanC=x&swingK=9&hottestDay=203",
    "today=2026-07-01&seed=a&meanC=10&swingK=9&hottestDay=203&rehearse=snow",
  ])
    expect(status(query)).toBe(400);
});
