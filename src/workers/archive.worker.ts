import * as Comlink from "comlink";
import type { DecodedArchive } from "@/archive/decode";
import { decodeArchive } from "@/archive/decode";
import { encodeArchive } from "@/archive/document";
import type { MergePlan } from "@/archive/merge";
import { demoArchive } from "@/demo/demoCellar";
import { CellarDatabase } from "@/persistence/database";
import { importPlan, previewImport, readEverything, replaceCellar } from "@/persistence/importing";
import { localDate } from "@/vocabulary/fields";
import { done } from "@/vocabulary/outcome";
import type { ArchiveWorker } from "./archive.protocol";

let held:
  { readonly db: CellarDatabase; readonly archive: DecodedArchive; readonly plan: MergePlan } | undefined;

const api: ArchiveWorker = {
  pack: async (database, head) => {
    const { records, setAside } = await readEverything(new CellarDatabase(database));
    const { buffer } = new TextEncoder().encode(encodeArchive(head, records, setAside));
    return Comlink.transfer(buffer, [buffer]);
  },
  open: async (database, bytes) => {
    held = undefined;
    const archive = decodeArchive(new TextDecoder().decode(bytes));
    if (!archive.ok) return archive;
    const db = new CellarDatabase(database);
    const plan = await previewImport(db, archive.value);
    if (!plan.ok) return plan;
    held = { db, archive: archive.value, plan: plan.value };
    return done(plan.value.summary);
  },
  accept: async (onWritten) => {
    if (!held) throw new Error("archive worker: accept before open");
    const { db, archive, plan } = held;
    return importPlan(db, plan, archive.setAside, onWritten);
  },
  demo: async (database, lastDay) => {
    const archive = decodeArchive(demoArchive(localDate.parse(lastDay)));
    if (!archive.ok) throw new Error(`archive worker: the demo was refused (${archive.problem.code})`);
    return replaceCellar(new CellarDatabase(database), archive.value);
  },
};

Comlink.expose(api);
