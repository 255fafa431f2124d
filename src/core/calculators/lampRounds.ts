import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { lampSchedule, scrapesFor } from "../schedule/lampRounds";
import { calculator } from "./calculator";
import { atLeastNought, positive } from "./fields";

const MOST_SCRAPES = 2_000;

/** The shortest round of scraping under lamps, with one pair of hands. `lowerBoundMin` only where it is not proved least. */
export const lampRounds = calculator({
  name: "lamp-rounds",
  purpose: "In which order to scrape tubs under a lamp so that one pair of hands is done soonest.",
  source: "One machine, equal jobs in chains; exact to 12 scrapes, otherwise the best found with its bound.",
  input: z.strictObject({
    tubs: z
      .array(z.strictObject({ depthCm: atLeastNought.max(1_000) }))
      .min(1)
      .max(500),
    scrapeCm: positive.max(1_000),
    waitMin: atLeastNought.max(10_000),
    scrapeMin: positive.max(10_000),
    leaveCm: atLeastNought.max(1_000).optional(),
  }),
  output: z.strictObject({
    timeline: z.array(
      z.strictObject({
        startMin: atLeastNought,
        tub: z.number().int().min(1),
        round: z.number().int().min(1),
      }),
    ),
    totalMin: atLeastNought,
    idleMin: atLeastNought,
    lowerBoundMin: atLeastNought.optional(),
  }),
  example: {
    in: { tubs: [{ depthCm: 9 }, { depthCm: 6 }], scrapeCm: 3, waitMin: 10, scrapeMin: 4, leaveCm: 3 },
    out: {
      timeline: [
        { startMin: 10, tub: 1, round: 1 },
        { startMin: 14, tub: 2, round: 1 },
        { startMin: 24, tub: 1, round: 2 },
      ],
      totalMin: 28,
      idleMin: 16,
    },
  },
  sum: ({ tubs, scrapeCm, waitMin, scrapeMin, leaveCm = 0 }) => {
    const scrapes = tubs.map(({ depthCm }) => scrapesFor(depthCm, scrapeCm, leaveCm));
    const count = scrapes.reduce((sum, one) => sum + one, 0);
    if (count > MOST_SCRAPES) return refused({ code: "calc/too-many", field: "tubs", most: MOST_SCRAPES });
    const { timeline, totalMin, lowerBoundMin } = lampSchedule({ scrapes, waitMin, scrapeMin });
    return done({
      timeline: [...timeline],
      totalMin,
      idleMin: totalMin - count * scrapeMin,
      ...(lowerBoundMin < totalMin - 1e-9 ? { lowerBoundMin } : {}),
    });
  },
});
