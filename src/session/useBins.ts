import type { BinToday } from "@/core/round/round";
import type { CellarDatabase, Tally } from "@/persistence/database";
import type { Frame } from "@/persistence/read";
import type { LocalDate } from "@/vocabulary/fields";
import { onTwinHealth, twinsAil } from "@/workers/health";
import type { TwinSubject } from "@/workers/twin.protocol";
import { startTransition, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import type { BatchToday, LotToday, TubToday } from "./batches";
import type { Known } from "./digest";
import { followSubjects } from "./followSubjects";
import type { roomsAhead } from "./outlook";
import { onceQuiet } from "./quiet";
import type { TwinWork } from "./twins";
import { useStored } from "./useStored";

export interface Bins {
  /** In walking order; undefined while they are being read. */
  readonly bins: readonly BinToday[] | undefined;
  /** How many logs are read so far, while many must be read anew. */
  readonly reading: { readonly read: number; readonly of: number } | undefined;
  /** How to ask the twin about a bin as it stands now. */
  readonly subjects: ReadonlyMap<string, TwinSubject>;
  /** The batches of the store, newest first; undefined while their logs are read. */
  readonly batchesToday: readonly BatchToday[] | undefined;
  /** The lots of castings, newest first; undefined while their logs are read. */
  readonly lotsToday: readonly LotToday[] | undefined;
  /** Breeding tubs and hatching trays; undefined until they are read. */
  readonly tubsToday: readonly TubToday[] | undefined;
  readonly brokenEntries: number;
}

/** Every bin as it stands today, kept up with its log, its room, the day and the twin. `onFailed` should not change. */
export function useBins(
  db: CellarDatabase,
  frame: Frame | undefined,
  tallies: readonly Tally[] | undefined,
  today: LocalDate,
  onFailed: (cause: unknown) => void,
): {
  readonly bins: Bins;
  /** Forecasts being worked out in the background; undefined while all stand. */
  readonly twinWork: TwinWork | undefined;
} {
  const [bins, setBins] = useState<Bins["bins"]>();
  const [reading, setReading] = useState<Bins["reading"]>();
  const [subjects, setSubjects] = useState<Bins["subjects"]>(new Map());
  const [batchesToday, setBatches] = useState<Bins["batchesToday"]>();
  const [lotsToday, setLots] = useState<Bins["lotsToday"]>();
  const [tubsToday, setTubs] = useState<Bins["tubsToday"]>();
  const [brokenEntries, setBrokenEntries] = useState(0);
  const [twinWork, setTwinWork] = useState<TwinWork>();
  // Once the workers answer again they are asked again.
  const isAiling = useSyncExternalStore(onTwinHealth, twinsAil, () => false);
  const known = useRef(new Map<string, Known>());
  // Another rehearsal is other weather ahead.
  const rehearsal = useStored(async () => (await db.device.get("rehearsal"))?.value ?? "", [db]);

  useEffect(() => {
    if (!frame || !tallies || rehearsal === undefined) return undefined;
    // What comes late waits for whatever the keeper has in hand, and of each only the newest is drawn.
    const waiting = new Map<string, () => void>();
    const soon = (what: string, isLate: boolean, set: () => void) => {
      waiting.get(what)?.();
      waiting.delete(what);
      if (isLate)
        waiting.set(
          what,
          onceQuiet(() => startTransition(set)),
        );
      else set();
    };
    const stop = followSubjects(
      { db, frame, tallies, today, air: airOf(db, frame, today), known: known.current },
      {
        reading: (read, of) => setReading({ read, of }),
        bins: (all, isLate) => soon("bins", isLate, () => setBins(all)),
        batches: setBatches,
        lots: setLots,
        tubs: setTubs,
        subjects: setSubjects,
        work: (work, isLate) => soon("work", isLate, () => setTwinWork(work)),
        read: (brokenRows) => {
          setReading(undefined);
          setBrokenEntries(brokenRows);
        },
        failed: onFailed,
      },
    );
    return () => {
      stop();
      for (const callOff of waiting.values()) callOff();
    };
  }, [db, frame, tallies, today, onFailed, isAiling, rehearsal]);

  const told = useMemo(
    () => ({ bins, batchesToday, lotsToday, tubsToday, reading, subjects, brokenEntries }),
    [bins, batchesToday, lotsToday, tubsToday, reading, subjects, brokenEntries],
  );
  return { bins: told, twinWork };
}

/** Loaded beside the logs; without it the twin goes by each room's year. */
const airOf = async (...of: Parameters<typeof roomsAhead>) => {
  try {
    const outlook = await import("./outlook");
    return await outlook.roomsAhead(...of);
  } catch {
    return undefined;
  }
};
