import type { Band } from "../expectation/expectation";

/** A look into the layer one would lift: a handful from its middle. What was not looked at is absent. */
export interface LayerCheck {
  /** Grown worms in it: none or one, a few, many. */
  readonly worms?: "none" | "few" | "many";
  readonly smell?: "earth" | "food" | "foul";
  /** What can still be told as food or bedding. */
  readonly remains?: "none" | "some" | "much";
  /** How it holds together when pressed. */
  readonly holds?: "crumbles" | "sticks" | "drips";
}

/** What the forecast says of the part one harvests from. */
export interface RipeForecast {
  /** Finished share. */
  readonly share: Band;
  /** Days until it is worth the work; absent where that is beyond what is looked ahead. */
  readonly inDays?: Band | undefined;
}

/** How much may be taken, the least first. */
export const RIPE = ["wait", "handful", "handsBreadth", "ready"] as const;
export type Ripe = (typeof RIPE)[number];
export interface RipeVerdict {
  readonly is: Ripe;
  /** Of waiting: about so many weeks, where that can be said. */
  readonly weeks?: number;
  /** What held it down, in the order it was found; empty where nothing did. */
  readonly because: readonly RipeReason[];
}
export type RipeReason = "smell" | "drips" | "remains" | "worms" | "sticks" | "forecast" | "too-early";

/** Below this finished share there is nothing to take but bedding and food. Judgement. */
const SOME = 0.25;
/** Wet or foul stuff is put right within so many weeks; much food left needs more. Judgement. */
const TO_DRY_WEEKS = 2;
const TO_EAT_WEEKS = 3;
const MOST_WEEKS = 52;

/**
 * Whether a layer may be lifted. What was seen in it goes before the forecast; a worse sign never makes it riper. Never
 * throws.
 */
export function ripeVerdict(check: LayerCheck, { share, inDays }: RipeForecast): RipeVerdict {
  const because: RipeReason[] = [];
  let most: number = RIPE.indexOf("ready");
  let weeks = 0;
  const atMost = (is: Ripe, why: RipeReason, forWeeks = 0) => {
    because.push(why);
    most = Math.min(most, RIPE.indexOf(is));
    weeks = Math.max(weeks, forWeeks);
  };
  if (check.smell === "foul") atMost("wait", "smell", TO_DRY_WEEKS);
  if (check.holds === "drips") atMost("wait", "drips", TO_DRY_WEEKS);
  if (check.remains === "much") atMost("wait", "remains", TO_EAT_WEEKS);
  if (check.smell === "food") atMost("handful", "smell");
  if (check.worms === "many") atMost("handsBreadth", "worms");
  if (check.holds === "sticks") atMost("handsBreadth", "sticks");
  const isSeenRipe = check.remains === "none" && check.smell === "earth" && check.worms !== "many";
  if (!isSeenRipe) {
    const due = inDays?.middle ?? Infinity;
    // A day nobody foretold is no year of waiting: it is not said how long.
    const forWeeks = Number.isFinite(due) ? Math.min(MOST_WEEKS, Math.max(1, Math.ceil(due / 7))) : 0;
    if (share.middle < SOME) atMost("wait", "too-early", forWeeks);
    // Where the forecast calls it worth the work, as slate and bin say, it is: it holds nothing down.
    else if (due > 0) atMost("handful", "forecast", forWeeks);
  }
  const is = RIPE[most]!;
  return { is, ...(is === "wait" && weeks > 0 ? { weeks } : {}), because };
}
