import type { LocalDate } from "@/vocabulary/fields";
import { placeKey } from "@/core/bin/state";
import { bufferL, NOTHING } from "@/core/bin/matter";
import { fedCompartment, volumeOfL } from "@/core/bin/system";
import { addDays } from "@/core/calendar/day";
import { DRY_BEDDING } from "@/core/practice/dryBedding";
import type { Practice } from "@/core/practice/practice";
import { targetMoisture } from "@/core/practice/practice";
import type { Band, Expectation, HelpfulReading, TwinAdvice } from "@/core/expectation/expectation";
import { TWIN_MODEL } from "@/core/stored/versions";
import { habitsOf } from "../learning/habits";
import type { TwinDay } from "../learning/readDay";
import { readDay } from "../learning/readDay";
import { ownFist } from "../log/fist";
import type { TwinNow } from "../log/now";
import type { HarvestWindow } from "./harvest";
import { harvestWindow } from "./harvest";
import { readyAfter } from "./leftAlone";
import { holdsToday, moistureNeed } from "./moistureNeed";
import { planNow } from "./planNow";
import { warningsOf } from "./warnings";
import { weekOn } from "./weekOn";
import { wetAhead } from "./wetAhead";
import { changed, horizonDays, mealKind } from "./usualPlan";

const placeAfter = (place: number, setup: Practice["setup"]): number =>
  (place % fedCompartment(setup).placeCount) + 1;

/**
 * Everything the screens and the decision ask of the twin on a day. The harvest window looks months ahead: where it is
 * known from before a visit's readings, which hardly move it, it is not worked out again.
 */
export function twinExpectation(
  now: TwinNow,
  today: LocalDate,
  knownHarvest?: TwinAdvice["harvest"],
): Expectation {
  const { ensemble, practice, script } = now;
  const { school, setup } = practice;
  const read = readDay(ensemble, script.startDay);
  const target = targetMoisture(practice);
  const { place, known, quiet, forDays, meal, usual, planned, ahead } = planNow(now, today);
  const harvest =
    knownHarvest ??
    harvestOf(harvestWindow(ahead, changed(usual, planned ?? {}, today, {}), horizonDays(practice)));
  // Where a visit's readings are in hand, the visit itself asks for what is too wet.
  const wet = knownHarvest ? undefined : wetAhead(ahead, changed(usual, planned ?? {}, today, {}), practice);
  const again =
    meal.kg > 0
      ? readyAfter(
          ahead,
          { kind: mealKind(practice), kg: meal.kg, place, nextPlace: placeAfter(place, setup) },
          Math.min(60, school.maxIntervalDays),
        )
      : undefined;
  const { warnings, troubleSoon } = warningsOf(ensemble, target, quiet.danger);
  const contents = Object.fromEntries(
    read.compartments.map(({ id, beddingDryKg, foodDryKg, castingsDryKg }) => [
      id,
      { beddingDryKg, foodDryKg, castingsDryKg },
    ]),
  );
  const water = moistureNeed(ensemble, target.low, DRY_BEDDING.moisture);
  const bedding = moistureNeed(ensemble, target.high, DRY_BEDDING.moisture);
  const fed = fedCompartment(setup);
  const meals = { kind: mealKind(practice), kg: meal.kg, place };
  const litres = read.compartments.find((one) => one.id === fed.id)?.litres ?? 0;
  return {
    engine: TWIN_MODEL,
    day: today,
    moisture: read.moisture,
    temperatureC: read.temperatureC,
    wormsKg: read.wormsKg,
    ...(read.herds ? { herds: read.herds } : {}),
    places: placesOf(now, read, quiet.goneInDays),
    castingsKg: read.castingsKg,
    ripeness: read.ripeness,
    troubleRisk: { low: troubleSoon / 2, middle: troubleSoon, high: Math.min(1, 1.5 * troubleSoon + 0.02) },
    fedMassKg: read.fedMassKg,
    beddingL: bufferL(contents[fed.id] ?? NOTHING),
    contents,
    freeL: Math.max(0, 0.9 * volumeOfL(fed) - litres),
    sureness:
      ensemble.readings < 3
        ? "guess"
        : ensemble.readings < 20 || read.moisture.high - read.moisture.low > 0.1
          ? "fair"
          : "good",
    wouldHelp: helpful(read, harvest.inDays),
    twin: {
      readings: ensemble.readings,
      hasReadToday: now.hasReadToday,
      meal: {
        mostKg: meal.kg,
        forDays,
        limit: meal.limit,
        trouble: meal.trouble,
        clearsInDays: meal.clearsInDays,
        isAsked: meal.isAsked === true,
        smallKg: meal.smallKg,
        ...known,
      },
      weekOn: {
        unfed: quiet.week,
        fed:
          meal.kg > 0
            ? weekOn(ahead, meals, { ...target, beddingMoisture: DRY_BEDDING.moisture })
            : quiet.week,
      },
      herdAtRisk: quiet.herdAtRisk,
      lowerC: read.lowerC,
      ...(quiet.mealInDays ? { mealInDays: quiet.mealInDays } : {}),
      ...(again ? { againInDays: again } : {}),
      holds: holdsToday(ensemble),
      need: {
        waterL: water.waterL,
        dryBeddingKg: bedding.beddingKg,
        isUnsure: water.waterL.high > 0.02 && bedding.beddingKg.high > 0.02,
      },
      compartments: read.compartments.map(({ id, moisture, ripeness, wormShare }) => ({
        id,
        moisture,
        ripeness,
        wormShare,
      })),
      sumpL: read.sumpL,
      herd: {
        youngKg: read.youngKg.middle,
        growingKg: read.growingKg.middle,
        adultKg: read.adultKg.middle,
        cocoons: read.cocoons.middle,
      },
      harvest,
      ...(wet ? { wetAhead: wet } : {}),
      habits: habitsOf(ensemble),
      fist: ownFist(now.dawn, script),
      surprises: now.surprises,
      misfits: ensemble.misfits.map(({ code, key, day }) => ({
        code,
        entryId: key,
        day: addDays(script.startDay, day),
      })),
      warnings,
    },
  };
}

