import type { Step } from "@/core/decision/decision";
import type { VisitTyped } from "./visitTyped";

/** One step has one key on one visit: its kind and where it is done. */
export const stepKey = (step: Step): string => `${step.kind}/${step.compartmentId ?? ""}/${step.place ?? ""}`;

/** One line of the work as it stands on the screen, and as it will be written. */
export interface VisitLine {
  readonly key: string;
  readonly step: Step;
  readonly isTicked: boolean;
  /** What is proposed by now for a line that was ticked before: another sum, or nothing any more. */
  readonly since?: { readonly is: "another"; readonly step: Step } | { readonly is: "notAsked" };
}

/** What of a step would stand in the log, with what the keeper typed over it. */
const wouldWrite = (step: Step, typed: VisitTyped): string => {
  const key = stepKey(step);
  const isMeal = step.kind === "feed" && typed.meal !== undefined;
  const { amounts, materials } = typed;
  return JSON.stringify([
    isMeal || amounts[key]?.trim() ? "own" : step.amount,
    isMeal ? "own" : (materials[key] ?? step.materialId),
    isMeal ? "own" : step.preparation,
    step.depthM,
    step.share,
    step.order,
    step.moisture,
  ]);
};

/**
 * The work of a visit: what is proposed now, but each ticked step as it stood at its tick, whatever has arrived since.
 * Ticked steps that are proposed no more stand first, for they are done.
 */
export function linesOf(proposed: readonly Step[], typed: VisitTyped): readonly VisitLine[] {
  const asked = new Set(proposed.map(stepKey));
  const gone = Object.entries(typed.ticked).filter(([key]) => !asked.has(key));
  return [
    ...gone.map(([key, { step, keptAgainst }]): VisitLine => ({
      key,
      step,
      isTicked: true,
      ...(keptAgainst === NOT_ASKED ? {} : { since: { is: "notAsked" } }),
    })),
    ...proposed.map((step): VisitLine => {
      const key = stepKey(step);
      const ticked = typed.ticked[key];
      if (!ticked) return { key, step, isTicked: false };
      const now = wouldWrite(step, typed);
      const isSame = now === wouldWrite(ticked.step, typed) || now === ticked.keptAgainst;
      return {
        key,
        step: ticked.step,
        isTicked: true,
        ...(isSame ? {} : { since: { is: "another", step } }),
      };
    }),
  ];
}
const NOT_ASKED = "notAsked";

/** Ticks lines as they stand. */
export const ticking = (typed: VisitTyped, lines: readonly VisitLine[]): VisitTyped => ({
  ...typed,
  ticked: {
    ...typed.ticked,
    ...Object.fromEntries(
      lines.filter(({ isTicked }) => !isTicked).map(({ key, step }) => [key, { step }] as const),
    ),
  },
});
export function unticking(typed: VisitTyped, { key }: VisitLine): VisitTyped {
  const { [key]: _gone, ...ticked } = typed.ticked;
  return { ...typed, ticked };
}
/** What is proposed since takes the place of what was ticked. */
export const takingNew = (typed: VisitTyped, { key, since }: VisitLine): VisitTyped =>
  since?.is === "another" ? { ...typed, ticked: { ...typed.ticked, [key]: { step: since.step } } } : typed;
/** What was ticked stands; the sum that came since is not told again. */
export const keepingMine = (typed: VisitTyped, { key, step, since }: VisitLine): VisitTyped =>
  since
    ? {
        ...typed,
        ticked: {
          ...typed.ticked,
          [key]: { step, keptAgainst: since.is === "another" ? wouldWrite(since.step, typed) : NOT_ASKED },
        },
      }
    : typed;
