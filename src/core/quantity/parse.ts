import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Container } from "./containers";
import type { UnitSystem } from "./format";
import { heldBy, isUnmeasured, ownNamed, regional } from "./measures";
import type { UnreadableNumber } from "./numbers";
import { takeAndAPart, takeNumber } from "./numbers";
import type { Dimension } from "./unit";
import { dimensionOf, toBase, unitNamed } from "./unit";

/*
 * The one reader of amounts. A text is a sum of terms; a term is a number, perhaps times another, and a measure: a unit, a
 * container of the keeper's own, a handful, a bag of a said size. What is not understood is refused, never guessed, with
 * the nearest reading where there is one.
 */

export type UnreadableQuantity =
  | UnreadableNumber
  | { readonly code: "quantity/empty" }
  | {
      readonly code: "quantity/unknown-unit";
      readonly piece: string;
      readonly dimension: Dimension;
      readonly nearest?: string;
    }
  | {
      readonly code: "quantity/wrong-dimension";
      readonly piece: string;
      readonly got: Dimension;
      readonly dimension: Dimension;
    }
  /** A bucket, a bag: of what size? */
  | { readonly code: "quantity/unmeasured"; readonly piece: string }
  | { readonly code: "quantity/vague"; readonly piece: string; readonly nearest?: string }
  | { readonly code: "quantity/range"; readonly piece: string; readonly nearest: string }
  /** Weights and volumes in one sum: nobody knows what a litre of it weighs. */
  | { readonly code: "quantity/mixed"; readonly piece: string }
  | { readonly code: "quantity/units-out-of-order"; readonly piece: string }
  | { readonly code: "quantity/negative"; readonly nearest?: string }
  | { readonly code: "quantity/too-large"; readonly limit: number; readonly dimension: Dimension };

/** What the keeper measures with. */
export interface Measures {
  readonly units: UnitSystem;
  readonly containers: readonly Container[];
}
/** What a field asks for. */
export interface Asks {
  /** The first is what it is for; the others do as well. */
  readonly takes: readonly Dimension[];
  /** What a bare number means; without it one is refused. */
  readonly bare?: string;
  /** Ground, m²: a depth of something that lies on it is a volume. */
  readonly areaM2?: number | undefined;
}
/** kg, L, m, °C or pieces; how many vessels were named; whether it was only about so much, or counted in pieces. */
export interface Quantity {
  readonly dimension: Dimension;
  readonly value: number;
  readonly vessels: number;
  readonly isGuess: boolean;
}

/** The most a field takes; beyond lies a slip of the finger. kg, L, m, °C, pieces. */
const LIMITS: Record<Dimension, number> = {
  mass: 100_000,
  volume: 1_000_000,
  length: 100,
  temperature: 100,
  count: 10_000_000,
};
const MOST_TERMS = 12;
/** Without a container of one's own. */
export const unitsAlone = (units: UnitSystem): Measures => ({ units, containers: [] });

const VULGAR: Record<string, string> = {
  "½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
}; // prettier-ignore
const ABOUT =
  /^(?:(?:about|approximately|approx\.?|around|roughly|circa|ca\.?|~|≈|maybe|perhaps|nearly|almost|some(?=\s+\d)|(?:just|a (?:little|bit)|slightly) (?:under|over|above|below|(?:more|less) than)|more or less|(?:up to|at least) (?=\d))\s*)+/i;
const VAGUE =
  /^(?:an? )?(?:bit|little|lot|lots|some|plenty|not much|splash|dash|enough|few|several|many|loads|much|tad|touch|odd)\b(?:\s+of\b)?\s*(.*)$/i;
/** Said of a measure, and changing nothing that could be told. */
const ADJECTIVE =
  /^(?:full|good|heaped|heaping|level|rounded|generous|scant|large|big|small|loose|whole)\s+(?=\S)/i;
const TIMES = /^\s*(?:[×*]|x(?=[\s\d])|times\b)\s*(?=\S)/i;
const PLUS = /^\s*(?:[+;\n&]|,(?=\s)|(?:plus|and|with another)\b)\s*/i;
const LESS = /^(?:\s*(?:less|minus|without)\b|\s+[-−–](?=\s))\s*/i;
const RANGE = /^(between\s+)?(.+?)(\s*[–-]\s*|\s+(?:to|or|and)\s+)(.+)$/i;
const FINER: Readonly<Record<string, string>> = { kg: "g", lb: "oz", L: "mL", m: "cm", ft: "in" };

