"use client";
import Button from "@mui/material/Button";
import Drawer from "@mui/material/Drawer";
import Link from "next/link";
import { HOUSE, isRoomAt } from "./house";
import styles from "./HousePlan.module.css";

/** Every room of the house on one sheet, from below, where the thumb is. */
export function HousePlan({ here, onClose }: { readonly here: string; readonly onClose: () => void }) {
  return (
    <Drawer
      open
      anchor="bottom"
      onClose={onClose}
      slotProps={{ paper: { className: styles.sheet!, role: "dialog", "aria-label": "All rooms" } }}
    >
      <nav aria-label="All rooms" className={styles.floors}>
        {HOUSE.map(({ name, rooms }) => (
          <section key={name} aria-label={name}>
            <h2>{name}</h2>
            <ul>
              {rooms.map((room) => (
                <li key={room.at}>
                  <Link
                    href={room.at}
                    onClick={onClose}
                    aria-current={isRoomAt(room, here) ? "page" : undefined}
                  >
                    {room.name}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </nav>
      <Button onClick={onClose} className={styles.close!}>
        Close
      </Button>
    </Drawer>
  );
}
