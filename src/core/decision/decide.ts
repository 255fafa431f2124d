import type { Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { tenderest } from "../bin/mixture";
import { foodlessDays, standingPlan, wantedHarvest, whenSomeoneIsThere } from "../bin/planAhead";
import { looked } from "../bin/readings";
import { WATCHED_DAYS } from "../bin/state";
import { COVER_KG_PER_L } from "../bin/cover";
import { areaM2, fedCompartment, volumeOfL } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import { HERD_AT_RISK } from "../expectation/expectation";
import type { Decision, Step } from "./decision";
import { feedSteps } from "./feed";
import { firstAid, letOut } from "./firstAid";
import { herdAdvice } from "./herdAdvice";
import { foodStanding } from "./foodStanding";
import { againInHeat, NEAR_DEATH_K } from "./heat";
import { harvestStep, untilHarvest } from "./wantedHarvest";
import { makeRoom } from "./makeRoom";
import { otherPartSteps } from "./otherParts";
import type { SignsToday } from "./signs";
import { signsToday } from "./signs";
import { tightLidStep } from "./tightLid";
import {
  dryOutSteps,
  measurable,
  moistenSteps,
  moistureFault,
  MOST_AT_ONCE,
  mostAtOnceKg,
} from "./moistureStep";
import type { Practice, Seen } from "../practice/practice";
import { seenIn, targetMoisture } from "../practice/practice";
import { ofMaterial } from "./stepMaterial";

/**
 * What to do at a bin today: an ordered list of at most eight steps (first aid has as many as it needs) and the answers to the signs that were seen, each with
 * amount, place, reason and evidence, and the day to come back. Pure; the order of the questions is the order of danger:
 * emergencies, rest, a smell that is off, moisture, room, food that is left, cold and heat, and only then a meal. What the
 * log says was read today counts like readings in hand. Without either it answers from the expectation, which is how the
 * round is planned.
 *
 * Laws (tested): amounts are finite and never negative; a wetter reading never asks for more water; more worms never
 * give a smaller ration; more food left never gives a larger one; readings in hand and the same readings kept say the same.
 */
export function decide(
  expectation: Expectation,
  known: Practice,
  readings: readonly Reading[],
  today: LocalDate,
): Decision {
  // Readings in hand are entries not yet kept, and go the same way.
  const practice =
    readings.length > 0
      ? { ...known, state: looked(known.state, { day: today, lid: "lifted", readings }) }
      : known;
  const kept = practice.state.seen?.day === today ? practice.state.seen.readings : [];
  const seen = seenIn(kept, fedCompartment(practice.setup).id);
  const signs = signsToday(seen, practice.setup.drainage);
  // Where water stands the bed holds what it can: none is poured on, but where a squeeze is dust.
  const isFullOfWater = signs.isStanding && seen.squeeze !== "dust";
  const wanted = wantedHarvest(practice.state, today);
  // What is to be lifted and sieved is left to dry, unless its worms would dry with it.
  const isDrying =
    wanted?.noWaterFrom !== undefined && wanted.noWaterFrom <= today && seen.squeeze !== "dust";
  const capped = (made: Decision, cannotWait = false): Decision => {
    const paced = cannotWait ? made : atOwnPace(made, practice, today);
    const decision = soonInHeat(paced, expectation, practice, seen, today);
    const lets = decision.steps.some(({ kind }) => LETS_OUT.has(kind));
    const first = signs.isStanding && !lets ? letOut(practice) : [];
    return heedingAbsence(
      {
        ...decision,
        ...(wanted && wanted.on > today && decision.nextDay > wanted.on ? { nextDay: wanted.on } : {}),
        ...rescueDay(practice, decision, today),
        steps: [
          ...(decision.verdict === "actNow" ? [] : harvestStep(expectation, wanted, today)),
          ...first,
          ...decision.steps
            .filter(({ kind }) => kind !== "water" || !(isFullOfWater || isDrying))
            // First aid is never cut short: what stands last in it is not what matters least.
            .slice(0, decision.verdict === "actNow" ? undefined : MOST_STEPS),
          ...(practice.state.emptiedOn
            ? []
            : [
                ...heatStep(expectation, practice, seen, decision),
                ...tooManyStep(expectation, practice, decision, today),
                ...herdStep(expectation, seen),
              ]),
          ...(decision.verdict === "actNow" ? [] : signs.steps),
        ],
      },
      practice,
      today,
    );
  };

  const aid = firstAid(expectation, practice, seen, today);
  if (aid) return capped(aid, true);

  const fault = moistureFault(expectation, practice, seen);
  const others = otherPartSteps(expectation, practice, seen);
  const here =
    (fault === "dry" && !isFullOfWater) || fault === "dust"
      ? moistenSteps(expectation, practice, seen)
      : (fault === "wet" && !signs.isSweating) || fault === "stream"
        ? dryOutSteps(expectation, practice, seen)
        : edgeWater(practice, signs);
  const moisten = [...here, ...others];

  if (practice.setup.retired) return leaveInPeace(practice, today);
  if (practice.state.emptiedOn !== undefined) return capped(beddingFirst(practice, today), true);

  // Rest ends on its day; until then no reading unlocks a meal.
  const { resting, restingUntil } = practice.setup;
  const isResting =
    (resting && (restingUntil === undefined || restingUntil > today)) ||
    (practice.school.isLeftInPeace === true && seen.foodLeft.size === 0 && isBeforeDue(practice, today));
  const lost = fallenWeight(practice, today);
  if (isResting && lost) return capped(dryAtRest(expectation, practice, lost, today), true);
  if (isResting) {
    const peace = leaveInPeace(practice, today);
    return capped(
      moisten.length > 0
        ? { ...peace, verdict: "moistureFirst", steps: [...moisten, ...peace.steps] }
        : peace,
      // The day a rest ends is the keeper's own too.
      resting,
    );
  }

  if (fault === "dust" || fault === "stream")
    return capped(
      {
        verdict: "moistureFirst",
        steps: moisten,
        nextDay: addDays(today, fault === "stream" ? 3 : 2),
        cautions: fault === "stream" ? ["dust", "leachate"] : [],
      },
      true,
    );

  const { watch } = practice.state;
  if (watch) return capped(underWatch(watch.since, moisten, today), true);

  if (expectation.twin?.meal.limit === "cannot" && moisten.length === 0)
    return capped(airFirst(expectation, practice, seen, today), true);

  const drain = trayDue(practice, today);
  const room = makeRoom(expectation, practice);
  if (room.isAll)
    return capped(
      {
        verdict: "makeRoom",
        steps: [...drain, ...room.steps],
        nextDay: addDays(today, 2),
        cautions: ["lifting"],
      },
      true,
    );
  const standing = foodStanding(expectation, practice, seen, today);
  if (standing) {
    const nextDay = addDays(today, standing.inDays.middle);
    return capped({
      verdict: moisten.length > 0 ? "moistureFirst" : room.steps.length > 0 ? "makeRoom" : "wait",
      steps: [...moisten, ...drain, ...room.steps, ...standing.steps],
      nextDay,
      nextDaySpan: { from: addDays(today, standing.inDays.low), to: addDays(today, standing.inDays.high) },
      cautions: [],
    });
  }

  const hungryDays = foodlessDays(wanted, today);
  const meal =
    wanted && hungryDays > 0
      ? untilHarvest(wanted.on, hungryDays)
      : feedSteps(expectation, practice, seen, today, signs, room);
  // Where the bed is put right by itself, the meal's own water and bedding would say it twice.
  const steps =
    moisten.length > 0
      ? meal.steps.filter(({ kind }) => (kind !== "water" && kind !== "addDryBedding") || here.length === 0)
      : meal.steps;
  return capped({
    verdict:
      moisten.length > 0
        ? "moistureFirst"
        : meal.isMeal
          ? "feed"
          : room.steps.length > 0
            ? "makeRoom"
            : "wait",
    steps: [...moisten, ...drain, ...room.steps, ...steps],
    nextDay: addDays(today, meal.nextInDays.middle),
    nextDaySpan: { from: addDays(today, meal.nextInDays.low), to: addDays(today, meal.nextInDays.high) },
    cautions: meal.isMeal ? ["wet-hands-mould"] : [],
  });
}

/**
 * Who named an interval for a bin comes at that pace: what lies is skipped, not looked at sooner. Only what cannot wait hastens it.
 */
function atOwnPace(decision: Decision, { setup }: Practice, today: LocalDate): Decision {
  const { intervalDays } = setup.own ?? {};
  const soonest = intervalDays === undefined ? undefined : addDays(today, intervalDays);
  if (soonest === undefined || decision.nextDay >= soonest) return decision;
  const { nextDaySpan: span, ...rest } = decision;
  return {
    ...rest,
    nextDay: soonest,
    ...(span ? { nextDaySpan: { from: soonest, to: span.to > soonest ? span.to : soonest } } : {}),
  };
}

/** After an alarm no meal for some days, and not before it smells of earth: the look that says so ends the watch. */
function underWatch(since: LocalDate, moisten: readonly Step[], today: LocalDate): Decision {
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

/** A bin that was emptied is bedded before anything else: a third deep, damp. */
function beddingFirst(practice: Practice, today: LocalDate): Decision {
  const fed = fedCompartment(practice.setup);
  const target = targetMoisture(practice);
  return {
    verdict: "makeRoom",
    steps: [
      {
        kind: "addDryBedding",
        amount: { massKg: (volumeOfL(fed) / 3) * COVER_KG_PER_L },
        ...ofMaterial("bedding", practice.school.isBreeding ? "manure-aged-bedding" : "leaf-mould"),
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

/** A resting bin that lost so much of its weight has dried out, or worse. */
const FALLEN = 0.8;
function fallenWeight(
  { state: { weight } }: Practice,
  today: LocalDate,
): { readonly kg: number; readonly beforeKg: number } | undefined {
  if (weight?.beforeKg === undefined || weight.day !== today) return undefined;
  return weight.kg <= FALLEN * weight.beforeKg ? { kg: weight.kg, beforeKg: weight.beforeKg } : undefined;
}

/** What fell is mostly water: a first part of it goes back, and the rest is over until a look has settled it. */
function dryAtRest(
  expectation: Expectation,
  practice: Practice,
  lost: { readonly kg: number; readonly beforeKg: number },
  today: LocalDate,
): Decision {
  const why = { code: "weight/fallen", ...lost } as const;
  const waterL = measurable(Math.min(lost.beforeKg - lost.kg, mostAtOnceKg(expectation, practice)));
  return {
    verdict: "moistureFirst",
    steps: [
      ...(waterL > 0
        ? [
            {
              kind: "water",
              amount: { volumeL: waterL },
              school: practice.school.id,
              why,
              evidence: [{ from: "rule", of: "caution", shareOfWetMass: MOST_AT_ONCE }],
            } satisfies Step,
          ]
        : []),
      { kind: "countHandful", why, evidence: [] },
    ],
    nextDay: addDays(today, 3),
    cautions: [],
  };
}

const MOST_STEPS = 8;
/** Heat that is forecast is met before it comes, unless first aid speaks of it already. */
const HEAT_AHEAD = 0.3;
function heatStep(expectation: Expectation, practice: Practice, seen: Seen, { verdict }: Decision): Step[] {
  if (verdict === "actNow") return [];
  const { temperatureC } = seen;
  const limitC = tenderest(practice.state.worms, expectation.herds).heatDeathC - NEAR_DEATH_K;
  if (temperatureC !== undefined && temperatureC >= limitC) {
    const why = { code: "heat/near", temperatureC } as const;
    const evidence = [{ from: "reading", of: "temperature", temperatureC } as const];
    return [
      { kind: "moveToShade", why, evidence },
      { kind: "cool", why, evidence },
    ];
  }
  const chance = expectation.twin?.warnings.find(({ of }) => of === "heat")?.chance ?? 0;
  if (chance < HEAT_AHEAD) return [];
  return [{ kind: "moveToShade", why: { code: "heat/ahead", chance }, evidence: [] }];
}

/** What takes standing liquid away. */
const LETS_OUT: ReadonlySet<Step["kind"]> = new Set(["drain", "spongeOff", "scoopOut", "takeOutUnripe"]);

/** More worms than the ground carries are said at the lid, where they can be taken out. */
function tooManyStep(
  expectation: Expectation,
  practice: Practice,
  { verdict }: Decision,
  today: LocalDate,
): Step[] {
  // Not on a day with trouble enough.
  const isCalm = verdict === "feed" || verdict === "wait" || verdict === "makeRoom";
  const advice = isCalm ? herdAdvice(expectation, practice, today) : undefined;
  if (advice?.code !== "herd/over") return [];
  const { wormsKg, spareKg } = advice;
  return [
    {
      kind: "thinOut",
      why: { code: "herd/over", wormsKg, spareKg },
      evidence: [
        { from: "expectation", of: "worms", low: expectation.wormsKg.low, high: expectation.wormsKg.high },
      ],
    },
  ];
}

/** A look that answers whether the herd lives, where the forecast doubts it and nobody has counted today. */
function herdStep({ twin }: Expectation, seen: Seen): Step[] {
  if (!twin || seen.handful !== undefined) return [];
  const { now, soon } = twin.herdAtRisk;
  const chance = Math.max(now, soon);
  if (chance < HERD_AT_RISK) return [];
  return [
    {
      kind: "countHandful",
      why: { code: "herd/at-risk", chance, isNow: now >= HERD_AT_RISK },
      evidence: [],
    },
  ];
}

/** A little water where a sign asks for it (ants, dry edges). */
function edgeWater(practice: Practice, { waterLPerM2 }: SignsToday): Step[] {
  if (waterLPerM2 === 0) return [];
  const target = targetMoisture(practice);
  return [
    {
      kind: "water",
      school: practice.school.id,
      amount: { volumeL: waterLPerM2 * areaM2(fedCompartment(practice.setup)) },
      why: { code: "moisture/dry", moisture: target.low, target: target.low },
      evidence: [{ from: "school", of: "moisture", low: target.low, high: target.high }],
    },
  ];
}

/** While a rescue from mud goes on it is looked at again on the rescue's own day, as the slate has it. */
function rescueDay({ state: { rescue } }: Practice, { nextDay }: Decision, today: LocalDate) {
  if (!rescue || rescue.lookOn <= today || nextDay <= rescue.lookOn) return {};
  return { nextDay: rescue.lookOn, nextDaySpan: { from: rescue.lookOn, to: rescue.lookOn } };
}

/** While no one comes there is no next day; what cannot wait keeps its own, so that someone may be asked to look in. */
function heedingAbsence(decision: Decision, { setup }: Practice, today: LocalDate): Decision {
  if (decision.verdict === "actNow" || decision.verdict === "beddingOnly") return decision;
  const back = whenSomeoneIsThere(standingPlan(setup, today), decision.nextDay);
  if (back === decision.nextDay) return decision;
  const { nextDaySpan: _span, ...rest } = decision;
  return { ...rest, nextDay: back, awayUntil: back };
}

/** A bed found hot, with no way down, is looked at again soon whatever else is due when. */
function soonInHeat(
  decision: Decision,
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
): Decision {
  const { againInDays } = againInHeat(expectation, practice, seen);
  const soon = againInDays === undefined ? undefined : addDays(today, againInDays);
  if (soon === undefined || decision.nextDay <= soon) return decision;
  const { nextDaySpan: _span, ...rest } = decision;
  return { ...rest, nextDay: soon };
}

/** A tray under the bin is emptied every fortnight, or the lowest bedding stands in it. */
function trayDue({ state, setup }: Practice, today: LocalDate): Step[] {
  const last = state.drainedOn ?? state.firstDay;
  if (setup.drainage !== "sump" || !last || daysBetween(last, today) < 14) return [];
  return [{ kind: "drain", why: { code: "moisture/sump" }, evidence: [{ from: "school", of: "places" }] }];
}

const isBeforeDue = ({ state }: Practice, today: LocalDate): boolean =>
  state.nextDay !== undefined && state.nextDay > today;

/** The forecast goes wrong even without food: none today, air and dry bedding, and a look in three days. Source: process model 11. */
function airFirst(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Decision {
  const trouble = expectation.twin?.meal.trouble ?? 0;
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

function leaveInPeace({ state, setup, school }: Practice, today: LocalDate): Decision {
  const until = setup.restingUntil ?? state.nextDay;
  const nextDay = until && until > today ? until : addDays(today, school.usualIntervalDays);
  return {
    verdict: "leave",
    steps: [
      {
        kind: "leaveInPeace",
        why: { code: "school/in-peace", ...(until ? { until } : {}) },
        evidence: [
          {
            from: "school",
            of: "interval",
            minDays: school.minIntervalDays,
            usualDays: school.usualIntervalDays,
            maxDays: school.maxIntervalDays,
          },
        ],
      },
    ],
    nextDay,
    cautions: [],
  };
}
