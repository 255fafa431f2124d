import type { Entry, Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Preparation } from "@/vocabulary/setup";
import type { BinState } from "@/core/bin/state";
import type { Expectation } from "@/core/expectation/expectation";
import type { Meal } from "@/core/bin/meals";
import { mealsOf } from "@/core/bin/meals";
import { ledgerOf, placesToAsk } from "@/core/expectation/ledger";
import { knownOfMeals } from "@/core/twin/ahead/planNow";
import { addDays, daysBetween } from "@/core/calendar/day";
import { reshapedBy } from "@/core/decision/reshaped";
import { decide } from "@/core/decision/decide";
import { mealsGoneSoonerDays } from "@/core/decision/herdAdvice";
import type { Decision, Step } from "@/core/decision/decision";
import type { BinToday } from "@/core/round/round";
import { surplusOf } from "@/core/round/surplus";
import { leftAt } from "@/core/twin/ensemble/measures";
import { castingsOf, moistureOf } from "@/core/twin/engine/state";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import { twinExpectation } from "@/core/twin/ahead/expect";
import type { Snapshot } from "@/core/twin/log/follow";
import { bringToToday, withReadings } from "@/core/twin/log/now";
import { fedPart, lived } from "./keepers";
import type { Manner } from "./senses";
import { readings, THOROUGH } from "./senses";
import type { TwinNow } from "@/core/twin/log/now";
import type { Tally, Year } from "./tally";
import type { Given, Hardship, TrueBin } from "./trueBin";
import { FEEDING_BED, START, trialEntry } from "./trueBin";
import { airToldOf, guardFor, warnedOf } from "./warned";

/** Members: fewer than in the app, so that a year can be lived ninety times. */
const SIZE = 96;
/** One visit in so many comes late or not at all; once a year three weeks away. */
const LATE = 1 / 6;
const AWAY = { from: 190, days: 21 } as const;

/** What was said and done at a visit, for whoever wants to read along. */
export interface Visit {
  readonly day: number;
  readonly readings: readonly Reading[];
  readonly decision: Decision;
  readonly expectation: Expectation;
  readonly meals: readonly Meal[];
}

/** A year by the app's advice: a keeper who comes when asked, reads what can be read and does as proposed. */
export function advisedYear(
  number: number,
  onVisit?: (visit: Visit, bin: TrueBin) => void,
  given?: Given,
  hardship?: Hardship,
  manner: Manner = THOROUGH,
): Year {
  let due = 0;
  let guardedUntil = 0;
  let lastHeard: { readonly state: BinState; readonly expectation: Expectation } | undefined;
  let snapshots: readonly Snapshot[] = [];
  let log: Entry[] = [];
  return lived(
    number,
    (bin, tally, day, stored) => {
      if (day === 0) log = [...bin.beginning];
      const today = addDays(START, day);
      const climate = bin.climates[bin.setup.roomId]!;
      const airK = (on: number) => hardship?.airK(on, bin.isOutdoors) ?? 0;
      // Weather is warned of on the slate, whether or not a lid is due.
      if (hardship && lastHeard && day >= guardedUntil) {
        const spells = warnedOf(lastHeard.state, lastHeard.expectation, climate, today, airK, day);
        const guard = guardFor(spells, lastHeard.state.worms, lastHeard.expectation.herds, today);
        if (guard) {
          bin.shift(guard.byK, guard.days);
          guardedUntil = day + guard.days;
        }
      }
      // Who asks what a kind of bin takes asks for a year at home.
      const isAway =
        !given && (hardship?.away ?? [AWAY]).some(({ from, days }) => day >= from && day < from + days);
      if (day < due || isAway) return;
      if (day > 0 && bin.chance() < LATE) {
        due = day + 1 + Math.floor(bin.chance() * 4);
        return;
      }
      tally.visited();
      const air = hardship && airToldOf(bin.setup.roomId, climate, today, airK, day);
      const now = bringToToday({ binId: `trial-${number}`, entries: log, climates: bin.climates, today, snapshots, size: SIZE, air })!; // prettier-ignore
      snapshots = now.snapshots;
      const read = asked(bin, now, manner);
      const heard = withReadings(now, read);
      const expectation = twinExpectation(heard, today);
      lastHeard = { state: heard.state, expectation };
      const decision = decide(expectation, heard.practice, read, today);
      onVisit?.(
        { day, readings: read, decision, expectation, meals: ledgerOf(now.state, expectation, today) },
        bin,
      );
      const look = trialEntry(
        { kind: "looked", lid: "lifted", readings: read, nextDay: decision.nextDay },
        day,
      );
      const deeds = decision.steps.flatMap((step) =>
        deedsOf(step, bin, tally, day, stored, {
          preparation: given?.preparation ?? "chopped",
          foodId: hardship?.foodId(day),
          isFeedingBed: given?.isFeedingBed === true,
        }),
      );
      const castings = () => bin.truth.lines[0]!.reduce((sum, s) => sum + castingsOf(s), 0);
      const before = castings();
      bin.done(deeds);
      // Whatever leaves the bin is kept: castings in the sack, half-ripe bedding in another bin.
      tally.harvested(Math.max(0, before - castings()));
      log = [...log, look, ...deeds, ...(given ? [] : comingSooner(bin, heard, expectation, today, day))];
      due = Math.max(day + 1, day + daysBetween(today, decision.nextDay));
    },
    given,
    hardship,
  );
}

