import type { EventContext, TwinEvent } from "../engine/events";
import { applyEvent } from "../engine/events";
import { AT, dryOf, emptyMember, liveOf } from "../engine/state";
import { fedAt, furtherHerds, livingIn } from "../engine/twinBin";
import type { Ensemble } from "./ensemble";
import { copied } from "./ensemble";
import { chanceFor, OWN, normal, uniform } from "./members";
import { passDay } from "./passDay";

/** A bin that already runs, as its keeper tells it, in the model's terms: middles, and how sure each is. */
export interface FoundTold {
  readonly parts: readonly {
    readonly id: string;
    readonly litres: number;
    readonly finished: number;
    readonly finishedSpread: number;
  }[];
  readonly herd: { readonly g: number; readonly spread: number; readonly unseenLeast?: number };
  /** Food a week and its pace, g and days; the last meal so many days ago. */
  readonly fed?: { readonly gPerWeek: number; readonly everyDays: number; readonly daysAgo: number };
  readonly moisture: number;
  readonly moistureSpread: number;
  readonly litresSpread: number;
  readonly densities: { readonly bedding: number; readonly castings: number };
  readonly ageDays: number;
}

/** Young, growing, grown, by mass; cocoons to a kilogram. Source: herds the model has run for a year. */
const STAGES = [0.15, 0.25, 0.6] as const;
const COCOONS = { least: 500, most: 3000 } as const;
/** Of several parts a litre of the fed one has so many times the worms of another: they are where the food is, and never where nothing lies. */
const AT_FOOD = 3;
/** A bed of sixteen weeks is grown in, to between these; a younger one by its weeks. */
const GROWN_IN_DAYS = 112;
const MATURE = { least: 0.6, most: 1 } as const;
/** A herd eats about so much of its own mass a day: who eats more than that is more, or eats more than most. */
const EATS_A_DAY = 0.3;
const MOST_SCALED = 3;
/** What is told is true of a bin that lives: over so many days its herd stays what it is, within this spread of the logarithm. */
const LIVES_DAYS = 28;
const STEADY = { grown: 0.25, young: 0.5, youngUntilDays: 183 } as const;
/** A last meal older than this is gone or was none. */
const MOST_DAYS_AGO = 28;
const SOUR = 0.5;
/** At least so many of the members are kept, however little fits. */
const LEAST_KEPT = 1 / 3;

/**
 * Every member drawn anew as a bin that runs: its matter, herd and last meal as they are told, wide where nothing is; then each is
 * asked whether it would have lived like that for four weeks, and weighs as much as it would. The members keep what they have
 * learned of this keeper's hand and of the room. `give`: a meal of scraps into the fed part. Never throws. Source: what is asked of a running start, docs/model.md.
 */
export function findStanding(
  ensemble: Ensemble,
  told: FoundTold,
  key: string,
  give: (one: Ensemble, g: number, key: string) => void,
): void {
  const { size, seed, bin, lines, day } = ensemble;
  const purpose = chanceFor(seed, key);
  const n = (member: number, nth: number) => (size > 1 ? normal(purpose, member, nth) : 0);
  const u = (member: number, nth: number) => (size > 1 ? uniform(purpose, member, nth) : 0.5);
  const fed = fedAt(bin);
  const species = livingIn(bin);
  const context = contextOf(ensemble);
  const moistures = new Float64Array(size);
  const litresAt = bin.compartments.map(({ id }) => told.parts.find((one) => one.id === id)?.litres ?? 0);
  const pulls = litresAt.map((litres, at) => (at === fed ? AT_FOOD : 1) * Math.max(litres, at === fed ? 0.1 : 0)); // prettier-ignore
  const pull = pulls.reduce((sum, one) => sum + one, 0);
  for (let member = 0; member < size; member += 1) {
    const line = lines[member]!;
    const first = line[0]!;
    const blank = emptyMember(first[AT.T]!, furtherHerds(bin));
    for (const name of OWN) blank[AT[name]] = first[AT[name]]!;
    const grown = MATURE.least + (MATURE.most - MATURE.least) * u(member, 100);
    blank[AT.MI] = grown * Math.min(1, told.ageDays / GROWN_IN_DAYS);
    const herdG = herdOf(told, blank, u(member, 101), n(member, 51));
    const moisture = Math.min(0.88, Math.max(0.45, told.moisture + told.moistureSpread * n(member, 52)));
    moistures[member] = moisture;
    line.forEach((s, at) => {
      const warm = [s[AT.T]!, s[AT.TD]!] as const;
      s.set(blank);
      [s[AT.T], s[AT.TD]] = warm;
      const part = told.parts.find(({ id }) => id === bin.compartments[at]!.id);
      const litres = (part?.litres ?? 0) * Math.exp(told.litresSpread * n(member, 60 + 2 * at));
      const finished = Math.min(0.95, Math.max(0.02, (part?.finished ?? 0.5) + (part?.finishedSpread ?? 0.2) * n(member, 61 + 2 * at))); // prettier-ignore
      const dryG = (1000 * litres) / (finished / told.densities.castings + (1 - finished) / told.densities.bedding); // prettier-ignore
      const put = (event: TwinEvent) => applyEvent(s, event, context);
      const of = (share: number) => (share * dryG) / (1 - moisture);
      // Bedding that has lain is less easy to rot: half of it old leaf mould.
      put({ kind: "bed", id: "cardboard", g: of(0.5 * (1 - finished)), water: moisture });
      put({ kind: "bed", id: "leafmould", g: of(0.5 * (1 - finished)), water: moisture });
      const maturity = s[AT.MI]!;
      put({ kind: "castings", g: of(finished), water: moisture });
      s[AT.MI] = maturity;
      const share = pulls[at]! / pull;
      const g = (share * herdG) / blank[AT.kP]!;
      const perKg = COCOONS.least + (COCOONS.most - COCOONS.least) * u(member, 102);
      if (g > 0) put({ kind: "worms", g, mix: STAGES, cocoons: ((share * herdG) / 1000) * perKg });
    });
  }
  ensemble.marks = bin.compartments.map(() => []);
  ensemble.logWeights.fill(0);
  const weekly = told.fed;
  if (weekly && species.length > 0) {
    const g = (weekly.gPerWeek * weekly.everyDays) / 7;
    const meal = (one: Ensemble, name: string) => give(one, g, `${key} ${name}`);
    const ago = Math.min(MOST_DAYS_AGO, weekly.daysAgo);
    ensemble.day = day - ago;
    if (weekly.daysAgo <= MOST_DAYS_AGO) meal(ensemble, "last");
    for (let passed = 0; passed < ago; passed += 1) passDay(ensemble);
    ensemble.day = day;
    for (let member = 0; member < size; member += 1)
      for (const s of lines[member]!) moistened(s, moistures[member]!);
    if (size > 1) weighByLife(ensemble, told, moistures, (one, nth) => meal(one, `week ${nth}`));
  }
}

