"use client";
import { heardNotes } from "@/core/round/heardNotes";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { Fold } from "@/ui/Fold";
import { useMemo } from "react";
import styles from "./Bin.module.css";

/** For each part and place what was read there, when, and what the forecast makes of it. */
export function HeardTable({ one }: { readonly one: BinToday }) {
  const { units, today } = useSession();
  const notes = useMemo(() => heardNotes(one, units, today), [one, units, today]);
  if (notes.length === 0) return null;
  return (
    <Fold title="What you read, and what we make of it">
      <ul className={styles.heard}>
        {notes.map(({ key, where, read, makes }) => (
          <li key={key}>
            <b>{where}</b>
            <span>{read}</span>
            <span className={styles.quiet}>{makes}</span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