/**
 * A hard year: two heat waves and a cold week, harder outdoors, a summer of melons, a month away in the autumn and three weeks at
 * the year's end. Judgement.
 */
export const HARD_YEAR: Hardship = {
  airK: (day, isOutdoors) =>
    within(day, 112, 7) || within(day, 142, 6)
      ? isOutdoors ? 12 : 8
      : within(day, 318, 7) ? (isOutdoors ? -9 : -4) : 0,
  foodId: (day) => (within(day, 100, 70) ? MELON : undefined),
  away: [{ from: 190, days: 30 }, { from: 296, days: 21 }],
}; // prettier-ignore
/** A usual year of two species in one bin. */
export const MIXED_YEAR: Hardship = {
  airK: () => 0,
  foodId: () => undefined,
  away: [AWAY],
  beside: "hortensis",
};
/** A usual year of a bin that already ran for eight months when it was set up. */
export const RUNNING_YEAR: Hardship = {
  airK: () => 0,
  foodId: () => undefined,
  away: [AWAY],
  ranDays: 240,
};
/**
 * A usual year of bins that work otherwise than the model thinks: bedding that feeds nobody; food that heats and sours by where it
 * lies; worms that stay where they are, in a room with warm spells of three days. Judgement.
 */
export const STRANGE_YEAR: Hardship = {
  airK: (day) => (day % 40 >= 20 && day % 40 < 23 ? 5 : 0),
  foodId: () => undefined,
  away: [AWAY],
  strange: (number) =>
    [{ wBE: 0, wBR: 0, bfWorked: 0 }, { heat: 26, loadHalf: 500, tauUp: 1.5, soak: 6 }, { retreats: 0, flees: 0, wormAir: 0.4 }][number % 3]!,
}; // prettier-ignore
const MELON = "melon-rind";
const within = (day: number, from: number, days: number): boolean => day >= from && day < from + days;

/**
 * A household with scraps to spare does what the slate says of them where that is in its hands: smaller meals, more often. Not where
 * it is asked what a kind of bin takes as its school has it.
 */
function comingSooner(
  bin: TrueBin,
  { state, practice }: Pick<TwinNow, "state" | "practice">,
  expectation: Expectation,
  today: LocalDate,
  day: number,
): Entry[] {
  const one = { state, expectation } as BinToday;
  const isAdvised = surplusOf([one], bin.scrapsKg(day), today)?.levers.includes("oftener");
  const intervalDays = isAdvised ? mealsGoneSoonerDays(expectation, practice) : undefined;
  return intervalDays === undefined
    ? []
    : [trialEntry({ kind: "altered", changes: { own: { intervalDays } } }, day)];
}

/** The places the screen asks of, and no others. */
const askedPlaces = (now: TwinNow, today: LocalDate): number[] => {
  const { warmthC, heldGone } = knownOfMeals(now);
  const meals = mealsOf(now.state, { today, warmthC, heldGone: new Set(heldGone) });
  return placesToAsk(now.state, meals).map(({ place }) => place);
};

