import styles from "./LidMap.module.css";

export interface LidPlace {
  readonly place: number;
  readonly fed: string;
  readonly left: string;
  readonly isNext: boolean;
  /** Share of the last meal still there, 0 to 1. */
  readonly share: number;
}

/** Places of a lid as they lie seen from above, row by row: the back row runs left to right, the front row comes back. */
export function lidOrder(count: number): { readonly columns: number; readonly order: readonly number[] } {
  const columns = count <= 3 ? count : Math.ceil(count / 2);
  const all = Array.from({ length: count }, (_, nth) => nth + 1);
  return {
    columns,
    order: count <= 3 ? all : [...all.slice(0, columns), ...all.slice(columns).toReversed()],
  };
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
  const { columns, order } = lidOrder(places.length);
  return (
    <ol
      className={styles.lid}
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
      aria-label={label}
    >
      {order
        .map((nth) => places[nth - 1]!)
        .map((one) => (
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
