import { useEffect } from "react";

/** Keeps the screen on while something runs that is watched from across the room; where the browser cannot, nothing is said. */
export function useAwake(isOn: boolean): void {
  useEffect(() => {
    if (!isOn || !("wakeLock" in navigator)) return undefined;
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    const hold = () => {
      // It is let go whenever the page is hidden, and asked for anew when it is seen again.
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock
        .request("screen")
        .then((held) => {
          if (isOver) void held.release();
          else lock = held;
        })
        .catch(() => undefined);
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      isOver = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release().catch(() => undefined);
    };
  }, [isOn]);
}
