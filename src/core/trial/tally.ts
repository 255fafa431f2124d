import { AT, castingsOf, heldG, liveOf, moistureOf } from "@/core/twin/engine/state";
import { fedAt } from "@/core/twin/engine/twinBin";
import { systemOf } from "@/core/bin/system";
import { targetMoisture } from "@/core/practice/practice";
import { schoolOf } from "@/core/catalogue/school";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { SETTLED_DRY_KG_PER_L } from "@/core/matter/figures";
import type { TrueBin } from "./trueBin";

/** A year of one bin under one keeper. */
export interface Year {
  readonly isLost: boolean;
  /** Days with the alarm on or the bed outside the species' range. */
  readonly badDays: number;
  readonly offTargetDays: number;
  /** Of what the household made. */
  readonly scrapsTaken: number;
  readonly castingsDryKg: number;
  readonly cocoons: number;
  readonly visits: number;
  readonly ontoFood: number;
  readonly stockedKg: number;
  /** Scraps taken in each of twelve months, kg. */
  readonly takenKgByMonth: readonly number[];
  /** Day from which castings were first worth lifting. */
  readonly ripeOn?: number;
  /** Herd at the end over what was stocked. */
  readonly herd: number;
}

const MONTHS = 12;
const DAYS = 365;
/** Castings are worth lifting where half of what rots is finished, and they fill a tenth of the bin. */
const WORTH = { ripeness: 0.5, filled: 0.1 } as const;
function isWorthLifting({ truth, setup }: TrueBin): boolean {
  const { compartments } = truth.bin;
  // A stack that begins with one storey is measured as the stack it will be.
  const storeys = Math.max(1, systemOf(setup.system).compartments.length / compartments.length);
  const binL = storeys * compartments.reduce((sum, one) => sum + 1000 * one.areaM2 * one.heightM, 0);
  const ripe = truth.lines[0]!.filter((s) => ripenessOf(s) >= WORTH.ripeness);
  const litres = ripe.reduce((sum, s) => sum + castingsOf(s) / 1000 / SETTLED_DRY_KG_PER_L.castings, 0);
  return litres >= WORTH.filled * binL;
}

/** Counts a year as it passes. */
export function tallying(bin: TrueBin) {
  const { truth, setup, stockedG } = bin;
  let bad = 0;
  let off = 0;
  let best = stockedG;
  let isLost = false;
  let castingsOut = 0;
  let made = 0;
  let taken = 0;
  let visits = 0;
  let ontoFood = 0;
  let day = 0;
  let ripeOn: number | undefined;
  const takenKgByMonth = Array.from({ length: MONTHS }, () => 0);
  const school = schoolOf(setup.school);
  const target = targetMoisture({ school, setup } as Parameters<typeof targetMoisture>[0]);
  const castingsAtStart = truth.lines[0]!.reduce((sum, s) => sum + castingsOf(s), 0);
  return {
    night() {
      const line = truth.lines[0]!;
      const s = line[fedAt(truth.bin)]!;
      if (line.some((one) => one[AT.AN]! > 0.5 && liveOf(one) > 5) || s[AT.T]! < 0 || s[AT.T]! > 32) bad += 1;
      const m = moistureOf(s);
      // As wet as it goes: no bed is wetter than it can hold without water standing in it.
      const held = heldG(s) / (heldG(s) + s[AT.W]! / m - s[AT.W]!);
      if (m < Math.min(target.low, held - 0.01) - 0.02 || m > target.high + 0.02) off += 1;
      day += 1;
      if (ripeOn === undefined && isWorthLifting(bin)) ripeOn = day;
      const live = line.reduce((sum, one) => sum + liveOf(one), 0);
      best = Math.max(best, live);
      if (live < 0.3 * best || live < 0.3 * stockedG) isLost = true;
    },
    made: (kg: number) => (made += kg),
    fed: (kg: number, left: number) => {
      taken += kg;
      const month = Math.min(MONTHS - 1, Math.floor((day / DAYS) * MONTHS));
      takenKgByMonth[month] = takenKgByMonth[month]! + kg;
      if (left > 0.5) ontoFood += 1;
    },
    visited: () => (visits += 1),
    harvested: (dryG: number) => (castingsOut += dryG),
    year(): Year {
      const line = truth.lines[0]!;
      return {
        isLost,
        badDays: bad,
        offTargetDays: off,
        scrapsTaken: made > 0 ? taken / made : 0,
        castingsDryKg:
          (castingsOut + line.reduce((sum, s) => sum + castingsOf(s), 0) - castingsAtStart) / 1000,
        cocoons: line.reduce((sum, s) => sum + s[AT.COCO]!, 0),
        visits,
        ontoFood,
        stockedKg: stockedG / 1000,
        takenKgByMonth,
        ...(ripeOn === undefined ? {} : { ripeOn }),
        herd: line.reduce((sum, s) => sum + liveOf(s), 0) / stockedG,
      };
    },
  };
}
export type Tally = ReturnType<typeof tallying>;
