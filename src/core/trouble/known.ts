import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { BinState } from "../bin/state";
import { surfaceM2 } from "../bin/system";
import { addDays, daysBetween } from "../calendar/day";
import { isAnimal, isManure } from "../catalogue/asking";
import { wholeMaterial } from "../catalogue/composition";
import type { Expectation } from "../expectation/expectation";
import { feedPartMatter } from "../log/amount";
import { speciesOf } from "../catalogue/species";
import { airUnderTightLidL } from "../decision/tightLid";
import { ration } from "../ration/ration";
import { practiceOf, targetMoisture } from "../practice/practice";
import type { Ate, TroubleContext } from "./context";
import { ATE } from "./context";

const LATELY_DAYS = 14;
const WEEK = 7;
/** Of what the rule of thumb hopes for, a herd finishes so much. Judgement, from the years lived under advice. */
const FINISHED = 0.6;
/** A few worms live longer than any forecast of them: a spoonful a week. */
const LEAST_KG = 0.02;

/** What feed of the catalogue is known to make trouble by. */
const BY: Readonly<Record<Ate, (id: string) => boolean>> = {
  animal: isAnimal,
  manure: isManure,
  protein: (id) => (foodOf(id)?.nitrogenPctDm ?? 0) >= 4,
  sour: (id) => foodOf(id)?.acidity === "high",
  salty: (id) => (foodOf(id)?.saltRisk ?? 0) >= 2,
  heating: (id) => (foodOf(id)?.heatRisk ?? 0) >= 3,
  hard: (id) => foodOf(id)?.pace === "slow" && foodOf(id)?.group !== "compost-manure",
};
function foodOf(id: string) {
  const material = wholeMaterial(id, "food");
  return material && "acidity" in material ? material : undefined;
}

/**
 * What log and forecast say of a bin, as far as it bears on trouble. `log`: its entries as they count. Never throws; what is not
 * known is left out.
 */
export function knownOf(
  state: BinState,
  expectation: Expectation,
  log: readonly Entry[],
  today: LocalDate,
): TroubleContext {
  const { setup } = state;
  const ago = (day: LocalDate | undefined) =>
    day === undefined || day > today ? undefined : daysBetween(day, today);
  const last = (isIt: (entry: Entry) => boolean) => ago(log.findLast(isIt)?.day);
  const fed = log.flatMap((entry) => (entry.kind === "fed" && entry.day <= today ? [entry] : []));
  const fedKg = fed
    .filter(({ day }) => day > addDays(today, -WEEK))
    .flatMap(({ parts }) => parts.map((part) => feedPartMatter(part).wetKg))
    .reduce((sum, kg) => sum + kg, 0);
  const ids = new Set(
    fed
      .filter(({ day }) => day > addDays(today, -LATELY_DAYS))
      .flatMap(({ parts }) => parts.map(({ materialId }) => materialId)),
  );
  const ateLately = ATE.filter((ate) => [...ids].some((id) => BY[ate](id)));
  const herd = {
    wormsKg: expectation.wormsKg.middle,
    species: speciesOf(state.worms.speciesId),
    temperatureC: expectation.temperatureC.middle,
    moisture: expectation.moisture.middle,
    ageDays: ago(state.worms.since) ?? 0,
  };
  // Of a herd that is forecast to be gone, or too cold to eat, whatever was given is too much: that is said, not left out.
  const canTakeKg = state.worms.massKg > 0 ? Math.max(LEAST_KG, FINISHED * ration(herd, WEEK).byWormsKg) : 0;
  const practice = practiceOf(state);
  const target = practice && targetMoisture(practice);
  const given = <K extends keyof TroubleContext>(key: K, value: TroubleContext[K] | undefined) =>
    value === undefined ? {} : ({ [key]: value } as Pick<TroubleContext, K>);
  return {
    ...given("ageDays", ago(state.worms.since)),
    ...given(
      "stockedDaysAgo",
      last(({ kind }) => kind === "stocked"),
    ),
    ...given("visitedDaysAgo", ago(state.lastLook?.day)),
    ...given("harvestedDaysAgo", ago(state.harvestedOn)),
    ...given(
      "turnedDaysAgo",
      last(({ kind }) => kind === "turned"),
    ),
    ...given(
      "limedDaysAgo",
      last((entry) => entry.kind === "dosed" && /lime/.test(entry.materialId)),
    ),
    ...(canTakeKg > 0 ? { fedKg, canTakeKg } : {}),
    moisture: expectation.moisture.middle,
    ...(target ? { moistureLow: target.low, moistureHigh: target.high } : {}),
    temperatureC: expectation.temperatureC.middle,
    ...(setup && state.worms.massKg > 0
      ? { wormsKgPerM2: expectation.wormsKg.middle / Math.max(0.01, surfaceM2(setup)) }
      : {}),
    castingsShare: expectation.ripeness.middle,
    ...given("ateLately", ateLately.length > 0 ? [...ateLately] : undefined),
    ...(setup ? { drains: setup.drainage } : {}),
    ...given("tightLidAirL", setup && airUnderTightLidL(expectation, setup)),
  };
}

/** Signs that say themselves how wet or how warm it is: over them no forecast is believed. */
const TOLD = {
  moisture: [
    "squeeze-drips",
    "squeeze-crumbles",
    "mud-ball",
    "standing-liquid",
    "dry-edges",
    "dry-top-wet-bottom",
  ],
  warmth: ["hot-centre", "bin-temp-high", "bin-temp-low", "frozen-edge", "worms-sluggish"],
} as const;

/** What is known, without what the keeper has just seen otherwise or for themselves. Never throws. */
export function heardOver(known: TroubleContext, seen: readonly string[]): TroubleContext {
  const { moisture: wet, temperatureC: warm, ...rest } = known;
  const isTold = (of: keyof typeof TOLD) => TOLD[of].some((sign) => seen.includes(sign));
  return {
    ...rest,
    ...(wet === undefined || isTold("moisture") ? {} : { moisture: wet }),
    ...(warm === undefined || isTold("warmth") ? {} : { temperatureC: warm }),
  };
}
