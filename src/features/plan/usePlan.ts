"use client";
import type { Proposal, Proposals } from "@/core/planning/propose";
import { propose } from "@/core/planning/propose";
import type { ScrapRate } from "@/core/planning/scraps";
import { scrapRate } from "@/core/planning/scraps";
import type { Plan } from "@/records/plan";
import { useSession } from "@/session/session";
import { useMemo } from "react";

/** What a plan begins with until the keeper says otherwise. */
const FIRST = {
  name: "Plan",
  scraps: [],
  coldestC: 14,
  hottestC: 24,
  isDamp: false,
  hasFloorDrain: false,
  hasStairs: false,
  isOutdoors: false,
  liftKg: 12,
  hoursPerWeek: 1,
  purpose: "lessWaste",
  binCount: 1,
  prices: {},
} as const;

export interface PlanInHand {
  /** As it stands, with first values where nothing was said. */
  readonly plan: Plan;
  readonly isBegun: boolean;
  readonly scraps: ScrapRate | undefined;
  readonly found: Proposals | undefined;
  readonly chosen: Proposal | undefined;
  readonly change: (label: string, changes: Partial<Plan>) => Promise<boolean>;
  readonly putAway: () => Promise<void>;
}

/** The plan that is being made: the newest that has not become a bin. Each answer is kept as it is given. */
export function usePlan(): PlanInHand {
  const { plans, author, keep } = useSession();
  const kept = plans
    .filter((one) => one.binId === undefined)
    .toSorted((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0];
  const plan = useMemo(() => (kept ?? { ...FIRST }) as Plan, [kept]);
  const scraps = useMemo(() => scrapRate(plan), [plan]);
  const found = useMemo(() => scraps && propose(plan, scraps), [plan, scraps]);
  const { chosen } = plan;
  return {
    plan,
    isBegun: kept !== undefined,
    scraps,
    found,
    chosen:
      chosen &&
      found?.proposals.find(
        ({ facts, size }) =>
          facts.system === chosen.system && size.widthM === chosen.widthM && size.heightM === chosen.heightM,
      ),
    change: async (label, changes) => {
      const row = kept
        ? author.revised("plans", kept, changes)
        : author.first("plans", { ...FIRST, ...changes });
      return (await keep(label, [row])).ok;
    },
    putAway: async () => {
      if (kept) await keep("Plan put away", [author.revised("plans", kept, { deleted: true })]);
    },
  };
}
