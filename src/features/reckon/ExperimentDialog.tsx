"use client";
import type { Experiment } from "@/core/reckon/experiment";
import { DayField } from "@/ui/field/DayField";
import { SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import TextField from "@mui/material/TextField";
import { useState } from "react";

const MOST_LETTERS = { name: 60, question: 200 } as const;

/** What is to be learned, with which bin, and from which day everything that goes in and out of it is weighed. */
export function ExperimentDialog({
  bins,
  today,
  onKeep,
  onClose,
}: {
  readonly bins: readonly { readonly id: BinId; readonly name: string; readonly firstDay: LocalDate }[];
  readonly today: LocalDate;
  readonly onKeep: (one: Experiment) => Promise<unknown>;
  readonly onClose: () => void;
}) {
  const [typed, setTyped] = useState<{
    readonly name: string;
    readonly question: string;
    readonly binId: string;
    readonly from: string;
  }>({ name: "", question: "", binId: bins[0]!.id, from: today });
  const set = (changes: Partial<typeof typed>) => setTyped({ ...typed, ...changes });
  const bin = bins.find(({ id }) => id === typed.binId) ?? bins[0]!;
  const { faults, kept } = useTypedForm(typed, ({ name, question, from }) => {
    const read = localDate.safeParse(from);
    const fault = !read.success
      ? "A day, please."
      : read.data < bin.firstDay
        ? `${bin.name} was not there yet.`
        : read.data > today
          ? "That day has not come."
          : undefined;
    return readAs(
      read.data && {
        name: name.trim(),
        binId: bin.id,
        from: read.data,
        ...(question.trim() === "" ? {} : { question: question.trim() }),
      },
      { name: name.trim() === "" ? "Give it a name." : undefined, from: fault },
    );
  });
  const save = kept(async (experiment) => {
    await onKeep(experiment);
    onClose();
  });
  return (
    <FormDialog title="Begin an experiment" keep="Begin it" onSave={save} onClose={onClose}>
      <TextField
        label="Its name"
        value={typed.name}
        onChange={({ target }) => set({ name: target.value })}
        error={faults.name !== undefined}
        helperText={faults.name ?? "Card or leaves, say"}
        autoFocus
        fullWidth
        slotProps={{ htmlInput: { maxLength: MOST_LETTERS.name } }}
      />
      <TextField
        label="What it is to show"
        value={typed.question}
        onChange={({ target }) => set({ question: target.value })}
        helperText="if you like"
        fullWidth
        slotProps={{ htmlInput: { maxLength: MOST_LETTERS.question } }}
      />
      <SelectField
        label="With"
        value={typed.binId}
        onChoose={(binId) => set({ binId })}
        options={bins.map(({ id, name }) => ({ value: id, label: name }))}
      />
      <DayField
        label="Everything is weighed from"
        day={typed.from}
        onDay={(from) => set({ from })}
        to={today}
        fault={faults.from}
      />
    </FormDialog>
  );
}
