import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";

/** One of a few, from a list that opens. `empty`: the words for saying nothing. */
export function SelectField<V extends string>({
  label,
  value,
  options,
  onChoose,
  empty,
  fault,
  helper = " ",
}: {
  readonly label: string;
  readonly value: V;
  readonly options: readonly { readonly value: V; readonly label: string }[];
  readonly onChoose: (value: V) => void;
  readonly empty?: string | undefined;
  readonly fault?: string | undefined;
  readonly helper?: string | undefined;
}) {
  return (
    <TextField
      select
      label={label}
      value={value}
      error={fault !== undefined}
      helperText={fault ?? helper}
      onChange={({ target }) => onChoose(target.value as V)}
      {...(empty === undefined
        ? {}
        : { slotProps: { select: { displayEmpty: true }, inputLabel: { shrink: true } } })}
    >
      {empty !== undefined && <MenuItem value="">{empty}</MenuItem>}
      {options.map((option) => (
        <MenuItem key={option.value} value={option.value}>
          {option.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Options of a vocabulary, in its words. */
export const optionsOf = <V extends string>(
  values: readonly V[],
  words: Readonly<Record<V, string>>,
): { readonly value: V; readonly label: string }[] => values.map((value) => ({ value, label: words[value] }));
