import type { FactAbout } from "@/records/entry/about";
import type { Step } from "./decision";

/** What a step that makes the bin over leaves in its log: a tray emptied and set on top, one more tray, all of it moved along. Empty for any other step. */
export function reshapedBy(step: Step): FactAbout<"bin">[] {
  if (step.kind === "restack" && step.compartmentId && step.order)
    return [
      { kind: "emptied", compartment: step.compartmentId },
      { kind: "rotated", order: [...step.order], ...carriedUp(step) },
    ];
  if (step.kind === "addTray" && step.added)
    return [{ kind: "added", added: step.added, position: step.position ?? 1, ...carriedUp(step) }];
  if (step.kind === "moveAlong") return [{ kind: "advanced", fraction: step.share ?? 0 }];
  return [];
}

const carriedUp = ({ share }: Step) => (share === undefined ? {} : { liftedFraction: share });
