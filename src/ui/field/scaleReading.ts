import { useSyncExternalStore } from "react";

/** What a connected scale shows, for every field that takes a weight. */
export interface FieldReading {
  /** Net, as it would be typed: "2.435 kg". */
  readonly said: string;
  readonly isSteady: boolean;
}
let reading: FieldReading | undefined;
const listeners = new Set<() => void>();

/** Told by whoever reads the scale; undefined where none is connected or it has fallen silent. */
export function tellReading(next: FieldReading | undefined): void {
  if (next?.said === reading?.said && next?.isSteady === reading?.isSteady) return;
  reading = next;
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
export const useScaleReading = (): FieldReading | undefined =>
  useSyncExternalStore(
    subscribe,
    () => reading,
    () => undefined,
  );
