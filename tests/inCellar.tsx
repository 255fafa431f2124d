import { BIN_ROW, CLIMATE } from "./log";
import { Measured } from "@/features/shell/Measured";
import { ErrandProvider } from "@/session/errand";
import { SessionProvider } from "@/session/session";
import { CellarDatabase, OWN_CELLAR } from "@/persistence/database";
import type { NewRow } from "@/persistence/write";
import { write } from "@/persistence/write";
import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { act, fireEvent, render, screen } from "@testing-library/react";
import userEvent, { PointerEventsCheckLevel } from "@testing-library/user-event";
import { format, parseISO } from "date-fns";
import type { ReactNode } from "react";
import { pushed, setAddress } from "./navigation";

/*
 * A room of the app over a real store, as a keeper has it in hand: rows go in through `write`, what is pressed comes out as
 * rows. The twin has nothing to say, so rules of thumb stand and a test is the same on every machine.
 */

const { name: _, firstDay: __, ...ROW } = BIN_ROW;
export const roomRow: NewRow = {
  kind: "rooms",
  row: { ...ROW, schemaVersion: 3, rowId: "room-row", id: "room-1", name: "Cellar", climate: CLIMATE },
};
export const settingsRow = (units: "metric" | "us"): NewRow => ({
  kind: "settings",
  row: { ...ROW, schemaVersion: 7, rowId: "settings-row", id: "settings", units, remindAfterDays: 14 },
});
/** A bin and its log, whose entries were written for another. */
export const binRows = (id: string, name: string, log: readonly Entry[]): NewRow[] => [
  { kind: "bins", row: { ...BIN_ROW, rowId: `row-of-${id}`, id, name } },
  ...log.map((row): NewRow => ({ kind: "entries", row: { ...row, subject: { kind: "bin", id } } as Entry })),
];

let unmount: (() => void) | undefined;

export async function inCellar(
  room: ReactNode,
  { rows, today, address = "/" }: { rows: readonly NewRow[]; today: LocalDate; address?: string },
) {
  jest.useFakeTimers({ now: new Date(`${today}T10:00:00`), doNotFake: [...REAL] });
  const db = new CellarDatabase(OWN_CELLAR);
  if (rows.length > 0)
    expect(await write(db, "rows", rows, `${today}T07:00:00.000Z`)).toEqual({
      ok: true,
      value: expect.anything() as unknown,
    });
  const show = (at = address): void => {
    setAddress(at);
    ({ unmount } = render(
      <SessionProvider
        waiting={(opening) => <p>waiting: {opening}</p>}
        failed={(why) => <p>failed: {why}</p>}
        newer={() => <p>of a newer app</p>}
      >
        <Measured>
          <ErrandProvider>{room}</ErrandProvider>
        </Measured>
      </SessionProvider>,
    ));
  };
  show();
  return {
    db,
    keeper: userEvent.setup({ delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never }),
    pushed,
    /** As after a reload, of this address or another: all but the store is gone. */
    again: (at?: string) => {
      unmount?.();
      show(at);
    },
    /** What was written since, in order. */
    written: async () => {
      const before = new Set(rows.map(({ row }) => (row as { rowId: string }).rowId));
      const entries = (await db.entries.toArray()).filter(({ rowId }) => !before.has(rowId));
      return entries.toSorted((a, b) => (a.recordedAt < b.recordedAt ? -1 : 1) || a.seq - b.seq);
    },
  };
}

/** Everything but the date goes its way. */
const REAL = ["setTimeout", "clearTimeout", "setInterval", "clearInterval", "setImmediate", "clearImmediate", "queueMicrotask", "nextTick", "performance", "requestAnimationFrame", "cancelAnimationFrame", "requestIdleCallback", "cancelIdleCallback"] as const; // prettier-ignore

/** Leaves the room and empties the store. */
export async function leaveCellar(): Promise<void> {
  unmount?.();
  unmount = undefined;
  await act(() => new Promise((go) => setTimeout(go, 20)));
  const db = new CellarDatabase(OWN_CELLAR);
  await Promise.all(db.tables.map((table) => table.clear()));
  db.close();
  jest.useRealTimers();
}

export const press = (name: string | RegExp) => screen.getByRole("button", { name });

/** Types a day into its field whole, as it stands there: "23 Nov 2026". */
export function typeDay(label: string | RegExp, day: string): void {
  const field = screen.getByLabelText(label, { selector: "input" });
  fireEvent.change(field, { target: { value: format(parseISO(day), "d MMM yyyy") } });
  fireEvent.blur(field);
}
