import styles from "./Mix.module.css";

export interface TrailPoint {
  readonly key: string;
  readonly label: string;
  readonly moisture: number;
  readonly cn: number;
}

const WIDTH = 420;
const HEIGHT = 300;
const LEFT = 44;
const BOTTOM = 258;
const TOP = 8;
const RIGHT = WIDTH - 8;
const CN = { low: 8, high: 600 } as const;

const x = (moisture: number) => LEFT + ((Math.min(0.95, Math.max(0, moisture)) - 0) / 0.95) * (RIGHT - LEFT);
const y = (cn: number) => {
  const at = Math.log(Math.min(CN.high, Math.max(CN.low, cn)));
  return BOTTOM - ((at - Math.log(CN.low)) / (Math.log(CN.high) - Math.log(CN.low))) * (BOTTOM - TOP);
};

/** Where worms do well: moisture across, carbon to nitrogen up. The mix is a point that moves as parts are added. */
export function TargetField({
  trail,
  mix,
  said,
}: {
  readonly trail: readonly TrailPoint[];
  readonly mix: { readonly moisture: number; readonly cn: number } | undefined;
  readonly said: string;
}) {
  const way = trail.map((point) => `${x(point.moisture)} ${y(point.cn)}`);
  const end = mix ? `${x(mix.moisture)} ${y(mix.cn)}` : undefined;
  const isLate = mix !== undefined && x(mix.moisture) > 250;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={styles.field} role="img" aria-label={said}>
      <path d={`M${LEFT} ${TOP}V${BOTTOM}H${RIGHT}`} fill="none" stroke="var(--hairline)" />
      {[10, 30, 100, 300].map((cn) => (
        <g key={cn}>
          <path d={`M${LEFT - 4} ${y(cn)}h4`} stroke="var(--hairline)" />
          <text x={LEFT - 8} y={y(cn) + 4} textAnchor="end" className={styles.tick}>
            {cn}
          </text>
        </g>
      ))}
      {[0.2, 0.4, 0.6, 0.8].map((moisture) => (
        <g key={moisture}>
          <path d={`M${x(moisture)} ${BOTTOM}v4`} stroke="var(--hairline)" />
          <text x={x(moisture)} y={BOTTOM + 19} textAnchor="middle" className={styles.tick}>
            {Math.round(moisture * 100)} %
          </text>
        </g>
      ))}
      <text x={RIGHT} y={HEIGHT - 4} textAnchor="end" className={styles.axis}>
        moisture
      </text>
      <text x={LEFT + 6} y={TOP + 12} className={styles.axis}>
        C:N
      </text>
      <path
        d={`M${x(0.66)} ${y(34)}Q${x(0.67)} ${y(70)} ${x(0.77)} ${y(66)}Q${x(0.87)} ${y(60)} ${x(0.86)} ${y(34)}Q${x(0.85)} ${y(17)} ${x(0.76)} ${y(18)}Q${x(0.67)} ${y(19)} ${x(0.66)} ${y(34)}z`}
        className={styles.fit}
      />
      <text x={x(0.76)} y={y(66) - 8} textAnchor="middle" className={styles.fitWord}>
        worms do well
      </text>
      {way.length > 0 && (
        <path
          d={`M${[...way, ...(end ? [end] : [])].join("L")}`}
          fill="none"
          stroke="var(--quiet)"
          strokeDasharray="2 5"
        />
      )}
      {trail.map((point, at) => (
        <g key={point.key}>
          <circle cx={x(point.moisture)} cy={y(point.cn)} r="4" fill="var(--bench)" stroke="var(--ink)" />
          {at < 3 && (
            <text
              x={x(point.moisture) + (x(point.moisture) > 270 ? -9 : 9)}
              y={y(point.cn) - 7}
              textAnchor={x(point.moisture) > 270 ? "end" : "start"}
              className={styles.tick}
            >
              {point.label}
            </text>
          )}
        </g>
      ))}
      {mix && (
        <>
          <circle cx={x(mix.moisture)} cy={y(mix.cn)} r="9" fill="var(--straw)" />
          <text
            x={x(mix.moisture) + (isLate ? -16 : 16)}
            y={y(mix.cn) + 22}
            textAnchor={isLate ? "end" : "start"}
            className={styles.here}
          >
            {Math.round(mix.moisture * 100)} %, C:N{" "}
            {mix.cn < 100 ? Math.round(mix.cn) : Math.round(mix.cn / 10) * 10}
          </text>
        </>
      )}
    </svg>
  );
}
