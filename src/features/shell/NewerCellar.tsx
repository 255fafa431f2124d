"use client";
import type { NewerStore } from "@/session/session";
import { nextInstant } from "@/session/clock";
import { saveFile } from "@/ui/saveFile";
import { useGuarded } from "@/ui/useGuarded";
import Button from "@mui/material/Button";
import { useState } from "react";
import styles from "./Shell.module.css";

/** Of a cellar that a later app has written this one sees a part that looks whole: it writes nothing, and saves all there is. */
export function NewerCellar({ db, deviceId }: NewerStore) {
  const { guarded, isBusy } = useGuarded();
  const [said, setSaid] = useState("");
  const save = async () => {
    const head = { exportedAt: nextInstant(), deviceId };
    try {
      const { packedCellar } = await import("@/workers/packCellar");
      const files = await packedCellar(db, head);
      files.forEach((bytes, at) =>
        saveFile(
          `brown-cellar-${head.exportedAt.slice(0, 10)}${files.length > 1 ? `-${at + 1}-of-${files.length}` : ""}.json`,
          "application/json",
          bytes,
        ),
      );
      setSaid("The archive is in your downloads. A newer Brown Cellar reads it whole.");
    } catch {
      setSaid("The archive could not be made just now: try again. Nothing was changed.");
    }
  };
  return (
    <main className={styles.waiting} id="room">
      <h1>This cellar was written by a newer Brown Cellar</h1>
      <p>
        This page is an older version of the app and cannot read all of it, so it shows nothing and keeps
        nothing: what you wrote is all there, untouched. Load the page again for the newer version. If the
        same words come back, save an archive and open it where the newer version runs.
      </p>
      <p className={styles.ways}>
        <Button variant="contained" onClick={() => window.location.reload()}>
          Load it again
        </Button>
        <Button variant="outlined" disabled={isBusy} onClick={() => void guarded(save)}>
          Save an archive
        </Button>
      </p>
      <p role="status">{said}</p>
    </main>
  );
}
