import type { Decision } from "./decision";

/**
 * What is said of a bin until its forecast is there: that it is being worked out, and no amount which that may overturn. What cannot
 * wait needs no forecast, and a bin that is only looked at has no amount. Never throws.
 */
export const whilePending = (decision: Decision): Decision =>
  decision.verdict === "actNow" || decision.steps.every(({ amount }) => amount === undefined)
    ? decision
    : {
        verdict: "wait",
        steps: [{ kind: "closeAgain", why: { code: "forecast/pending" }, evidence: [] }],
        nextDay: decision.nextDay,
        cautions: [],
      };
export const isPending = ({ steps }: Decision): boolean => steps[0]?.why.code === "forecast/pending";
