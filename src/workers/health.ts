/*
 * Whether the workers that forecast are answering. Apart from their client, which comes only when it is needed: the
 * page hears of trouble without carrying it.
 */
let isAiling = false;
const listeners = new Set<() => void>();

export const twinsAil = (): boolean => isAiling;
export function setTwinsAil(now: boolean): void {
  if (now === isAiling) return;
  isAiling = now;
  for (const listen of listeners) listen();
}
export function onTwinHealth(listen: () => void): () => void {
  listeners.add(listen);
  return () => listeners.delete(listen);
}
