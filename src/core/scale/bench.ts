import { seeded } from "../chance/seeded";
import type { ScaleFormat } from "./line";

/** How the stand-in writes: "kg 12.345 steady". */
export const BENCH_FORMAT: ScaleFormat = { unit: "kg", steadyMark: "steady" };
export const BENCH_MS = 200;
/** The plate swings so long after something was put on it. */
const SETTLES_MS = 450;
const MOST_KG = 60;
/** It creeps by so much while a load lies on it, kg in a second, and has fallen silent from the one moment to the other. */
const CREEPS_KG_PER_S = 0.00002;
const SILENT = { fromMs: 6_000, toMs: 10_500 };

/**
 * What the simulated bench scale writes at a moment after a load was changed, or nothing where it has dropped out: it swings into
 * its figure, trembles by a gram, creeps, and says "over" above what it carries. The same seed gives the same lines. Never throws.
 */
export function benchLine(
  load: { readonly fromKg: number; readonly toKg: number; readonly seed: string; readonly drops: boolean },
  atMs: number,
): string | undefined {
  const { fromKg, toKg, seed, drops } = load;
  if (drops && atMs >= SILENT.fromMs && atMs < SILENT.toMs) return undefined;
  if (toKg > MOST_KG) return "kg ------ over";
  const swing = (fromKg - toKg) * Math.exp(-atMs / SETTLES_MS);
  const bounce = 0.15 * (toKg - fromKg) * Math.exp(-atMs / SETTLES_MS) * Math.sin(atMs / 90);
  const tremble = 0.0009 * (2 * seeded(`${seed}/${Math.round(atMs / BENCH_MS)}`)() - 1);
  const kg = toKg + swing + bounce + tremble + (CREEPS_KG_PER_S * atMs) / 1000;
  const isStill = Math.abs(swing) + Math.abs(bounce) < 0.002;
  return `kg ${kg.toFixed(3)} ${isStill ? "steady" : "moving"}`;
}