/** A member's herd, g: as told; and where more is eaten than such a herd eats, more worms that eat more, in equal parts. */
function herdOf({ herd, fed }: FoundTold, member: Float64Array, chance: number, normal: number): number {
  const drawn =
    herd.unseenLeast === undefined
      ? herd.g * Math.exp(herd.spread * normal)
      : herd.g * (herd.unseenLeast + (1 - herd.unseenLeast) * chance);
  if (!fed || drawn <= 0) return drawn;
  const short = fed.gPerWeek / 7 / (EATS_A_DAY * drawn * member[AT.kI]!);
  if (short <= 1) return drawn;
  const by = Math.min(MOST_SCALED, Math.sqrt(short));
  const isWeighed = herd.unseenLeast === undefined && herd.spread <= 0.15;
  member[AT.kI] = member[AT.kI]! * by;
  return isWeighed ? drawn : drawn * by;
}

/** As much as each member's herd would have stayed what it is through four such weeks, so much it weighs; a sour one next to nothing. */
function weighByLife(
  ensemble: Ensemble,
  { fed, ageDays }: FoundTold,
  moistures: Float64Array,
  meal: (one: Ensemble, nth: number) => void,
): void {
  const trial = copied(ensemble);
  const live = (one: Ensemble, member: number) => one.lines[member]!.reduce((sum, s) => sum + liveOf(s), 0);
  const start = Float64Array.from(ensemble.lines, (_, member) => live(ensemble, member));
  const sour = new Uint8Array(ensemble.size);
  const every = Math.max(1, Math.min(LIVES_DAYS, Math.round(fed!.everyDays)));
  const first = Math.max(0, every - fed!.daysAgo);
  for (let passed = 0; passed < LIVES_DAYS; passed += 1) {
    if (passed >= first && (passed - first) % every === 0) meal(trial, passed);
    passDay(trial);
    for (let member = 0; member < trial.size; member += 1) {
      for (const s of trial.lines[member]!) {
        if (s[AT.AN]! > SOUR) sour[member] = 1;
        // Whoever keeps it waters it.
        if (passed % 7 === 6) moistened(s, moistures[member]!);
      }
    }
  }
  const spread = ageDays < STEADY.youngUntilDays ? STEADY.young : STEADY.grown;
  const weights = ensemble.logWeights;
  for (let member = 0; member < trial.size; member += 1) {
    const grew = Math.log(Math.max(1e-6, live(trial, member)) / Math.max(1e-6, start[member]!));
    weights[member] = -0.5 * (grew / spread) ** 2 - (sour[member] === 1 ? 8 : 0);
  }
  // Where hardly any fits, what was told is believed a little of by all: the answers pull against one another.
  let part = 1;
  while (part > 0.01 && effective(weights, part) < LEAST_KEPT * ensemble.size) part *= 0.7;
  for (let member = 0; member < weights.length; member += 1) weights[member] = part * weights[member]!;
}

function effective(logWeights: Float64Array, part: number): number {
  const most = Math.max(...logWeights);
  let sum = 0;
  let squares = 0;
  for (const one of logWeights) {
    const weight = Math.exp(part * (one - most));
    sum += weight;
    squares += weight * weight;
  }
  return squares > 0 ? (sum * sum) / squares : 0;
}

/** As moist as it was told, whatever it breathed off meanwhile; booked as what the log does not know. */
function moistened(s: Float64Array, moisture: number): void {
  const dry = dryOf(s);
  if (dry <= 0) return;
  const water = (moisture / (1 - moisture)) * dry;
  s[AT.CORW] = s[AT.CORW]! + water - s[AT.W]!;
  s[AT.W] = water;
}

const contextOf = ({ bin }: Ensemble): EventContext => ({
  species: livingIn(bin),
  speciesIds: [bin.speciesId, ...(bin.furtherIds ?? [])],
  isFirstFoodOfDay: false,
  hasSump: false,
  error: 1,
  portion: 1,
  marker: -1,
  isNewMarker: false,
  slots: undefined,
  share: -1,
  isPart: bin.compartments.length > 1,
});
