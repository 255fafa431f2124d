import "fake-indexeddb/auto";
import Dexie from "dexie";
import { CellarDatabase, DEMO_CELLARS, OWN_CELLAR } from "@/persistence/database";
import {
  readDemoCellar,
  readOpenCellar,
  rememberDemoCellar,
  rememberOpenCellar,
} from "@/persistence/preference";
import { cellarToOpen } from "./opening";

/* Which cellar opens: what was open last here, else the keeper's own, else what the server was started for. */

const asked: string[] = [];
/** A server that says so, or that does not answer. */
const server = (open: unknown) => {
  globalThis.fetch = ((address: string) => {
    asked.push(address);
    return open instanceof Error ? Promise.reject(open) : Promise.resolve(Response.json({ open }));
  }) as typeof fetch;
};

beforeEach(async () => {
  asked.length = 0;
  await Dexie.delete(OWN_CELLAR);
  const device = new Dexie("brown-cellar-device");
  device.version(1).stores({ preferences: "key" });
  await device.table("preferences").clear();
  device.close();
});

test("a browser that has nothing yet opens what the server was started for, and asks it once", async () => {
  server("demo");
  expect(await cellarToOpen()).toBe("demo");
  expect(asked).toEqual(["/api/opening"]);
  await rememberOpenCellar("demo");
  server("own");
  expect(await cellarToOpen()).toBe("demo");
  expect(asked).toEqual(["/api/opening"]);
});

test.each([
  ["a server that does not answer", new Error("no network")],
  ["a server that says something else", "palace"],
  ["a server that says nothing", undefined],
])("with %s the keeper's own opens", async (_, said) => {
  server(said);
  expect(await cellarToOpen()).toBe("own");
});

test("a keeper who has a cellar of their own never lands in the demo by a server's word", async () => {
  server("demo");
  const own = new CellarDatabase(OWN_CELLAR);
  await own.open();
  own.close();
  expect(await cellarToOpen()).toBe("own");
  expect(asked).toEqual([]);
  // Who chose the demo is in the demo, and back again.
  await rememberOpenCellar("demo");
  expect(await cellarToOpen()).toBe("demo");
  await rememberOpenCellar("own");
  expect(await cellarToOpen()).toBe("own");
});

test("a preference that is not ours counts for nothing", async () => {
  await rememberOpenCellar("somewhere" as "own");
  expect(await readOpenCellar()).toBeUndefined();
  await rememberDemoCellar("brown-cellar");
  // The keeper's own cellar can never be taken for the demo.
  expect(await readDemoCellar()).toBe(DEMO_CELLARS[0]);
  await rememberDemoCellar(DEMO_CELLARS[1]);
  expect(await readDemoCellar()).toBe(DEMO_CELLARS[1]);
});
