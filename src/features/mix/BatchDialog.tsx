"use client";
import { ripening } from "@/core/batch/ripen";
import { dayAndMonth, span, daysBetween } from "@/core/calendar/day";
import { batchIdOf, batchParts } from "@/core/mixing/fromStore";
import { DEFAULT_UNIT, formatMass, formatTemperature, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { newId } from "@/session/author";
import { useSession } from "@/session/session";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { QuantityField } from "@/ui/field/QuantityField";
import { name as nameField } from "@/vocabulary/fields";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import styles from "./Mix.module.css";
import type { Bench } from "./useBench";
import { nameOfMix } from "./useBench";

/** The mix becomes a batch in the store: named, dated, with the days to turn it and the day it is fit. */
export function BatchDialog({ bench, onClose }: { readonly bench: Bench; readonly onClose: () => void }) {
  const { units, today, author, keep } = useSession();
  const router = useRouter();
  const unit = DEFAULT_UNIT[units].temperature;
  const [name, setName] = useState(nameOfMix(bench));
  const [place, setPlace] = useState(formatToEdit(16, "temperature", unit));
  const { report, reading } = bench;
  const read = parseQuantity(place, "temperature", unit);
  const placeC = read.ok ? read.value : 16;
  const plan = ripening({
    parts: reading.parts,
    volumeL: report.dry.volumeL,
    moisture: report.moisture,
    cn: report.cn,
    placeC,
    mixedOn: today,
  });
  const typed = useMemo(() => ({ name, place }), [name, place]);
  const { faults, kept } = useTypedForm(typed, () => {
    const named = nameField.safeParse(name);
    const made = madeOf(bench);
    const short = made.taken.find(
      ({ batch, massKg }) => massKg > (leftOf(bench, batch.id) ?? 0) * 1.001 + 0.005,
    );
    return readAs(named.success ? { named: named.data, made } : undefined, {
      name: !named.success
        ? "A name of 1 to 80 letters."
        : short &&
          `There are only ${formatMass(leftOf(bench, short.batch.id) ?? 0, units, "bucket")} of ${short.batch.name} left.`,
      place: !read.ok
        ? sayUnreadable(read.problem)
        : placeC < -20 || placeC > 60
          ? "No room is like that: is the unit right?"
          : undefined,
    });
  });
  const save = kept(async ({ named, made }) => {
    const actId = newId();
    const taken = await Promise.all(
      made.taken.map(({ batch, massKg }) =>
        author.entries({ kind: "batch", id: batch.id }, today, [
          {
            kind: "removed",
            what: "contents",
            amount: { massKg, measuredBy: "weighed" },
            note: `Into ${named}.`,
            actId,
          },
        ]),
      ),
    );
    const saved = await keep(`${named}: put to ripen`, [
      author.first("batches", {
        name: named,
        mixedOn: today,
        parts: made.parts,
        waterL: report.waterL + made.waterL,
        massKg: report.whole.massKg,
        moisture: report.moisture,
        volumeL: report.dry.volumeL,
        ...(report.cn === undefined ? {} : { cn: Math.min(10_000, report.cn) }),
        placeC,
        ...plan,
      }),
      ...taken.flat(),
    ]);
    if (!saved.ok) return;
    await bench.clear();
    router.push("/store");
  });
  const days = daysBetween(today, plan.ripeFrom);
  return (
    <FormDialog
      title="Put it to ripen"
      keep="Put it in the store"
      leave="leave it on the bench"
      onSave={save}
      onClose={onClose}
    >
      <TextField
        label="What the label says"
        value={name}
        error={faults.name !== undefined}
        helperText={faults.name ?? " "}
        onChange={({ target }) => setName(target.value)}
        slotProps={{ htmlInput: { maxLength: 120, autoComplete: "off" } }}
      />
      <QuantityField
        label="Warmth where it stands"
        dimension="temperature"
        unit={unit}
        typed={place}
        onTyped={setPlace}
        echo={(value) => formatTemperature(value, units)}
        fault={faults.place}
      />
      <p className={styles.plan}>
        <b>
          {days <= 0
            ? "Fit as soon as it is wetted through."
            : `Not before ${dayAndMonth(plan.ripeFrom, today)}, rather by ${dayAndMonth(plan.ripeBy, today)}.`}
        </b>{" "}
        {days > 0 && `That is ${span(days)} at the soonest: a rough rule, a heap tells you better.`}
      </p>
      {plan.turnDays.length > 0 && (
        <p className={styles.plan}>
          Turn it on{" "}
          {plan.turnDays
            .slice(0, 6)
            .map((day) => dayAndMonth(day, today))
            .join(", ")}
          {plan.turnDays.length > 6 && ` and ${plan.turnDays.length - 6} times more`}.
        </p>
      )}
      {plan.heats && (
        <p className={styles.short}>
          It will heat. Measure its middle after each turning; worms go in only after two days at or below{" "}
          {formatTemperature(30, units)}.
        </p>
      )}
    </FormDialog>
  );
}

const leftOf = (bench: Bench, batchId: string): number | undefined =>
  bench.stored.find(({ batch }) => batch.id === batchId)?.state.leftKg;

/** What the mix is made of in the end: batches of the store are taken apart again, and their water with them. */
function madeOf({ reading, stored }: Bench) {
  const taken = reading.parts.flatMap(({ material, massKg }) => {
    const from = stored.find(({ batch }) => batch.id === batchIdOf(material.id));
    return from && massKg > 0 ? [{ batch: from.batch, massKg }] : [];
  });
  const apart = taken.map(({ batch, massKg }) => batchParts(batch, massKg));
  return {
    taken,
    waterL: apart.reduce((sum, { waterL }) => sum + waterL, 0),
    parts: [
      ...reading.parts.flatMap(({ material, massKg }) =>
        massKg > 0 && batchIdOf(material.id) === undefined
          ? [{ use: material.use, materialId: material.id, massKg, moisture: material.moisture }]
          : [],
      ),
      ...apart.flatMap(({ parts }) => parts),
    ],
  };
}
