"use client";
import type { AmountOf, Beside } from "@/core/quantity/readAmount";
import { asksFor, withPieces } from "@/core/quantity/readAmount";
import { formatMass } from "@/core/quantity/format";
import type { Measures } from "@/core/quantity/parse";
import { readQuantity } from "@/core/quantity/parse";
import { sayRead, sayUnreadable } from "@/core/quantity/words";
import TextField from "@mui/material/TextField";
import type { Ref } from "react";
import { Fault } from "./Fault";
import { useMeasures } from "./measures";
import { useScaleReading } from "./scaleReading";
import { TakeReading } from "./TakeReading";

/** So much of something, as a keeper says it: by weight, volume, container, count or depth. What it came to is said beneath. */
export function AmountField({
  label,
  of,
  typed,
  onTyped,
  fault,
  helper,
  beside = {},
  inputRef,
  kgPerL,
}: {
  readonly label: string;
  readonly of: AmountOf;
  readonly typed: string;
  readonly onTyped: (typed: string) => void;
  readonly fault?: string | undefined;
  /** What stands beneath while nothing else has to. */
  readonly helper?: string | undefined;
  readonly beside?: Beside;
  readonly inputRef?: Ref<HTMLInputElement>;
  /** What a litre weighs, where the log wants kilograms. */
  readonly kgPerL?: number;
}) {
  const measures = useMeasures();
  const asks = asksFor(of, measures, beside);
  const read =
    typed.trim() === "" ? undefined : readQuantity(typed, asks, withPieces(measures, beside.pieces));
  const isOffered = useScaleReading() !== undefined && of !== "liquid";
  const problem = fault ?? (read && !read.ok ? sayUnreadable(read.problem) : undefined);
  const weighs = read?.ok && read.value.dimension === "volume" ? kgPerL : undefined;
  const said = !read?.ok
    ? undefined
    : weighs === undefined
      ? sayRead(typed, read.value, measures.units)
      : `that is about ${formatMass(read.value.value * weighs, measures.units)}`;
  return (
    <TextField
      label={`${label} (${asks.bare})`}
      value={typed}
      error={problem !== undefined}
      helperText={
        problem === undefined ? (
          (said ?? helper ?? inWords(measures, (beside.pieces ?? []).length > 0))
        ) : (
          <Fault words={problem} />
        )
      }
      onChange={({ target }) => onTyped(target.value)}
      {...(inputRef ? { inputRef } : {})}
      slotProps={{
        htmlInput: { maxLength: 80, autoComplete: "off" },
        inputLabel: isOffered ? { shrink: true } : {},
        ...(of === "liquid"
          ? {}
          : { input: { endAdornment: <TakeReading label={label} onTake={onTyped} /> } }),
      }}
    />
  );
}

/** That figures are not all that is understood. */
const inWords = ({ units, containers }: Measures, hasPieces: boolean): string => {
  const own = containers.find(({ volumeL }) => volumeL !== undefined)?.name;
  const pail = own ?? (units === "us" ? "5-gallon pail" : "10 L pail");
  return `or as you say it: ${hasPieces ? "3 pieces, " : "2 cups, "}half a ${pail}`;
};
