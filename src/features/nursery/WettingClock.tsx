"use client";
import { WETTING, wettingNow, wettingPressed } from "@/core/nursery/wetting";
import type { Wetting } from "@/core/nursery/wetting";
import { formatMinutes } from "@/core/quantity/format";
import { nowMs } from "@/session/clock";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { useNow } from "@/session/useNow";
import { chime } from "@/ui/chime";
import { useAwake } from "@/ui/useAwake";
import Button from "@mui/material/Button";
import { useEffect, useRef } from "react";
import styles from "./Nursery.module.css";

const BEGUN: Wetting = { pressed: 0 };
/** The screen stays on for the short waits only: over night one sleeps. */
const AWAKE_MS = 45 * 60_000;

/** Wetting through by the clock: one step at a time, called when its wait is over. `isQuiet`: nothing is shown before it is begun. */
export function WettingClock({ isQuiet = false }: { readonly isQuiet?: boolean }) {
  const { db } = useSession();
  const draft = useDraft(db, "nursery/wetting", BEGUN);
  const isUnderWay = draft.typed.pressed > 0;
  const now = useNow(isUnderWay);
  const stands = wettingNow(draft.typed, now);
  const waits = stands.is === "waits";
  useAwake(waits && stands.leftMs < AWAKE_MS);
  const waited = useRef(waits);
  useEffect(() => {
    if (waited.current && !waits) chime();
    waited.current = waits;
  }, [waits]);
  if (isQuiet && !isUnderWay) return null;
  const press = () =>
    draft.set((before) => {
      const next = wettingPressed(before, nowMs());
      return next.pressed === WETTING.length ? BEGUN : next;
    });
  return (
    <section className={styles.wetting} data-waits={waits} aria-label="Wetting through">
      <ol>
        {WETTING.map(({ does, waitMin }, nth) => (
          <li
            key={does}
            data-is={nth < draft.typed.pressed ? "done" : nth === draft.typed.pressed ? "now" : "later"}
            aria-current={nth === draft.typed.pressed ? "step" : undefined}
          >
            {does} {waitMin !== undefined && <span>Then leave it {formatMinutes(waitMin)}.</span>}
          </li>
        ))}
      </ol>
      <p aria-live="polite">
        {stands.is === "waits" && (
          <>
            next step in <b role="timer">{left(stands.leftMs)}</b>
          </>
        )}
      </p>
      <div>
        {stands.is !== "done" && (
          <Button variant={waits ? "outlined" : "contained"} onClick={press}>
            {stands.is === "waits" ? `${stands.next.press}, already` : stands.step.press}
          </Button>
        )}
        {isUnderWay && <Button onClick={() => draft.set(() => BEGUN)}>stop the clock</Button>}
      </div>
    </section>
  );
}

/** To the second for as long as one stands beside it. */
const left = (leftMs: number): string => {
  const seconds = Math.ceil(leftMs / 1000);
  return seconds >= 3600
    ? formatMinutes(Math.ceil(seconds / 60))
    : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
};
