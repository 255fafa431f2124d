import type { GroupedBy } from "@/core/nursery/explain";
import type { Band } from "@/core/expectation/expectation";
import { sayBedding } from "@/core/nursery/words";
import { speciesOf } from "@/core/catalogue/species";
import type { SpeciesId } from "@/vocabulary/setup";
import styles from "./Nursery.module.css";

const BY_WORDS: Readonly<Record<GroupedBy, string>> = {
  row: "By row",
  bedding: "By bedding",
  season: "By season of setting",
  species: "By species",
};
const nameOf = (by: GroupedBy, key: string): string =>
  by === "bedding"
    ? key === ""
      ? "not written"
      : sayBedding(key)
    : by === "species"
      ? speciesOf(key as SpeciesId).name.toLowerCase()
      : key === ""
        ? "no row"
        : key;
/** The scale ends at twice the middle of all. */
const MOST = 2;
const place = (times: number): string => `${(100 * Math.min(MOST, Math.max(0, times))) / MOST}%`;

/** A group on the scale: times what is usual, with the stretch that chance leaves it. */
export interface GroupRow {
  readonly key: string;
  readonly times: Band;
  readonly isOther: boolean;
  readonly said: string;
}

/** Groups of counts against what is usual: a mark and the stretch that chance leaves it. */
export function GroupRows({ by, groups }: { readonly by: GroupedBy; readonly groups: readonly GroupRow[] }) {
  return (
    <div>
      <h4>{BY_WORDS[by]}</h4>
      <ul className={styles.groupRows}>
        {groups.map(({ key, times, isOther, said }) => (
          <li key={key}>
            <span>{nameOf(by, key)}</span>
            <span className={styles.scale} aria-hidden="true">
              <i style={{ left: place(times.low), right: `calc(100% - ${place(times.high)})` }} />
              <b data-other={isOther} style={{ left: place(times.middle) }} />
            </span>
            <span>
              {said}
              {isOther && `, really ${times.middle < 1 ? "less" : "more"}`}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
