"use client";
import Button from "@mui/material/Button";
import Link from "next/link";
import styles from "./message.module.css";

/** A part of the screen failed. What was typed is in the drafts and comes back with the screen. */
export default function ErrorPage({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <main className={styles.message} role="alert">
      <h1>This part of the app has stumbled</h1>
      <p>What you typed is kept and comes back when you go on. Nothing that was saved is lost.</p>
      <p>
        <Button variant="contained" onClick={reset}>
          Go on
        </Button>{" "}
        <Link href="/records">save an archive first</Link>
      </p>
      <details>
        <summary>What happened</summary>
        <p>{error.message}</p>
      </details>
    </main>
  );
}
