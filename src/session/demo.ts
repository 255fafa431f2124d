import type { CellarDatabase } from "@/persistence/database";
import { openArchiveDesk } from "@/workers/archive.client";
import { todayHere } from "./clock";

/** Fills a cellar with the demo that ends today. @throws Error when it cannot be written. */
export async function openDemo(db: CellarDatabase): Promise<void> {
  const { ask, end } = openArchiveDesk();
  try {
    const written = await ask((archive) => archive.demo(db.name, todayHere()));
    if (!written.ok) throw new Error(`openDemo: ${written.problem.code}`);
  } finally {
    end();
  }
}
