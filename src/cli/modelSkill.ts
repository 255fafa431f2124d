import { schoolOf } from "@/core/catalogue/school";
import { clearingDays } from "@/core/ration/ration";
import type { Ensemble } from "@/core/twin/ensemble/ensemble";
import { copied } from "@/core/twin/ensemble/ensemble";
import { passDay } from "@/core/twin/ensemble/passDay";
import { MULTIPLIERS } from "@/core/twin/ensemble/members";
import { follow, passMoments } from "@/core/twin/log/follow";
import { byDay } from "@/core/twin/log/script";
import { isWorthwhile } from "@/core/twin/ahead/harvest";
import { fedAt, harvestedAt } from "@/core/twin/engine/twinBin";
import { weightsOf } from "@/core/twin/learning/learn";
import { quantiles } from "@/core/twin/learning/quantiles";
import { AT, castingsOf, moistureOf } from "@/core/twin/engine/state";
import type { SyntheticBin } from "@/core/twin/proof/synthetic";
import { leftOfFortnight, syntheticBin } from "@/core/twin/proof/synthetic";

/**
 * `npm run model:skill`: does the twin learn? Bins with a hidden nature, made by a perturbed model; forecasts 14 days
 * ahead after 8 visits, and of the first harvest from six weeks before it, by the learned twin, by the same model without
 * learning, and by rules of thumb. Prints a table for docs/model.md.
 */
const BINS = Number(process.env.SKILL_BINS ?? 240);
const VISITS = 8;
/** The first readings of a young bin. */
const FEW = 2;
/** A bin known for long: does the twin still know how unsure it is? */
const MANY = 30;
const AHEAD = 14;

interface Tally {
  readonly errors: number[];
  inBand: number;
}
const tallies = new Map<string, Tally>();
function note(what: string, by: string, truth: number, band: readonly number[], scale = 1): void {
  const key = `${what}|${by}`;
  const tally = tallies.get(key) ?? { errors: [], inBand: 0 };
  tallies.set(key, tally);
  tally.errors.push(Math.abs(band.length === 3 ? band[1]! - truth : band[0]! - truth) / scale);
  if (band.length === 3 && truth >= band[0]! && truth <= band[2]!) tally.inBand += 1;
}

function bandsOf(ensemble: Ensemble, value: (ensemble: Ensemble, member: number) => number): number[] {
  const values = Float64Array.from({ length: ensemble.size }, (_, member) => value(ensemble, member));
  return quantiles(values, weightsOf(ensemble), [0.1, 0.5, 0.9]);
}

/** Carries an ensemble on by what was in fact done, without its readings. */
function carryOn(ensemble: Ensemble, bin: SyntheticBin, until: number): void {
  const moments = byDay(bin.script.days);
  while (ensemble.day < until) {
    passMoments(ensemble, moments.get(ensemble.day), false);
    passDay(ensemble);
  }
}

function ofFortnight(bin: SyntheticBin, number: number, visits: number): void {
  const from = bin.visits[visits - 1]!;
  const when = `, after ${visits} visits`;
  const until = from + AHEAD;
  const truth = bin.truth[until]!;
  const fedIn = fedAt(bin.script.bin);
  for (const [by, learns] of [
    ["twin", true],
    ["unlearned", false],
  ] as const) {
    // prettier-ignore
    const ensemble = follow(bin.script, from, { seed: number, learns });
    passMoments(
      ensemble,
      bin.script.days.filter((day) => day.day === from),
      learns,
    );
    passDay(ensemble);
    carryOn(ensemble, bin, until);
    note(
      `moisture, points of percent${when}`,
      by,
      100 * truth.moisture,
      bandsOf(ensemble, ({ lines }, m) => 100 * moistureOf(lines[m]![fedIn]!)),
    );
    note(
      `food left of a fortnight's meals, % of given${when}`,
      by,
      100 * truth.left,
      bandsOf(ensemble, (one, m) => 100 * leftOfFortnight(one, m, fedIn, until)),
    );
    note(
      `castings, % of true dry mass${when}`,
      by,
      100,
      bandsOf(
        ensemble,
        ({ lines }, m) => (100 * lines[m]!.reduce((sum, s) => sum + castingsOf(s), 0)) / truth.castingsDryG,
      ),
    );
  }
  const squeeze = bin.script.days
    .filter((day) => day.day <= from)
    .flatMap((day) => day.observations)
    .findLast((one) => one.reading.of === "squeeze")?.reading;
  if (squeeze?.of === "squeeze") {
    const middle = { dust: 0.48, noDrop: 0.63, fewDrops: 0.75, manyDrops: 0.83, stream: 0.88 }[
      squeeze.squeeze
    ];
    note(`moisture, points of percent${when}`, "rule of thumb", 100 * truth.moisture, [100 * middle]);
  }
  const meals = bin.script.days.flatMap((day) =>
    day.day <= until && until - day.day <= 14
      ? day.deeds.flatMap(({ event }) => (event.kind === "food" ? [{ day: day.day, g: event.g }] : []))
      : [],
  );
  const given = meals.reduce((sum, meal) => sum + meal.g, 0);
  const { meanC, swingC, hottestDay } = bin.script.place;
  const airC =
    meanC + swingC * Math.cos((2 * Math.PI * (bin.script.startDayOfYear + until - hottestDay)) / 365.25);
  const takes = clearingDays(bin.preparation, airC, until);
  const left = meals.reduce((sum, meal) => sum + meal.g * Math.max(0, 1 - (until - meal.day) / takes), 0);
  if (given > 0)
    note(`food left of a fortnight's meals, % of given${when}`, "rule of thumb", 100 * truth.left, [
      (100 * left) / given,
    ]);
}

