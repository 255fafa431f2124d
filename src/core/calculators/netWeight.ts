import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { toBase } from "../quantity/unit";
import { calculator } from "./calculator";
import { atLeastNought } from "./fields";

/** Gross less tare, each and in all, in kg. */
export const netWeight = calculator({
  name: "net-weight",
  purpose: "What is in the containers: full less empty, each and in all.",
  source: "Subtraction; factors of pound and ounce as defined in 1959.",
  input: z.strictObject({
    weighings: z
      .array(
        z.strictObject({ gross: atLeastNought, tare: atLeastNought, unit: z.enum(["kg", "g", "lb", "oz"]) }),
      )
      .min(1)
      .max(10_000),
  }),
  output: z.strictObject({ netKg: atLeastNought, each: z.array(atLeastNought) }),
  example: {
    in: {
      weighings: [
        { gross: 5.2, tare: 0.4, unit: "kg" },
        { gross: 900, tare: 150, unit: "g" },
      ],
    },
    out: { netKg: 5.55, each: [4.8, 0.75] },
  },
  sum: ({ weighings }) => {
    const swapped = weighings.findIndex(({ gross, tare }) => tare > gross);
    if (swapped >= 0) {
      const { gross, tare } = weighings[swapped]!;
      return refused({ code: "calc/negative-net", field: `weighings[${swapped}].tare`, gross, tare });
    }
    const each = weighings.map(({ gross, tare, unit }) => toBase(gross - tare, unit));
    return done({ netKg: each.reduce((sum, one) => sum + one, 0), each });
  },
});
