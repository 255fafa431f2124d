import type { BesideTyped } from "@/core/log/beside";
import TextField from "@mui/material/TextField";

/** What may be written beside any entry: a note, and who did it. */
export function BesideFields({
  typed,
  onTyped,
  label = "A note, if you like",
  fault,
  isFirst = false,
}: {
  readonly typed: BesideTyped;
  readonly onTyped: (change: Partial<BesideTyped>) => void;
  readonly label?: string;
  readonly fault?: string | undefined;
  /** Whether the note is what one came for. */
  readonly isFirst?: boolean;
}) {
  return (
    <>
      <TextField
        label={label}
        value={typed.note}
        multiline
        autoFocus={isFirst}
        onChange={({ target }) => onTyped({ note: target.value })}
        error={fault !== undefined}
        helperText={fault ?? " "}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <TextField
        label="Who did it"
        placeholder="you"
        value={typed.helper}
        onChange={({ target }) => onTyped({ helper: target.value })}
        helperText=" "
        slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" }, inputLabel: { shrink: true } }}
      />
    </>
  );
}
