"use client";
import { useSession } from "@/session/session";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Snackbar from "@mui/material/Snackbar";

/** What was just done, with a way back; what went wrong stays until it is put away. */
export function Notices() {
  const { notice, say, undoLast, redoChange } = useSession();
  const isProblem = notice?.tone === "problem";
  const close = () => say(undefined);
  const change = notice?.change;
  const action = change && (
    <Button
      size="small"
      color="inherit"
      onClick={() => void (change.offer === "undo" ? undoLast() : redoChange(change.no))}
    >
      {change.offer === "undo" ? "Take it back" : "Put it back"}
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
