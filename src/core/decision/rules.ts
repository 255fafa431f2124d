import { beddingHere } from "../bin/beddingHere";
import { addDays, daysBetween } from "../calendar/day";
import { foodlessDays } from "../bin/planAhead";
import { WATCHED_DAYS } from "../bin/state";
import { COVER_KG_PER_L } from "../bin/cover";
import { fedCompartment, volumeOfL } from "../bin/system";
import type { LocalDate } from "@/vocabulary/fields";
import type { Band } from "../expectation/expectation";
import type { Practice } from "../practice/practice";
import { targetMoisture } from "../practice/practice";
import type { Decision, Step } from "./decision";
import { isSeenSound } from "./caps";
import { feedSteps } from "./feed";
import { firstAid } from "./firstAid";
import { foodStanding } from "./foodStanding";
import { makeRoom } from "./makeRoom";
import { dryOutSteps } from "./moistureStep";
import { dryAtRest, isAtRest, isShutByWay, leaveInPeace, leftButForWater } from "./rest";
import type { Situation } from "./situation";
import { ofMaterial } from "./stepMaterial";
import { tightLidStep } from "./tightLid";
import { untilHarvest } from "./wantedHarvest";

/** One question asked of a bin, and what is done where the answer is yes. */
export interface Rule {
  readonly name: string;
  /** What the rule says, or undefined where the bin is none of its business. Never throws. */
  readonly says: (situation: Situation) => Decision | undefined;
  /** It cannot wait for the keeper's own pace. */
  readonly isUrgent?: boolean;
  /** What it says stands as it is, without what is looked at beside it. */
  readonly isLast?: boolean;
}

/** The rules in the order of danger: the first that has something to say is the day's. */
export const RULES: readonly Rule[] = [
  {
    name: "first aid",
    says: (it) => firstAid(it.expectation, it.practice, it.seen, it.today),
    isUrgent: true,
  },
  {
    name: "out of use",
    says: ({ practice, today }) => (practice.setup.retired ? leaveInPeace(practice, today) : undefined),
    isLast: true,
  },
  { name: "emptied", says: beddingFirst, isUrgent: true },
  {
    name: "lost its weight at rest",
    says: (it) => (isAtRest(it) || isShutByWay(it) ? dryAtRest(it) : undefined),
    isUrgent: true,
  },
  // The day a rest ends is the keeper's own too.
  { name: "at rest", says: (it) => (isAtRest(it) ? leftButForWater(it) : undefined), isUrgent: true },
  { name: "left in peace", says: (it) => (isShutByWay(it) ? leftButForWater(it) : undefined) },
  { name: "dust or stream", says: farOff, isUrgent: true },
  { name: "under watch", says: underWatch, isUrgent: true },
  { name: "air", says: airFirst, isUrgent: true },
  { name: "no room but by other work", says: roomFirst, isUrgent: true },
  { name: "food lies", says: foodFirst },
];
/** Where no rule speaks, a meal, or why there is none. */
export const OTHERWISE = { name: "a meal", says: mealToday } as const;

/** A bin that was emptied is bedded before anything else: a third deep, damp. */
function beddingFirst({ practice, today }: Situation): Decision | undefined {
  if (practice.state.emptiedOn === undefined) return undefined;
  const fed = fedCompartment(practice.setup);
  const target = targetMoisture(practice);
  return {
    verdict: "makeRoom",
    steps: [
      {
        kind: "addDryBedding",
        amount: { massKg: (volumeOfL(fed) / 3) * COVER_KG_PER_L },
        ...ofMaterial(
          "bedding",
          practice.school.isBreeding ? "manure-aged-bedding" : beddingHere(practice.state, "damp"),
        ),
        moisture: (target.low + target.high) / 2,
        compartmentId: fed.id,
        why: { code: "bed/before-meal" },
        evidence: [{ from: "school", of: "moisture", low: target.low, high: target.high }],
      },
    ],
    nextDay: addDays(today, 3),
    cautions: ["dust"],
  };
}

/** Dust, and water in a stream, want nothing else before. */
function farOff({ fault, moisten, today }: Situation): Decision | undefined {
  if (fault !== "dust" && fault !== "stream") return undefined;
  const isStream = fault === "stream";
  return {
    verdict: "moistureFirst",
    steps: moisten,
    nextDay: addDays(today, isStream ? 3 : 2),
    cautions: isStream ? ["dust", "leachate"] : [],
  };
}

