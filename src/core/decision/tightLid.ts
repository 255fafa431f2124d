import type { BinSetup } from "@/records/setup";
import type { Expectation } from "../expectation/expectation";
import { bedLitres } from "../expectation/bedLitres";
import type { Step } from "./decision";

/** Of a bed's litres so much is air between its crumbs. Judgement. */
const PORES = 0.3;
/** Over more air than this what a usual meal breathes off in a day is thin even behind a tight lid. Judgement. */
const SMALL_L = 60;

/**
 * Litres of air a small bin has under a lid that shuts tight: what bed and worms breathe off gathers there and the oxygen in it is
 * soon used. Undefined where the lid lets air through, where the ground does, or where there is air enough. Never throws.
 */
export function airUnderTightLidL(
  expectation: Pick<Expectation, "fedMassKg" | "freeL">,
  setup: BinSetup,
): number | undefined {
  if (setup.cover !== "tightLid" || setup.wall === "ground" || setup.wall === "fabric") return undefined;
  const airL = expectation.freeL + PORES * bedLitres(expectation, setup);
  return airL < SMALL_L ? airL : undefined;
}

/** The lid propped ajar, where a bin that smells or is fled from has a tight one over little air. */
export function tightLidStep(expectation: Pick<Expectation, "fedMassKg" | "freeL">, setup: BinSetup): Step[] {
  const airL = airUnderTightLidL(expectation, setup);
  return airL === undefined
    ? []
    : [
        {
          kind: "airLid",
          why: { code: "air/tight-lid", airL },
          evidence: [{ from: "school", of: "places" }],
        },
      ];
}
