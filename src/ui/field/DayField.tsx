import TextField from "@mui/material/TextField";

/** A calendar day; what is typed stays as typed until it is judged. */
export function DayField({
  label = "Day",
  day,
  onDay,
  fault,
  helper,
  from,
  to,
  isFixed = false,
}: {
  readonly label?: string;
  readonly day: string;
  readonly onDay: (day: string) => void;
  readonly fault?: string | undefined;
  readonly helper?: string | undefined;
  readonly from?: string;
  readonly to?: string;
  readonly isFixed?: boolean;
}) {
  return (
    <TextField
      type="date"
      label={label}
      value={day}
      disabled={isFixed}
      error={fault !== undefined}
      helperText={fault ?? helper ?? " "}
      onChange={({ target }) => onDay(target.value)}
      slotProps={{
        htmlInput: { ...(from ? { min: from } : {}), ...(to ? { max: to } : {}) },
        inputLabel: { shrink: true },
      }}
    />
  );
}