/** A synthetic bin as it truly is on a day, but with habits like any other: all that readings could tell at best. */
function hiddenAt(number: number, day: number): Ensemble {
  let found: Ensemble | undefined;
  syntheticBin(number, (truth) => {
    if (truth.day === day) found = copied(truth);
  });
  for (const line of found!.lines) for (const s of line) for (const name of MULTIPLIERS) s[AT[name]] = 1;
  return found!;
}

/** From six weeks before a harvest was truly worth it: what date did each expect? */
function ofHarvest(bin: SyntheticBin, number: number): void {
  const truth = bin.harvestDay;
  if (truth === undefined || truth - 42 < bin.visits[VISITS - 1]!) return;
  const from = truth - 42;
  for (const [by, ensemble] of [
    ["twin", follow(bin.script, from, { seed: number, learns: true })],
    ["unlearned", follow(bin.script, from, { seed: number, learns: false })],
    ["told what is inside", hiddenAt(number, from)],
  ] as const) {
    const { areaM2, heightM } = bin.script.bin.compartments[0]!;
    const days = new Float64Array(ensemble.size).fill(320);
    const moments = byDay(bin.script.days);
    while (ensemble.day < 320) {
      ensemble.lines.forEach((line, member) => {
        if (days[member] === 320 && isWorthwhile(line[harvestedAt(ensemble.bin)]!, 1000 * areaM2 * heightM))
          days[member] = ensemble.day;
      });
      passMoments(ensemble, moments.get(ensemble.day), false);
      passDay(ensemble);
    }
    note(
      "first harvest from six weeks off, days",
      by,
      truth,
      quantiles(days, weightsOf(ensemble), [0.1, 0.5, 0.9]),
    );
  }
  note("first harvest from six weeks off, days", "rule of thumb", truth, [
    30.44 * schoolOf(bin.school).firstHarvestMonths,
  ]);
}

for (let number = 0; number < BINS; number += 1) {
  const bin = syntheticBin(number);
  if (bin.visits.length < VISITS || bin.truth.length <= bin.visits[VISITS - 1]! + AHEAD) continue;
  ofFortnight(bin, number, FEW);
  ofFortnight(bin, number, VISITS);
  if (bin.visits.length >= MANY && bin.truth.length > bin.visits[MANY - 1]! + AHEAD)
    ofFortnight(bin, number, MANY);
  ofHarvest(bin, number);
}
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;
console.table(
  [...tallies]
    .toSorted(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, { errors, inBand }]) => {
      const [what, by] = key.split("|");
      return {
        what,
        by,
        bins: errors.length,
        "median error": Number(median(errors).toFixed(1)),
        "mean error": Number((errors.reduce((sum, one) => sum + one, 0) / errors.length).toFixed(1)),
        "in 10–90 % band":
          by === "rule of thumb" || by === "told what is inside"
            ? ""
            : `${Math.round((100 * inBand) / errors.length)} %`,
      };
    }),
);
