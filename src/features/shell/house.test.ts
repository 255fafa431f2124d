import { readdirSync, existsSync } from "node:fs";
import path from "node:path";
import { floorAt, HOUSE } from "./house";

const APP = path.join(process.cwd(), "src/app");
const addresses = readdirSync(APP, { withFileTypes: true })
  .filter((one) => one.isDirectory() && existsSync(path.join(APP, one.name, "page.tsx")))
  .map(({ name }) => `/${name}`);
/** Shown where there is no network, and sought by nobody. */
const NO_ROOM = ["/offline"];

test("every address of the app belongs to one floor, and every door leads to a room there is", () => {
  const homeless = ["/", ...addresses].filter((at) => !NO_ROOM.includes(at) && !floorAt(at));
  expect(homeless).toEqual([]);
  const doors = HOUSE.flatMap(({ rooms, also }) => [...rooms.map(({ at }) => at.split("#")[0]!), ...also]);
  expect(doors.filter((at) => at !== "/" && !addresses.includes(at))).toEqual([]);
  for (const at of addresses) {
    const floors = HOUSE.filter(
      ({ rooms, also }) => also.includes(at) || rooms.some((room) => room.at === at),
    );
    expect([at, floors.length <= 1]).toEqual([at, true]);
  }
});

test("a newcomer and a thumb: ten names at most, three of them at hand on a phone, no name twice", () => {
  expect(HOUSE.length).toBeLessThanOrEqual(10);
  expect(HOUSE.filter(({ isAtHand }) => isAtHand).map(({ name }) => name)).toEqual([
    "Today",
    "Bins",
    "Castings",
  ]);
  const names = HOUSE.flatMap(({ name, rooms }) => [name, ...rooms.map((room) => room.name)]);
  expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
  // Each name is read at a glance beside the others.
  for (const name of names) expect([name, name.length <= 20]).toEqual([name, true]);
});
