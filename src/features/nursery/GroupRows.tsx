import type { GroupedBy, YieldGroup } from "@/core/nursery/explain";
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

/** Groups of counted cycles against the middle of all: a mark and the stretch that chance leaves it. */
export function GroupRows({
  by,
  groups,
}: {
  readonly by: GroupedBy;
  readonly groups: readonly YieldGroup[];
}) {
  return (
    <div>
      <h3>{BY_WORDS[by]}</h3>
      <ul className={styles.groupRows}>
        {groups.map(({ key, cycles, rate, ofAll, isOther }) => (
          <li key={key}>
            <span>{nameOf(by, key)}</span>
            <span className={styles.scale} aria-hidden="true">
              <i style={{ left: place(ofAll.low), right: `calc(100% - ${place(ofAll.high)})` }} />
              <b data-other={isOther} style={{ left: place(ofAll.middle) }} />
            </span>
            <span>
              {rate.toFixed(2)} over {cycles} {cycles === 1 ? "cycle" : "cycles"}
              {isOther && `, really ${ofAll.middle < 1 ? "less" : "more"}`}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
