import type { CellarDatabase } from "@/persistence/database";

export type Persistence = "granted" | "refused" | "unknown";

/** Asks the browser, once there is something to lose, not to clear this cellar by itself. The answer is kept to be shown. */
export async function askForPersistence(db: CellarDatabase): Promise<Persistence> {
  const storage = (navigator as { storage?: StorageManager }).storage;
  // Absent on a page that was not opened over a secure address.
  if (!storage?.persist) return "unknown";
  const held = (await storage.persisted()) || (await storage.persist());
  const value: Persistence = held ? "granted" : "refused";
  await db.device.put({ key: "persistence", value }).catch(() => undefined);
  return value;
}
