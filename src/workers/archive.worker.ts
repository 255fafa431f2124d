import * as Comlink from "comlink";
import type { DecodedArchive } from "@/archive/decode";
import { decodeArchive } from "@/archive/decode";
import { encodeInFiles, MOST_BYTES } from "@/archive/document";
import type { MergePlan } from "@/archive/merge";
import { demoArchive } from "@/demo/demoCellar";
import { CellarDatabase } from "@/persistence/database";
import { importPlan, previewImport, readEverything, replaceCellar } from "@/persistence/importing";
import { readEvery } from "@/persistence/read";
import { redo, undo } from "@/persistence/write";
import { present } from "@/records/row/row";
import { localDate } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import type { ArchiveWorker } from "./archive.protocol";
import { foldedAhead } from "./foldedAhead";

let held:
  { readonly db: CellarDatabase; readonly archive: DecodedArchive; readonly plan: MergePlan } | undefined;

const api: ArchiveWorker = {
  pack: async (database, head) => {
    const { records, setAside } = await readEverything(new CellarDatabase(database));
    const files = [...encodeInFiles(head, records, setAside)].map(
      (text) => new TextEncoder().encode(text).buffer,
    );
    return Comlink.transfer(files, files);
  },
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
    return done(plan.value.summary);
  },
  accept: async (note, onWritten) => {
    if (!held) throw new Error("archive worker: accept before open");
    const { db, archive, plan } = held;
    const rooms = present([...(await readEvery(db, "rooms")).rows, ...plan.fresh.rooms]);
    return importPlan(db, plan, archive.setAside, note, onWritten, foldedAhead(plan.fresh.entries, rooms));
  },
  revise: (database, changeNo, say, { prefix, at }, onWritten) => {
    let made = 0;
    const stamp = { newId: () => `${prefix}-${(made += 1)}`, now: () => at };
    return (say === "undo" ? undo : redo)(new CellarDatabase(database), stamp, changeNo, onWritten);
  },
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

Comlink.expose(api);
