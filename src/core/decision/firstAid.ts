import { tenderest } from "../bin/mixture";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import type { Expectation } from "../expectation/expectation";
import { standingFoodKg } from "../expectation/ledger";
import type { Practice, Seen } from "../practice/practice";
import { targetMoisture } from "../practice/practice";
import { herdOf } from "../bin/mixture";
import { ageDays } from "../practice/practice";
import { ration } from "../ration/ration";
import type { Caution, Decision, Evidence, Reason, Step, StepKind } from "./decision";
import { bedC } from "./heat";
import { canDrain, dryOutSteps, moistenSteps, moistureFault } from "./moistureStep";
import { tightLidStep } from "./tightLid";

/** One thing that is wrong today, with what it asks for by itself. */
interface Fault {
  readonly verdict: "actNow" | "beddingOnly";
  /** One looks again after so many days. */
  readonly inDays: number;
  readonly cautions: readonly Caution[];
  readonly steps: readonly Step[];
}

/**
 * First aid: everything that cannot wait brings its steps, what kills faster leads (heat, gas, dying worms, escape, flood, frost,
 * rodents, a bad smell), and then what stands against one another is settled (\`settled\`). Only what was seen counts: a forecast
 * alone never sounds an alarm. Undefined where nothing is wrong. Never throws.
 */
export function firstAid(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  today: LocalDate,
): Decision | undefined {
  const faults = faultsOf(expectation, practice, seen, today);
  const [leading] = faults;
  if (!leading) return undefined;
  const steps = faults.flatMap((fault) => fault.steps);
  return {
    verdict: faults.some(({ verdict }) => verdict === "actNow") ? "actNow" : "beddingOnly",
    steps: settled(onceEach(steps), expectation, practice, seen),
    nextDay: addDays(today, Math.min(...faults.map(({ inDays }) => inDays))),
    cautions: [...new Set(faults.flatMap(({ cautions }) => cautions))],
  };
}

/** Of a kind asked for twice the first stands: it is of what kills faster. */
const onceEach = (steps: readonly Step[]): Step[] =>
  steps.filter(({ kind }, at) => steps.findIndex((one) => one.kind === kind) === at);

/** How first aid is worked through, after one's own lungs: water out, the bin out of harm, worms and food out, air, water, bedding. */
const WORKED: readonly StepKind[] = [
  "drain",
  "spongeOff",
  "scoopOut",
  "moveToShade",
  "warmUp",
  "ventilate",
  "secureBin",
  "airLid",
  "rescueWorms",
  "removeFood",
  "takeOutUnripe",
  "fluff",
  "water",
  "cool",
  "addDryBedding",
  "closeAgain",
];

/** A bed in frost is neither opened nor wetted, and nobody is let out into the cold. */
const NOT_IN_FROST: ReadonlySet<StepKind> = new Set([
  "fluff",
  "cool",
  "water",
  "takeOutUnripe",
  "moveToShade",
]);

/** Food beyond so many times what the herd eats in its school's interval is a feast, and is taken out before bedding goes in. */
const FEAST = 2;
function isFeast(expectation: Expectation, practice: Practice): boolean {
  const standingKg = standingFoodKg(expectation);
  const eats = ration(
    {
      wormsKg: expectation.wormsKg.middle,
      ...herdOf(practice.state.worms, expectation.herds),
      temperatureC: expectation.temperatureC.middle,
      moisture: expectation.moisture.middle,
      ageDays: ageDays(practice, expectation.day),
    },
    practice.school.usualIntervalDays,
  );
  return standingKg > FEAST * eats.byWormsKg && standingKg > 0.1;
}

/**
 * What is asked for together, in working order and without contradiction: dust takes water and no dry bedding; a bed that is dry gets
 * it damp; in frost nothing wet; where a feast lies it comes out before bedding goes in. Never throws.
 */
