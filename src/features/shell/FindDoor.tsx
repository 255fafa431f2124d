"use client";
import { useErrands } from "@/session/errand";
import Portal from "@mui/material/Portal";
import { useEffect, useState } from "react";
import styles from "./Shell.module.css";

/** Where in the rail the door stands; the rail is there before the cellar is open, and the door is not. */
export const FIND_SLOT = "find-or-do";

/** The one door to every bin, room, deed and word; the key is "/". */
export function FindDoor() {
  const { ask } = useErrands();
  const [slot, setSlot] = useState<HTMLElement | null>(null);
  useEffect(() => setSlot(document.getElementById(FIND_SLOT)), []);
  if (!slot) return null;
  return (
    <Portal container={slot}>
      <button
        type="button"
        className={styles.find}
        aria-haspopup="dialog"
        aria-keyshortcuts="/"
        onClick={() => ask({ of: "find" })}
      >
        Find <span className={styles.orDo}>or do</span>
      </button>
    </Portal>
  );
}
