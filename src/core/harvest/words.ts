import type { LocalDate } from "@/vocabulary/fields";
import { addDays, dayAndMonth } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatCount, formatLength, formatMass } from "../quantity/format";
import type { EarlyLift } from "./early";
import type { Ripe, RipeReason, RipeVerdict } from "./ripe";
import type { Losses, Way, WayOffer } from "./ways";

const VERDICTS: Readonly<Record<Ripe, string>> = {
  ready: "Ready to lift.",
  handsBreadth: "Only a hand’s breadth for now.",
  handful: "A handful for a pot any time; the rest is not done.",
  wait: "Wait.",
};
const REASONS: Readonly<Record<RipeReason, string>> = {
  smell: "it does not smell of earth yet",
  drips: "it is too wet to part from worms or to keep",
  remains: "much can still be told as food or bedding",
  worms: "the herd is still at work in it",
  sticks: "it sticks together",
  forecast: "by the forecast it is not through",
  "too-early": "little of it is castings yet",
};
export const sayVerdict = ({ is, weeks, because }: RipeVerdict): string =>
  [
    is === "wait" && weeks !== undefined
      ? `Wait about ${weeks === 1 ? "a week" : `${weeks} weeks`}`
      : VERDICTS[is].slice(0, -1),
    ...(because.length > 0 ? [`: ${[...new Set(because.map((why) => REASONS[why]))].join("; ")}`] : []),
    ".",
  ].join("");

interface WayWords {
  readonly name: string;
  readonly how: string;
  /** What the hands do, one after another. `{depth}` is how far down it goes. */
  readonly steps: readonly string[];
}
export const WAY_WORDS: Readonly<Record<Way, WayWords>> = {
  lamp: {
    name: "Lamp rounds",
    how: "The worms flee the light; layer after layer comes off clean, and the last one stays with them.",
    steps: [
      "Feed nothing for a week, and stop watering, so that it crumbles.",
      "Set it under a bright lamp, or tip it on a sheet as a cone. Several at once save the waiting.",
      "Scrape off what no worm is in, a finger’s breadth, {depth} in all.",
      "The last hand’s breadth with the worms and cocoons goes back on fresh bedding.",
    ],
  },
  fromBelow: {
    name: "Pull from below",
    how: "The oldest lies on the grate; a rake or bar brings it down.",
    steps: [
      "A sheet or tub beneath. Nothing watered for a few days.",
      "Rake across the whole grate, {depth} of it. If an arch hangs, loosen it from the side with a rod, never with a hand from below.",
      "Stop when food or bedding, or the second worm, comes down.",
      "What is not through goes back on top.",
    ],
  },
  skim: {
    name: "Skim the top",
    how: "After 5 to 15 minutes of light the surface is clean of worms, and the oldest castings lie on it.",
    steps: [
      "Lift cover and lid off, and let light fall on it for 5 to 15 minutes.",
      "Take the surface off by hand, {depth} at most.",
      "Stop at rough texture, cocoons, or the second worm.",
      "Fresh bedding and the cover back on.",
    ],
  },
  sideways: {
    name: "Sideways to fresh bedding",
    how: "The finished half starves, the other is fed: within some weeks the worms have crossed by themselves.",
    steps: [
      "Push all to one side; fill the other with damp bedding.",
      "Feed only there for four weeks; the old side gets neither food nor water.",
      "Look: fewer than three worms in a handful of the old side, and it is ready.",
      "Take the old side out, {depth} deep, and spread the other.",
    ],
  },
  wedge: {
    name: "The old end of the wedge",
    how: "The finished end lies behind the herd and has dried a little.",
    steps: [
      "Nothing watered or fed on that end for two weeks.",
      "Take the end out upright, {depth} deep, oldest first.",
      "Stop at the second worm. Single ones go to the feeding end.",
      "Move all along, so that there is room where you feed.",
    ],
  },
  cycle: {
    name: "The lowest comes out",
    how: "The worms have moved up to the food; the lowest tray or tote is theirs no more.",
    steps: [
      "Set the lowest one on top for a day, uncovered, in the light.",
      "The last worms go down through the holes; sort stragglers by hand.",
      "Empty it, {depth} deep. Liquid beneath is poured off.",
      "It goes back on top with fresh bedding, as the next to be fed.",
    ],
  },
  baitBag: {
    name: "Bait bag",
    how: "A net bag with what they like best draws them out of the layer.",
    steps: [
      "A net bag, its mesh a pencil’s breadth, filled with soft fruit, laid into the layer.",
      "After three days lift it out with the worms, into another bin or the fresh bedding. Again, until few come: about a week.",
      "Take the layer out, {depth} deep. Cocoons stay in it: keep a hand’s breadth back.",
    ],
  },
  tipOut: {
    name: "Tip out and sort in heaps",
    how: "All at once: cones on a sheet in the light, worms run to the middle.",
    steps: [
      "Tip it out on a sheet in the shade and make cones of two hands each.",
      "Every ten minutes take off the outside; the worms go inwards.",
      "What is coarse goes back as overs. Cocoons are the size of a lentil: look for them.",
      "Wash the bin with water only, bed it fresh, worms and the last of each cone on top.",
    ],
  },
  sieve: {
    name: "Sieve",
    how: "Dry enough to fall through: castings below, worms, cocoons and coarse bits above.",
    steps: [
      "Spread it thin and turn it until it crumbles; damp stuff clogs and hurts worms.",
      "A mesh of 6 mm by hand or drum parts castings; 3 mm leaves cocoons above.",
      "Worms, cocoons and overs go back at once.",
      "Mind the dust: damp it a little, work outdoors, a mask if your lungs are weak.",
    ],
  },
};

