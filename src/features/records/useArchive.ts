"use client";
import type { ArchiveRecords } from "@/archive/document";
import type { MergePlan } from "@/archive/merge";
import { sayBadArchive } from "@/archive/words";
import { importPlan, previewImport, readEverything } from "@/persistence/importing";
import { sayWriteProblem } from "@/persistence/write";
import { RECORD_KINDS } from "@/records/kinds";
import { fetchRows } from "@/session/archiveRows";
import { nextInstant } from "@/session/clock";
import { useSession } from "@/session/session";
import { startArchiveWorker } from "@/workers/archive.client";
import type { SetAside } from "@/archive/document";
import { saveFile } from "@/ui/saveFile";
import { useState } from "react";

export type ImportStatus =
  | { readonly status: "idle" }
  | { readonly status: "reading" }
  | { readonly status: "refused"; readonly sentence: string; readonly fileName: string }
  | {
      readonly status: "preview";
      readonly plan: MergePlan;
      readonly setAside: readonly SetAside[];
      readonly fileName: string;
    }
  | { readonly status: "writing" };

/** Export and import of the whole cellar; the heavy part runs in a worker. */
export function useArchive() {
  const { db, author, say, today } = useSession();
  const [isPacking, setPacking] = useState(false);
  const [importing, setImporting] = useState<ImportStatus>({ status: "idle" });

  const save = async () => {
    setPacking(true);
    const { archive, end } = startArchiveWorker();
    try {
      const exportedAt = nextInstant();
      const { records, setAside } = await readEverything(db);
      await archive.begin({ exportedAt, deviceId: author.deviceId });
      for (const kind of RECORD_KINDS) {
        for (let from = 0; from < records[kind].length; from += 2_000)
          await archive.add(kind, records[kind].slice(from, from + 2_000));
      }
      const bytes = await archive.finish(setAside);
      saveFile(`brown-cellar-${today}.json`, "application/json", bytes);
      await db.device.put({ key: "archivedAt", value: exportedAt });
      say({ tone: "said", text: "The archive is in your downloads. Keep a copy off this machine." });
    } catch (cause) {
      say({
        tone: "problem",
        text: `The archive could not be made: ${cause instanceof Error ? cause.message : String(cause)}. Nothing was changed.`,
      });
    } finally {
      end();
      setPacking(false);
    }
  };

  const open = async (file: File) => {
    setImporting({ status: "reading" });
    const { archive, end } = startArchiveWorker();
    try {
      const bytes = await file.arrayBuffer();
      const head = await archive.decode(bytes);
      if (!head.ok)
        return setImporting({
          status: "refused",
          sentence: sayBadArchive(head.problem),
          fileName: file.name,
        });
      const records: Record<string, unknown[]> = {};
      for (const kind of RECORD_KINDS)
        records[kind] = await fetchRows(archive, kind, head.value.counts[kind]);
      const plan = await previewImport(db, {
        exportedAt: head.value.exportedAt,
        records: records as unknown as ArchiveRecords,
        setAside: head.value.setAside,
      });
      setImporting(
        plan.ok
          ? { status: "preview", plan: plan.value, setAside: head.value.setAside, fileName: file.name }
          : { status: "refused", sentence: sayBadArchive(plan.problem), fileName: file.name },
      );
    } catch (cause) {
      setImporting({
        status: "refused",
        sentence: `This file could not be read (${cause instanceof Error ? cause.message : String(cause)}). Nothing was changed.`,
        fileName: file.name,
      });
    } finally {
      end();
    }
  };

  const accept = async () => {
    if (importing.status !== "preview") return;
    const { plan, setAside } = importing;
    setImporting({ status: "writing" });
    const written = await importPlan(db, plan, setAside);
    if (!written.ok) say({ tone: "problem", text: sayWriteProblem(written.problem) });
    else
      say({
        tone: "said",
        text: `Imported ${plan.summary.freshCount.entries} log entries and ${plan.summary.newBins.length} new bins.`,
      });
    setImporting(written.ok ? { status: "idle" } : importing);
  };
  return { isPacking, save, importing, open, accept, leave: () => setImporting({ status: "idle" }) };
}
