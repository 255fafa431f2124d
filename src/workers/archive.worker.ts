import * as Comlink from "comlink";
import type { DecodedArchive } from "@/archive/decode";
import { decodeArchive } from "@/archive/decode";
import type { ArchiveRecords } from "@/archive/document";
import { encodeArchive } from "@/archive/document";
import { demoArchive } from "@/demo/demoCellar";
import { RECORD_KINDS } from "@/records/kinds";
import { done } from "@/vocabulary/outcome";
import { localDate } from "@/vocabulary/fields";
import type { ArchiveWorker } from "./archive.protocol";

let held: DecodedArchive | undefined;
let packing:
  { head: { exportedAt: string; deviceId: string }; records: Record<string, unknown[]> } | undefined;

const api: ArchiveWorker = {
  decode: (bytes) => hold(new TextDecoder().decode(bytes)),
  demo: (lastDay) => hold(demoArchive(localDate.parse(lastDay))),
  rows: (kind, from, count) => held?.records[kind].slice(from, from + count) ?? [],
  forget: () => {
    held = undefined;
  },
  begin: (head) => {
    packing = { head, records: Object.fromEntries(RECORD_KINDS.map((kind) => [kind, []])) };
  },
  add: (kind, rows) => packing?.records[kind]?.push(...rows),
  finish: (setAside) => {
    if (!packing) throw new Error("archive worker: finish before begin");
    const text = encodeArchive(packing.head, packing.records as unknown as ArchiveRecords, setAside);
    packing = undefined;
    const { buffer } = new TextEncoder().encode(text);
    return Comlink.transfer(buffer, [buffer]);
  },
};

function hold(text: string): ReturnType<ArchiveWorker["decode"]> {
  const decoded = decodeArchive(text);
  if (!decoded.ok) return decoded;
  held = decoded.value;
  const counts = Object.fromEntries(RECORD_KINDS.map((kind) => [kind, decoded.value.records[kind].length]));
  return done({
    exportedAt: held.exportedAt,
    counts: counts as Record<(typeof RECORD_KINDS)[number], number>,
    setAside: held.setAside,
  });
}

Comlink.expose(api);
