"use client";
import { isOutOfUse } from "@/core/bin/state";
import { systemOf } from "@/core/bin/system";
import { shortDay } from "@/core/calendar/day";
import { formatMass, formatPercent } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import type { BinToday } from "@/core/round/round";
import { planRound } from "@/core/round/round";
import { sayTask } from "@/core/round/words";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { CellarGrid } from "@/ui/grid/CellarGrid";
import { name as nameField } from "@/vocabulary/fields";
import type { GridColDef } from "@mui/x-data-grid";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import styles from "./Bins.module.css";

interface Line {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly kind: string;
  readonly group: string;
  readonly wormsKg: number;
  /** Not of a bin out of use. */
  readonly moisture?: number;
  readonly ripeness?: number;
  readonly back: string;
  readonly today: string;
}

/** All bins as lines: searched, sorted and filtered; the chosen ones are worked with at once or put into a group. */
export function BinsList({ bins }: { readonly bins: readonly BinToday[] }) {
  const { rooms, units, today, author, keep } = useSession();
  const { ask } = useErrands();
  const router = useRouter();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [group, setGroup] = useState("");
  const rows = useMemo(() => {
    const tasks = new Map(planRound(bins, today).tasks.map((task) => [task.binId, task]));
    return bins.map(({ bin, state, expectation }): Line => {
      const task = tasks.get(bin.id);
      const words = task && sayTask(task, units);
      return {
        id: bin.id,
        name: bin.name,
        room: rooms.find(({ id }) => id === state.setup?.roomId)?.name ?? "",
        kind: state.setup ? systemOf(state.setup.system).name : "",
        group: bin.group ?? "",
        wormsKg: expectation.wormsKg.middle,
        ...(isOutOfUse(state)
          ? {}
          : { moisture: expectation.moisture.middle, ripeness: expectation.ripeness.middle }),
        back: dueDay(state, today) ?? "",
        today: words ? `${words.verb} ${words.amount}`.trim() : "",
      };
    });
  }, [bins, rooms, today, units]);
  const columns = useMemo(
    (): GridColDef<Line>[] => [
      { field: "name", headerName: "Bin", flex: 1.1, minWidth: 120, editable: true },
      { field: "room", headerName: "Room", flex: 1, minWidth: 110 },
      { field: "kind", headerName: "Kind", flex: 0.8, minWidth: 100 },
      { field: "group", headerName: "Group", flex: 0.8, minWidth: 100, editable: true },
      { field: "today", headerName: "Today", flex: 1, minWidth: 120 },
      { field: "back", headerName: "Back", width: 96, valueFormatter: (day: string) => (day ? shortDay(day as never) : "") },
      { field: "moisture", headerName: "Moist", width: 84, type: "number", valueFormatter: (share?: number) => (share === undefined ? "" : formatPercent(share)) },
      { field: "wormsKg", headerName: "Worms", width: 96, type: "number", valueFormatter: (kg: number) => (kg > 0 ? formatMass(kg, units, "bucket") : "") },
      { field: "ripeness", headerName: "Finished", width: 100, type: "number", valueFormatter: (share?: number) => (share === undefined ? "" : formatPercent(share)) },
    ],
    [units],
  ); // prettier-ignore
  const put = (ids: readonly string[], wanted: string) => {
    const named = wanted.trim() === "" ? undefined : nameField.safeParse(wanted);
    if (named && !named.success) return;
    const rowsChanged = bins.flatMap(({ bin }) => {
      if (!ids.includes(bin.id) || bin.group === named?.data) return [];
      return [author.revised("bins", bin, { group: named?.data })];
    });
    if (rowsChanged.length > 0)
      void keep(
        named ? `${rowsChanged.length} put into ${named.data}` : `${rowsChanged.length} taken out of their group`,
        rowsChanged,
      );
  }; // prettier-ignore
  const rename = (id: string, wanted: string) => {
    const one = bins.find(({ bin }) => bin.id === id);
    const named = nameField.safeParse(wanted);
    if (one && named.success && named.data !== one.bin.name)
      void keep(`${named.data}: renamed`, [author.revised("bins", one.bin, { name: named.data })]);
  };
  return (
    <>
      <div className={styles.chosen} role="status">
        {chosen.length === 0 ? (
          <p className={styles.lead}>
            Tick bins to work with them together. A name or a group is typed over where it stands; a double
            press opens the bin.
          </p>
        ) : (
          <>
            <b>{chosen.length} chosen</b>
            {(["feed", "bed", "water"] as const).map((deed) => (
              <Button key={deed} onClick={() => ask({ of: "many", binIds: chosen, deed })}>
                {deed}
              </Button>
            ))}
            <Button onClick={() => ask({ of: "many", binIds: chosen })}>something else</Button>
            <Button onClick={() => router.push(`/labels?ids=${chosen.join(",")}`)}>labels</Button>
            <form
              className={styles.grouping}
              onSubmit={(event) => {
                event.preventDefault();
                put(chosen, group);
              }}
            >
              <TextField
                label="Group"
                value={group}
                size="small"
                onChange={({ target }) => setGroup(target.value)}
                slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
              />
              <Button type="submit">{group.trim() === "" ? "no group" : "put together"}</Button>
            </form>
          </>
        )}
      </div>
      <CellarGrid
        label="All bins"
        rows={rows}
        columns={columns}
        chosen={chosen}
        onChosen={setChosen}
        onEdited={(id, field, text) => (field === "group" ? put([id], text) : rename(id, text))}
        onOpened={(id) => router.push(`/bin?id=${id}`)}
        height="max(320px, calc(100dvh - 290px))"
      />
    </>
  );
}
