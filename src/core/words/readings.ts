import type { FoodLeft, RipenessSeen, Smell, Squeeze } from "@/vocabulary/readings";

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
