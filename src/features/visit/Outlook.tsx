"use client";
import { moistureToday } from "@/core/decision/moistureToday";
import { fedCompartment } from "@/core/bin/system";
import { addDays, shortDay, shortSpan, spokenDay } from "@/core/calendar/day";
import type { Band } from "@/core/expectation/expectation";
import { givenBy, outlook } from "@/core/decision/outlook";
import { seenIn } from "@/core/practice/practice";
import { inHundred } from "@/core/decision/words";
import { formatPercent, formatPercentRange } from "@/core/quantity/format";
import type { Reading } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import { useSession } from "@/session/session";
import type { Remote } from "@/workers/twin.client";
import type { TwinSubject } from "@/workers/twin.protocol";
import type { VisitInHand } from "./useVisit";
import { useTwinAnswer } from "@/session/useTwinAnswer";
import styles from "./Visit.module.css";

const askOutlook = (worker: Remote, task: number, subject: TwinSubject, asked: string) => {
  const { readings, facts } = JSON.parse(asked) as {
    readings: readonly Reading[];
    facts: readonly FactAbout<"bin">[];
  };
  return worker.outlook(task, subject, readings, facts);
};
/** What changes what lies in a bin. */
const CHANGES_IT: ReadonlySet<string> = new Set([
  "fed",
  "bedded",
  "watered",
  "added",
  "rotated",
  "emptied",
  "advanced",
]);

/** What the amounts as they stand do to the next weeks: by rule of thumb at once, by forecast a moment later. */
export function Outlook({ visit }: { readonly visit: VisitInHand }) {
  const { today } = useSession();
  const { practice, readings, refined, binId, inHand } = visit;
  const facts = inHand.filter(({ kind }) => kind !== "looked");
  const isAsked = facts.some(({ kind }) => CHANGES_IT.has(kind));
  const { answer: forecast } = useTwinAnswer(
    binId,
    isAsked && refined.twin ? JSON.stringify({ readings, facts }) : undefined,
    askOutlook,
  );
  if (!practice || !isAsked) return null;
  const dayIn = (days: number) => addDays(today, Math.round(days));
  const goneBy = ({ low, middle, high }: Band, within = Infinity) =>
    `The meal is gone by about ${spokenDay(dayIn(middle), today)} (${high >= within ? `${shortDay(dayIn(low))} or later` : shortSpan(dayIn(low), dayIn(high))}); `;
  if (forecast) {
    const { goneInDays: gone, withinDays, moisture, trouble, troubleWithout } = forecast;
    const isTooMuch = trouble > 0.1 && trouble > troubleWithout + 0.05;
    return (
      <p className={styles.outlook} data-warn={isTooMuch} data-by="forecast">
        {gone &&
          (gone.middle >= withinDays
            ? `In ${withinDays} days the meal is not gone yet; `
            : goneBy(gone, withinDays))}
        {gone ? "a" : "A"} week on, the bin is {formatPercentRange(moisture.low, moisture.high)} moist.
        Trouble within {withinDays} days, if nothing more is given: {inHundred(trouble)}
        {isTooMuch
          ? `, against ${inHundred(troubleWithout)} without this. That is more than this herd and bedding can take: it will heat or sour.`
          : "."}
      </p>
    );
  }
  const given = givenBy(facts, practice);
  if (!given) return null;
  const seen = seenIn(readings, fedCompartment(practice.setup).id);
  const ahead = outlook(refined, practice, moistureToday(seen, refined), given, today);
  return (
    <p className={styles.outlook} data-warn={ahead.overfed} data-by="rule">
      {ahead.goneInDays && goneBy(ahead.goneInDays)}
      {ahead.goneInDays ? "it" : "This"} leaves the bin about {formatPercent(ahead.moisture)} moist.
      {ahead.overfed && " That is more than this herd and bedding can take: it will heat or sour."}
    </p>
  );
}
