import type { LinearProgramme } from "@/core/mixing/solve";
import { solve } from "yalps";
import { offer } from "./desk";

/** The least-price point of a linear programme; only variables above nought come back. */
const api = {
  leastPrice: (programme: LinearProgramme): Map<string, number> => {
    const solution = solve({
      direction: "minimize",
      objective: "price",
      constraints: { ...programme.constraints },
      variables: { ...programme.variables },
    });
    return new Map(solution.status === "optimal" ? solution.variables : []);
  },
};
export type MixingWorker = typeof api;

offer(api);
