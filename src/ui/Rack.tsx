"use client";
import type { Profile } from "@/core/bin/profile";
import { Cutaway } from "./cutaway/Cutaway";
import styles from "./Rack.module.css";

export interface RackBin {
  readonly id: string;
  readonly name: string;
  readonly profile: Profile | undefined;
  readonly standing: string;
  /** Hangs on the lid of a bin that wants something today. */
  readonly tag?: { readonly text: string; readonly isUrgent: boolean };
}
export interface RackProps {
  readonly bins: readonly RackBin[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  /** Folded while something else is being done: bins in a row, names beside them. */
  readonly isFolded?: boolean;
}

const PX_PER_M = 122;
const FOLDED_PX_PER_M = 52;

/** All bins on their planks, cut open, to one scale, in walking order. */
export function Rack({ bins, chosen, onChoose, isFolded = false }: RackProps) {
  return (
    <nav aria-label="Bins on the rack" className={isFolded ? styles.folded : styles.rack}>
      <ul className={styles.plank}>
        {bins.map((bin, at) => (
          <li key={bin.id} className={styles.place}>
            <button type="button" className={styles.bin} aria-current={chosen === bin.id} onClick={() => onChoose(bin.id)} title={at < 9 ? `Key ${at + 1}` : undefined}>
              <span className={styles.stand}>
                {bin.tag && !isFolded && (
                  <span className={styles.tag} data-urgent={bin.tag.isUrgent}>
                    {bin.tag.text}
                  </span>
                )}
                {bin.profile ? (
                  <Cutaway profile={bin.profile} pxPerM={isFolded ? FOLDED_PX_PER_M : PX_PER_M} detail="thumb" label="" />
                ) : (
                  <span className={styles.unknown} aria-hidden="true">
                    ?
                  </span>
                )}
              </span>
              <span className={styles.name}>{bin.name}</span>
              <span className={isFolded ? "visually-hidden" : styles.standing}>{bin.standing}</span>
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}
