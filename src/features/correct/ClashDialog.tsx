"use client";
import { dayAndMonth } from "@/core/calendar/day";
import { sayEntry } from "@/core/words/entry";
import type { Clashing } from "@/persistence/write";
import type { AskedClash } from "@/session/clashes";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import styles from "./Correct.module.css";
import { clashLines } from "./clashLines";

/** A line that was changed here and elsewhere: both values side by side, and whose word stands. */
export function ClashDialog({ asked }: { readonly asked: AskedClash }) {
  const { units, bins } = useSession();
  const setupOf = ({ standing }: Clashing) =>
    "subject" in standing
      ? bins?.find(({ bin }) => (bin.id as string) === standing.subject.id)?.state.setup
      : undefined;
  return (
    <Dialog
      open
      onClose={() => asked.answer(undefined)}
      onKeyDown={(event) => event.stopPropagation()}
      fullWidth
      maxWidth="sm"
      aria-labelledby="clash"
    >
      <DialogTitle id="clash">Changed in two places</DialogTitle>
      <DialogContent>
        <p className={styles.clashLead}>
          In another tab or on another device something else was written on the same line since you opened
          this. Nothing of yours is kept yet, and nothing of either is lost.
        </p>
        {asked.clashing.map((one) => (
          <section key={one.standing.id} className={styles.clash}>
            <h3>{titleOf(one, units)}</h3>
            {clashLines(one, units, setupOf(one)).map(({ label, mine, standing }) => (
              <dl key={label} aria-label={label}>
                <div>
                  <dt>{label}, as it stands</dt>
                  <dd>{standing}</dd>
                </div>
                <div>
                  <dt>{label}, as you wrote it</dt>
                  <dd>{mine}</dd>
                </div>
              </dl>
            ))}
          </section>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => asked.answer(undefined)}>back to what I typed</Button>
        <Button variant="outlined" onClick={() => asked.answer("standing")}>
          Leave what stands
        </Button>
        <Button variant="contained" onClick={() => asked.answer("mine")}>
          Write mine
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const titleOf = ({ standing }: Clashing, units: Parameters<typeof sayEntry>[1]): string =>
  "subject" in standing
    ? `${sayEntry(standing, units).verb}, ${dayAndMonth(standing.day)}`
    : "name" in standing && typeof standing.name === "string"
      ? standing.name
      : "Settings";
