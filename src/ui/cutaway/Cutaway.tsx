"use client";
import type { Profile } from "@/core/picture/profile";
import { memo, useId, useMemo } from "react";
import styles from "./Cutaway.module.css";
import type { Anchors, Detail } from "./drawing";
import { drawingOf } from "./drawing";

export interface CutawayProps {
  readonly profile: Profile;
  /** One scale for all bins that stand together. */
  readonly pxPerM: number;
  readonly detail: Detail;
  readonly isOpen?: boolean;
  /** What a person who cannot see the picture is told; empty where the words beside it say all. */
  readonly label: string;
  readonly children?: (
    anchors: Anchors,
    size: { readonly width: number; readonly height: number },
  ) => React.ReactNode;
}

const MARGIN: Record<Detail, number> = { thumb: 9, large: 16 };

/** A bin cut open, drawn to scale from its state: cover, bedding, food, working zone, castings, sump. */
export const Cutaway = memo(function Cutaway({
  profile,
  pxPerM,
  detail,
  isOpen = false,
  label,
  children,
}: CutawayProps) {
  const clip = useId();
  const drawing = useMemo(
    () => drawingOf(profile, pxPerM, detail, MARGIN[detail]),
    [profile, pxPerM, detail],
  );
  const { shape } = drawing;
  const lidLift = isOpen ? -MARGIN[detail] * 0.55 : 0;
  return (
    <div className={styles.frame} style={{ width: shape.width }}>
      <svg
        className={styles.drawing}
        width={shape.width}
        height={shape.height}
        viewBox={`0 0 ${shape.width} ${shape.height}`}
        {...(label === "" ? { "aria-hidden": true } : { role: "img", "aria-label": label })}
      >
        {drawing.vessels.map((vessel, at) => (
          <g key={at}>
            <clipPath id={`${clip}${at}`}>
              <path d={vessel.outline} />
            </clipPath>
            <path d={vessel.outline} className={styles.air} />
            <g clipPath={`url(#${clip}${at})`}>
              {vessel.marks.map((mark, n) => (
                <path
                  key={n}
                  d={mark.d}
                  fill={mark.fill ? `var(--${mark.fill})` : "none"}
                  stroke={mark.stroke ? `var(--${mark.stroke})` : "none"}
                  strokeWidth={mark.width}
                  opacity={mark.opacity}
                />
              ))}
            </g>
          </g>
        ))}
        {shape.sump && (
          <g>
            <rect
              className={styles.sumpWall}
              x={shape.sump.x}
              y={shape.sump.y}
              width={shape.sump.width}
              height={shape.sump.height}
              rx={2}
            />
            <path className={styles.sumpWater} d={sumpWaves(shape.sump)} />
          </g>
        )}
        {shape.frame.map((d, at) => (
          <path key={at} d={d} className={detail === "large" ? styles.rim : styles.thinRim} />
        ))}
        {shape.thinFrame.map((d, at) => (
          <path key={at} d={d} className={styles.fine} />
        ))}
        {profile.hasLid && (
          <path
            className={detail === "large" ? styles.lid : styles.thinLid}
            d={`M${shape.lid.x1} ${shape.lid.y}L${shape.lid.x2} ${shape.lid.y}`}
            style={{ transform: `translateY(${lidLift}px) rotate(${isOpen ? -2 : 0}deg)` }}
          />
        )}
      </svg>
      {children?.(drawing.anchors, shape)}
    </div>
  );
});

function sumpWaves(sump: { x: number; y: number; width: number; height: number; standing: number }): string {
  const rows = Math.max(1, Math.round((sump.height * sump.standing) / 5));
  const wave = Math.max(4, sump.width / 14);
  return Array.from({ length: rows }, (_, row) => {
    const y = sump.y + sump.height - 3 - row * 4.5;
    return `M${sump.x + 3} ${y}${Array.from({ length: Math.floor((sump.width - 6) / wave) }, () => `q${wave / 4} -2 ${wave / 2} 0t${wave / 2} 0`).join("")}`;
  }).join("");
}
