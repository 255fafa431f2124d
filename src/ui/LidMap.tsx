import styles from "./LidMap.module.css";

export interface LidPlace {
  readonly place: number;
  readonly fed: string;
  readonly left: string;
  readonly isNext: boolean;
  /** Share of the last meal still there, 0 to 1. */
  readonly share: number;
}

/** The lid seen from above: its places, walked clockwise, with what was put there and what is left of it. */
export function LidMap({
  places,
  label,
  onPress,
}: {
  readonly places: readonly LidPlace[];
  readonly label: string;
  /** A place one presses to feed there. */
  readonly onPress?: (place: number) => void;
}) {
  const count = places.length;
  const columns = count <= 3 ? count : Math.ceil(count / 2);
  // The back row runs left to right, the front row comes back.
  const order = count <= 3 ? places : [...places.slice(0, columns), ...places.slice(columns).toReversed()];
  return (
    <ol
      className={styles.lid}
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
      aria-label={label}
    >
      {order.map((one) => (
        <li key={one.place} className={styles.place} data-next={one.isNext}>
          <span
            className={styles.heap}
            style={{ height: `${Math.round(one.share * 100)}%` }}
            aria-hidden="true"
          />
          <b>{one.place}</b>
          <span>{one.fed}</span>
          <span>{one.isNext ? "next" : one.left}</span>
          {onPress && (
            <button
              type="button"
              className={styles.press}
              aria-label={`Feed at place ${one.place}`}
              onClick={() => onPress(one.place)}
            />
          )}
        </li>
      ))}
    </ol>
  );
}
