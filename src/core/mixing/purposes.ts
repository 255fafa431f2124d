import type { Squeeze } from "@/vocabulary/readings";
import { SCHOOL_TABLE } from "../catalogue/school";

/** What bedding is mixed for. */
export const MIX_PURPOSES = ["soak", "bed", "breeding"] as const;
export type MixPurpose = (typeof MIX_PURPOSES)[number];

export interface Wetness {
  readonly name: string;
  /** What a squeezed handful shows of it. */
  readonly squeeze: Squeeze;
  /** Water over wet mass. Source: the squeeze, read backwards (`moisture/squeeze`); judgement within its stretch. */
  readonly moisture: number;
}
export const WETNESS: Readonly<Record<MixPurpose, Wetness>> = {
  soak: { name: "to soak up a wet bin", squeeze: "noDrop", moisture: 0.6 },
  bed: { name: "bedding for a bin", squeeze: "fewDrops", moisture: 0.76 },
  breeding: { name: "a breeding bed", squeeze: "manyDrops", moisture: 0.82 },
};
/** The purpose a moisture is for, to the percent; none where it was typed otherwise. Never throws. */
export const purposeAt = (moisture: number): MixPurpose | undefined =>
  MIX_PURPOSES.find((one) => Math.abs(WETNESS[one].moisture - moisture) < 0.005);

/** From the driest to the wettest that a way of keeping asks of its bed. */
export const SCHOOLS_MOISTURE = {
  low: Math.min(...SCHOOL_TABLE.map(({ moistureLow }) => moistureLow)),
  high: Math.max(...SCHOOL_TABLE.map(({ moistureHigh }) => moistureHigh)),
} as const;
