"use client";
import { calculatorNamed } from "@/core/calculators/registry";
import type { Refusal } from "@/core/calculators/calculator";
import { sayFault } from "@/core/calculators/calculator";
import type { Outcome } from "@/vocabulary/outcome";
import type { Sums } from "@/workers/sums.client";
import TextField from "@mui/material/TextField";
import { useEffect, useMemo, useRef, useState } from "react";
import styles from "./Guide.module.css";

/** One sum of the registry: its rule, its example, and a place to try figures of one's own. */
export function SumPage({ name }: { readonly name: string }) {
  const calculator = calculatorNamed(name)!;
  const [typed, setTyped] = useState(() => JSON.stringify(calculator.example.in, null, 2));
  const { outcome, isUnderWay, isBroken } = useSum(name, typed);
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
          error={isBroken || faults.length > 0}
          helperText={
            isBroken
              ? "This does not read as JSON yet."
              : faults.length > 0
                ? faults.map(sayFault).join(" ")
                : "kg, L, m, °C, days, fractions"
          }
          slotProps={{ htmlInput: { spellCheck: false, className: styles.code } }}
        />
        <div>
          <p className={styles.out}>What comes out</p>
          <pre className={styles.code} aria-label="What comes out" aria-busy={isUnderWay}>
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

/** Typing is let come to rest for so long before a sum is begun. */
const REST_MS = 150;

/** What a sum comes to, worked out beside the page; the last answer stands until the next is there. */
function useSum(
  name: string,
  typed: string,
): {
  readonly outcome: Outcome<unknown, Refusal> | undefined;
  readonly isUnderWay: boolean;
  readonly isBroken: boolean;
} {
  const sums = useRef<Sums>(undefined);
  const [answer, setAnswer] = useState<{
    readonly to: string;
    readonly outcome: Outcome<unknown, Refusal>;
  }>();
  const raw = useMemo(() => {
    try {
      return { value: JSON.parse(typed) as unknown };
    } catch {
      return undefined;
    }
  }, [typed]);
  useEffect(() => () => sums.current?.end(), []);
  useEffect(() => {
    if (!raw) return undefined;
    let isOver = false;
    const timer = setTimeout(() => {
      const work = async () => {
        sums.current ??= (await import("@/workers/sums.client")).startSums();
        const outcome = await sums.current.run(name, raw.value);
        if (outcome && !isOver) setAnswer({ to: typed, outcome });
      };
      // A worker that fails leaves the last answer; the next keystroke tries again.
      void work().catch(() => sums.current?.end());
    }, REST_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [name, typed, raw]);
  return { outcome: answer?.outcome, isUnderWay: answer?.to !== typed, isBroken: raw === undefined };
}
