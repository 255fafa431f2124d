"use client";
import { scrapRate } from "@/core/planning/scraps";
import { surplusOf } from "@/core/round/surplus";
import { saySurplus } from "@/core/round/words";
import { useSession } from "@/session/session";
import { useMemo } from "react";
import styles from "./Slate.module.css";

/** Where a household was weighed or guessed for a plan, and makes more than its bins take. */
export function TooMuch() {
  const { bins, plans, units, today } = useSession();
  const surplus = useMemo(() => {
    const rate = plans.map(scrapRate).find((one) => one !== undefined);
    return rate && surplusOf(bins ?? [], rate.kgPerDay, today);
  }, [bins, plans, today]);
  return surplus ? <p className={styles.tools}>{saySurplus(surplus, units)}</p> : null;
}
