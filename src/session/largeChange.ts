import type { CellarDatabase } from "@/persistence/database";
import type { OnWritten, Reversed, WriteProblem } from "@/persistence/write";
import type { Outcome } from "@/vocabulary/outcome";
import { openArchiveDesk, progressTo } from "@/workers/archive.client";
import { newId } from "./author";
import { nextInstant } from "./clock";

/** Takes an import back, or puts it back, in a worker: it may be a hundred thousand rows. */
export async function reviseLarge(
  db: CellarDatabase,
  changeNo: number,
  say: "undo" | "redo",
  onWritten: OnWritten,
): Promise<Outcome<Reversed | undefined, WriteProblem>> {
  const { ask, end } = openArchiveDesk();
  try {
    const stamp = { prefix: newId(), at: nextInstant() };
    return await ask((archive) => archive.revise(db.name, changeNo, say, stamp, progressTo(onWritten)));
  } catch (cause) {
    return { ok: false, problem: { code: "write/failed", message: String(cause) } };
  } finally {
    end();
  }
}
