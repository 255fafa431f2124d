import type { Climate, Room } from "@/records/room";

/** The air outside: as the keeper told it, else that of the first room under open sky; undefined where neither is known. */
export const outdoorsOf = (
  told: Climate | undefined,
  rooms: readonly Pick<Room, "climate">[],
): Climate | undefined => told ?? rooms.find(({ climate }) => climate.rainMmPerDay !== undefined)?.climate;