type Problem = { readonly ok: false; readonly problem: UnreadableQuantity };
/** How much one of it is, and how long its name; `temperature` has no size of its own, only a unit. */
interface Measure {
  readonly dimension: Dimension;
  readonly size: number;
  readonly unit?: string;
  readonly length: number;
  readonly isPiece?: boolean;
}
interface Term {
  readonly value: number;
  readonly measure?: Measure;
  readonly sign: 1 | -1;
  readonly isBeside: boolean;
  readonly times: number;
}

/**
 * Reads an amount the way keepers write and say it: "1.4 kg", "1,5 kg", "1 lb 6 oz", "3/4 cup", "two and a half pails",
 * "half a 5-gallon bucket", "3 × 12 kg + 20 lb", "about a handful", "40 s" with a measured sprayer, "5 cm" over a ground.
 * Strict: what is not understood is refused, never guessed; "1,500 g" is refused because the comma may be a decimal or a
 * thousands mark. Gives kg, L, m, °C or pieces. Never throws.
 */
export function readQuantity(
  written: string,
  asks: Asks,
  measures: Measures,
): Outcome<Quantity, UnreadableQuantity> {
  const text = written
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]} `)
    .replace(/[\u00a0\u202f\u2009]/g, " ")
    .replace(/⁄/g, "/")
    .replace(/(\d) \/ (\d)/g, "$1/$2")
    .trim();
  if (text === "") return refused({ code: "quantity/empty" });
  const about = ABOUT.exec(text)?.[0] ?? "";
  const said = text.slice(about.length).replace(/^\+\s*/, "");
  const fault = neverAnAmount(said);
  if (fault) return refused(fault);
  const terms = termsOf(said, asks, measures);
  if (!terms.ok) return terms;
  const sum = summed(terms.value, asks, text);
  return sum.ok ? done({ ...sum.value, isGuess: sum.value.isGuess || about !== "" }) : sum;
}

/** The same where one dimension alone is asked for: kg, L, m, °C or pieces. Cups and pails need to know whose. */
export function parseQuantity<D extends Dimension>(
  written: string,
  dimension: D,
  bare: string,
  ...[measures]: D extends "volume" ? [measures: Measures] : [measures?: Measures]
): Outcome<number, UnreadableQuantity> {
  const read = readQuantity(written, { takes: [dimension], bare }, measures ?? unitsAlone("us"));
  return read.ok ? done(read.value.value) : read;
}

/** Said, but no amount: "a bit", "3 or 4". */
function neverAnAmount(said: string): UnreadableQuantity | undefined {
  const vague = VAGUE.exec(said);
  if (vague) {
    const of = vague[1]!.trim();
    return { code: "quantity/vague", piece: said.slice(0, 40), ...(/^(?:a )?few|several/i.test(said) && of !== "" ? { nearest: `3 ${of}` } : {}) }; // prettier-ignore
  }
  const range = RANGE.exec(said);
  if (!range) return undefined;
  const [, between, low, dash, high] = range as unknown as [string, string?, string?, string?, string?];
  const [from, to] = [takeNumber(low!), takeNumber(high!)];
  if (!from?.ok || !to?.ok || from.value.length !== low!.length) return undefined;
  // "3 and 4" is a sum, "5-gallon" a size, "500 - 20 g" a difference.
  if (/and/i.test(dash!) && between === undefined) return undefined;
  if (to.value.value <= from.value.value) return undefined;
  const rest = high!.slice(to.value.length);
  return { code: "quantity/range", piece: said.slice(0, 40), nearest: `${(from.value.value + to.value.value) / 2}${rest}` }; // prettier-ignore
}

function termsOf(said: string, asks: Asks, measures: Measures): { ok: true; value: Term[] } | Problem {
  const terms: Term[] = [];
  let rest = said;
  let sign: 1 | -1 = 1;
  let isBeside = false;
  const minus = /^(?:[-−]|minus\b)\s*/i.exec(rest);
  if (minus) {
    // Only a temperature may lie below nought.
    if (asks.takes[0] !== "temperature") return refused({ code: "quantity/negative", nearest: rest.slice(minus[0].length) }); // prettier-ignore
    sign = -1;
    rest = rest.slice(minus[0].length);
  }
  while (rest !== "") {
    if (terms.length === MOST_TERMS) return refused({ code: "quantity/not-a-number", piece: rest.slice(0, 40) }); // prettier-ignore
    const term = takeTerm(rest, asks, measures);
    if (!term.ok) return term;
    terms.push({ ...term.value, sign, isBeside });
    rest = rest.slice(term.value.length);
    if (terms.at(-1)!.measure) rest = rest.slice(tailOf(rest, asks, measures));
    const plus = PLUS.exec(rest);
    const less = LESS.exec(rest);
    rest = rest.slice((less ?? plus)?.[0].length ?? 0).trimStart();
    isBeside = !less && !plus;
    // "less 2 lb 4 oz" takes off the ounces too.
    if (!isBeside) sign = less ? -1 : 1;
    if (rest === "" && less) return refused({ code: "quantity/not-a-number", piece: said.slice(-40) });
  }
  return done(terms);
}

/** What a measure was of, or how it lay ("of coffee grounds", "deep", "or so"): up to the next number. It changes nothing. */
function tailOf(rest: string, asks: Asks, measures: Measures): number {
  let length = 0;
  for (;;) {
    const here = rest.slice(length);
    if (/^\s*[.!)]+\s*$/.test(here)) return rest.length;
    const joint = LESS.exec(here) ?? PLUS.exec(here);
    const after = here.slice(joint?.[0].length ?? 0).trimStart();
    if (after === "") return length;
    const next = takeTerm(after, asks, measures);
    // "a week" is no amount, "six oz" is one; "and peel" belongs to the grounds before it.
    if (next.ok && (next.value.measure || /^[\d.,]/.test(after))) return length;
    const word = /^[\s-]*(?:(?:and|with)\s+)?(?:of\s+)?[a-z][a-z'’.-]*/i.exec(here);
    if (!word || (!next.ok && /^[\d.,]/.test(after))) return length;
    length += word[0].length;
  }
}

function takeTerm(
  rest: string,
  asks: Asks,
  measures: Measures,
): { ok: true; value: Omit<Term, "sign" | "isBeside"> & { length: number } } | Problem {
  const first = takeNumber(rest);
  if (first && !first.ok) {
    const { problem } = first;
    if (problem.code !== "quantity/not-a-number" || problem.nearest === undefined) return first;
    return refused({ ...problem, nearest: `${problem.nearest}${rest.slice(problem.piece.length)}` });
  }
  if (!first) {
    const named = takeMeasure(rest, asks, measures);
    return refused({ code: "quantity/not-a-number", piece: rest.slice(0, 40), ...(named.ok ? { nearest: `1 ${rest}` } : {}) }); // prettier-ignore
  }
  let { value: number, length } = first.value;
  let times = 1;
  const by = TIMES.exec(rest.slice(length));
  if (by) {
    const second = takeNumber(rest.slice(length + by[0].length));
    if (second && !second.ok) return second;
    if (second) {
      times = number;
      number = second.value.value;
      length += by[0].length + second.value.length;
    }
  }
  const after = rest.slice(length);
  const sized = takeSized(after, asks, measures);
  if (sized) return done({ value: number, measure: sized, times: times * number, length: length + sized.length }); // prettier-ignore
  if (/^\s*$/.test(after) || PLUS.test(after) || LESS.test(after) || TIMES.test(after))
    return done({ value: times * number, times, length });
  const measure = takeMeasure(after, asks, measures);
  if (!measure.ok) return measure;
  length += measure.value.length;
  const part = takeAndAPart(rest.slice(length));
  const vessel = VESSEL_AFTER.exec(rest.slice(length));
  if (part) {
    number += part.value;
    length += part.length;
  } else if (vessel && isUnmeasured(vessel[1]!)) length += vessel[0].length;
  return done({ value: times * number, measure: measure.value, times, length });
}
/** "5-gallon pail", "40 L bag": the vessel after its size. */
const VESSEL_AFTER = /^[\s-]+((?:watering\s+|bin\s+|carrier\s+)?[a-z]+)\b/i;
const EACH = /^\s*(?:(?:of|at|à|@|with|holding)\s+|[,(:]\s*)/i;

/** "5-gallon pails" after "two", or "bags of 2 kg" after "3": a vessel that says how much it holds. */
function takeSized(text: string, asks: Asks, measures: Measures): Measure | undefined {
  const start = /^[\s-]+/.exec(text)?.[0].length;
  if (start === undefined) return undefined;
  const here = text.slice(start);
  const size = takeNumber(here);
  if (size?.ok) {
    const measure = takeMeasure(here.slice(size.value.length), asks, measures);
    if (!measure.ok) return undefined;
    const upTo = size.value.length + measure.value.length;
    const vessel = VESSEL_AFTER.exec(here.slice(upTo));
    if (!vessel || !isUnmeasured(vessel[1]!)) return undefined;
    return { ...measure.value, size: size.value.value * measure.value.size, length: start + upTo + vessel[0].length }; // prettier-ignore
  }
  const vessel = /^((?:watering\s+|bin\s+|carrier\s+)?[a-z]+)\b/i.exec(here);
  if (!vessel || !isUnmeasured(vessel[1]!)) return undefined;
  const of = EACH.exec(here.slice(vessel[0].length)) ?? (/\beach\b/i.test(here) ? /^\s+/.exec(here.slice(vessel[0].length)) : null); // prettier-ignore
  if (!of) return undefined;
  const at = vessel[0].length + of[0].length;
  const held = takeNumber(here.slice(at));
  if (!held?.ok) return undefined;
  const measure = takeMeasure(here.slice(at + held.value.length), asks, measures);
  if (!measure.ok) return undefined;
  const upTo = at + held.value.length + measure.value.length;
  const end = /^\s*(each|apiece)?\s*\)?/i.exec(here.slice(upTo))!;
  // "12 jars, 3 cups" is a sum; "3 bags, 2 kg each" is not.
  if (/^\s*,/.test(of[0]) && end[1] === undefined) return undefined;
  return {
    ...measure.value,
    size: held.value.value * measure.value.size,
    length: start + upTo + end[0].length,
  };
}

/** The longest name of a measure that the text begins with. */
function takeMeasure(text: string, asks: Asks, measures: Measures): { ok: true; value: Measure } | Problem {
  const lead = /^[\s-]*(?:of\s+(?:the\s+|my\s+)?)?/i.exec(text)![0].length;
  const named = text.slice(lead);
  const words = namesIn(named);
  for (const name of words) {
    const found = measureNamed(name, asks, measures);
    if (found) return done({ ...found, length: lead + name.length });
  }
  const adjective = ADJECTIVE.exec(named);
  if (adjective) {
    const plainly = takeMeasure(named.slice(adjective[0].length), asks, measures);
    if (plainly.ok) return done({ ...plainly.value, length: lead + adjective[0].length + plainly.value.length }); // prettier-ignore
  }
  const dimension = asks.takes[0]!;
  const unmeasured = words.find(isUnmeasured);
  if (unmeasured !== undefined) return refused({ code: "quantity/unmeasured", piece: unmeasured });
  for (const name of words) {
    const got = dimensionOf(name) ?? heldBy(name, measures.units)?.dimension ?? ownNamed(name, measures.containers)?.volumeL; // prettier-ignore
    if (got !== undefined)
      return refused({ code: "quantity/wrong-dimension", piece: name, got: typeof got === "number" ? "volume" : got, dimension }); // prettier-ignore
  }
  return refused({ code: "quantity/unknown-unit", piece: (words.at(-1) ?? text.trim()).slice(0, 40), dimension }); // prettier-ignore
}

/** The first one to five words of a text, longest first; signs for feet, inches, pounds and degrees are words. */
function namesIn(text: string): string[] {
  const sign = /^(?:°\s?[cf]?|[#"″'′])/i.exec(text);
  if (sign) return [sign[0]];
  const words = /^[^\s+,;()×*]+(?:[ ]+[^\s+,;()×*]+){0,4}/.exec(text)?.[0];
  if (words === undefined) return [];
  const ends = [...words.matchAll(/\s+|$/g)].map(({ index }) => words.slice(0, index));
  // "5-gallon" written on: "2 5-gallon-pails" is read word by word.
  const first = /^[a-zµ]+\.?/i.exec(words)?.[0];
  return [...new Set([...ends.reverse(), ...(first === undefined ? [] : [first])])].filter(
    (one) => one !== "",
  );
}

function measureNamed(
  name: string,
  asks: Asks,
  { units, containers }: Measures,
): Omit<Measure, "length"> | undefined {
  const takes = (dimension: Dimension) => asks.takes.includes(dimension);
  const own = ownNamed(name, containers);
  if (own?.pieceKg !== undefined && takes("mass")) return { dimension: "mass", size: own.pieceKg, isPiece: true }; // prettier-ignore
  if (own?.volumeL !== undefined && takes("volume")) return { dimension: "volume", size: own.volumeL };
  const sprayer = containers.find(({ litresPerMin }) => litresPerMin !== undefined && litresPerMin > 0);
  if (sprayer && takes("volume")) {
    if (/^(?:s|secs?|seconds?)$/i.test(name))
      return { dimension: "volume", size: sprayer.litresPerMin! / 60 };
    if (/^(?:mins?|minutes?)$/i.test(name)) return { dimension: "volume", size: sprayer.litresPerMin! };
  }
  const degrees = /^(?:degrees?|deg\.?|°)\s?(c|f|celsius|fahrenheit)?$/i.exec(name);
  if (degrees && takes("temperature")) return { dimension: "temperature", size: 1, unit: degrees[1] ? degrees[1][0]!.toUpperCase() : asks.bare! }; // prettier-ignore
  const place = /^(us|american|imperial|uk|british)\s+(.+)$/i.exec(name);
  const region = place ? (/^(?:us|am)/i.test(place[1]!) ? "us" : "imperial") : units === "us" ? "us" : "imperial"; // prettier-ignore
  const called = place?.[2] ?? name;
  // A depth over a ground is a volume of what lies there.
  const dimensions: readonly Dimension[] = asks.areaM2 === undefined ? asks.takes : [...asks.takes, "length"];
  for (const dimension of dimensions) {
    const held = heldBy(called, region === "us" ? "us" : "metric");
    const unit = unitNamed(called, dimension);
    const size = held?.dimension === dimension ? held.is : unit === undefined ? undefined : dimension === "temperature" ? 1 : (regional(unit, region) ?? toBase(1, unit)); // prettier-ignore
    if (size === undefined) continue;
    if (dimension === "length" && !takes("length")) return { dimension: "volume", size: size * asks.areaM2! * 1000 }; // prettier-ignore
    return { dimension, size, ...(unit === undefined ? {} : { unit }) };
  }
  return undefined;
}

/** The terms as one figure; bare numbers go by the measure beside them, or by what the field means by one. */
function summed(terms: readonly Term[], asks: Asks, text: string): Outcome<Quantity, UnreadableQuantity> {
  const dimension = asks.takes[0]!;
  const bareUnit = asks.bare === undefined ? undefined : (asks.takes.map((one) => [one, unitNamed(asks.bare!, one)] as const).find(([, unit]) => unit !== undefined)); // prettier-ignore
  const bare: Omit<Measure, "length"> | undefined = bareUnit && { dimension: bareUnit[0], unit: bareUnit[1]!, size: bareUnit[0] === "temperature" ? 1 : toBase(1, bareUnit[1]!) }; // prettier-ignore
  let total = 0;
  let vessels = 0;
  let of: Dimension | undefined;
  let smallest = Infinity;
  for (const [at, term] of terms.entries()) {
    const before = terms.slice(0, at).findLast(({ measure }) => measure)?.measure;
    const finer = term.isBeside && before?.unit !== undefined ? FINER[before.unit] : undefined;
    let measure: Omit<Measure, "length"> | undefined =
      term.measure ?? before ?? terms.slice(at).find((one) => one.measure)?.measure ?? bare;
    if (term.measure === undefined && term.isBeside && at > 0) {
      // "1 m 20" is how one says it; "1 kg 200" may be anything.
      const isTape = finer !== undefined && before!.dimension === "length";
      measure = isTape ? { dimension: "length", size: toBase(1, finer), unit: finer } : undefined;
      if (!measure) return refused({ code: "quantity/unknown-unit", piece: String(term.value), dimension, ...(finer ? { nearest: `${text} ${finer}` } : {}) }); // prettier-ignore
    }
    if (!measure) return refused({ code: "quantity/unknown-unit", piece: text.slice(0, 40), dimension });
    // "6 oz 1 lb" side by side is more likely a slip than a sum.
    if (term.isBeside && measure.size >= smallest) return refused({ code: "quantity/units-out-of-order", piece: text.slice(0, 40) }); // prettier-ignore
    smallest = measure.size;
    if (of !== undefined && of !== measure.dimension) return refused({ code: "quantity/mixed", piece: text.slice(0, 40) }); // prettier-ignore
    of = measure.dimension;
    total += of === "temperature" ? toBase(term.sign * term.value, measure.unit ?? "C") : term.sign * asUnits(term.value, measure); // prettier-ignore
    vessels += term.sign > 0 ? term.times : 0;
  }
  if (of !== "temperature") total = Number(total.toPrecision(12));
  if (of !== "temperature" && total < 0) return refused({ code: "quantity/negative" });
  if (Math.abs(total) > LIMITS[of!]) return refused({ code: "quantity/too-large", limit: LIMITS[of!], dimension: of! }); // prettier-ignore
  return done({
    dimension: of!,
    value: total,
    vessels,
    isGuess: terms.some(({ measure }) => measure?.isPiece),
  });
}

/** In its own unit first, so that a kitchen scale's 640 g is 0.64 kg and no hair more. */
const asUnits = (value: number, { unit, size }: Omit<Measure, "length">): number =>
  unit !== undefined && Math.abs(toBase(1, unit) - size) < 1e-15 ? toBase(value, unit) : value * size;
