import type { BinSetup } from "@/records/setup";
import type { WaterMeans, WentTo } from "@/vocabulary/deeds";
import { ago, span } from "../calendar/day";
import type { LocalDate } from "@/vocabulary/fields";
import type { UnitSystem } from "../quantity/format";
import { formatLength, formatMass, formatPercent } from "../quantity/format";
import type { DeedKind } from "./deed";
import type { DeedProblem } from "./facts";
import type { Part } from "./parts";

export interface DeedWords {
  /** On the button that opens it. */
  readonly title: string;
  /** On the button that keeps it. */
  readonly keep: string;
  /** After the bin's name, once it is kept. */
  readonly done: string;
  /** One line beneath the title: what one does with one's hands. */
  readonly how: string;
}

/** A deed in words; a stack of totes is swapped, trays change places. */
export function sayDeed(of: DeedKind, setup: Pick<BinSetup, "system"> | undefined): DeedWords {
  const isTotes = setup?.system === "stackSwap";
  switch (of) {
    case "moveAlong":
      if (setup?.system === "flowThrough")
        return {
          title: "Let it sink",
          keep: "Keep: it sank",
          done: "let sink",
          how: "The base is loosened, and what lies above comes down to where it is harvested.",
        };
      return {
        title: "Move along",
        keep: "Keep: moved along",
        done: "moved along",
        how: "Everything goes on towards the finished end, the oldest first, to fill what was emptied and make room where you feed.",
      };
    case "addPart":
      return isTotes
        ? { title: "Add a tote", keep: "Keep the new tote", done: "a tote added", how: "A fresh one on top of the others." }
        : { title: "Add a tray", keep: "Keep the new tray", done: "a tray added", how: "One more on top: bed it, lay some of the old one in, and feed there from now on." }; // prettier-ignore
    case "rotate":
      return isTotes
        ? { title: "Swap the totes", keep: "Keep: swapped", done: "totes swapped", how: "Which one stands where from now on, the lowest first." }
        : { title: "Change the trays about", keep: "Keep the new order", done: "trays changed about", how: "Which one stands where from now on, the lowest first." }; // prettier-ignore
    case "takeOut":
      return {
        title: "Skim, pull or take out",
        keep: "Keep: taken out",
        done: "some taken out",
        how: "Skimmed from the top, pulled from below, or a part of it: to another bin, the store, a tub or the heap.",
      };
    case "putIn":
      return {
        title: "Put some in",
        keep: "Keep: put in",
        done: "some put in",
        how: "Worked bedding, what stayed on the sieve, castings, or what another bin held.",
      };
    case "emptyRefill":
      return {
        title: "Empty and refill",
        keep: "Keep: emptied and refilled",
        done: "emptied and refilled",
        how: "All out, the worms back on fresh bedding, a first meal if there is one: one act.",
      };
    case "tip":
      return {
        title: "Tip into another bin",
        keep: "Keep: tipped over",
        done: "tipped into another bin",
        how: "Everything or a share of it goes over as what it is: bedding, food, castings, worms and water.",
      };
    case "loosen":
      return {
        title: "Loosen",
        keep: "Keep: loosened",
        done: "loosened",
        how: "Lifted with the fingers, not turned over: air gets in.",
      };
    case "cover":
      return {
        title: "Lid and cover",
        keep: "Keep the cover",
        done: "covered",
        how: "Which lid, and what lies on the bed beneath it.",
      };
    case "drain":
      return {
        title: "Drain",
        keep: "Keep: drained",
        done: "drained",
        how: "What ran off: how much, and how it looked.",
      };
    case "water":
      return {
        title: "Water",
        keep: "Keep the water",
        done: "watered",
        how: "Stood a day or filtered; standing does not remove chloramine.",
      };
    case "rain":
      return {
        title: "It rained in",
        keep: "Keep the rain",
        done: "rained on",
        how: "As a rain gauge beside it would show; on open ground all of it falls in.",
      };
    case "give":
      return {
        title: "Grit and additions",
        keep: "Keep what was given",
        done: "given",
        how: "Grit, lime, shell, meals, char, a handful of old castings: small amounts, seldom.",
      };
    case "sieve":
      return {
        title: "Sieve out stones",
        keep: "Keep: sieved out",
        done: "stones sieved out",
        how: "Pumice, stones, perlite: what does not rot comes out again and can be used anew.",
      };
    case "liftTower":
      return {
        title: "Lift the tower",
        keep: "Keep: lifted and topped up",
        done: "lifted and topped up",
        how: "Pull it up, let what is finished fall into the hole, set it back and fill it anew.",
      };
    case "weigh":
      return {
        title: "Weigh the bin",
        keep: "Keep the weight",
        done: "weighed",
        how: "On the scale as it stands, and what the empty bin weighs.",
      };
    case "retire":
      return {
        title: "Take out of use",
        keep: "Take it out of use",
        done: "out of use",
        how: "It stands empty and wants nothing any more. Its log stays.",
      };
    case "useAgain":
      return {
        title: "Use it again",
        keep: "Use it again",
        done: "in use again",
        how: "Bedding first, then worms.",
      };
  }
}

