import type { ArchiveRecords } from "@/archive/document";
import { encodeArchive } from "@/archive/document";
import type { Entry } from "@/records/entry";
import { binSchema } from "@/records/bin";
import { demoStore } from "./demoStore";
import { cellarSchema } from "@/records/cellar";
import { roomSchema } from "@/records/room";
import { settingsFormat, settingsSchema } from "@/records/settings";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import type { DemoBin } from "./scenario";
import { BINS, CELLAR_NAME, ROOMS } from "./scenario";
import { DEVICE, Keeper } from "./keeper";

/**
 * A year in the demo cellar that ends on the given day, in the archive format every import takes. The same seed and
 * day give the same file. A made-up keeper visits each bin, reads it with a fallible fist, follows the app's own
 * decisions roughly, goes on holiday once, and lets a drip flood one tub.
 */
export function demoArchive(lastDay: LocalDate, seed = "cellar"): string {
  const recordedAt = `${lastDay}T05:00:00.000Z`;
  return encodeArchive({ exportedAt: recordedAt, deviceId: DEVICE }, demoRecords(lastDay, seed), []);
}

export function demoRecords(lastDay: LocalDate, seed = "cellar"): ArchiveRecords {
  const recordedAt = `${addDays(lastDay, -364)}T07:00:00.000Z`;
  const row = (id: string) => ({
    schemaVersion: 1,
    rowId: `${id}-r1`,
    id,
    revision: 1,
    recordedAt,
    deviceId: DEVICE,
  });
  const store = demoStore(lastDay, row);
  return {
    cellars: [
      cellarSchema.parse({
        ...row("demo-cellar"),
        name: CELLAR_NAME,
        walkingOrder: BINS.map((bin) => bin.id),
      }),
    ],
    rooms: ROOMS.map((room) =>
      roomSchema.parse({ ...row(room.id), schemaVersion: 2, name: room.name, climate: room.climate }),
    ),
    bins: BINS.map((bin) =>
      binSchema.parse({ ...row(bin.id), name: bin.name, firstDay: addDays(lastDay, -bin.beganAgo) }),
    ),
    materials: store.materials,
    batches: store.batches,
    plans: store.plans,
    timetables: store.timetables,
    settings: [
      settingsSchema.parse({
        ...row("demo-settings"),
        schemaVersion: settingsFormat.current,
        units: "metric",
        remindAfterDays: 14,
      }),
    ],
    entries: [...BINS.flatMap((bin) => yearOf(bin, lastDay, seed)), ...store.entries],
  };
}

/** The life of one bin, day by day. */
function yearOf(bin: DemoBin, lastDay: LocalDate, seed: string): Entry[] {
  const keeper = new Keeper(bin, lastDay, seeded(`${seed}/${bin.id}`));
  keeper.setUp();
  for (let ago = bin.beganAgo - 1; ago > 0; ago -= 1) keeper.live(addDays(lastDay, -ago), ago);
  return keeper.entries;
}
