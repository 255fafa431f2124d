import type { ReactNode } from "react";
import styles from "./FirstScreen.module.css";

/** A tub cut open on its plank: rim, bedding, and what is worked below. */
const tub = (x: number, y: number, width: number, height: number, full: number, worked = 0) => {
  const top = y + height * (1 - full);
  return (
    <g key={`${x} ${y}`}>
      <path
        d={`M${x + 4} ${top}Q${x + width / 2} ${top - 7} ${x + width - 4} ${top}L${x + width - 9} ${y + height}H${x + 9}Z`}
        fill="var(--bedding)"
      />
      {worked > 0 && (
        <path
          d={`M${x + 7} ${y + height * (1 - worked)}Q${x + width / 2} ${y + height * (1 - worked) + 6} ${x + width - 7} ${y + height * (1 - worked)}L${x + width - 9} ${y + height}H${x + 9}Z`}
          fill="var(--working)"
        />
      )}
      <path
        d={`M${x} ${y}L${x + 8} ${y + height}H${x + width - 8}L${x + width} ${y}`}
        fill="none"
        stroke="var(--rim)"
        strokeWidth="4"
        strokeLinejoin="round"
      />
    </g>
  );
};
const plank = (y: number) => <path d={`M12 ${y}H348`} stroke="var(--plank)" strokeWidth="8" />;
const worm = (x: number, y: number) => (
  <path
    key={`w${x} ${y}`}
    d={`M${x} ${y}q7 -9 14 0t14 0`}
    fill="none"
    stroke="var(--worm)"
    strokeWidth="4"
    strokeLinecap="round"
  />
);
const line = (d: string, stroke = "var(--quiet)", width = 2.5) => (
  <path d={d} fill="none" stroke={stroke} strokeWidth={width} strokeLinecap="round" strokeLinejoin="round" />
);
/** A heap on the ground, of one colour. */
const heap = (x: number, y: number, width: number, height: number, fill: string) => (
  <path d={`M${x} ${y}Q${x + width / 2} ${y - 2 * height} ${x + width} ${y}Z`} fill={fill} />
);
/** A filling ring. */
const ring = (x: number, y: number, share: number) => {
  const turn = 2 * Math.PI * share;
  const end = `${x + 17 * Math.sin(turn)} ${y - 17 * Math.cos(turn)}`;
  return (
    <g key={`r${x}`}>
      <circle cx={x} cy={y} r="17" fill="none" stroke="var(--hairline)" strokeWidth="7" />
      <path
        d={`M${x} ${y - 17}A17 17 0 ${share > 0.5 ? 1 : 0} 1 ${end}`}
        fill="none"
        stroke="var(--moss)"
        strokeWidth="7"
      />
    </g>
  );
};

