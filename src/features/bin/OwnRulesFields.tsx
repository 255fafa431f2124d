"use client";
import type { School } from "@/core/catalogue/school";
import type { BinState } from "@/core/bin/state";
import { useSession } from "@/session/session";
import TextField from "@mui/material/TextField";
import styles from "./Bin.module.css";
import type { OwnField, OwnTyped } from "./ownRules";
import { OWN_FIELDS, ownRules } from "./ownRules";

/** A bin's own rules, each beside what holds without it. */
export function OwnRulesFields({
  state,
  school,
  typed,
  faults,
  onTyped,
}: {
  readonly state: BinState;
  readonly school: School;
  readonly typed: OwnTyped;
  readonly faults: Readonly<Partial<Record<OwnField, string>>>;
  readonly onTyped: (typed: OwnTyped) => void;
}) {
  const { units } = useSession();
  const rules = ownRules(state, school, units);
  const isAny = OWN_FIELDS.some((field) => typed[field] !== "");
  return (
    <details className={styles.own} open={isAny || Object.keys(faults).length > 0 || undefined}>
      <summary>Rules of your own for this bin</summary>
      <p>What stands here holds instead of the way of keeping; leave empty what should stay as it is.</p>
      <div className={styles.three}>
        {OWN_FIELDS.map((field) => {
          const { label, otherwise } = rules[field];
          return (
            <TextField
              key={field}
              label={label}
              value={typed[field]}
              onChange={(event) => onTyped({ ...typed, [field]: event.target.value })}
              error={faults[field] !== undefined}
              helperText={faults[field] ?? `else ${otherwise}`}
              slotProps={{ htmlInput: { autoComplete: "off", maxLength: 40 } }}
            />
          );
        })}
      </div>
    </details>
  );
}
