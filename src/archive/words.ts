import { RECORDS } from "@/records/kinds";
import type { BadArchive } from "./decode";
import type { LogChange, NamedChange } from "./merge";

/** What is wrong with a file, in one sentence, and that nothing was changed. */
export function sayBadArchive(problem: BadArchive): string {
  return `${sentence(problem)} Nothing was changed.`;
}

function sentence(problem: BadArchive): string {
  switch (problem.code) {
    case "archive/empty":
      return "This file is empty.";
    case "archive/too-large":
      return `This file is too large to read here (about ${problem.megabytes} MB).`;
    case "archive/not-json":
      return "This file is cut short or is not an archive: it does not read as JSON.";
    case "archive/foreign":
      return "This is not an archive of Brown Cellar.";
    case "archive/newer":
      return `This archive comes from a newer Brown Cellar (format ${problem.formatVersion}). Update the app, then import it again.`;
    case "archive/damaged":
      return "This archive is damaged or was altered: its checksum does not fit its content.";
    case "archive/bad-record":
      return `The archive holds a ${RECORDS[problem.kind].called} that cannot be right (number ${problem.number}: ${problem.fault}).`;
    case "archive/twice":
      return `A ${RECORDS[problem.kind].called} stands twice in this archive under one number.`;
    case "archive/no-such-subject":
      return `Log entry number ${problem.number} belongs to a ${problem.of} that is not in the archive.`;
    case "archive/row-differs":
      return `A ${RECORDS[problem.kind].called} of this archive is already here with different content; one of the two was altered outside the app.`;
  }
}

const NAMED_AS = {
  bins: ["bin", "bins"],
  rooms: ["room", "rooms"],
  batches: ["batch", "batches"],
  lots: ["lot of castings", "lots of castings"],
  tubs: ["breeding tub", "breeding tubs"],
  orders: ["order for worms", "orders for worms"],
} as const;
const BECOMES = { new: "new", altered: "changed", removed: "taken away", back: "back again" } as const;

/** What becomes of bins, rooms, batches, lots, tubs and orders by bringing a file in, before it is done: each by name, like ones together. */
export function sayNamedChanges(changes: readonly NamedChange[]): string[] {
  const said = changes.flatMap(({ kind, is, name, before }) =>
    is === "renamed" ? [`renamed: ${NAMED_AS[kind][0]} ${before ?? ""} becomes ${name}`] : [],
  );
  for (const kind of ["bins", "rooms", "batches", "lots", "tubs", "orders"] as const)
    for (const is of ["new", "altered", "removed", "back"] as const) {
      const names = changes.flatMap((one) => (one.kind === kind && one.is === is ? [one.name] : []));
      if (names.length > 0)
        said.push(`${BECOMES[is]}: ${NAMED_AS[kind][names.length === 1 ? 0 : 1]} ${names.join(", ")}`);
    }
  return said;
}

/** What comes to one log. */
export function sayLogChange({ name, added, corrected, struckOut }: LogChange): string {
  const parts = [
    added > 0 && `${added} new`,
    corrected > 0 && `${corrected} corrected`,
    struckOut > 0 && `${struckOut} struck out`,
  ].filter((part) => part !== false);
  return `log of ${name}: ${parts.join(", ")}`;
}
