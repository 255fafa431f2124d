import { isLongUnseen } from "@/core/bin/found";
import type { BinState } from "@/core/bin/state";
import { spokenDay } from "@/core/calendar/day";
import type { LocalDate } from "@/vocabulary/fields";
import styles from "./LongUnseen.module.css";

/** Where nothing was written of a bin for long, what it looks like now is asked. */
export function LongUnseen({
  state,
  today,
  onAsk,
}: {
  readonly state: BinState;
  readonly today: LocalDate;
  readonly onAsk: () => void;
}) {
  if (!isLongUnseen(state, today) || !state.lastDay) return null;
  return (
    <p className={styles.unseen} role="status">
      Nothing was written of it since {spokenDay(state.lastDay, today)}.{" "}
      <button type="button" onClick={onAsk}>
        What does it look like now?
      </button>
    </p>
  );
}
