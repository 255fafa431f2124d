"use client";
import { ErrandProvider, useErrands } from "@/session/errand";
import { useNotice } from "@/session/notices";
import { SessionProvider, useTwinWork } from "@/session/session";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import type { ReactNode } from "react";
import { useEffect, useState } from "react";
import { CellarMark } from "./CellarMark";
import { DemoBar } from "./DemoBar";
import { Keys } from "./Keys";
import { Rail } from "./Rail";
import { StandingWords } from "./StandingWords";
import styles from "./Shell.module.css";
import { usePressGuard } from "./usePressGuard";

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
      <SessionProvider waiting={<Waiting />} failed={(message) => <CannotOpen message={message} />}>
        <ErrandProvider>
          <div className={styles.room} id="room">
            <StandingWords />
            <DemoBar />
            {children}
          </div>
          <Keys />
          <FinderWhenAsked />
          {slips}
          <NoticesWhenSaid />
          <ForecastMark />
        </ErrandProvider>
      </SessionProvider>
    </div>
  );
}

/** A store that has not answered for so long may never do. */
const SLOW_AFTER_MS = 4_500;

function Waiting() {
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setSlow(true), SLOW_AFTER_MS);
    return () => window.clearTimeout(timer);
  }, []);
  return (
    <main className={styles.waiting} id="room" aria-busy="true">
      <CellarMark />
      <p>Opening the cellar</p>
      {isSlow && (
        <div role="status">
          <p>
            The browser’s store does not answer yet. Another tab with an older version of the app may hold it,
            or the disk is busy. Nothing is lost: close other tabs of the app, or try again.
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
