import type { Climate } from "@/records/room";
import { binSchema } from "@/records/bin";
import type { LocalDate } from "@/vocabulary/fields";
import { tenderest } from "@/core/bin/mixture";
import type { BinState, Worms } from "@/core/bin/state";
import { addDays, daysBetween } from "@/core/calendar/day";
import { airTemperatureC } from "@/core/expectation/climate";
import type { Expectation } from "@/core/expectation/expectation";
import { airAhead } from "@/core/weather/airAhead";
import type { Spell } from "@/core/weather/spells";
import { frostFromC, hotFromC, spellsAhead } from "@/core/weather/spells";
import type { WeatherDay } from "@/core/weather/standIn";

const BEFORE = 10;
const AHEAD = 11;
/** Half of a day's swing about its mean, K. */
const HALF_K = 1;

/** The air of the trial's room as a weather service would tell it: ten days that were and ten to come. `airK` is how much warmer than its year it is. */
const told = (climate: Climate, today: LocalDate, airK: (day: number) => number, day: number): WeatherDay[] =>
  Array.from({ length: BEFORE + AHEAD }, (_, nth) => {
    const on = addDays(today, nth - BEFORE);
    const meanC = airTemperatureC(climate, on) + airK(day + nth - BEFORE);
    return { day: on, lowC: meanC - HALF_K, highC: meanC + HALF_K, rainMm: 0, sun: 0 };
  });

/** What the twin hears of the days ahead. Never throws. */
export const airToldOf = (
  roomId: string,
  climate: Climate,
  today: LocalDate,
  airK: (day: number) => number,
  day: number,
) => airAhead([{ id: roomId, climate }], climate, told(climate, today, airK, day), today);

const BIN = binSchema.parse({
  schemaVersion: 2, rowId: "trial-bin", id: "trial", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "trial",
  name: "Trial", firstDay: "2026-03-02",
}); // prettier-ignore

/** What the slate warns of for a bin by the weather ahead. Never throws. */
export const warnedOf = (
  state: BinState,
  expectation: Expectation,
  climate: Climate,
  today: LocalDate,
  airK: (day: number) => number,
  day: number,
): readonly Spell[] =>
  spellsAhead(
    [
      {
        bin: BIN,
        state,
        expectation,
        decision: { verdict: "leave", steps: [], nextDay: today, cautions: [] },
      },
    ],
    { [state.setup?.roomId ?? ""]: { name: "Room", climate } },
    { outdoors: climate, days: told(climate, today, airK, day) },
    today,
  );

/** A guard bends the air by so much, K: shade or a wrap; bottles beside it where that is not enough. */
const GUARD_K = 4;
/** From so far beyond what it bears both are done. */
const MUCH_K = 3;

/** What a keeper does who follows the slate on a day, as a shift of the air and its days; nothing while nothing is near. Never throws. */
export function guardFor(
  spells: readonly Spell[],
  worms: Worms,
  herds: Expectation["herds"],
  today: LocalDate,
): { readonly byK: number; readonly days: number } | undefined {
  const near = spells.find(({ against, from }) => against !== "rain" && daysBetween(today, from) <= 1);
  if (near?.worstC === undefined) return undefined;
  const species = tenderest(worms, herds);
  const isHeat = near.against === "heat";
  const beyondK = isHeat ? near.worstC - hotFromC(species) : frostFromC(species) - near.worstC;
  const byK = (beyondK > MUCH_K ? 2 : 1) * GUARD_K;
  return { byK: isHeat ? -byK : byK, days: daysBetween(today, near.until) + 1 };
}
