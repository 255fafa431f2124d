/** What is written beside any entry, as it is typed. */
export interface BesideTyped {
  readonly note: string;
  /** Who did it; empty where it was the keeper. */
  readonly helper: string;
}
export const NOTHING_BESIDE: BesideTyped = { note: "", helper: "" };
/** Whoever it was, where no name is known. */
export const SOMEONE = "someone else";

/** As an entry has it: no line where nothing was typed. Never throws. */
export const besideIn = ({ note, helper }: BesideTyped): { note?: string; helper?: string } => ({
  ...(note.trim() === "" ? {} : { note: note.trim() }),
  ...(helper.trim() === "" ? {} : { helper: helper.trim() }),
});
