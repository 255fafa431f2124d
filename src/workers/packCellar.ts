import { encodeInFiles } from "@/archive/document";
import type { CellarDatabase } from "@/persistence/database";
import { readEverything } from "@/persistence/importing";

/**
 * Everything in a cellar as one file, or as several where one could not be read again. A worker's work, but one that a
 * page can do itself, at the price of standing still meanwhile, where none can be had: saving must always be possible.
 */
export async function packedCellar(
  db: CellarDatabase,
  head: { readonly exportedAt: string; readonly deviceId: string },
): Promise<ArrayBuffer[]> {
  const { records, setAside } = await readEverything(db);
  return [...encodeInFiles(head, records, setAside)].map((text) => new TextEncoder().encode(text).buffer);
}
