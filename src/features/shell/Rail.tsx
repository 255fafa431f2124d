"use client";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { FIND_SLOT } from "./FindDoor";
import styles from "./Shell.module.css";

const ROOMS = [
  { href: "/", word: "Round", also: ["/visit", "/sheet", "/away", "/weather"] },
  {
    href: "/bins",
    word: "Bins",
    also: [
      "/bin",
      "/setup",
      "/labels",
      "/friend",
      "/lid",
      "/harvest",
      "/lamp",
      "/trouble",
      "/rescue",
      "/nursery",
    ],
  },
  { href: "/plan", word: "Plan", also: ["/start", "/stock"] },
  { href: "/mix", word: "Mix", also: [] },
  { href: "/store", word: "Store", also: ["/lots"] },
  { href: "/guide", word: "Guide", also: [] },
  { href: "/records", word: "Records", also: ["/reckon"] },
  { href: "/settings", word: "Settings", also: ["/logger"] },
] as const;

export function Rail() {
  const here = usePathname();
  return (
    <header className={styles.rail}>
      <Link href="/" className={styles.house}>
        Brown
        <br />
        Cellar
      </Link>
      <div id={FIND_SLOT} className={styles.findSlot} />
      <nav aria-label="Rooms">
        <ul className={styles.rooms}>
          {ROOMS.map(({ href, word, also }) => (
            <li key={href}>
              <Link
                href={href}
                aria-current={here === href || also.some((path) => path === here) ? "page" : undefined}
              >
                {word}
              </Link>
            </li>
          ))}
        </ul>
      </nav>
    </header>
  );
}
