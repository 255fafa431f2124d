import { wholeMaterial } from "@/core/catalogue/composition";
import type { WholeMaterial } from "@/core/catalogue/rows";
import type { TwinBedding, TwinFood } from "./library";
import { P } from "./parameters";
import { listedBedding, listedFood, twinBedding, twinFood } from "./library";

/** Catalogue items that the model lists under a short name of its own: its figures hold. */
const FOODS: Readonly<Record<string, string>> = {
  "mixed-kitchen-scraps": "mixed",
  "mixed-fruit-scraps": "fruit",
  "melon-rind": "melon",
  "banana-peel": "banana",
  "apple-cores-peel": "apple",
  "orange-mandarin-peel": "citrus",
  "lettuce-salad": "lettuce",
  "cabbage-leaves": "cabbage",
  "carrot-peel": "carrot",
  "potato-peel-raw": "potato",
  tomatoes: "tomato",
  "pumpkin-flesh-rind": "pumpkin",
  "onion-flesh": "onion",
  "coffee-grounds": "coffee",
  "tea-leaves": "tea",
  "bread-fresh": "bread",
  "rice-cooked": "rice",
  "grain-mix-crushed": "grain",
  "grass-clippings-fresh": "grass",
  "beans-cooked": "beans",
  "manure-horse-aged": "horse",
  "manure-rabbit-aged": "rabbit",
  "manure-cow-aged": "cow",
  "spent-grain": "brewers",
  "corn-cobs": "corncob",
  "avocado-skins": "avocado",
};
const BEDDINGS: Readonly<Record<string, string>> = {
  newsprint: "paper",
  "cardboard-corrugated": "cardboard",
  "leaves-dry-mixed": "leaves",
  "leaf-mould": "leafmould",
  "straw-fresh": "straw",
  "wood-chip-coarse": "woodchip",
  "sawdust-untreated": "sawdust",
  "manure-aged-bedding": "horse",
  "compost-finished": "compost",
};

type Food = Extract<WholeMaterial, { use: "food" }>;
type Bedding = Extract<WholeMaterial, { use: "bedding" }>;

/** Shares of fast, medium and slow dry matter by pace, hard shells apart. Judgement. */
const CLASSES = {
  fast: [0.5, 0.4, 0.1],
  medium: [0.35, 0.45, 0.2],
  slow: [0.1, 0.4, 0.5],
  shell: [0, 0.1, 0.9],
} as const;
/** Grams of salt in a gram as given, by risk 0 to 3; acid equivalents by tendency. Judgement, read off the listed items. */
const SALT = [0.0005, 0.002, 0.006, 0.012] as const;
const ACID = { low: 0.00001, mid: 0.00005, high: 0.0002 } as const;

/**
 * A food by any id: the model's own, a catalogue item the model lists, or a catalogue item by rule (water and nitrogen
 * from the table, classes from pace, softening from the half-life, salt and acid from its risks). Unknown: mixed scraps.
 */
/** Judged once: a log names the same foods again and again. */
const judged = new Map<string, TwinFood>();
export function foodForTwin(id: string): TwinFood {
  const known = judged.get(id) ?? foodByRule(id);
  judged.set(id, known);
  return known;
}
function foodByRule(id: string): TwinFood {
  if (listedFood(id)) return twinFood(id);
  if (FOODS[id]) return twinFood(FOODS[id]);
  const row = wholeMaterial(id, "food") as Food | undefined;
  if (!row) return twinFood("mixed");
  const [fast, medium, slow] = CLASSES[row.group === "hard-shell" ? "shell" : row.pace];
  return {
    water: row.moisture,
    fast,
    medium,
    slow,
    nitrogen: row.nitrogenPctDm / 100,
    salt: SALT[row.saltRisk as 0 | 1 | 2 | 3],
    acid: ACID[row.acidity],
    pace: paceFor(row.halfLifeDays, fast * P.kcF + medium * P.kcM + slow * P.kcS),
  };
}

/** Once soft, a food is eaten within about a day in a well-stocked bin. */
const EATEN_DAYS = 1;
/**
 * The model's own items, tuned to what keepers see of a batch (envelope 10), are half gone in about half the time the
 * catalogue states for them (median of 26: 0.47). Its neighbours by rule keep the same tempo, so that cauliflower goes
 * as cabbage does.
 */
export const TEMPO = 0.5;
/** Softening rate that halves a food in the table's time at the model's tempo, over the rate its classes give at 20 °C in a mature bin. */
const paceFor = (halfLifeDays: number, perDay: number): number =>
  Math.min(3, Math.max(0.005, Math.LN2 / Math.max(0.5, TEMPO * halfLifeDays - EATEN_DAYS) / perDay));

/** Loose shreds settle to about so much of their volume. Source: loose against settled densities, process model 5.5. */
const SETTLES = 1.6;

/** A bedding by any id, as `foodForTwin`: water, held water and density from the table, easy share from the half-life and the resistant share. */
export function beddingForTwin(id: string): TwinBedding {
  if (listedBedding(id)) return twinBedding(id);
  if (BEDDINGS[id]) return twinBedding(BEDDINGS[id]);
  const row = wholeMaterial(id, "bedding") as Bedding | undefined;
  if (!row) return twinBedding("cardboard");
  return {
    water: row.moisture,
    easy: Math.min(0.7, (1 - row.resistantFraction) * Math.min(1, 70 / row.halfLifeDays) * 0.8),
    whc: row.fieldCapacityKgPerKg,
    settledGPerL: Math.max(20, row.dryDensityKgPerL * 1000 * SETTLES),
    feeds: /manure|compost|digestate/.test(row.id) ? 0.8 : 0,
  };
}

/** Whether the model's own table has it, under its own or a catalogue name. */
export const isListedFood = (id: string): boolean => listedFood(id) || FOODS[id] !== undefined;
