import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";

/* Numbers as people write and say them, read off the beginning of a text. */

export type UnreadableNumber =
  | { readonly code: "quantity/not-a-number"; readonly piece: string; readonly nearest?: string }
  | {
      readonly code: "quantity/ambiguous-separator";
      readonly piece: string;
      readonly readings: readonly [string, string];
    };

/** A number off the beginning, and how much of the text it took; undefined where none stands there. */
export interface Taken {
  readonly value: number;
  readonly length: number;
}

const ONES = "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen".split(" "); // prettier-ignore
const TENS = "twenty thirty forty fifty sixty seventy eighty ninety".split(" ");
const SMALL = new Map([
  ...ONES.map((word, at) => [word, at + 1] as const),
  ...TENS.map((word, at) => [word, 20 + 10 * at] as const),
]);
const SCALES: ReadonlyMap<string, number> = new Map([["dozen", 12], ["hundred", 100], ["thousand", 1000]]); // prettier-ignore
const PARTS: ReadonlyMap<string, number> = new Map([["half", 2], ["third", 3], ["quarter", 4], ["fourth", 4], ["fifth", 5], ["eighth", 8], ["tenth", 10]]); // prettier-ignore
const PART = `(${[...PARTS.keys()].join("|")}|halve)s?`;

const FIGURES =
  /^(?:(?:\d+\s+)?\d+\/\d+|\d{1,3}(?:[ '’]\d{3})+(?!\d)(?:[.,]\d+)?|\d[\d.,]*\d|\d|[.,]\d+)(?:e[+-]?\d+)?/i;
const SCALE = /^\s+(dozen|hundred|thousand)\b/i;
/** "half a", "a quarter of an", "1/2 a", "3 of the": what stands between a number and its measure. */
const OF_ONE = /^\s*(?:of\s+(?:an?|the|my)|an?|the|my|of)(?=\s)/i;
const PART_WORDS = new RegExp(`^(?:(an?|[a-z]+)[\\s-]+)?${PART}\\b`, "i");
const AND_A_PART = new RegExp(`^\\s*(?:and|&)\\s+(?:(?:an?\\s+)?${PART}\\b|(\\d+)\\/(\\d+))(?!\\s+(?:an?|of|the)\\b)`, "i"); // prettier-ignore

/** A number in figures or words off the beginning of a text; undefined where none stands there. Never throws. */
export function takeNumber(text: string): Outcome<Taken, UnreadableNumber> | undefined {
  const first = inFigures(text) ?? inParts(text) ?? inWords(text);
  if (!first?.ok) return first;
  const and = takeAndAPart(text.slice(first.value.length));
  const { value, length } = and && first.value.value >= 1 ? { value: first.value.value + and.value, length: first.value.length + and.length } : first.value; // prettier-ignore
  return done({ value, length: length + (OF_ONE.exec(text.slice(length))?.[0].length ?? 0) });
}

/** "and a half" behind a number or a measure: the share of one more of it, and how long it is; undefined where none stands. */
export function takeAndAPart(text: string): Taken | undefined {
  const part = AND_A_PART.exec(text);
  if (!part) return undefined;
  const share = part[1] ? partOf(part[1]) : Number(part[2]) / Number(part[3]);
  return Number.isFinite(share) ? { value: share, length: part[0].length } : undefined;
}

const partOf = (word: string): number => 1 / PARTS.get(word.toLowerCase().replace("halve", "half"))!;

/** "half", "a quarter of", "three quarters of a", "half a dozen". */
function inParts(text: string): Outcome<Taken, UnreadableNumber> | undefined {
  const part = PART_WORDS.exec(text);
  const many = part?.[1] === undefined || /^an?$/i.test(part[1]) ? 1 : SMALL.get(part[1].toLowerCase());
  if (!part || many === undefined) return undefined;
  const dozen = /^\s+(?:of\s+)?an?\s+dozen\b/i.exec(text.slice(part[0].length));
  return done({
    value: many * partOf(part[2]!) * (dozen ? 12 : 1),
    length: part[0].length + (dozen?.[0].length ?? 0),
  });
}

/** "two", "twenty-five", "two hundred and fifty", "a dozen", "a couple of", "a". "Two five" are two numbers: the first is taken. */
function inWords(text: string): Outcome<Taken, UnreadableNumber> | undefined {
  const couple = /^(?:a\s+)?couple\b/i.exec(text);
  if (couple) return done({ value: 2, length: couple[0].length });
  let [whole, group, length] = [0, 0, 0];
  let isScaled = false;
  for (const match of text.matchAll(/([\s-]*)([a-z]+)/gi)) {
    const word = match[2]!.toLowerCase();
    if (match.index !== length) break;
    const [small, scale] = [SMALL.get(word), SCALES.get(word)];
    if (word === "and" && isScaled) {
      const next = /^[\s-]*and[\s-]+([a-z]+)/i.exec(text.slice(length))?.[1]?.toLowerCase();
      if (next === undefined || !SMALL.has(next)) break;
      length += match[0].length;
      continue;
    }
    if (small !== undefined && (group % 100 === 0 || (small < 10 && group % 100 >= 20 && group % 10 === 0))) {
      if (length > 0 && group === 0 && !isScaled) break;
      group += small;
    } else if (scale === 1000 && length > 0) {
      whole += Math.max(1, group) * 1000;
      group = 0;
    } else if (scale !== undefined && length > 0) group = Math.max(1, group) * scale;
    else if (/^an?$/.test(word) && length === 0) group = 0;
    else break;
    isScaled ||= scale !== undefined;
    length += match[0].length;
  }
  if (length === 0) return undefined;
  return done({ value: whole + group === 0 ? 1 : whole + group, length });
}

function inFigures(text: string): Outcome<Taken, UnreadableNumber> | undefined {
  const match = FIGURES.exec(text);
  if (!match) return undefined;
  const read = figure(match[0]);
  if (!read.ok) return read;
  const scale = SCALE.exec(text.slice(match[0].length));
  return done({
    value: read.value * (scale ? SCALES.get(scale[1]!.toLowerCase())! : 1),
    length: match[0].length + (scale?.[0].length ?? 0),
  });
}

function figure(digits: string): Outcome<number, UnreadableNumber> {
  const fraction = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(digits);
  if (fraction) {
    const [, whole, top, bottom] = fraction;
    if (Number(bottom) === 0) return refused({ code: "quantity/not-a-number", piece: digits });
    return done(Number(whole ?? 0) + Number(top) / Number(bottom));
  }
  const oneMark = /^(\d{1,3})([.,])(\d{3})$/.exec(digits);
  // 1.500 reads as a decimal nearly everywhere a keeper weighs; 1,500 is a coin toss, so we ask. 0,500 can only be a decimal.
  if (oneMark?.[2] === "," && oneMark[1] !== "0") {
    return refused({
      code: "quantity/ambiguous-separator",
      piece: digits,
      readings: [`${oneMark[1]}${oneMark[3]}`, `${oneMark[1]}.${oneMark[3]}`],
    });
  }
  if (/^\d+$/.test(digits)) return done(Number(digits));
  if (/^\d*[.,]\d+$/.test(digits)) return done(Number(digits.replace(",", ".")));
  // Grouped thousands with another decimal mark: 1,234.5 or 1.234,5 or 1 234,5 or 1'234.5
  const grouped = /^\d{1,3}(?:([ ,.'’])\d{3})(?:\1\d{3})*(?:([.,])\d+)?$/.exec(digits);
  if (
    grouped &&
    grouped[1] !== grouped[2] &&
    (grouped[2] !== undefined || /[ '’]/.test(grouped[1]!) || digits.split(grouped[1]!).length > 2)
  ) {
    const plain = digits.split(grouped[1]!).join("");
    return done(Number(grouped[2] === "," ? plain.replace(",", ".") : plain));
  }
  // "0.5.2": a mark too many; the first one is the likelier.
  const twice = /^(\d+[.,]\d+)[.,](\d+)$/.exec(digits);
  return refused({
    code: "quantity/not-a-number",
    piece: digits,
    ...(twice ? { nearest: `${twice[1]!.replace(",", ".")}${twice[2]}` } : {}),
  });
}
