import type { ArchiveRecords } from "@/archive/document";
import { encodeArchive } from "@/archive/document";
import type { Entry } from "@/records/entry";
import { binFormat, binSchema } from "@/records/bin";
import { demoLots } from "./demoLots";
import { demoStore } from "./demoStore";
import { demoOrders } from "./demoOrders";
import { demoTubs } from "./demoTubs";
import { cellarFormat, cellarSchema } from "@/records/cellar";
import { roomFormat, roomSchema } from "@/records/room";
import { settingsFormat, settingsSchema } from "@/records/settings";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "@/core/calendar/day";
import { deedFacts } from "@/core/deed/facts";
import { seeded } from "@/core/chance/seeded";
import { BINS, CELLAR_NAME, OUTDOORS, ROOMS } from "./scenario";
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
  const year = yearOf(lastDay, seed);
  const lots = demoLots(year, (id) => BINS.find((bin) => bin.id === id)!.name, lastDay, row);
  const nursery = demoTubs(lastDay, seed, row);
  return {
    cellars: [
      cellarSchema.parse({
        ...row("demo-cellar"),
        schemaVersion: cellarFormat.current,
        name: CELLAR_NAME,
        walkingOrder: BINS.map((bin) => bin.id),
      }),
    ],
    rooms: ROOMS.map((room) =>
      roomSchema.parse({
        ...row(room.id),
        schemaVersion: roomFormat.current,
        name: room.name,
        climate: room.climate,
      }),
    ),
    bins: BINS.map((bin) =>
      binSchema.parse({
        ...row(bin.id),
        schemaVersion: binFormat.current,
        name: bin.name,
        firstDay: addDays(lastDay, -bin.beganAgo),
      }),
    ),
    materials: store.materials,
    batches: store.batches,
    plans: store.plans,
    timetables: store.timetables,
    lots: lots.lots,
    tubs: nursery.tubs,
    orders: demoOrders(lastDay, row),
    settings: [
      settingsSchema.parse({
        ...row("demo-settings"),
        schemaVersion: settingsFormat.current,
        units: "metric",
        remindAfterDays: 14,
        outdoors: OUTDOORS,
      }),
    ],
    entries: [...year, ...store.entries, ...lots.entries, ...nursery.entries],
  };
}

/** The life of the cellar, day by day: what one bin gives another that day is there for its night. */
function yearOf(lastDay: LocalDate, seed: string): Entry[] {
  const keepers = new Map(BINS.map((bin) => [bin.id, new Keeper(bin, lastDay, seeded(`${seed}/${bin.id}`))]));
  const longest = Math.max(...BINS.map(({ beganAgo }) => beganAgo));
  for (let ago = longest; ago > 0; ago -= 1) {
    const day = addDays(lastDay, -ago);
    for (const { id, beganAgo } of BINS) {
      if (beganAgo === ago) keepers.get(id)!.setUp();
      else if (beganAgo > ago) keepers.get(id)!.live(day, ago);
    }
    for (const { id, tipped } of BINS)
      if (tipped?.ago === ago) tip(keepers.get(id)!, keepers.get(tipped.into)!, day);
    for (const { id, beganAgo } of BINS) if (beganAgo > ago) keepers.get(id)!.sleepOver(day);
  }
  return [...keepers.values()].flatMap(({ entries }) => entries);
}

/** All of one bin goes into another as what it is, and the emptied one is put out of use. */
function tip(giver: Keeper, receiver: Keeper, day: LocalDate): void {
  const [from, into] = [giver.known(day), receiver.known(day)];
  if (!from || !into) return;
  const facts = deedFacts({ of: "tip", fraction: 1, toBinId: into.binId, thenRetired: true }, from, day, [
    into,
  ]);
  if (facts.ok) for (const one of [giver, receiver]) one.done(day, facts.value, `${from.binId}-tipped`);
}
