"use client";
import type { Profile } from "@/core/picture/profile";
import type { UnitSystem } from "@/core/quantity/format";
import { Cutaway } from "./cutaway/Cutaway";
import type { Anchors } from "./cutaway/drawing";
import { useId } from "react";
import styles from "./BinFigure.module.css";

export interface FigureNote {
  readonly at: "bedding" | "working" | "castings" | { readonly place: number };
  readonly strong: string;
  readonly quiet?: string;
}
export interface BinFigureProps {
  readonly profile: Profile;
  readonly label: string;
  readonly notes: readonly FigureNote[];
  readonly units: UnitSystem;
  /** The room there is for the drawing itself, in px. */
  readonly mostWidth: number;
  readonly mostHeight: number;
  readonly isOpen?: boolean;
  /** Parts one can press, with what is said of each. */
  readonly parts?: PartsToPress | undefined;
  /** What is to come out, drawn over the part it lies in. */
  readonly cut?: Cut | undefined;
  /** What can be done to the bin as a whole, where one does it: above its rim or under its floor. */
  readonly rings?: readonly Ring[] | undefined;
}
export interface Ring {
  readonly key: string;
  readonly label: string;
  readonly at: "rim" | "floor";
  readonly onPress: () => void;
}
/** A layer to be lifted: how deep, from the top of what lies there, from its bottom, or all of it. */
export interface Cut {
  readonly part: string;
  readonly from: "top" | "bottom" | "whole";
  readonly depthM: number;
  /** How deep the stuff in that part lies, m. */
  readonly filledM: number;
}
export interface PartsToPress {
  readonly labels: Readonly<Record<string, string>>;
  /** The one in hand. */
  readonly chosen?: string | undefined;
  readonly onPress: (id: string, button: HTMLElement) => void;
}

const LINE = 44;

/** The large cutaway with words beside it on thin leader lines, and a bar that shows its size. */
export function BinFigure({
  profile,
  label,
  notes,
  units,
  mostWidth,
  mostHeight,
  isOpen = false,
  parts,
  cut,
  rings = [],
}: BinFigureProps) {
  const widthM =
    profile.arrangement === "line"
      ? profile.compartments.reduce((sum, one) => sum + one.widthM, 0)
      : Math.max(...profile.compartments.map((one) => one.widthM));
  const heightM =
    profile.arrangement === "line"
      ? Math.max(...profile.compartments.map((one) => one.heightM))
      : profile.compartments.reduce((sum, one) => sum + one.heightM + 0.012, 0) +
        (profile.sumpM === undefined ? 0 : 0.09);
  const pxPerM = Math.min(mostWidth / widthM, mostHeight / (heightM + 0.1));
  const bar = scaleBar(pxPerM, units);
  return (
    <figure className={styles.figure}>
      <Rings rings={rings.filter(({ at }) => at === "rim")} />
      <Cutaway profile={profile} pxPerM={pxPerM} detail="large" label={label} isOpen={isOpen}>
        {(anchors, size) => (
          <>
            <Leaders anchors={anchors} notes={notes} size={size} />
            {parts && <PartButtons anchors={anchors} parts={parts} />}
            {cut && <CutMark anchors={anchors} cut={cut} pxPerM={pxPerM} size={size} />}
          </>
        )}
      </Cutaway>
      <figcaption className={styles.scale}>
        <span className={styles.bar} style={{ width: bar.px }} />
        {bar.words}
      </figcaption>
      <Rings rings={rings.filter(({ at }) => at === "floor")} />
    </figure>
  );
}

