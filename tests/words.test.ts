import { sentencesOf } from "../scripts/words.mjs";

/* Every sentence of the app, as `npm run words` lists them: short, plain, one name for one thing, in both systems of units. */

const SAID = sentencesOf(process.cwd());
/** Read at a bin, with a lid in the hand. */
const AT_THE_BIN = /^src\/(features\/(visit|round|trouble|slip)|core\/(decision|round|rescue))\//;
const told = (found: readonly { where: string; text: string }[]) =>
  found.map(({ where, text }) => `${where}: ${text}`);

test("no sentence is longer than thirty words, and where one must act few are longer than twenty", () => {
  expect(SAID.length).toBeGreaterThan(1500);
  expect(told(SAID.filter(({ words }) => words > 30))).toEqual([]);
  const long = SAID.filter(({ where, words }) => AT_THE_BIN.test(where) && words > 20);
  // A ceiling that only falls.
  expect([told(long), long.length <= LONG_AT_THE_BIN]).toEqual([told(long), true]);
});
const LONG_AT_THE_BIN = 12;

test("every sentence reads easily", () => {
  // Titles of sources are not ours.
  const hard = SAID.filter(({ where, words, ease }) => words > 8 && ease < 40 && !where.includes("core/guide/words"));
  expect(told(hard)).toEqual([]);
}); // prettier-ignore

/** Another name for what has one already, or what only the inventor of a thing calls so. */
const OTHER_NAMES = [
  /\bvermi\w+/i, /\bworm castings\b/i, /\bwormery\b/i, /\bfluff\b/i, /\baerate\b/i, /\bworm tea\b/i, /\bcompost tea\b/i,
  /\bday’s list\b/i, /\btask list\b/i, /\bdelete\b/i, /\bclick\b/i, /\bloading\b/i, /\berror\b/i, /\bsuccessfully\b/i,
  /\bIndexedDB\b/, /\bdatabase\b/i, /\bplease\b.*\bplease\b/i, /\b1 bins\b/, /\ball 1 \b/,
]; // prettier-ignore
test("one name for one thing, and none that only developers use", () => {
  const other = SAID.filter(({ where, text }) => /^src\/(features|ui|session)/.test(where) && OTHER_NAMES.some((name) => name.test(text)));
  expect(told(other)).toEqual([]);
}); // prettier-ignore

/** A figure with a metric unit that stands in the source as it is: it has to go through what turns it into the keeper's own. */
const METRIC = /\d\s?(mm|cm|kg|g|L|mL|m²|m2|°C)(?![\w²])/;
const US = /\b(lb|oz|qt|gal|sq ft|°F)(?![\w])/;
/** Sums for developers, tables that are turned when they are shown, and examples. */
const TURNED = [/^src\/core\/(calculators|catalogue)\//, /^src\/core\/(decision|rescue)\/words\.ts/, /HarvestRoom\.tsx/, /plan\/answers\.tsx/, /guide\/ownTyped\.ts/, /DeliveryForm\.tsx/]; // prettier-ignore
test("no sentence names metric units alone to a keeper who measures in others", () => {
  const bare = SAID.filter(
    ({ where, text }) => METRIC.test(text) && !US.test(text) && !TURNED.some((file) => file.test(where)),
  );
  expect(told(bare)).toEqual([]);
});
