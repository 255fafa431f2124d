import type { Expectation } from "@/core/expectation/expectation";
import type { CellarDatabase, Tally } from "@/persistence/database";
import type { Bin } from "@/records/bin";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { TwinSubject } from "@/workers/twin.protocol";
import { fingerprintOf } from "./digest";

/** Bins whose forecast is being worked out, and how many are done. */
export interface TwinWork {
  readonly done: number;
  readonly of: number;
}

/** What a forecast of a bin rests on: its log, the bin's own row, every room's climate, the day. */
export function subjectOf(
  db: CellarDatabase,
  bin: Bin,
  tally: Tally | undefined,
  climates: Readonly<Record<string, Climate>>,
  today: LocalDate,
): TwinSubject {
  const fingerprint = JSON.stringify([fingerprintOf(tally), bin.rowId, climates, today]);
  return { database: db.name, binId: bin.id, fingerprint, climates, today };
}

/** Forecasts that were kept and still hold. */
export async function keptForecasts(
  db: CellarDatabase,
  subjects: readonly TwinSubject[],
): Promise<Map<string, Expectation>> {
  const rows = await db.forecasts.bulkGet(subjects.map((one) => one.binId));
  return new Map(
    rows.flatMap((row, at) =>
      row?.fingerprint === subjects[at]!.fingerprint ? [[row.subjectId, row.expectation as Expectation]] : [],
    ),
  );
}

/**
 * Asks the twin about bins whose forecast is missing, in the background; `onAnswer` hears of each. Returns what stops it:
 * questions no one waits for any more are not worked out.
 */
export function askForecasts(
  db: CellarDatabase,
  subjects: readonly TwinSubject[],
  onAnswer: (binId: string, expectation: Expectation | undefined) => void,
): () => void {
  let isOver = false;
  const stops: (() => void)[] = [];
  const ask = async () => {
    const { askTwin, progressTo } = await import("@/workers/twin.client");
    for (const subject of subjects) {
      if (isOver) return;
      const asked = askTwin(subject.binId, false, (worker, task) =>
        worker.today(
          task,
          subject,
          progressTo(() => undefined),
        ),
      );
      stops.push(asked.cancel);
      // A worker that fails leaves the rules of thumb standing; the others go on.
      void asked.answer
        .catch(() => undefined)
        .then(async (expectation) => {
          if (isOver) return;
          onAnswer(subject.binId, expectation);
          if (expectation)
            await db.forecasts
              .put({ subjectId: subject.binId, fingerprint: subject.fingerprint, expectation })
              .catch(() => undefined);
        });
    }
  };
  void ask();
  return () => {
    isOver = true;
    for (const stop of stops) stop();
  };
}