function Rings({ rings }: { readonly rings: readonly Ring[] }) {
  if (rings.length === 0) return null;
  return (
    <ul className={styles.rings}>
      {rings.map(({ key, label, onPress }) => (
        <li key={key}>
          <button type="button" onClick={onPress}>
            <svg viewBox="0 0 22 22" width="22" height="22" aria-hidden="true">
              <circle cx="11" cy="11" r="9.5" fill="none" stroke="currentColor" strokeWidth="2" />
              <path d="M11 6.5v9M6.5 11h9" stroke="currentColor" strokeWidth="2" />
            </svg>
            {label}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Hatched and bounded by dashes: told apart from what stays without colour. */
function CutMark({
  anchors,
  cut,
  pxPerM,
  size,
}: {
  readonly anchors: Anchors;
  readonly cut: Cut;
  readonly pxPerM: number;
  readonly size: { readonly width: number; readonly height: number };
}) {
  const hatch = useId();
  const box = anchors.parts.find(({ id }) => id === cut.part);
  if (!box) return null;
  const filled = Math.min(box.height, cut.filledM * pxPerM);
  const top = box.y + box.height - filled;
  const deep = cut.from === "whole" ? filled : Math.min(filled, cut.depthM * pxPerM);
  const y = cut.from === "bottom" ? box.y + box.height - deep : top;
  const edge = cut.from === "bottom" ? y : y + deep;
  return (
    <svg
      className={styles.cut}
      width={size.width}
      height={size.height}
      viewBox={`0 0 ${size.width} ${size.height}`}
      aria-hidden="true"
    >
      <defs>
        <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <path d="M0 0V9" stroke="var(--straw)" strokeWidth="1.6" opacity="0.75" />
        </pattern>
      </defs>
      <rect x={box.x} y={y} width={box.width} height={Math.max(2, deep)} fill={`url(#${hatch})`} />
      <path
        d={`M${box.x - 6} ${edge}H${box.x + box.width + 6}`}
        stroke="var(--straw)"
        strokeWidth="2.5"
        strokeDasharray="7 4"
      />
    </svg>
  );
}

/** Each part of the bin is a button over its picture. */
export function PartButtons({ anchors, parts }: { readonly anchors: Anchors; readonly parts: PartsToPress }) {
  return anchors.parts.map(({ id, x, y, width, height }) => (
    <button
      key={id}
      type="button"
      className={styles.part}
      data-chosen={parts.chosen === id}
      {...(parts.chosen === undefined ? {} : { "aria-pressed": parts.chosen === id })}
      style={{ left: x, top: y, width, height }}
      aria-label={parts.labels[id] ?? id}
      title={parts.labels[id]}
      onClick={(event) => parts.onPress(id, event.currentTarget)}
    />
  ));
}

function Leaders({
  anchors,
  notes,
  size,
}: {
  readonly anchors: Anchors;
  readonly notes: readonly FigureNote[];
  readonly size: { readonly width: number; readonly height: number };
}) {
  const pointed = notes
    .flatMap((note) => {
      const { at } = note;
      const to =
        typeof at === "object" ? anchors.pockets.find((pocket) => pocket.place === at.place) : anchors[at];
      return to ? [{ note, to }] : [];
    })
    .sort((a, b) => a.to.y - b.to.y);
  // Labels keep their distance, and their order from the top.
  const placed: { readonly note: FigureNote; readonly to: { x: number; y: number }; readonly y: number }[] =
    [];
  for (const one of pointed)
    placed.push({ ...one, y: Math.max(one.to.y, (placed.at(-1)?.y ?? -LINE) + LINE + 3) });
  const over = Math.max(0, (placed.at(-1)?.y ?? 0) + LINE / 2 - size.height);
  return (
    <div className={styles.leaders}>
      <svg className={styles.lines} width={size.width + 44} height={size.height} aria-hidden="true">
        {placed.map(({ note, to, y }) => {
          const end = size.width + 26;
          const from = Math.min(to.x + 4, size.width - 12);
          return (
            <path
              key={`${note.strong}${y}`}
              // Level inside, aslant beside it: no two cross.
              d={`M${from} ${to.y}H${size.width - 2}L${end - 6} ${y - over}H${end}`}
              fill="none"
              stroke="var(--quiet)"
              strokeWidth="1"
            />
          );
        })}
      </svg>
      <ul className={styles.notes} style={{ left: size.width + 34 }}>
        {placed.map(({ note, y }) => (
          <li key={`${note.strong}${y}`} style={{ top: y - over }}>
            <span className={styles.strong}>{note.strong}</span>
            {note.quiet && <span className={styles.quiet}>{note.quiet}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A round length that comes out at about an eighth of the drawing. */
function scaleBar(pxPerM: number, units: UnitSystem): { readonly px: number; readonly words: string } {
  const choices: readonly (readonly [number, string])[] =
    units === "us" ? [[0.0508, "2 in"], [0.1016, "4 in"], [0.2032, "8 in"], [0.3048, "1 ft"]] : [[0.05, "5 cm"], [0.1, "10 cm"], [0.2, "20 cm"], [0.5, "50 cm"]]; // prettier-ignore
  const [metres, words] = choices.find(([length]) => length * pxPerM >= 56) ?? choices.at(-1)!;
  return { px: metres * pxPerM, words };
}
