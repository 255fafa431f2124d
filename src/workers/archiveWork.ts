import type { DecodedArchive } from "@/archive/decode";
import { decodeArchive } from "@/archive/decode";
import { MOST_BYTES } from "@/archive/document";
import { demoArchive } from "@/demo/demoCellar";
import { CellarDatabase } from "@/persistence/database";
import type { ImportPlan } from "@/persistence/importing";
import { bringBack, importPlan, previewImport, replaceCellar } from "@/persistence/importing";
import { readEvery } from "@/persistence/read";
import { redo, undo } from "@/persistence/write";
import { present } from "@/records/row/row";
import { localDate } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import type { ArchiveWorker, WorkerNote } from "./archive.protocol";
import { foldedAhead } from "./foldedAhead";
import { packedCellar } from "./packCellar";

function idsFrom(prefix: string): () => string {
  let made = 0;
  return () => `${prefix}-${(made += 1)}`;
}
const noted = ({ label, at, prefix, deviceId, answers }: WorkerNote) => ({
  label,
  at,
  settling: { at, deviceId, answers, newId: idsFrom(prefix) },
});

/** What an archive's worker does, without its wire; one archive at a time is held between `open` and `accept`. */
export function archiveWork(): ArchiveWorker {
  let held:
    { readonly db: CellarDatabase; readonly archive: DecodedArchive; readonly plan: ImportPlan } | undefined;
  return {
    pack: (database, head) => packedCellar(new CellarDatabase(database), head),
    open: async (database, file) => {
      held = undefined;
      if (file.size > MOST_BYTES)
        return refused({ code: "archive/too-large", megabytes: Math.round(file.size / 1_000_000) });
      const archive = decodeArchive(await file.text());
      if (!archive.ok) return archive;
      const db = new CellarDatabase(database);
      const plan = await previewImport(db, archive.value);
      if (!plan.ok) return plan;
      held = { db, archive: archive.value, plan: plan.value };
      const { summary, parted } = plan.value;
      return done({ summary, parted });
    },
    accept: async (note, onWritten) => {
      if (!held) throw new Error("archive worker: accept before open");
      const { db, archive, plan } = held;
      const rooms = present([...(await readEvery(db, "rooms")).rows, ...plan.fresh.rooms]);
      return importPlan(
        db,
        plan,
        archive.setAside,
        noted(note),
        onWritten,
        foldedAhead(plan.fresh.entries, rooms),
      );
    },
    bringBack: (note) => {
      if (!held) throw new Error("archive worker: bringBack before open");
      return bringBack(held.db, held.plan.parted.struckOut, noted(note));
    },
    revise: (database, changeNo, say, { prefix, at }, onWritten) =>
      (say === "undo" ? undo : redo)(
        new CellarDatabase(database),
        { newId: idsFrom(prefix), now: () => at },
        changeNo,
        onWritten,
      ),
    demo: async (database, lastDay) => {
      const archive = decodeArchive(demoArchive(localDate.parse(lastDay)));
      if (!archive.ok) throw new Error(`archive worker: the demo was refused (${archive.problem.code})`);
      return replaceCellar(
        new CellarDatabase(database),
        archive.value,
        foldedAhead(archive.value.records.entries, present(archive.value.records.rooms)),
      );
    },
  };
}
