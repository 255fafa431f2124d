import type { Band, Expectation } from "../expectation/expectation";
import type { System } from "@/vocabulary/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { WantedHarvest } from "../bin/planAhead";
import { addDays } from "../calendar/day";

/** A bin's next harvest as the forecast has it. */
export interface Coming {
  readonly binId: string;
  readonly name: string;
  readonly system: System;
  /** Days from now until it is worth the work. */
  readonly inDays: Band;
  /** Wet castings then, kg, and what a month more would add. */
  readonly kg: Band;
  readonly gainsKg: number;
}

/** The harvests that are to come, soonest first; bins whose forecast sees none, or is not in, are left out. Never throws. */
export const comingHarvests = (
  bins: readonly {
    readonly binId: string;
    readonly name: string;
    readonly system: System;
    readonly expectation: Expectation;
  }[],
): readonly Coming[] =>
  bins
    .flatMap(({ binId, name, system, expectation }): Coming[] => {
      const harvest = expectation.twin?.harvest;
      if (!harvest?.inDays || harvest.kg.middle <= 0) return [];
      return [
        { binId, name, system, inDays: harvest.inDays, kg: harvest.kg, gainsKg: harvest.gainsKg.middle },
      ];
    })
    .toSorted((a, b) => a.inDays.middle - b.inDays.middle || b.kg.middle - a.kg.middle);

/** What makes castings ready to lift, so many days before. Rules of thumb: a layer clears of worms within two weeks, and dries in ten days. */
export const BEFORE = { stopFeeding: 14, stopWatering: 10, bait: 5 } as const;
/** Where feeding goes on at the other end or on top, it need not stop. */
const FED_ELSEWHERE: ReadonlySet<System> = new Set(["flowThrough", "trough", "trayStack", "stackSwap"]);
export type WantedStep = keyof typeof BEFORE | "lift";

export interface Wanted {
  /** What to lift where, on which day from now, with the steps before it; a step of a day that is past is late. */
  readonly lifts: readonly {
    readonly binId: string;
    readonly name: string;
    readonly kg: Band;
    readonly steps: readonly {
      readonly step: WantedStep;
      readonly inDays: number;
      readonly isLate: boolean;
    }[];
  }[];
  /** All of it together, kg; nought where nothing is ripe by then. */
  readonly sumKg: Band;
  /** Missing in the middle of what is likely, kg. */
  readonly shortKg: number;
  /** When all bins together would have given enough, days from now; undefined where the forecasts do not reach so far. */
  readonly enoughInDays?: number;
}

/** A plan as what each bin is to be told: days instead of days from now; what would lie before today begins today. Never throws. */
export const wishesOf = (
  { lifts }: Pick<Wanted, "lifts">,
  today: LocalDate,
): readonly { readonly binId: string; readonly wanted: WantedHarvest }[] =>
  lifts.map(({ binId, steps }) => {
    const dayOf = (step: WantedStep) => {
      const found = steps.find((one) => one.step === step);
      return found && addDays(today, Math.max(0, found.inDays));
    };
    const noFoodFrom = dayOf("stopFeeding");
    const noWaterFrom = dayOf("stopWatering");
    return {
      binId,
      wanted: {
        on: dayOf("lift") ?? today,
        ...(noFoodFrom === undefined ? {} : { noFoodFrom }),
        ...(noWaterFrom === undefined ? {} : { noWaterFrom }),
      },
    };
  });

const MONTH = 30;
const HORIZON = 365;
/** What a bin gives when it is lifted so many days from now: at its ripest what the forecast says, and what was added since. kg. */
export function givesAt({ inDays, kg, gainsKg }: Coming, day: number): Band {
  const grown = (readyIn: number) => (Math.max(0, gainsKg) * Math.max(0, day - Math.max(0, readyIn))) / MONTH;
  return {
    low: inDays.high <= day ? kg.low + grown(inDays.high) : 0,
    middle: inDays.middle <= day ? kg.middle + grown(inDays.middle) : 0,
    high: inDays.low <= day ? kg.high + grown(inDays.low) : 0,
  };
}

/**
 * Castings wanted by a day, planned backwards: the soonest ripe bins until it is enough, lifted as late as drying allows. Amounts in
 * kg as lifted, days from now. Nothing is lifted before it is ripe. Never throws.
 */
export function wantedBy(
  coming: readonly Coming[],
  wantedKg: number,
  byInDays: number,
  dryDays: number,
): Wanted {
  const liftIn = Math.max(0, byInDays - dryDays);
  const isInTime = byInDays >= dryDays;
  const lifts: Wanted["lifts"][number][] = [];
  const sum = { low: 0, middle: 0, high: 0 };
  for (const one of coming) {
    if (!isInTime || sum.middle >= wantedKg) break;
    const kg = givesAt(one, liftIn);
    if (kg.middle <= 0) continue;
    sum.low += kg.low;
    sum.middle += kg.middle;
    sum.high += kg.high;
    const before = (Object.keys(BEFORE) as (keyof typeof BEFORE)[]).filter(
      (step) => !(FED_ELSEWHERE.has(one.system) && step !== "stopWatering"),
    );
    lifts.push({
      binId: one.binId,
      name: one.name,
      kg,
      steps: [
        ...before.map((step) => ({ step, inDays: liftIn - BEFORE[step], isLate: liftIn - BEFORE[step] < 0 })),
        { step: "lift" as const, inDays: liftIn, isLate: false },
      ],
    });
  }
  const all = (day: number) => coming.reduce((kg, one) => kg + givesAt(one, day).middle, 0);
  const shortKg = Math.max(0, wantedKg - sum.middle);
  let enoughAt: number | undefined;
  for (let day = liftIn; shortKg > 0 && day <= HORIZON && enoughAt === undefined; day += 1)
    if (all(day) >= wantedKg) enoughAt = day;
  return {
    lifts,
    sumKg: sum,
    shortKg,
    ...(enoughAt === undefined ? {} : { enoughInDays: enoughAt + dryDays }),
  };
}
