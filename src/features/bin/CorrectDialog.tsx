"use client";
import { sayEntry } from "@/core/words/entry";
import type { Bin } from "@/records/bin";
import type { Entry } from "@/records/entry";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/FormDialog";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import styles from "./Bin.module.css";
import { corrected, correctionLines, isFixedDay, typedOf } from "./correction";

/** Puts right what an entry states, its day and its note; the old version stays in the log beneath it. */
export function CorrectDialog({
  bin,
  entry,
  ofVisit,
  onClose,
}: {
  readonly bin: Bin;
  readonly entry: Entry;
  /** The entries written at the same lifting of the lid: they move to another day together. */
  readonly ofVisit: readonly Entry[];
  readonly onClose: () => void;
}) {
  const { db, today, units, author, keep } = useSession();
  const lines = useMemo(() => correctionLines(entry, units), [entry, units]);
  const draft = useDraft(db, `correct/${entry.rowId}`, typedOf(entry, lines));
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const [status, setStatus] = useState<"open" | "saving">("open");
  const words = sayEntry(entry, units);
  const others = ofVisit.filter((other) => other.id !== entry.id);

  const save = async () => {
    const outcome = corrected(entry, lines, draft.typed, { firstDay: bin.firstDay, today });
    if (!outcome.ok) return setFaults(outcome.problem.fields);
    setFaults({});
    setStatus("saving");
    const { day } = outcome.value;
    const kept = await keep(`${bin.name}: ${words.verb}, corrected`, [
      author.revised("entries", outcome.value, {}),
      ...(day === entry.day ? [] : others.map((other) => author.revised("entries", other, { day }))),
    ]);
    setStatus("open");
    if (!kept.ok) return;
    await draft.clear();
    onClose();
  };
  return (
    <FormDialog
      title={`Correct: ${words.verb}`}
      of={bin.name}
      keep="Keep the correction"
      isSaving={status === "saving"}
      onSave={save}
      onClose={onClose}
    >
      <div className={styles.two}>
        {lines.map((line) => (
          <TextField
            key={line.key}
            select={line.options !== undefined}
            label={line.label}
            value={draft.typed.lines[line.key] ?? line.text}
            error={faults[line.key] !== undefined}
            helperText={faults[line.key] ?? " "}
            onChange={({ target }) =>
              draft.set((before) => ({ ...before, lines: { ...before.lines, [line.key]: target.value } }))
            }
            slotProps={{ htmlInput: { maxLength: 2000, autoComplete: "off" } }}
          >
            {line.options?.map(({ value, label }) => (
              <MenuItem key={value} value={value}>
                {label}
              </MenuItem>
            ))}
          </TextField>
        ))}
        <DayField
          day={draft.typed.day}
          onDay={(day) => draft.set((before) => ({ ...before, day: day }))}
          fault={faults.day}
          helper={
            isFixedDay(entry)
              ? "The bin began on this day."
              : others.length > 0
                ? "The whole visit moves with it."
                : " "
          }
          from={bin.firstDay}
          to={today}
          isFixed={isFixedDay(entry)}
        />
        <TextField
          label="A note, if you like"
          value={draft.typed.note}
          multiline
          helperText=" "
          onChange={({ target }) => draft.set((before) => ({ ...before, note: target.value }))}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
      </div>
    </FormDialog>
  );
}
