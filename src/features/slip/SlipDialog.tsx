"use client";
import type { BinToday } from "@/core/round/round";
import type { Entry } from "@/records/entry";
import { useDraft } from "@/session/draft";
import type { SlipKind } from "@/session/errand";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import type { FormEvent } from "react";
import { useState } from "react";
import { SlipFields } from "./SlipFields";
import styles from "./Slip.module.css";
import type { SlipContext } from "./slipTyped";
import { emptySlip, slipFacts, slipOf } from "./slipTyped";

const TITLES: Record<SlipKind, string> = {
  fed: "Feed",
  watered: "Water",
  bedded: "Bedding",
  measured: "Measure",
  turned: "Turn",
  harvested: "Harvest",
  noted: "Note",
};
const KEEP: Record<SlipKind, string> = {
  fed: "Keep the meal",
  watered: "Keep the water",
  bedded: "Keep the bedding",
  measured: "Keep the readings",
  turned: "Keep: it was turned",
  harvested: "Keep the harvest",
  noted: "Keep the note",
};
const DONE: Record<SlipKind, string> = {
  fed: "fed",
  watered: "watered",
  bedded: "bedded",
  measured: "measured",
  turned: "turned",
  harvested: "harvested",
  noted: "noted",
};

/** One short entry outside a visit, or the correction of one. */
export function SlipDialog({
  one,
  slip,
  correct,
  onClose,
}: {
  readonly one: BinToday;
  readonly slip: SlipKind;
  readonly correct: Entry | undefined;
  readonly onClose: () => void;
}) {
  const { db, today, units, author, keep, materials } = useSession();
  const { bin, state } = one;
  const context: SlipContext = { state, firstDay: bin.firstDay, today, units, own: materials };
  const opened = (correct && slipOf(correct, context)?.typed) ?? emptySlip(slip, context);
  const draft = useDraft(db, `slip/${slip}/${bin.id}/${correct?.id ?? ""}`, opened);
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const [status, setStatus] = useState<"open" | "saving">("open");

  const save = async (event: FormEvent) => {
    event.preventDefault();
    const outcome = slipFacts(slip, draft.typed, context);
    if (!outcome.ok) return setFaults(outcome.problem.fields);
    setFaults({});
    setStatus("saving");
    const { day, facts } = outcome.value;
    const rows = correct
      ? [author.revised("entries", withoutFacts(correct), { ...facts, day })]
      : await author.entries(bin.id, day, [facts]);
    const kept = await keep(
      correct ? `${bin.name}: ${DONE[slip]}, corrected` : `${bin.name}: ${DONE[slip]}`,
      rows,
    );
    setStatus("open");
    if (!kept.ok) return;
    await draft.clear();
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="slip-title">
      <form onSubmit={(event) => void save(event)} noValidate>
        <DialogTitle id="slip-title">
          {TITLES[slip]} <span className={styles.of}>{bin.name}</span>
        </DialogTitle>
        <DialogContent className={styles.content}>
          <SlipFields slip={slip} typed={draft.typed} set={draft.set} faults={faults} setup={state.setup} />
          <div className={styles.last}>
            <TextField
              type="date"
              label="Day"
              value={draft.typed.day}
              onChange={(event) => draft.set((before) => ({ ...before, day: event.target.value }))}
              error={faults.day !== undefined}
              helperText={faults.day ?? " "}
              slotProps={{ htmlInput: { min: bin.firstDay, max: today }, inputLabel: { shrink: true } }}
            />
            <TextField
              label={slip === "noted" ? "Note" : "A note, if you like"}
              value={draft.typed.note}
              multiline
              autoFocus={slip === "noted" || slip === "turned"}
              onChange={(event) => draft.set((before) => ({ ...before, note: event.target.value }))}
              error={faults.note !== undefined}
              helperText={faults.note ?? " "}
              slotProps={{ htmlInput: { maxLength: 2000 } }}
            />
          </div>
        </DialogContent>
        <DialogActions className={styles.actions}>
          <Button onClick={onClose}>leave it</Button>
          <Button type="submit" variant="contained" disabled={status === "saving"}>
            {KEEP[slip]}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** What a revision keeps of the entry it corrects: whose it is and its place in the day, not its old facts. */
function withoutFacts(entry: Entry): Entry {
  const { id, subject, seq, day, visitId, actId, revision, rowId, recordedAt, deviceId, schemaVersion } =
    entry;
  return {
    id,
    subject,
    seq,
    day,
    revision,
    rowId,
    recordedAt,
    deviceId,
    schemaVersion,
    ...(visitId ? { visitId } : {}),
    ...(actId ? { actId } : {}),
  } as Entry;
}
