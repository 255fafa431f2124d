/* The steps from an empty corner to a bin in its stride. */

export const START_STEPS = [
  "mixBedding",
  "turnBedding",
  "standWater",
  "buildBin",
  "fillBin",
  "orderWorms",
  "receiveWorms",
  "lightsOn",
  "lightsOff",
  "firstMeal",
  "firstSqueeze",
  "firstLook",
  "usualRation",
  "firstHarvest",
] as const;
export type StartStep = (typeof START_STEPS)[number];