/** What does not fit, and the nearest that does. */
export function sayDeedProblem(problem: DeedProblem, units: UnitSystem, today: LocalDate): string {
  switch (problem.code) {
    case "deed/nothing":
      return "Nothing would change by it: say how much, or leave it.";
    case "deed/beyond": {
      const { m, kg, fraction } = problem.most;
      const most =
        m !== undefined ? formatLength(m, units) : kg !== undefined ? `about ${formatMass(kg, units, "bucket")}` : formatPercent(fraction ?? 1); // prettier-ignore
      return `That is more than is there. At most: ${most}.`;
    }
    case "deed/not-a-stack":
      return "This bin is one piece: there is nothing in it that could change places.";
    case "deed/not-a-line":
      return "This bin has one part only: nothing in it can move along.";
    case "deed/same-order":
      return "They stand in that order already.";
    case "deed/same-bin":
      return "That is the same bin: choose another.";
    case "deed/no-receiver":
      return "Choose the bin it goes into.";
    case "deed/empty-already":
      return problem.since
        ? `It was emptied ${ago(problem.since, today)}. What it wants now is bedding.`
        : "There is nothing in it yet. What it wants is bedding.";
    case "deed/too-high":
      return problem.mostM > 0.05
        ? `So high a stack tips over. ${formatLength(problem.mostM, units)} more would still stand.`
        : "So high a stack tips over: take the lowest out first.";
    case "deed/no-drain":
      return "This bin has no drain. Standing water is sponged off: note it as liquid taken out.";
    case "deed/not-empty":
      return `About ${formatMass(problem.kg, units, "bucket")} lie in it still. Empty it or tip it into another bin first.`;
  }
}

export const MEANS_LABELS: Record<WaterMeans, string> = {
  can: "can",
  sprayer: "sprayer",
  trayBelow: "tray below",
  ice: "ice",
  rain: "rain",
};
export const WENT_LABELS: Record<WentTo, string> = {
  bin: "another bin",
  store: "the store",
  tub: "a tub",
  heap: "the heap",
  ground: "the ground",
};

/** What one part is by now: how old, how far, and who lives there. */
export function sayPart({ ageDays, ripeness, wetKg, wormsKg }: Part, units: UnitSystem): string {
  if (wetKg < 0.01) return "empty";
  return [
    formatMass(wetKg, units, "bucket"),
    ...(ageDays === undefined ? [] : [`${span(Math.round(ageDays))} in here`]),
    ripeness >= 0.7
      ? "finished"
      : ripeness >= 0.45
        ? "mostly dark"
        : ripeness >= 0.2
          ? "half worked"
          : "fresh",
    wormsKg >= 0.005 ? `${formatMass(wormsKg, units)} of worms` : "hardly a worm",
  ].join(", ");
}
