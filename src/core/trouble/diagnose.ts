import type { TroubleContext } from "./context";
import type { Fact } from "./facts";
import { factWeights } from "./facts";
import { causeOf, CAUSES, SAME_TWICE, signOf, SIGNS, START_WEIGHTS, weightOf } from "./knowledge";

export type Evidence =
  { readonly signId: string; readonly weight: number } | { readonly fact: Fact; readonly weight: number };
export interface RankedCause {
  readonly causeId: string;
  /** Log-odds: what is usual, what is seen, what is known. */
  readonly score: number;
  readonly likelihood: Likelihood;
  /** What speaks for it and against it, strongest first; without what is usual. */
  readonly evidence: readonly Evidence[];
}
export const LIKELIHOODS = ["most likely", "likely", "possible"] as const;
export type Likelihood = (typeof LIKELIHOODS)[number];
export interface Diagnosis {
  readonly ranked: readonly RankedCause[];
  /** What to do now: of emergencies first, then of the leading cause. */
  readonly firstAid: readonly string[];
  /** The one further look that would tell the first two apart. */
  readonly alsoLookFor?: string;
}

/** Of an absent sign its weight counts the other way, by half. */
const ABSENT = -0.5;
const EMERGENCY = 3;
/** The second is shown in any case when it lies so near. */
const NEAR = 1;

/**
 * Causes by what was seen, what was looked for and not there, and what is known of the bin. Weights are added as log-odds; words of
 * likelihood go by each cause's share of exp(score). Unknown signs say nothing. Never throws.
 */
export function diagnose(
  seen: readonly string[],
  absent: readonly string[] = [],
  known: TroubleContext = {},
): Diagnosis {
  const present = [...new Set(seen)];
  const all = scored(present, absent, known);
  const whole = all.reduce((sum, { score }) => sum + Math.exp(score), 0);
  const ranked = all.flatMap((one, at): RankedCause[] => {
    const share = Math.exp(one.score) / whole;
    const isShown = at === 0 || share > 0.08 || (at === 1 && all[0]!.score - one.score < NEAR);
    return isShown ? [{ ...one, likelihood: likelihoodOf(share) }] : [];
  });
  const emergencies = present.filter((id) => signOf(id)?.severity === EMERGENCY);
  const urgent = emergencies.map((signId) => behind(signId, all));
  const firstAid = [...new Set([...urgent, ranked[0]!.causeId].flatMap((id) => causeOf(id).firstAid))];
  const alsoLookFor =
    ranked.length > 1
      ? tellingApart(ranked[0]!.causeId, ranked[1]!.causeId, [...present, ...absent])
      : undefined;
  return { ranked, firstAid, ...(alsoLookFor === undefined ? {} : { alsoLookFor }) };
}
const likelihoodOf = (share: number): Likelihood =>
  share > 0.6 ? "most likely" : share > 0.25 ? "likely" : "possible";

/** Every cause with its score and what makes it, the likeliest first. */
function scored(
  present: readonly string[],
  absent: readonly string[],
  known: TroubleContext,
): readonly Omit<RankedCause, "likelihood">[] {
  const facts = factWeights(known);
  return CAUSES.map(({ id }) => {
    const evidence: Evidence[] = [
      ...signEvidence(present, id),
      ...absent.flatMap((signId) => {
        const weight = weightOf(signId, id);
        return weight === undefined ? [] : [{ signId, weight: ABSENT * weight }];
      }),
      ...facts.flatMap(({ fact, causeId, weight }) => (causeId === id ? [{ fact, weight }] : [])),
    ];
    const score = evidence.reduce((sum, { weight }) => sum + weight, START_WEIGHTS[id] ?? -2);
    return {
      causeId: id,
      score,
      evidence: evidence.toSorted((a, b) => Math.abs(b.weight) - Math.abs(a.weight)),
    };
  }).toSorted((a, b) => b.score - a.score);
}

