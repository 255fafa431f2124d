import type { TroubleCase } from "./cases";
import { diagnose, secondTrouble } from "./diagnose";

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
    const ranked = diagnose(signs, absent, context).ranked.map(({ causeId }) => causeId);
    const second = secondTrouble(signs, absent, context)?.cause.causeId;
    const shown = second === undefined ? ranked : [...new Set([...ranked, second])];
    const at = shown.indexOf(was[0]);
    return {
      about,
      was,
      shown,
      rank: at < 0 ? 99 : at + 1,
      allFound: was.every((cause) => shown.includes(cause)),
    };
  });
