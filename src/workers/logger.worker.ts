import Papa from "papaparse";
import type { Logged, LoggerColumns, LoggerGuess, LoggerProblem } from "@/core/logger/logger";
import { guessColumns, loggerSum } from "@/core/logger/logger";
import type { Outcome } from "@/vocabulary/outcome";
import { offer } from "./desk";

export interface LoggerPeek {
  readonly rows: readonly (readonly string[])[];
  readonly guess: Outcome<LoggerGuess, LoggerProblem>;
}
/** So much of a file is enough to tell its columns. */
const PEEK_BYTES = 64 * 1024;
const PORTION_BYTES = 512 * 1024;

const api = {
  /** The first rows of a file, and which column seems to be what. */
  peek: async (file: File): Promise<LoggerPeek> => {
    const text = await file.slice(0, PEEK_BYTES).text();
    // The last line of a piece may be torn.
    const whole = file.size > PEEK_BYTES ? text.slice(0, text.lastIndexOf("\n")) : text;
    const { data } = Papa.parse<string[]>(whole, { skipEmptyLines: "greedy" });
    return { rows: data, guess: guessColumns(data) };
  },
  /** The whole file, portion by portion, summed by day; `onProgress` is told the share that is read. */
  read: (file: File, columns: LoggerColumns, onProgress: (share: number) => void): Promise<Logged> =>
    new Promise((resolve, reject) => {
      const sum = loggerSum(columns);
      let isHead = true;
      Papa.parse<string[]>(file, {
        skipEmptyLines: "greedy",
        chunkSize: PORTION_BYTES,
        chunk: ({ data, meta }) => {
          for (const row of data) {
            if (!isHead) sum.take(row);
            isHead = false;
          }
          onProgress(file.size > 0 ? Math.min(1, meta.cursor / file.size) : 1);
        },
        complete: () => resolve(sum.result()),
        error: reject,
      });
    }),
};
export type LoggerWorker = typeof api;

offer(api);
