/* What the weather may do to a bin, and what a keeper does against it. */

export const SPELLS = ["heat", "frost", "rain"] as const;
export type SpellKind = (typeof SPELLS)[number];

/** What was done before a spell, and is undone after it. */
export const GUARDS = [
  "moved",
  "shaded",
  "wrapped",
  "ice",
  "dampSheet",
  "lidAjar",
  "covered",
  "lessFood",
] as const;
export type Guard = (typeof GUARDS)[number];
