import { massKg, temperatureC } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { breedingOf, doublingDays } from "../catalogue/breeding";
import { speciesOf } from "../catalogue/species";
import { COCOON_SHARE } from "../matter/figures";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg, shortSpecies, speciesId } from "./fields";

/** Cocoons, hatching days and hatchlings of a breeding tub over one cycle. */
export const breederCocoons = calculator({
  name: "breeder-cocoons",
  purpose: "Cocoons of a breeding tub in one cycle, when they hatch, and how many young.",
  source: "Process model 12.11 and 5.2; expect a wide spread.",
  input: z.strictObject({
    adults: positive.max(1_000_000),
    speciesId,
    temperatureC,
    cycleDays: positive.max(366),
  }),
  output: z.strictObject({
    cocoons: atLeastNought,
    hatchlings: atLeastNought,
    firstHatchDays: positive,
    meanHatchDays: positive,
    lastHatchDays: positive,
  }),
  example: {
    in: { adults: 252, speciesId: "fetida", temperatureC: 24, cycleDays: 21 },
    out: {
      cocoons: 252 * 3.8 * 0.45 * 0.64 * 3,
      hatchlings: 252 * 3.8 * 0.45 * 0.64 * 3 * 0.83 * 3.3,
      firstHatchDays: 0.67 * 30 * 2.2 ** 0.1,
      meanHatchDays: 30 * 2.2 ** 0.1,
      lastHatchDays: 1.4 * 30 * 2.2 ** 0.1,
    },
  },
  sum: ({ adults, speciesId: id, temperatureC: at, cycleDays }) => {
    const species = speciesOf(shortSpecies(id));
    const breeding = breedingOf(species.id);
    const cocoons =
      (adults * breeding.cocoonsPerAdultWeek * COCOON_SHARE * breeding.warmthFactor(at) * cycleDays) / 7;
    const meanHatchDays = breeding.incubationDays * species.q10 ** ((25 - Math.min(at, species.bestC)) / 10);
    return done({
      cocoons,
      hatchlings: cocoons * breeding.hatchShare * breeding.hatchlingsPerCocoon,
      firstHatchDays: 0.67 * meanHatchDays,
      meanHatchDays,
      lastHatchDays: 1.4 * meanHatchDays,
    });
  },
});

/** Days until a herd has doubled, and until it has filled its surface. */
export const doubling = calculator({
  name: "doubling",
  purpose: "How long a herd takes to double, and when to split it.",
  source: "Process model 12.18: 77 × 1.19^((20 − min(25, T)) ÷ 5) days.",
  input: z.strictObject({
    wormsKg: positiveMassKg,
    surfaceM2: positive,
    limitKgPerM2: positive.max(50).optional(),
    temperatureC,
    speciesId: speciesId.optional(),
  }),
  output: z.strictObject({ doublingDays: positive, splitInDays: atLeastNought, limitKg: massKg }),
  example: {
    in: { wormsKg: 0.45, surfaceM2: 0.2, limitKgPerM2: 5, temperatureC: 22 },
    out: {
      doublingDays: 77 * 1.19 ** -0.4,
      splitInDays: 77 * 1.19 ** -0.4 * Math.log2(1 / 0.45),
      limitKg: 1,
    },
  },
  sum: ({ wormsKg, surfaceM2, limitKgPerM2 = 5, temperatureC: at, speciesId: id = "fetida" }) => {
    const [fromC, , , toC] = breedingOf(shortSpecies(id)).warmthC;
    if (at <= fromC || at >= toC)
      return refused({ code: "calc/outside-range", field: "temperatureC", fromC, toC });
    const doubles = doublingDays(at);
    const limitKg = surfaceM2 * limitKgPerM2;
    return done({
      doublingDays: doubles,
      splitInDays: Math.max(0, doubles * Math.log2(limitKg / wormsKg)),
      limitKg,
    });
  },
});
