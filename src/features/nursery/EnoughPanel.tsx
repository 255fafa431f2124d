"use client";
import { addDays } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import type { TubToday } from "@/core/nursery/due";
import { enoughBy } from "@/core/nursery/enough";
import { areaOfTub } from "@/core/nursery/cohorts";
import { CYCLE_DAYS, wormsFor } from "@/core/nursery/setting";
import { sayNoStocking, sayStocking } from "@/core/nursery/words";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { TEMPERATE } from "@/core/expectation/climate";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { QuantityField } from "@/ui/field/QuantityField";
import { localDate } from "@/vocabulary/fields";
import styles from "./Nursery.module.css";

/** Enough grown worms by a day: how many tubs from when, what that takes, and when it is too late for breeding. */
export function EnoughPanel({ tubs }: { readonly tubs: readonly TubToday[] }) {
  const { db, rooms, units, today } = useSession();
  const draft = useDraft(db, "nursery/enough", { kg: "", by: "" });
  const { kg, by } = draft.typed;
  const unit = units === "us" ? DEFAULT_UNIT.us.mass : "kg";
  const wanted = kg.trim() === "" ? undefined : parseQuantity(kg, "mass", unit);
  const day = localDate.safeParse(by);
  const like = tubs.find(({ tub }) => tub.role === "tub");
  const size = like?.tub ?? { widthM: 0.3, lengthM: 0.4, speciesId: "fetida" as const };
  const species = speciesOf(size.speciesId);
  const climate = like?.climate ?? rooms[0]?.climate ?? TEMPERATE;
  const answer =
    wanted?.ok && day.success
      ? enoughBy(
          { wormsKg: wanted.value, by: day.data },
          { grown: wormsFor(size).count, cycleDays: CYCLE_DAYS.usual, areaM2: areaOfTub(size) },
          species,
          climate,
          today,
        )
      : undefined;
  const have = tubs.filter(({ tub, state }) => tub.role === "tub" && state.stage !== "ended").length;
  return (
    <section aria-labelledby="enough">
      <h2 id="enough" className={styles.title}>
        Enough by a day
      </h2>
      <div className={styles.fields}>
        <QuantityField
          label="Grown worms wanted"
          dimension="mass"
          unit={unit}
          typed={kg}
          onTyped={(next) => draft.set((before) => ({ ...before, kg: next }))}
          helper="two beds of 15 m² at 3 kg/m² are 90 kg"
        />
        <DayField
          label="By"
          day={by}
          onDay={(next) => draft.set((before) => ({ ...before, by: next }))}
          from={addDays(today, 1)}
        />
      </div>
      {answer &&
        (answer.ok ? (
          <>
            <ul className={styles.verdicts}>
              {sayStocking(answer.value, units, today).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <p className={styles.quiet}>
              {have > 0 && `${have} ${have === 1 ? "tub stands" : "tubs stand"} here. `}
              Beside buying: {wanted?.ok && formatMass(wanted.value, units, "bucket")} bought is there at once
              and asks for no tubs; bred, it knows your bedding. Fill the bed nearest to the trays first, and
              each as one bed in parts.
            </p>
          </>
        ) : (
          <p role="status">{sayNoStocking(answer.problem, units)}</p>
        ))}
    </section>
  );
}