function settled(steps: readonly Step[], expectation: Expectation, practice: Practice, seen: Seen): Step[] {
  const fault = moistureFault(expectation, practice, seen);
  const isFrost = steps.some(({ kind }) => kind === "warmUp");
  const isDusty = fault === "dust";
  const kept = steps.flatMap((step): Step[] => {
    if (isFrost && NOT_IN_FROST.has(step.kind)) return [];
    if (step.kind !== "addDryBedding") return [step];
    if (isDusty) return [];
    return [fault === "dry" ? { ...step, moisture: step.moisture ?? targetMoisture(practice).low } : step];
  });
  const isStanding = seen.signs.has("standing-liquid");
  const water =
    (isDusty || (fault === "dry" && !isStanding)) && !isFrost
      ? moistenSteps(expectation, practice, seen)
      : [];
  const out: Step[] = isStanding ? letOut(practice) : [];
  const feast: Step[] =
    kept.some(({ kind }) => kind === "addDryBedding") && isFeast(expectation, practice)
      ? [
          {
            kind: "removeFood",
            why: { code: "food/feast-first" },
            evidence: [{ from: "school", of: "places" }],
          },
        ]
      : [];
  const all = onceEach([...kept, ...out, ...feast, ...water]);
  const rank = ({ kind, why }: Step) => (why.code === "air/gas-off-first" ? -1 : WORKED.indexOf(kind));
  return all.toSorted((a, b) => rank(a) - rank(b));
}

/** Liquid that stands is let out before anything else: by its drain, or with a sponge where there is none. */
export function letOut(practice: Practice): Step[] {
  const why = { code: "moisture/standing" } as const;
  const evidence: Evidence[] = [{ from: "reading", of: "sign", sign: "standing-liquid" }];
  return canDrain(practice) || practice.setup.drainage === "free"
    ? [{ kind: "drain", why, evidence }]
    : [{ kind: "spongeOff", why, evidence }];
}

/** What is wrong today, the quickest to kill first. */
function faultsOf(expectation: Expectation, practice: Practice, seen: Seen, today: LocalDate): Fault[] {
  const species = tenderest(practice.state.worms, expectation.herds);
  const limitC = Math.min(31, species.heatDeathC - 4);
  const bed = bedC(expectation, seen);
  const measured = seen.temperatureC;
  const isHot = seen.isHot || seen.signs.has("hot-centre") || (measured !== undefined && measured >= limitC);
  // Worms gathering on the lid are normal; on a warm day they flee the bed.
  const isFleeing = seen.signs.has("worms-on-lid") && (measured ?? bed) >= Math.min(WARM_C, limitC - 2);
  const isStream =
    seen.squeeze === "stream" || [...seen.parts.values()].some(({ squeeze }) => squeeze === "stream");
  const isStanding = seen.signs.has("standing-liquid");
  const smell = seen.smell ?? recentSmell(practice, today);
  const isFlooded =
    (isStream || isStanding) &&
    (seen.smell === "rotten" || (isStream && isStanding && targetMoisture(practice).high < KEPT_WET));
  const isFrozen = measured !== undefined ? measured <= FROST_C : seen.isCold && bed <= FROST_C + 2;
  return [
    ...(isHot ? [heat(seen)] : isFleeing ? [heat(seen, { code: "emergency/lid-in-heat" })] : []),
    ...(seen.smell === "ammonia" ? [ammonia(expectation, practice, seen)] : []),
    ...(seen.signs.has("string-of-beads") || seen.signs.has("worms-limp-dead")
      ? [dying(expectation, practice, seen)]
      : []),
    ...(seen.signs.has("mass-escape") ? [escape(expectation, practice, seen)] : []),
    ...(isFlooded ? [flood(expectation, practice, seen)] : []),
    ...(isFrozen && !isHot ? [frost(seen)] : []),
    ...(seen.signs.has("rodent-signs") ? [rodents(seen)] : []),
    ...(smell && smell !== "earthy" ? [badSmell(expectation, practice, seen, smell)] : []),
  ];
}

