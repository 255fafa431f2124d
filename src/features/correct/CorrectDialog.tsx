"use client";
import { sayEntry } from "@/core/words/entry";
import { instead } from "@/session/author";
import { useDraft } from "@/session/draft";
import type { Errand } from "@/session/errand";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/form/FormDialog";
import { useTypedForm } from "@/ui/form/useTypedForm";
import Autocomplete from "@mui/material/Autocomplete";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useMemo } from "react";
import styles from "./Correct.module.css";
import { corrected, isFixedDay, typedOf } from "./correction";
import type { CorrectionLine, CorrectionOption } from "./correctionLine";
import { correctionLines } from "./correctionLines";

/** Puts right what an entry states, its day and its note; the old version stays in the log beneath it. */
export function CorrectDialog({
  subject,
  setup,
  entry,
  together,
  onClose,
}: Omit<Extract<Errand, { of: "correct" }>, "of"> & { readonly onClose: () => void }) {
  const { db, today, measures, author, keep } = useSession();
  const lines = useMemo(() => correctionLines(entry, measures, setup), [entry, measures, setup]);
  const draft = useDraft(db, `correct/${entry.rowId}`, typedOf(entry, lines));
  const { faults, kept } = useTypedForm(draft.typed, (typed) =>
    corrected(entry, lines, typed, { firstDay: subject.firstDay, today }),
  );
  const words = sayEntry(entry, measures.units);
  const others = together.filter((other) => other.id !== entry.id);

  const save = kept(async (righted) => {
    const { day } = righted;
    const saved = await keep(`${subject.name}: ${words.verb}, corrected`, [
      author.revised("entries", entry, instead(entry, righted)),
      ...(day === entry.day ? [] : others.map((other) => author.revised("entries", other, { day }))),
    ]);
    if (!saved.ok) return;
    await draft.clear();
    onClose();
  });
  return (
    <FormDialog
      title={`Correct: ${words.verb}`}
      of={subject.name}
      keep="Keep the correction"
      onSave={save}
      onClose={onClose}
    >
      <div className={styles.two}>
        {lines.map((line) => (
          <LineField
            key={line.key}
            line={line}
            text={draft.typed.lines[line.key] ?? line.text}
            fault={faults[line.key]}
            onText={(text) =>
              draft.set((before) => ({ ...before, lines: { ...before.lines, [line.key]: text } }))
            }
          />
        ))}
        <DayField
          day={draft.typed.day}
          onDay={(day) => draft.set((before) => ({ ...before, day: day }))}
          fault={faults.day}
          helper={
            isFixedDay(entry)
              ? "The bin began on this day."
              : others.length > 0
                ? "What was written with it moves with it."
                : " "
          }
          from={subject.firstDay}
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

/** One line of the slip, as it is best answered: from a list, by typing into a long one, as a day, or in words. */
function LineField({
  line,
  text,
  fault,
  onText,
}: {
  readonly line: CorrectionLine;
  readonly text: string;
  readonly fault: string | undefined;
  readonly onText: (text: string) => void;
}) {
  const { label, options } = line;
  if (line.isDay) return <DayField label={label} day={text} onDay={onText} fault={fault} />;
  if (line.isLong && options)
    return (
      <Autocomplete<CorrectionOption, false, true>
        disableClearable
        options={[...options]}
        value={options.find(({ value }) => value === text) ?? options[0]!}
        isOptionEqualToValue={(a, b) => a.value === b.value}
        getOptionKey={({ value }) => value}
        onChange={(_, chosen) => onText(chosen.value)}
        renderInput={(params) => (
          <TextField {...params} label={label} error={fault !== undefined} helperText={fault ?? " "} />
        )}
      />
    );
  return (
    <TextField
      select={options !== undefined}
      label={label}
      value={text}
      error={fault !== undefined}
      helperText={fault ?? " "}
      onChange={({ target }) => onText(target.value)}
      slotProps={{ htmlInput: { maxLength: 2000, autoComplete: "off" } }}
    >
      {options?.map(({ value, label: said }) => (
        <MenuItem key={value} value={value}>
          {said}
        </MenuItem>
      ))}
    </TextField>
  );
}
