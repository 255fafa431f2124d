import { massKg } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { calculator } from "./calculator";
import { atLeastNought } from "./fields";

/** Water itself is a lot of moisture 1. */
const lot = z.strictObject({ massKg, moisture: z.number().min(0).max(1) });
const dryKg = (of: z.infer<typeof lot>): number => of.massKg * (1 - of.moisture);
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

/**
 * What went in against what came out, dry beside wet. What is neither out nor standing was breathed off or not weighed.
 * An opening stock is an input. Yields are null when nothing (dry) went in.
 */
export const balance = calculator({
  name: "balance",
  purpose: "What went in against what came out, by wet and by dry weight.",
  source: "Mass balance on a dry basis; process model 12.14.",
  input: z.strictObject({
    inputs: z.array(lot).min(1).max(10_000),
    outputs: z.array(lot.extend({ kind: z.enum(["castings", "worms", "overs", "liquid"]) })).max(10_000),
    standing: lot.optional(),
  }),
  output: z.strictObject({
    wetInKg: atLeastNought,
    dryInKg: atLeastNought,
    dryCastingsKg: atLeastNought,
    wetYield: atLeastNought.nullable(),
    dryYield: atLeastNought.nullable(),
    dryUnaccountedKg: z.number(),
    /** Said where more dry matter left or stands than came in. */
    note: z.string().optional(),
  }),
  example: {
    in: {
      inputs: [
        { massKg: 60, moisture: 0.85 },
        { massKg: 8, moisture: 0.08 },
      ],
      outputs: [{ kind: "castings", massKg: 27, moisture: 0.76 }],
    },
    out: {
      wetInKg: 68,
      dryInKg: 16.36,
      dryCastingsKg: 6.48,
      wetYield: 27 / 68,
      dryYield: 6.48 / 16.36,
      dryUnaccountedKg: 9.88,
    },
  },
  sum: ({ inputs, outputs, standing }) => {
    const wetInKg = sum(inputs.map((one) => one.massKg));
    if (wetInKg === 0) return refused({ code: "calc/nothing-in-it", field: "inputs" });
    const dryInKg = sum(inputs.map(dryKg));
    const castings = outputs.filter(({ kind }) => kind === "castings");
    const dryCastingsKg = sum(castings.map(dryKg));
    const dryUnaccountedKg = dryInKg - sum(outputs.map(dryKg)) - (standing ? dryKg(standing) : 0);
    return done({
      wetInKg,
      dryInKg,
      dryCastingsKg,
      wetYield: sum(castings.map((one) => one.massKg)) / wetInKg,
      dryYield: dryInKg > 0 ? dryCastingsKg / dryInKg : null,
      dryUnaccountedKg,
      ...(dryUnaccountedKg < -1e-9
        ? {
            note: "More dry matter left or stands than came in: an input is missing (an opening stock, bedding), or a moisture is off.",
          }
        : {}),
    });
  },
});
