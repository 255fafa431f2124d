"use client";
import { AmountField } from "@/ui/field/AmountField";
import { SelectField } from "@/ui/field/SelectField";
import type { FactAbout } from "@/records/entry/about";
import { ofBin } from "@/session/author";
import { fedCompartment } from "@/core/bin/system";
import { asBedding } from "@/core/mixing/fromStore";
import { DEFAULT_UNIT, formatMass, formatTemperature } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { UnreadAmount } from "@/core/quantity/readAmount";
import { readMass } from "@/core/quantity/readAmount";
import { sayUnreadable } from "@/core/quantity/words";
import type { BatchToday } from "@/session/batches";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { QuantityField } from "@/ui/field/QuantityField";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { localDate } from "@/vocabulary/fields";

export type BatchSlip = "measured" | "turned" | "watered" | "removed";
const WORDS: Record<BatchSlip, { readonly title: string; readonly keep: string; readonly label: string }> = {
  measured: { title: "Measure its middle", keep: "Keep the reading", label: "Temperature, probe" },
  turned: { title: "Turned it", keep: "Keep: it was turned", label: "" },
  watered: { title: "Water", keep: "Keep the water", label: "Water" },
  removed: { title: "Take some", keep: "Keep what was taken", label: "Taken" },
};

/** One thing done to a batch, on a day. */
export function BatchSlipDialog({
  one,
  slip,
  onClose,
}: {
  readonly one: BatchToday;
  readonly slip: BatchSlip;
  readonly onClose: () => void;
}) {
  const { db, units, today, author, keep, bins, measures } = useSession();
  const { batch, state } = one;
  const draft = useDraft(db, `batch/${slip}/${batch.id}`, {
    amount: "",
    day: String(today),
    into: "",
    part: "",
  });
  const into = bins?.find(({ bin }) => bin.id === draft.typed.into);
  const parts = into?.state.setup?.compartments ?? [];
  const part = parts.length > 1 ? (parts.find(({ id }) => id === draft.typed.part) ?? fedCompartment(into!.state.setup!)) : undefined; // prettier-ignore
  const unit = DEFAULT_UNIT[units].temperature;

  const batchKgPerL = batch.volumeL > 0 ? batch.massKg / batch.volumeL : 0.5;
  /** By the scale, by the bucket, or by a container of one's own: litres of a batch weigh what the batch does. */
  const inBase = (text: string): Outcome<number, UnreadAmount> => {
    if (slip === "measured") {
      const read = parseQuantity(text, "temperature", unit);
      return read.ok ? read : refused({ code: "amount/unreadable", sentence: sayUnreadable(read.problem) });
    }
    // Water weighs a kilogram a litre, so its kilograms are its litres.
    const kgPerL = slip === "watered" ? 1 : batchKgPerL;
    const read = readMass(text, slip === "watered" ? "liquid" : "bulk", measures, kgPerL);
    return read.ok ? done(read.value.massKg) : read;
  };
  const { faults, kept } = useTypedForm(draft.typed, (now) => {
    const found: Record<string, string> = {};
    const day = localDate.safeParse(now.day);
    if (!day.success) found.day = "This is not a day of the calendar.";
    else if (day.data > today) found.day = "That day has not come yet.";
    else if (day.data < batch.mixedOn) found.day = "It was not mixed yet on that day.";
    const amount = slip === "turned" ? undefined : inBase(now.amount);
    if (amount && !amount.ok) found.amount = amount.problem.sentence;
    if (amount?.ok && slip === "removed" && amount.value > state.leftKg * 1.001 + 0.005)
      found.amount = `Only ${formatMass(state.leftKg, units, "bucket")} are left: take that, or correct the batch.`;
    if (amount?.ok && slip !== "measured" && amount.value === 0) found.amount = "Nothing is not an amount.";
    if (amount?.ok && slip === "measured" && (amount.value < -20 || amount.value > 90))
      found.amount = "No heap is like that: is the unit right?";
    if (slip === "removed" && into && state.stage.is !== "fit")
      found.into = "It is not fit for worms yet: let it cool and ripen first.";
    if (into && day.success && day.data < into.bin.firstDay)
      found.day = `${into.bin.name} did not exist on that day.`;
    return readAs(day.success ? { day: day.data, value: amount?.ok ? amount.value : 0 } : undefined, found);
  });
  const save = kept(async ({ day, value }) => {
    const typed = draft.typed.amount.trim();
    const facts: Record<BatchSlip, FactAbout<"batch">> = {
      measured: {
        kind: "looked",
        lid: "closed",
        readings: [{ of: "temperature", temperatureC: value, instrument: "probe", spot: "middle" }],
      },
      turned: { kind: "turned" },
      watered: { kind: "watered", amount: { volumeL: value, measuredBy: "volume", typed } },
      removed: { kind: "removed", what: "contents", amount: { massKg: value, measuredBy: "weighed", typed } },
    };
    const actId = newId();
    const isInto = slip === "removed" && into !== undefined;
    const saved = await keep(isInto ? `${batch.name} into ${into.bin.name}` : `${batch.name}: ${slip}`, [
      ...(await author.entries({ kind: "batch", id: batch.id }, day, [
        { ...facts[slip], ...(isInto ? { actId } : {}) },
      ])),
      ...(isInto
        ? await author.entries(ofBin(into.bin.id), day, [
            {
              kind: "bedded",
              ...(part ? { compartment: part.id } : {}),
              parts: asBedding(batch, value),
              note: `From the store: ${batch.name}.`,
              actId,
            },
          ])
        : []),
    ]);
    if (!saved.ok) return;
    await draft.clear();
    onClose();
  });
  return (
    <FormDialog
      title={WORDS[slip].title}
      of={batch.name}
      keep={WORDS[slip].keep}
      size="xs"
      onSave={save}
      onClose={onClose}
    >
      {(slip === "watered" || slip === "removed") && (
        <AmountField
          label={WORDS[slip].label}
          of={slip === "watered" ? "liquid" : "bulk"}
          {...(slip === "removed" ? { kgPerL: batchKgPerL } : {})}
          typed={draft.typed.amount}
          onTyped={(amount) => draft.set((before) => ({ ...before, amount }))}
          fault={faults.amount}
        />
      )}
      {slip === "measured" && (
        <QuantityField
          label={WORDS[slip].label}
          dimension="temperature"
          unit={unit}
          typed={draft.typed.amount}
          onTyped={(amount) => draft.set((before) => ({ ...before, amount }))}
          fault={faults.amount}
          echo={(value) => formatTemperature(value, units)}
        />
      )}
      {slip === "removed" && bins && bins.length > 0 && (
        <SelectField
          label="Into which bin"
          value={draft.typed.into}
          fault={faults.into}
          onChoose={(value) => draft.set((before) => ({ ...before, into: value }))}
          empty="none of mine"
          options={bins.map(({ bin }) => ({ value: bin.id, label: bin.name }))}
        />
      )}
      {slip === "removed" && part && (
        <SelectField
          label="Into which part"
          value={part.id}
          onChoose={(value) => draft.set((before) => ({ ...before, part: value }))}
          options={parts.map(({ id, name }, at) => ({ value: id, label: name ?? `part ${at + 1}` }))}
        />
      )}
      <DayField
        day={draft.typed.day}
        onDay={(day) => draft.set((before) => ({ ...before, day: day }))}
        fault={faults.day}
        from={batch.mixedOn}
        to={today}
      />
    </FormDialog>
  );
}
