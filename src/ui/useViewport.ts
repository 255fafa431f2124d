"use client";
import { useSyncExternalStore } from "react";

const subscribe = (changed: () => void) => {
  window.addEventListener("resize", changed);
  return () => window.removeEventListener("resize", changed);
};

/** A tab that is not shown yet may say 0; no screen one holds is narrower. */
const NARROWEST = 280;

/** How much room the window gives. A phone is narrow: drawings take its width and words go below them. */
export function useViewport(): { readonly width: number; readonly isNarrow: boolean } {
  const width = useSyncExternalStore(
    subscribe,
    () => Math.max(NARROWEST, window.innerWidth),
    () => 1280,
  );
  return { width, isNarrow: width <= 700 };
}
