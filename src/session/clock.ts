"use client";
import { instantOf, localDateAt } from "@/core/calendar/day";
import type { LocalDate } from "@/vocabulary/fields";
import { useEffect, useState } from "react";

const now = (): Date => new Date(); // eslint-disable-line no-restricted-syntax -- the one clock of the app

/** Milliseconds that only ever run on, whatever is done to the clock: for what is measured in moments. */
export const tickMs = (): number => performance.now();
export const nowMs = (): number => now().getTime();
export const todayHere = (): LocalDate => localDateAt(now());

let last = 0;
/** A moment later than any this page has given, so that rows written in one breath keep their order. */
export function nextInstant(): string {
  last = Math.max(now().getTime(), last + 1);
  return instantOf(last);
}

/** Today where the keeper stands; changes at midnight and when the page wakes from sleep. */
export function useToday(): LocalDate {
  const [today, setToday] = useState(todayHere);
  useEffect(() => {
    const look = () => setToday(todayHere());
    const timer = window.setInterval(look, 30_000);
    document.addEventListener("visibilitychange", look);
    return () => {
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, []);
  return today;
}
