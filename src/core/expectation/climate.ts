import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Shelter } from "@/vocabulary/shelter";
import { dayOfYear } from "../calendar/day";

/** A climate to compute with while a bin's room is missing: a cellar of the temperate zone. */
export const TEMPERATE: Climate = { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.65 };

/** Whether rain can come to what stands in that room; an unknown room is under a roof. Never throws. */
export const isUnderSky = (
  rooms: readonly { readonly id: string; readonly climate: Climate }[],
  roomId: string | undefined,
): boolean => rooms.find(({ id }) => id === roomId)?.climate.rainMmPerDay !== undefined;

/** Air temperature of a room on a day: a yearly wave about its mean. Source: process model 3.2. */
export const airTemperatureC = (climate: Climate, day: LocalDate): number =>
  climate.meanC + climate.swingK * Math.cos((2 * Math.PI * (dayOfYear(day) - climate.hottestDay)) / 365.25);

/** Saturation vapour pressure in kPa. Source: process model 3.2. */
export const saturationKpa = (temperatureC: number): number =>
  0.6108 * Math.exp((17.27 * temperatureC) / (temperatureC + 237.3));

/** What of the weather comes to a place. */
export interface ShelterFacts {
  readonly name: string;
  /** Share of a clear day’s sun on its walls. */
  readonly sun: number;
  readonly hasRain: boolean;
  readonly isOutdoors: boolean;
  /** From a mean of the week up to its afternoons in the shade, K. Judgement. */
  readonly afternoonK: number;
  /** Share of that which comes to the walls: earth takes the day’s swing out. */
  readonly feelsDay: number;
}
export const SHELTER: Readonly<Record<Shelter, ShelterFacts>> = {
  indoors: { name: "indoors", sun: 0, hasRain: false, isOutdoors: false, afternoonK: 2, feelsDay: 1 },
  heated: { name: "on a heated rack", sun: 0, hasRain: false, isOutdoors: false, afternoonK: 1, feelsDay: 1 },
  roof: { name: "outdoors, under a roof", sun: 0, hasRain: false, isOutdoors: true, afternoonK: 6, feelsDay: 1 }, // prettier-ignore
  shade: { name: "outdoors, in shade", sun: 0, hasRain: true, isOutdoors: true, afternoonK: 6, feelsDay: 1 },
  sun: { name: "outdoors, in full sun", sun: 1, hasRain: true, isOutdoors: true, afternoonK: 6, feelsDay: 1 },
  buried: { name: "outdoors, sunk into the ground", sun: 0, hasRain: true, isOutdoors: true, afternoonK: 6, feelsDay: 0.25 }, // prettier-ignore
};
/** Where bins of a room stand: as it was told; else under open sky where it rains, and indoors where not. Never throws. */
export const shelterOf = ({ shelter, rainMmPerDay }: Climate): ShelterFacts =>
  SHELTER[shelter ?? (rainMmPerDay === undefined ? "indoors" : "sun")];

/** Kinds of places, as one would say them. */
export const ROOM_KINDS = ["cool", "mild", "warm", "heated", "roof", "shade", "sun", "buried"] as const;
export type RoomKind = (typeof ROOM_KINDS)[number];
const within = (meanC: number, swingK: number, humidity: number): Climate => ({
  meanC,
  swingK,
  hottestDay: 205,
  humidity,
});
const ROOM_CLIMATES: Readonly<Record<"cool" | "mild" | "warm" | "heated", Climate>> = {
  cool: within(13, 5, 0.78),
  mild: within(17.5, 4.5, 0.65),
  warm: within(21, 2.5, 0.5),
  heated: { ...within(23, 1.5, 0.55), shelter: "heated" },
};
/** Outdoors of the temperate zone, while the keeper’s own are not told. */
const OUTDOORS: Climate = { ...within(10, 9, 0.75), rainMmPerDay: 2 };
/** Half the yearly swing that comes through a hand’s depth of earth and more. Judgement. */
const EARTH_DAMPS = 0.65;
/** The climate a room of that kind begins with; outdoors by the keeper’s own weather where it is known. The keeper’s thermometer will say better. Never throws. */
export function roomClimate(kind: RoomKind, outdoors: Climate = OUTDOORS): Climate {
  if (kind === "cool" || kind === "mild" || kind === "warm" || kind === "heated") return ROOM_CLIMATES[kind];
  const { rainMmPerDay = 2, ...year } = outdoors;
  return {
    ...year,
    ...(kind === "buried" ? { swingK: year.swingK * EARTH_DAMPS } : {}),
    ...(SHELTER[kind].hasRain ? { rainMmPerDay } : {}),
    shelter: kind,
  };
}
/** What such a place is called. */
export const ROOM_KIND_NAMES: Readonly<Record<RoomKind, string>> = {
  cool: "a cool cellar or garage",
  mild: "an unheated room",
  warm: "a lived-in room",
  heated: SHELTER.heated.name,
  roof: SHELTER.roof.name,
  shade: SHELTER.shade.name,
  sun: SHELTER.sun.name,
  buried: SHELTER.buried.name,
};
