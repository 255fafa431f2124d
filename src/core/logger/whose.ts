import type { Climate } from "@/records/room";
import { airTemperatureC } from "../expectation/climate";
import type { LoggedDay } from "./logger";

/** A bed stands a few kelvin above its air, and a room's year is a guess: so far off, and further, it is likely of somewhere else. */
const STRANGE_K = { below: -6, above: 9 } as const;
/** Another room must fit so much better to be named, K. */
const BETTER_K = 3;

export interface Whose {
  /** How much warmer the days are than the room's year has them, K. */
  readonly offK: number;
  /** The room whose year they fit, where one does much better. */
  readonly fitsRoomId?: string;
}

/**
 * Whether the days of a logger can be of a bin or the air of a room: undefined while nothing speaks against it, else by how
 * much they are off and where they would fit. Never throws. Source: judgement.
 */
export function strangeFor(
  days: readonly LoggedDay[],
  roomId: string,
  rooms: readonly { readonly id: string; readonly climate: Climate }[],
): Whose | undefined {
  const own = rooms.find(({ id }) => id === roomId);
  if (!own || days.length === 0) return undefined;
  const off = ({ climate }: Pick<typeof own, "climate">): number =>
    days.reduce((sum, { day, meanC }) => sum + meanC - airTemperatureC(climate, day), 0) / days.length;
  const offK = off(own);
  if (offK > STRANGE_K.below && offK < STRANGE_K.above) return undefined;
  const best = rooms
    .filter(({ id }) => id !== roomId)
    .map((room) => ({ id: room.id, by: Math.abs(off(room)) }))
    .toSorted((a, b) => a.by - b.by)[0];
  return best && best.by <= Math.abs(offK) - BETTER_K ? { offK, fitsRoomId: best.id } : { offK };
}
