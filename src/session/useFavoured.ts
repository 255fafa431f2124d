"use client";
import { useEffect } from "react";

/** The forecast of the bin on the screen is worked out before those of the others. */
export function useFavoured(binId: string): void {
  useEffect(() => {
    void import("@/workers/twin.client").then(({ favour }) => favour(binId)).catch(() => undefined);
  }, [binId]);
}
