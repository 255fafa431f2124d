"use client";
import { addDays, spokenDay } from "@/core/calendar/day";
import { harvestNear } from "@/core/expectation/harvestNear";
import type { UnitSystem } from "@/core/quantity/format";
import { formatMass } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import type { LocalDate } from "@/vocabulary/fields";
import Link from "next/link";
import styles from "./Slate.module.css";

/** Bins whose castings are worth lifting within a fortnight. */
export function Ripe({
  bins,
  today,
  units,
}: {
  readonly bins: readonly BinToday[];
  readonly today: LocalDate;
  readonly units: UnitSystem;
}) {
  return (
    <>
      <h3 className={styles.part}>To harvest</h3>
      <ol className={styles.tasks}>
        {bins.map(({ bin, expectation }) => {
          const inDays = harvestNear(expectation) ?? 0;
          const kg = expectation.twin?.harvest?.kg;
          return (
            <li key={bin.id}>
              <Link href={`/harvest?id=${bin.id}`} className={styles.line}>
                <span className={styles.box} aria-hidden="true" />
                <span>
                  <b>{bin.name}</b> ripe
                </span>
                <span className={styles.amount}>{kg ? formatMass(kg.middle, units, "bucket") : ""}</span>
                <span className={styles.why}>
                  {inDays <= 0 ? "Worth the work now." : `About ${spokenDay(addDays(today, inDays), today)}.`}
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
    </>
  );
}
