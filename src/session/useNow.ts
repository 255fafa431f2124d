"use client";
import { useEffect, useState } from "react";
import { nowMs } from "./clock";

/** The moment, ms since 1970, anew each second while something waits for it; it follows the clock, not a count of ticks. */
export function useNow(isWaiting: boolean): number {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    if (!isWaiting) return undefined;
    const look = () => setNow(nowMs());
    const timer = window.setInterval(look, 1000);
    document.addEventListener("visibilitychange", look);
    return () => {
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [isWaiting]);
  return now;
}
