import type { Climate } from "@/records/room";
import { name as nameField } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { UnitSystem } from "../quantity/format";
import { DEFAULT_UNIT } from "../quantity/format";
import { parseQuantity } from "../quantity/parse";
import { sayUnreadable } from "../quantity/words";
import type { RoomKind } from "./climate";
import { roomClimate } from "./climate";

/** A place as it is typed while a bin is set up or moved there. */
export interface NewRoomTyped {
  readonly roomName: string;
  readonly warmth: RoomKind;
  /** Means of its coldest and hottest week; empty, as is usual for such a place. */
  readonly coldest: string;
  readonly hottest: string;
}
export const EMPTY_ROOM: NewRoomTyped = { roomName: "", warmth: "mild", coldest: "", hottest: "" };
/** What is known of the weather outdoors, if anything is. */
export type Outdoors = Climate | undefined;
export type RoomFaults = Partial<Record<"roomName" | "coldest" | "hottest", string>>;
interface UnreadRoom {
  readonly code: "room/faults";
  readonly fields: RoomFaults;
}

/** The room that was typed, with its own warmth where it was measured, or a sentence for each field that cannot be. Never throws. */
export function newRoom(
  { roomName, warmth, coldest, hottest }: NewRoomTyped,
  units: UnitSystem,
  outdoors?: Outdoors,
): Outcome<{ readonly name: string; readonly climate: Climate }, UnreadRoom> {
  const faults: RoomFaults = {};
  const named = nameField.safeParse(roomName);
  if (!named.success) faults.roomName = "Give the place a name.";
  const usual = roomClimate(warmth, outdoors);
  const degrees = (field: "coldest" | "hottest", otherwise: number): number => {
    const typed = { coldest, hottest }[field] ?? "";
    if (typed.trim() === "") return otherwise;
    const read = parseQuantity(typed, "temperature", DEFAULT_UNIT[units].temperature);
    if (!read.ok) faults[field] = sayUnreadable(read.problem);
    else if (read.value < -40 || read.value > 60) faults[field] = "No place is like that: is the unit right?";
    return read.ok ? read.value : otherwise;
  };
  const lowC = degrees("coldest", usual.meanC - usual.swingK);
  const highC = degrees("hottest", usual.meanC + usual.swingK);
  if (highC < lowC) faults.hottest ??= "The hottest week is colder than the coldest.";
  if (!named.success || Object.keys(faults).length > 0)
    return refused({ code: "room/faults", fields: faults });
  const swingK = (highC - lowC) / 2;
  return done({
    name: named.data,
    climate: { ...usual, meanC: (lowC + highC) / 2, swingK: Math.min(40, swingK) },
  });
}
