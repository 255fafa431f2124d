import { outdoorsOf } from "@/core/weather/outdoors";
import type { Outlook, Rooms } from "@/core/weather/spells";
import { endedGuards, spellsAhead } from "@/core/weather/spells";
import type { Ended, Spell } from "@/core/weather/spells";
import type { Rehearsal } from "@/core/weather/standIn";
import { REHEARSALS } from "@/core/weather/standIn";
import type { CellarDatabase } from "@/persistence/database";
import { localDate } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";
import { useEffect, useMemo, useState } from "react";
import { useSession } from "./session";
import { useStored } from "./useStored";

const forecast = z.strictObject({
  days: z.array(
    z.strictObject({
      day: localDate,
      lowC: z.number(),
      highC: z.number(),
      rainMm: z.number(),
      sun: z.number(),
    }),
  ),
});
type Days = z.infer<typeof forecast>["days"];

async function fetched(query: string, db: CellarDatabase): Promise<Days | undefined> {
  try {
    const answer = await fetch(`/api/weather?${query}`);
    if (!answer.ok) return undefined;
    const { days } = forecast.parse(await answer.json());
    await db.device.put({ key: "weather", value: JSON.stringify({ query, days }) }).catch(() => undefined);
    return days;
  } catch {
    // Without a network the last forecast of this very day and place is better than none.
    const kept = await db.device.get("weather").catch(() => undefined);
    const read = z.strictObject({ query: z.string(), days: forecast.shape.days }).safeParse(kept && JSON.parse(kept.value)); // prettier-ignore
    return read.success && read.data.query === query ? read.data.days : undefined;
  }
}

/** The rehearsal that is on, and how another is begun: of this device, no part of the records. */
export function useRehearsal(): readonly [Rehearsal, (next: Rehearsal) => Promise<void>] {
  const { db } = useSession();
  const kept = useStored(async () => (await db.device.get("rehearsal"))?.value, [db]);
  const rehearse = REHEARSALS.find((one) => one === kept) ?? "asItComes";
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
  const outdoors = outdoorsOf(settings?.outdoors, rooms);
  const query = useMemo(() => {
    if (!outdoors) return undefined;
    const { meanC, swingK, hottestDay, rainMmPerDay } = outdoors;
    return new URLSearchParams({
      today,
      seed: cellar?.id ?? "cellar",
      meanC: String(meanC),
      swingK: String(swingK),
      hottestDay: String(hottestDay),
      ...(rainMmPerDay === undefined ? {} : { rainMmPerDay: String(rainMmPerDay) }),
      rehearse,
    }).toString();
  }, [outdoors, today, cellar?.id, rehearse]);
  const [found, setFound] = useState<{ readonly query: string; readonly days: Days }>();
  useEffect(() => {
    if (query === undefined) return undefined;
    let isOver = false;
    void fetched(query, db).then((days) => {
      if (!isOver && days) setFound({ query, days });
    });
    return () => {
      isOver = true;
    };
  }, [query, db]);
  return useMemo(() => {
    if (!outdoors || !found || found.query !== query || !bins) return undefined;
    const outlook = { outdoors, days: found.days };
    const by: Rooms = Object.fromEntries(rooms.map((room) => [room.id, room]));
    const spells = spellsAhead(bins, by, outlook, today);
    return { outlook, spells, ended: endedGuards(bins, spells) };
  }, [outdoors, found, query, bins, rooms, today]);
}
