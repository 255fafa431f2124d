"use client";
import type { BinToday } from "@/core/round/round";
import { ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import type { SlipKind } from "@/session/errand";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/form/FormDialog";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { BesideFields } from "@/ui/field/BesideFields";
import { SlipFields } from "./SlipFields";
import styles from "./Slip.module.css";
import type { SlipContext } from "./slipTyped";
import { emptySlip, slipFacts } from "./slipTyped";

const TITLES: Record<SlipKind, string> = {
  fed: "Feed",
  watered: "Water",
  bedded: "Bedding",
  measured: "Measure",
  turned: "Loosen",
  harvested: "Harvest",
  noted: "Note",
};
const KEEP: Record<SlipKind, string> = {
  fed: "Keep the meal",
  watered: "Keep the water",
  bedded: "Keep the bedding",
  measured: "Keep the readings",
  turned: "Keep: it was loosened",
  harvested: "Keep the harvest",
  noted: "Keep the note",
};
const DONE: Record<SlipKind, string> = {
  fed: "fed",
  watered: "watered",
  bedded: "bedded",
  measured: "measured",
  turned: "loosened",
  harvested: "harvested",
  noted: "noted",
};

/** One short entry outside a visit. */
export function SlipDialog({
  one,
  slip,
  place,
  helper,
  onClose,
}: {
  readonly one: BinToday;
  readonly slip: SlipKind;
  readonly place: number | undefined;
  readonly helper: string | undefined;
  readonly onClose: () => void;
}) {
  const { db, today, units, author, keep, settings } = useSession();
  const { bin, state } = one;
  const context: SlipContext = {
    state,
    firstDay: bin.firstDay,
    today,
    units,
    containers: settings?.containers ?? [],
  };
  const usual = emptySlip(slip, context);
  const draft = useDraft(
    db,
    `slip/${slip}/${bin.id}${place === undefined ? "" : `/${place}`}${helper ? "/helped" : ""}`,
    { ...usual, ...(place === undefined ? {} : { place: String(place) }), ...(helper ? { helper } : {}) },
  );
  const { faults, kept } = useTypedForm(draft.typed, (typed) => slipFacts(slip, typed, context));

  const save = kept(async ({ day, facts }) => {
    const saved = await keep(`${bin.name}: ${DONE[slip]}`, await author.entries(ofBin(bin.id), day, [facts]));
    if (!saved.ok) return;
    await draft.clear();
    onClose();
  });
  return (
    <FormDialog title={TITLES[slip]} of={bin.name} keep={KEEP[slip]} onSave={save} onClose={onClose}>
      <SlipFields slip={slip} typed={draft.typed} set={draft.set} faults={faults} setup={state.setup} />
      <div className={styles.last}>
        <DayField
          day={draft.typed.day}
          onDay={(day) => draft.set((before) => ({ ...before, day: day }))}
          fault={faults.day}
          from={bin.firstDay}
          to={today}
        />
        <BesideFields
          {...(slip === "noted" ? { label: "Note" } : {})}
          typed={draft.typed}
          onTyped={(change) => draft.set((before) => ({ ...before, ...change }))}
          fault={faults.note}
          isFirst={slip === "noted" || slip === "turned"}
        />
      </div>
    </FormDialog>
  );
}
