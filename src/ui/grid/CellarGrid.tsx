"use client";
import type { GridColDef, GridRowSelectionModel, GridValidRowModel } from "@mui/x-data-grid";
import { DataGrid } from "@mui/x-data-grid";
import { useMemo } from "react";
import { useViewport } from "../useViewport";
import styles from "./CellarGrid.module.css";

/** A list that is worked with: sorted, filtered, searched, chosen from and typed into, by keys as by hand. In our look. */
export function CellarGrid<R extends GridValidRowModel & { readonly id: string }>({
  label,
  rows,
  columns,
  chosen,
  onChosen,
  onEdited,
  onOpened,
  height,
}: {
  readonly label: string;
  readonly rows: readonly R[];
  readonly columns: readonly GridColDef<R>[];
  readonly chosen?: readonly string[];
  readonly onChosen?: (ids: readonly string[]) => void;
  /** A cell was typed over. */
  readonly onEdited?: (id: string, field: string, text: string) => void;
  /** A line was opened, by a double press or the enter key. */
  readonly onOpened?: (id: string) => void;
  readonly height: number | string;
}) {
  const { isNarrow } = useViewport();
  const selection = useMemo(
    (): GridRowSelectionModel => ({ type: "include", ids: new Set(chosen ?? []) }),
    [chosen],
  );
  return (
    <div className={styles.holder} style={{ height }}>
      <DataGrid
        aria-label={label}
        className={styles.grid!}
        rows={rows}
        columns={columns}
        density={isNarrow ? "standard" : "compact"}
        showToolbar
        hideFooter
        disableColumnMenu={false}
        checkboxSelection={onChosen !== undefined}
        disableRowSelectionOnClick
        rowSelectionModel={selection}
        // What went away meanwhile stays chosen, so that it can be said: only a press changes what is chosen.
        keepNonExistentRowsSelected
        onRowSelectionModelChange={({ type, ids }) => {
          const there = rows.map(({ id }) => id).filter((id) => ids.has(id) === (type === "include"));
          const gone = (chosen ?? []).filter((id) => !rows.some((row) => row.id === id));
          onChosen?.([...there, ...gone]);
        }}
        processRowUpdate={(after, before) => {
          for (const field of Object.keys(after))
            if (after[field] !== before[field]) onEdited?.(after.id, field, String(after[field] ?? ""));
          return after;
        }}
        onRowDoubleClick={({ id }) => onOpened?.(String(id))}
      />
    </div>
  );
}
