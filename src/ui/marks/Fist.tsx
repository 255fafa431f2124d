import type { Squeeze } from "@/vocabulary/readings";

const DROPS: Record<Squeeze, readonly (readonly [number, number])[]> = {
  dust: [],
  noDrop: [],
  fewDrops: [[26, 53], [37, 57]],
  manyDrops: [[19, 53], [28, 58], [37, 53], [45, 58]],
  stream: [],
}; // prettier-ignore

/** A fist that squeezes a handful: from dust that crumbles out of it to a stream. */
export function Fist({ squeeze }: { readonly squeeze: Squeeze }) {
  return (
    <svg
      viewBox="0 0 64 66"
      width="100%"
      height="100%"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.9"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      {/* the handful, showing above and below */}
      <path d="M15 17c4-6 9-8 15-7s12-1 17 6" stroke="var(--workingMark)" strokeWidth="3.2" />
      {/* back of the hand and wrist */}
      <path d="M50 15c5-1 8-1 11-3M52 39c4 0 6 1 9 2" />
      {/* four fingers, bent over the handful */}
      <path d="M13 21c0-4 3-6 6-6s6 2 6 6v13c0 4-3 6-6 6s-6-2-6-6z" />
      <path d="M25 19c0-4 2-6 5-6s6 2 6 6v16c0 4-3 6-6 6s-5-2-5-6z" />
      <path d="M36 19c0-4 2-6 5-6s5 2 5 6v15c0 4-2 6-5 6s-5-2-5-6z" />
      <path d="M46 20c0-3 2-5 4-5s4 2 4 5v12c0 3-2 5-4 5s-4-2-4-5z" />
      {/* thumb across */}
      <path d="M11 31c-1 6 2 12 8 14 7 2 14 1 19-1 3-1 3-5 0-5-4 0-8 1-12 0" fill="var(--bench)" />
      {squeeze === "dust" && (
        <g stroke="var(--beddingMark)" strokeWidth="2">
          <path d="M18 51h.1M24 56h.1M30 51h.1M36 57h.1M41 51h.1M28 62h.1M20 61h.1M44 58h.1M35 63h.1" />
        </g>
      )}
      {DROPS[squeeze].map(([x, y]) => (
        <path
          key={`${x}`}
          d={`M${x} ${y - 4}c-2 3-3 4-3 5.5a3 3 0 0 0 6 0c0-1.500-1-2.500-3-5.500z`}
          fill="var(--water)"
          stroke="none"
        />
      ))}
      {squeeze === "stream" && (
        <path
          d="M19 49c0 6-2 9-1 15M25 50c0 5 1 9 0 14M31 50c0 6-1 9 0 14M37 49c0 6 1 9 0 15M43 48c1 6-1 10 1 16"
          stroke="var(--water)"
          strokeWidth="2.4"
        />
      )}
    </svg>
  );
}
