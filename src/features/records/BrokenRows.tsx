"use client";
import { useStored } from "@/session/useStored";
import { RECORDS } from "@/records/kinds";
import { sayFault } from "@/records/words";
import { stamp } from "@/session/author";
import type { BrokenRow } from "@/persistence/read";
import { findBroken } from "@/persistence/read";
import { repair } from "@/persistence/repair";
import { sayWriteProblem } from "@/persistence/write";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Records.module.css";
import { saveFile } from "@/ui/saveFile";

/** Rows that cannot be read: shown as they are, to be exported, mended or left. */
export function BrokenRows() {
  const { db } = useSession();
  const broken = useStored(() => findBroken(db), [db]);
  const setAside = useStored(() => db.setAside.toArray(), [db]);
  if (!broken || !setAside || broken.length + setAside.length === 0) return null;
  return (
    <section className={styles.broken}>
      <h2>Rows that cannot be read</h2>
      <p>They are left out of every sum and go along whole in each archive. Nothing is thrown away.</p>
      <ul>
        {broken.map((row) => (
          <Broken key={`${row.kind}/${row.rowId}`} row={row} />
        ))}
        {setAside.map((row) => (
          <li key={`aside${row.no}`}>
            <p>
              set aside, {row.kind}: {row.reason}
            </p>
            <Button
              onClick={() =>
                saveFile(`set-aside-${row.no}.json`, "application/json", JSON.stringify(row.raw, null, 2))
              }
            >
              export it
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Broken({ row }: { readonly row: BrokenRow }) {
  const { db, say } = useSession();
  const [mended, setMended] = useState<string>();
  const [fault, setFault] = useState<string>();
  const mend = async () => {
    const outcome = await repair(db, row, mended ?? "", stamp);
    if (outcome.ok) return say({ tone: "said", text: "The row is mended; what it was is kept aside." });
    const { problem } = outcome;
    setFault(
      problem.code === "repair/not-json"
        ? "This does not read as JSON: look for a missing comma or quote."
        : problem.code === "repair/still-broken"
          ? `Still not right: ${problem.fault}.`
          : sayWriteProblem(problem),
    );
  };
  return (
    <li>
      <p>
        a {RECORDS[row.kind].called}: {sayFault(row.problem)}
      </p>
      <Button
        onClick={() =>
          saveFile(`broken-${row.rowId || "row"}.json`, "application/json", JSON.stringify(row.raw, null, 2))
        }
      >
        export it
      </Button>
      <Button
        onClick={() =>
          setMended((before) => (before === undefined ? JSON.stringify(row.raw, null, 2) : undefined))
        }
      >
        {mended === undefined ? "mend it" : "leave it"}
      </Button>
      {mended !== undefined && (
        <>
          <TextField
            multiline
            minRows={6}
            label="The row as JSON"
            value={mended}
            error={fault !== undefined}
            helperText={fault ?? " "}
            onChange={(event) => setMended(event.target.value)}
          />
          <Button variant="contained" onClick={() => void mend()}>
            Keep the mended row
          </Button>
        </>
      )}
    </li>
  );
}
