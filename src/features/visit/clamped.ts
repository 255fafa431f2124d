/** A forecast's moisture within what a record may hold. */
export const clamped = (moisture: number): number => Math.min(0.99, Math.max(0, moisture));
