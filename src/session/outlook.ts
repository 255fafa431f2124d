import type { AirAhead } from "@/core/weather/airAhead";
import { outdoorsOf } from "@/core/weather/outdoors";
import type { Rehearsal } from "@/core/weather/standIn";
import { REHEARSALS } from "@/core/weather/standIn";
import type { CellarDatabase } from "@/persistence/database";
import type { Frame } from "@/persistence/read";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";

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
export type ForecastDays = z.infer<typeof forecast>["days"];
const kept = z.strictObject({ query: z.string(), days: forecast.shape.days });

/** What the weather is asked for; undefined where nobody said where the cellar lies. */
export function weatherQuery(
  {
    settings,
    rooms,
    cellar,
  }: { readonly [name in "settings" | "cellar"]?: Frame[name] | undefined } & Pick<Frame, "rooms">,
  today: LocalDate,
  rehearse: Rehearsal,
): { readonly outdoors: Climate; readonly query: string } | undefined {
  const outdoors = outdoorsOf(settings?.outdoors, rooms);
  if (!outdoors) return undefined;
  const { meanC, swingK, hottestDay, rainMmPerDay } = outdoors;
  const query = new URLSearchParams({
    today,
    seed: cellar?.id ?? "cellar",
    meanC: String(meanC),
    swingK: String(swingK),
    hottestDay: String(hottestDay),
    ...(rainMmPerDay === undefined ? {} : { rainMmPerDay: String(rainMmPerDay) }),
    rehearse,
  }).toString();
  return { outdoors, query };
}

/** Nobody waits longer for the weather. */
const PATIENCE_MS = 3000;
/** What was asked last: every screen and the twin hear one answer. */
let asked: { readonly db: CellarDatabase; readonly query: string; readonly answer: Promise<ForecastDays | undefined> } | undefined; // prettier-ignore

/** The days of a forecast; the last that was kept of this very day and place without a network; else undefined. Never rejects. */
export function askWeather(db: CellarDatabase, query: string): Promise<ForecastDays | undefined> {
  if (asked?.db === db && asked.query === query) return asked.answer;
  const answer = fetched(db, query);
  asked = { db, query, answer };
  // Asked again next time: the network may be back.
  void answer.then((days) => {
    if (!days && asked?.answer === answer) asked = undefined;
  });
  return answer;
}

async function fetched(db: CellarDatabase, query: string): Promise<ForecastDays | undefined> {
  try {
    const answer = await fetch(`/api/weather?${query}`, { signal: AbortSignal.timeout(PATIENCE_MS) });
    if (!answer.ok) return undefined;
    const { days } = forecast.parse((await answer.json()) as unknown);
    await db.device.put({ key: "weather", value: JSON.stringify({ query, days }) }).catch(() => undefined);
    return days;
  } catch {
    const row = await db.device.get("weather").catch(() => undefined);
    const read = kept.safeParse(row && (JSON.parse(row.value) as unknown));
    return read.success && read.data.query === query ? read.data.days : undefined;
  }
}

/** The rehearsal that is on: of this device, no part of the records. */
export async function rehearsalOn(db: CellarDatabase): Promise<Rehearsal> {
  const row = await db.device.get("rehearsal");
  return REHEARSALS.find((one) => one === row?.value) ?? "asItComes";
}

/** How the weather ahead bends the air of each room; undefined where it is not known. Never rejects. */
export async function roomsAhead(
  db: CellarDatabase,
  frame: Frame,
  today: LocalDate,
): Promise<AirAhead | undefined> {
  const wanted = weatherQuery(frame, today, await rehearsalOn(db));
  const days = wanted && (await askWeather(db, wanted.query));
  if (!wanted || !days) return undefined;
  const { airAhead } = await import("@/core/weather/airAhead");
  return airAhead(frame.rooms, wanted.outdoors, days, today);
}
