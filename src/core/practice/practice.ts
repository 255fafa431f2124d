import type { Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Creature, FoodLeft, Smell, Squeeze } from "@/vocabulary/readings";
import { HANDFUL_L } from "@/vocabulary/readings";
import { daysBetween } from "../calendar/day";
import type { School } from "../catalogue/school";
import { schoolOf } from "../catalogue/school";
import type { BinState } from "../bin/state";
import { placeKey } from "../bin/state";
import { fedCompartment, harvestCompartment } from "../bin/system";
import { squeezeMoisture } from "../moisture/squeeze";
import type { BinSetup } from "@/records/setup";

/** How this bin is run: its school, its set-up, and what the log says of it. */
export interface Practice {
  readonly state: BinState;
  readonly setup: BinSetup;
  readonly school: School;
}

/** Undefined while the log does not say what the bin is. */
export const practiceOf = (state: BinState): Practice | undefined =>
  state.setup
    ? {
        state,
        setup: state.setup,
        school: inFirstMeals(withOwnRules(schoolOf(state.setup.school), state.setup.own), state),
      }
    : undefined;

/** So many meals grow from a small first one to what the herd takes; until then none is meant to last longer than this, days. */
const FIRST_MEALS = { count: 6, usualDays: 12, minDays: 7 } as const;
/**
 * Where one feeds once a month a small first meal would have to last a month, and a herd of kilograms starves before the sixth has
 * grown to its size: the first ones come more often. Not where a bin is left in peace, nor over the keeper's own interval.
 */
function inFirstMeals(school: School, state: BinState): School {
  const { count, usualDays } = FIRST_MEALS;
  if (!comesSoonerAtFirst(school, state) || state.feedings.length >= count) return school;
  return { ...school, usualIntervalDays: usualDays, minIntervalDays: firstMinDays(school) };
}
/** A bin that ran before it was set up has its pace. */
const comesSoonerAtFirst = (school: School, { setup, feedings }: BinState): boolean =>
  school.usualIntervalDays > FIRST_MEALS.usualDays &&
  !school.isLeftInPeace &&
  setup?.own?.intervalDays === undefined &&
  !feedings.some(({ isTold }) => isTold);
const firstMinDays = ({ minIntervalDays }: School): number => Math.min(minIntervalDays, FIRST_MEALS.minDays);

/**
 * Days that must lie between the last meal and this one. After the last of the first meals it is still theirs: its date was named
 * by their pace, and what the app asked for is not too early. Never throws.
 */
export const earliestAgainDays = ({ school, state }: Practice): number =>
  comesSoonerAtFirst(school, state) && state.feedings.length <= FIRST_MEALS.count
    ? firstMinDays(school)
    : school.minIntervalDays;

/** Where moisture should lie, by school or by the keeper's own wish. */
export function targetMoisture({ school, setup }: Practice): { readonly low: number; readonly high: number } {
  const wish = setup.targetMoisture;
  return wish === undefined
    ? { low: school.moistureLow, high: school.moistureHigh }
    : { low: wish - 0.04, high: wish + 0.04 };
}

/** What is to be harvested may dry so far below where the bed is kept: it sieves better, and worms leave it. */
const RIPE_DRIER = 0.12;
/** Where one part of a bin should lie: what one feeds as its school has it, the finished end drier. */
export function partTarget(
  practice: Practice,
  compartmentId: string,
): { readonly low: number; readonly high: number } {
  const target = targetMoisture(practice);
  const { setup } = practice;
  const isRipeEnd =
    setup.compartments.length > 1 &&
    compartmentId === harvestCompartment(setup).id &&
    compartmentId !== fedCompartment(setup).id;
  return isRipeEnd ? { low: target.low - RIPE_DRIER, high: target.high } : target;
}

/** The school's figures, with the keeper's own rules for this bin in their place. */
function withOwnRules(school: School, own: BinSetup["own"]): School {
  const interval = own?.intervalDays;
  return {
    ...school,
    ...(own?.ratio === undefined ? {} : { startRatio: own.ratio, steadyRatio: own.ratio }),
    ...(interval === undefined
      ? {}
      : {
          minIntervalDays: Math.min(school.minIntervalDays, Math.max(1, Math.floor(interval / 2))),
          usualIntervalDays: interval,
          maxIntervalDays: Math.max(school.maxIntervalDays, interval),
        }),
  };
}

/** Depth of what lies over the bed, m; nought where the school lays a mat or sacking. Never throws. */
export const coverDepthM = ({ school, setup }: Practice): number => setup.own?.coverM ?? school.coverM ?? 0;

/** Days since the worms came; nought while there are none. */
export const ageDays = ({ state }: Practice, today: LocalDate): number =>
  state.worms.since ? Math.max(0, daysBetween(state.worms.since, today)) : 0;

/** Today's readings, sorted by what the decision asks. */
export interface Seen {
  readonly squeeze?: Squeeze;
  readonly moisture?: number;
  readonly smell?: Smell;
  readonly temperatureC?: number;
  /** Squeezes and probes of other parts than the one that is fed, by compartment. */
  readonly parts: ReadonlyMap<string, { readonly moisture: number; readonly squeeze?: Squeeze }>;
  readonly isHot: boolean;
  readonly foodLeft: ReadonlyMap<string, FoodLeft>;
  readonly signs: ReadonlySet<Creature>;
  /** Heads in a counted handful, to the quarter litre. */
  readonly handful?: number;
  readonly isCold: boolean;
}

export function seenIn(readings: readonly Reading[], fedCompartmentId: string): Seen {
  const foodLeft = new Map<string, FoodLeft>();
  const signs = new Set<Creature>();
  const parts = new Map<string, { moisture: number; squeeze?: Squeeze }>();
  const seen: { -readonly [K in keyof Seen]: Seen[K] } = {
    isHot: false,
    isCold: false,
    foodLeft,
    signs,
    parts,
  };
  for (const reading of readings) {
    const { compartment = fedCompartmentId } = reading;
    if (compartment !== fedCompartmentId && reading.of === "squeeze")
      parts.set(compartment, { moisture: squeezeMoisture(reading.squeeze), squeeze: reading.squeeze });
    else if (compartment !== fedCompartmentId && reading.of === "moisture")
      parts.set(compartment, { moisture: reading.moisture });
    else if (reading.of === "squeeze") seen.squeeze = reading.squeeze;
    else if (reading.of === "moisture") seen.moisture = reading.moisture;
    else if (reading.of === "smell") seen.smell = reading.smell;
    else if (reading.of === "temperature") seen.temperatureC = reading.temperatureC;
    else if (reading.of === "warmth" && reading.warmth === "hot") seen.isHot = true;
    else if (reading.of === "warmth" && reading.warmth === "cold") seen.isCold = true;
    else if (reading.of === "handful") seen.handful = (reading.count * HANDFUL_L) / reading.volumeL;
    else if (reading.of === "foodLeft")
      foodLeft.set(placeKey(reading.compartment ?? fedCompartmentId, reading.place ?? 1), reading.foodLeft);
    else if (reading.of === "sign" && reading.isPresent) signs.add(reading.sign);
  }
  return seen;
}
