import styles from "./Scale.module.css";

/** One figure on its scale: a hairline, the stretch that is right or likely, and a worm-thick mark where it lies. */
export function Scale({
  title,
  from,
  to,
  mark,
  band,
  ends,
  said,
  note,
}: {
  readonly title: string;
  readonly from: number;
  readonly to: number;
  /** Left out where only the stretch is known. */
  readonly mark?: number;
  readonly band?: readonly [number, number];
  readonly ends: readonly [string, string];
  readonly said: string;
  readonly note?: string;
}) {
  const at = (value: number) => `${Math.max(0, Math.min(1, (value - from) / (to - from))) * 100}%`;
  const width = (low: number, high: number) =>
    `${Math.max(0.5, (Math.min(1, (high - from) / (to - from)) - Math.max(0, (low - from) / (to - from))) * 100)}%`;
  return (
    <figure className={styles.scale}>
      <figcaption>
        <span>{title}</span>
        <b>{said}</b>
      </figcaption>
      <div className={styles.line} aria-hidden="true">
        {band && (
          <span className={styles.band} style={{ left: at(band[0]), width: width(band[0], band[1]) }} />
        )}
        {mark !== undefined && <span className={styles.mark} style={{ left: at(mark) }} />}
      </div>
      <p className={styles.ends}>
        <span aria-hidden="true">{ends[0]}</span>
        <span className={styles.note}>{note}</span>
        <span aria-hidden="true">{ends[1]}</span>
      </p>
    </figure>
  );
}
