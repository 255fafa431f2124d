import type { CellarDatabase } from "@/persistence/database";
import { startArchiveWorker } from "@/workers/archive.client";
import { todayHere } from "./clock";

/** Fills a cellar with the demo that ends today. @throws Error when it cannot be written. */
export async function openDemo(db: CellarDatabase): Promise<void> {
  const { archive, end } = startArchiveWorker();
  try {
    const written = await archive.demo(db.name, todayHere());
    if (!written.ok) throw new Error(`openDemo: ${written.problem.code}`);
  } finally {
    end();
  }
}
