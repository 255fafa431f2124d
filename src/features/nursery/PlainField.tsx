import TextField from "@mui/material/TextField";

/** A short text as it is typed, with what is wrong beneath it. */
export function PlainField({
  label,
  typed,
  onTyped,
  fault,
  helper = " ",
}: {
  readonly label: string;
  readonly typed: string;
  readonly onTyped: (text: string) => void;
  readonly fault?: string | undefined;
  readonly helper?: string;
}) {
  return (
    <TextField
      label={label}
      value={typed}
      error={fault !== undefined}
      helperText={fault ?? helper}
      onChange={({ target }) => onTyped(target.value)}
      slotProps={{ htmlInput: { autoComplete: "off", maxLength: 40 } }}
    />
  );
}