export const sayStep = (step: string, depthM: number, units: UnitSystem): string =>
  step.replace(
    "{depth}",
    depthM > 0.005 ? `about ${formatLength(depthM, units)}` : "only as far as it is done",
  );

const AGAINST: Readonly<Record<NonNullable<WayOffer["against"]>, string>> = {
  "too-wet": "too wet for it now",
  "too-slow": "takes weeks",
  "too-heavy": "heavy lifting",
};
/** "about 1½ h, one worm in 100 and no cocoon in 10 lost": what a way costs. */
export function sayOffer(
  { hours, waitDays, wormsLost, cocoonsOut, against }: WayOffer,
  losses: Losses | undefined,
  units: UnitSystem,
): string {
  const time = hours < 0.75 ? `${Math.max(10, Math.round((hours * 60) / 5) * 5)} min` : `${(Math.round(hours * 2) / 2).toString()} h`; // prettier-ignore
  return [
    `about ${time} of work`,
    ...(waitDays > 0 ? [`${waitDays} days of waiting`] : []),
    ...(losses
      ? [sayLosses(losses, units)]
      : [
          `${Math.max(1, Math.round(100 * wormsLost))} in 100 worms lost`,
          `${Math.round(10 * cocoonsOut)} in 10 cocoons go along`,
        ]),
    ...(against ? [AGAINST[against]] : []),
  ].join(" · ");
}

/** "5 g of worms lost, about 300 cocoons go along": rounded as one can know it. */
const sayLosses = ({ wormsKg, cocoons }: Losses, units: UnitSystem): string => {
  const step = cocoons > 1000 ? 100 : cocoons > 100 ? 50 : 10;
  const about = Math.round(cocoons / step) * step;
  return `${wormsKg < 0.001 ? "hardly a worm" : `${formatMass(wormsKg, units)} of worms`} lost, ${about === 0 ? "few cocoons go" : `about ${formatCount(about)} cocoons go`} along`;
};
/** A bin's castings taken early, with what that costs, and what the same costs once it is ripe. */
export function sayEarly(
  name: string,
  { kg, throughKg, lost, ripe }: EarlyLift,
  units: UnitSystem,
  today: LocalDate,
): string {
  const taken = `${name} taken unripe: about ${formatMass(kg, units, "bucket")}, out of ${formatMass(throughKg, units, "bucket")} gone through by hand; ${sayLosses(lost, units)}.`;
  return ripe === undefined
    ? taken
    : `${taken} From about ${dayAndMonth(addDays(today, Math.round(ripe.inDays)), today)} the same would cost: ${sayLosses(ripe.lost, units)}.`;
}
/** What waiting a month would bring. */
export const sayGain = (kg: number, units: UnitSystem): string | undefined =>
  kg > 0.1 ? `A month more would add about ${formatMass(kg, units, "bucket")}.` : undefined;
