import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../tests/inCellar";
import { look, meal, newTub, setupOf, START } from "../../tests/log";
import { addDays, shortDay, spokenDay } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import { BinRoom } from "@/features/bin/BinRoom";
import { FriendRoom } from "@/features/bin/FriendRoom";
import { BinsRoom } from "@/features/bins/BinsRoom";
import { SheetRoom } from "@/features/paper/SheetRoom";
import { Slate } from "@/features/round/Slate";
import { VisitRoom } from "@/features/visit/VisitRoom";
import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { SYSTEMS } from "@/vocabulary/setup";
import { waitFor } from "@testing-library/react";
import type { ReactNode } from "react";

jest.mock("@/ui/chart/Chart", () => ({ Chart: () => null }));

/* One bin, one day, one answer: every screen that speaks of a bin is read, and what two of them say is the same. */

const NAMES = [
  "Alder",
  "Birch",
  "Cedar",
  "Dogwood",
  "Elder",
  "Fir",
  "Gorse",
  "Hazel",
  "Ivy",
  "Juniper",
  "Larch",
  "Maple",
];
/** A bin of each kind, and of three a second: stocked, fed and looked at by chance, and left alone for a while. */
const logOf = (nth: number): Entry[] => {
  const chance = seeded(`one answer ${nth}`);
  const every = 4 + Math.floor(chance() * 7);
  const days = Array.from({ length: 6 + Math.floor(chance() * 4) }, (_, at) => 4 + every * at);
  return [
    ...newTub(0.2 + chance(), setupOf(SYSTEMS[nth % SYSTEMS.length]!)),
    ...days.flatMap((day) => [
      look([{ of: "smell", smell: chance() < 0.1 ? "sour" : "earthy" }], day, {
        nextDay: addDays(START, day + every),
      }),
      meal(0.1 + 0.3 * chance(), 1, day),
    ]),
  ];
};
const IS_LONG = process.env.LONG_SEEDS !== undefined;
const BINS = NAMES.map((name, nth) => ({ id: `bin-${nth}`, name, nth })).filter(
  ({ nth }) => IS_LONG || nth % 5 === 1,
);
const DAYS = IS_LONG ? [24, 41, 58, 70, 95] : [58];
const ROWS = [
  roomRow,
  settingsRow("metric"),
  ...BINS.flatMap(({ id, name, nth }) => binRows(id, name, logOf(nth))),
];

/** What a screen says, as one line of text, and its list items. */
async function read(room: ReactNode, address: string, today: LocalDate, until?: RegExp) {
  await inCellar(room, { rows: ROWS, today, address });
  await waitFor(() =>
    expect(
      until ? until.test(document.body.textContent ?? "") : document.querySelector("[data-usable=true]"),
    ).toBeTruthy(),
  );
  await waitFor(() => expect(document.body.textContent).not.toMatch(/waiting:/));
  const plain = (node: Element | null) => (node?.textContent ?? "").replaceAll(/\s+/g, " ").trim();
  const screen = {
    text: plain(document.body),
    items: [...document.querySelectorAll("li")].map(plain),
    links: [...document.querySelectorAll("a")].map(
      (link) => [link.getAttribute("href"), plain(link)] as const,
    ),
    rows: [...document.querySelectorAll("tr")].map((row) => ({
      text: plain(row),
      items: [...row.querySelectorAll("li")].map(plain),
    })),
  };
  await leaveCellar();
  return screen;
}
afterEach(leaveCellar);

test.each(DAYS)("day %i: what is to be done, how much, when, how moist and how many are the same wherever they are said", async (on) => {
  const today = addDays(START, on);
  const slate = await read(<Slate />, "/", today, /on paper/);
  const sheet = await read(<SheetRoom />, "/sheet", today);
  const list = await read(<BinsRoom />, "/bins", today);
  const forms = Array.from({ length: 700 }, (_, at) => addDays(today, at - 300))
    .flatMap((day) => [spokenDay(day, today), shortDay(day)].map((form) => ({ form, day })))
    .toSorted((one, other) => other.form.length - one.form.length);
  let compared = 0;
  for (const { id, name } of BINS) {
    const bin = await read(<BinRoom />, `/bin?id=${id}`, today);
    const visit = await read(<VisitRoom />, `/visit?id=${id}`, today);
    const friend = await read(<FriendRoom />, `/friend?id=${id}`, today);
    const same = (what: string, said: readonly (string | undefined)[]) => {
      const found = said.filter((one) => one !== undefined);
      compared += found.length;
      expect([name, what, [...new Set(found)]]).toEqual([name, what, found.slice(0, 1)]);
    };
    const card = list.text.slice(list.text.indexOf(name));
    const range = /[\d–]+ %/;
    same("moist", [
      card.match(/moist([\d–]+ %)/)?.[1],
      visit.text.match(/([\d–]+ %) moist, [\d–]+ °C/)?.[1],
      friend.items.find((one) => one.includes(" moist, "))?.match(/^([\d–]+ %)/)?.[1],
    ]);
    expect(card).toMatch(range);
    same("worms", [card.match(/wormsabout ([\d.]+ k?g)/)?.[1], friend.text.match(/about ([\d.]+ k?g) of worms/)?.[1]]);

    // The day it is due, in whatever form.
    const dayIn = (text: string | undefined) =>
      text === undefined ? undefined : forms.find(({ form }) => text.startsWith(form))?.day;
    same("day", [
      dayIn(card.match(/back(.*)/)?.[1]),
      dayIn(bin.text.match(/(?:Due since|Nothing to do today\. Back) (\w.*)/)?.[1]?.replace(/^today/, spokenDay(today, today))),
      dayIn(friend.text.match(/Next visit: (?:due since )?(.*)/)?.[1]),
      dayIn(sheet.text.match(new RegExp(`${name} \\((.*)`))?.[1]),
    ]);

    // What is to be done.
    const onSlate = slate.links.find(([href, text]) => href === `/visit?id=${id}` && text.startsWith(name))?.[1];
    const row = sheet.rows.find(({ text }) => text.startsWith(name));
    expect([name, row !== undefined]).toEqual([name, onSlate !== undefined]);
    if (!row || onSlate === undefined) continue;
    for (const step of row.items.filter((one) => one !== "")) {
      const said = step.replaceAll(" ", "");
      const isIn = ({ items, text }: typeof visit) => [...items, text].some((one) => one.replaceAll(" ", "").includes(said));
      expect([name, step, isIn(friend)]).toEqual([name, step, true]);
      // What one only looks at has no line at the visit.
      if (!/^Close it again|^Leave it in peace/.test(step)) expect([name, step, isIn(visit)]).toEqual([name, step, true]);
      compared += 2;
    }
    const fed = onSlate.match(/^\w+ feed ?([\d.]+ k?g)/)?.[1];
    if (fed) same("meal", [fed, row.items.find((one) => one.startsWith(fed)) ? fed : row.items.join(" | ")]);
    // And its own page says it in the same words.
    expect(bin.text).toMatch(/Today: |Act now/);
    if (fed) same("meal on its page", [fed, bin.text.match(/Today: feed ([\d.]+ k?g)/)?.[1] ?? "none"]);
  }
  expect(compared).toBeGreaterThan(BINS.length * 4);
}); // prettier-ignore
