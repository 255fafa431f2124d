"use client";
import { sayTask } from "@/core/round/words";
import type { BinToday } from "@/core/round/round";
import { planRound } from "@/core/round/round";
import { FOOD_LEFT_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "@/core/words/readings";
import { newId, ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { CellarGrid } from "@/ui/grid/CellarGrid";
import { localDate } from "@/vocabulary/fields";
import { FOOD_LEFT, SMELLS, SQUEEZES } from "@/vocabulary/readings";
import type { GridColDef } from "@mui/x-data-grid";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import styles from "./Paper.module.css";
import type { SheetLine } from "./sheetTyped";
import { EMPTY_LINE, readSheetLine } from "./sheetTyped";

type Row = SheetLine & {
  readonly id: string;
  readonly name: string;
  readonly proposed: string;
  readonly remark: string;
};

interface SheetTyped {
  readonly day: string;
  /** By bin. */
  readonly lines: Readonly<Record<string, SheetLine>>;
}

/** The printed round, typed in afterwards: a line a bin, from cell to cell by keys, kept as one act. */
export function SheetEntry({
  bins,
  due,
}: {
  readonly bins: readonly BinToday[];
  readonly due: ReadonlySet<string>;
}) {
  const { db, today, units, settings, author, keep } = useSession();
  const draft = useDraft<SheetTyped>(db, "sheet", { day: today, lines: {} });
  const { typed } = draft;
  const day = localDate.safeParse(typed.day);
  const isFuture = day.success && day.data > today;
  // What one was at on that day stands first; a bin that was seen to besides can be written too.
  const stands = useMemo(
    () => bins.filter(({ state }) => state.setup && !state.setup.retired).toSorted((a, b) => Number(due.has(b.bin.id)) - Number(due.has(a.bin.id))),
    [bins, due],
  ); // prettier-ignore
  const tasks = useMemo(
    () => new Map(planRound(bins, today).tasks.map((task) => [task.binId as string, task])),
    [bins, today],
  );
  const read = useMemo(
    () =>
      new Map(
        stands.map((one) => [
          one.bin.id as string,
          readSheetLine(typed.lines[one.bin.id] ?? EMPTY_LINE, one, {
            day: day.success ? day.data : today,
            units,
            containers: settings?.containers ?? [],
          }),
        ]),
      ),
    [stands, typed.lines, day, today, units, settings],
  );
  const rows = stands.map(({ bin }): Row => {
    const task = tasks.get(bin.id);
    const words = task && sayTask(task, units);
    return {
      ...(typed.lines[bin.id] ?? EMPTY_LINE),
      id: bin.id,
      name: bin.name,
      proposed: words ? `${words.verb} ${words.amount}`.trim() : "",
      remark: read.get(bin.id)?.fault ?? "",
    };
  });
  const columns = useMemo((): GridColDef<Row>[] => {
    const one = (field: keyof SheetLine, headerName: string, values: readonly string[], words: Readonly<Record<string, string>>): GridColDef<Row> => ({
      field, headerName, width: 96, editable: true, type: "singleSelect", sortable: false,
      valueOptions: [{ value: "", label: "" }, ...values.map((value) => ({ value, label: words[value]! }))],
    });
    const text = (field: keyof SheetLine, headerName: string, width: number): GridColDef<Row> => ({ field, headerName, width, editable: true, sortable: false });
    return [
      { field: "name", headerName: "Bin", flex: 1, minWidth: 110 },
      { field: "proposed", headerName: "Proposed", flex: 1, minWidth: 110 },
      one("foodLeft", "Food left", FOOD_LEFT, FOOD_LEFT_WORDS),
      one("squeeze", "Squeeze", SQUEEZES, SQUEEZE_WORDS),
      one("smell", "Smell", SMELLS, SMELL_WORDS),
      text("fed", "Fed", 84),
      text("bedded", "Bedding", 84),
      text("watered", "Water", 84),
      text("note", "Note", 130),
      { field: "remark", headerName: "Remark", flex: 1, minWidth: 120, sortable: false },
    ];
  }, []); // prettier-ignore
  const ready = [...read].filter(([, { facts }]) => facts.length > 0);
  const faulty = [...read].filter(([, one]) => one.fault !== undefined).length;
  // Enter goes from cell to cell: only the press keeps it.
  const { faults, isBusy, kept } = useTypedForm(typed, () =>
    readAs(day.success && !isFuture && faulty === 0 && ready.length > 0 ? day.data : undefined, {
      day: isFuture ? "That day has not come yet." : day.success ? undefined : "This is not a day of the calendar.",
      whole:
        faulty > 0 ? `${faulty} ${faulty === 1 ? "line cannot" : "lines cannot"} be kept as written; the last column says why.`
        : ready.length === 0 ? "Nothing is written on it yet."
        : undefined,
    }),
  ); // prettier-ignore
  const save = kept(async (on) => {
    const act = { actId: newId() };
    const rowsOf = await Promise.all(
      ready.map(([id, { facts }]) => {
        const visitId = newId();
        return author.entries(ofBin(id), on, facts.map((fact) => ({ ...fact, ...act, visitId })));
      }),
    ); // prettier-ignore
    const done = await keep(`The round of ${ready.length} ${ready.length === 1 ? "bin" : "bins"} typed in`, rowsOf.flat()); // prettier-ignore
    if (done.ok) await draft.clear();
  });
  return (
    <>
      <div className={styles.entryHead}>
        <DayField
          label="Round of"
          day={typed.day}
          onDay={(text) => draft.set((before) => ({ ...before, day: text }))}
          fault={faults.day ?? (isFuture ? "That day has not come yet." : undefined)}
          to={today}
        />
        <p className={styles.quiet}>
          Type into a cell, Enter to go down, Tab to go on. An amount as it was written; “ok” where it was
          given as proposed. A line left empty writes nothing.
        </p>
      </div>
      <CellarGrid
        label="The round, line by line"
        rows={rows}
        columns={columns}
        onEdited={(id, field, text) =>
          draft.set((before) => ({
            ...before,
            lines: { ...before.lines, [id]: { ...(before.lines[id] ?? EMPTY_LINE), [field]: text } },
          }))
        }
        height="max(300px, calc(100dvh - 380px))"
      />
      {faults.whole && (
        <p className={styles.fault} role="alert">
          {faults.whole}
        </p>
      )}
      <Button variant="contained" disabled={isBusy} onClick={() => void save()} className={styles.keep}>
        {ready.length > 0
          ? `Keep the round: ${ready.length} ${ready.length === 1 ? "bin" : "bins"}`
          : "Keep the round"}
      </Button>
    </>
  );
}
