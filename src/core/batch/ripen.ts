import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import type { WholeMaterial } from "../catalogue/rows";

export interface RipeningHeap {
  readonly parts: readonly {
    readonly material: WholeMaterial;
    readonly massKg: number;
    readonly volumeL: number;
  }[];
  readonly volumeL: number;
  readonly moisture: number;
  readonly cn: number | undefined;
  /** Where it stands. */
  readonly placeC: number;
  readonly mixedOn: LocalDate;
}
export interface Ripening {
  readonly heats: boolean;
  readonly turnDays: readonly LocalDate[];
  readonly ripeFrom: LocalDate;
  readonly ripeBy: LocalDate;
}

/** Usable bedding: degree-days above 5 °C. Source: process model 12.16, low confidence, hence the wide span. */
export const RIPE_DEGREE_DAYS = 300;
export const RIPENS_ABOVE_C = 5;
const SPAN = { early: 0.7, late: 1.4 };
const LONGEST_DAYS = 400;
/** A heap smaller than this loses its heat as fast as it makes it. Judgement. */
const HEATS_FROM_L = 50;
const HOT_TURNS = [3, 6, 10, 14];
const COOL_TURN_EVERY = 7;

/** Bedding that is alive already and needs no ripening. */
const LIVING = new Set([
  "leaf-mould",
  "castings-worked-bedding",
  "compost-finished",
  "manure-aged-bedding",
  "straw-aged",
  "wood-chip-fine-aged",
  "mushroom-block-crumbled",
]);

/**
 * When a blend is fit, as a span, and on which days to turn it. It heats when there is enough of it, moist, and rich in
 * what rots fast; a hot heap is turned four times in two weeks and must cool before worms go in.
 */
export function ripening({ parts, volumeL, moisture, cn, placeC, mixedOn }: RipeningHeap): Ripening {
  const sum = (of: (part: RipeningHeap["parts"][number]) => number) =>
    parts.reduce((total, part) => total + of(part), 0);
  const dryKg = sum(({ massKg, material }) => massKg * (1 - material.moisture));
  const quickKg = sum(({ massKg, material }) =>
    material.use === "food" && material.heatRisk >= 2 ? massKg * (1 - material.moisture) : 0,
  );
  const livingL = sum((part) => (LIVING.has(part.material.id) ? part.volumeL : 0));
  const heats =
    volumeL >= HEATS_FROM_L &&
    moisture >= 0.45 &&
    moisture <= 0.8 &&
    (cn ?? Infinity) < 45 &&
    quickKg > 0.1 * dryKg;
  const toGo = RIPE_DEGREE_DAYS * (1 - Math.min(1, volumeL > 0 ? livingL / volumeL : 0));
  const perDay = Math.max(0.5, placeC - RIPENS_ABOVE_C);
  const days = Math.min(LONGEST_DAYS, toGo / perDay);
  // Plain soaked bedding is fit at once, and better later; what rots has to have rotted.
  const isPlain = parts.every(({ material }) => material.use === "bedding");
  const early = isPlain && !heats ? 0 : Math.max(heats ? 14 : 0, Math.round(days * SPAN.early));
  const late = Math.max(early + (heats ? 7 : days > 4 ? 2 : 0), Math.round(days * SPAN.late));
  const turns = heats
    ? HOT_TURNS
    : Array.from(
        { length: Math.min(12, Math.floor((days * SPAN.early) / COOL_TURN_EVERY)) },
        (_, at) => (at + 1) * COOL_TURN_EVERY,
      );
  return {
    heats,
    turnDays: turns.map((after) => addDays(mixedOn, after)),
    ripeFrom: addDays(mixedOn, early),
    ripeBy: addDays(mixedOn, late),
  };
}