/** After an alarm no meal for some days, and not before it smells of earth: the look that says so ends the watch. */
function underWatch({ practice, moisten, today }: Situation): Decision | undefined {
  const { watch } = practice.state;
  if (!watch) return undefined;
  const { since } = watch;
  const from = addDays(since, WATCHED_DAYS);
  return {
    verdict: moisten.length > 0 ? "moistureFirst" : "wait",
    steps: [
      ...moisten,
      { kind: "closeAgain", why: { code: "food/under-watch", since, isOver: from <= today }, evidence: [] },
    ],
    nextDay: from > today ? from : addDays(today, 1),
    cautions: [],
  };
}

/** The forecast goes wrong even without food, and nobody has smelled today that it does not: none, air and dry bedding, a look in three days. Source: process model 11. */
function airFirst({ expectation, practice, seen, moisten, today }: Situation): Decision | undefined {
  if (expectation.twin?.meal.limit !== "cannot" || moisten.length > 0) return undefined;
  if (isSeenSound(practice, today)) return undefined;
  const { trouble } = expectation.twin.meal;
  const why = { code: "air/at-risk", trouble } as const;
  const evidence = [
    {
      from: "expectation",
      of: "moisture",
      low: expectation.moisture.low,
      high: expectation.moisture.high,
    } as const,
  ];
  return {
    verdict: "beddingOnly",
    steps: [
      { kind: "fluff", why, evidence },
      ...tightLidStep(expectation, practice.setup),
      ...dryOutSteps(expectation, practice, seen, { atLeast: true })
        .filter((step) => step.kind !== "fluff" && step.kind !== "drain")
        .map((step) => (step.kind === "addDryBedding" ? { ...step, why } : step)),
    ],
    nextDay: addDays(today, 3),
    cautions: ["dust"],
  };
}

/** A full bin whose room comes of work that no meal goes with. */
function roomFirst({ expectation, practice, today }: Situation): Decision | undefined {
  const room = makeRoom(expectation, practice);
  if (!room.isAll) return undefined;
  return {
    verdict: "makeRoom",
    steps: [...trayDue(practice, today), ...room.steps],
    nextDay: addDays(today, 2),
    cautions: ["lifting"],
  };
}

/** What lies is not fed over. */
function foodFirst({ expectation, practice, seen, moisten, today }: Situation): Decision | undefined {
  const standing = foodStanding(expectation, practice, seen, today);
  if (!standing) return undefined;
  const room = makeRoom(expectation, practice);
  return {
    verdict: moisten.length > 0 ? "moistureFirst" : room.steps.length > 0 ? "makeRoom" : "wait",
    steps: [...moisten, ...trayDue(practice, today), ...room.steps, ...standing.steps],
    ...inDays(standing.inDays, today),
    cautions: [],
  };
}

function mealToday({
  expectation,
  practice,
  seen,
  signs,
  wanted,
  here,
  moisten,
  today,
}: Situation): Decision {
  const room = makeRoom(expectation, practice);
  const hungryDays = foodlessDays(wanted, today);
  const meal =
    wanted && hungryDays > 0
      ? untilHarvest(wanted.on, hungryDays)
      : feedSteps(expectation, practice, seen, today, signs, room);
  const isMoistened = moisten.length > 0;
  // Where the bed is put right by itself, the meal's own water and bedding would say it twice.
  const isSaidTwice = ({ kind }: Step) =>
    isMoistened && here.length > 0 && (kind === "water" || kind === "addDryBedding");
  const otherwise = room.steps.length > 0 ? "makeRoom" : "wait";
  return {
    verdict: isMoistened ? "moistureFirst" : meal.isMeal ? "feed" : otherwise,
    steps: [
      ...moisten,
      ...trayDue(practice, today),
      ...room.steps,
      ...meal.steps.filter((step) => !isSaidTwice(step)),
    ],
    ...inDays(meal.nextInDays, today),
    cautions: meal.isMeal ? ["wet-hands-mould"] : [],
  };
}

const inDays = ({ low, middle, high }: Band, today: LocalDate) => ({
  nextDay: addDays(today, middle),
  nextDaySpan: { from: addDays(today, low), to: addDays(today, high) },
});

/** A tray under the bin is emptied every fortnight, or the lowest bedding stands in it. */
function trayDue({ state, setup }: Practice, today: LocalDate): Step[] {
  const last = state.drainedOn ?? state.firstDay;
  if (setup.drainage !== "sump" || !last || daysBetween(last, today) < 14) return [];
  return [{ kind: "drain", why: { code: "moisture/sump" }, evidence: [{ from: "school", of: "places" }] }];
}
