"use client";
import { addDays, daysBetween, shortDay, spokenDay } from "@/core/calendar/day";
import type { BoardRow, TubToday } from "@/core/nursery/due";
import { boardRows, TUB_TASKS, weekOf } from "@/core/nursery/due";
import { cycleUnderWay } from "@/core/nursery/state";
import { sayOverdue, sayTub, TASK_WORDS } from "@/core/nursery/words";
import { useSession } from "@/session/session";
import type { LocalDate } from "@/vocabulary/fields";
import type { DragEndEvent } from "@dnd-kit/core";
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import DragHandle from "@mui/icons-material/DragHandle";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import type { ReactNode } from "react";
import { useMemo, useState } from "react";
import styles from "./Nursery.module.css";
import { TubFigure } from "./TubFigure";

/** More tubs than these and what is not due soon is folded. */
const UNFOLDED = 40;
const SOON_DAYS = 7;
/** Weeks ahead that a row can be moved into though nothing is due there. */
const WEEKS = 6;

/** Tubs in rows by the week they are due: chosen to be worked with, and moved to another week by handle, keys or press. */
export function Board({
  tubs,
  chosen,
  onChosen,
  onMoved,
}: {
  readonly tubs: readonly TubToday[];
  readonly chosen: readonly string[];
  readonly onChosen: (ids: readonly string[]) => void;
  readonly onMoved: (row: BoardRow, byDays: number) => void;
}) {
  const { today } = useSession();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const rows = useMemo(() => boardRows(tubs), [tubs]);
  const thisWeek = weekOf(today);
  const weeks = useMemo(() => {
    const due = rows.flatMap(({ week }) => week ?? []);
    const ahead = Array.from({ length: WEEKS }, (_, nth) => addDays(thisWeek, 7 * nth));
    return [...new Set([...due, ...ahead])].toSorted();
  }, [rows, thisWeek]);
  const moved = ({ active, over }: DragEndEvent) => {
    const row = rows.find(({ key }) => key === active.id);
    if (row?.week && over) onMoved(row, daysBetween(row.week, String(over.id) as LocalDate));
  };
  const [isDragging, setDragging] = useState(false);
  const restless = rows.filter(({ week }) => week === undefined);
  return (
    <DndContext
      sensors={sensors}
      onDragStart={() => setDragging(true)}
      onDragEnd={(event) => {
        setDragging(false);
        moved(event);
      }}
      onDragCancel={() => setDragging(false)}
      accessibility={{
        screenReaderInstructions: {
          draggable:
            "Press space to take the row up, move it with the arrow keys over another week, press space to put it down. Earlier and later do the same by one week.",
        },
      }}
    >
      {weeks.map((week) => {
        const here = rows.filter((row) => row.week === week);
        if (here.length === 0 && !isDragging) return null;
        return (
          <Week
            key={week}
            week={week}
            isPast={week < thisWeek}
            isNow={week === thisWeek}
            isEmpty={here.length === 0}
          >
            {here.map((row) => (
              <Row
                key={row.key}
                row={row}
                chosen={chosen}
                onChosen={onChosen}
                onMoved={onMoved}
                isFoldedAtFirst={tubs.length > UNFOLDED && daysBetween(today, week) > SOON_DAYS}
              />
            ))}
          </Week>
        );
      })}
      {restless.map((row) => (
        <Row
          key={row.key}
          row={row}
          chosen={chosen}
          onChosen={onChosen}
          onMoved={onMoved}
          isFoldedAtFirst={tubs.length > UNFOLDED}
        />
      ))}
    </DndContext>
  );
}

