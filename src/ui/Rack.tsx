"use client";
import type { Profile } from "@/core/picture/profile";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { Cutaway } from "./cutaway/Cutaway";
import styles from "./Rack.module.css";

export interface RackBin {
  readonly id: string;
  readonly name: string;
  readonly profile: Profile | undefined;
  readonly standing: string;
  /** The room it stands in: of many bins each room is a shelf of its own. */
  readonly shelf?: string;
  /** Hangs on the lid of a bin that wants something today. */
  readonly tag?: { readonly text: string; readonly isUrgent: boolean };
}
export interface RackProps {
  readonly bins: readonly RackBin[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  /** Folded while something else is being done: bins in a row, names beside them. */
  readonly isFolded?: boolean;
  /** Room for one shelf, in px: the scale gives way a little before a second shelf is needed. */
  readonly shelfWidth?: number;
}

const LARGEST_PX_PER_M = 124;
const SMALLEST_PX_PER_M = 84;
const FOLDED_PX_PER_M = 42;
/** A name needs that much, however small the bin, and what hangs on its lid a little more. */
const LEAST_WIDTH = 80;
const LEAST_WITH_TAG = 88;
/** Lid, gap and air round a bin. */
const AROUND = 26;

/** One scale for all bins of a rack: as large as lets them stand on one shelf, within reason. */
function scaleOf(bins: readonly RackBin[], shelfWidth: number): number {
  const needed = (pxPerM: number) =>
    bins.reduce(
      (sum, { profile, tag }) =>
        sum +
        Math.max(tag ? LEAST_WITH_TAG : LEAST_WIDTH, (profile ? widthM(profile) : 0.4) * pxPerM + AROUND),
      0,
    );
  for (let pxPerM = LARGEST_PX_PER_M; pxPerM > SMALLEST_PX_PER_M; pxPerM -= 4)
    if (needed(pxPerM) <= shelfWidth) return pxPerM;
  return bins.length > 12 ? LARGEST_PX_PER_M * 0.8 : SMALLEST_PX_PER_M;
}
const widthM = (profile: Profile): number =>
  profile.arrangement === "line"
    ? profile.compartments.reduce((sum, one) => sum + one.widthM, 0)
    : Math.max(...profile.compartments.map((one) => one.widthM));

/** All bins on their planks, cut open, to one scale, in walking order. */
export const Rack = memo(function Rack({
  bins,
  chosen,
  onChoose,
  isFolded = false,
  shelfWidth = 820,
}: RackProps) {
  const pxPerM = isFolded ? FOLDED_PX_PER_M : scaleOf(bins, shelfWidth);
  const rack = useRef<HTMLElement>(null);
  useEffect(() => bringIntoSight(rack.current), [chosen, bins.length]);
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const toggle = (name: string) =>
    setOpen(
      (before) => new Set(before.has(name) ? [...before].filter((one) => one !== name) : [...before, name]),
    );
  const shelves = useMemo(() => shelvesOf(bins, isFolded), [bins, isFolded]);
  return (
    <nav aria-label="Bins on the rack" className={isFolded ? styles.folded : styles.rack} ref={rack}>
      {shelves.map(({ name, stands, wanted }) => {
        const isOpen = open.has(name);
        const shown =
          name === "" || isOpen ? stands : stands.filter(({ bin }) => bin.tag ?? bin.id === chosen);
        const quiet = stands.length - shown.length;
        return (
          <div key={name} className={name === "" ? styles.only : styles.shelf}>
            {name !== "" && (
              <h2 className={styles.shelfName}>
                {name}{" "}
                <span>
                  {stands.length} bins, {wanted === 0 ? "nothing wanted" : `${wanted} want something`}
                </span>
                {(quiet > 0 || isOpen) && (
                  <button type="button" aria-expanded={isOpen} onClick={() => toggle(name)}>
                    {isOpen ? "fold the quiet ones" : `show the ${quiet} quiet ones`}
                  </button>
                )}
              </h2>
            )}
            <ul className={styles.plank}>
              {shown.map(({ bin, at }) => (
                <Place
                  key={bin.id}
                  bin={bin}
                  at={at}
                  isChosen={chosen === bin.id}
                  isFolded={isFolded}
                  pxPerM={pxPerM}
                  onChoose={onChoose}
                />
              ))}
            </ul>
          </div>
        );
      })}
    </nav>
  );
});

/** A bin beside its line in a list, so wide, px. */
export const SmallBin = memo(function SmallBin({
  profile,
  width,
}: {
  readonly profile: Profile;
  readonly width: number;
}) {
  const pxPerM = width / Math.max(widthM(profile), heightM(profile));
  return <Cutaway profile={profile} pxPerM={pxPerM} detail="thumb" label="" />;
});
const heightM = ({ compartments, arrangement }: Profile): number =>
  arrangement === "line"
    ? Math.max(...compartments.map((one) => one.heightM))
    : compartments.reduce((sum, one) => sum + one.heightM, 0);

/** From so many bins on each room is a shelf, and what wants nothing today is folded away. */
const SHELVES_FROM = 25;

interface Shelf {
  /** Empty where all stand on one. */
  readonly name: string;
  readonly stands: readonly { readonly bin: RackBin; readonly at: number }[];
  readonly wanted: number;
}
function shelvesOf(bins: readonly RackBin[], isFolded: boolean): readonly Shelf[] {
  const stands = bins.map((bin, at) => ({ bin, at }));
  const wanted = (on: Shelf["stands"]) => on.filter(({ bin }) => bin.tag).length;
  if (isFolded || bins.length < SHELVES_FROM) return [{ name: "", stands, wanted: wanted(stands) }];
  const names = [...new Set(bins.map(({ shelf }) => shelf ?? "Elsewhere"))];
  return names.map((name) => {
    const on = stands.filter(({ bin }) => (bin.shelf ?? "Elsewhere") === name);
    return { name, stands: on, wanted: wanted(on) };
  });
}

/** One bin on its plank; drawn again only where it is another. */
const Place = memo(function Place({
  bin,
  at,
  isChosen,
  isFolded,
  pxPerM,
  onChoose,
}: {
  readonly bin: RackBin;
  readonly at: number;
  readonly isChosen: boolean;
  readonly isFolded: boolean;
  readonly pxPerM: number;
  readonly onChoose: (id: string) => void;
}) {
  return (
    <li className={styles.place}>
      <button
        type="button"
        className={styles.bin}
        aria-current={isChosen}
        onClick={() => onChoose(bin.id)}
        title={at < 9 ? `Key ${at + 1}` : undefined}
      >
        <span className={styles.stand}>
          {bin.tag && !isFolded && (
            <span className={styles.tag} data-urgent={bin.tag.isUrgent}>
              {bin.tag.text}
            </span>
          )}
          {bin.profile ? (
            <WhenNear isAtOnce={at < DRAWN_AT_ONCE} profile={bin.profile} pxPerM={pxPerM} />
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
  );
});

/** Moves the rack, never the page, to where the chosen bin stands. */
function bringIntoSight(rack: HTMLElement | null) {
  const chosen = rack?.querySelector('[aria-current="true"]')?.getBoundingClientRect();
  const seen = rack?.getBoundingClientRect();
  if (!rack || !chosen || !seen) return;
  const isInSight =
    chosen.left >= seen.left &&
    chosen.right <= seen.right &&
    chosen.top >= seen.top &&
    chosen.bottom <= seen.bottom;
  if (isInSight) return;
  rack.scrollBy({
    left: (chosen.left + chosen.right - seen.left - seen.right) / 2,
    top: (chosen.top + chosen.bottom - seen.top - seen.bottom) / 2,
  });
}

/** As many as a screen shows; the others are drawn when one comes near them. */
const DRAWN_AT_ONCE = 14;

function WhenNear({
  isAtOnce,
  profile,
  pxPerM,
}: {
  readonly isAtOnce: boolean;
  readonly profile: Profile;
  readonly pxPerM: number;
}) {
  const [isNear, setNear] = useState(isAtOnce);
  const holder = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const element = holder.current;
    if (isNear || !element) return;
    const watch = new IntersectionObserver(([seen]) => seen?.isIntersecting && setNear(true), {
      rootMargin: "240px",
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, [isNear]);
  if (isNear) return <Cutaway profile={profile} pxPerM={pxPerM} detail="thumb" label="" />;
  return <span ref={holder} style={{ width: widthM(profile) * pxPerM, height: 40 }} />;
}
