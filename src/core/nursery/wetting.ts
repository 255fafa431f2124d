/** One step of wetting a tub through: what is done, what is pressed then, and how long it has to be left. */
export interface WettingStep {
  readonly does: string;
  readonly press: string;
  /** Undefined after the last. */
  readonly waitMin?: number;
}
/**
 * As wet as bedding goes without standing water: flooded, tilted, run off, wiped out, looked at again. The longest waits are the ones
 * that matter; longer does no harm. Source: practice.
 */
export const WETTING: readonly WettingStep[] = [
  { does: "Pour until water stands at the edge.", press: "It stands", waitMin: 10 },
  { does: "Prop one end up by two fingers, so that it runs off.", press: "It is tilted", waitMin: 30 },
  { does: "Take off what gathers at the low end with a sponge.", press: "It is off", waitMin: 12 * 60 },
  {
    does: "Take off what came since, lay it level and squeeze: three or four drops. Then the worms go in.",
    press: "It is right",
  },
];

/** How far it is: steps pressed, and when the last was, ms since 1970. */
export interface Wetting {
  readonly pressed: number;
  readonly at?: number;
}
/** What is to be done now, or what is waited for; `leftMs` is nought when the wait is over. */
export type WettingNow =
  | { readonly is: "todo"; readonly step: WettingStep }
  | { readonly is: "waits"; readonly next: WettingStep; readonly leftMs: number }
  | { readonly is: "done" };

/** Goes by the clock alone, so it outlives a reload and a locked phone. Never throws. */
export function wettingNow({ pressed, at }: Wetting, nowMs: number): WettingNow {
  const step = WETTING[pressed];
  if (!step) return { is: "done" };
  const { waitMin = 0 } = WETTING[pressed - 1] ?? {};
  // A clock that was put back makes nobody wait for longer than the whole of it.
  const waitMs = 60_000 * waitMin;
  const leftMs = at === undefined ? 0 : Math.min(waitMs, Math.max(0, at + waitMs - nowMs));
  return leftMs > 0 ? { is: "waits", next: step, leftMs } : { is: "todo", step };
}
/** The next step, pressed now. Pressed early counts as well: the keeper sees the tub. Never throws. */
export const wettingPressed = ({ pressed }: Wetting, nowMs: number): Wetting => ({
  pressed: Math.min(WETTING.length, pressed + 1),
  at: nowMs,
});
