import { tenderest } from "../bin/mixture";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";
import type { Caution, Decision, Evidence, Reason, Step } from "./decision";
import { bedC } from "./heat";
import { canDrain, dryOutSteps } from "./moistureStep";
import { tightLidStep } from "./tightLid";
import type { Practice, Seen } from "../practice/practice";
import { targetMoisture } from "../practice/practice";

/**
 * What cannot wait, with first aid in working order, or undefined. Only what was seen today counts: a forecast alone
 * never sounds an alarm. Where two alarms ring, the one that kills faster leads: heat, gas, dying worms, escape, flood.
 */
export function emergency(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
): Decision | undefined {
  const species = tenderest(practice.state.worms, expectation.herds);
  const limitC = Math.min(31, species.heatDeathC - 4);
  const bed = bedC(expectation, seen);
  const measured = seen.temperatureC;
  const isMeasuredHot = measured !== undefined && measured >= limitC;
  if (seen.isHot || seen.signs.has("hot-centre") || isMeasuredHot) return heat(seen, today);
  // Worms gathering on the lid are normal; on a warm day they flee the bed.
  if (seen.signs.has("worms-on-lid") && (measured ?? bed) >= Math.min(WARM_C, limitC - 2))
    return heat(seen, today, { code: "emergency/lid-in-heat" });
  const withSmell = (decision: Decision): Decision => alsoSmelling(decision, expectation, practice, seen);
  if (seen.smell === "ammonia") return ammonia(expectation, practice, seen, today);
  if (seen.signs.has("string-of-beads") || seen.signs.has("worms-limp-dead"))
    return withSmell(dying(expectation, practice, seen, today));
  if (seen.signs.has("mass-escape")) return withSmell(escape(expectation, practice, seen, today));
  const isStream =
    seen.squeeze === "stream" || [...seen.parts.values()].some(({ squeeze }) => squeeze === "stream");
  const isFlooded =
    (isStream || seen.signs.has("standing-liquid")) &&
    (seen.smell === "rotten" ||
      (isStream && seen.signs.has("standing-liquid") && targetMoisture(practice).high < KEPT_WET));
  if (isFlooded) return flood(expectation, practice, seen, today);
  const isFrozen = measured !== undefined ? measured <= FROST_C : seen.isCold && bed <= FROST_C + 2;
  if (isFrozen) return frost(seen, today);
  if (seen.signs.has("rodent-signs")) return withSmell(rodents(seen, today));
  return undefined;
}

/** Schools that keep a bed as wet as it goes know no flood but a rotten one. */
const KEPT_WET = 0.88;
const WARM_C = 28;
const FROST_C = 2;

/** A bad smell is not hidden by what is more urgent: what it asks for comes along. */
function alsoSmelling(
  decision: Decision,
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
): Decision {
  const { smell } = seen;
  if (smell === undefined || smell === "earthy") return decision;
  const has = new Set(decision.steps.map(({ kind }) => kind));
  const evidence: Evidence[] = [{ from: "reading", of: "smell", smell }];
  const more: Step[] = [
    { kind: "removeFood", why: { code: "smell/food-source" }, evidence },
    { kind: "fluff", why: { code: "air/let-in" }, evidence },
    ...bedding(expectation, practice, seen, { code: "smell/off", smell }, evidence),
  ];
  return { ...decision, steps: [...decision.steps, ...more.filter(({ kind }) => !has.has(kind))] };
}

/** Frost kills worms before cocoons: warmth first, nothing wet, no meal. */
function frost(seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] =
    seen.temperatureC === undefined
      ? []
      : [{ from: "reading", of: "temperature", temperatureC: seen.temperatureC }];
  const why: Reason = {
    code: "emergency/frost",
    ...(seen.temperatureC === undefined ? {} : { temperatureC: seen.temperatureC }),
  };
  return first(
    today,
    2,
    [],
    [
      { kind: "warmUp", why, evidence },
      { kind: "closeAgain", why: { code: "frost/after" }, evidence },
    ],
  );
}

