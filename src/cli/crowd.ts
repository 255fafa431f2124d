import { writeFileSync } from "node:fs";
import type { ArchiveRecords } from "@/archive/document";
import { encodeArchive } from "@/archive/document";
import { demoRecords } from "@/demo/demoCellar";
import { localDate } from "@/vocabulary/fields";

/**
 * `npx tsx src/cli/crowd.ts 2026-11-23 100 100000 crowd.json`: a cellar of many bins and many entries, for measuring.
 * The demo's bins, copied under other names, with their own year's log repeated into earlier years.
 */
const [day, binCount, entryCount, file] = process.argv.slice(2);
const lastDay = localDate.safeParse(day);
const bins = Number(binCount);
const entries = Number(entryCount);
if (!lastDay.success || !(bins > 0) || !(entries > 0) || !file) {
  process.stderr.write("usage: tsx src/cli/crowd.ts <last day> <bins> <entries> <file>\n");
  process.exit(2);
}

const demo = demoRecords(lastDay.data);
const years = 12;
const crowd: { -readonly [K in keyof ArchiveRecords]: ArchiveRecords[K][number][] } = {
  cellars: [],
  rooms: [...demo.rooms],
  bins: [],
  entries: [],
  settings: [...demo.settings],
  materials: [],
  batches: [],
  plans: [],
  timetables: [],
  lots: [],
  tubs: [],
  orders: [],
};
const perBin = Math.ceil(entries / bins);
const logOf = (id: string) => demo.entries.filter((entry) => entry.subject.id === id);
// Bins with a full year's log, so that a few earlier years make a long one.
const models = demo.bins.filter((bin) => logOf(bin.id).length > 150);
for (let n = 0; n < bins; n += 1) {
  const model = models[n % models.length]!;
  const id = `crowd-${n}` as typeof model.id;
  const log = logOf(model.id);
  const room = Math.max(0, Math.min(perBin, entries - crowd.entries.length));
  const copies: ArchiveRecords["entries"][number][] = [];
  for (let back = 0; back < years && copies.length < room; back += 1) {
    // The first year opens the log; earlier copies carry only what happened, not the setting up.
    const own =
      back === 0 ? log : log.filter((entry) => ["looked", "fed", "bedded", "watered"].includes(entry.kind));
    for (const entry of own.slice(0, room - copies.length)) {
      const year = Number(entry.day.slice(0, 4)) - back;
      const shifted = localDate.safeParse(`${year}${entry.day.slice(4)}`);
      if (!shifted.success) continue;
      copies.push({
        ...entry,
        day: shifted.data,
        id: `${id}-${back}-${entry.id}`,
        rowId: `${id}-${back}-${entry.rowId}`,
        subject: { kind: "bin", id },
      } as unknown as (typeof copies)[number]);
    }
  }
  crowd.bins.push({
    ...model,
    id,
    rowId: `${id}-r1` as typeof model.rowId,
    name: `${model.name} ${n + 1}`,
    firstDay: copies.reduce((first, entry) => (entry.day < first ? entry.day : first), model.firstDay),
  });
  crowd.entries.push(...copies);
}
crowd.cellars.push({ ...demo.cellars[0]!, walkingOrder: crowd.bins.map((bin) => bin.id) });
writeFileSync(
  file,
  encodeArchive({ exportedAt: `${lastDay.data}T05:00:00.000Z`, deviceId: "crowd" }, crowd, []),
);
process.stdout.write(`${crowd.bins.length} bins, ${crowd.entries.length} entries\n`);
