"use client";
import { DEFAULT_UNIT, formatCount } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { countBySample } from "@/core/stocking/sample";
import { sayStockProblem } from "@/core/stocking/words";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Stock.module.css";

/** Counting a weighed handful instead of all of them: the whole, with its range. */
export function CountHelper({ onUse }: { readonly onUse: (amount: string) => void }) {
  const { units } = useSession();
  const unit = DEFAULT_UNIT[units].smallMass;
  const [typed, setTyped] = useState({ sample: "", counted: "", whole: "" });
  const mass = (text: string) => {
    const read = parseQuantity(text, "mass", unit);
    return read.ok ? read.value : 0;
  };
  const isWhole = typed.sample !== "" && typed.counted !== "" && typed.whole !== "";
  const found = isWhole
    ? countBySample({
        sampleKg: mass(typed.sample),
        counted: Number(typed.counted),
        wholeKg: mass(typed.whole),
      })
    : undefined;
  return (
    <details className={styles.helper}>
      <summary>count a weighed handful</summary>
      <div className={styles.three}>
        <QuantityField
          label="The handful"
          dimension="mass"
          unit={unit}
          typed={typed.sample}
          onTyped={(sample) => setTyped((before) => ({ ...before, sample }))}
        />
        <TextField
          label="Worms in it"
          value={typed.counted}
          helperText=" "
          onChange={({ target }) => setTyped((before) => ({ ...before, counted: target.value }))}
          slotProps={{ htmlInput: { inputMode: "numeric", maxLength: 8, autoComplete: "off" } }}
        />
        <QuantityField
          label="All of them"
          dimension="mass"
          unit={unit}
          typed={typed.whole}
          onTyped={(whole) => setTyped((before) => ({ ...before, whole }))}
        />
      </div>
      <p role="status">
        {found?.ok && (
          <>
            About <b>{formatCount(found.value.count)}</b> worms, {formatCount(found.value.low)} to{" "}
            {formatCount(found.value.high)}; {Number(found.value.meanG.toPrecision(2))} g each.{" "}
            <Button onClick={() => onUse(`${Math.round(found.value.count)} worms`)}>use this number</Button>
          </>
        )}
        {found && !found.ok && (
          <span className={styles.fault}>{sayStockProblem(found.problem, { units, nameOf: () => "" })}</span>
        )}
      </p>
    </details>
  );
}
