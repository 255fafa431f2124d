"use client";
import { sayRecord } from "@/core/words/record";
import { formatVolume } from "@/core/quantity/format";
import type { Entry } from "@/records/entry";
import type { Asked } from "@/session/questions";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import styles from "./Correct.module.css";

const MOST_TOLD = 6;

/** An amount far beyond what its bin holds, asked back before it is kept: most often a slip of the unit. */
export function BeyondDialog({ asked }: { readonly asked: Extract<Asked, { of: "beyond" }> }) {
  const { units } = useSession();
  const { facts, answer } = asked;
  return (
    <Dialog
      open
      onClose={() => answer(undefined)}
      onKeyDown={(event) => event.stopPropagation()}
      fullWidth
      maxWidth="xs"
      aria-labelledby="beyond"
    >
      <DialogTitle id="beyond">Is that right?</DialogTitle>
      <DialogContent>
        <ul className={styles.beyond}>
          {facts.slice(0, MOST_TOLD).map(({ row, binName, holdsL }) => (
            <li key={row.rowId}>
              <b>{binName}</b>: {sayRecord("entries", row as Entry, units)}. The whole bin holds{" "}
              {formatVolume(holdsL, units)}.
            </li>
          ))}
          {facts.length > MOST_TOLD && <li>and {facts.length - MOST_TOLD} more like it</li>}
        </ul>
        <p className={styles.clashLead}>Nothing is kept yet. Often it is the unit: g for kg, mL for L.</p>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={() => answer(undefined)}>
          Let me mend it
        </Button>
        <Button variant="outlined" onClick={() => answer(true)}>
          It is right, keep it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
