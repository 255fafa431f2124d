"use client";
import type { Profile } from "@/core/picture/profile";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import Link from "next/link";
import { useState } from "react";
import styles from "./RoundRoom.module.css";

/** An empty tub with its first bedding: what one would have in front of one. */
const WAITING_TUB: Profile = {
  seed: "first",
  system: "tub",
  arrangement: "single",
  wormsKg: 0,
  hasLid: true,
  moisture: { low: 0.7, middle: 0.76, high: 0.8 },
  compartments: [
    {
      id: "c1",
      widthM: 0.5,
      heightM: 0.3,
      beddingM: 0.14,
      workingM: 0,
      castingsM: 0,
      wetness: "right",
      ripeness: 0,
      wormShare: 1,
      pockets: [],
    },
  ],
};

export function EmptyCellar() {
  const { switchTo } = useSession();
  const [isOpening, setOpening] = useState(false);
  return (
    <main className={styles.empty} data-usable="true">
      <div>
        <h1>No bin yet</h1>
        <p>What is due, how much, and why: the app says it from the first day. Where do you stand?</p>
        <ul className={styles.ways}>
          <li>
            <Link href="/setup?it=runs">
              <b>I have a bin that runs</b>
              <span>Say what stands in it; the first meal is what it is used to.</span>
            </Link>
          </li>
          <li>
            <Link href="/setup">
              <b>I begin one</b>
              <span>A tub under the sink is enough. Bedding first, then worms, then a small meal.</span>
            </Link>
            <Link href="/plan" className={styles.aside}>
              not sure which bin: plan it from the scraps up
            </Link>
          </li>
          <li>
            <button
              type="button"
              disabled={isOpening}
              onClick={() => {
                setOpening(true);
                void switchTo("demo").catch(() => setOpening(false));
              }}
            >
              <b>{isOpening ? "Filling the demo cellar" : "Show me round"}</b>
              <span>Nine made-up bins and a year of their log, kept apart from yours.</span>
            </button>
          </li>
        </ul>
        <p>
          Everything stays in this browser. Do you have an archive? <Link href="/records">Import it</Link>
        </p>
      </div>
      <div className={styles.picture}>
        <Cutaway
          profile={WAITING_TUB}
          pxPerM={640}
          detail="large"
          label="A tub with fresh bedding, waiting for its worms"
          isOpen
        />
      </div>
    </main>
  );
}
