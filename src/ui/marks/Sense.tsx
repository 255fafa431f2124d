import type { FoodLeft, Smell, Warmth } from "@/vocabulary/readings";
import { WARMTHS } from "@/vocabulary/readings";
import type { ReactNode } from "react";

const Mark = ({ children }: { readonly children: ReactNode }) => (
  <svg
    viewBox="0 0 48 48"
    width="100%"
    height="100%"
    aria-hidden="true"
    fill="none"
    stroke="currentColor"
    strokeWidth="2"
    strokeLinecap="round"
    strokeLinejoin="round"
  >
    {children}
  </svg>
);
const SOIL = "M6 39c6-2 10 1 16-1s12 2 20 0M12 43h.1M22 43h.1M31 44h.1M38 42h.1";

/** What rises from the soil: a shoot, a biting zigzag, heavy curls, needles. */
export function SmellMark({ smell }: { readonly smell: Smell }) {
  return (
    <Mark>
      <path d={SOIL} stroke="var(--workingMark)" />
      {smell === "earthy" && (
        <path
          d="M24 36V20M24 25c-7 0-10-4-10-10 7 0 10 4 10 10zM24 21c6 0 9-3 9-9-6 0-9 3-9 9z"
          stroke="var(--moss)"
        />
      )}
      {smell === "sour" && (
        <path d="M15 33l4-5-4-5 4-5-4-5M25 33l4-5-4-5 4-5-4-5M35 33l4-5-4-5 4-5-4-5" stroke="var(--straw)" />
      )}
      {smell === "rotten" && (
        <path
          d="M14 34c-6-5 6-9 0-14s5-8 1-12M25 34c-6-5 6-9 0-14s5-8 1-12M36 34c-6-5 6-9 0-14s5-8 1-12"
          stroke="var(--clay)"
          strokeWidth="2.6"
        />
      )}
      {smell === "ammonia" && (
        <path
          d="M12 34L9 10M19 34l-1-27M26 34l1-27M33 34l4-24M7 16l4-2M16 12h5M26 12h5M35 16l4 2"
          stroke="var(--clay)"
        />
      )}
    </Mark>
  );
}

const LEFT_HEIGHT: Record<FoodLeft, number> = { none: 0, little: 0.28, half: 0.55, most: 1 };

/** The pocket of food, emptier and emptier; its old outline stays as a dashed line. */
export function FoodLeftMark({ foodLeft }: { readonly foodLeft: FoodLeft }) {
  const share = LEFT_HEIGHT[foodLeft];
  const width = 17 * (0.45 + 0.55 * share);
  const height = 11 * share;
  return (
    <Mark>
      <ellipse
        cx="24"
        cy="24"
        rx="18"
        ry="12"
        strokeDasharray="2 4"
        stroke="var(--quiet)"
        strokeWidth="1.5"
      />
      {share > 0 && (
        <ellipse
          cx="24"
          cy={24 + 11 - height}
          rx={width}
          ry={height}
          fill="var(--food)"
          stroke="var(--foodMark)"
          strokeWidth="1.5"
        />
      )}
      {share > 0.5 && (
        <path
          d={`M14 ${30 - 6 * share}l5-3M22 ${31 - 8 * share}l5-3M29 ${30 - 4 * share}l5-3`}
          stroke="var(--foodMark)"
          strokeWidth="1.5"
        />
      )}
    </Mark>
  );
}

/** A hand laid on the bedding, and a column that rises beside it. */
export function WarmthMark({ warmth }: { readonly warmth: Warmth }) {
  const level = WARMTHS.indexOf(warmth);
  const top = 34 - level * 6.5;
  const colour =
    level >= 4 ? "var(--clay)" : level >= 3 ? "var(--straw)" : level <= 1 ? "var(--water)" : "var(--moss)";
  return (
    <Mark>
      <path d="M6 41h36" stroke="var(--workingMark)" />
      <path d="M5 36c1-5 4-7 9-7l10-1c3 0 3 4 0 4h-6M8 29l1-9M12 27v-11M16 27V17M20 27l1-8" />
      <path d="M36 36V7a3 3 0 0 1 6 0v29" />
      <path d={`M39 36V${top}`} stroke={colour} strokeWidth="4" />
      <circle cx="39" cy="37" r="4.500" fill={colour} stroke="none" />
    </Mark>
  );
}
