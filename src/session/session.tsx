"use client";
import type { Cellar } from "@/records/cellar";
import type { Room } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import type { UnitSystem } from "@/core/quantity/format";
import { CellarDatabase, DEMO_CELLAR, OWN_CELLAR } from "@/persistence/database";
import type { OpenCellar } from "@/persistence/preference";
import { readOpenCellar, rememberOpenCellar } from "@/persistence/preference";
import type { BrokenRow, Frame } from "@/persistence/read";
import { readFrame } from "@/persistence/read";
import type { NewRow, WriteProblem, Written } from "@/persistence/write";
import { redo, sayWriteProblem, undo, write } from "@/persistence/write";
import { useLiveQuery } from "dexie-react-hooks";
import type { ReactNode } from "react";
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from "react";
import type { Author } from "./author";
import { authorFor, deviceIdOf, stamp } from "./author";
import { nextInstant, useToday } from "./clock";
import { fetchJudgement } from "./followBins";
import { askForPersistence } from "./persistent";
import type { TwinWork } from "./twins";
import type { Bins } from "./useBins";
import { useBins } from "./useBins";

export interface Notice {
  readonly text: string;
  readonly tone: "said" | "problem";
  /** Offers to take back, or to put back, that change. */
  readonly change?: { readonly no: number; readonly offer: "undo" | "redo" };
}

export interface Session extends Omit<Bins, "twinWork"> {
  readonly db: CellarDatabase;
  readonly open: OpenCellar;
  readonly today: LocalDate;
  readonly units: UnitSystem;
  readonly cellar: Cellar | undefined;
  readonly rooms: readonly Room[];
  readonly settings: Frame["settings"];
  readonly materials: Frame["materials"];
  readonly batches: Frame["batches"];
  readonly plans: Frame["plans"];
  readonly timetables: Frame["timetables"];
  readonly broken: readonly BrokenRow[];
  readonly author: Author;
  readonly notice: Notice | undefined;
  readonly say: (notice: Notice | undefined) => void;
  /** Writes rows as one change, says so with an offer to undo, or says why not. */
  readonly keep: (label: string, rows: readonly NewRow[]) => Promise<Outcome<Written, WriteProblem>>;
  readonly undoLast: () => Promise<void>;
  readonly redoChange: (no: number) => Promise<void>;
  readonly switchTo: (open: OpenCellar) => Promise<void>;
  readonly restartDemo: () => Promise<void>;
}

/** Loaded when the demo is asked for: its import path is no part of a keeper's every day. */
const openDemo = async (db: CellarDatabase): Promise<void> => (await import("./demo")).openDemo(db);

const SessionContext = createContext<Session | undefined>(undefined);
/** Apart from the session, for it changes with every forecast that comes in and concerns one line of the slate. */
const TwinWorkContext = createContext<TwinWork | undefined>(undefined);

/** @throws Error outside a SessionProvider, which is our own mistake. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error("useSession: no SessionProvider above");
  return session;
}

/** Forecasts being worked out in the background; undefined while all stand. */
export const useTwinWork = (): TwinWork | undefined => useContext(TwinWorkContext);

type Opened = { readonly open: OpenCellar; readonly db: CellarDatabase; readonly author: Author };

/** Opens the cellar of this device and keeps every screen on what it holds, in this tab and in others. */
export function SessionProvider({
  children,
  waiting,
  failed,
}: {
  readonly children: ReactNode;
  readonly waiting: ReactNode;
  readonly failed: (message: string) => ReactNode;
}) {
  const [opened, setOpened] = useState<Opened>();
  const [failure, setFailure] = useState<string>();
  const today = useToday();

  const openCellar = useCallback(async (open: OpenCellar) => {
    const db = new CellarDatabase(open === "demo" ? DEMO_CELLAR : OWN_CELLAR);
    await db.open();
    if (open === "demo" && (await db.bins.count()) === 0) await openDemo(db);
    const author = authorFor(db, await deviceIdOf(db));
    setOpened((before) => {
      before?.db.close();
      return { open, db, author };
    });
  }, []);

  useEffect(() => {
    fetchJudgement();
    const start = async () => openCellar((await readOpenCellar()) ?? openingAsked());
    start().catch((cause: unknown) => setFailure(cause instanceof Error ? cause.message : String(cause)));
  }, [openCellar]);

  if (failure) return failed(failure);
  if (!opened) return waiting;
  return (
    <OpenSession key={opened.open} opened={opened} today={today} openCellar={openCellar} waiting={waiting}>
      {children}
    </OpenSession>
  );
}

