import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { HerdAmount } from "@/records/entry";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";

type Unread = { readonly code: "herd/unreadable"; readonly sentence: string };

/** A weight, and a sample that was counted: `120 g, 50 weigh 21 g`. */
const SAMPLE = /^(.+?)\s*,\s*(\d+)\s*(?:weigh|in|are)\s+(.+)$/i;

/** Worms as they are told: a bare whole number is heads, anything with a unit a weight, young and grown together by a sample. Never throws. */
export function readHerd(typed: string): Outcome<HerdAmount, Unread> {
  const text = typed.trim();
  if (text === "") return refused({ code: "herd/unreadable", sentence: "How many, or how heavy?" });
  if (/^\d[\d\s.,']*$/.test(text)) {
    const count = Number(text.replace(/[\s,']/g, ""));
    return Number.isInteger(count) && count <= 1_000_000
      ? done({ count, measuredBy: "guessed", typed: text })
      : refused({
          code: "herd/unreadable",
          sentence: "A whole number of worms, or a weight like 110 g or 4 oz.",
        });
  }
  const sample = SAMPLE.exec(text);
  if (sample) {
    const [all, few] = [sample[1]!, sample[3]!].map((part) => parseQuantity(part, "mass", "none"));
    const count = Number(sample[2]);
    if (all!.ok && few!.ok && few!.value > 0 && count > 0 && few!.value <= all!.value)
      return done({
        count: Math.round((count * all!.value) / few!.value),
        measuredBy: "weighed",
        typed: text.slice(0, 80),
      });
    return refused({
      code: "herd/unreadable",
      sentence: "All of them, and how many of a sample weigh what: like 120 g, 50 weigh 21 g (or in oz).",
    });
  }
  const mass = parseQuantity(text, "mass", "none");
  return mass.ok
    ? done({ massKg: mass.value, measuredBy: "weighed", typed: text.slice(0, 80) })
    : refused({ code: "herd/unreadable", sentence: sayUnreadable(mass.problem) });
}

/** A whole number typed; undefined where it is none. Never throws. */
export function readWhole(typed: string): number | undefined {
  const value = Number(typed.trim().replace(/[\s']/g, ""));
  return typed.trim() !== "" && Number.isInteger(value) && value >= 0 ? value : undefined;
}
