"use client";
import { ErrandProvider, useErrands } from "@/session/errand";
import { useNotice } from "@/session/notices";
import type { Opening } from "@/session/session";
import { SessionProvider, useTwinWork } from "@/session/session";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import type { ReactNode } from "react";
import { useEffect, useState } from "react";
import { CellarMark } from "./CellarMark";
import { DemoBar } from "./DemoBar";
import { FindDoor } from "./FindDoor";
import { Keys } from "./Keys";
import { Measured } from "./Measured";
import { Rail } from "./Rail";
import { StandingWords } from "./StandingWords";
import styles from "./Shell.module.css";
import { usePressGuard } from "./usePressGuard";

/** Hardly ever seen. */
const NewerCellar = dynamic(() => import("./NewerCellar").then((module) => module.NewerCellar), {
  ssr: false,
});
const Notices = dynamic(() => import("./Notices").then((module) => module.Notices), { ssr: false });
/** Loaded when first asked for, like all dialogs: the Round must open fast on a phone. */
const Finder = dynamic(() => import("./Finder").then((module) => module.Finder), { ssr: false });

/** What stands round every room: the rail of words, the keys, what was just said. */
export function Shell({ children, slips }: { readonly children: ReactNode; readonly slips: ReactNode }) {
  usePressGuard();
  return (
    <div className={styles.shell}>
      <a className={styles.skip} href="#room">
        Skip to the room
      </a>
      <Rail />
      <SessionProvider
        waiting={(opening) => <Waiting opening={opening} />}
        failed={(message) => <CannotOpen message={message} />}
        newer={(store) => <NewerCellar {...store} />}
      >
        <Measured>
          <ErrandProvider>
            <div className={styles.room} id="room">
              <StandingWords />
              <DemoBar />
              {children}
            </div>
            <FindDoor />
            <Keys />
            <FinderWhenAsked />
            {slips}
            <NoticesWhenSaid />
            <ForecastMark />
          </ErrandProvider>
        </Measured>
      </SessionProvider>
    </div>
  );
}

/** A store that has not answered for so long may never do; a busy machine takes some seconds. */
const SLOW_AFTER_MS = 20_000;
const WAITING_FOR: Record<Opening, string> = {
  store: "Opening the cellar",
  heldElsewhere: "Opening the cellar",
  demo: "Making the demo cellar: nine bins and a year of log. This happens once and takes some seconds.",
  reading: "Opening the cellar",
};

function Waiting({ opening }: { readonly opening: Opening }) {
  const [isLong, setLong] = useState(false);
  useEffect(() => {
    if (opening !== "store") return undefined;
    const timer = window.setTimeout(() => setLong(true), SLOW_AFTER_MS);
    return () => window.clearTimeout(timer);
  }, [opening]);
  const isHeld = opening === "heldElsewhere";
  return (
    <main className={styles.waiting} id="room" aria-busy="true">
      <CellarMark />
      <p role="status">{WAITING_FOR[opening]}</p>
      {(isHeld || (isLong && opening === "store")) && (
        <div role="status">
          <p>
            {isHeld
              ? "Another tab holds the cellar with an older version of the app. Nothing is lost: close the other tabs of the app, and it opens here."
              : "The browser’s store does not answer yet; the disk may be busy. Nothing is lost: wait a little, or try again."}
          </p>
          <Button variant="contained" onClick={() => window.location.reload()}>
            Try again
          </Button>
        </div>
      )}
    </main>
  );
}

const CannotOpen = ({ message }: { readonly message: string }) => (
  <main className={styles.waiting} id="room">
    <h1>The cellar does not open</h1>
    <p>
      This browser keeps its store closed to the app ({message}). Private windows and full disks do that.
      Nothing was lost or changed.
    </p>
    <Button variant="contained" onClick={() => window.location.reload()}>
      Try again
    </Button>
  </main>
);

/** For those who take pictures or measure: whether what is shown is still the rules of thumb. */
function ForecastMark() {
  const twinWork = useTwinWork();
  return <span hidden data-forecasts={twinWork ? "working" : "done"} />;
}

function FinderWhenAsked() {
  const { errand } = useErrands();
  return errand?.of === "find" || errand?.of === "keys" ? <Finder /> : null;
}

function NoticesWhenSaid() {
  return useNotice() ? <Notices /> : null;
}
