"use client";
import { moistureToday } from "@/core/decision/moistureToday";
import { nextPlace } from "@/core/bin/place";
import { fedCompartment } from "@/core/bin/system";
import { materialOf } from "@/core/catalogue/material";
import { addDays, shortDay, shortSpan, spokenDay } from "@/core/calendar/day";
import type { Band } from "@/core/expectation/expectation";
import { feedPartMatter } from "@/core/log/amount";
import { outlook } from "@/core/decision/outlook";
import type { Practice } from "@/core/practice/practice";
import { seenIn } from "@/core/practice/practice";
import { inHundred } from "@/core/decision/words";
import { formatPercent, formatPercentRange } from "@/core/quantity/format";
import type { Given } from "@/core/twin/ahead/mealOutlook";
import type { Reading } from "@/records/entry";
import { useSession } from "@/session/session";
import type { Remote } from "@/workers/twin.client";
import type { TwinSubject } from "@/workers/twin.protocol";
import type { VisitInHand } from "./useVisit";
import { useTwinAnswer } from "@/session/useTwinAnswer";
import { amountOf } from "./visitAmounts";
import { workOf } from "./visitEntries";
import styles from "./Visit.module.css";

/** For scraps told by the bucket. */
const SCRAPS = materialOf("food", "mixed-kitchen-scraps");

/** What will go in when the lid is closed now. */
function givenNow(
  { decision, typed, meal, containers }: VisitInHand,
  practice: Practice,
  units: ReturnType<typeof useSession>["units"],
): Given {
  const given = { foodKg: 0, place: nextPlace(practice.state)?.place ?? 1, dryBeddingKg: 0, waterL: 0 };
  // Nothing ticked yet: what is proposed is what would be done.
  const work = workOf(decision, typed);
  const isAllMeant = !work.some(({ isTicked }) => isTicked);
  for (const { step } of work.filter(({ isTicked }) => isAllMeant || isTicked)) {
    if (step.kind === "feed" && meal) {
      given.foodKg += meal.reduce((sum, part) => sum + feedPartMatter(part).wetKg, 0);
      given.place = step.place ?? given.place;
      continue;
    }
    const amount = amountOf(step, typed, units, containers);
    if (!amount.ok || !amount.value) continue;
    const isMass = "massKg" in amount.value.amount;
    const value = "massKg" in amount.value.amount ? amount.value.amount.massKg : amount.value.amount.volumeL;
    if (step.kind === "feed") {
      given.foodKg += isMass ? value : value * SCRAPS.densityKgPerL;
      given.place = step.place ?? given.place;
    }
    if (step.kind === "addDryBedding") given.dryBeddingKg += value;
    if (step.kind === "water") given.waterL += value;
  }
  return given;
}

const askOutlook = (worker: Remote, task: number, subject: TwinSubject, asked: string) => {
  const { readings, given } = JSON.parse(asked) as { readings: readonly Reading[]; given: Given };
  return worker.outlook(task, subject, readings, given);
};

/** What the amounts as they stand do to the next weeks: by rule of thumb at once, by forecast a moment later. */
export function Outlook({ visit }: { readonly visit: VisitInHand }) {
  const { units, today } = useSession();
  const { practice, readings, refined, binId } = visit;
  const given = practice && givenNow(visit, practice, units);
  const isAsked = given !== undefined && given.foodKg + given.dryBeddingKg + given.waterL > 0;
  const { answer: forecast } = useTwinAnswer(
    binId,
    isAsked && refined.twin ? JSON.stringify({ readings, given }) : undefined,
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
