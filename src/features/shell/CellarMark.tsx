/** The house mark: an open tub with one worm. */
export const CellarMark = () => (
  <svg
    viewBox="0 0 64 48"
    width="64"
    height="48"
    aria-hidden="true"
    fill="none"
    strokeLinecap="round"
    strokeLinejoin="round"
  >
    <path d="M6 8l6 36h40l6-36" stroke="var(--rim)" strokeWidth="3" />
    <path d="M9 22c8-4 14 3 22 0s15-3 24 0" stroke="var(--straw)" strokeWidth="2.500" />
    <path d="M18 34c4-7 7 5 12 0s7 4 14-3" stroke="var(--worm)" strokeWidth="3" />
  </svg>
);
