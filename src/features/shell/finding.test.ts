import { newTub, setupOf } from "../../../tests/log";
import { replay } from "@/core/bin/replay";
import { codeOf } from "@/core/bin/code";
import { pantryOf } from "@/core/catalogue/pantry";
import type { BinToday } from "@/core/round/round";
import type { System } from "@/vocabulary/setup";
import { HOUSE } from "./house";
import { likeliest, readThings, sought, thingsIn } from "./finding";

const bin = (id: string, name: string, system: System) =>
  ({ bin: { id, name }, state: replay(newTub(0.5, setupOf(system))) }) as unknown as BinToday;
const ROOM = { id: "room-1", climate: { rainMmPerDay: 2 } } as never;
const things = (chosen = "b1", extra: readonly BinToday[] = []) =>
  thingsIn({
    bins: [bin("b1", "Willow", "bath"), bin("b2", "Juniper", "trayStack"), ...extra],
    batches: [{ id: "batch-1", name: "Autumn heap" }],
    lots: [{ id: "lot-1", name: "Willow, May" }],
    tubs: [{ id: "tub-1", name: "Row C", role: "tub" }],
    rooms: [ROOM],
    pantry: pantryOf([]),
    chosen,
  });
const OF_STACK = readThings(things("b2"));
const OF_BATH = readThings(things("b1"));
const first = (asked: string, most = 3) => sought(OF_STACK, asked, most).map(({ key }) => key);

/* Written before the table: what keepers call what they look for, in either English, and where they mean to get. */
const WORDS: Readonly<Record<string, string>> = {
  "/": "round today due tasks slate",
  "/sheet": "paper",
  "/bins": "bins rack walking",
  "/setup": "setup new inherited",
  "/trouble": "trouble wrong sick stinks smell odor smelly emergency dying diagnose",
  "/rescue": "mud soggy swamp waterlogged rescue sludge",
  "/labels": "labels sticker qr",
  "/lots": "castings humus vermicompost sieve sell sold extract dry cure bag",
  "/lamp": "lamp timer cone",
  "/nursery": "nursery breed breeding cocoons eggs hatch raise stagger tubs",
  "/nursery#orders": "orders promised promise reserve customer gift",
  "/stock": "delivered delivery bought parcel arrived",
  "/store": "store pile heap supplies batches",
  "/mix": "mix recipe blend nitrogen ratio",
  "/weather": "weather frost heat wave summer winter freezing forecast hot cold rain",
  "/away": "away holiday vacation holidays trip travel absence sitter helper busy",
  "/plan": "plan household size beginner build",
  "/start": "timetable schedule weeks",
  "/reckon": "reckoning yield money statistics balance cost income target",
  "/reckon#back": "history diary search season",
  "/logger": "logger sensor csv thermometer",
  "/guide": "guide book learn help",
  "/records": "backup export import restore archive save calendar laptop",
  "/settings": "settings units pounds fahrenheit metric bucket pail theme dark",
  undo: "undo oops revert mistake",
  keys: "keys shortcuts keyboard",
  many: "bulk several",
  scale: "scale tare usb",
  "slip/fed": "feed meal scraps garbage",
  "slip/watered": "water moisten spray",
  "slip/bedded": "bedding card shredded coir",
  "slip/measured": "measure temperature squeeze probe",
  "slip/turned": "loosen fluff aerate",
  "slip/harvested": "harvest collect",
  "slip/noted": "note write remark",
  "deed/rotate": "swap restack reorder",
  "deed/addPart": "tray tote storey",
  "deed/drain": "drain leachate runoff spigot",
  "deed/cover": "lid blanket newspaper",
  "deed/give": "lime eggshell grit shell",
  "deed/weigh": "weigh heavy",
  "deed/retire": "retire",
  "deed/tip": "merge combine",
  "deed/takeOut": "skim",
  found: "returned",
};
const ASKED = Object.entries(WORDS).flatMap(([key, words]) => words.split(" ").map((word) => [word, key] as const)); // prettier-ignore

test("what keepers call it is found by it: over a hundred and fifty words, each within the first three", () => {
  expect(ASKED.length).toBeGreaterThan(150);
  const missed = ASKED.filter(([word, key]) => !first(word).includes(key)).map(
    ([word, key]) => `${word}: ${key}, not ${first(word).join(" ")}`,
  );
  expect(missed).toEqual([]);
});

