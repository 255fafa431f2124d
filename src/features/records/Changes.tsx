"use client";
import { dayAndMonth, localDateOf } from "@/core/calendar/day";
import type { CellarDatabase, Change } from "@/persistence/database";
import { findChanges } from "@/persistence/changes";
import { useSession } from "@/session/session";
import { useStored } from "@/session/useStored";
import { DayField } from "@/ui/field/DayField";
import { SelectField } from "@/ui/field/SelectField";
import { useGuarded } from "@/ui/useGuarded";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useDeferredValue, useState } from "react";
import styles from "./Records.module.css";

const SHOWN = 12;

/** All that was kept on this device, the newest first, found by word, bin and day; each can be taken back or put back. */
export function Changes() {
  const { db, bins, today, undoChange, redoChange } = useSession();
  const { guarded, isBusy } = useGuarded();
  const [typed, setTyped] = useState("");
  const [binId, setBinId] = useState("");
  const [day, setDay] = useState("");
  const [most, setMost] = useState(SHOWN);
  const text = useDeferredValue(typed);
  const found = useStored(() => changesFor(db, { text, binId, day }, most), [db, text, binId, day, most]);
  const isSought = text.trim() !== "" || binId !== "" || day !== "";
  if (!found || (found.changes.length === 0 && !isSought)) return null;
  const isLarge = ({ isImport }: Change) => isImport === true;
  return (
    <section className={styles.changes}>
      <h2>Kept on this device</h2>
      <div className={styles.seek}>
        <TextField
          label="A word: a bin, a deed, a name"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <SelectField
          label="Of which bin"
          value={binId}
          empty="any"
          options={(bins ?? []).map(({ bin }) => ({ value: bin.id, label: bin.name }))}
          onChoose={setBinId}
        />
        <DayField label="Kept on" day={day} onDay={setDay} to={today} helper="any day, if empty" />
      </div>
      <p role="status" className={styles.quiet}>
        {found.changes.length === 0
          ? "Nothing like that was kept on this device."
          : "What is taken back goes line by line: whatever was written of it since stands."}
      </p>
      <ol>
        {found.changes.map((change) => {
          const { no, label, at, isUndone } = change;
          return (
            <li key={no} data-undone={isUndone === 1}>
              <span className={styles.when}>{sayDay(at)}</span>
              <span>{label}</span>
              <Button
                disabled={isBusy}
                aria-label={`${isUndone === 1 ? "put it back" : "take it back"}: ${label}`}
                onClick={() =>
                  void guarded(() =>
                    (isUndone === 1 ? redoChange : undoChange)({ no, isLarge: isLarge(change) }),
                  )
                }
              >
                {isUndone === 1 ? "put it back" : "take it back"}
              </Button>
            </li>
          );
        })}
      </ol>
      {found.isMore && <Button onClick={() => setMost((before) => before + 4 * SHOWN)}>older ones</Button>}
    </section>
  );
}

const sayDay = (at: string): string => {
  const day = localDateOf(at);
  return `${dayAndMonth(day)} ${day.slice(0, 4)}`;
};

function changesFor(
  db: CellarDatabase,
  { text, binId, day }: { readonly text: string; readonly binId: string; readonly day: string },
  most: number,
) {
  const on = localDate.safeParse(day);
  return findChanges(db, most, {
    words: text.toLowerCase().split(/\s+/).filter(Boolean),
    ...(binId === "" ? {} : { subjectId: binId }),
    ...(on.success ? { isOn: (at: string) => localDateOf(at) === on.data } : {}),
  });
}
