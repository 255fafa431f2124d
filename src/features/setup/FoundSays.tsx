"use client";
import type { FoundAbout } from "@/core/calculators/foundStart";
import { spokenDay } from "@/core/calendar/day";
import { sayReason } from "@/core/decision/words";
import { formatMass } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import styles from "./Setup.module.css";
import { useFoundStart } from "./useFoundStart";

/** What a bin told so is taken for, and its first meal, before anything is kept. */
export function FoundSays({ about }: { readonly about: FoundAbout | undefined }) {
  const { units, today } = useSession();
  const start = useFoundStart(about);
  if (about === undefined) return null;
  return (
    <p className={styles.start} role="status">
      {start === undefined ? (
        "What it comes to is being worked out."
      ) : (
        <>
          Likely {formatMass(start.wormsKg.low, units, "bucket")} to{" "}
          {formatMass(start.wormsKg.high, units, "bucket")} of worms.{" "}
          {start.mealKg > 0 ? (
            <>
              First meal: <b>{formatMass(start.mealKg, units)}</b>, today.
            </>
          ) : (
            <>
              <b>No meal today</b>, next look {spokenDay(start.nextDay, today)}.
              {start.why && ` ${sayReason(start.why, { units, today })}`}
            </>
          )}
        </>
      )}
    </p>
  );
}
