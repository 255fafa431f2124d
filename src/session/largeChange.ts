import type { CellarDatabase } from "@/persistence/database";
import type { OnWritten, Reversed, WriteProblem } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";
import { progressTo, startArchiveWorker } from "@/workers/archive.client";
import { newId } from "./author";
import { nextInstant } from "./clock";

/** Takes an import back, or puts it back, in a worker: it may be a hundred thousand rows. */
export async function reviseLarge(
  db: CellarDatabase,
  changeNo: number,
  say: "undo" | "redo",
  onWritten: OnWritten,
): Promise<Outcome<Reversed | undefined, WriteProblem>> {
  const { archive, end } = startArchiveWorker();
  try {
    return await archive.revise(
      db.name,
      changeNo,
      say,
      { prefix: newId(), at: nextInstant() },
      progressTo(onWritten),
    );
  } catch (cause) {
    return { ok: false, problem: { code: "write/failed", message: String(cause) } };
  } finally {
    end();
  }
}
