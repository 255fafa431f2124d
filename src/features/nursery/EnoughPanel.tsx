"use client";
import type { TubToday } from "@/core/nursery/due";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { useMemo } from "react";
import { ByADay } from "./ByADay";
import { EachWeek } from "./EachWeek";
import { likeTub } from "./likeTub";
import styles from "./Nursery.module.css";

const WHEN = { once: "once, by a day", weekly: "each week, from a day on" } as const;
type When = keyof typeof WHEN;

/** Enough grown worms: by a day, or each week, in tubs like those that breed here. */
export function EnoughPanel({ tubs }: { readonly tubs: readonly TubToday[] }) {
  const { db, rooms } = useSession();
  const draft = useDraft(db, "nursery/when", { when: "once" });
  const like = useMemo(() => likeTub(tubs, rooms), [tubs, rooms]);
  const have = tubs.filter(({ tub, state }) => tub.role === "tub" && state.stage !== "ended").length;
  return (
    <section aria-labelledby="enough">
      <h2 id="enough" className={styles.title}>
        How many tubs it takes
      </h2>
      <div className={styles.fields}>
        <SelectField
          label="Wanted"
          value={draft.typed.when}
          options={optionsOf(Object.keys(WHEN) as When[], WHEN)}
          onChoose={(when) => draft.set(() => ({ when }))}
        />
      </div>
      {draft.typed.when === "weekly" ? (
        <EachWeek like={like} have={have} />
      ) : (
        <ByADay like={like} have={have} />
      )}
    </section>
  );
}
