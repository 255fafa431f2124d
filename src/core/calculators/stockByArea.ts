import { lengthM } from "@/vocabulary/fields";
import { done } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { calculator } from "./calculator";
import { atLeastNought, positive } from "./fields";

/** Area × density; nothing is rounded on the way. Without the weight of a worm no mass comes out. */
export const stockByArea = calculator({
  name: "stock-by-area",
  purpose: "How many worms a surface takes at so many to the square metre.",
  source: "Area times density; process model 12.12 (0.12 m² at 2100 to the square metre are 252 adults).",
  input: z.strictObject({
    lengthM,
    widthM: lengthM,
    wormsPerM2: positive.max(200_000),
    meanWormG: positive.max(20).optional(),
  }),
  output: z.strictObject({ areaM2: atLeastNought, count: atLeastNought, massKg: atLeastNought.optional() }),
  example: {
    in: { lengthM: 0.4, widthM: 0.3, wormsPerM2: 2100, meanWormG: 0.45 },
    out: { areaM2: 0.12, count: 252, massKg: 0.1134 },
  },
  sum: ({ lengthM: long, widthM, wormsPerM2, meanWormG }) => {
    const areaM2 = long * widthM;
    const count = areaM2 * wormsPerM2;
    return done({
      areaM2,
      count,
      ...(meanWormG === undefined ? {} : { massKg: (count * meanWormG) / 1000 }),
    });
  },
});
