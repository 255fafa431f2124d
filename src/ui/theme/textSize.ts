"use client";
import { useCallback, useEffect, useSyncExternalStore } from "react";

/** How large all words stand, against the browser's own size. */
export const TEXT_SIZES = ["usual", "larger", "largest"] as const;
export type TextSize = (typeof TEXT_SIZES)[number];

const KEY = "brown-cellar-text";
const CHANGED = "brown-cellar-text-changed";

const read = (): TextSize => {
  try {
    return TEXT_SIZES.find((size) => size === localStorage.getItem(KEY)) ?? "usual";
  } catch {
    return "usual";
  }
};
const follow = (tell: () => void) => {
  window.addEventListener(CHANGED, tell);
  window.addEventListener("storage", tell);
  return () => {
    window.removeEventListener(CHANGED, tell);
    window.removeEventListener("storage", tell);
  };
};

/** The size of text on this device, and how it is set. Where the device keeps nothing it holds until the page is left. */
export function useTextSize(): readonly [TextSize, (size: TextSize) => void] {
  const size = useSyncExternalStore(follow, read, () => "usual" as const);
  const set = useCallback((next: TextSize) => {
    try {
      localStorage.setItem(KEY, next);
    } catch {
      // Nothing is kept here: it holds while the page stands.
    }
    document.documentElement.dataset.text = next;
    window.dispatchEvent(new Event(CHANGED));
  }, []);
  return [size, set];
}

/** Gives the page the size that was chosen on this device. */
export function TextSizeOfDevice() {
  const [size] = useTextSize();
  useEffect(() => {
    document.documentElement.dataset.text = size;
  }, [size]);
  return null;
}
