import type { SchoolId } from "@/vocabulary/setup";
import pages from "./schoolPages.json";
import type { SchoolPageRow } from "./rows";

/** What is said of each way of keeping; apart from its figures, which every screen needs. */
export const SCHOOL_PAGES = pages as readonly SchoolPageRow[];

/** @throws Error for an id outside the table; the record schema admits only ids inside it. */
export function schoolPageOf(id: SchoolId): SchoolPageRow {
  const page = SCHOOL_PAGES.find((candidate) => candidate.id === id);
  if (!page) throw new Error(`schoolPageOf: expected a known school, got ${id}`);
  return page;
}
