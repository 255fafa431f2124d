import type { Route } from "next";
import { codeOf, readCode } from "@/core/bin/code";
import type { Pantry } from "@/core/catalogue/pantry";
import type { DeedKind } from "@/core/deed/deed";
import { deedsFor } from "@/core/deed/deed";
import { sayDeed } from "@/core/deed/words";
import { SOMEONE } from "@/core/log/beside";
import { isUnderSky } from "@/core/expectation/climate";
import { guidePages, SECTIONS } from "@/core/guide/pages";
import type { BinToday } from "@/core/round/round";
import type { Room as RoomWithBins } from "@/records/room";
import type { Errand, SlipKind } from "@/session/errand";
import { HOUSE } from "./house";

/** Where a thing found leads: a room, a dialog over the one that is open, or back by one change. */
export type Leads = { readonly to: Route } | { readonly ask: Errand } | { readonly undo: true };

export interface Thing {
  readonly key: string;
  readonly label: string;
  /** Where it lives, so that one learns the way. */
  readonly hint: string;
  /** Other words one may look for it by. */
  readonly words: string;
  readonly leads: Leads;
  readonly binId?: string;
}

const SLIPS = [
  ["fed", "Feed", "meal scraps food fed peel kitchen waste eat"],
  ["watered", "Water", "moisten spray wet damp sprinkle dry thirsty"],
  ["bedded", "Add bedding to", "card cardboard paper shredded leaf mould coir straw carbon browns cover bed"],
  [
    "measured",
    "Measure",
    "take temperature moisture thermometer probe count handful squeeze ph weigh reading",
  ],
  ["turned", "Loosen", "fluff turn aerate stir mix fork"],
  ["harvested", "Harvest", "castings collect empty worm compost take out ripe"],
  ["noted", "Note about", "write diary remark comment journal photo"],
] as const satisfies readonly (readonly [SlipKind, string, string])[];

/** What keepers have other words for. */
const DEED_WORDS: Partial<Record<DeedKind, string>> = {
  moveAlong: "wedge front push down",
  rotate: "swap trays restack reorder",
  addPart: "new tray tote storey level stack another",
  takeOut: "remove skim pull worms eat out",
  putIn: "return overs top up",
  emptyRefill: "clean out restart start over dump",
  tip: "merge combine join",
  cover: "lid blanket cloth newspaper mat close open",
  drain: "tap empty leachate liquid juice tea spigot sump tray under",
  give: "lime shell eggshell crushed grit minerals rock dust calcium acid ph",
  weigh: "scale heavy kilograms pounds",
  retire: "retire stop end delete remove close down archive",
  rain: "rain rained wet storm soaked flood water got in",
  loosen: "fluff turn aerate stir fork dig",
  water: "moisten spray sprinkle dry",
};

/** What is read, and nothing done by it. */
const GUIDE = "Guide › ";

export interface Cellar {
  readonly bins: readonly BinToday[];
  readonly batches: readonly { readonly id: string; readonly name: string }[];
  readonly lots: readonly { readonly id: string; readonly name: string }[];
  readonly tubs: readonly { readonly id: string; readonly name: string; readonly role: string }[];
  readonly rooms: readonly Pick<RoomWithBins, "id" | "climate">[];
  readonly pantry: Pantry;
  /** The bin in hand. */
  readonly chosen: string | undefined;
}

