"use client";
import { formatArea, formatCount, formatMass, DEFAULT_UNIT } from "@/core/quantity/format";
import { shortDay, weekdayName } from "@/core/calendar/day";
import { parseQuantity } from "@/core/quantity/parse";
import { CYCLE_DAYS, staggered, tubWeighsKg, wormsFor } from "@/core/nursery/setting";
import { speciesOf } from "@/core/catalogue/species";
import type { TubInput } from "@/records/tub";
import { newId } from "@/session/author";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { localDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import { SPECIES } from "@/vocabulary/setup";
import { useState } from "react";
import styles from "./Nursery.module.css";
import { PlainField } from "./PlainField";
import { readWhole } from "./nurseryTyped";

const DAYS = [0, 1, 2, 3, 4, 5, 6] as const;
const DAY_NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;
const NAMES = Object.fromEntries(SPECIES.map((id) => [id, speciesOf(id).name])) as Record<SpeciesId, string>;

interface Typed {
  readonly tubs: string;
  readonly rows: string;
  readonly cycle: string;
  readonly wide: string;
  readonly long: string;
  readonly deep: string;
  readonly start: string;
  readonly roomId: string;
  readonly speciesId: SpeciesId;
}

/** New tubs of one size in rows, staggered over a cycle on days the keeper has time; what each takes is worked out before the eyes. */
export function NewTubs({
  firstNumber,
  roomId,
  onClose,
}: {
  /** Where the others stand. */
  readonly roomId?: string | undefined;
  readonly firstNumber: number;
  readonly onClose: () => void;
}) {
  const { rooms, today, units, author, keep } = useSession();
  const unit = DEFAULT_UNIT[units].length;
  const [typed, setTyped] = useState<Typed>({
    tubs: "4",
    rows: "1",
    cycle: String(CYCLE_DAYS.usual),
    wide: units === "us" ? "12 in" : "30 cm",
    long: units === "us" ? "16 in" : "40 cm",
    deep: units === "us" ? "6 in" : "15 cm",
    start: today,
    roomId: roomId ?? rooms[0]?.id ?? "",
    speciesId: "fetida",
  });
  const [free, setFree] = useState<readonly number[]>([]);
  const set = (change: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...change }));
  const side = (text: string) => {
    const read = parseQuantity(text, "length", unit);
    return read.ok && read.value >= 0.05 && read.value <= 4 ? read.value : undefined;
  };
  const [widthM, lengthM, depthM] = [side(typed.wide), side(typed.long), side(typed.deep)];
  const [tubs, rows, cycle] = [
    readWhole(typed.tubs) ?? 0,
    readWhole(typed.rows) ?? 0,
    readWhole(typed.cycle) ?? 0,
  ];
  const start = localDate.safeParse(typed.start);
  const size =
    widthM && lengthM && depthM ? { widthM, lengthM, depthM, speciesId: typed.speciesId } : undefined;
  const usual = size && wormsFor(size);
  const plan = tubs > 0 && tubs <= 500 && rows > 0 && cycle > 0 && start.success ? staggered(tubs, rows, cycle, start.data, free) : undefined; // prettier-ignore
  const { faults: fault, kept } = useTypedForm(typed, () => {
    const faults: Record<string, string> = {};
    if (!(tubs >= 1 && tubs <= 500)) faults.tubs = "1 to 500 tubs.";
    if (!(rows >= 1 && rows <= 26)) faults.rows = "1 to 26 rows.";
    if (cycle < CYCLE_DAYS.least || cycle > CYCLE_DAYS.most)
      faults.cycle = `${CYCLE_DAYS.least} to ${CYCLE_DAYS.most} days.`;
    for (const [name, value] of [
      ["wide", widthM],
      ["long", lengthM],
      ["deep", depthM],
    ] as const)
      if (value === undefined)
        faults[name] = `A length between ${units === "us" ? "2 in and 13 ft" : "5 cm and 4 m"}.`;
    if (!start.success || start.data < today) faults.start = "A day that is not in the past.";
    if (typed.roomId === "") faults.roomId = "Which room? Rooms come with the first bin.";
    return readAs(size && plan && { size, plan }, faults);
  });
  const save = kept(async (found) => {
    const actId = newId();
    let number = firstNumber;
    const made = await Promise.all(
      found.plan.flatMap(({ row, tubs: many, setOn }) =>
        Array.from({ length: many }, async () => {
          const id = newId();
          const name = `Tub ${number}`;
          number += 1;
          const facts = { name, role: "tub", row, roomId: typed.roomId, madeOn: today, ...found.size } satisfies Omit<TubInput, "id" | "schemaVersion" | "rowId" | "revision" | "recordedAt" | "deviceId" | "deleted">; // prettier-ignore
          return [
            author.first("tubs", facts, id),
            ...(await author.entries({ kind: "tub", id }, today, [{ kind: "tubDue", dueOn: setOn, actId }])),
          ];
        }),
      ),
    );
    const saved = await keep(`${tubs} ${tubs === 1 ? "tub" : "tubs"} begun`, made.flat());
    if (saved.ok) onClose();
  });
  const text = (label: string, name: keyof typeof typed, helper?: string) => (
    <PlainField
      label={label}
      typed={typed[name]}
      onTyped={(next) => set({ [name]: next })}
      fault={fault[name]}
      {...(helper === undefined ? {} : { helper })}
    />
  );
  return (
    <FormDialog
      title="New breeding tubs"
      keep={`begin ${tubs || ""} tubs`}
      size="md"
      onSave={save}
      onClose={onClose}
    >
      <div className={styles.fields}>
        {text("How many tubs", "tubs")}
        {text("In how many rows", "rows", "each is worked with on one day")}
        {text("Days of the cycle", "cycle")}
        {text("Width inside", "wide")}
        {text("Length inside", "long")}
        {text("Depth of bedding", "deep")}
        <SelectField
          label="Species"
          value={typed.speciesId}
          options={optionsOf(SPECIES, NAMES)}
          onChoose={(speciesId) => set({ speciesId })}
          helper="one to a tub, kept apart"
        />
        <SelectField
          label="Room"
          value={typed.roomId}
          fault={fault.roomId}
          options={rooms.map(({ id, name }) => ({ value: id, label: name }))}
          onChoose={(roomId) => set({ roomId })}
        />
        <DayField
          label="The first is set on"
          day={typed.start}
          onDay={(day) => set({ start: day })}
          fault={fault.start}
          from={today}
        />
      </div>
      <fieldset className={styles.free}>
        <legend>Days with time for it; none ticked, any</legend>
        {DAYS.map((day) => (
          <label key={day}>
            <input
              type="checkbox"
              checked={free.includes(day)}
              onChange={() =>
                setFree((before) =>
                  before.includes(day) ? before.filter((one) => one !== day) : [...before, day],
                )
              }
            />
            {DAY_NAMES[day]}
          </label>
        ))}
      </fieldset>
      {size && usual && (
        <p>
          {formatArea(usual.areaM2, units)} each: about <b>{formatCount(usual.count)}</b> grown worms,{" "}
          {formatMass(usual.massKg, units)}
          {tubs > 1 && `; ${formatMass(tubs * usual.massKg, units, "bucket")} for all`}. A full tub weighs
          about {formatMass(tubWeighsKg(size), units, "bucket")}.
        </p>
      )}
      {plan && (
        <ul className={styles.plan}>
          {plan.map(({ row, tubs: many, setOn }) => (
            <li key={row}>
              <b>{row}</b>: {many} {many === 1 ? "tub" : "tubs"}, set {weekdayName(setOn)} {shortDay(setOn)},
              sieved every {cycle} days
            </li>
          ))}
        </ul>
      )}
    </FormDialog>
  );
}
