"use client";
import { addDays, shortDay } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import { HERD_KG_PER_M2 } from "@/core/matter/figures";
import { splitOf } from "@/core/nursery/splitting";
import { formatStocking } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import Link from "next/link";
import styles from "./Nursery.module.css";

/** A bin that fills its ground within so many days may as well be split today. */
const SOON_DAYS = 14;

/** The small keeper's way: when each bin's herd has filled its ground, half of it begins another. */
export function SplitPanel() {
  const { bins, today, units } = useSession();
  const all = (bins ?? [])
    .flatMap(({ bin, state, expectation }) => {
      const { setup } = state;
      if (!setup || setup.retired) return [];
      const split = splitOf(
        setup,
        expectation.wormsKg,
        speciesOf(state.worms.speciesId),
        expectation.temperatureC.middle,
        today,
      );
      return split?.on ? [{ bin, on: split.on, split }] : [];
    })
    .toSorted((a, b) => (a.on < b.on ? -1 : 1));
  if (all.length === 0) return null;
  return (
    <section aria-labelledby="split">
      <h2 id="split" className={styles.title}>
        Splitting a bin
      </h2>
      <ul className={styles.verdicts}>
        {all.slice(0, 5).map(({ bin, on, split }) => (
          <li key={bin.id}>
            <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>:{" "}
            {split.isNow
              ? `can be split now, ${formatStocking(split.kgPerM2, units)} live there.`
              : `about ${shortDay(on)} ${on.slice(0, 4)}, when ${formatStocking(HERD_KG_PER_M2.running, units)} live there.`}{" "}
            {on <= addDays(today, SOON_DAYS) && <Link href={`/stock?split=${bin.id}`}>share it out</Link>}
          </li>
        ))}
      </ul>
      <p className={styles.quiet}>
        Half of the bed with all that lives in it goes into the new bin, on fresh damp bedding; fill the old
        one up. Both then get half the food and two weeks’ peace.
      </p>
    </section>
  );
}
