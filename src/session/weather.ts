import type { Outlook, Rooms } from "@/core/weather/spells";
import { endedGuards, spellsAhead } from "@/core/weather/spells";
import type { Ended, Spell } from "@/core/weather/spells";
import type { Rehearsal } from "@/core/weather/standIn";
import { useEffect, useMemo, useState } from "react";
import type { ForecastDays } from "./outlook";
import { askWeather, rehearsalOn, weatherQuery } from "./outlook";
import { useSession } from "./session";
import { useStored } from "./useStored";

/** The rehearsal that is on, and how another is begun: of this device, no part of the records. */
export function useRehearsal(): readonly [Rehearsal, (next: Rehearsal) => Promise<void>] {
  const { db } = useSession();
  const rehearse = useStored(() => rehearsalOn(db), [db]) ?? "asItComes";
  return [rehearse, async (next) => void (await db.device.put({ key: "rehearsal", value: next }))];
}

export interface WeatherToday {
  readonly outlook: Outlook;
  readonly spells: readonly Spell[];
  readonly ended: readonly Ended[];
}

/** The weather ahead and what it would do to the bins; undefined while it is not known, and where nobody said where the cellar lies. */
export function useWeather(): WeatherToday | undefined {
  const { db, bins, rooms, settings, cellar, today } = useSession();
  const [rehearse] = useRehearsal();
  const wanted = useMemo(
    () => weatherQuery({ settings, rooms, cellar }, today, rehearse),
    [settings, rooms, cellar, today, rehearse],
  );
  const query = wanted?.query;
  const [found, setFound] = useState<{ readonly query: string; readonly days: ForecastDays }>();
  useEffect(() => {
    if (query === undefined) return undefined;
    let isOver = false;
    void askWeather(db, query).then((days) => {
      if (!isOver && days) setFound({ query, days });
    });
    return () => {
      isOver = true;
    };
  }, [query, db]);
  return useMemo(() => {
    if (!wanted || !found || found.query !== wanted.query || !bins) return undefined;
    const outlook = { outdoors: wanted.outdoors, days: found.days };
    const by: Rooms = Object.fromEntries(rooms.map((room) => [room.id, room]));
    const spells = spellsAhead(bins, by, outlook, today);
    return { outlook, spells, ended: endedGuards(bins, spells) };
  }, [wanted, found, bins, rooms, today]);
}
