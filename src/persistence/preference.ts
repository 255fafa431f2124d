import type { Table } from "dexie";
import Dexie from "dexie";

/** Which cellar this device has open. Kept apart from both, so that neither the keeper's nor the demo's file carries it. */
export type OpenCellar = "own" | "demo";

interface Preference {
  readonly key: "open";
  readonly value: OpenCellar;
}
class PreferenceDatabase extends Dexie {
  declare readonly preferences: Table<Preference, string>;
  constructor() {
    super("brown-cellar-device");
    this.version(1).stores({ preferences: "key" });
  }
}
let database: PreferenceDatabase | undefined;
const open = (): PreferenceDatabase => (database ??= new PreferenceDatabase());

export const readOpenCellar = async (): Promise<OpenCellar | undefined> =>
  (await open().preferences.get("open"))?.value;
export const rememberOpenCellar = async (value: OpenCellar): Promise<void> => {
  await open().preferences.put({ key: "open", value });
};