/** A server started for the demo says so in a cookie, which counts until the keeper has chosen. */
const openingAsked = (): OpenCellar =>
  /(?:^|;\s*)opening=demo(?:;|$)/.test(document.cookie) ? "demo" : "own";

function OpenSession({
  opened,
  today,
  openCellar,
  waiting,
  children,
}: {
  readonly opened: Opened;
  readonly today: LocalDate;
  readonly openCellar: (open: OpenCellar) => Promise<void>;
  readonly waiting: ReactNode;
  readonly children: ReactNode;
}) {
  const { db, author, open } = opened;
  const frame = useLiveQuery(() => readFrame(db), [db]);
  const tallies = useLiveQuery(() => db.tallies.toArray(), [db]);
  const [notice, say] = useState<Notice>();
  const unread = useCallback(
    (cause: unknown) =>
      say({
        tone: "problem",
        text: `The cellar could not be read: ${cause instanceof Error ? cause.message : String(cause)}`,
      }),
    [],
  );
  const { bins, reading, subjects, brokenEntries, twinWork } = useBins(db, frame, tallies, today, unread);

  const keep = useCallback<Session["keep"]>(
    async (label, rows) => {
      const written = await write(db, label, rows, nextInstant());
      say(
        written.ok
          ? { tone: "said", text: `${label}.`, change: { no: written.value.changeNo, offer: "undo" } }
          : { tone: "problem", text: sayWriteProblem(written.problem) },
      );
      if (written.ok) void askForPersistence(db);
      return written;
    },
    [db],
  );
  const undoLast = useCallback(async () => {
    const undone = await undo(db, stamp);
    if (!undone.ok) say({ tone: "problem", text: sayWriteProblem(undone.problem) });
    else if (undone.value)
      say({
        tone: "said",
        text: `Taken back: ${undone.value.label}.`,
        change: { no: undone.value.no, offer: "redo" },
      });
    else say({ tone: "said", text: "There is nothing to take back." });
  }, [db]);
  const redoChange = useCallback(
    async (no: number) => {
      const back = await redo(db, stamp, no);
      if (!back.ok) say({ tone: "problem", text: sayWriteProblem(back.problem) });
      else if (back.value)
        say({ tone: "said", text: `Put back: ${back.value.label}.`, change: { no, offer: "undo" } });
    },
    [db],
  );
  const switchTo = useCallback(
    async (next: OpenCellar) => {
      await rememberOpenCellar(next);
      await openCellar(next);
    },
    [openCellar],
  );
  const restartDemo = useCallback(async () => {
    await openDemo(db);
  }, [db]);

  const session = useMemo<Session | undefined>(
    () =>
      frame && {
        db,
        open,
        today,
        author,
        units: frame.settings?.units ?? "metric",
        cellar: frame.cellar,
        rooms: frame.rooms,
        settings: frame.settings,
        materials: frame.materials,
        batches: frame.batches,
        plans: frame.plans,
        timetables: frame.timetables,
        bins,
        reading,
        subjects,
        broken: frame.broken,
        brokenEntries,
        notice,
        say,
        keep,
        undoLast,
        redoChange,
        switchTo,
        restartDemo,
      },
    [
      frame,
      db,
      open,
      today,
      author,
      bins,
      reading,
      subjects,
      brokenEntries,
      notice,
      keep,
      undoLast,
      redoChange,
      switchTo,
      restartDemo,
    ],
  );
  if (!session) return waiting;
  return (
    <SessionContext.Provider value={session}>
      <TwinWorkContext.Provider value={twinWork}>{children}</TwinWorkContext.Provider>
    </SessionContext.Provider>
  );
}
