/** A small drawing of strokes, which takes the colour of the words beside it. */
export const StrokeMark = ({ path, size }: { readonly path: string; readonly size: number }) => (
  <svg
    viewBox="0 0 24 24"
    width={size}
    height={size}
    aria-hidden="true"
    fill="none"
    stroke="currentColor"
    strokeWidth="1.600"
    strokeLinecap="round"
    strokeLinejoin="round"
  >
    <path d={path} />
  </svg>
);