const harvestOf = ({ inDays, kg, gainsKg }: HarvestWindow): NonNullable<TwinAdvice["harvest"]> => ({
  kg,
  gainsKg,
  ...(inDays ? { inDays } : {}),
});

/** Every place the log knows, with what the twin says is left there; what has no marker any more is gone. */
function placesOf({ state }: TwinNow, read: TwinDay, gone: ReadonlyMap<string, Band>): Expectation["places"] {
  const NONE: Band = { low: 0, middle: 0, high: 0 };
  return Object.values(state.places).map((place) => {
    const key = placeKey(place.compartmentId, place.place);
    const found = read.places.find(
      (one) => one.compartmentId === place.compartmentId && one.place === place.place,
    );
    return {
      compartmentId: place.compartmentId,
      place: place.place,
      ...(place.fedOn ? { fedOn: place.fedOn } : {}),
      massKg: place.massKg,
      left: found?.left ?? NONE,
      goneInDays: gone.get(key) ?? NONE,
    };
  });
}

/** The reading whose answer is least known, measured by what it would change. */
function helpful({ moisture, temperatureC, places }: TwinDay, harvestInDays?: Band): HelpfulReading {
  const doubts: readonly (readonly [HelpfulReading, number])[] = [
    ["squeeze", (moisture.high - moisture.low) / 0.06],
    ["foodLeft", Math.max(0, ...places.map(({ left }) => left.high - left.low)) / 0.35],
    ["temperature", (temperatureC.high - temperatureC.low) / 5],
    // The colour of the castings tells most of when they are ripe, within some weeks of it.
    ["ripeness", harvestInDays && harvestInDays.low < 42 ? (harvestInDays.high - harvestInDays.low) / 40 : 0],
  ];
  return doubts.toSorted((a, b) => b[1] - a[1])[0]![0];
}
