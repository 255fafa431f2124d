"use client";
import type { Cellar } from "@/records/cellar";
import type { Bin } from "@/records/bin";
import type { Room } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import type { UnitSystem } from "@/core/quantity/format";
import type { Expectation } from "@/core/expectation/expectation";
import type { BinToday } from "@/core/round/round";
import { CellarDatabase, DEMO_CELLAR, OWN_CELLAR } from "@/persistence/database";
import type { OpenCellar } from "@/persistence/preference";
import { readOpenCellar, rememberOpenCellar } from "@/persistence/preference";
import type { BrokenRow, Frame } from "@/persistence/read";
import { readFrame } from "@/persistence/read";
import type { NewRow, WriteProblem, Written } from "@/persistence/write";
import { redo, sayWriteProblem, undo, write } from "@/persistence/write";
import { useLiveQuery } from "dexie-react-hooks";
import type { ReactNode } from "react";
import {
  createContext,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { Author } from "./author";
import { authorFor, deviceIdOf, stamp } from "./author";
import { nextInstant, useToday } from "./clock";
import type { KnownBin } from "./digest";
import { statesOf } from "./digest";
import { askForPersistence } from "./persistent";
import type { TwinWork } from "./twins";
import type { TwinSubject } from "@/workers/twin.protocol";

export interface Notice {
  readonly text: string;
  readonly tone: "said" | "problem";
  /** Offers to take back, or to put back, that change. */
  readonly change?: { readonly no: number; readonly offer: "undo" | "redo" };
}

export interface Session {
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
  /** In walking order; undefined while they are being read. */
  readonly bins: readonly BinToday[] | undefined;
  /** How many logs are read so far, while many must be read anew. */
  readonly reading: { readonly read: number; readonly of: number } | undefined;
  /** How to ask the twin about a bin as it stands now. */
  readonly subjects: ReadonlyMap<string, TwinSubject>;
  readonly broken: readonly BrokenRow[];
  readonly brokenEntries: number;
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

/** The judgement of a bin comes beside the store: by the time the logs are read it is there. */
const judging = () => import("./binToday");
const twins = () => import("./twins");

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
    void judging();
    void twins();
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
  const [bins, setBins] = useState<readonly BinToday[]>();
  const [brokenEntries, setBrokenEntries] = useState(0);
  const [reading, setReading] = useState<Session["reading"]>();
  const [notice, say] = useState<Notice>();
  const [twinWork, setTwinWork] = useState<TwinWork>();
  const known = useRef(new Map<string, KnownBin>());
  const [subjects, setSubjects] = useState<ReadonlyMap<string, TwinSubject>>(new Map());

  useEffect(() => {
    if (!frame || !tallies) return;
    let isOutdated = false;
    let stopAsking: (() => void) | undefined;
    const unread = (cause: unknown) =>
      say({
        tone: "problem",
        text: `The cellar could not be read: ${cause instanceof Error ? cause.message : String(cause)}`,
      });
    const work = async () => {
      const states = await statesOf(
        db,
        frame.bins,
        tallies,
        known.current,
        (read, of) => !isOutdated && setReading({ read, of }),
      );
      const climates = Object.fromEntries(frame.rooms.map((room) => [room.id as string, room.climate]));
      const inOrder = walkingOrder(frame.bins, frame.cellar);
      const tallyOf = new Map(tallies.map((tally) => [tally.subjectId, tally]));
      const { askForecasts, fistsIn, holding, inPeace, keptForecasts, subjectsOf } = await twins();
      const kept = await keptForecasts(db, inOrder);
      const { binToday } = await judging();
      const forecasts = new Map<string, Expectation>();
      const judged = async () => {
        const all: BinToday[] = [];
        let since = performance.now();
        for (const bin of inOrder) {
          const state = states.get(bin.id)!.state;
          const climate = state.setup ? climates[state.setup.roomId] : undefined;
          all.push(await binToday(bin, state, climate, today, forecasts.get(bin.id)));
          if (performance.now() - since < BREATH_MS) continue;
          await new Promise((go) => setTimeout(go));
          since = performance.now();
        }
        return all;
      };
      let drawings = 0;
      let newest = 0;
      /** With forecasts that came in, in slices and while the workers stand still; a later drawing is not drawn over. */
      const showMore = async () => {
        const drawing = (drawings += 1);
        await inPeace();
        const all = await judged();
        if (isOutdated || drawing < newest) return;
        newest = drawing;
        startTransition(() => setBins(all));
      };
      /** Asks for what is missing; once all is there, again where the bins have told each other something new of the keeper's hand. */
      const ask = async (of: Iterable<readonly [string, Expectation]>, isAgain: boolean) => {
        const asking = subjectsOf(db, inOrder, tallyOf, climates, today, fistsIn(of));
        for (const [binId, found] of holding(kept, asking)) forecasts.set(binId, found);
        const all = await judged();
        if (isOutdated) return;
        if (isAgain) startTransition(() => setBins(all));
        else setBins(all);
        setSubjects(new Map(asking.map((subject) => [subject.binId, subject])));
        const missing = asking.filter(
          ({ binId, fingerprint }) =>
            states.get(binId)!.state.setup && kept.get(binId)?.fingerprint !== fingerprint,
        );
        if (missing.length === 0) return setTwinWork(undefined);
        let done = 0;
        setTwinWork({ done, of: missing.length });
        stopAsking = askForecasts(db, missing, (subject, expectation) => {
          done += 1;
          if (expectation) {
            forecasts.set(subject.binId, expectation);
            const { binId, fingerprint } = subject;
            kept.set(binId, { subjectId: binId, fingerprint, expectation });
          }
          // A few at a time: with a hundred bins each drawing costs.
          const isLast = done === missing.length;
          const drawn = done % 10 === 0 || isLast || missing.length <= 10 ? showMore() : Promise.resolve();
          if (!isLast) startTransition(() => setTwinWork({ done, of: missing.length }));
          drawn
            .then(() => {
              if (!isLast || isOutdated) return undefined;
              if (!isAgain) return ask(forecasts, true);
              startTransition(() => setTwinWork(undefined));
              return undefined;
            })
            .catch(unread);
        });
      };
      await ask(
        [...kept].map(([binId, row]) => [binId, row.expectation as Expectation] as const),
        false,
      );
      if (isOutdated) return;
      setReading(undefined);
      setBrokenEntries(frame.bins.reduce((sum, bin) => sum + (states.get(bin.id)?.brokenRows ?? 0), 0));
    };
    work().catch(unread);
    return () => {
      isOutdated = true;
      stopAsking?.();
    };
  }, [db, frame, tallies, today]);

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

/** Bins are judged for so long at a stretch, and then the screen has its turn. */
const BREATH_MS = 15;

/** Behind every bin that has its place. */
const LAST = 1_000_000;

/** As the keeper walks; bins that are in no order yet come last, oldest first. */
function walkingOrder(bins: readonly Bin[], cellar: Cellar | undefined): Bin[] {
  const order = new Map<string, number>((cellar?.walkingOrder ?? []).map((id, at) => [id, at]));
  return bins.toSorted(
    (a, b) =>
      (order.get(a.id) ?? LAST) - (order.get(b.id) ?? LAST) ||
      (a.firstDay < b.firstDay ? -1 : a.firstDay > b.firstDay ? 1 : 0),
  );
}
