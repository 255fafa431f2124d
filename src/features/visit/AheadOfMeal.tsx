"use client";
import { heatOfFood, sayHeatOfFood } from "@/core/decision/heatOfFood";
import { bringsWaterLate } from "@/core/decision/withMeal";
import { moistureToday } from "@/core/decision/moistureToday";
import { looked } from "@/core/bin/readings";
import { areaM2, fedCompartment } from "@/core/bin/system";
import { spokenDay } from "@/core/calendar/day";
import { seenIn, targetMoisture } from "@/core/practice/practice";
import { sayWetAhead } from "@/core/twin/ahead/words";
import { waterOfFood } from "@/core/water/ofFood";
import { sayWaterOfFood } from "@/core/water/words";
import { RIGHT_LOOKS } from "@/core/bin/watch";
import { useSession } from "@/session/session";
import Link from "next/link";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

/** What a visit says of what is to come: a rescue under way or asked for, the water and the heat of this meal, and where it leads. */
export function AheadOfMeal({ visit }: { readonly visit: VisitInHand }) {
  const { bins, units, today } = useSession();
  const { practice, readings, refined, decision, meal, binId } = visit;
  if (!practice) return null;
  const before = practice.state.rescue;
  // As it will stand once what is in hand is kept.
  const { rescue } =
    readings.length > 0 ? looked(practice.state, { day: today, lid: "lifted", readings }) : practice.state;
  const isPast = decision.steps.some(({ why }) => why.code === "moisture/past-soaking");
  const seen = seenIn(readings, fedCompartment(practice.setup).id);
  const water =
    meal &&
    waterOfFood(meal, {
      massKg: refined.fedMassKg.middle,
      moisture: moistureToday(seen, refined),
      wettest: targetMoisture(practice).high,
      drainage: practice.setup.drainage,
    });
  const fed = fedCompartment(practice.setup);
  const heat = meal && heatOfFood(meal, areaM2(fed) / Math.max(1, fed.placeCount));
  const ahead = bins?.find(({ bin }) => bin.id === binId)?.expectation.twin?.wetAhead;
  return (
    <>
      {rescue && (
        <p className={styles.leftOut}>
          <Link href={`/rescue?id=${binId}`}>Its rescue from mud</Link>: right on {rescue.rightOn.length} of{" "}
          {RIGHT_LOOKS} looks, next look {spokenDay(rescue.lookOn, today)}.
        </p>
      )}
      {before && !rescue && (
        <p className={styles.leftOut}>
          Right for the second time: its rescue from mud is over when this lid is closed.
        </p>
      )}
      {!before && isPast && (
        <p className={styles.leftOut}>
          One visit does not end this: <Link href={`/rescue?id=${binId}`}>plan its rescue over days</Link>
        </p>
      )}
      {water ? (
        <p className={styles.leftOut}>{sayWaterOfFood(water, units)}</p>
      ) : (
        meal &&
        bringsWaterLate(meal) && (
          <p className={styles.leftOut}>
            Melon, juice and purée bring their water later: look in about four days, and have bedding at hand.
          </p>
        )
      )}
      {heat && <p className={styles.leftOut}>{sayHeatOfFood(heat, units)}</p>}
      {ahead && <p className={styles.leftOut}>{sayWetAhead(ahead, units)}</p>}
    </>
  );
}
