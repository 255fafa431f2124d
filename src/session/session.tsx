"use client";
import { useStored } from "./useStored";
import type { Cellar } from "@/records/cellar";
import type { LocalDate } from "@/vocabulary/fields";
import type { UnitSystem } from "@/core/quantity/format";
import type { Measures } from "@/core/quantity/parse";
import { CellarDatabase, DEMO_CELLARS, OWN_CELLAR } from "@/persistence/database";
import type { OpenCellar } from "@/persistence/preference";
import { readDemoCellar, rememberDemoCellar, rememberOpenCellar } from "@/persistence/preference";
import type { Frame } from "@/persistence/read";
import type { ReactNode } from "react";
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import type { Author } from "./author";
import { authorFor, deviceIdOf } from "./author";
import { useToday } from "./clock";
import { fetchJudgement } from "./followSubjects";
import type { Say } from "./notices";
import { QuestionProvider } from "./questions";
import { isOfNewerApp } from "@/persistence/newer";
import { sayCause } from "./sayCause";
import { NoticeProvider, useSay } from "./notices";
import { cellarToOpen } from "./opening";
import type { Lost } from "./storeWatch";
import { leave, steadyFrame, steadyTallies, watchStore } from "./storeWatch";
import type { TwinWork } from "./twins";
import type { Bins } from "./useBins";
import { useBins } from "./useBins";
import type { Changing } from "./useChanges";
import type { NamedBin } from "./beyondReason";
import { useChanges } from "./useChanges";

export interface Session extends Bins, Changing, Omit<Frame, "cellar" | "settings" | "bins"> {
  readonly db: CellarDatabase;
  readonly open: OpenCellar;
  readonly today: LocalDate;
  readonly units: UnitSystem;
  /** Units and containers of one's own: what typed amounts are read with. */
  readonly measures: Measures;
  readonly cellar: Cellar | undefined;
  readonly settings: Frame["settings"];
  readonly author: Author;
  readonly say: Say;
  /** Why nothing can be kept any more: the store was cleared under the app, or a newer app has taken it over. */
  readonly lost: Lost | undefined;
  readonly switchTo: (open: OpenCellar) => Promise<void>;
  readonly restartDemo: () => Promise<void>;
}

/** Loaded when the demo is asked for: its import path is no part of a keeper's every day. */
const openDemo = async (db: CellarDatabase): Promise<void> => (await import("./demo")).openDemo(db);

/** Rows a newer app had written, once this one can read them. Nearly always there are none. */
async function takeUp(db: CellarDatabase): Promise<void> {
  if ((await db.setAside.count()) > 0) await (await import("@/persistence/importing")).takeUpNewer(db);
}

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

interface Opened {
  readonly open: OpenCellar;
  readonly db: CellarDatabase;
  readonly author: Author;
}

/** Before a keeper has said which: as is usual where the browser's language is spoken. */
const usualUnits = (): UnitSystem =>
  typeof navigator !== "undefined" && navigator.language.startsWith("en-US") ? "us" : "metric";

/** What one waits for: the store, held by another tab or not; the demo, which is made once; what the store holds. */
export type Opening = "store" | "heldElsewhere" | "demo" | "reading";
/** A store that a later app has written. */
export interface NewerStore {
  readonly db: CellarDatabase;
  readonly deviceId: string;
}
interface Faces {
  readonly waiting: (opening: Opening) => ReactNode;
  readonly failed: (message: string) => ReactNode;
  readonly newer: (store: NewerStore) => ReactNode;
}

/** Opens the cellar of this device and keeps every screen on what it holds, in this tab and in others. */
export function SessionProvider(props: Faces & { readonly children: ReactNode }) {
  return (
    <NoticeProvider>
      <QuestionProvider>
        <OpeningSession {...props} />
      </QuestionProvider>
    </NoticeProvider>
  );
}

