import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import type { Practice } from "../practice/practice";
import type { Decision, Step } from "./decision";
import { measurable, MOST_AT_ONCE, mostAtOnceKg } from "./moistureStep";
import type { Situation } from "./situation";

/** Rest named by the keeper ends on its day; until then no reading unlocks a meal. */
export const isAtRest = ({ practice: { setup }, today }: Situation): boolean =>
  setup.resting && (setup.restingUntil === undefined || setup.restingUntil > today);

/** A way of keeping whose lid stays shut until its day, unless food was looked for. */
export const isShutByWay = ({ practice: { school, state }, seen, today }: Situation): boolean =>
  school.isLeftInPeace === true &&
  seen.foodLeft.size === 0 &&
  state.nextDay !== undefined &&
  state.nextDay > today;

/** What rests is left alone, but for water where a look asks for it. */
export function leftButForWater({ practice, moisten, today }: Situation): Decision {
  const peace = leaveInPeace(practice, today);
  return moisten.length > 0
    ? { ...peace, verdict: "moistureFirst", steps: [...moisten, ...peace.steps] }
    : peace;
}

export function leaveInPeace({ state, setup, school }: Practice, today: LocalDate): Decision {
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

/** A resting bin that lost so much of its weight has dried out, or worse. */
const FALLEN = 0.8;
function fallenWeight({ practice: { state }, today }: Situation) {
  const { weight } = state;
  if (weight?.beforeKg === undefined || weight.day !== today) return undefined;
  return weight.kg <= FALLEN * weight.beforeKg ? { kg: weight.kg, beforeKg: weight.beforeKg } : undefined;
}

/** What fell is mostly water: a first part of it goes back, and the rest is over until a look has settled it. */
export function dryAtRest(situation: Situation): Decision | undefined {
  const { expectation, practice, today } = situation;
  const lost = fallenWeight(situation);
  if (!lost) return undefined;
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
