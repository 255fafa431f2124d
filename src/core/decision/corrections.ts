import type { LocalDate } from "@/vocabulary/fields";
import { tenderest } from "../bin/mixture";
import { standingPlan, whenSomeoneIsThere } from "../bin/planAhead";
import { addDays } from "../calendar/day";
import { HERD_AT_RISK } from "../expectation/expectation";
import type { Decision, Step } from "./decision";
import { letOut } from "./firstAid";
import { againInHeat, NEAR_DEATH_K } from "./heat";
import { herdAdvice } from "./herdAdvice";
import type { Rule } from "./rules";
import type { Situation } from "./situation";
import { harvestStep } from "./wantedHarvest";

/** What holds for whatever a rule says: the decision as it comes out of it. Never throws. */
type Correction = (decision: Decision, situation: Situation, rule: Rule) => Decision;

/** In this order: the day first, then what is done on it, then what is only looked at or known, and last who is there. */
export const CORRECTIONS: readonly Correction[] = [
  (decision, situation, { isUrgent }) => (isUrgent ? decision : atOwnPace(decision, situation)),
  soonInHeat,
  byHarvestDay,
  byRescueDay,
  withoutWater,
  // First aid is never cut short: what stands last in it is not what matters least.
  (decision) => (isAid(decision) ? decision : { ...decision, steps: decision.steps.slice(0, MOST_STEPS) }),
  liquidOutFirst,
  (decision, { expectation, wanted, today }) =>
    isAid(decision)
      ? decision
      : { ...decision, steps: [...harvestStep(expectation, wanted, today), ...decision.steps] },
  lookedAt,
  heedingAbsence,
];
const MOST_STEPS = 8;
const isAid = ({ verdict }: Decision): boolean => verdict === "actNow";

/**
 * Who named an interval for a bin comes at that pace: what lies is skipped, not looked at sooner. Only what cannot wait hastens it.
 */
function atOwnPace(decision: Decision, { practice, today }: Situation): Decision {
  const { intervalDays } = practice.setup.own ?? {};
  const soonest = intervalDays === undefined ? undefined : addDays(today, intervalDays);
  if (soonest === undefined || decision.nextDay >= soonest) return decision;
  const { nextDaySpan: span, ...rest } = decision;
  return {
    ...rest,
    nextDay: soonest,
    ...(span ? { nextDaySpan: { from: soonest, to: span.to > soonest ? span.to : soonest } } : {}),
  };
}

/** A bed found hot, with no way down, is looked at again soon whatever else is due when. */
function soonInHeat(decision: Decision, { expectation, practice, seen, today }: Situation): Decision {
  const { againInDays } = againInHeat(expectation, practice, seen);
  return againInDays === undefined ? decision : notAfter(decision, addDays(today, againInDays));
}

/** The day the keeper wants castings by is not slept through. */
function byHarvestDay(decision: Decision, { wanted, today }: Situation): Decision {
  return wanted && wanted.on > today ? notAfter(decision, wanted.on) : decision;
}

/** While a rescue from mud goes on it is looked at again on the rescue's own day, as the slate has it. */
function byRescueDay(decision: Decision, { practice, today }: Situation): Decision {
  const lookOn = practice.state.rescue?.lookOn;
  return lookOn !== undefined && lookOn > today ? notAfter(decision, lookOn) : decision;
}

function notAfter(decision: Decision, day: LocalDate): Decision {
  if (decision.nextDay <= day) return decision;
  const { nextDaySpan: _span, ...rest } = decision;
  return { ...rest, nextDay: day };
}

/** None is poured on where water stands, and none where what is to be sieved dries. */
function withoutWater(decision: Decision, { isUnwatered }: Situation): Decision {
  return isUnwatered
    ? { ...decision, steps: decision.steps.filter(({ kind }) => kind !== "water") }
    : decision;
}

/** What takes standing liquid away. */
const LETS_OUT: ReadonlySet<Step["kind"]> = new Set(["drain", "spongeOff", "scoopOut", "takeOutUnripe"]);

/** What stands is let out before anything, unless a step does so already. */
function liquidOutFirst(decision: Decision, { practice, signs }: Situation): Decision {
  if (!signs.isStanding || decision.steps.some(({ kind }) => LETS_OUT.has(kind))) return decision;
  return { ...decision, steps: [...letOut(practice), ...decision.steps] };
}

/** Heat to come, too many worms, a herd that is doubted, the signs that were ticked: said behind the work. */
function lookedAt(decision: Decision, situation: Situation): Decision {
  const { practice, signs } = situation;
  const ofTheHerd =
    practice.state.emptiedOn === undefined
      ? [...heatSteps(decision, situation), ...tooManySteps(decision, situation), ...herdSteps(situation)]
      : [];
  return { ...decision, steps: [...decision.steps, ...ofTheHerd, ...(isAid(decision) ? [] : signs.steps)] };
}

/** Heat that is forecast is met before it comes, unless first aid speaks of it already. */
const HEAT_AHEAD = 0.3;
function heatSteps(decision: Decision, { expectation, practice, seen }: Situation): Step[] {
  if (isAid(decision)) return [];
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

/** More worms than the ground carries are said at the lid, where they can be taken out. */
function tooManySteps({ verdict }: Decision, { expectation, practice, today }: Situation): Step[] {
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
function herdSteps({ expectation: { twin }, seen }: Situation): Step[] {
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

/** While no one comes there is no next day; what cannot wait keeps its own, so that someone may be asked to look in. */
function heedingAbsence(decision: Decision, { practice, today }: Situation): Decision {
  if (decision.verdict === "actNow" || decision.verdict === "beddingOnly") return decision;
  const back = whenSomeoneIsThere(standingPlan(practice.setup, today), decision.nextDay);
  if (back === decision.nextDay) return decision;
  const { nextDaySpan: _span, ...rest } = decision;
  return { ...rest, nextDay: back, awayUntil: back };
}
