import { useCallback, useRef, useState } from "react";

/**
 * One saving at a time: a second press while the first is under way does nothing, however fast it follows. `isBusy` is
 * for the look of the button; the guard itself does not wait for a drawing.
 */
export function useGuarded(): {
  readonly guarded: (work: () => Promise<unknown>) => Promise<void>;
  readonly isBusy: boolean;
} {
  const isRunning = useRef(false);
  const [isBusy, setBusy] = useState(false);
  const guarded = useCallback(async (work: () => Promise<unknown>) => {
    if (isRunning.current) return;
    isRunning.current = true;
    setBusy(true);
    try {
      await work();
    } finally {
      isRunning.current = false;
      setBusy(false);
    }
  }, []);
  return { guarded, isBusy };
}
