import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import { materialOf } from "../catalogue/material";
import { amountKg, beddingPartMatter, feedPartMatter, liquidL } from "../log/amount";
import { MOIST_KG_PER_L, SETTLED_DRY_KG_PER_L } from "../matter/figures";
import { binVolumeL, surfaceM2 } from "./system";

type Stated<K extends Entry["kind"]> = Extract<Entry, { kind: K }>;
/** A fact of a bin as it is about to be kept. */
export type StatedFact = {
  readonly [K in Entry["kind"]]: Pick<Stated<K>, "kind"> & Partial<Stated<K>>;
}[Entry["kind"]];

/** What is stated, as litres of the bin or as kilograms of worms on its ground, and what it may hold of that. */
export interface Measure {
  readonly of: "litres" | "wormsKg";
  readonly stated: number;
  readonly most: number;
}

/*
 * So much more than a bin holds, times its volume, is asked back before it is kept: generous, for a slip of the unit (grams
 * as kilograms) is a thousand times, a slip of the finger ten times. Judgement.
 */
const FOOD = 1;
/** Bedding settles: heaped to a third over the rim it comes down within days. */
const BEDDING = 1.3;
const LIQUID = 1;
/** Castings and contents are lifted loose, and what lies there is not known to the litre. */
const CONTENTS = 1.5;
const MINERALS = 0.5;
/** A full bin with its tub or frame on a scale, kg per litre and kg. */
const WHOLE_KG_PER_L = 1.5;
const FRAME_KG = 60;
/** Live worms on a square metre, kg: five times what a bed carries when it runs well. */
const WORMS_KG_PER_M2 = 25;

/** What a fact states of a bin's room; undefined where it states none, or none that is known. Never throws. */
export function measured(fact: StatedFact, setup: BinSetup): Measure | undefined {
  const volumeL = binVolumeL(setup);
  const litres = (stated: number, most: number): Measure => ({ of: "litres", stated, most: most * volumeL });
  const worms = (stated: number): Measure => ({
    of: "wormsKg",
    stated,
    most: WORMS_KG_PER_M2 * surfaceM2(setup),
  });
  switch (fact.kind) {
    case "fed":
      return litres(
        sum(
          (fact.parts ?? []).map(
            (part) => feedPartMatter(part).wetKg / materialOf("food", part.materialId).densityKgPerL,
          ),
        ),
        FOOD,
      );
    case "bedded":
      // A cover lies on top, and is renewed as it rots.
      if (fact.isCover) return undefined;
      return litres(
        sum((fact.parts ?? []).map((part) => beddingPartMatter(part).dryKg / SETTLED_DRY_KG_PER_L.bedding)),
        BEDDING,
      );
    case "watered":
    case "drained":
      return fact.amount && litres(liquidL(fact.amount), LIQUID);
    case "seeded":
    case "received":
    case "removed":
      return (
        fact.amount &&
        litres(amountKg(fact.amount, { densityKgPerL: MOIST_KG_PER_L }) / MOIST_KG_PER_L, CONTENTS)
      );
    case "dosed":
      return fact.amount && litres(amountKg(fact.amount, { densityKgPerL: 1 }), MINERALS);
    case "harvested":
      return litres(((fact.grossKg ?? 0) - (fact.tareKg ?? 0)) / MOIST_KG_PER_L, CONTENTS);
    case "looked": {
      const kg = Math.max(0, ...(fact.readings ?? []).map((one) => (one.of === "weight" ? one.massKg : 0)));
      return { of: "litres", stated: (kg - FRAME_KG) / WHOLE_KG_PER_L, most: volumeL };
    }
    case "stocked":
      return worms(sum((fact.worms ?? []).map(({ amount }) => ("massKg" in amount ? amount.massKg : 0))));
    case "wormsTaken":
      return fact.amount && worms("massKg" in fact.amount ? fact.amount.massKg : 0);
    default:
      return undefined;
  }
}

/** Whether a fact states far more than the bin can hold: to be asked back before it is kept. Never throws. */
export function isBeyondReason(fact: StatedFact, setup: BinSetup): boolean {
  const measure = measured(fact, setup);
  return measure !== undefined && measure.stated > measure.most;
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
