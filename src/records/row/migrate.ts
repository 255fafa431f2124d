import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { z } from "@/vocabulary/z";

/** A step from version n to n + 1: synchronous, pure, frozen once released. */
export type Step = (raw: Record<string, unknown>) => Record<string, unknown>;

export type UnreadableRow =
  | { readonly code: "record/not-an-object" }
  | { readonly code: "record/no-version" }
  | { readonly code: "record/from-the-future"; readonly version: number; readonly current: number }
  | { readonly code: "record/invalid"; readonly faults: readonly { path: string; message: string }[] };

export interface RecordFormat<R, I = unknown> {
  /** What `schemaVersion` says in a row written today. */
  readonly current: number;
  /** steps[0] leads from version 1 to 2. */
  readonly steps: readonly Step[];
  readonly schema: z.ZodType<R, I>;
}

/**
 * The one way in for rows of the database and of files: finds the version, walks the steps, parses. The current
 * schema judges only the end of the chain, so tightening it never breaks an older step.
 * @throws Error if the format lacks a step (our own mistake, also caught by a test).
 */
export function readRow<R>(raw: unknown, format: RecordFormat<R>): Outcome<R, UnreadableRow> {
  if (typeof raw !== "object" || raw === null || Array.isArray(raw))
    return refused({ code: "record/not-an-object" });
  let row = raw as Record<string, unknown>;
  const version = row.schemaVersion;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1)
    return refused({ code: "record/no-version" });
  if (version > format.current)
    return refused({ code: "record/from-the-future", version, current: format.current });
  for (let at = version; at < format.current; at += 1) {
    const step = format.steps[at - 1];
    if (!step) throw new Error(`readRow: no step from version ${at} to ${at + 1}`);
    try {
      row = { ...step(row), schemaVersion: at + 1 };
    } catch (cause) {
      // A step may meet a row that was broken already; the row is set aside whole, the cause is told.
      return refused({
        code: "record/invalid",
        faults: [{ path: "", message: `step ${at}: ${String(cause)}` }],
      });
    }
  }
  const parsed = format.schema.safeParse(row);
  if (parsed.success) return done(parsed.data);
  return refused({
    code: "record/invalid",
    faults: parsed.error.issues
      .slice(0, 20)
      .map((fault) => ({ path: fault.path.join("."), message: fault.message })),
  });
}
