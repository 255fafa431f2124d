"use client";
import { daysToGone } from "@/core/round/daysToGone";
import { materialOf } from "@/core/catalogue/material";
import { PREPARATION_WORDS } from "@/core/words/entry";
import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import { Fold } from "@/ui/Fold";
import { useMemo } from "react";
import styles from "./Bin.module.css";

const SHOWN = 8;

/** How long each food took to be gone here, as the keeper saw it, with the table's days marked on the bar. */
export function DaysToGone({
  entries,
  setup,
}: {
  readonly entries: readonly Entry[];
  readonly setup: BinSetup | undefined;
}) {
  const rows = useMemo(() => daysToGone(entries, setup).slice(0, SHOWN), [entries, setup]);
  if (rows.length === 0) return null;
  const most = Math.max(...rows.flatMap(({ high, tableDays }) => [high, tableDays]));
  const share = (days: number) => `${(100 * days) / most}%`;
  return (
    <Fold title="Days until it is gone, here">
      <ul className={styles.gone}>
        {rows.map(({ materialId, preparation, days, low, high, meals, tableDays }) => (
          <li key={`${materialId} ${preparation}`}>
            <span>
              {materialOf("food", materialId).name}, {PREPARATION_WORDS[preparation]}
            </span>
            <span className={styles.goneBar} aria-hidden="true">
              <i style={{ left: share(low), width: share(Math.max(0.2, high - low)) }} />
              <b style={{ left: share(tableDays) }} />
            </span>
            <span>
              <b>{Math.round(days)} days</b>{" "}
              <span className={styles.quiet}>
                {meals} {meals === 1 ? "meal" : "meals"}; usual, warm and mature: {Math.round(tableDays)}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
