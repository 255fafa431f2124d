"use client";
import { dayAndMonth } from "@/core/calendar/day";
import type { DeedKind } from "@/core/deed/deed";
import type { DeedLine } from "@/core/deed/facts";
import { partsOf } from "@/core/deed/parts";
import { previewed } from "@/core/deed/preview";
import { sayPart } from "@/core/deed/words";
import { profileOf } from "@/core/picture/profile";
import { DEFAULT_UNIT, formatLength } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { PartButtons } from "@/ui/BinFigure";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { useViewport } from "@/ui/useViewport";
import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import Slider from "@mui/material/Slider";
import { useDeferredValue, useMemo } from "react";
import styles from "./Deed.module.css";
import type { DeedTyped } from "./deedTyped";

/** Deeds that are done to one part: it is chosen on the drawing. */
const ON_A_PART: ReadonlySet<DeedKind> = new Set(["takeOut", "putIn", "loosen", "water", "give"]);

/** The bin as it will be: what is done to it is done here, by touch, mouse or keys. */
export function DeedPicture({
  one,
  day,
  of,
  typed,
  set,
  lines,
  onPart,
}: {
  /** As it stood on the day of the deed. */
  readonly one: BinToday;
  readonly day: LocalDate;
  readonly of: DeedKind;
  readonly typed: DeedTyped;
  readonly set: (change: (before: DeedTyped) => DeedTyped) => void;
  readonly lines: readonly DeedLine[];
  readonly onPart: (id: CompartmentId) => void;
}) {
  const { today, units } = useSession();
  const isToday = day === today;
  const { isNarrow, width } = useViewport();
  const { bin, state, expectation } = one;
  // A drawing may lag a few milliseconds behind the finger that drags.
  const shown = useDeferredValue(lines);
  const after = useMemo(
    () => previewed({ binId: bin.id, state, expectation }, shown, day),
    [bin.id, state, expectation, shown, day],
  );
  const profile = useMemo(() => profileOf(bin.id, after.state, after.expectation, day), [bin.id, after, day]);
  const { setup } = after.state;
  if (!profile || !setup) return null;
  const isLine = profile.arrangement === "line";
  const widthM = isLine ? profile.compartments.reduce((sum, part) => sum + part.widthM, 0) : Math.max(...profile.compartments.map((part) => part.widthM)); // prettier-ignore
  const heightM = isLine ? Math.max(...profile.compartments.map((part) => part.heightM)) : profile.compartments.reduce((sum, part) => sum + part.heightM + 0.012, 0) + (profile.sumpM === undefined ? 0 : 0.09); // prettier-ignore
  const most = isNarrow ? Math.min(width - 150, 320) : 340;
  const pxPerM = Math.min(most / widthM, (isNarrow ? 190 : 270) / (heightM + 0.1));
  const parts = partsOf(after.state, after.expectation, day);
  const nameOf = (id: string, at: number) => setup.compartments.find((part) => part.id === id)?.name ?? `part ${at + 1}`; // prettier-ignore
  const choosing = ON_A_PART.has(of) && setup.compartments.length > 1;
  const longest = Math.max(...setup.compartments.map((part) => part.widthM));
  const said = typed.length.trim() === "" ? undefined : parseQuantity(typed.length, "length", DEFAULT_UNIT[units].length); // prettier-ignore
  const isChanged = shown.some(({ binId }) => binId === bin.id);
  return (
    <figure className={styles.picture}>
      <figcaption className={styles.caption}>
        {isToday
          ? isChanged
            ? "As it will be"
            : "As it is"
          : isChanged
            ? "As it was after it"
            : `As it was on ${dayAndMonth(day, today)}`}
        {choosing && <span> · press the part you mean</span>}
      </figcaption>
      <Cutaway profile={profile} pxPerM={pxPerM} detail="large" label={`${bin.name}, cut open`}>
        {(anchors) =>
          of === "moveAlong" && isLine ? (
            <div
              className={styles.front}
              style={{
                left: Math.min(...anchors.parts.map(({ x }) => x)),
                top: Math.min(...anchors.parts.map(({ y }) => y)),
                height: Math.max(...anchors.parts.map(({ height }) => height)),
                width: longest * pxPerM,
              }}
            >
              <Slider
                classes={{
                  root: styles.frontField!,
                  thumb: styles.frontThumb!,
                  track: styles.frontTrack!,
                  rail: styles.frontRail!,
                }}
                aria-label="How far the front moves"
                min={0}
                max={100}
                step={5}
                value={Math.round(Math.min(1, said?.ok ? said.value / longest : typed.share) * 100)}
                valueLabelDisplay="off"
                getAriaValueText={(percent) => formatLength((percent / 100) * longest, units)}
                onChange={(_, percent) => set((before) => ({ ...before, share: percent / 100, length: "" }))}
              />
            </div>
          ) : (
            choosing && (
              <PartButtons
                anchors={anchors}
                parts={{
                  chosen: typed.compartment,
                  labels: Object.fromEntries(
                    parts.map((part, at) => [
                      part.compartment.id,
                      `${nameOf(part.compartment.id, at)}: ${sayPart(part, units)}`,
                    ]),
                  ),
                  onPress: (id) => onPart(id as CompartmentId),
                }}
              />
            )
          )
        }
      </Cutaway>
      <ul className={styles.bands}>
        {parts.map((part, at) => (
          <li key={part.compartment.id}>
            {parts.length > 1 && <b>{nameOf(part.compartment.id, at)}</b>} {sayPart(part, units)}
          </li>
        ))}
      </ul>
    </figure>
  );
}
