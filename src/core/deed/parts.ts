import type { Holds } from "@/records/entry";
import type { Compartment } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { castingsShare, depthM, dryKg, NOTHING } from "../bin/matter";
import type { BinState } from "../bin/state";
import { daysBetween } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";

/** One part of a bin as it is known on a day. */
export interface Part {
  readonly compartment: Compartment;
  readonly dryKg: number;
  /** Worms apart. */
  readonly wetKg: number;
  readonly moisture: number;
  /** Settled. */
  readonly depthM: number;
  /** Finished share, 0 to 1. */
  readonly ripeness: number;
  readonly wormsKg: number;
  /** How long it has lain in this bin, in the mean; undefined where nothing lies. */
  readonly ageDays?: number;
}

/** All parts of a bin, from the bottom up or from the fed end. Empty while the set-up is not known. */
export function partsOf(state: BinState, expectation: Expectation, today: LocalDate): readonly Part[] {
  const { setup } = state;
  if (!setup) return [];
  const all = setup.compartments.reduce((sum, { id }) => sum + dryKg(expectation.contents[id] ?? NOTHING), 0);
  return setup.compartments.map((compartment): Part => {
    const held = expectation.contents[compartment.id] ?? NOTHING;
    const known = expectation.twin?.compartments.find(({ id }) => id === compartment.id);
    const moisture = Math.min(0.95, known?.moisture.middle ?? expectation.moisture.middle);
    const dry = dryKg(held);
    const laid = state.contents[compartment.id]?.ageDays;
    const since = state.contentsOn ? Math.max(0, daysBetween(state.contentsOn, today)) : 0;
    return {
      compartment,
      dryKg: dry,
      wetKg: dry / (1 - moisture),
      moisture,
      depthM: depthM(held, compartment),
      ripeness: known?.ripeness.middle ?? castingsShare(held),
      wormsKg: expectation.wormsKg.middle * (known?.wormShare ?? (all > 0 ? dry / all : 0)),
      ...(laid === undefined || dry < 0.005 ? {} : { ageDays: laid + since }),
    };
  });
}

/** Of grown, growing and young by live mass, where no one knows better. Source: process model 6, a mixed herd. */
const STAGES = { adult: 0.7, growing: 0.25, young: 0.05 } as const;

/** A share of some parts as another bin receives it: as what it is. Kilograms to the gram. */
export function holdsOf(
  parts: readonly Part[],
  shareOf: (part: Part) => number,
  expectation: Expectation,
  withWorms: boolean,
): { readonly wetKg: number; readonly holds: Holds } {
  const sum = (value: (part: Part) => number) =>
    parts.reduce((all, part) => all + shareOf(part) * value(part), 0);
  const matter = (key: "beddingDryKg" | "foodDryKg" | "castingsDryKg") =>
    grams(sum(({ compartment }) => expectation.contents[compartment.id]?.[key] ?? 0));
  const dry = sum((part) => part.dryKg);
  const wetKg = sum((part) => part.wetKg);
  const wormsKg = sum((part) => part.wormsKg);
  const herd = expectation.twin?.herd;
  const share = expectation.wormsKg.middle > 0 ? wormsKg / expectation.wormsKg.middle : 0;
  return {
    wetKg: grams(wetKg),
    holds: {
      beddingDryKg: matter("beddingDryKg"),
      foodDryKg: matter("foodDryKg"),
      castingsDryKg: matter("castingsDryKg"),
      moisture: wetKg > 0 ? Number((1 - dry / wetKg).toFixed(3)) : 0,
      ...(withWorms && wormsKg > 0
        ? {
            adultKg: grams(herd ? herd.adultKg * share : STAGES.adult * wormsKg),
            growingKg: grams(herd ? herd.growingKg * share : STAGES.growing * wormsKg),
            youngKg: grams(herd ? herd.youngKg * share : STAGES.young * wormsKg),
            ...(herd ? { cocoonCount: Math.round(herd.cocoons * share) } : {}),
          }
        : {}),
    },
  };
}
const grams = (kg: number): number => Number(kg.toFixed(3));
