import { addDays } from "@/core/calendar/day";
import { REHEARSALS, weatherDays } from "@/core/weather/standIn";
import { localDate } from "@/vocabulary/fields";
import { z } from "@/vocabulary/z";

/** Days told before today and after it. */
const BEFORE = 10;
const AHEAD = 10;

const asked = z.strictObject({
  today: localDate,
  seed: z.string().min(1).max(64),
  meanC: z.number().min(-40).max(45),
  swingK: z.number().min(0).max(40),
  hottestDay: z.number().int().min(1).max(366),
  rainMmPerDay: z.number().min(0).max(60).optional(),
  rehearse: z.enum(REHEARSALS).optional(),
});

const NUMBERS: ReadonlySet<string> = new Set(["meanC", "swingK", "hottestDay", "rainMmPerDay"]);

/**
 * `GET /api/weather?today=2026-07-01&seed=x&meanC=10&swingK=9&hottestDay=203`: the weather that ships with the app, where no service
 * is asked: ten days that were and ten to come, of a place with that year.
 */
export function weather(request: Request): Response {
  const read = asked.safeParse(
    Object.fromEntries(
      [...new URL(request.url).searchParams].map(([name, value]) => [
        name,
        NUMBERS.has(name) && value.trim() !== "" ? Number(value) : value,
      ]),
    ),
  );
  if (!read.success)
    return Response.json(
      { error: { code: "weather/question", message: "A day and a place's year are asked for.", issues: [] } },
      { status: 400 },
    );
  const { today, seed, rehearse, ...year } = read.data;
  const climate = {
    meanC: year.meanC,
    swingK: year.swingK,
    hottestDay: year.hottestDay,
    humidity: 0.7,
    ...(year.rainMmPerDay === undefined ? {} : { rainMmPerDay: year.rainMmPerDay }),
  };
  const days = weatherDays(climate, seed, today, addDays(today, -BEFORE), BEFORE + AHEAD + 1, rehearse);
  return Response.json({ days }, { headers: { "Cache-Control": "no-store" } });
}