/** A second trouble beside the first: what the first does not explain points to it. */
export interface SecondTrouble {
  readonly cause: RankedCause;
  /** The signs that are its own. */
  readonly signs: readonly string[];
}
/** Beside the first a single weak hint is no trouble: it takes a sign that means something by itself. */
const OWN_WEIGHT = 2;
/** The first may bring a sign too: then it is another's only where it points there as strongly as a sign can, and far less to the first. */
const STRONGEST = 3;
const OWN_MORE = 1.5;
const WELL = "normal-life";

/**
 * Whether two things are wrong at once: the cause whose own signs (they point to it far more than to the first, and are no normal
 * life) mean something by themselves, and for which all that is seen and known speaks. Undefined where one cause has it all, or nothing
 * is wrong. Never throws.
 */
export function secondTrouble(
  seen: readonly string[],
  absent: readonly string[] = [],
  known: TroubleContext = {},
): SecondTrouble | undefined {
  const present = [...new Set(seen)];
  const all = scored(present, absent, known);
  const first = all[0]!.causeId;
  if (first === WELL) return undefined;
  const notWell = present.filter((sign) => (weightOf(sign, WELL) ?? 0) <= 0);
  const ownOf = (causeId: string) =>
    notWell.filter((sign) => {
      const weight = weightOf(sign, causeId) ?? 0;
      const byFirst = weightOf(sign, first) ?? 0;
      return weight > 0 && (byFirst <= 0 || (weight >= STRONGEST && weight - byFirst >= OWN_MORE));
    });
  const whole = all.reduce((sum, { score }) => sum + Math.exp(score), 0);
  const best = all
    .filter(({ causeId }) => causeId !== first && causeId !== WELL)
    .map((one) => {
      const signs = ownOf(one.causeId);
      return { one, signs, weight: signs.reduce((sum, sign) => sum + weightOf(sign, one.causeId)!, 0) };
    })
    // All that is seen and known, the first one's signs too, must not speak against it.
    .filter(
      ({ one, weight }) =>
        weight >= OWN_WEIGHT && one.evidence.reduce((sum, of) => sum + of.weight, 0) >= OWN_WEIGHT,
    )
    .toSorted((a, b) => b.one.score - a.one.score)[0];
  return (
    best && {
      cause: { ...best.one, likelihood: likelihoodOf(Math.exp(best.one.score) / whole) },
      signs: best.signs,
    }
  );
}

/** Weights of the signs seen, what says the same thing twice counted once and a half. */
function signEvidence(present: readonly string[], causeId: string): Evidence[] {
  return present.flatMap((signId): Evidence[] => {
    const weight = weightOf(signId, causeId);
    if (weight === undefined) return [];
    const pair = SAME_TWICE.find((two) => (two as readonly string[]).includes(signId));
    const other = pair?.find((id) => id !== signId && present.includes(id));
    const others = other === undefined ? undefined : weightOf(other, causeId);
    const isWeaker =
      others !== undefined &&
      (Math.abs(others) > Math.abs(weight) || (Math.abs(others) === Math.abs(weight) && other === pair![0]));
    return [{ signId, weight: isWeaker ? weight / 2 : weight }];
  });
}

/** What is most behind an emergency: the cause its sign points to most, of equals the likelier. */
const behind = (
  signId: string,
  all: readonly { readonly causeId: string; readonly score: number }[],
): string =>
  all.toSorted(
    (a, b) => (weightOf(signId, b.causeId) ?? 0) - (weightOf(signId, a.causeId) ?? 0) || b.score - a.score,
  )[0]!.causeId;

/** The sign not yet looked for whose weights differ most between two causes. */
function tellingApart(first: string, second: string, asked: readonly string[]): string | undefined {
  let best: { id: string; apart: number } | undefined;
  for (const { id } of SIGNS) {
    if (asked.includes(id)) continue;
    const apart = Math.abs((weightOf(id, first) ?? 0) - (weightOf(id, second) ?? 0));
    if (apart > 0 && (!best || apart > best.apart)) best = { id, apart };
  }
  return best?.id;
}
