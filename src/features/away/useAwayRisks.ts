"use client";
import type { Away, AwayRisk } from "@/core/away/away";
import { awayRisk, awayStrip } from "@/core/away/away";
import { practiceOf, targetMoisture } from "@/core/practice/practice";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { useEffect, useState } from "react";

export interface AwayRisks {
  readonly risks: ReadonlyMap<string, AwayRisk>;
  /** Day by day, what would be gravest then. */
  readonly strips: ReadonlyMap<string, readonly AwayRisk[]>;
  /** Bins the worker could not answer for; the others go on. */
  readonly failed: ReadonlySet<string>;
  /** Bins whose forecast of these days is still to come. */
  readonly left: number;
}

/** What each bin may be like on return, one after another by its twin; what is known already stays shown meanwhile. */
export function useAwayRisks(bins: readonly BinToday[], away: Away | undefined): AwayRisks {
  const { subjects, today } = useSession();
  const key =
    away && JSON.stringify([away, bins.map(({ bin }) => subjects.get(bin.id)?.fingerprint ?? bin.id)]);
  const [found, setFound] = useState<AwayRisks & { readonly of: string }>({
    of: "",
    risks: new Map(),
    strips: new Map(),
    failed: new Set(),
    left: 0,
  });
  useEffect(() => {
    if (!away || key === undefined) return undefined;
    let isOver = false;
    let cancel: (() => void) | undefined;
    const risks = new Map<string, AwayRisk>();
    const strips = new Map<string, readonly AwayRisk[]>();
    const failed = new Set<string>();
    const work = async () => {
      const { askTwin, progressTo } = await import("@/workers/twin.client");
      for (const [at, { bin, state }] of bins.entries()) {
        if (isOver) return;
        const subject = subjects.get(bin.id);
        const practice = practiceOf(state);
        if (!subject || !practice) failed.add(bin.id);
        else {
          try {
            const question = askTwin(bin.id, false, (worker, task) =>
              worker.course(
                task,
                subject,
                { from: today, whatIf: { away } },
                progressTo(() => undefined),
              ),
            );
            cancel = question.cancel;
            const course = await question.answer;
            if (course) {
              const asked = [course.otherwise ?? course.ahead, away, targetMoisture(practice)] as const;
              risks.set(bin.id, awayRisk(...asked));
              strips.set(bin.id, awayStrip(...asked));
            } else failed.add(bin.id);
          } catch {
            failed.add(bin.id);
          }
        }
        if (!isOver)
          setFound({
            of: key,
            risks: new Map(risks),
            strips: new Map(strips),
            failed: new Set(failed),
            left: bins.length - at - 1,
          });
      }
    };
    void work();
    return () => {
      isOver = true;
      cancel?.();
    };
    // Asked anew for another absence or when a log has changed, not for each drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key holds all that counts
  }, [key]);
  return found.of === key
    ? found
    : { risks: new Map(), strips: new Map(), failed: new Set(), left: away ? bins.length : 0 };
}