/** All that can be found or done: bins, what is done to the one in hand, rooms, what stands in store, pages of the Guide. Never throws. */
export function thingsIn({ bins, batches, lots, tubs, rooms, pantry, chosen }: Cellar): readonly Thing[] {
  const inHand = bins.find(({ bin }) => bin.id === chosen) ?? bins[0];
  const to = (route: string) => ({ to: route as Route });
  return [
    ...bins.flatMap(({ bin }): Thing[] => [
      { key: bin.id, label: bin.name, hint: bin.group ?? "Bins", words: codeOf(bin.id), leads: to(`/bin?id=${bin.id}`), binId: bin.id },
      { key: `visit/${bin.id}`, label: `Visit ${bin.name}`, hint: "lift the lid", words: "look check open inspect", leads: to(`/visit?id=${bin.id}`), binId: bin.id },
    ]),
    ...(inHand ? doneTo(inHand, rooms) : []),
    ...HOUSE.flatMap(({ name, rooms: onFloor }) =>
      onFloor.map((room): Thing => ({ key: room.at, label: room.label, hint: onFloor.length > 1 && !room.label.startsWith(room.name) ? `${name} › ${room.name}` : name, words: `${name} ${room.name} ${room.words}`, leads: { to: room.at } })),
    ),
    { key: "undo", label: "Undo: take back the last thing kept", hint: "also under Records", words: "undo mistake wrong revert oops correct", leads: { undo: true } },
    { key: "many", label: "Several bins at once", hint: "Bins", words: "bulk group batch many all feed water", leads: { ask: { of: "many", binIds: [] } } },
    { key: "scale", label: "A scale: connect or read it", hint: "device", words: "weigh balance serial usb bluetooth tare bench", leads: { ask: { of: "scale" } } },
    { key: "keys", label: "The keys that do things", hint: "also ?", words: "keyboard shortcuts help hotkeys", leads: { ask: { of: "keys" } } },
    ...batches.map((one): Thing => ({ key: one.id, label: one.name, hint: "Store", words: codeOf(one.id), leads: to("/store") })),
    ...lots.map((one): Thing => ({ key: one.id, label: one.name, hint: "Castings", words: codeOf(one.id), leads: to(`/lots?id=${one.id}`) })),
    ...tubs.map((one): Thing => ({ key: one.id, label: one.name, hint: one.role === "tub" ? "Nursery: breeding tub" : "Nursery: tray", words: codeOf(one.id), leads: to("/nursery") })),
    ...guidePages(pantry).map((page): Thing => ({ key: page.key, label: page.title, hint: `${GUIDE}${SECTIONS[page.section]}`, words: page.also, leads: to(`/guide?page=${page.key}`) })),
  ]; // prettier-ignore
}

function doneTo({ bin, state }: BinToday, rooms: Cellar["rooms"]): Thing[] {
  const { id, name } = bin;
  const asked = (key: string, label: string, words: string, ask: Errand): Thing => ({ key, label, hint: `${name}, on its page`, words, leads: { ask }, binId: id }); // prettier-ignore
  return [
    ...SLIPS.map(([slip, label, words]) => asked(`slip/${slip}`, `${label} ${name}`, words, { of: "slip", slip, binId: id })), // prettier-ignore
    ...deedsFor(state, isUnderSky(rooms, state.setup?.roomId)).map((deed) => asked(`deed/${deed}`, `${sayDeed(deed, state.setup).title}: ${name}`, DEED_WORDS[deed] ?? "", { of: "deed", deed, binId: id })), // prettier-ignore
    asked("helped", `Someone else fed ${name}`, "someone else helper sitter neighbour partner child fed for me by", { of: "slip", slip: "fed", binId: id, helper: SOMEONE }), // prettier-ignore
    asked("found", `What does ${name} look like now?`, "found again inherited taken over bought restart forecast anew long away returned", { of: "found", binId: id }), // prettier-ignore
  ];
}

/** Spelt or called otherwise, by one English or the other. */
const ALIKE: Readonly<Record<string, string>> = {
  mold: "mould",
  moldy: "mould",
  mouldy: "mould",
  odor: "smell",
  odour: "smell",
  smelly: "smell",
  stink: "smell",
  stinky: "smell",
  reek: "smell",
  gray: "grey",
  fall: "autumn",
  poo: "castings",
  poop: "castings",
  frass: "castings",
  humus: "castings",
  gnats: "flies",
  babies: "cocoons",
  eggs: "cocoons",
  egg: "eggshell",
  fridge: "frost",
  trash: "scraps",
  garbage: "scraps",
  rubbish: "scraps",
  liquor: "leachate",
  runoff: "leachate",
  gift: "gifts",
  reminders: "calendar",
  price: "money",
};
/** Said beside what one means. */
const FILLING: ReadonlySet<string> = new Set(
  "a an the my our is are it its to of in on at for and or i we how do does did what when where with have has need want much made make some that this there them they be can from go s t".split(
    " ",
  ),
);
const MOST_LETTERS = 80;
const MOST_PARTS = 8;

