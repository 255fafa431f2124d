"use client";
import { useSyncExternalStore } from "react";

const subscribe = (changed: () => void) => {
  window.addEventListener("resize", changed);
  return () => window.removeEventListener("resize", changed);
};

/** How much room the window gives. A phone is narrow: drawings take its width and words go below them. */
export function useRoom(): { readonly width: number; readonly isNarrow: boolean } {
  const width = useSyncExternalStore(
    subscribe,
    () => window.innerWidth,
    () => 1280,
  );
  return { width, isNarrow: width <= 700 };
}
