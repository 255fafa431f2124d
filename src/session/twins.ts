import type { Expectation } from "@/core/expectation/expectation";
import { standingIn } from "@/core/expectation/standingIn";
import type { AirAhead } from "@/core/weather/airAhead";
import type { Fist, OwnFist } from "@/core/twin/learning/sharedFist";
import { sharedFist, witnessesIn } from "@/core/twin/learning/sharedFist";
import { FORECAST_BY } from "@/core/stored/versions";
import type { CellarDatabase, Forecast, Tally } from "@/persistence/database";
import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { fingerprintOf } from "@/workers/fingerprint";
import type { TwinSubject } from "@/workers/twin.protocol";

/** Bins whose forecast is being worked out, and how many are done. */
export interface TwinWork {
  readonly done: number;
  readonly of: number;
}

/** What the forecast of each bin rests on. */
export const subjectsOf = (
  db: CellarDatabase,
  bins: readonly Bin[],
  tallies: ReadonlyMap<string, Tally>,
  climates: Readonly<Record<string, Climate>>,
  today: LocalDate,
  fists: readonly (OwnFist & { readonly binId: string })[],
  air?: AirAhead,
): TwinSubject[] =>
  bins.map((bin) => subjectOf(db, bin, tallies.get(bin.id), climates, today, sharedFist(bin.id, fists), air));

/** Its log, the bin's own row, every room's climate, the day, what other bins know of the keeper's hand, and the weather ahead. */
function subjectOf(
  db: CellarDatabase,
  bin: Bin,
  tally: Tally | undefined,
  climates: Readonly<Record<string, Climate>>,
  today: LocalDate,
  fist: Fist | undefined,
  air: AirAhead | undefined,
): TwinSubject {
  const log = fingerprintOf("bins", tally);
  const restsOn = JSON.stringify([FORECAST_BY, log, bin.rowId, climates]);
  const fingerprint = restsOn + JSON.stringify(air ? [today, fist, air] : [today, fist]);
  return {
    database: db.name,
    binId: bin.id,
    restsOn,
    fingerprint,
    log,
    climates,
    today,
    ...(fist ? { fist } : {}),
    ...(air ? { air } : {}),
  };
}

/** Forecasts that were kept, of whatever log: an older one still tells of the keeper's hand. */
export async function keptForecasts(
  db: CellarDatabase,
  bins: readonly Bin[],
): Promise<Map<string, Forecast>> {
  const rows = await db.forecasts.bulkGet(bins.map((bin) => bin.id));
  return new Map(rows.flatMap((row) => (row ? [[row.subjectId, row]] : [])));
}
/** Those of them that still hold. */
export const holding = (
  kept: ReadonlyMap<string, Forecast>,
  subjects: readonly TwinSubject[],
): Map<string, Expectation> =>
  new Map(
    subjects.flatMap(({ binId, fingerprint }) => {
      const row = kept.get(binId);
      return row?.fingerprint === fingerprint ? [[binId, row.expectation as Expectation]] : [];
    }),
  );

/**
 * Those of an earlier day, or of when less was known of the keeper's hand, that rest on the same log: they stand in until
 * the new one is there, so that no figure goes back to a rule of thumb in between.
 */
export const standIns = (
  kept: ReadonlyMap<string, Forecast>,
  subjects: readonly TwinSubject[],
  today: LocalDate,
): Map<string, Expectation> =>
  new Map(
    subjects.flatMap(({ binId, restsOn }) => {
      const row = kept.get(binId);
      const found = row?.fingerprint.startsWith(restsOn)
        ? standingIn(row.expectation as Expectation, today)
        : undefined;
      return found ? [[binId, found]] : [];
    }),
  );

/** What each bin's forecast says of the hand that squeezes it. */
export const fistsIn = (
  expectations: Iterable<readonly [string, Expectation]>,
): (OwnFist & { readonly binId: string })[] =>
  [...expectations].flatMap(([binId, { twin }]) => (twin?.fist ? [{ binId, ...twin.fist }] : []));

/**
 * Those to be asked first: the bins that tell the others of the keeper's hand, where any other waits for what they say. Who is asked
 * after them is asked once. All, where no answer hangs on another.
 */
export function firstAsked(
  missing: readonly TwinSubject[],
  squeezesOf: ReadonlyMap<string, number>,
): readonly TwinSubject[] {
  const witnesses = new Set(
    witnessesIn([...squeezesOf].map(([binId, squeezes]) => ({ binId, squeezes }))).map(({ binId }) => binId),
  );
  const first = missing.filter(({ binId }) => witnesses.has(binId));
  return first.length > 0 ? first : missing;
}

/** Long enough to draw a rack of a hundred bins. */
const REST_MS = 250;
/** Waits until the workers stand still for as long as a drawing takes; what it gives has them go on once that is done. */
export async function workersResting(): Promise<() => void> {
  const { restTwins } = await import("@/workers/twin.client");
  const goOn = await restTwins(REST_MS);
  // A browser that does not say when it has nothing to do gets the whole time.
  return () => globalThis.requestIdleCallback?.(goOn);
}

/**
 * Asks the twin about bins whose forecast is missing, in the background; `onAnswer` hears of each. Returns what stops it:
 * questions no one waits for any more are not worked out.
 */
export function askForecasts(
  db: CellarDatabase,
  subjects: readonly TwinSubject[],
  onAnswer: (subject: TwinSubject, expectation: Expectation | undefined) => void,
): () => void {
  let isOver = false;
  const stops: (() => void)[] = [];
  const ask = async () => {
    const { askTwin } = await import("@/workers/twin.client");
    for (const subject of subjects) {
      if (isOver) return;
      const asked = askTwin(subject.binId, false, (worker, task) => worker.today(task, subject));
      stops.push(asked.cancel);
      // A worker that fails leaves the rules of thumb standing; the others go on.
      void asked.answer
        .catch(() => undefined)
        .then(async (expectation) => {
          if (isOver) return;
          onAnswer(subject, expectation);
          if (expectation)
            await db.forecasts
              .put({ subjectId: subject.binId, fingerprint: subject.fingerprint, expectation })
              .catch(() => undefined);
        });
    }
  };
  // Where not even the asking can be loaded, nobody waits for an answer.
  ask().catch(() => {
    for (const subject of subjects) if (!isOver) onAnswer(subject, undefined);
  });
  return () => {
    isOver = true;
    for (const stop of stops) stop();
  };
}
