import { depthM, massKg, volumeL } from "@/vocabulary/fields";
import { done } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { HERD_KG_PER_M2 } from "../matter/figures";
import { speciesOf } from "../catalogue/species";
import { calculator } from "./calculator";
import { atLeastNought, positive, positiveMassKg, shortSpecies, speciesId } from "./fields";

/** Stocking by what it is called here, kg to a square metre. */
const STOCKING_KG_PER_M2 = { starter: HERD_KG_PER_M2.start, production: HERD_KG_PER_M2.running } as const;
/** More scraps than this a day no household and few canteens make, kg. */
const A_FARMS_KG = 100;
/** Deep enough for a year, shallow enough to breathe. */
const BED_DEPTH_M = 0.25;

/** Worms that eat the scraps, and the bin that carries the worms. Depth 0.25 m; surface = worms ÷ stocking density. */
export const sizeBin = calculator({
  name: "size-bin",
  purpose: "How many worms for the scraps of a day, and how large a bin for them.",
  source:
    "Process model 12.1 and 12.2; intake half the worms’ weight a day (between a quarter and all of it).",
  input: z.strictObject({
    scrapsKgPerDay: positiveMassKg,
    intakeKgPerKgDay: positive.max(2).optional(),
    speciesId: speciesId.optional(),
    density: z.enum(["starter", "production"]).optional(),
  }),
  output: z.strictObject({
    wormsKg: massKg,
    wormsCount: atLeastNought,
    surfaceM2: atLeastNought,
    depthM,
    volumeL,
    /** Said of amounts that no household makes. */
    note: z.string().optional(),
  }),
  example: {
    in: { scrapsKgPerDay: 0.25, density: "production" },
    out: { wormsKg: 0.5, wormsCount: 0.5 / 0.00045, surfaceM2: 0.1, depthM: 0.25, volumeL: 25 },
  },
  sum: ({ scrapsKgPerDay, intakeKgPerKgDay, speciesId: id = "fetida", density = "starter" }) => {
    const species = speciesOf(shortSpecies(id));
    const wormsKg = scrapsKgPerDay / (intakeKgPerKgDay ?? species.intakeKgPerKgDay);
    const surfaceM2 = wormsKg / STOCKING_KG_PER_M2[density];
    return done({
      wormsKg,
      wormsCount: (wormsKg * 1000) / species.adultG,
      surfaceM2,
      depthM: BED_DEPTH_M,
      volumeL: surfaceM2 * BED_DEPTH_M * 1000,
      ...(scrapsKgPerDay > A_FARMS_KG
        ? {
            note: "So much a day is a farm's amount, not a household's: check the unit; if it is right, plan beds and part-composting first.",
          }
        : {}),
    });
  },
});
