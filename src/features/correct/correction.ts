import { daysBetween } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { sayField } from "@/records/words";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { CorrectionLine, Draft } from "./correctionLine";

export interface CorrectionTyped {
  readonly day: string;
  readonly note: string;
  /** What stands on each line, by its key. */
  readonly lines: Readonly<Record<string, string>>;
}
export interface CorrectionFaults {
  readonly code: "correction/faults";
  /** Sentence by line key; the day's is `day`. */
  readonly fields: Readonly<Record<string, string>>;
}

export const typedOf = (entry: Entry, lines: readonly CorrectionLine[]): CorrectionTyped => ({
  day: entry.day,
  note: entry.note ?? "",
  lines: Object.fromEntries(lines.map(({ key, text }) => [key, text])),
});

/** The first set-up belongs to the day the bin began; all that follows rests on it. */
export const isFixedDay = (entry: Entry): boolean =>
  entry.kind === "altered" && entry.changes.system !== undefined;

/** The corrected entry, or a sentence for each line that does not fit. Lines left as they were change nothing. */
export function corrected(
  entry: Entry,
  lines: readonly CorrectionLine[],
  typed: CorrectionTyped,
  { firstDay, today }: { readonly firstDay: LocalDate; readonly today: LocalDate },
): Outcome<Entry, CorrectionFaults> {
  const faults: Record<string, string> = {};
  const draft = structuredClone(entry) as unknown as Draft;
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (daysBetween(today, day.data) > 0) faults.day = "That day has not come yet.";
  else if (daysBetween(firstDay, day.data) < 0) faults.day = "There was none yet on that day.";
  else draft.day = day.data;
  for (const line of lines) {
    const text = typed.lines[line.key] ?? line.text;
    const fault = text === line.text ? undefined : line.write(draft, text);
    if (fault) faults[line.key] = fault;
  }
  if (Number(draft.tareKg ?? 0) > Number(draft.grossKg ?? Infinity))
    faults.tareKg = "The empty container weighs more than the full one: are the two swapped?";
  const { note: _before, ...rest } = draft;
  const note = typed.note.trim();
  if (Object.keys(faults).length > 0) return refused({ code: "correction/faults", fields: faults });
  const judged = entrySchema.safeParse({ ...rest, ...(note ? { note } : {}) });
  if (judged.success) return done(judged.data);
  const changed = lines.find(({ key, text }) => (typed.lines[key] ?? text) !== text);
  const said = sayField(judged.error.issues[0]?.path.join(".") ?? "");
  return refused({
    code: "correction/faults",
    fields: { [changed?.key ?? "day"]: `That does not fit: ${said} cannot be right so.` },
  });
}
