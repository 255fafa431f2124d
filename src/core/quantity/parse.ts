import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Dimension } from "./unit";
import { dimensionOf, toBase, unitNamed } from "./unit";

export type UnreadableQuantity =
  | { readonly code: "quantity/empty" }
  | { readonly code: "quantity/not-a-number"; readonly piece: string }
  | { readonly code: "quantity/unknown-unit"; readonly piece: string; readonly dimension: Dimension }
  | {
      readonly code: "quantity/wrong-dimension";
      readonly piece: string;
      readonly got: Dimension;
      readonly dimension: Dimension;
    }
  | {
      readonly code: "quantity/ambiguous-separator";
      readonly piece: string;
      readonly readings: readonly [string, string];
    }
  | { readonly code: "quantity/units-out-of-order"; readonly piece: string }
  | { readonly code: "quantity/negative" }
  | { readonly code: "quantity/too-large"; readonly limit: number; readonly dimension: Dimension };

/** The most a field takes; beyond lies a slip of the finger. kg, L, m, °C, pieces. */
const LIMITS: Record<Dimension, number> = {
  mass: 100_000,
  volume: 1_000_000,
  length: 100,
  temperature: 100,
  count: 10_000_000,
};

const VULGAR: Record<string, string> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅓": "1/3",
  "⅔": "2/3",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};
const PIECE =
  /^([+\-−]?)((?:\d+\s+)?\d+\/\d+|\d[\d.,'’ ]*\d|\d|[.,]\d+)\s*([a-z°#"″'′.]*(?:\s?(?:oz|ounces?)\b\.?)?)\s*/i;

/**
 * Reads an amount the way keepers write it: "1.4 kg", "1,5 kg", "1 lb 6 oz", "3/4 cup", "1 1/2 cups", "1½ gal", "68F".
 * A bare number means `defaultUnit`. Strict: what is not understood is refused, never guessed; "1,500 g" is refused
 * because the comma may be a decimal or a thousands mark. Gives kg, L, m, °C or pieces.
 */
export function parseQuantity(
  written: string,
  dimension: Dimension,
  defaultUnit: string,
): Outcome<number, UnreadableQuantity> {
  let rest = written
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/[\u00a0\u202f\u2009]/g, " ")
    .replace(/⁄/g, "/")
    .trim();
  if (rest === "") return refused({ code: "quantity/empty" });
  let total = 0;
  let smallest = Infinity;
  let isNegative = false;
  for (let pieces = 0; rest !== ""; pieces += 1) {
    const match = PIECE.exec(rest);
    if (!match || pieces === 3) return refused({ code: "quantity/not-a-number", piece: rest.slice(0, 40) });
    const [whole, sign, digits, writtenUnit] = match as unknown as [string, string, string, string];
    if (sign === "-" || sign === "−") {
      // Only a temperature may lie below nought, and only as a single figure.
      if (dimension !== "temperature" || pieces > 0) return refused({ code: "quantity/negative" });
      isNegative = true;
    }
    const value = numberIn(digits);
    if (!value.ok) return value;
    const unit =
      writtenUnit.trim() === ""
        ? pieces === 0
          ? unitNamed(defaultUnit, dimension)
          : undefined
        : unitNamed(writtenUnit, dimension);
    if (unit === undefined) return refused(unitFault(writtenUnit.trim(), whole.trim(), dimension));
    const size = dimension === "temperature" ? 1 : toBase(1, unit);
    // "6 oz 1 lb" or "2 kg 1 lb 3" is more likely a slip than a sum.
    if (size >= smallest)
      return refused({ code: "quantity/units-out-of-order", piece: written.trim().slice(0, 40) });
    smallest = size;
    total += toBase(isNegative ? -value.value : value.value, unit);
    rest = rest.slice(whole.length).replace(/^(and|\+|,)\s+/i, "");
  }
  if (Math.abs(total) > LIMITS[dimension])
    return refused({ code: "quantity/too-large", limit: LIMITS[dimension], dimension });
  return done(total);
}

function unitFault(writtenUnit: string, piece: string, dimension: Dimension): UnreadableQuantity {
  const got = dimensionOf(writtenUnit);
  return got !== undefined && got !== dimension
    ? { code: "quantity/wrong-dimension", piece: writtenUnit, got, dimension }
    : { code: "quantity/unknown-unit", piece: writtenUnit || piece, dimension };
}

function numberIn(digits: string): Outcome<number, UnreadableQuantity> {
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
    const decimal = grouped[2];
    const plain = digits.split(grouped[1]!).join("");
    return done(Number(decimal === "," ? plain.replace(",", ".") : plain));
  }
  return refused({ code: "quantity/not-a-number", piece: digits });
}
