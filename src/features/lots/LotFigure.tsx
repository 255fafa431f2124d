import type { LotToday } from "@/session/batches";
import { seeded } from "@/core/chance/seeded";
import { CRUMB_KG } from "@/core/lot/state";

const WIDTH = 220;
const GROUND = 104;
const MOST_BAGS = 6;

/** How a lot lies: a heap as it came, spread on boards under moving air, in an open crate, or by the bag. What went is left blank. */
export function LotFigure({ one, label }: { readonly one: LotToday; readonly label: string }) {
  const { lot, state } = one;
  const chance = seeded(lot.id);
  const share = lot.massKg > 0 ? Math.min(1, state.dryKg / (lot.massKg * (1 - lot.moisture))) : 0;
  const is = state.massKg <= CRUMB_KG ? "gone" : (state.stage?.is ?? "fresh");
  const crumbs = (left: number, right: number, top: (x: number) => number, many: number) => {
    let path = "";
    for (let n = 0; n < many; n += 1) {
      const x = left + chance() * (right - left);
      const y = top(x) + 3 + chance() * Math.max(0, GROUND - 4 - top(x) - 3);
      path += `M${x.toFixed(1)} ${y.toFixed(1)}h.5`;
    }
    return path;
  };
  const sizes = state.bags.flatMap(({ count, eachKg }) => Array.from({ length: count }, () => eachKg));
  const bags = sizes.length;
  const drawn = Math.min(MOST_BAGS, bags);
  const largest = Math.max(...sizes, 0.001);
  // Of each size some are drawn: the row runs through all of them.
  const sizeAt = (at: number) => sizes[Math.floor(((at + 0.5) * bags) / drawn)] ?? largest;
  return (
    <svg
      viewBox={`0 ${is === "drying" ? 48 : 8} ${WIDTH} ${is === "drying" ? 68 : 108}`}
      role="img"
      aria-label={label}
      width="100%"
    >
      {(is === "fresh" || is === "gone") && (
        <>
          {is === "gone" && (
            <path
              d={`M40 ${GROUND}Q110 24 180 ${GROUND}`}
              fill="none"
              stroke="var(--rim)"
              strokeDasharray="3 5"
            />
          )}
          {is === "fresh" && (
            <>
              <path d={`M30 ${GROUND}Q110 ${GROUND - 150 * share} 190 ${GROUND}Z`} fill="var(--castings)" />
              <path
                d={crumbs(50, 170, (x) => GROUND - 74 * share * (1 - ((x - 110) / 80) ** 2), 260)}
                stroke="var(--castingsMark)"
                strokeWidth="2.4"
                strokeLinecap="round"
              />
            </>
          )}
        </>
      )}
      {is === "drying" && (
        <>
          {[34, 90, 146].map((x) => (
            <path
              key={x}
              d={`M${x} 66q10 -9 20 0t20 0`}
              fill="none"
              stroke="var(--quiet)"
              strokeWidth="1.6"
            />
          ))}
          <path d={`M12 80V${GROUND}H208V80`} fill="none" stroke="var(--rim)" strokeWidth="3" />
          <rect
            x="14"
            y={GROUND - 4 - 12 * share}
            width="192"
            height={3 + 12 * share}
            fill="var(--castings)"
          />
          <path
            d={crumbs(18, 202, () => GROUND - 8 - 8 * share, 150)}
            stroke="var(--castingsMark)"
            strokeWidth="2.2"
            strokeLinecap="round"
          />
        </>
      )}
      {(is === "curing" || (is === "stored" && drawn === 0)) && (
        <>
          <rect x="46" y={GROUND - 76 * share} width="128" height={76 * share} fill="var(--castings)" />
          <path
            d={crumbs(50, 170, () => GROUND - 76 * share, 240 * share)}
            stroke="var(--castingsMark)"
            strokeWidth="2.2"
            strokeLinecap="round"
          />
          <path d={`M44 22V${GROUND}H176V22`} fill="none" stroke="var(--rim)" strokeWidth="3" />
          {is === "curing" ? (
            [38, 56, 74].map((y) => (
              <path key={y} d={`M40 ${y}h8M172 ${y}h8`} stroke="var(--bench)" strokeWidth="4" />
            ))
          ) : (
            // The lid lies loose.
            <path d="M36 18L186 13" stroke="var(--rim)" strokeWidth="4" strokeLinecap="round" />
          )}
        </>
      )}
      {is === "stored" &&
        Array.from({ length: drawn }, (_, at) => {
          const wide = Math.min(58, 204 / drawn);
          const x = 110 + (at - (drawn - 1) / 2) * wide;
          const scale = Math.max(0.45, Math.cbrt(sizeAt(at) / largest));
          const half = wide * 0.42 * scale;
          const tall = 66 * scale;
          return (
            <g key={at}>
              <path
                d={`M${x - half} ${GROUND}q${-half * 0.25} ${-tall * 0.62} ${half * 0.55} ${-tall}q${-half * 0.25} -7 ${-half * 0.1} -12h${half * 1.1}q${half * 0.15} 5 ${-half * 0.1} 12q${half * 0.8} ${tall * 0.38} ${half * 0.55} ${tall}Z`}
                fill="var(--castings)"
                stroke="var(--rim)"
                strokeWidth="2"
              />
              <path
                d={crumbs(x - half * 0.75, x + half * 0.75, () => GROUND - tall * 0.66, 60)}
                stroke="var(--castingsMark)"
                strokeWidth="2.2"
                strokeLinecap="round"
              />
              <path
                d={`M${x - half * 0.5} ${GROUND - tall}h${half}`}
                stroke="var(--straw)"
                strokeWidth="2.5"
              />
            </g>
          );
        })}
      {is === "stored" && bags > drawn && (
        <text x="212" y="20" textAnchor="end" fontSize="13" fill="var(--quiet)">
          and {bags - drawn} more
        </text>
      )}
      <path d={`M8 ${GROUND + 2}H212`} stroke="var(--plank)" strokeWidth="4" />
    </svg>
  );
}
