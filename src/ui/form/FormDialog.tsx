"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import type { ReactNode } from "react";
import { useId } from "react";
import styles from "./FormDialog.module.css";
import { KeptForm } from "./KeptForm";

/** A few fields, kept by one press, however often it is pressed, or left as they were. Keys typed inside stay inside. */
export function FormDialog({
  title,
  of,
  keep,
  leave = "leave it",
  size = "sm",
  isWaiting = false,
  aside,
  onSave,
  onClose,
  children,
}: {
  readonly title: string;
  /** What it is about, in quiet letters after the title. */
  readonly of?: string;
  /** What the press does. */
  readonly keep: string;
  readonly leave?: string;
  readonly size?: "xs" | "sm" | "md" | "lg";
  /** What the press rests on is still being read. */
  readonly isWaiting?: boolean;
  /** Another way out, at the far end. */
  readonly aside?: ReactNode;
  readonly onSave: () => Promise<unknown>;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const id = useId();
  return (
    <Dialog
      open
      onClose={onClose}
      onKeyDown={(event) => event.stopPropagation()}
      fullWidth
      maxWidth={size}
      transitionDuration={{ enter: 180, exit: 0 }}
      aria-labelledby={id}
      slotProps={{ paper: { className: styles.paper! } }}
    >
      <KeptForm className={styles.form} onSave={onSave}>
        {(isBusy) => (
          <>
            <DialogTitle id={id}>
              {title} {of && <span className={styles.of}>{of}</span>}
            </DialogTitle>
            <DialogContent className={styles.content}>{children}</DialogContent>
            <DialogActions className={styles.actions}>
              {aside}
              {aside && <span className={styles.spring} />}
              <Button onClick={onClose}>{leave}</Button>
              <Button type="submit" variant="contained" disabled={isBusy || isWaiting}>
                {keep}
              </Button>
            </DialogActions>
          </>
        )}
      </KeptForm>
    </Dialog>
  );
}
