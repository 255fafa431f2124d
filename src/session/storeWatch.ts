import type { CellarDatabase, Tally } from "@/persistence/database";
import type { Frame } from "@/persistence/read";
import { readFrame } from "@/persistence/read";

/*
 * A store may go away under the app: cleared by the keeper or the browser, or taken by a newer app in another tab. From
 * then on nothing is written, and what was read last stands.
 */
export type Lost = "cleared" | "newer";

/** Stores the app has closed itself, or has lost. */
const left = new WeakSet<CellarDatabase>();
export const isLeft = (db: CellarDatabase): boolean => left.has(db);

export function leave(db: CellarDatabase): void {
  left.add(db);
  db.close();
  // Told from inside a closing of Dexie's own, which opens again by itself: so it would, empty. Closed once that is over.
  queueMicrotask(() => db.close());
}

/** Hears when the store goes away; it is told once, and closed. */
export function watchStore(db: CellarDatabase, onLost: (why: Lost) => void): void {
  const lose = (why: Lost) => {
    if (isLeft(db)) return;
    leave(db);
    onLost(why);
  };
  db.on("versionchange", ({ newVersion }) => {
    lose(newVersion === null ? "cleared" : "newer");
    return false;
  });
  // Told of our own closing too.
  db.on("close", () => lose("cleared"));
}

const NEVER = new Promise<never>(() => undefined);
/** So much each store was seen to hold. */
const seen = { rows: new WeakMap<CellarDatabase, number>(), tallies: new WeakMap<CellarDatabase, number>() };
type Seen = keyof typeof seen;
const most = (of: Seen, db: CellarDatabase): number => seen[of].get(db) ?? 0;
const note = (of: Seen, db: CellarDatabase, count: number): void =>
  void seen[of].set(db, Math.max(most(of, db), count));

/**
 * The frame of a store. Rows are never taken away, so one that holds fewer than were seen before the reading began was
 * cleared and has opened again, empty: that is told, and what stood before stands on.
 */
export async function steadyFrame(db: CellarDatabase, onCleared: () => void): Promise<Frame> {
  const before = most("rows", db);
  const frame = await readFrame(db);
  if (isLeft(db)) return NEVER;
  if (frame.rowCount < before) {
    leave(db);
    onCleared();
    return NEVER;
  }
  note("rows", db, frame.rowCount);
  return frame;
}

/** How far each log goes; of a store that is gone, what was read last. */
export async function steadyTallies(db: CellarDatabase): Promise<readonly Tally[]> {
  const before = most("tallies", db);
  const tallies = await db.tallies.toArray();
  if (isLeft(db) || tallies.length < before) return NEVER;
  note("tallies", db, tallies.length);
  return tallies;
}