/** What nobody expected is asked about, and the keeper looks once more: the same again is so, another is what counts. */
function asked(bin: TrueBin, now: TwinNow, manner: Manner): readonly Reading[] {
  // Under watch the screen asks for the nose, and gets it.
  const first = readings(
    bin,
    askedPlaces(now, addDays(START, bin.truth.day)),
    now.state.watch ? { ...manner, senses: 1 } : manner,
  );
  const odd = new Set<string>(
    withReadings(now, first).surprises.flatMap(({ of, isAsked }) => (isAsked ? [of] : [])),
  );
  if (odd.size === 0) return first;
  const again = readings(bin, askedPlaces(now, addDays(START, bin.truth.day)), manner);
  return first.map((one) => {
    const second = odd.has(one.of) ? again.find(({ of }) => of === one.of) : undefined;
    if (!second) return one;
    return JSON.stringify(second) === JSON.stringify(one) ? { ...one, because: "so" } : second;
  });
}

/** A step done as it was proposed; what only a hand can do to the air is done to the truth. */
function deedsOf(
  step: Step,
  bin: TrueBin,
  tally: Tally,
  day: number,
  stored: { kg: number },
  usual: {
    readonly preparation: Preparation;
    readonly foodId: string | undefined;
    readonly isFeedingBed: boolean;
  },
): Entry[] {
  const where = {
    ...(step.compartmentId === undefined ? {} : { compartment: step.compartmentId }),
    ...(step.place === undefined ? {} : { place: step.place }),
  };
  const amount = step.amount && { ...step.amount, measuredBy: "proposed" };
  switch (step.kind) {
    case "feed": {
      const asked = step.amount && "massKg" in step.amount ? step.amount.massKg : 0;
      const kg = Math.min(asked, stored.kg);
      if (kg < 0.01) return [];
      stored.kg -= kg;
      const top = fedAt(bin.truth.bin);
      tally.fed(kg, leftAt(fedPart(bin), bin.truth.marks[top]!, step.place ?? 1));
      return [
        trialEntry({ kind: "fed", ...where, parts: [{ materialId: usual.foodId ?? step.materialId, amount: { massKg: kg, measuredBy: "proposed" }, preparation: step.preparation ?? usual.preparation }] }, day),
      ]; // prettier-ignore
    }
    case "addDryBedding":
      return [trialEntry({ kind: "bedded", ...where, parts: [{ materialId: usual.isFeedingBed && step.moisture !== undefined ? FEEDING_BED : step.materialId, amount, ...(step.moisture === undefined ? {} : { moisture: step.moisture }) }] }, day)]; // prettier-ignore
    case "cover":
      return amount
        ? [trialEntry({ kind: "bedded", isCover: true, parts: [{ materialId: usual.isFeedingBed ? FEEDING_BED : step.materialId, amount, moisture: 0.7 }] }, day)] // prettier-ignore
        : [];
    case "water":
      return [trialEntry({ kind: "watered", ...where, amount }, day)];
    case "grit":
      return [trialEntry({ kind: "dosed", materialId: step.materialId, amount }, day)];
    case "fluff":
      return [trialEntry({ kind: "turned" }, day)];
    case "removeFood":
      return [trialEntry({ kind: "removed", what: "food", ...where }, day)];
    case "drain":
    case "spongeOff":
      return [trialEntry({ kind: "drained" }, day)];
    case "restack":
    case "addTray":
    case "moveAlong":
      return reshapedBy(step).map((fact) => trialEntry(fact, day));
    case "takeOutUnripe":
    case "scoopOut":
      return [trialEntry({ kind: "removed", ...where, what: "contents", amount }, day)];
    case "harvest": {
      const ripe = harvestedAt(bin.truth.bin);
      const named = bin.truth.bin.compartments.findIndex(({ id }) => id === step.compartmentId);
      const at = named < 0 ? ripe : named;
      const s = bin.truth.lines[0]![at]!;
      const wantedKg = step.amount && "massKg" in step.amount ? step.amount.massKg : 0;
      const kg = Math.min(wantedKg, (0.9 * castingsOf(s)) / (1 - moistureOf(s)) / 1000);
      if (kg <= 0) return [];
      return [trialEntry({ kind: "harvested", ...(step.compartmentId === undefined ? {} : { compartment: step.compartmentId }), grossKg: kg, tareKg: 0, method: bin.truth.bin.compartments.length > 1 && at === ripe ? "bottom" : "light" }, day)]; // prettier-ignore
    }
    case "moveToShade":
    case "cool":
      bin.shift(-4, 7);
      return [];
    case "warmUp":
      bin.shift(4, 14);
      return [];
    default:
      return [];
  }
}
