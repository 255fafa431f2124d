import type { Creature } from "@/vocabulary/readings";
import { CREATURES } from "@/vocabulary/readings";
import type { Drainage } from "@/vocabulary/setup";
import type { Seen } from "../practice/practice";
import type { Step } from "./decision";

/** What a sign changes today, besides being answered in words. */
interface Effect {
  /** Share of the ration that is still given. */
  readonly meal?: number;
  /** Cover laid anew, deeper. */
  readonly isCoverDeep?: boolean;
  /** Bed wetted a little more: litres to a square metre. */
  readonly waterLPerM2?: number;
}
/** Signs that no emergency answers. A sign without an effect is normal life, and that is said. Source: sign table. */
const EFFECTS: Partial<Record<Creature, Effect>> = {
  "worms-on-food-cluster": {},
  "many-babies": {},
  "many-cocoons": {},
  "worms-on-lid": {},
  "few-worms": { meal: 0.5 },
  "mites-white": { meal: 0.6 },
  springtails: {},
  "white-worms": { meal: 0.6 },
  "fruit-flies": { meal: 0.7, isCoverDeep: true },
  "fungus-gnats": { isCoverDeep: true },
  "house-fly-maggots": { meal: 0.5, isCoverDeep: true },
  ants: { waterLPerM2: 1.5 },
  "mould-bloom": {},
  "standing-liquid": { meal: 0.5 },
  "dry-edges": { waterLPerM2: 1 },
  condensation: {},
  sprouts: {},
  woodlice: {},
  "soldier-fly-larvae": { meal: 0.7, isCoverDeep: true },
  "mites-brown": { meal: 0.8 },
  earwigs: {},
  "beetles-spiders": {},
  "mud-ball": { meal: 0.6 },
};

export interface SignsToday {
  readonly steps: readonly Step[];
  /** The sign that makes today's meal smaller, and the share of it that is still given. */
  readonly lessens?: { readonly sign: Creature; readonly share: number };
  readonly isCoverDeep: boolean;
  /** Water stands below: none is poured on. */
  readonly isStanding: boolean;
  readonly waterLPerM2: number;
  /** The air under the lid is too moist: it is let out, and no bedding is added for it. */
  readonly isSweating: boolean;
}

/** Together they are one thing. Source: sign table. */
const SWEATING: readonly Creature[] = ["condensation", "worms-on-lid"];

/**
 * Every sign that was ticked is answered; together they change the meal, the cover and the water. Water that stands in a
 * bin without a drain is sponged off, and then the meal need not be smaller for it.
 */
export function signsToday({ signs }: Seen, drainage: Drainage): SignsToday {
  const isSponged = signs.has("standing-liquid") && drainage === "none";
  const seen = CREATURES.filter((sign) => signs.has(sign) && EFFECTS[sign] !== undefined);
  const isSweating = SWEATING.every((sign) => signs.has(sign));
  const answered = isSweating ? seen.filter((sign) => !SWEATING.includes(sign)) : seen;
  const [least] = seen
    .map((sign) => ({
      sign,
      share: sign === "standing-liquid" && isSponged ? 1 : (EFFECTS[sign]!.meal ?? 1),
    }))
    .toSorted((a, b) => a.share - b.share);
  return {
    steps: [
      ...(isSweating
        ? [
            {
              kind: "airLid",
              why: { code: "sign/sweating" },
              evidence: SWEATING.map((sign) => ({ from: "reading", of: "sign", sign }) as const),
            } as const,
          ]
        : []),
      ...answered.map((sign): Step => ({
        kind: "keepAsIs",
        why: { code: "sign/answer", sign },
        evidence: [{ from: "reading", of: "sign", sign }],
      })),
    ],
    isSweating,
    ...(least && least.share < 1 ? { lessens: least } : {}),
    isStanding: signs.has("standing-liquid"),
    isCoverDeep: seen.some((sign) => EFFECTS[sign]!.isCoverDeep),
    waterLPerM2: Math.max(0, ...seen.map((sign) => EFFECTS[sign]!.waterLPerM2 ?? 0)),
  };
}
