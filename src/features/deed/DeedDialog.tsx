"use client";
import type { DeedKind } from "@/core/deed/deed";
import type { DeedBin, DeedLine } from "@/core/deed/facts";
import { deedFacts } from "@/core/deed/facts";
import { sayDeed, sayDeedProblem } from "@/core/deed/words";
import type { BinToday } from "@/core/round/round";
import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { refused } from "@/vocabulary/outcome";
import { actRows, newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { useBinsOn } from "@/session/useBinsOn";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/form/FormDialog";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { BesideFields } from "@/ui/field/BesideFields";
import { useCallback, useMemo, useState } from "react";
import styles from "./Deed.module.css";
import { DeedFields } from "./DeedFields";
import { DeedPicture } from "./DeedPicture";
import type { DeedTyped } from "./deedTyped";
import { deedOf, emptyDeed } from "./deedTyped";

/** Where a problem of the whole deed is said: at the field it is about. */
const FIELD_OF: Partial<Record<DeedKind, string>> = {
  moveAlong: "length",
  addPart: "height",
  takeOut: "amount",
  tip: "toBin",
  weigh: "gross",
};

/** A day of this bin; one that cannot be read or lies elsewhere is today, and is spoken of when the deed is kept. */
const dayIn = (typed: string, from: LocalDate, today: LocalDate): LocalDate => {
  const day = localDate.safeParse(typed);
  return day.success && day.data >= from && day.data <= today ? day.data : today;
};

/** One deed: what is typed or dragged on one side, the bin as it will be on the other. Kept as one act. */
export function DeedDialog({
  one: oneToday,
  of,
  compartment,
  onClose,
}: {
  readonly one: BinToday;
  readonly of: DeedKind;
  readonly compartment: string | undefined;
  readonly onClose: () => void;
}) {
  const { db, bins, today, units, author, keep, settings } = useSession();
  const { bin } = oneToday;
  const draft = useDraft(
    db,
    `deed/${of}/${bin.id}/${compartment ?? ""}`,
    emptyDeed(of, oneToday.state, today, compartment),
  );
  const day = dayIn(draft.typed.day, bin.firstDay, today);
  // What lay there on the day it was done, here and where it went.
  const concerned = useMemo(
    () => [oneToday, ...(bins ?? []).filter((other) => other.bin.id === draft.typed.toBin)],
    [oneToday, bins, draft.typed.toBin],
  );
  const then = useBinsOn(concerned, day);
  const one = then?.get(bin.id) ?? oneToday;
  const { state } = one;
  const [addedId] = useState(() => newId());
  const context = useMemo(
    () => ({
      state,
      firstDay: bin.firstDay,
      today,
      units,
      containers: settings?.containers ?? [],
      newId: addedId,
    }),
    [state, bin.firstDay, today, units, settings, addedId],
  );
  const here: DeedBin = useMemo(
    () => ({ binId: bin.id, state, expectation: one.expectation }),
    [bin.id, state, one.expectation],
  );
  const others = useMemo(
    () =>
      (bins ?? []).flatMap((other): DeedBin[] => {
        const { state: held, expectation } = then?.get(other.bin.id) ?? other;
        return other.bin.id === bin.id || !held.setup
          ? []
          : [{ binId: other.bin.id, state: held, expectation }];
      }),
    [bins, then, bin.id],
  );
  const words = sayDeed(of, state.setup);
  const linesOf = useCallback(
    (typed: DeedTyped) => {
      const read = deedOf(of, typed, context);
      if (!read.ok) return read;
      const facts = deedFacts(read.value.deed, here, day, [here, ...others]);
      if (facts.ok) return facts;
      const { problem } = facts;
      return refused({
        code: problem.code,
        fields: { [FIELD_OF[of] ?? "whole"]: sayDeedProblem(problem, units, today) },
      });
    },
    [of, context, here, others, day, units, today],
  );
  // What is typed so far, as far as it can be read: drawn at once, kept by the press.
  const drawn = useMemo(() => linesOf(draft.typed), [linesOf, draft.typed]);
  const lines: readonly DeedLine[] = drawn.ok ? drawn.value : [];
  const { faults, kept } = useTypedForm(draft.typed, linesOf);

  const save = kept(async (found) => {
    const rows = await actRows(author, day, found, { binId: bin.id, ...draft.typed });
    const saved = await keep(`${bin.name}: ${words.done}`, rows);
    if (!saved.ok) return;
    // It is on the disk: the drawing behind need not wait for the draft to be forgotten.
    const forgotten = draft.clear();
    onClose();
    await forgotten;
  });
  return (
    <FormDialog
      title={words.title}
      of={bin.name}
      keep={words.keep}
      size="md"
      isWaiting={then === undefined}
      onSave={save}
      onClose={onClose}
    >
      <p className={styles.how}>{words.how}</p>
      <div className={styles.bench}>
        <DeedPicture
          one={one}
          day={then ? day : today}
          of={of}
          typed={draft.typed}
          set={draft.set}
          lines={lines}
          onPart={(id: CompartmentId) =>
            draft.set((before) => ({
              ...before,
              compartment: of === "loosen" && before.compartment === id ? "" : id,
            }))
          }
        />
        <div>
          <DeedFields
            of={of}
            one={one}
            typed={draft.typed}
            set={draft.set}
            faults={faults}
            others={others.map(({ binId }) => ({
              id: binId,
              name: bins?.find(({ bin: other }) => other.id === binId)?.bin.name ?? "",
            }))}
          />
          {faults.whole && (
            <p className={styles.fault} role="alert">
              {faults.whole}
            </p>
          )}
          <div className={styles.last}>
            <DayField
              day={draft.typed.day}
              onDay={(day) => draft.set((before) => ({ ...before, day }))}
              fault={faults.day}
              from={bin.firstDay}
              to={today}
            />
            <BesideFields
              typed={draft.typed}
              onTyped={(change) => draft.set((before) => ({ ...before, ...change }))}
            />
          </div>
        </div>
      </div>
    </FormDialog>
  );
}
