import { massKg, materialId, moisture, volumeL } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { wholeMaterial } from "../catalogue/composition";
import { partOf, wetDensity } from "../mixing/ingredient";
import type { MixPart } from "../mixing/mix";
import { cnOf, mixOf, moistureOf } from "../mixing/mix";
import { correctMoisture } from "../moisture/correct";
import { calculator } from "./calculator";
import { atLeastNought, positive, targetMoisture } from "./fields";
import type { CalculatorProblem } from "./sentences";

const amounts = { massKg: massKg.optional(), volumeL: volumeL.optional(), moisture: moisture.optional() };
const component = z.union([
  z.strictObject({ materialId, ...amounts }),
  z.strictObject({
    custom: z.strictObject({
      carbonPctDm: atLeastNought.max(100),
      nitrogenPctDm: atLeastNought.max(100),
      moisture,
      densityKgPerL: positive.max(3),
    }),
    ...amounts,
  }),
]);
type Component = z.infer<typeof component>;

/**
 * What a blend comes to before any water is added, and the water that brings it to a moisture. C:N from summed carbon
 * and nitrogen; null when nothing in it holds nitrogen. Loose volumes add; a heap settles by about a tenth.
 */
export const mix = calculator({
  name: "mix",
  purpose:
    "What a blend of bedding and feed comes to: weight, volume, moisture, C:N, and the water it wants.",
  source: "Sums on dry mass; process model 12.3 and 12.5.",
  input: z.strictObject({
    components: z.array(component).min(1).max(200),
    targetMoisture: targetMoisture.optional(),
  }),
  output: z.strictObject({
    massKg: atLeastNought,
    volumeL: atLeastNought,
    dryKg: atLeastNought,
    moisture,
    cn: atLeastNought.nullable(),
    waterToAddL: atLeastNought,
    beddingHint: z.string().optional(),
  }),
  example: {
    in: {
      components: [
        {
          custom: { carbonPctDm: 45, nitrogenPctDm: 0.15, moisture: 0.08, densityKgPerL: 0.045 },
          massKg: 0.6,
        },
        { custom: { carbonPctDm: 46, nitrogenPctDm: 1.7, moisture: 0.7, densityKgPerL: 0.35 }, massKg: 1 },
      ],
      targetMoisture: 0.75,
    },
    out: {
      massKg: 1.6,
      volumeL: 0.6 / 0.045 + 1 / 0.35,
      dryKg: 0.852,
      moisture: 0.748 / 1.6,
      cn: (0.552 * 45 + 0.3 * 46) / (0.552 * 0.15 + 0.3 * 1.7),
      waterToAddL: 0.852 * 4 - 1.6,
    },
  },
  sum: ({ components, targetMoisture: target }) => {
    const parts: MixPart[] = [];
    for (const [at, one] of components.entries()) {
      const part = partFor(one, `components[${at}]`);
      if (!part.ok) return part;
      parts.push(part.value);
    }
    const whole = mixOf(parts);
    if (whole.massKg === 0) return refused({ code: "calc/nothing-in-it", field: "components" });
    const present = moistureOf(whole);
    const water =
      target === undefined
        ? undefined
        : correctMoisture({ massKg: whole.massKg, moisture: present, targetMoisture: target });
    return done({
      massKg: whole.massKg,
      volumeL: whole.volumeL,
      dryKg: whole.dryKg,
      moisture: present,
      cn: cnOf(whole) ?? null,
      waterToAddL: water?.ok ? water.value.waterL : 0,
      ...(target !== undefined && target <= present
        ? {
            beddingHint:
              target === present
                ? "It is at the target already: add neither water nor bedding."
                : "It is wetter than the target: add dry bedding, such as shredded card, instead of water.",
          }
        : {}),
    });
  },
});

/** A component at its amount; an outer moisture beats the material's own. */
function partFor(one: Component, field: string): Outcome<MixPart, CalculatorProblem> {
  const given = [one.massKg, one.volumeL].filter((amount) => amount !== undefined).length;
  if (given !== 1) return refused({ code: "calc/one-of", field, names: ["massKg", "volumeL"], given });
  if ("custom" in one) {
    const { densityKgPerL } = one.custom;
    const mass = one.massKg ?? one.volumeL! * densityKgPerL;
    return done({ ...one.custom, massKg: mass, moisture: one.moisture ?? one.custom.moisture });
  }
  const material = wholeMaterial(one.materialId);
  if (!material)
    return refused({
      code: "calc/unknown-material",
      field: `${field}.materialId`,
      materialId: one.materialId,
    });
  const at = one.moisture ?? material.moisture;
  return done(partOf(material, one.massKg ?? one.volumeL! * wetDensity(material, at), at));
}
