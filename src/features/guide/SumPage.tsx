"use client";
import { calculatorNamed } from "@/core/calculators/registry";
import { sayFault } from "@/core/calculators/calculator";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import styles from "./Guide.module.css";

/** One sum of the registry: its rule, its example, and a place to try figures of one's own. */
export function SumPage({ name }: { readonly name: string }) {
  const calculator = calculatorNamed(name)!;
  const [typed, setTyped] = useState(() => JSON.stringify(calculator.example.in, null, 2));
  const outcome = useMemo(() => {
    try {
      return calculator.run(JSON.parse(typed));
    } catch {
      return undefined;
    }
  }, [calculator, typed]);
  const faults = outcome && !outcome.ok ? outcome.problem.issues : [];
  return (
    <>
      <p className={styles.stance}>
        Worked sum <code>{calculator.name}</code>
      </p>
      <h2 className={styles.name}>{calculator.purpose}</h2>
      <p>{calculator.source}</p>
      <div className={styles.sum}>
        <TextField
          label="What goes in"
          multiline
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={outcome === undefined || faults.length > 0}
          helperText={
            outcome === undefined
              ? "This does not read as JSON yet."
              : faults.length > 0
                ? faults.map(sayFault).join(" ")
                : "kg, L, m, °C, days, fractions"
          }
          slotProps={{ htmlInput: { spellCheck: false, className: styles.code } }}
        />
        <div>
          <p className={styles.out}>What comes out</p>
          <pre className={styles.code} aria-label="What comes out">
            {outcome?.ok ? JSON.stringify(outcome.value, null, 2) : "…"}
          </pre>
        </div>
      </div>
      <p className={styles.source}>
        The same sum on the command line: <code>npm run --silent calc -- {calculator.name}</code>, and over
        HTTP: <code>POST /api/calc/{calculator.name}</code>.
      </p>
    </>
  );
}