function heat(seen: Seen, today: LocalDate, because?: Reason): Decision {
  const evidence: Evidence[] =
    seen.temperatureC === undefined
      ? [{ from: "reading", of: "sign", sign: "hot-centre" }]
      : [{ from: "reading", of: "temperature", temperatureC: seen.temperatureC }];
  const why: Reason = because ?? {
    code: "emergency/too-hot",
    ...(seen.temperatureC === undefined ? {} : { temperatureC: seen.temperatureC }),
  };
  return first(
    today,
    1,
    ["wet-hands-mould"],
    [
      { kind: "moveToShade", why, evidence },
      { kind: "removeFood", why: { code: "smell/food-source" }, evidence },
      { kind: "fluff", why: { code: "air/let-in" }, evidence },
      { kind: "cool", why, evidence },
    ],
  );
}

function ammonia(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] = [{ from: "reading", of: "smell", smell: "ammonia" }];
  return first(
    today,
    1,
    ["gas"],
    [
      { kind: "ventilate", why: { code: "air/gas-off-first" }, evidence },
      { kind: "removeFood", why: { code: "emergency/ammonia" }, evidence },
      { kind: "fluff", why: { code: "air/let-in" }, evidence },
      ...bedding(expectation, practice, seen, { code: "emergency/ammonia" }, evidence),
    ],
  );
}

function dying(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] = [...seen.signs].map((sign) => ({ from: "reading", of: "sign", sign }));
  return first(
    today,
    1,
    ["wet-hands-mould"],
    [
      { kind: "rescueWorms", why: { code: "emergency/dying" }, evidence },
      { kind: "removeFood", why: { code: "emergency/dying" }, evidence },
      { kind: "fluff", why: { code: "air/let-in" }, evidence },
      ...bedding(expectation, practice, seen, { code: "emergency/dying" }, evidence),
    ],
  );
}

function escape(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] = [{ from: "reading", of: "sign", sign: "mass-escape" }];
  return first(
    today,
    1,
    [],
    [
      { kind: "ventilate", why: { code: "emergency/escape" }, evidence },
      ...tightLidStep(expectation, practice.setup),
      { kind: "rescueWorms", why: { code: "emergency/escape" }, evidence },
      { kind: "removeFood", why: { code: "smell/food-source" }, evidence },
      ...bedding(expectation, practice, seen, { code: "emergency/escape" }, evidence),
    ],
  );
}

function flood(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] = [{ from: "reading", of: "sign", sign: "standing-liquid" }];
  return first(
    today,
    2,
    ["leachate", "gas", "lifting"],
    [
      ...(canDrain(practice) || practice.setup.drainage === "free"
        ? [{ kind: "drain", why: { code: "emergency/flooded" }, evidence } satisfies Step]
        : [
            {
              kind: "scoopOut",
              amount: { volumeL: Math.max(0.5, 0.05 * expectation.fedMassKg.middle) },
              why: { code: "emergency/flooded" },
              evidence,
            } satisfies Step,
          ]),
      { kind: "removeFood", why: { code: "smell/food-source" }, evidence },
      { kind: "fluff", why: { code: "air/let-in" }, evidence },
      ...bedding(expectation, practice, seen, { code: "emergency/flooded" }, evidence),
    ],
  );
}

function rodents(seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] = [...seen.signs].map((sign) => ({ from: "reading", of: "sign", sign }));
  return first(
    today,
    2,
    ["rodents"],
    [
      { kind: "secureBin", why: { code: "emergency/rodents" }, evidence },
      { kind: "removeFood", why: { code: "emergency/rodents" }, evidence },
    ],
  );
}

const bedding = (
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  why: Reason,
  evidence: readonly Evidence[],
): Step[] =>
  dryOutSteps(expectation, practice, seen, { atLeast: true })
    .filter((step) => step.kind !== "fluff" && step.kind !== "drain")
    .map((step) =>
      step.kind === "addDryBedding" ? { ...step, why, evidence: [...evidence, ...step.evidence] } : step,
    );

const first = (
  today: LocalDate,
  inDays: number,
  cautions: readonly Caution[],
  steps: readonly Step[],
): Decision => ({
  verdict: "actNow",
  steps,
  nextDay: addDays(today, inDays),
  cautions,
});
