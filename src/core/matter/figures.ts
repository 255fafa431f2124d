import type { Cover, Wall } from "@/vocabulary/setup";

/*
 * What the contents of a bin weigh and hold, where nobody measured it. Each figure stands here once; the process model's
 * table takes the densities from here.
 */

/** Settled dry kilograms in a litre: bedding 0.06–0.14, food 0.08–0.20, castings 0.15–0.25. Source: process model 5.1, 5.5. */
export const SETTLED_DRY_KG_PER_L = { bedding: 0.085, food: 0.13, castings: 0.19 } as const;

/** Moist castings or bed contents as they lie, kg in a litre, 0.6–0.85. Source: process model 5.1 at 73 % moisture. */
export const MOIST_KG_PER_L = 0.7;

/** Moisture of castings as they are lifted, 0.7–0.8, and of bought or stored ones to start a bin with, 0.55–0.7. */
export const HARVEST_MOISTURE = 0.75;
export const STARTER_MOISTURE = 0.65;

/** Kitchen scraps as they lie in a bin, kg in a litre, 0.4–0.8. Source: catalogue, mixed kitchen scraps. */
export const FOOD_KG_PER_L = 0.6;

/** What was seen of a meal, as the share of it that is still there. Source: process model 9, middles of its classes. */
export const SEEN_SHARE = { none: 0, little: 0.2, half: 0.5, most: 0.85 } as const;

/** Water that leaves bare wet stuff in still indoor air, kg on a square metre in a day for each kPa the air lacks. Source: process model, `eE`. */
export const BARE_DRIES_KG = { low: 0.3, usual: 0.75, high: 1.5 } as const;

/** Live worms on a square metre of open bed, kg: what one starts with, and what a bed carries when it runs well. Source: process model 12.2. */
export const HERD_KG_PER_M2 = { start: 2.5, running: 5 } as const;

/** Heat through wall, lid and inner film together, W/m²/K, 1.5–4, and what a wall lets through of it. Source: process model 5.4. */
export const WALL_U = 2.5;
export const LETS_THROUGH: Readonly<Record<Wall, number>> = {
  plastic: 1,
  fabric: 1,
  wood: 0.7,
  ground: 0.5,
  foam: 0.3,
};

/** Share of rain that comes through a cover. Judgement. */
export const LETS_RAIN: Readonly<Record<Cover, number>> = {
  open: 1,
  breathable: 0.6,
  vented: 0.03,
  looseLid: 0.05,
  tightLid: 0,
  wetBlanket: 0.5,
};

/** Cocoons of a bin against the best laboratory rate, and what density and moisture take off. Source: process model 5.1, 12.11. */
export const COCOON_SHARE = 0.45 * 0.64;
/** The upper third of a tray or tote, as one lifts it over into the next. */
export const LIFTED_UP = 0.35;
