"use client";
import { addDays } from "@/core/calendar/day";
import { formatPercent, formatPercentRange } from "@/core/quantity/format";
import type { Course } from "@/core/twin/ahead/course";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { linesChart } from "@/ui/chart/linesChart";
import { useColours } from "@/ui/theme/useColours";
import { useEffect, useMemo, useState } from "react";
import styles from "./Rescue.module.css";

/** So many days ahead are shown. */
const SHOWN = 35;
/** After so many days it is held against its target. */
const JUDGED = 14;

/** The next weeks by the twin, with the rescue and without. */
export function RescueAhead({
  binId,
  outShare,
  beddingKg,
  targetMoisture,
}: {
  readonly binId: string;
  readonly outShare: number;
  readonly beddingKg: number;
  readonly targetMoisture: number;
}) {
  const { subjects, today } = useSession();
  const subject = subjects.get(binId);
  const colours = useColours();
  const [found, setFound] = useState<{
    readonly of: string;
    readonly course?: Course;
    readonly failed?: true;
  }>();
  const asked = JSON.stringify({ today, splitShare: outShare, dryCardKg: beddingKg });
  useEffect(() => {
    if (!subject) return undefined;
    let isOver = false;
    let cancel: (() => void) | undefined;
    const work = async () => {
      const { askTwin, progressTo } = await import("@/workers/twin.client");
      if (isOver) return;
      const whatIf = { splitShare: outShare, dryCardKg: beddingKg };
      const question = askTwin(binId, true, (worker, task) =>
        worker.course(
          task,
          subject,
          { from: today, whatIf },
          progressTo(() => undefined),
        ),
      );
      cancel = question.cancel;
      const course = await question.answer;
      if (!isOver) setFound({ of: asked, ...(course ? { course } : { failed: true }) });
    };
    work().catch(() => !isOver && setFound({ of: asked, failed: true }));
    return () => {
      isOver = true;
      cancel?.();
    };
    // `asked` stands for share, bedding and day.
  }, [subject, binId, asked, today, outShare, beddingKg]);
  const shown = found?.of === asked ? found : undefined;
  const option = useMemo(() => {
    const { ahead, otherwise } = shown?.course ?? {};
    if (!ahead || !otherwise) return undefined;
    const points = (days: Course["ahead"]) =>
      days.slice(0, SHOWN + 1).map((day, nth) => [addDays(today, nth), 100 * day.moisture.middle] as const);
    return linesChart({
      series: [
        { name: "rescued", points: points(otherwise) },
        { name: "left as it is", points: points(ahead) },
        {
          name: "wettest",
          points: [today, addDays(today, SHOWN)].map((day) => [day, 100 * targetMoisture] as const),
        },
      ],
      unit: "%",
      colours,
    });
  }, [shown, today, targetMoisture, colours]);
  const then = shown?.course?.otherwise?.[JUDGED]?.moisture;
  return (
    <section aria-labelledby="ahead">
      <h2 id="ahead" className={styles.title}>
        The weeks after, by forecast
      </h2>
      {!shown && <p role="status">Working out both futures…</p>}
      {shown?.failed && <p role="alert">It could not be worked out; the sum above stands.</p>}
      {option && (
        <Chart option={option} height={240} label="Moisture of the bed, rescued and left as it is" />
      )}
      {then && (
        <p className={styles.quiet}>
          Two weeks on, rescued: {formatPercentRange(then.low, then.high)} moist
          {then.middle > targetMoisture + 0.02
            ? `, still above ${formatPercent(targetMoisture)}: the forecast is less hopeful than the sum, so expect one more stage.`
            : "."}
        </p>
      )}
    </section>
  );
}
