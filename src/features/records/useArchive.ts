"use client";
import { sayBadArchive } from "@/archive/words";
import { sayWriteProblem } from "@/persistence/write";
import { nextInstant } from "@/session/clock";
import { newId } from "@/session/author";
import type { ClashAnswers } from "@/session/questions";
import { useAsk } from "@/session/questions";
import { sayCause } from "@/session/sayCause";
import { useSession } from "@/session/session";
import { saveFile } from "@/ui/saveFile";
import type { ArchiveDesk } from "@/workers/archive.client";
import { openArchiveDesk, progressTo } from "@/workers/archive.client";
import type { Opened as OpenedFile, WorkerNote } from "@/workers/archive.protocol";
import { useEffect, useRef, useState } from "react";

interface Opened extends OpenedFile {
  readonly fileName: string;
}
export type ImportStatus =
  | { readonly status: "idle" }
  | { readonly status: "reading" }
  | { readonly status: "refused"; readonly sentence: string; readonly fileName: string }
  | ({ readonly status: "preview" } & Opened)
  | { readonly status: "writing"; readonly written: number; readonly of: number };

/** Export and import of the whole cellar; a worker does it all. */
export function useArchive() {
  const { db, author, say, today } = useSession();
  const ask = useAsk();
  const [isPacking, setPacking] = useState(false);
  const [importing, setImporting] = useState<ImportStatus>({ status: "idle" });
  /** Holds the archive that was opened, until it is accepted or left. */
  const holder = useRef<ArchiveDesk>(undefined);
  const isWriting = useRef(false);
  const letGo = () => {
    holder.current?.end();
    holder.current = undefined;
  };
  // Who leaves the room while rows are being written has them written all the same.
  useEffect(
    () => () => {
      if (!isWriting.current) letGo();
    },
    [],
  );

  const save = async () => {
    setPacking(true);
    const { ask, end } = openArchiveDesk();
    try {
      const exportedAt = nextInstant();
      const head = { exportedAt, deviceId: author.deviceId };
      const files = await ask((archive) => archive.pack(db.name, head)).catch(async () => {
        // The keeper's way out stays open whatever becomes of workers: the page stands still while it packs.
        const { packedCellar } = await import("@/workers/packCellar");
        return packedCellar(db, head);
      });
      files.forEach((bytes, at) =>
        saveFile(
          files.length === 1
            ? `brown-cellar-${today}.json`
            : `brown-cellar-${today}-${at + 1}-of-${files.length}.json`,
          "application/json",
          bytes,
        ),
      );
      await db.device.put({ key: "archivedAt", value: exportedAt });
      say({
        tone: "said",
        text:
          files.length === 1
            ? "The archive is in your downloads. Keep a copy off this machine."
            : `The archive is in your downloads, as ${files.length} files: all of them together are the cellar. Keep copies off this machine.`,
      });
    } catch (cause) {
      say({
        tone: "problem",
        text: `The archive could not be made: ${sayCause(cause)}. Nothing was changed.`,
      });
    } finally {
      end();
      setPacking(false);
    }
  };

  const open = async (file: File) => {
    setImporting({ status: "reading" });
    letGo();
    const opening = openArchiveDesk();
    holder.current = opening;
    const fileName = file.name;
    try {
      const opened = await opening.ask((archive) => archive.open(db.name, file));
      if (opened.ok) return setImporting({ status: "preview", ...opened.value, fileName });
      setImporting({ status: "refused", sentence: sayBadArchive(opened.problem), fileName });
    } catch (cause) {
      setImporting({
        status: "refused",
        sentence: `This file could not be read: ${sayCause(cause)}. Nothing was changed.`,
        fileName,
      });
    }
    letGo();
  };

  const accept = async () => {
    if (importing.status !== "preview" || !holder.current) return;
    const { summary, parted, fileName } = importing;
    const desk = holder.current;
    const answers =
      parted.asked.length > 0 ? await ask({ of: "clash", clashing: parted.asked, from: "file" }) : {};
    if (!answers) return;
    const wrote = (written: number, of: number) => setImporting({ status: "writing", written, of });
    isWriting.current = true;
    wrote(0, 0);
    const written = await desk
      .ask((archive) => archive.accept(noted(`Brought in ${fileName}`, answers), progressTo(wrote)))
      .catch(
        (cause: unknown) =>
          ({ ok: false, problem: { code: "write/failed", message: sayCause(cause) } }) as const,
      );
    isWriting.current = false;
    if (!written.ok) {
      // Still held: it may be tried again once there is room.
      say({ tone: "problem", text: sayWriteProblem(written.problem) });
      return setImporting(importing);
    }
    letGo();
    setImporting({ status: "idle" });
    // One drawing after the other: both in one go would hold the page for longer than a few frames.
    await new Promise((go) => setTimeout(go));
    say({
      tone: "said",
      text: `Imported ${summary.freshCount.entries} log entries and ${summary.named.filter(({ kind, is }) => kind === "bins" && is === "new").length} new bins.`,
      change: { no: written.value.changeNo, offer: "undo", isLarge: true },
    });
  };
  const noted = (label: string, answers: ClashAnswers): WorkerNote => ({
    label,
    answers,
    at: nextInstant(),
    prefix: newId(),
    deviceId: author.deviceId,
  });
  /** What the file has and was struck out here stands again; the file stays open. */
  const bringBack = async () => {
    if (importing.status !== "preview" || !holder.current) return;
    const { fileName, parted } = importing;
    const label = `Brought back from ${fileName}`;
    const back = await holder.current
      .ask((archive) => archive.bringBack(noted(label, {})))
      .catch(
        (cause: unknown) =>
          ({ ok: false, problem: { code: "write/failed", message: sayCause(cause) } }) as const,
      );
    if (!back.ok) return say({ tone: "problem", text: sayWriteProblem(back.problem) });
    setImporting({ ...importing, parted: { ...parted, struckOut: [] } });
    say({ tone: "said", text: `${label}.`, change: { no: back.value.changeNo, offer: "undo" } });
  };
  const leave = () => {
    letGo();
    setImporting({ status: "idle" });
  };
  return { isPacking, save, importing, open, accept, bringBack, leave };
}
