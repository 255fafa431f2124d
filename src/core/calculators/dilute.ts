import { volumeL } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { calculator } from "./calculator";
import { positive, positiveVolumeL } from "./fields";

/** 1 part to 10 is 11 in all; tenfold is 10 in all. Exactly one of ratio and factor. */
export const dilute = calculator({
  name: "dilute",
  purpose: "Water to thin a liquid, by parts or so many fold.",
  source: "Parts: water = liquid × water ÷ parts. Fold: all = liquid × factor.",
  input: z.strictObject({
    liquidL: positiveVolumeL,
    ratio: z.strictObject({ parts: positive, water: positive }).optional(),
    factor: z.number().min(1).max(1e6).optional(),
  }),
  output: z.strictObject({ waterL: volumeL, totalL: volumeL }),
  example: { in: { liquidL: 0.5, ratio: { parts: 1, water: 10 } }, out: { waterL: 5, totalL: 5.5 } },
  sum: ({ liquidL, ratio, factor }) => {
    const given = [ratio, factor].filter((one) => one !== undefined).length;
    if (given !== 1)
      return refused({
        code: "calc/one-of",
        field: ratio ? "factor" : "ratio",
        names: ["ratio", "factor"],
        given,
      });
    const waterL = ratio ? (liquidL * ratio.water) / ratio.parts : liquidL * ((factor ?? 1) - 1);
    return done({ waterL, totalL: liquidL + waterL });
  },
});