function Week({
  week,
  isPast,
  isNow,
  isEmpty,
  children,
}: {
  readonly week: LocalDate;
  readonly isPast: boolean;
  readonly isNow: boolean;
  readonly isEmpty: boolean;
  readonly children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: week });
  return (
    <section ref={setNodeRef} className={styles.week} data-over={isOver} data-now={isNow} data-past={isPast}>
      <h3>
        {isNow ? "This week" : isPast ? `Late, week of ${shortDay(week)}` : `Week of ${shortDay(week)}`}
        {isEmpty && <span className={styles.quiet}> nothing due</span>}
      </h3>
      <div className={styles.rows}>{children}</div>
    </section>
  );
}

function Row({
  row,
  chosen,
  onChosen,
  onMoved,
  isFoldedAtFirst,
}: {
  readonly row: BoardRow;
  readonly chosen: readonly string[];
  readonly onChosen: (ids: readonly string[]) => void;
  readonly onMoved: (row: BoardRow, byDays: number) => void;
  readonly isFoldedAtFirst: boolean;
}) {
  const { today } = useSession();
  const [isFolded, setFolded] = useState(isFoldedAtFirst);
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: row.key,
    disabled: row.week === undefined,
  });
  const ids = row.tubs.map(({ tub }) => tub.id as string);
  const isAll = ids.every((id) => chosen.includes(id));
  const canMove =
    row.week !== undefined && row.tubs.some(({ state, tub }) => cycleUnderWay(state) || tub.role === "tub");
  const tasks = TUB_TASKS.flatMap((task) => {
    const count = row.tubs.filter(({ due }) => due?.task === task).length;
    return count > 0 ? [`${TASK_WORDS[task].verb} ${count}`] : [];
  });
  return (
    <div
      ref={setNodeRef}
      className={styles.row}
      data-dragging={isDragging}
      style={transform ? { transform: `translate3d(0, ${Math.round(transform.y)}px, 0)` } : {}}
    >
      <div className={styles.rowHead}>
        {canMove && (
          <IconButton
            {...attributes}
            {...listeners}
            aria-label={`${row.name}: move to another week`}
            className={styles.handle}
          >
            <DragHandle />
          </IconButton>
        )}
        <label className={styles.all}>
          <input
            type="checkbox"
            checked={isAll}
            onChange={() =>
              onChosen(isAll ? chosen.filter((id) => !ids.includes(id)) : [...new Set([...chosen, ...ids])])
            }
          />
          <b>{row.name}</b>
        </label>
        <span className={styles.quiet}>
          {row.tubs.length} {row.tubs[0]!.tub.role === "tray" ? "tray" : "tub"}
          {row.tubs.length === 1 ? "" : "s"}
          {tasks.length > 0 && `: ${tasks.join(", ")}`}
        </span>
        {canMove && (
          <span className={styles.move}>
            <Button size="small" onClick={() => onMoved(row, -7)} aria-label={`${row.name}: a week earlier`}>
              earlier
            </Button>
            <Button size="small" onClick={() => onMoved(row, 7)} aria-label={`${row.name}: a week later`}>
              later
            </Button>
          </span>
        )}
        <Button size="small" aria-expanded={!isFolded} onClick={() => setFolded((is) => !is)}>
          {isFolded ? "show" : "fold"}
        </Button>
      </div>
      {!isFolded && (
        <ul className={styles.tubs}>
          {row.tubs.map((one) => {
            const { tub, due } = one;
            const isChosen = chosen.includes(tub.id);
            const late = sayOverdue(one, today);
            return (
              <li key={tub.id}>
                <button
                  type="button"
                  className={styles.tub}
                  aria-pressed={isChosen}
                  data-due={due !== undefined && due.on <= today}
                  title={late ?? sayTub(one, today)}
                  onClick={() =>
                    onChosen(isChosen ? chosen.filter((id) => id !== tub.id) : [...chosen, tub.id])
                  }
                >
                  <TubFigure one={one} today={today} />
                  <b>{tub.name}</b>
                  <span>
                    {due
                      ? `${TASK_WORDS[due.task].verb} ${due.on <= today && due.on >= addDays(today, -1) ? spokenDay(due.on, today) : shortDay(due.on)}`
                      : "rests"}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}
