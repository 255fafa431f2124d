"use client";
import { sayCause } from "@/session/sayCause";
import type { Forgiven } from "@/core/twin/ahead/forgiving";
import { FORGIVING_DAYS } from "@/core/twin/ahead/forgiving";
import { sayForgiven, sayStress } from "@/core/twin/ahead/words";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import { useEffect, useRef, useState } from "react";
import styles from "./Course.module.css";

/** How forgiving the bin is now: five bars of days it bears, worked out by the twin when asked for. */
export function Forgiving({ binId, name }: { readonly binId: string; readonly name: string }) {
  const { subjects, units } = useSession();
  const subject = subjects.get(binId);
  const [found, setFound] = useState<{
    readonly of: string;
    readonly all?: readonly Forgiven[];
    readonly failure?: string;
  }>();
  const cancel = useRef<() => void>(undefined);
  useEffect(() => () => cancel.current?.(), []);
  if (!subject) return null;
  const shown = found?.of === subject.fingerprint ? found : undefined;
  const ask = async () => {
    setFound({ of: subject.fingerprint });
    try {
      const { askTwin, progressTo } = await import("@/workers/twin.client");
      const question = askTwin(binId, true, (worker, task) =>
        worker.forgiving(
          task,
          subject,
          progressTo(() => undefined),
        ),
      );
      cancel.current = question.cancel;
      const all = await question.answer;
      setFound({
        of: subject.fingerprint,
        ...(all ? { all } : { failure: "its log does not say what it is" }),
      });
    } catch (cause) {
      setFound({ of: subject.fingerprint, failure: sayCause(cause) });
    }
  };
  return (
    <section className={styles.whatIf} aria-labelledby="forgiving">
      <h2 id="forgiving">How forgiving is it now?</h2>
      {!shown && (
        <Button variant="outlined" onClick={() => void ask()}>
          work it out
        </Button>
      )}
      {shown && !shown.all && !shown.failure && <p role="status">Working out five futures of {name}…</p>}
      {shown?.failure && <p role="alert">It could not be worked out ({shown.failure}). Nothing is lost.</p>}
      {shown?.all && (
        <>
          <ul className={styles.forgiving}>
            {shown.all.map((one) => (
              <li key={one.stress}>
                <span>{sayStress(one.stress, units)}</span>
                <i
                  data-open={one.days === undefined}
                  style={{ width: `${Math.max(1, (100 * (one.days ?? FORGIVING_DAYS)) / FORGIVING_DAYS)}%` }}
                />
                <span className={styles.quiet}>{sayForgiven(one, units).split(": ")[1]}</span>
              </li>
            ))}
          </ul>
          <p className={styles.quiet}>
            Until it goes wrong in one future of four, if from today on that were so and all else as usual.
          </p>
        </>
      )}
    </section>
  );
}
