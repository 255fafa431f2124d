import type { PantryMaterial } from "../catalogue/pantry";
import type { Stance } from "../catalogue/material";
import { opennessOf, partOf, wetDensity } from "./ingredient";
import { cnOf, mixOf, moistureOf, withWater } from "./mix";

/** What is wanted of a blend, and what there is to make it from. */
export interface BlendWish {
  readonly volumeL: number;
  readonly moisture: number;
  readonly cn: number;
  /** At hand, each with the most there is; none given means as much as one likes. */
  readonly stock: readonly { readonly material: PantryMaterial; readonly mostKg?: number }[];
}
export interface Blend {
  readonly parts: readonly { readonly material: PantryMaterial; readonly massKg: number }[];
  readonly waterL: number;
  readonly volumeL: number;
  readonly moisture: number;
  readonly cn: number | undefined;
  /** What could not be had, worst first. Empty: the wish is met. */
  readonly missing: readonly Missing[];
}
export type Missing =
  | { readonly code: "blend/too-little"; readonly shortL: number }
  | { readonly code: "blend/too-wet"; readonly moisture: number }
  | { readonly code: "blend/too-lean" | "blend/too-rich"; readonly cn: number }
  | { readonly code: "blend/packs" };

/** A linear programme as plain data, for any solver. All variables are at least nought. */
export interface LinearProgramme {
  readonly variables: Readonly<Record<string, Readonly<Record<string, number>>>>;
  readonly constraints: Readonly<
    Record<string, { readonly equal?: number; readonly min?: number; readonly max?: number }>
  >;
}

/** C:N is met within this much either way: the tables are no better. */
const CN_TOLERANCE = 0.05;
const LEAST_OPENNESS = 0.4;
/** A small share: sparingly used and contested materials, by volume. */
const MOST_SHARE = 0.1;

/** Price of a litre in the sum: what is gladly used is taken first. */
const PRICE: Record<Stance, number> = { favoured: 1, fine: 1.5, sparingly: 3, contested: 3, avoid: 50 };
/** What missing a wish costs: a short heap is worst, then wetness, then balance, then openness. */
const MISS = { short: 1e5, wet: 1e4, carbon: 1e3, open: 20 } as const;

/**
 * The programme behind "make 40 L at 78 % and C:N 30 from what I have". Moisture, volume and C:N are all linear in the
 * masses: water Σ m (w − t) + W (1 − t) = 0; carbon Σ d (C − T N) between the two ends of the tolerance. Each wish has
 * slack at a price, so that there always is an answer and it says itself what could not be had.
 */
export function blendProgramme({ volumeL, moisture, cn, stock }: BlendWish): LinearProgramme {
  const variables: Record<string, Record<string, number>> = {
    water: { wet: 1 - moisture, price: 0.01 },
    short: { volume: 1, price: MISS.short },
    tooWet: { wet: -1, price: MISS.wet },
    tooLean: { lean: -1, price: MISS.carbon },
    tooRich: { rich: 1, price: MISS.carbon },
    packs: { open: 1, price: MISS.open },
  };
  const constraints: Record<string, { equal?: number; min?: number; max?: number }> = {
    volume: { equal: volumeL },
    wet: { equal: 0 },
    lean: { max: 0 },
    rich: { min: 0 },
    open: { min: 0 },
  };
  stock.forEach(({ material, mostKg }, at) => {
    const one = mixOf([partOf(material, 1)]);
    variables[`m${at}`] = {
      volume: one.volumeL,
      wet: material.moisture - moisture,
      lean: one.carbonKg - cn * (1 + CN_TOLERANCE) * one.nitrogenKg,
      rich: one.carbonKg - cn * (1 - CN_TOLERANCE) * one.nitrogenKg,
      open: one.volumeL * (opennessOf(material) - LEAST_OPENNESS),
      price: one.volumeL * PRICE[material.stance],
      [`most${at}`]: 1,
    };
    const byShare =
      material.stance === "sparingly" || material.stance === "contested" || material.use === "amendment"
        ? MOST_SHARE * volumeL * wetDensity(material, material.moisture)
        : Infinity;
    const most = Math.min(mostKg ?? Infinity, byShare);
    if (most < Infinity) constraints[`most${at}`] = { max: most };
  });
  return { variables, constraints };
}

/** Amounts under this are crumbs of the arithmetic. */
const CRUMB_L = 0.02;

/** Reads the solver's variables back into a blend, and says what is missing. */
export function blendFrom(wish: BlendWish, values: ReadonlyMap<string, number>): Blend {
  const parts = wish.stock.flatMap(({ material }, at) => {
    const massKg = values.get(`m${at}`) ?? 0;
    return massKg / wetDensity(material, material.moisture) > CRUMB_L ? [{ material, massKg }] : [];
  });
  const waterL = values.get("water") ?? 0;
  const dry = mixOf(parts.map(({ material, massKg }) => partOf(material, massKg)));
  const whole = withWater(dry, waterL);
  const cn = cnOf(dry);
  const missing: Missing[] = [];
  const short = wish.volumeL - dry.volumeL;
  if (short > 0.02 * wish.volumeL) missing.push({ code: "blend/too-little", shortL: short });
  if (moistureOf(whole) > wish.moisture + 0.005)
    missing.push({ code: "blend/too-wet", moisture: moistureOf(whole) });
  if (cn !== undefined && cn > wish.cn * (1 + CN_TOLERANCE) * 1.005)
    missing.push({ code: "blend/too-lean", cn });
  if (cn !== undefined && cn < wish.cn * (1 - CN_TOLERANCE) * 0.995)
    missing.push({ code: "blend/too-rich", cn });
  if ((values.get("packs") ?? 0) > 0.05 * wish.volumeL) missing.push({ code: "blend/packs" });
  return { parts, waterL, volumeL: dry.volumeL, moisture: moistureOf(whole), cn, missing };
}

/** What is lacking and what would help, in a sentence. */
export function sayMissing(missing: Missing, wish: Pick<BlendWish, "volumeL" | "moisture" | "cn">): string {
  switch (missing.code) {
    case "blend/too-little":
      return `There is too little: ${Math.ceil(missing.shortL)} L are missing to ${Math.round(wish.volumeL)} L. Add a material, or more of one.`;
    case "blend/too-wet":
      return `All of it together is ${Math.round(missing.moisture * 100)} % moist, wetter than ${Math.round(wish.moisture * 100)} %: something dry is missing, such as shredded card or dry leaves.`;
    case "blend/too-lean":
      return `C:N ${Math.round(wish.cn)} is out of reach: the nearest is ${Math.round(missing.cn)}. Something rich in nitrogen is missing, such as coffee grounds, green leaves or aged manure.`;
    case "blend/too-rich":
      return `C:N ${Math.round(wish.cn)} is out of reach: the nearest is ${Math.round(missing.cn)}. Something rich in carbon is missing, such as card, straw or dry leaves.`;
    case "blend/packs":
      return "It will pack down: something stiff is missing, such as corrugated card, straw or hemp.";
  }
}
