"use client";
import { useSession } from "@/session/session";
import { useNotice } from "@/session/notices";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Snackbar from "@mui/material/Snackbar";

/** What was just done, with a way back; what went wrong stays until it is put away. */
export function Notices() {
  const { say, undoChange, redoChange } = useSession();
  const notice = useNotice();
  const isProblem = notice?.tone === "problem";
  const close = () => say(undefined);
  const change = notice?.change;
  const way =
    notice?.way ??
    (change && {
      label: change.offer === "undo" ? "Take it back" : "Put it back",
      take: () => void (change.offer === "undo" ? undoChange(change) : redoChange(change)),
    });
  const action = way && (
    <Button size="small" color="inherit" onClick={way.take}>
      {way.label}
    </Button>
  );
  return (
    <Snackbar
      key={notice?.text}
      open={notice !== undefined}
      autoHideDuration={isProblem ? null : 9_000}
      onClose={(_, reason) => reason !== "clickaway" && close()}
      anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      {...(isProblem ? {} : { message: notice?.text, action })}
    >
      {isProblem ? (
        <Alert severity="error" variant="filled" onClose={close}>
          {notice.text}
        </Alert>
      ) : undefined}
    </Snackbar>
  );
}
