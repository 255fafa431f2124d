"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";

/** Asks before a demo that was worked in is put away. */
export const AfreshDialog = ({
  changed,
  onClose,
  onRestart,
}: {
  /** Changes kept in it so far. */
  readonly changed: number;
  readonly onClose: () => void;
  readonly onRestart: () => void;
}) => (
  <Dialog open onClose={onClose} aria-labelledby="afresh-title">
    <DialogTitle id="afresh-title">Start the demo afresh?</DialogTitle>
    <DialogContent>
      {changed === 1 ? "One thing" : `${changed} things`} you kept here would be put away with it. You can
      take it back right after.
    </DialogContent>
    <DialogActions>
      <Button onClick={onClose}>leave it as it is</Button>
      <Button variant="contained" onClick={onRestart}>
        Start it afresh
      </Button>
    </DialogActions>
  </Dialog>
);
