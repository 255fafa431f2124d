import type { FoodLeft, FoundHandful, FoundState, RipenessSeen, Smell, Squeeze } from "@/vocabulary/readings";

export const SQUEEZE_WORDS: Record<Squeeze, string> = {
  dust: "dust",
  noDrop: "no drop",
  fewDrops: "1–2 drops",
  manyDrops: "3–4 drops",
  stream: "a stream",
};
export const FOOD_LEFT_WORDS: Record<FoodLeft, string> = {
  none: "none",
  little: "a little",
  half: "about half",
  most: "most",
};
export const RIPENESS_WORDS: Record<RipenessSeen, string> = {
  plain: "mostly bedding",
  mixed: "half and half",
  mostlyDark: "mostly dark",
  crumbly: "dark and crumbly",
};
export const SMELL_WORDS: Record<Smell, string> = {
  earthy: "earthy",
  sour: "sour",
  rotten: "rotten",
  ammonia: "sharp, ammonia",
};

/** Of a bin that already runs: how far along a part is, what a handful shows, how full it is by eye. */
export const FOUND_STATE_WORDS: Record<FoundState, string> = {
  bedding: "bedding still",
  half: "half done",
  mostly: "mostly castings",
};
export const FOUND_HANDFUL_WORDS: Record<FoundHandful, string> = {
  few: "a few worms",
  some: "some in every clump",
  crowded: "a tangle of them",
};
/** Shares of its height, as one tells them. */
export const FOUND_FILL_WORDS: Readonly<Record<string, string>> = {
  "0.25": "a quarter full",
  "0.5": "half full",
  "0.75": "three quarters full",
  "1": "full to the rim",
};
