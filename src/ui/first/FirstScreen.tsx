"use client";
import type { ReactNode } from "react";
import { useState } from "react";
import type { FirstOf } from "./FirstDrawing";
import { FirstDrawing } from "./FirstDrawing";
import styles from "./FirstScreen.module.css";

/** A room with nothing in it yet: what it is for, drawn, and the one press that begins. */
export function FirstScreen({
  title,
  says,
  of,
  begin,
  onDemo,
}: {
  readonly title: string;
  readonly says: string;
  readonly of: FirstOf;
  /** The press that begins. */
  readonly begin: ReactNode;
  /** Shows the same room filled, in the demo cellar. */
  readonly onDemo?: (() => Promise<void>) | undefined;
}) {
  const [isOpening, setOpening] = useState(false);
  return (
    <main className={styles.first} data-usable="true">
      <div className={styles.words}>
        <h1>{title}</h1>
        <p>{says}</p>
        <div className={styles.presses}>
          {begin}
          {onDemo && (
            <button
              type="button"
              disabled={isOpening}
              onClick={() => {
                setOpening(true);
                void onDemo().finally(() => setOpening(false));
              }}
            >
              {isOpening ? "Filling the demo cellar" : "See it filled, in the demo cellar"}
            </button>
          )}
        </div>
      </div>
      <FirstDrawing of={of} />
    </main>
  );
}