/** What each room keeps, as one would find it. */
const DRAWINGS = {
  shelf: (
    <>
      {tub(26, 40, 92, 56, 0.7, 0.35)}
      {worm(60, 74)}
      {tub(140, 52, 76, 44, 0.5)}
      {plank(102)}
      {tub(40, 146, 128, 60, 0.8, 0.5)}
      {worm(70, 172)}
      {worm(110, 168)}
      {tub(206, 158, 104, 48, 0.6, 0.2)}
      {plank(212)}
      {line("M250 40h70v56h-70zM262 56h46M262 70h34M262 84h40")}
    </>
  ),
  heap: (
    <>
      {heap(40, 204, 200, 74, "var(--bedding)")}
      {heap(90, 204, 100, 34, "var(--working)")}
      {line("M176 60L150 150", "var(--rim)", 6)}
      <circle cx="178" cy="52" r="16" fill="var(--bench)" stroke="var(--rim)" strokeWidth="4" />
      {line("M178 52l7 -8", "var(--clay)", 3)}
      {tub(262, 144, 74, 62, 0.6)}
      {plank(210)}
    </>
  ),
  drying: (
    <>
      <path d="M24 176H206L196 206H34Z" fill="var(--plank)" />
      {heap(36, 176, 158, 24, "var(--castings)")}
      {line("M60 126q8 -12 0 -24M110 120q8 -12 0 -24M160 126q8 -12 0 -24")}
      <path d="M240 112q34 -16 68 0l12 94h-92z" fill="var(--bedding)" stroke="var(--rim)" strokeWidth="3" />
      {line("M250 112q24 10 48 0M274 106v-16", "var(--rim)", 4)}
      <path d="M252 146h44v26h-44z" fill="var(--bench)" />
      {line("M258 155h30M258 164h20", "var(--ink)", 2)}
      {plank(210)}
    </>
  ),
  tubs: (
    <>
      {[0.2, 0.45, 0.7, 0.95].map((share, at) => ring(62 + 80 * at, 74, share))}
      {[0, 1, 2, 3].map((at) => tub(26 + 80 * at, 126, 70, 40, 0.75, 0.1 + 0.18 * at))}
      {worm(46, 150)}
      {worm(128, 150)}
      {plank(172)}
      {[
        [282, 200],
        [296, 194],
        [310, 201],
        [290, 208],
      ].map(([x, y]) => (
        <ellipse key={x} cx={x} cy={y} rx="6" ry="4.5" fill="var(--straw)" />
      ))}
    </>
  ),
  days: (
    <>
      {Array.from({ length: 14 }, (_, at) => {
        const x = 30 + (at % 7) * 44;
        const y = 52 + Math.floor(at / 7) * 44;
        const isAway = at > 2 && at < 11;
        return (
          <rect
            key={at}
            x={x}
            y={y}
            width="36"
            height="36"
            rx="4"
            fill={isAway ? "none" : "var(--straw)"}
            stroke={isAway ? "var(--quiet)" : "none"}
            strokeDasharray="4 5"
            strokeWidth="2"
          />
        );
      })}
      {tub(126, 160, 108, 46, 0.6, 0.3)}
      {worm(164, 188)}
      {plank(212)}
    </>
  ),
  balance: (
    <>
      {line("M180 40V206M70 76H290", "var(--rim)", 5)}
      {line("M70 76L40 138M70 76L100 138M290 76L260 138M290 76L320 138", "var(--rim)", 2)}
      <path d="M30 138H110Q100 164 70 164T30 138Z" fill="var(--plank)" />
      <path d="M250 138H330Q320 164 290 164T250 138Z" fill="var(--plank)" />
      {heap(40, 138, 60, 24, "var(--food)")}
      {heap(260, 138, 60, 22, "var(--castings)")}
      {line("M262 138q28 -44 56 0", "var(--castingsMark)", 2)}
      {plank(210)}
    </>
  ),
  file: (
    <>
      <path d="M60 46h110l34 34v126H60z" fill="none" stroke="var(--rim)" strokeWidth="4" />
      {line("M170 46v34h34", "var(--rim)", 4)}
      {line("M82 104h96M82 124h78M82 144h90M82 164h60")}
      {tub(236, 144, 96, 60, 0.7, 0.4)}
      {worm(268, 178)}
      {line("M214 120q34 -30 62 4l2 -14m-2 14l-13 -4", "var(--straw)", 4)}
      {plank(212)}
    </>
  ),
  label: (
    <>
      {tub(60, 60, 240, 144, 0.78, 0.4)}
      <path d="M112 96h136v70H112z" fill="var(--bench)" stroke="var(--rim)" strokeWidth="2" />
      {[
        [122, 106],
        [138, 106],
        [154, 122],
        [122, 138],
        [138, 122],
        [154, 138],
        [154, 106],
        [138, 146],
        [122, 122],
      ].map(([x, y], at) =>
        at % 4 === 3 ? null : (
          <rect key={`${x} ${y}`} x={x} y={y} width="12" height="12" fill="var(--ink)" />
        ),
      )}
      {line("M182 114h54M182 130h40M182 146h48", "var(--ink)", 3)}
      {plank(210)}
    </>
  ),
  lamp: (
    <>
      <path d="M150 24h60l26 40H124z" fill="var(--plank)" />
      <path d="M124 64H236L318 206H42Z" fill="color-mix(in srgb, var(--straw) 22%, transparent)" />
      {heap(88, 204, 184, 52, "var(--castings)")}
      {line("M106 190q74 -76 148 0", "var(--castingsMark)", 3)}
      {worm(150, 198)}
      {worm(184, 200)}
      {worm(168, 190)}
      {plank(210)}
    </>
  ),
  mud: (
    <>
      {tub(50, 70, 150, 134, 0.7, 0.68)}
      <path d="M64 150H188L184 202H68Z" fill="var(--water)" opacity="0.55" />
      {line("M78 166q10 -8 20 0t20 0t20 0t20 0", "var(--water)", 3)}
      {line("M226 92l40 70M250 84l38 72M276 80l34 70", "var(--straw)", 7)}
      {line("M306 196a8 8 0 1 1 -16 0q0 -6 8 -16q8 10 8 16z", "var(--water)", 3)}
      {plank(210)}
    </>
  ),
  signs: (
    <>
      {tub(50, 84, 170, 120, 0.7, 0.3)}
      {line("M48 72L216 44", "var(--rim)", 7)}
      {line("M90 116q-8 -12 0 -22M126 112q-8 -12 0 -22M162 108q-8 -12 0 -22", "var(--clay)", 3)}
      {worm(196, 82)}
      {[96, 130, 164].map((y, at) => (
        <g key={y}>
          <rect x="250" y={y} width="20" height="20" fill="none" stroke="var(--rim)" strokeWidth="3" />
          {at < 2 && line(`M254 ${y + 10}l5 6l9 -13`, "var(--clay)", 3)}
          {line(`M282 ${y + 11}h44`)}
        </g>
      ))}
      {plank(210)}
    </>
  ),
  parcel: (
    <>
      <path d="M36 96h104v84H36z" fill="var(--bedding)" stroke="var(--rim)" strokeWidth="3" />
      {line("M36 96l24 -26h104l-24 26M140 96v84l24 -24V70M78 96l16 -26", "var(--rim)", 3)}
      {worm(66, 140)}
      {worm(88, 156)}
      {line("M174 128h34l-10 -9m10 9l-10 9", "var(--straw)", 4)}
      {tub(222, 118, 112, 86, 0.7, 0.3)}
      {worm(254, 170)}
      {plank(210)}
    </>
  ),
  sheet: (
    <>
      <path d="M88 34h184v172H88z" fill="none" stroke="var(--rim)" strokeWidth="4" />
      {line("M150 34v-12h60v12", "var(--rim)", 5)}
      {[66, 98, 130, 162].map((y, at) => (
        <g key={y}>
          <rect x="108" y={y} width="18" height="18" fill="none" stroke="var(--rim)" strokeWidth="2.5" />
          {at < 2 && line(`M111 ${y + 9}l5 6l9 -13`, "var(--moss)", 3)}
          {line(`M140 ${y + 10}h${[104, 84, 96, 70][at]!}`)}
        </g>
      ))}
      {plank(212)}
    </>
  ),
  weeks: (
    <>
      {[0.25, 0.45, 0.62, 0.8].map((full, at) => tub(20 + 84 * at, 196 - 34 - 14 * at, 70, 40 + 14 * at, full, at * 0.16))}
      {worm(124, 180)}
      {worm(206, 172)}
      {worm(286, 166)}
      {line("M54 130l70 -16M138 110l70 -16M222 90l70 -16", "var(--straw)", 3)}
      {plank(208)}
    </>
  ),
} satisfies Record<string, ReactNode>; // prettier-ignore
export type FirstOf = keyof typeof DRAWINGS;

/** The drawing of a room that waits to be filled; only for the eye. */
export const FirstDrawing = ({ of }: { readonly of: FirstOf }) => (
  <svg viewBox="0 0 360 228" className={styles.drawing} aria-hidden="true" data-print="hide">
    {DRAWINGS[of]}
  </svg>
);
