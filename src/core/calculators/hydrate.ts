import { moisture, volumeL } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { correctMoisture } from "../moisture/correct";
import { calculator } from "./calculator";
import { atLeastNought, positiveMassKg, targetMoisture } from "./fields";

/** Wetter than this no bedding or food holds its water: it swims in it. Source: bedding table, wettest field capacity and a tenth. */
const MOST_HELD = 0.95;

/** Water that brings a material up to a moisture. Dry mass stays; 1 kg of water counts as 1 L. */
export const hydrate = calculator({
  name: "hydrate",
  purpose: "Water to soak a material to a moisture.",
  source: "Mass balance, m (1 − f) = (m + w) (1 − t); process model 12.5.",
  input: z.strictObject({ massKg: positiveMassKg, moisture, targetMoisture }),
  output: z.strictObject({ waterL: volumeL, wetMassKg: atLeastNought }),
  example: {
    in: { massKg: 8, moisture: 0.62, targetMoisture: 0.75 },
    out: { waterL: 4.16, wetMassKg: 12.16 },
  },
  sum: ({ massKg, moisture: present, targetMoisture: target }) => {
    if (target > MOST_HELD)
      return refused({ code: "calc/not-held", field: "targetMoisture", most: MOST_HELD });
    const found = correctMoisture({ massKg, moisture: present, targetMoisture: target });
    if (!found.ok)
      return refused({ code: "calc/target-below-present", moisture: present, targetMoisture: target });
    return done({ waterL: found.value.waterL, wetMassKg: massKg + found.value.waterL });
  },
});
