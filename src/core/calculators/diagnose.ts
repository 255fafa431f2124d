import { done } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { troubleContext } from "../trouble/context";
import type { Diagnosis } from "../trouble/diagnose";
import { diagnose as rank, LIKELIHOODS } from "../trouble/diagnose";
import { FACTS } from "../trouble/facts";
import { SIGNS } from "../trouble/knowledge";
import { calculator } from "./calculator";

const signId = z.enum(SIGNS.map(({ id }) => id));
const weight = z.number();
const input = z
  .strictObject({
    signs: z.array(signId).max(SIGNS.length),
    checkedAbsent: z.array(signId).max(SIGNS.length).optional(),
    context: troubleContext.optional(),
  })
  .refine(({ signs, checkedAbsent }) => !checkedAbsent?.some((id) => signs.includes(id)), {
    path: ["checkedAbsent"],
    message: "a sign is either seen or not there",
  });

/** Causes of what is seen, by log-odds; emergencies always bring first aid. */
export const diagnose = calculator<z.infer<typeof input>, Diagnosis>({
  name: "diagnose",
  purpose: "What may be behind the signs of a bin, likeliest first, with what to do now.",
  source:
    "Score = usual weight of the cause + weights of the signs seen, less half of those looked for and not there, and what is known of the bin. Words go by the share of exp(score): over 0.6 most likely, over 0.25 likely, over 0.08 possible. Judgement of practice, not counted cases.",
  input,
  output: z.strictObject({
    ranked: z.array(
      z.strictObject({
        causeId: z.string(),
        score: z.number(),
        likelihood: z.enum(LIKELIHOODS),
        evidence: z.array(
          z.union([z.strictObject({ signId, weight }), z.strictObject({ fact: z.enum(FACTS), weight })]),
        ),
      }),
    ),
    firstAid: z.array(z.string()),
    alsoLookFor: signId.optional(),
  }) as z.ZodType<Diagnosis>,
  example: {
    in: { signs: ["smell-ammonia", "string-of-beads"] },
    out: {
      ranked: [
        {
          causeId: "protein-ammonia",
          score: 4,
          evidence: [
            { signId: "smell-ammonia", weight: 3 },
            { signId: "string-of-beads", weight: 3 },
          ],
          likelihood: "most likely",
        },
        {
          causeId: "overfeeding",
          score: 2,
          evidence: [
            { signId: "string-of-beads", weight: 1.5 },
            { signId: "smell-ammonia", weight: 1 },
          ],
          likelihood: "possible",
        },
      ],
      firstAid: [
        "Open the bin and air the room",
        "Lift out grain, meal, manure or green mass",
        "Mix in plenty of damp cardboard",
        "Move live worms to fresh damp bedding with no food in it",
      ],
      alsoLookFor: "food-piled",
    },
  },
  sum: ({ signs, checkedAbsent, context }) => done(rank(signs, checkedAbsent, context)),
});
