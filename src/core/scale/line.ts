import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { toBase } from "../quantity/unit";

/** How a scale writes its lines, as its handbook or a look at a few of them says. */
export interface ScaleFormat {
  /** What a number without a unit means. */
  readonly unit: "kg" | "g" | "lb" | "oz";
  /** The letters a line bears when the scale calls its figure steady; empty where it never says. */
  readonly steadyMark: string;
}
export interface ScaleReading {
  readonly kg: number;
  /** As the scale wrote it, in its own unit: "12.345 kg". */
  readonly said: string;
  /** Whether the scale itself calls it steady; undefined where its format has no word for that. */
  readonly isSteady: boolean | undefined;
}
export type UnreadableLine = { readonly code: "scale/no-number" } | { readonly code: "scale/out-of-range" };

const NUMBER = /([+\-−]?)\s*(\d{1,6}(?:[.,]\d{1,4})?)\s*(kg|g|lb|lbs|oz)?(?![a-z0-9.,])/i;
const MOST_KG = 3_000;

/**
 * One line of a scale: the first number in it, with the unit it bears or else the format's, in kg. A line without a number, of a
 * scale that is empty or overloaded, is refused, and so is more than any floor scale carries. Never throws.
 */
export function readScaleLine(line: string, format: ScaleFormat): Outcome<ScaleReading, UnreadableLine> {
  const match = NUMBER.exec(line.slice(0, 200));
  if (!match) return refused({ code: "scale/no-number" });
  const unit = (match[3]?.toLowerCase().replace("lbs", "lb") ?? format.unit) as ScaleFormat["unit"];
  const sign = match[1] === "" || match[1] === "+" ? 1 : -1;
  const number = match[2]!.replace(",", ".");
  const kg = sign * toBase(Number(number), unit);
  if (Math.abs(kg) > MOST_KG) return refused({ code: "scale/out-of-range" });
  const mark = format.steadyMark.trim().toLowerCase();
  return done({
    kg,
    said: `${sign < 0 ? "-" : ""}${number} ${unit}`,
    isSteady:
      mark === ""
        ? undefined
        : line
            .toLowerCase()
            .split(/[\s,;:]+/)
            .includes(mark),
  });
}

/** Whole lines out of a stream that comes in pieces; what has no end yet is kept for the next piece. Never throws. */
export function linesOf(): (piece: string) => readonly string[] {
  let rest = "";
  return (piece) => {
    const parts = (rest + piece).split(/\r\n|\r|\n/);
    // A scale that never ends its lines must not fill the memory.
    rest = parts.pop()!.slice(-500);
    return parts.filter((line) => line.trim() !== "");
  };
}
