import type { Table } from "dexie";
import Dexie from "dexie";
import { DEMO_CELLARS, OWN_CELLAR } from "./database";

/**
 * What this browser has open at this address. Kept apart from the cellars, so that neither the keeper's nor the demo's
 * file carries it.
 */
export type OpenCellar = "own" | "demo";

interface Preference {
  readonly key: "open" | "demo";
  readonly value: string;
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
const read = async (key: Preference["key"]) => (await open().preferences.get(key))?.value;

export async function readOpenCellar(): Promise<OpenCellar | undefined> {
  const value = await read("open");
  return value === "own" || value === "demo" ? value : undefined;
}
/** Whether the keeper has ever opened a cellar of their own here. */
export const hasOwnCellar = (): Promise<boolean> => Dexie.exists(OWN_CELLAR);
export const rememberOpenCellar = async (value: OpenCellar): Promise<void> => {
  await open().preferences.put({ key: "open", value });
};

/** The demo lives in one of two stores: started afresh in the other, the one before can be gone back to. */
export async function readDemoCellar(): Promise<string> {
  const value = await read("demo");
  return DEMO_CELLARS.find((name) => name === value) ?? DEMO_CELLARS[0];
}
export const rememberDemoCellar = async (value: string): Promise<void> => {
  await open().preferences.put({ key: "demo", value });
};
