"use client";
import type { Profile } from "@/core/picture/profile";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import Button from "@mui/material/Button";
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
        <p>
          Tell us what you keep, or are about to: a tub under the sink is enough. From then on the app knows
          what is due, how much, and why.
        </p>
        <div className={styles.actions}>
          <Button variant="contained" component={Link} href="/setup">
            Set up the first bin
          </Button>
          <Button component={Link} href="/plan">
            plan one from the scraps up
          </Button>
          <Button
            disabled={isOpening}
            onClick={() => {
              setOpening(true);
              void switchTo("demo").catch(() => setOpening(false));
            }}
          >
            {isOpening ? "Filling the demo cellar" : "look round the demo cellar"}
          </Button>
        </div>
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
