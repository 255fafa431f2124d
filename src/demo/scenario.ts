import type { Climate } from "@/records/room";
import type { BinSetup } from "@/records/setup";
import type { SchoolId, System } from "@/vocabulary/setup";

/*
 * The stone root cellar of a small guest house on a mild, damp coast. Breakfast fruit, tea leaves, oat pulp, spent
 * flowers, egg shells, card from deliveries. All of it is made up.
 */

export const CELLAR_NAME = "The guest house cellar";

export const ROOMS: readonly { readonly id: string; readonly name: string; readonly climate: Climate }[] = [
  {
    id: "demo-north",
    name: "North cellar",
    climate: { meanC: 15.5, swingK: 3.5, hottestDay: 215, humidity: 0.78 },
  },
  {
    id: "demo-boiler",
    name: "Boiler passage",
    climate: { meanC: 19.5, swingK: 2.5, hottestDay: 215, humidity: 0.6 },
  },
  {
    id: "demo-nursery-room",
    name: "Breeding bay",
    climate: { meanC: 21.5, swingK: 1.5, hottestDay: 215, humidity: 0.65 },
  },
];
/** The air outside the house: a mild, damp coast. */
export const OUTDOORS: Climate = {
  meanC: 10.5,
  swingK: 6,
  hottestDay: 215,
  humidity: 0.82,
  rainMmPerDay: 2.4,
};

export interface DemoBin {
  readonly id: string;
  readonly name: string;
  readonly system: System;
  readonly school?: SchoolId;
  readonly room: string;
  readonly size?: { readonly widthM: number; readonly lengthM: number; readonly heightM: number };
  /** Days before the last day on which it began. */
  readonly beganAgo: number;
  readonly wormsKg: number;
  readonly beddingKg: number;
  /** This bin's own character, which the app does not know: how fast it dries and eats against the book. */
  readonly dries: number;
  readonly eats: number;
  /** Days before the last day when the keeper was away from it: from, to. */
  readonly neglected?: readonly [number, number];
  /** Day before the last day on which water got in, and how much. */
  readonly flooded?: { readonly ago: number; readonly waterL: number };
  readonly changes?: Partial<BinSetup>;
  /** Day before the last day on which it was emptied and begun anew. */
  readonly refilledAgo?: number;
  /** Day before the last day on which all of it went into another bin. */
  readonly tipped?: { readonly ago: number; readonly into: string };
  /** Days from the last day to the keeper's own date for it; nought is today. */
  readonly dueIn: number;
}

export const BINS: readonly DemoBin[] = [
  { id: "demo-fennel", name: "Fennel", system: "trough", room: "demo-north", beganAgo: 364, wormsKg: 1.6, beddingKg: 34, dries: 1.1, eats: 1.2, dueIn: 0 },
  { id: "demo-quince", name: "Quince", system: "tub", room: "demo-north", beganAgo: 350, wormsKg: 0.45, beddingKg: 8, dries: 1.7, eats: 0.85, dueIn: 3 },
  { id: "demo-sorrel", name: "Sorrel", system: "trayStack", room: "demo-boiler", beganAgo: 330, wormsKg: 0.6, beddingKg: 6.5, dries: 2.2, eats: 1, dueIn: 0 },
  { id: "demo-medlar", name: "Medlar", system: "flowThrough", room: "demo-north", beganAgo: 360, wormsKg: 0.9, beddingKg: 16, dries: 0.9, eats: 1, neglected: [118, 92], dueIn: 1 },
  { id: "demo-bath", name: "Old bath", system: "bath", room: "demo-north", size: { widthM: 1.3, lengthM: 0.55, heightM: 0.38 }, beganAgo: 340, wormsKg: 1.2, beddingKg: 36, dries: 0.8, eats: 1.1, dueIn: 11 },
  { id: "demo-lovage", name: "Lovage", system: "tub", school: "halves-alternating", room: "demo-north", size: { widthM: 0.6, lengthM: 0.4, heightM: 0.32 }, beganAgo: 290, wormsKg: 0.6, beddingKg: 10, dries: 0.7, eats: 0.9, flooded: { ago: 9, waterL: 45 }, dueIn: 0, changes: { drainage: "poor", compartments: [{ id: "c1" as BinSetup["compartments"][number]["id"], widthM: 0.6, lengthM: 0.4, heightM: 0.32, placeCount: 2 }] } },
  { id: "demo-bay", name: "Bay", system: "fabricPot", room: "demo-north", beganAgo: 345, refilledAgo: 150, wormsKg: 0.5, beddingKg: 16, dries: 1, eats: 1, dueIn: 34, changes: { resting: true } },
  { id: "demo-cress", name: "Cress", system: "tub", room: "demo-boiler", size: { widthM: 0.36, lengthM: 0.26, heightM: 0.22 }, beganAgo: 310, wormsKg: 0.15, beddingKg: 3, dries: 1.2, eats: 1, tipped: { ago: 96, into: "demo-quince" }, dueIn: 0 },
  { id: "demo-nursery", name: "Nursery", system: "breederTub", room: "demo-boiler", beganAgo: 120, wormsKg: 0.12, beddingKg: 5, dries: 0.6, eats: 1, dueIn: 0 },
]; // prettier-ignore

/** What the kitchen sends down, by season; shares of a meal. */
export const MENUS: readonly (readonly { readonly materialId: string; readonly share: number }[])[] = [
  [
    { materialId: "apple-cores-peel", share: 0.5 },
    { materialId: "tea-leaves", share: 0.2 },
    { materialId: "porridge-cooked", share: 0.3 },
  ],
  [
    { materialId: "lettuce-salad", share: 0.4 },
    { materialId: "tea-leaves", share: 0.3 },
    { materialId: "cut-flowers", share: 0.3 },
  ],
  [
    { materialId: "melon-rind", share: 0.6 },
    { materialId: "berries-soft", share: 0.4 },
  ],
  [
    { materialId: "pumpkin-flesh-rind", share: 0.5 },
    { materialId: "banana-peel", share: 0.3 },
    { materialId: "coffee-grounds", share: 0.2 },
  ],
  [{ materialId: "mixed-kitchen-scraps", share: 1 }],
];
/** Rounded down to fit the season: 0 winter, 1 spring, 2 summer, 3 autumn, 4 whatever there is. */
export const menuOf = (dayOfYear: number, dice: number): (typeof MENUS)[number] =>
  MENUS[dice < 0.35 ? 4 : Math.floor(((dayOfYear + 31) % 365) / 91.5) % 4]!;
