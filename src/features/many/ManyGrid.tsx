"use client";
import { systemOf } from "@/core/bin/system";
import { sayManyCaution, sayManyProblem } from "@/core/many/words";
import type { UnitSystem } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { CellarGrid } from "@/ui/grid/CellarGrid";
import type { GridColDef } from "@mui/x-data-grid";
import { useMemo } from "react";
import type { ManyLine } from "./manyTyped";

interface GridLine {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly kind: string;
  readonly group: string;
  readonly amount: string;
  readonly remark: string;
}

const sayRemark = (line: ManyLine | undefined, units: UnitSystem): string =>
  line?.fault ??
  (line?.problem
    ? sayManyProblem(line.problem, units)
    : line?.caution
      ? sayManyCaution(line.caution, units)
      : "");

/** The bins of an act over many, worked with by keys: chosen with the space bar, amounts typed over where they stand. */
export function ManyGrid({
  bins,
  lines,
  chosen,
  hasAmount,
  amountName = "Amount",
  onChosen,
  onAmount,
}: {
  readonly bins: readonly BinToday[];
  readonly lines: readonly ManyLine[];
  readonly chosen: readonly string[];
  readonly hasAmount: boolean;
  readonly amountName?: string;
  readonly onChosen: (ids: readonly string[]) => void;
  readonly onAmount: (id: string, text: string) => void;
}) {
  const { rooms, units } = useSession();
  const rows = useMemo(() => {
    const lineOf = new Map(lines.map((line) => [line.binId, line]));
    return bins
      .filter(({ state }) => state.setup)
      .map(({ bin, state }): GridLine => {
        const line = lineOf.get(bin.id);
        return {
          id: bin.id,
          name: bin.name,
          room: rooms.find(({ id }) => id === state.setup!.roomId)?.name ?? "",
          kind: systemOf(state.setup!.system).name,
          group: bin.group ?? "",
          amount: line?.amount ?? "",
          remark: sayRemark(line, units),
        };
      });
  }, [bins, lines, rooms, units]);
  const columns = useMemo(
    (): GridColDef<GridLine>[] => [
      { field: "name", headerName: "Bin", flex: 1, minWidth: 110 },
      { field: "room", headerName: "Room", flex: 0.9, minWidth: 100 },
      { field: "kind", headerName: "Kind", flex: 0.7, minWidth: 90 },
      ...(rows.some(({ group }) => group !== "")
        ? [{ field: "group", headerName: "Group", flex: 0.7, minWidth: 90 }]
        : []),
      ...(hasAmount
        ? [{ field: "amount", headerName: amountName, width: 110, editable: true, align: "right" as const, headerAlign: "right" as const }]
        : []),
      { field: "remark", headerName: "Remark", flex: 1, minWidth: 120, sortable: false },
    ],
    [rows, hasAmount, amountName],
  ); // prettier-ignore
  return (
    <CellarGrid
      label="Bins it is done to"
      rows={rows}
      columns={columns}
      chosen={chosen}
      onChosen={onChosen}
      onEdited={(id, _, text) => onAmount(id, text)}
      height={340}
    />
  );
}
