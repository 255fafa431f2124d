import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { airTemperatureC } from "../expectation/climate";
import { roomAhead } from "./bedAhead";
import type { WeatherDay } from "./standIn";

/** By room id: how much warmer than its year has it the air is to be, K, from today on; beyond the last day nothing is known. */
export type AirAhead = Readonly<Record<string, readonly number[]>>;

/**
 * What the forecast does to the air of each room, so that the process model goes by the same days ahead as the weather
 * page. To a tenth of a kelvin: a forecast that says the same again changes nothing. Never throws.
 */
export function airAhead(
  rooms: readonly { readonly id: string; readonly climate: Climate }[],
  outdoors: Climate,
  weather: readonly WeatherDay[],
  today: LocalDate,
): AirAhead {
  return Object.fromEntries(
    rooms.map(({ id, climate }) => [
      id,
      roomAhead(climate, outdoors, weather).flatMap(({ day, lowC, highC }) =>
        day < today ? [] : [Math.round(10 * ((lowC + highC) / 2 - airTemperatureC(climate, day))) / 10],
      ),
    ]),
  );
}