function OpeningSession({ children, waiting, failed, newer }: Faces & { readonly children: ReactNode }) {
  const [opened, setOpened] = useState<Opened>();
  const [opening, setOpening] = useState<Opening>("store");
  const [newerStore, setNewerStore] = useState<NewerStore>();
  const [failure, setFailure] = useState<string>();
  const [lost, setLost] = useState<Lost>();
  const today = useToday();

  const openCellar = useCallback(async (open: OpenCellar) => {
    const db = new CellarDatabase(open === "demo" ? await readDemoCellar() : OWN_CELLAR);
    watchStore(db, setLost);
    db.on("blocked", () => setOpening("heldElsewhere"));
    await db.open();
    setOpening("reading");
    if (await isOfNewerApp(db)) return setNewerStore({ db, deviceId: await deviceIdOf(db) });
    if (open === "demo" && (await db.bins.count()) === 0) {
      setOpening("demo");
      await openDemo(db);
      setOpening("reading");
    }
    await takeUp(db).catch(() => undefined);
    const author = authorFor(db, await deviceIdOf(db));
    // Without a network it opens what it opened last.
    await rememberOpenCellar(open).catch(() => undefined);
    setOpened((before) => {
      if (before) leave(before.db);
      return { open, db, author };
    });
  }, []);

  useEffect(() => {
    fetchJudgement();
    const start = async () => openCellar(await cellarToOpen());
    start().catch((cause: unknown) => setFailure(sayCause(cause)));
  }, [openCellar]);

  if (failure) return failed(failure);
  if (newerStore) return newer(newerStore);
  if (!opened) return waiting(opening);
  return (
    <OpenSession
      key={opened.db.name}
      opened={opened}
      today={today}
      lost={lost}
      onLost={setLost}
      openCellar={openCellar}
      waiting={waiting("reading")}
    >
      {children}
    </OpenSession>
  );
}

function OpenSession({
  opened,
  today,
  lost,
  onLost,
  openCellar,
  waiting,
  children,
}: {
  readonly opened: Opened;
  readonly today: LocalDate;
  readonly lost: Lost | undefined;
  readonly onLost: (why: Lost) => void;
  readonly openCellar: (open: OpenCellar) => Promise<void>;
  readonly waiting: ReactNode;
  readonly children: ReactNode;
}) {
  const { db, author, open } = opened;
  const say = useSay();
  const onCleared = useCallback(() => onLost("cleared"), [onLost]);
  const frame = useStored(() => steadyFrame(db, onCleared), [db, onCleared]);
  const tallies = useStored(() => steadyTallies(db), [db]);
  const unread = useCallback(
    (cause: unknown) =>
      say({
        tone: "problem",
        text: `The cellar could not be read: ${sayCause(cause)}. Load the page again.`,
      }),
    [say],
  );
  const { bins, twinWork } = useBins(db, frame, tallies, today, unread);
  const named = useRef<ReadonlyMap<string, NamedBin>>(new Map());
  useEffect(() => {
    named.current = new Map(
      (bins.bins ?? []).flatMap(({ bin, state: { setup } }) =>
        setup ? [[bin.id as string, { name: bin.name, setup }] as const] : [],
      ),
    );
  }, [bins.bins]);
  const binOf = useCallback((id: string) => named.current.get(id), []);
  const changing = useChanges(db, binOf);
  const switchTo = useCallback(
    async (next: OpenCellar) => {
      say(undefined);
      await openCellar(next);
    },
    [openCellar, say],
  );
  const restartDemo = useCallback(async () => {
    const before = db.name;
    const next = DEMO_CELLARS.find((name) => name !== before)!;
    const fresh = new CellarDatabase(next);
    await openDemo(fresh);
    fresh.close();
    const goTo = async (name: string) => {
      await rememberDemoCellar(name);
      await openCellar("demo");
    };
    await goTo(next);
    say({
      tone: "said",
      text: "The demo begins afresh.",
      way: {
        label: "Take it back",
        take: () => {
          say(undefined);
          void goTo(before);
        },
      },
    });
  }, [db, openCellar, say]);

  const units = frame?.settings?.units ?? usualUnits();
  const containers = frame?.settings?.containers;
  const measures = useMemo<Measures>(() => ({ units, containers: containers ?? [] }), [units, containers]);
  const session = useMemo<Session | undefined>(
    () =>
      frame && {
        ...frame,
        cellar: frame.cellar,
        settings: frame.settings,
        ...bins,
        ...changing,
        db,
        open,
        today,
        author,
        units,
        measures,
        say,
        lost,
        switchTo,
        restartDemo,
      },
    [frame, bins, changing, db, open, today, units, measures, author, say, lost, switchTo, restartDemo],
  );
  if (!session) return waiting;
  return (
    <SessionContext.Provider value={session}>
      <TwinWorkContext.Provider value={twinWork}>{children}</TwinWorkContext.Provider>
    </SessionContext.Provider>
  );
}
