import type { TroubleCase } from "./cases";
import { diagnose } from "./diagnose";

/** How a case came out: at which place its main cause stands (99: not shown), and whether every cause it had is among those shown. */
export interface Judged {
  readonly about: string;
  readonly was: readonly string[];
  readonly shown: readonly string[];
  readonly rank: number;
  readonly allFound: boolean;
}
export const judgeCases = (cases: readonly TroubleCase[]): readonly Judged[] =>
  cases.map(({ about, signs, absent, context, was }) => {
    const shown = diagnose(signs, absent, context).ranked.map(({ causeId }) => causeId);
    const at = shown.indexOf(was[0]);
    return {
      about,
      was,
      shown,
      rank: at < 0 ? 99 : at + 1,
      allFound: was.every((cause) => shown.includes(cause)),
    };
  });