const plain = (text: string): string =>
  text
    .normalize("NFD")
    .replaceAll(/\p{Diacritic}/gu, "")
    .toLowerCase();
const tokens = (text: string): string[] =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
/** Without what number and tense add. */
const stem = (token: string): string =>
  token.length > 4
    ? token.replace(/ies$/u, "y").replace(/(?:ing|ed|es|s|e)$/u, "")
    : token.replace(/(?<=..)s$/u, "");

interface Read {
  readonly thing: Thing;
  readonly name: readonly string[];
  readonly words: readonly string[];
}
/** Made once for a list of things: a letter typed must not read them all again. */
export const readThings = (things: readonly Thing[]): readonly Read[] =>
  things.map((thing) => ({
    thing,
    name: tokens(thing.label),
    words: tokens(`${thing.words} ${thing.hint}`),
  }));

/** How well a word asked for is met: whole words before beginnings, names before words for them, doors before pages; 0 not at all. */
function met(asked: string, { thing, name, words }: Read): number {
  const root = stem(asked);
  const isPage = thing.hint.startsWith(GUIDE);
  const isWhole = (token: string) => token === asked || stem(token) === root;
  const begins = (token: string) => asked.length > 1 && token.startsWith(asked);
  if (name.some(isWhole)) return isPage ? 4 : 8;
  if (words.some(isWhole)) return isPage ? 2 : 5;
  if (name.some(begins)) return isPage || asked.length < 3 ? 3 : 6;
  return words.some(begins) ? (isPage ? 1 : 2) : 0;
}

/**
 * What was asked for, the best first: a label's code finds its own; else what meets every word, else what meets most of them.
 * Any text will do. Never throws.
 */
export function sought(things: readonly Read[], text: string, most: number): readonly Thing[] {
  const code = readCode(text);
  const coded = code === undefined ? [] : things.filter(({ thing }) => thing.words === code);
  if (coded.length > 0) return coded.map(({ thing }) => thing);
  const said = tokens(text.slice(0, MOST_LETTERS)).slice(0, MOST_PARTS);
  const meant = said.filter((token) => !FILLING.has(token));
  const parts = (meant.length > 0 ? meant : said).map((token) => ALIKE[token] ?? token);
  if (parts.length === 0) return [];
  const scored = things.flatMap((one) => {
    const scores = parts.map((part) => met(part, one));
    const found = scores.filter((score) => score > 0).length;
    return found === 0 ? [] : [{ ...one, found, score: scores.reduce((sum, score) => sum + score, 0) }];
  });
  const best = Math.max(0, ...scored.map(({ found }) => found));
  const whole = plain(text.trim());
  return scored
    .filter(({ found }) => found === best)
    .toSorted(
      (one, other) =>
        Number(plain(other.thing.label) === whole) - Number(plain(one.thing.label) === whole) ||
        other.score - one.score ||
        one.name.length - other.name.length,
    )
    .slice(0, most)
    .map(({ thing }) => thing);
}

/** Before a letter is typed: what this moment is likely about, then the whole house. */
export function likeliest(things: readonly Thing[], dueBinId: string | undefined): readonly Thing[] {
  const first = [dueBinId && `visit/${dueBinId}`, "slip/fed", "/trouble"];
  const three = first.flatMap((key) => things.find((thing) => thing.key === key) ?? []);
  const rooms = things.filter((thing) => "to" in thing.leads && thing.key.startsWith("/"));
  return [...three, ...rooms.filter((room) => !three.includes(room))];
}
