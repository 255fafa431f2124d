"use client";
import type { Changes } from "@/session/author";
import type { Proposal, Proposals } from "@/core/planning/propose";
import { propose } from "@/core/planning/propose";
import type { ScrapRate } from "@/core/planning/scraps";
import { scrapRate } from "@/core/planning/scraps";
import type { Plan } from "@/records/plan";
import { useSession } from "@/session/session";
import { present } from "@/records/row/row";
import { useMemo, useRef } from "react";

/** What a plan begins with until the keeper says otherwise. */
const FIRST = {
  name: "Plan",
  scraps: [],
  coldestC: 14,
  hottestC: 24,
  isDamp: false,
  hasFloorDrain: false,
  hasStairs: false,
  shelter: "indoors",
  liftKg: 12,
  hoursPerWeek: 1,
  purpose: "lessWaste",
  binCount: 1,
  prices: {},
} as const;

export type PlanChange = Changes<"plans"> | ((before: Plan) => Changes<"plans">);

export interface PlanInHand {
  /** As it stands, with first values where nothing was said. */
  readonly plan: Plan;
  readonly isBegun: boolean;
  readonly scraps: ScrapRate | undefined;
  readonly found: Proposals | undefined;
  readonly chosen: Proposal | undefined;
  /** Writes what changes; given a function, on top of the plan as it stands by then, so that quick answers all count. */
  readonly change: (label: string, changes: PlanChange) => Promise<boolean>;
  readonly putAway: () => Promise<void>;
}

/** The newest that has not become a bin. */
const inHand = (plans: readonly Plan[]): Plan | undefined =>
  plans
    .filter((one) => one.binId === undefined)
    .toSorted((a, b) => (a.recordedAt < b.recordedAt ? 1 : -1))[0];

/** The plan that is being made: the newest that has not become a bin. Each answer is kept as it is given. */
export function usePlan(): PlanInHand {
  const { db, plans, author, keep, today } = useSession();
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const kept = inHand(plans);
  const plan = useMemo(() => (kept ?? { ...FIRST }) as Plan, [kept]);
  const scraps = useMemo(() => scrapRate(plan), [plan]);
  const found = useMemo(() => scraps && propose(plan, scraps, today), [plan, scraps, today]);
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
    change: (label, changes) => {
      // One after the other, each on the newest row: two answers at once must not write over each other.
      const work = queue.current.then(async () => {
        const newest = inHand(present(await db.plans.toArray()));
        const before = (newest ?? { ...FIRST }) as Plan;
        const facts = typeof changes === "function" ? changes(before) : changes;
        const row = newest
          ? author.revised("plans", newest, facts)
          : author.first("plans", { ...FIRST, ...facts });
        return (await keep(label, [row])).ok;
      });
      queue.current = work.catch(() => undefined);
      return work;
    },
    putAway: async () => {
      if (kept) await keep("Plan put away", [author.revised("plans", kept, { deleted: true })]);
    },
  };
}
