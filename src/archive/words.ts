import type { BadArchive } from "./decode";

const KIND_WORDS = {
  cellars: "cellar",
  rooms: "room",
  bins: "bin",
  entries: "log entry",
  settings: "setting",
  materials: "own material",
  batches: "batch",
  plans: "plan",
  timetables: "timetable",
} as const;

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
      return `The archive holds a ${KIND_WORDS[problem.kind]} that cannot be right (number ${problem.number}${problem.path ? `, ${problem.path}` : ""}: ${problem.message}).`;
    case "archive/from-the-future":
      return `A ${KIND_WORDS[problem.kind]} in this archive (number ${problem.number}) was written by a newer Brown Cellar. Update the app, then import it again.`;
    case "archive/twice":
      return `A ${KIND_WORDS[problem.kind]} stands twice in this archive under one number.`;
    case "archive/no-such-bin":
      return `Log entry number ${problem.number} belongs to a bin that is not in the archive.`;
    case "archive/row-differs":
      return `A ${KIND_WORDS[problem.kind]} of this archive is already here with different content; one of the two was altered outside the app.`;
  }
}
