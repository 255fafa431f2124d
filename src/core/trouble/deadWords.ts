import type { LocalDate } from "@/vocabulary/fields";
import { dayAndMonth } from "../calendar/day";
import type { CocoonsLast, DeadAnswer, Harm, Living } from "./isItDead";

export const HARM_WORDS: Readonly<Record<Harm, string>> = {
  frost: "frost",
  heat: "heat",
  dry: "drought",
  drowned: "flood",
  poison: "poison",
};
export const LIVING_WORDS: Readonly<Record<Living, string>> = {
  many: "many that move",
  few: "a few",
  none: "none",
};
const VERDICTS: Readonly<Record<DeadAnswer["is"], string>> = {
  lives: "It lives. Fewer than before, perhaps, and they will make it up by themselves.",
  thinned: "Thinned out, not dead. Those that are left and the cocoons bring the herd back, if it is let be.",
  cocoonsOnly: "The worms are gone as far as you can see; what is left are the cocoons. Do not empty it yet.",
  likelyDead:
    "Most likely dead, cocoons too. Three handfuls can miss a corner: one more look before you give it up.",
};
const LAST_WORDS: Readonly<Record<CocoonsLast, string>> = {
  most: "Of the cocoons most outlast it.",
  some: "Of the cocoons some outlast it.",
  few: "Of the cocoons few outlast it.",
};
/** What to do at once, by what happened. Cautions where it can hurt. */
const AID: Readonly<Record<Harm, readonly string[]>> = {
  frost: [
    "Let it thaw slowly where it is cool, wrapped; no warm water, no heater.",
    "Take out the dead once it has thawed: they rot and sting. Gloves, and soap afterwards.",
    "Keep the bed just moist; no food until you have seen life.",
  ],
  heat: [
    "Shade and air; spread the middle thin, lay damp cool bedding on one half to flee to.",
    "Take out the dead: they rot and sting. Gloves, and soap afterwards.",
    "No food until it is cool and earthy.",
  ],
  dry: [
    "Damp it in small goes over two days, never a flood; damp bedding on one side.",
    "Mind the dust of a dry bed: damp it first, a mask if your lungs are weak.",
    "No food until a squeeze is right.",
  ],
  drowned: [
    "Let it run off; take out what stinks, fork dry card through the rest.",
    "Take out the dead: they rot and sting. Gloves, and soap afterwards; air a small room first.",
    "No food and no water until it smells of earth.",
  ],
  poison: [
    "Pick out what still moves into clean damp bedding in another tub, rinsed in still water.",
    "The bed goes: not to food plants, and not into another bin. Ask your waste authority if you know what it was.",
    "Cocoons can be picked or rinsed out of a sieve into clean bedding.",
  ],
};

/** The verdict, what to do now, and the days that follow from it, each a sentence. Never throws. */
export function sayDead(
  answer: DeadAnswer,
  harm: Harm,
  today: LocalDate,
): { readonly verdict: string; readonly now: readonly string[]; readonly then: readonly string[] } {
  const { is, hatch, buyFrom, isTooColdToHatch, cocoonsLast, lookOn, needsNewBed } = answer;
  const day = (on: LocalDate) => dayAndMonth(on, today);
  return {
    verdict: `${VERDICTS[is]} ${LAST_WORDS[cocoonsLast]}`,
    now: AID[harm],
    then: [
      `Look again ${day(lookOn)}: three handfuls, from the depth and the corners, by daylight, and do not hurry.`,
      ...(hatch
        ? [
            `Hatchlings, pale threads as long as a fingernail is wide, may show from about ${day(hatch.from)} to ${day(hatch.to)}. A slice of melon draws them.`,
          ]
        : isTooColdToHatch
          ? ["It is too cold to hatch: the weeks count from the day the bed is warmer."]
          : []),
      ...(is === "lives"
        ? ["Feed a quarter of the usual at first, and more as it is seen eaten. There is nothing to buy."]
        : is === "likelyDead"
          ? [
              `Make the bed right${needsNewBed ? " anew" : ""} first. Then twenty worms for a week; if they stay and eat, buy a herd, not before ${buyFrom ? day(buyFrom) : "then"}.`,
            ]
          : [
              buyFrom
                ? `Buy only if nothing has shown by ${day(buyFrom)}: twenty worms first, for a week.`
                : "Buy nothing before it has been warm for two months and nothing has shown.",
            ]),
    ],
  };
}
