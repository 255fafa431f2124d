"use client";
import type { Dimension } from "@/core/quantity/unit";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import TextField from "@mui/material/TextField";
import type { Ref } from "react";
import { useScaleReading } from "./scaleReading";
import { TakeReading } from "./TakeReading";

export interface QuantityFieldProps {
  readonly label: string;
  readonly dimension: Dimension;
  /** What a bare number means. */
  readonly unit: string;
  readonly typed: string;
  readonly onTyped: (typed: string) => void;
  /** What the amount comes to, said under the field while it can be read. */
  readonly echo?: (value: number) => string;
  readonly fault?: string | undefined;
  readonly isRequired?: boolean;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly helper?: string;
}

/** An amount as a keeper writes it, with its unit; what cannot be read is said beneath and stays as typed. */
export function QuantityField({
  label,
  dimension,
  unit,
  typed,
  onTyped,
  echo,
  fault,
  isRequired = false,
  inputRef,
  helper,
}: QuantityFieldProps) {
  const outcome = typed.trim() === "" ? undefined : parseQuantity(typed, dimension, unit);
  const isOffered = useScaleReading() !== undefined && dimension === "mass";
  const problem = fault ?? (outcome && !outcome.ok ? sayUnreadable(outcome.problem) : undefined);
  const said = outcome?.ok && echo ? echo(outcome.value) : helper;
  return (
    <TextField
      label={`${label} (${unit === "C" ? "°C" : unit === "F" ? "°F" : unit})`}
      value={typed}
      onChange={(event) => onTyped(event.target.value)}
      error={problem !== undefined}
      helperText={problem ?? said ?? " "}
      required={isRequired}
      {...(inputRef ? { inputRef } : {})}
      slotProps={{
        htmlInput: {
          inputMode: dimension === "count" ? "numeric" : "text",
          autoComplete: "off",
          maxLength: 80,
        },
        // The label makes room for what a scale offers.
        inputLabel: { required: false, ...(isOffered ? { shrink: true } : {}) },
        ...(dimension === "mass"
          ? { input: { endAdornment: <TakeReading label={label} onTake={onTyped} /> } }
          : {}),
      }}
    />
  );
}
