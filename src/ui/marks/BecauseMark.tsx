import type { Because } from "@/vocabulary/readings";
import { StrokeMark } from "./StrokeMark";

/** What may lie behind a reading nobody expected: a drop, a helping hand, a hand crossed out, an eye. Strokes only. */
const PATHS: Record<Because, string> = {
  water: "M12 3c4 5 6 8 6 11a6 6 0 0 1-12 0c0-3 2-6 6-11zM9 15c0 2 1 3 3 3",
  others:
    "M5 13V8a1.500 1.500 0 0 1 3 0M8 11V5a1.500 1.500 0 0 1 3 0v6M11 6a1.500 1.500 0 0 1 3 0v6M14 9a1.500 1.500 0 0 1 3 0v6c0 4-2 6-6 6s-6-3-7-8",
  slip: "M5 13V8a1.500 1.500 0 0 1 3 0M8 11V5a1.500 1.500 0 0 1 3 0v6M11 6a1.500 1.500 0 0 1 3 0v6M14 9a1.500 1.500 0 0 1 3 0v6c0 4-2 6-6 6s-6-3-7-8M3 3l18 18",
  so: "M2 12c3-5 6-7 10-7s7 2 10 7c-3 5-6 7-10 7s-7-2-10-7zM9 12a3 3 0 1 0 6 0a3 3 0 1 0-6 0",
};

export const BecauseMark = ({ because }: { readonly because: Because }) => (
  <StrokeMark path={PATHS[because]} size={26} />
);
