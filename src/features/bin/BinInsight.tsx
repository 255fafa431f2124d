"use client";
import type { BinToday } from "@/core/round/round";
import {
  HELPFUL_WORDS,
  sayHabits,
  sayHerdAtRisk,
  sayHarvest,
  sayMisfit,
  sayRipeness,
  sayWarning,
  sayWetAhead,
} from "@/core/twin/ahead/words";
import { herdAdvice } from "@/core/decision/herdAdvice";
import { sayHerdAdvice } from "@/core/decision/words";
import { practiceOf } from "@/core/practice/practice";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import type { Entry } from "@/records/entry";
import styles from "./Course.module.css";
import { SurpriseAnswer } from "./SurpriseAnswer";

/** What the twin has to say of this bin: warnings first, the harvest, its habits, and entries that do not fit together. */
export function BinInsight({
  one,
  entries,
  onOpen,
}: {
  readonly one: BinToday;
  readonly entries: readonly Entry[];
  /** Opens an entry to be put right. */
  readonly onOpen: (entryId: string) => void;
}) {
  const { today, units } = useSession();
  const { twin, wouldHelp, sureness } = one.expectation;
  if (!twin) return null;
  const harvest = sayHarvest(one.expectation, today, units);
  const ripeness = sayRipeness(one.expectation, one.state.setup?.compartments ?? []);
  const risk = one.state.emptiedOn ? undefined : sayHerdAtRisk(twin);
  const habits = sayHabits(twin.habits, one.state.visits);
  const practice = practiceOf(one.state);
  const herd = practice && herdAdvice(one.expectation, practice, today);
  return (
    <ul className={styles.insight} aria-label="What the forecast says">
      {risk !== undefined && <li data-kind="warning">{risk}</li>}
      {herd && <li data-kind="warning">{sayHerdAdvice(herd, units)}</li>}
      {twin.wetAhead && <li data-kind="warning">{sayWetAhead(twin.wetAhead, units)}</li>}
      {twin.warnings.map((warning) => (
        <li key={warning.of} data-kind="warning">
          {sayWarning(warning)}
        </li>
      ))}
      {twin.surprises.map((surprise) => (
        <li key={`${surprise.of} ${surprise.place ?? ""}`} data-kind="warning">
          <SurpriseAnswer one={one} surprise={surprise} entries={entries} />
        </li>
      ))}
      {harvest && (
        <li data-kind="harvest">
          <b>{harvest.when}.</b>{" "}
          {harvest.what && <span className={styles.quiet}>{upper(harvest.what)}.</span>}
        </li>
      )}
      {ripeness && <li className={styles.quiet}>{ripeness}</li>}
      {habits && <li>{habits}</li>}
      {sureness !== "good" && <li className={styles.quiet}>Of all readings {HELPFUL_WORDS[wouldHelp]}.</li>}
      {twin.misfits.map((misfit) => (
        <li key={misfit.entryId} data-kind="warning">
          {sayMisfit(misfit, today)}{" "}
          <Button size="small" onClick={() => onOpen(misfit.entryId)}>
            open the entry
          </Button>
        </li>
      ))}
    </ul>
  );
}
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
