"use client";
import { addDays } from "@/core/calendar/day";
import type { enoughBy } from "@/core/nursery/enough";
import { sayNoStocking, sayStocking } from "@/core/nursery/words";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatMass, formatStocking } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { QuantityField } from "@/ui/field/QuantityField";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import type { StockingDesk } from "@/workers/stocking.client";
import { useGuarded } from "@/ui/useGuarded";
import type { LikeTub } from "./likeTub";
import { PlainField } from "./PlainField";
import { useStocking } from "./useStocking";
import { readWhole } from "./nurseryTyped";
import styles from "./Nursery.module.css";

const NOTHING = { kg: "", by: "", beds: "", area: "", density: "" };
/** Each is promised by itself. */
const MOST_BEDS = 40;
const LB_PER_KG = 2.20462;
/** Kilograms a bed takes by its ground and how densely it is to be stocked; undefined while one of the two is no number. */
function bedKg(area: string, density: string, units: UnitSystem): number | undefined {
  const read = (typed: string) => (typed.trim() === "" ? NaN : Number(typed.trim().replace(",", ".")));
  const kg = read(area) * read(density);
  if (!(kg > 0) || !Number.isFinite(kg)) return undefined;
  return units === "us" ? kg / LB_PER_KG : kg;
}

const askEnough = (desk: StockingDesk, ...question: Parameters<typeof enoughBy>) => desk.enough(...question);

/** Enough grown worms by a day: how many tubs from when, what that takes, and when it is too late for breeding. */
export function ByADay({ like, have }: { readonly like: LikeTub; readonly have: number }) {
  const { db, units, today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const draft = useDraft(db, "nursery/enough", NOTHING);
  const { kg, by, beds, area, density } = { ...NOTHING, ...draft.typed };
  const set = (change: Partial<typeof NOTHING>) => draft.set((before) => ({ ...before, ...change }));
  const unit = units === "us" ? DEFAULT_UNIT.us.mass : "kg";
  const eachKg = bedKg(area, density, units);
  const bedCount = readWhole(beds) ?? 0;
  const isTooMany = bedCount > MOST_BEDS;
  const ofBeds = bedCount > 0 && !isTooMany && eachKg !== undefined ? bedCount * eachKg : undefined;
  const typedKg = kg.trim() === "" ? undefined : parseQuantity(kg, "mass", unit);
  const wantedKg = ofBeds ?? (typedKg?.ok ? typedKg.value : undefined);
  const day = localDate.safeParse(by);
  const { species, climate, size } = like;
  const { answer, failure } = useStocking(
    askEnough,
    wantedKg !== undefined && day.success
      ? ([{ wormsKg: wantedKg, by: day.data }, size, species, climate, today] as Parameters<typeof enoughBy>)
      : undefined,
  );
  const promise = () =>
    guarded(async () => {
      if (!day.success || wantedKg === undefined) return;
      const many = ofBeds === undefined ? 1 : bedCount;
      const kept = await keep(
        many > 1 ? `${many} beds promised` : "A bed promised",
        Array.from({ length: many }, (_, nth) =>
          author.first("orders", {
            name: many > 1 ? `Bed ${nth + 1} of ${many}` : "A bed",
            purpose: "bed",
            speciesId: species.id,
            amount: { massKg: Number((wantedKg / many).toFixed(3)), measuredBy: "guessed" },
            orderedOn: today,
            dueOn: day.data,
          }),
        ),
      );
      if (kept.ok) draft.set(() => NOTHING);
    });
  return (
    <>
      <div className={styles.fields}>
        <QuantityField
          label="Grown worms wanted"
          dimension="mass"
          unit={unit}
          typed={kg}
          onTyped={(next) => set({ kg: next })}
          helper={
            ofBeds === undefined ? "or as beds" : `the beds take ${formatMass(ofBeds, units, "bucket")}`
          }
        />
        <PlainField
          label="Beds to fill"
          typed={beds}
          onTyped={(next) => set({ beds: next })}
          helper="like 2; may stay empty"
          fault={isTooMany ? `At most ${MOST_BEDS} at once.` : undefined}
        />
        <PlainField
          label={`Ground of each (${units === "us" ? "sq ft" : "m²"})`}
          typed={area}
          onTyped={(next) => set({ area: next })}
        />
        <PlainField
          label={`Worms on it (${units === "us" ? "lb/sq ft" : "kg/m²"})`}
          typed={density}
          onTyped={(next) => set({ density: next })}
          helper={`${formatStocking(2.5, units)} to begin with, ${formatStocking(5, units)} full`}
        />
        <DayField label="By" day={by} onDay={(next) => set({ by: next })} from={addDays(today, 1)} />
      </div>
      {failure !== undefined && <p role="alert">It could not be worked out ({failure}).</p>}
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
              Beside buying: {formatMass(wantedKg!, units, "bucket")} bought is there at once and asks for no
              tubs; bred, it knows your bedding. Promised, it is reserved bed by bed, and its pace is drawn
              below; a large bed in parts is one bed.
            </p>
            <Button variant="outlined" disabled={isBusy} onClick={() => void promise()}>
              {ofBeds !== undefined && bedCount > 1 ? `promise the ${bedCount} beds` : "promise it to a bed"}
            </Button>
          </>
        ) : (
          <p role="status">{sayNoStocking(answer.problem, units)}</p>
        ))}
    </>
  );
}
