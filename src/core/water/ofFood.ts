import type { FeedPart } from "@/records/entry";
import type { Drainage } from "@/vocabulary/setup";
import { feedPartMatter } from "../log/amount";
import { DRY_BEDDING } from "../practice/dryBedding";

/** Water a meal brings beyond what it holds itself once it has rotted, and what of it the bed has to take. */
export interface WaterOfFood {
  readonly waterL: number;
  /** Comes out at once: thawed food given with its juice, and purée. */
  readonly atOnceL: number;
  /** Dry bedding that holds it at the wettest the bed should be, kg; nought where it all may run off. */
  readonly beddingKg: number;
  readonly goes: "stays" | "drains" | "tray";
}

/** Of its water so much runs out of what was frozen and thawed, and of what was blended. Judgement. */
const AT_ONCE = { frozen: 0.35, pureed: 0.6 } as const;
/** Less is lost in the bed's own reserve. */
const WORTH_SAYING_L = 0.15;

/**
 * What melon, thawed or blended food does to a bin before it is fed: its water against what the bed holds and where it can go.
 * Undefined where it is little. `wettest`: of wet mass. Never throws.
 */
export function waterOfFood(
  parts: readonly FeedPart[],
  bed: {
    readonly massKg: number;
    readonly moisture: number;
    readonly wettest: number;
    readonly drainage: Drainage;
  },
): WaterOfFood | undefined {
  const { wettest } = bed;
  const holds = wettest / (1 - wettest);
  let waterL = 0;
  let atOnceL = 0;
  for (const part of parts) {
    const { wetKg, dryKg } = feedPartMatter(part);
    const water = wetKg - dryKg;
    waterL += Math.max(0, water - holds * dryKg);
    if ((part.preparation === "frozen" || part.preparation === "choppedFrozen") && part.juice !== "without")
      atOnceL += AT_ONCE.frozen * water;
    if (part.preparation === "pureed") atOnceL += AT_ONCE.pureed * water;
  }
  const reserveL = Math.max(0, bed.massKg * (1 - bed.moisture) * holds - bed.massKg * bed.moisture);
  const tooMuchL = Math.max(0, waterL - reserveL);
  if (waterL < WORTH_SAYING_L || (tooMuchL < WORTH_SAYING_L && atOnceL < WORTH_SAYING_L)) return undefined;
  const takes = holds * (1 - DRY_BEDDING.moisture) - DRY_BEDDING.moisture;
  const goes = bed.drainage === "free" ? "drains" : bed.drainage === "sump" ? "tray" : "stays";
  return { waterL, atOnceL, beddingKg: tooMuchL / takes, goes };
}
