"use client";
import dynamic from "next/dynamic";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { FIND_SLOT } from "./FindDoor";
import { floorAt, HOUSE, isRoomAt } from "./house";
import styles from "./Shell.module.css";

/** Loaded when a phone asks for it. */
const HousePlan = dynamic(() => import("./HousePlan").then((module) => module.HousePlan), { ssr: false });

/** Rooms that fill a phone's screen to its foot: there the bar waits below. */
const FILLING: ReadonlySet<string> = new Set(["/visit"]);

/** The names of the house: down the side with the rooms of the floor one is on; on a phone four of them and the finder, under the thumb. */
export function Rail() {
  const here = usePathname();
  const [isPlanOpen, setPlanOpen] = useState(false);
  const floor = floorAt(here);
  return (
    <header className={styles.rail} data-waits={FILLING.has(here)}>
      <Link href="/" className={styles.house}>
        Brown
        <br />
        Cellar
      </Link>
      <div id={FIND_SLOT} className={styles.findSlot} />
      <nav aria-label="Rooms">
        <ul className={styles.rooms}>
          {HOUSE.map(({ name, rooms, isAtHand }) => (
            <li key={name} data-at-hand={isAtHand}>
              <Link href={rooms[0].at} aria-current={floor?.name === name ? "page" : undefined}>
                {name}
              </Link>
              {floor?.name === name && rooms.length > 1 && (
                <ul className={styles.onFloor}>
                  {rooms.map((room) => (
                    <li key={room.at}>
                      <Link href={room.at} aria-current={isRoomAt(room, here) ? "location" : undefined}>
                        {room.name}
                      </Link>
                    </li>
                  ))}
                </ul>
              )}
            </li>
          ))}
          <li className={styles.more}>
            <button
              type="button"
              aria-haspopup="dialog"
              aria-current={floor && !floor.isAtHand ? "true" : undefined}
              onClick={() => setPlanOpen(true)}
            >
              More
            </button>
          </li>
        </ul>
      </nav>
      {isPlanOpen && <HousePlan here={here} onClose={() => setPlanOpen(false)} />}
    </header>
  );
}