const ERRANDS: readonly (readonly [string, string])[] = [
  ["going on holiday", "/away"], ["back from vacation", "/away"], ["it stinks", "/trouble"], ["smells of ammonia", "/trouble"],
  ["how much to feed", "slip/fed"], ["someone else fed it", "helped"], ["feed Juniper", "slip/fed"], ["water Juniper", "slip/watered"],
  ["add a tray", "deed/addPart"], ["swap the trays", "deed/rotate"], ["drain the liquid", "deed/drain"], ["empty the sump", "deed/drain"],
  ["add bedding", "slip/bedded"], ["add card", "slip/bedded"], ["crushed eggshell", "deed/give"], ["add lime", "deed/give"],
  ["write a note", "slip/noted"], ["take the temperature", "slip/measured"], ["weigh the bin", "deed/weigh"], ["visit Willow", "visit/b1"],
  ["Willow", "b1"], ["juniper", "b2"], ["Row C", "tub-1"], ["autumn heap", "batch-1"], ["willow may", "lot-1"],
  ["new bin", "/setup"], ["set up another bin", "/setup"], ["a bin that runs already", "/setup"], ["plan a bin", "/plan"], ["how many bins", "/plan"],
  ["mix bedding", "/mix"], ["carbon nitrogen", "/mix"], ["the store", "/store"], ["dry castings", "/lots"], ["sell castings", "/lots"], ["fill bags", "/lots"],
  ["lamp round", "/lamp"], ["print labels", "/labels"], ["print the round", "/sheet"], ["worms ordered", "/nursery#orders"], ["worms delivered", "/stock"],
  ["buy worms", "/stock"], ["breeding tubs", "/nursery"], ["sieve tubs", "/nursery"], ["heat wave", "/weather"], ["frost tonight", "/weather"],
  ["first weeks", "/start"], ["what came of it", "/reckon"], ["castings per kg", "/reckon"], ["last year", "/reckon#back"], ["import csv", "/logger"],
  ["save a backup", "/records"], ["export calendar", "/records"], ["take back", "undo"], ["made a mistake", "undo"], ["change units", "/settings"],
  ["dark theme", "/settings"], ["keyboard shortcuts", "keys"], ["feed all bins", "many"], ["connect a scale", "scale"], ["too wet", "/rescue"],
  ["what does it look like now", "found"], ["today’s round", "/"], ["all bins", "/bins"], ["rescue from mud", "/rescue"],
]; // prettier-ignore

test("sixty errands, said as one would say them, are met within the first three", () => {
  expect(ERRANDS.length).toBeGreaterThanOrEqual(60);
  expect(ERRANDS.filter(([asked, key]) => !first(asked).includes(key)).map(([asked]) => `${asked}: ${first(asked).join(" ")}`)).toEqual([]); // prettier-ignore
  // What only some kinds of bin know is found at those.
  expect(sought(OF_BATH, "add a tray", 3).map(({ key }) => key)).not.toContain("deed/addPart");
});

test("never by the middle of a word, and whatever is typed", () => {
  const keys = (asked: string) => sought(OF_STACK, asked, 40).map(({ key }) => key);
  expect(keys("undo")[0]).toBe("undo");
  expect(keys("ater")).toEqual([]);
  for (const odd of [
    "",
    "   ",
    "🪱",
    "🪱🪱 feed",
    "червь",
    "堆肥",
    "\u202E",
    "(((",
    "x".repeat(10_000),
    "to the of",
  ])
    expect(keys(odd).length).toBeLessThanOrEqual(40);
  expect(keys("🪱🪱 feed")).toContain("slip/fed");
  // Of two names the whole one comes first, and a bin may be called like a room.
  const alike = readThings(things("b1", [bin("b3", "Weather", "tub"), bin("b4", "Willow", "tub")]));
  const found = (asked: string) => sought(alike, asked, 6).map(({ key }) => key);
  expect(found("weather")).toEqual(expect.arrayContaining(["b3", "/weather"]));
  expect(found("willow").slice(0, 2).toSorted()).toEqual(["b1", "b4"]);
  expect(keys(codeOf("b2"))).toEqual(["b2"]);
});

test("before a letter is typed: the bin that is due, feeding, what is wrong, then every room once", () => {
  const shown = likeliest(things(), "b2").map(({ key }) => key);
  expect(shown.slice(0, 3)).toEqual(["visit/b2", "slip/fed", "/trouble"]);
  const rooms = HOUSE.flatMap((floor) => floor.rooms.map(({ at }) => at));
  expect(shown.slice(2).toSorted()).toEqual(rooms.toSorted());
  expect(new Set(rooms).size).toBe(rooms.length);
});
