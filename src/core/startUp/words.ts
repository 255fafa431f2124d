import type { UnitSystem } from "../quantity/format";
import { formatMass, formatTemperatureRange } from "../quantity/format";
import { firstMealKg } from "../ration/firstMeal";
import type { StartStep } from "@/vocabulary/startUp";
import type { StartChoices } from "./timetable";

export interface StepWords {
  readonly title: string;
  readonly how: string;
}

/** Of most ways of keeping a tub. */
export const USUAL_INTERVAL_DAYS = 4;

/** A step of the start as one does it, with amounts for the bin's own herd. */
export function sayStep(
  key: StartStep,
  {
    wormsKg,
    units,
    intervalDays = USUAL_INTERVAL_DAYS,
  }: {
    readonly wormsKg: number;
    readonly units: UnitSystem;
    /** Days between two meals in this way of keeping. */
    readonly intervalDays?: number;
  },
): StepWords {
  const first = wormsKg > 0 ? formatMass(firstMealKg(wormsKg, intervalDays), units) : "a cupful";
  switch (key) {
    case "mixBedding":
      return {
        title: "Mix and soak the bedding",
        how: "Shredded card, leaf mould, a handful of living compost; wrung out it gives one or two drops. Two weeks let it come alive.",
      };
    case "turnBedding":
      return {
        title: "Turn the bedding",
        how: "If its middle is warmer than your hand it is still working: turn again in three days.",
      };
    case "orderWorms":
      return {
        title: "Order the worms",
        how: `${wormsKg > 0 ? formatMass(wormsKg, units, "bucket") : "So many as the bin wants"}; ask that they travel early in the week, and not in frost or heat.`,
      };
    case "standWater":
      return {
        title: "Set water aside",
        how: "As much as the bedding will drink, a day before. Standing helps against chlorine, not against chloramine: then filter it, or a pinch of ascorbic acid.",
      };
    case "buildBin":
      return {
        title: "Build the bin",
        how: "The build sheet has the holes, the tray and the cover. Rinse out any smell of plastic.",
      };
    case "fillBin":
      return {
        title: "Fill it with bedding",
        how: "A third to a half deep, loose, damp through; a handful of grit; the cover on.",
      };
    case "receiveWorms":
      return {
        title: "Receive the worms",
        how: "Open at once in the shade. Dry ones: a spoon of stood water on the bag for an hour. Weigh them, or count a weighed handful; take out dead ones. Lay them on the bedding and let them go down by themselves.",
      };
    case "lightsOn":
      return {
        title: "Leave a light on at night",
        how: "A small cool lamp well above the open bin keeps them down. Not on dry bedding, not near water.",
      };
    case "lightsOff":
      return {
        title: "Light off, lid on",
        how: "They know their bed by now. A few on the walls are explorers.",
      };
    case "firstMeal":
      return {
        title: "The first small meal",
        how: `${first} of soft scraps, chopped, under the bedding in one corner only. If they leave it alone, so do you.`,
      };
    case "firstSqueeze":
      return {
        title: "First squeeze",
        how: "A handful from the middle: one or two drops. Drier: a cup of stood water; wetter: dry card.",
      };
    case "firstLook":
      return {
        title: "First look",
        how: `Are they spread in the bedding, moist and lively? ${formatTemperatureRange(15, 25, units)} is right. Is the first meal touched?`,
      };
    case "usualRation":
      return {
        title: "Start the usual ration",
        how: "Once a meal was seen gone the Round gives more, and the ration rises with what is seen eaten.",
      };
    case "firstHarvest":
      return {
        title: "A first harvest may be due",
        how: "Dark, even, crumbly, little left to see: then. The bin's own state says better when it comes near.",
      };
  }
}

/** Both sides of what keepers do differently at the start, with the reason. */
export const CHOICE_WORDS: {
  readonly [K in keyof StartChoices]: {
    readonly title: string;
    readonly options: readonly {
      readonly value: StartChoices[K];
      readonly label: string;
      readonly hint: string;
    }[];
  };
} = {
  bedding: {
    title: "The bedding",
    options: [
      {
        value: "ripen",
        label: "two weeks ahead",
        hint: "It comes alive and heats out before worms are in it; they settle at once.",
      },
      {
        value: "atOnce",
        label: "fresh",
        hint: "Quicker. Card with a good share of living compost does, but they wander more.",
      },
    ],
  },
  firstMeal: {
    title: "The first meal",
    options: [
      {
        value: "beforeWorms",
        label: "before the worms",
        hint: "Moulds and microbes go ahead, the worms arrive at a laid table; it may sour.",
      },
      {
        value: "atOnce",
        label: "with the worms",
        hint: "A cupful next day shows whether they are well. More would rot.",
      },
      {
        value: "afterAWeek",
        label: "after some days",
        hint: "They live off the bedding and settle first. The safest for beginners.",
      },
    ],
  },
  firstNights: {
    title: "The first nights",
    options: [
      {
        value: "light",
        label: "a light on, lid off",
        hint: "Worms flee light and stay down. The lamp high, cool, and off dry bedding.",
      },
      {
        value: "lidShut",
        label: "lid shut, dark",
        hint: "Less dry, no lamp; a few may stray under the lid.",
      },
    ],
  },
};
