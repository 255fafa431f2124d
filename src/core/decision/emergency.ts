import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import type { Expectation } from "../expectation/expectation";
import type { Caution, Decision, Evidence, Reason, Step } from "./decision";
import { dryOutSteps } from "./moistureStep";
import type { Practice, Seen } from "../practice/practice";

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
  const limitC = speciesOf(practice.state.worms.speciesId).heatDeathC - 4;
  if (seen.isHot || seen.signs.has("hot-centre") || (seen.temperatureC ?? 0) >= Math.min(31, limitC))
    return heat(seen, today);
  if (seen.smell === "ammonia") return ammonia(expectation, practice, seen, today);
  if (seen.signs.has("string-of-beads") || seen.signs.has("worms-limp-dead"))
    return dying(expectation, practice, seen, today);
  if (seen.signs.has("mass-escape")) return escape(expectation, practice, seen, today);
  const isFlooded =
    seen.squeeze === "stream" && (seen.smell === "rotten" || seen.signs.has("standing-liquid"));
  if (isFlooded) return flood(expectation, practice, seen, today);
  if (seen.signs.has("rodent-signs")) return rodents(seen, today);
  return undefined;
}

function heat(seen: Seen, today: LocalDate): Decision {
  const evidence: Evidence[] =
    seen.temperatureC === undefined
      ? [{ from: "reading", of: "sign", sign: "hot-centre" }]
      : [{ from: "reading", of: "temperature", temperatureC: seen.temperatureC }];
  const why: Reason = {
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
      { kind: "drain", why: { code: "emergency/flooded" }, evidence },
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
    .filter((step) => step.kind === "addDryBedding")
    .map((step) => ({ ...step, why, evidence: [...evidence, ...step.evidence] }));

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