/** Schools that keep a bed as wet as it goes know no flood but a rotten one. */
const KEPT_WET = 0.88;
const WARM_C = 28;
const FROST_C = 2;

/** A bad smell of the last days stands until a nose says otherwise. */
function recentSmell({ state }: Practice, today: LocalDate) {
  const last = state.smell;
  return last && last.smell !== "earthy" && daysBetween(last.day, today) <= 5 ? last.smell : undefined;
}

/** Frost kills worms before cocoons: warmth first, nothing wet, no meal. */
function frost(seen: Seen): Fault {
  const evidence: Evidence[] =
    seen.temperatureC === undefined
      ? []
      : [{ from: "reading", of: "temperature", temperatureC: seen.temperatureC }];
  const why: Reason = {
    code: "emergency/frost",
    ...(seen.temperatureC === undefined ? {} : { temperatureC: seen.temperatureC }),
  };
  return first(
    2,
    [],
    [
      { kind: "warmUp", why, evidence },
      { kind: "closeAgain", why: { code: "frost/after" }, evidence },
    ],
  );
}

function heat(seen: Seen, because?: Reason): Fault {
  const evidence: Evidence[] =
    seen.temperatureC === undefined
      ? [{ from: "reading", of: "sign", sign: "hot-centre" }]
      : [{ from: "reading", of: "temperature", temperatureC: seen.temperatureC }];
  const why: Reason = because ?? {
    code: "emergency/too-hot",
    ...(seen.temperatureC === undefined ? {} : { temperatureC: seen.temperatureC }),
  };
  return first(
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

function ammonia(expectation: Expectation, practice: Practice, seen: Seen): Fault {
  const evidence: Evidence[] = [{ from: "reading", of: "smell", smell: "ammonia" }];
  return first(
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

function dying(expectation: Expectation, practice: Practice, seen: Seen): Fault {
  const evidence: Evidence[] = [...seen.signs].map((sign) => ({ from: "reading", of: "sign", sign }));
  return first(
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

function escape(expectation: Expectation, practice: Practice, seen: Seen): Fault {
  const evidence: Evidence[] = [{ from: "reading", of: "sign", sign: "mass-escape" }];
  return first(
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

function flood(expectation: Expectation, practice: Practice, seen: Seen): Fault {
  const evidence: Evidence[] = [{ from: "reading", of: "sign", sign: "standing-liquid" }];
  return first(
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

function rodents(seen: Seen): Fault {
  const evidence: Evidence[] = [...seen.signs].map((sign) => ({ from: "reading", of: "sign", sign }));
  return first(
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

const first = (inDays: number, cautions: readonly Caution[], steps: readonly Step[]): Fault => ({
  verdict: "actNow",
  inDays,
  cautions,
  steps,
});

/** No food on a bad smell: what rots comes out, air goes in, and dry bedding. */
function badSmell(
  expectation: Expectation,
  practice: Practice,
  seen: Seen,
  smell: NonNullable<Seen["smell"]>,
): Fault {
  const evidence: Evidence[] = [{ from: "reading", of: "smell", smell }];
  const hasFood =
    [...seen.foodLeft.values()].some((left) => left === "half" || left === "most") ||
    expectation.places.some((place) => place.left.middle > 0.4);
  return {
    verdict: "beddingOnly",
    inDays: 3,
    cautions: smell === "rotten" ? ["gas", "wet-hands-mould"] : ["dust"],
    steps: [
      ...(smell === "rotten" && hasFood
        ? [{ kind: "removeFood", why: { code: "smell/food-source" }, evidence } satisfies Step]
        : []),
      { kind: "fluff", why: { code: "air/let-in" }, evidence },
      ...tightLidStep(expectation, practice.setup),
      ...bedding(expectation, practice, seen, { code: "smell/off", smell }, evidence),
    ],
  };
}
