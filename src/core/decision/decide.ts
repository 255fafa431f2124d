import type { Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { isLeftInPeace } from "../catalogue/school";
import { standingPlan, whenSomeoneIsThere } from "../bin/planAhead";
import { fedCompartment } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import type { Decision, Step } from "./decision";
import { emergency } from "./emergency";
import { feedSteps } from "./feed";
import { foodStanding } from "./foodStanding";
import { dryOutSteps, moistenSteps, moistureFault } from "./moistureStep";
import type { Practice, Seen } from "../practice/practice";
import { seenIn } from "../practice/practice";

/**
 * What to do at a bin today: an ordered list of at most six steps, each with amount, place, reason and evidence, and
 * the day to come back. Pure; the order of the questions is the order of danger: emergencies, a smell that is off,
 * moisture, food that is left, cold, and only then a meal. Without readings of today it answers from the expectation,
 * which is how the round is planned.
 *
 * Laws (tested): amounts are finite and never negative; a wetter reading never asks for more water; more worms never
 * give a smaller ration; more food left never gives a larger one.
 */
export function decide(
  expectation: Expectation,
  practice: Practice,
  readings: readonly Reading[],
  today: LocalDate,
): Decision {
  const seen = seenIn(readings, fedCompartment(practice.setup).id);
  const capped = (decision: Decision): Decision =>
    heedingAbsence({ ...decision, steps: decision.steps.slice(0, 6) }, practice, today);

  const urgent = emergency(expectation, practice, seen, today);
  if (urgent) return capped(urgent);

  const smell = seen.smell ?? recentSmell(practice, today);
  if (smell && smell !== "earthy") return capped(beddingOnly(expectation, practice, seen, smell, today));

  const resting =
    practice.setup.resting ||
    (isLeftInPeace(practice.school.id) && seen.foodLeft.size === 0 && isBeforeDue(practice, today));
  if (resting && seen.squeeze === undefined && seen.moisture === undefined)
    return capped(leaveInPeace(practice, today));

  const fault = moistureFault(expectation, practice, seen);
  if (fault === "dust" || fault === "stream") {
    const steps =
      fault === "dust" ? moistenSteps(expectation, practice, seen) : dryOutSteps(expectation, practice, seen);
    return capped({
      verdict: "moistureFirst",
      steps,
      nextDay: addDays(today, fault === "stream" ? 3 : 2),
      cautions: fault === "stream" ? ["dust", "leachate"] : [],
    });
  }
  const moisten =
    fault === "dry"
      ? moistenSteps(expectation, practice, seen)
      : fault === "wet"
        ? dryOutSteps(expectation, practice, seen)
        : [];

  if (expectation.twin?.meal.limit === "cannot" && moisten.length === 0)
    return capped(airFirst(expectation, practice, seen, today));

  const drain = trayDue(practice, today);
  const standing = foodStanding(expectation, practice, seen, today);
  if (standing) {
    const nextDay = addDays(today, standing.inDays.middle);
    return capped({
      verdict: moisten.length > 0 ? "moistureFirst" : "wait",
      steps: [...moisten, ...drain, standing.step],
      nextDay,
      nextDaySpan: { from: addDays(today, standing.inDays.low), to: addDays(today, standing.inDays.high) },
      cautions: [],
    });
  }

  const meal = feedSteps(expectation, practice, seen, today);
  return capped({
    verdict: moisten.length > 0 ? "moistureFirst" : meal.isMeal ? "feed" : "wait",
    steps: [...moisten, ...drain, ...meal.steps],
    nextDay: addDays(today, meal.nextInDays.middle),
    nextDaySpan: { from: addDays(today, meal.nextInDays.low), to: addDays(today, meal.nextInDays.high) },
    cautions: meal.isMeal ? ["wet-hands-mould"] : [],
  });
}

/** While no one comes there is no next day; what cannot wait keeps its own, so that someone may be asked to look in. */
function heedingAbsence(decision: Decision, { setup }: Practice, today: LocalDate): Decision {
  if (decision.verdict === "actNow" || decision.verdict === "beddingOnly") return decision;
  const back = whenSomeoneIsThere(standingPlan(setup, today), decision.nextDay);
  if (back === decision.nextDay) return decision;
  const { nextDaySpan: _span, ...rest } = decision;
  return { ...rest, nextDay: back, awayUntil: back };
}

/** A tray under the bin is emptied every fortnight, or the lowest bedding stands in it. */
function trayDue({ state, setup }: Practice, today: LocalDate): Step[] {
  const last = state.drainedOn ?? state.firstDay;
  if (setup.drainage !== "sump" || !last || daysBetween(last, today) < 14) return [];
  return [{ kind: "drain", why: { code: "moisture/sump" }, evidence: [{ from: "school", of: "places" }] }];
}

/** A bad smell of the last days stands until a nose says otherwise. */
function recentSmell({ state }: Practice, today: LocalDate) {
  const last = state.smell;
  return last && last.smell !== "earthy" && daysBetween(last.day, today) <= 5 ? last.smell : undefined;
}

const isBeforeDue = ({ state }: Practice, today: LocalDate): boolean =>
  state.nextDay !== undefined && state.nextDay > today;

function beddingOnly(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  smell: NonNullable<Seen["smell"]>,
  today: LocalDate,
): Decision {
  const evidence = [{ from: "reading", of: "smell", smell } as const];
  const hasFood =
    [...seen.foodLeft.values()].some((left) => left === "half" || left === "most") ||
    expectation.places.some((place) => place.left.middle > 0.4);
  const dry = dryOutSteps(expectation, practice, seen, { atLeast: true }).filter(
    (step) => step.kind === "addDryBedding" || step.kind === "drain",
  );
  const steps: Step[] = [
    ...(smell === "rotten" && hasFood
      ? [{ kind: "removeFood", why: { code: "smell/food-source" }, evidence } satisfies Step]
      : []),
    { kind: "fluff", why: { code: "air/let-in" }, evidence },
    ...dry.map((step) =>
      step.kind === "addDryBedding"
        ? { ...step, why: { code: "smell/off", smell } as const, evidence: [...evidence, ...step.evidence] }
        : step,
    ),
  ];
  return {
    verdict: "beddingOnly",
    steps,
    nextDay: addDays(today, 3),
    cautions: smell === "rotten" ? ["gas", "wet-hands-mould"] : ["dust"],
  };
}

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
      ...dryOutSteps(expectation, practice, seen, { atLeast: true })
        .filter((step) => step.kind === "addDryBedding")
        .map((step) => ({ ...step, why })),
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
