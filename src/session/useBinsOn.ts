"use client";
import { replay } from "@/core/bin/replay";
import { TEMPERATE } from "@/core/expectation/climate";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { effectiveEntries } from "@/core/log/effective";
import type { BinToday } from "@/core/round/round";
import { readLog } from "@/persistence/read";
import type { LocalDate } from "@/vocabulary/fields";
import { useSession } from "./session";
import { useStored } from "./useStored";

const NONE: ReadonlyMap<string, BinToday> = new Map();

/**
 * Bins as their logs tell of them up to an earlier day, by rules of thumb: the twin follows them to today only. Empty for
 * today itself; undefined until the logs are read.
 */
export function useBinsOn(
  bins: readonly BinToday[],
  day: LocalDate,
): ReadonlyMap<string, BinToday> | undefined {
  const { db, rooms, today } = useSession();
  const read = useStored(async () => {
    if (day >= today) return { day, bins: NONE };
    const then = await Promise.all(
      bins.map(async (one): Promise<[string, BinToday]> => {
        const log = await readLog(db, one.bin.id);
        const state = replay(effectiveEntries(log.rows).filter((entry) => entry.day <= day));
        const climate = rooms.find(({ id }) => id === state.setup?.roomId)?.climate ?? TEMPERATE;
        return [one.bin.id, { ...one, state, expectation: simpleExpectation(state, climate, day) }];
      }),
    );
    return { day, bins: new Map(then) };
  }, [db, bins, rooms, day, today]);
  if (day >= today) return NONE;
  return read?.day === day ? read.bins : undefined;
}
