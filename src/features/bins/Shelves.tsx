"use client";
import { binVolumeL, systemOf } from "@/core/bin/system";
import { spokenDay } from "@/core/calendar/day";
import { schoolOf } from "@/core/catalogue/school";
import { profileOf } from "@/core/picture/profile";
import { formatMass, formatPercentRange, formatVolume } from "@/core/quantity/format";
import { dueDay } from "@/core/round/due";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import type { DragEndEvent } from "@dnd-kit/core";
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import DragHandle from "@mui/icons-material/DragHandle";
import IconButton from "@mui/material/IconButton";
import Link from "next/link";
import { memo, useState } from "react";
import styles from "./Bins.module.css";

/** All bins in walking order, moved to where one comes past them by their handle: dragged, or by space and arrow keys. */
export function Shelves({ bins }: { readonly bins: readonly BinToday[] }) {
  const { cellar, author, keep } = useSession();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const stands = bins.map(({ bin }) => bin.id);
  // Where it was let go stands at once; the store's word comes a moment later.
  const [moved, setMoved] = useState<{ readonly from: string; readonly order: typeof stands }>();
  const order = moved && moved.from === stands.join() ? moved.order : stands;
  const nameOf = (id: string | number | undefined) => bins.find(({ bin }) => bin.id === id)?.bin.name ?? "it";
  const drop = async ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const walkingOrder = arrayMove(
      order,
      order.findIndex((id) => id === active.id),
      order.findIndex((id) => id === over.id),
    );
    setMoved({ from: stands.join(), order: walkingOrder });
    const kept = await keep("Walking order changed", [
      cellar
        ? author.revised("cellars", cellar, { walkingOrder })
        : author.first("cellars", { name: "My cellar", walkingOrder }),
    ]);
    if (!kept.ok) setMoved(undefined);
  };
  const shown = order.flatMap((id) => bins.find(({ bin }) => bin.id === id) ?? []);
  return (
    <>
      <p className={styles.lead}>In walking order. Drag a bin by its handle to where you come past it.</p>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={(event) => void drop(event)}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              "Press space to take the bin up, move it with the arrow keys, press space to put it down.",
          },
          announcements: {
            onDragStart: ({ active }) => `${nameOf(active.id)} taken up.`,
            onDragOver: ({ over }) => (over ? `Over the place of ${nameOf(over.id)}.` : undefined),
            onDragEnd: ({ active, over }) =>
              over ? `${nameOf(active.id)} put down at the place of ${nameOf(over.id)}.` : undefined,
            onDragCancel: ({ active }) => `${nameOf(active.id)} left where it stood.`,
          },
        }}
      >
        <SortableContext items={order} strategy={verticalListSortingStrategy}>
          <ol className={styles.list}>
            {shown.map((one) => (
              <Stand key={one.bin.id} one={one} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </>
  );
}

function Stand({ one }: { readonly one: BinToday }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: one.bin.id,
  });
  return (
    <li
      ref={setNodeRef}
      className={styles.row}
      data-dragging={isDragging}
      style={transform ? { transform: `translate3d(0, ${Math.round(transform.y)}px, 0)`, transition } : {}}
    >
      <Standing one={one} />
      <div className={styles.move}>
        <IconButton
          {...attributes}
          {...listeners}
          aria-label={`${one.bin.name}: move on the walk`}
          className={styles.handle}
        >
          <DragHandle />
        </IconButton>
      </div>
    </li>
  );
}

/** Drawn again only where the bin is another: while one is dragged all the others move. */
const Standing = memo(function Standing({ one: { bin, state, expectation } }: { readonly one: BinToday }) {
  const { rooms, units, today } = useSession();
  const due = dueDay(state, today);
  const profile = profileOf(bin.id, state, expectation, today);
  const room = state.setup && rooms.find((candidate) => candidate.id === state.setup?.roomId);
  return (
    <>
      <Link href={`/bin?id=${bin.id}`} className={styles.picture} tabIndex={-1} aria-hidden="true">
        {profile && <Cutaway profile={profile} pxPerM={112} detail="thumb" label="" />}
      </Link>
      <div className={styles.words}>
        <h2>
          <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
        </h2>
        <p>
          {state.setup
            ? `${systemOf(state.setup.system).name} of ${formatVolume(binVolumeL(state.setup), units)}${room ? `, ${room.name}` : ""}. ${schoolOf(state.setup.school).name}.`
            : "Its set-up cannot be read."}
          {bin.group && <span className={styles.group}> Group: {bin.group}.</span>}
        </p>
      </div>
      <dl className={styles.facts}>
        <div>
          <dt>moist</dt>
          <dd>{formatPercentRange(expectation.moisture.low, expectation.moisture.high)}</dd>
        </div>
        <div>
          <dt>worms</dt>
          <dd>
            {expectation.wormsKg.middle > 0
              ? `about ${formatMass(expectation.wormsKg.middle, units, "bucket")}`
              : "none noted"}
          </dd>
        </div>
        <div>
          <dt>back</dt>
          <dd>{due ? spokenDay(due, today) : "when you like"}</dd>
        </div>
      </dl>
    </>
  );
});
