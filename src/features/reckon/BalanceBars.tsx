import type { UnitSystem } from "@/core/quantity/format";
import { formatMass } from "@/core/quantity/format";
import { FLOW_WORDS } from "@/core/reckon/words";
import type { Reckoning } from "@/core/reckon/reckon";
import styles from "./Reckon.module.css";

interface Piece {
  readonly name: string;
  readonly kg: number;
  readonly kind: string;
}

/** Two bars of the same length, since the books close: what came in above, what became of it beneath. */
export function BalanceBars({ one, units }: { readonly one: Reckoning; readonly units: UnitSystem }) {
  const into: readonly Piece[] = [
    { name: "there before", kg: one.openingDryKg, kind: "standing" },
    ...one.in.map(({ of, dryKg }) => ({ name: FLOW_WORDS[of], kg: dryKg, kind: of })),
  ];
  const outOf: readonly Piece[] = [
    ...one.out.map(({ of, dryKg }) => ({ name: FLOW_WORDS[of], kg: dryKg, kind: of })),
    { name: "stands now", kg: one.standingDryKg, kind: "standing" },
    { name: "breathed off", kg: one.breathedDryKg, kind: "breathed" },
  ];
  return (
    <div className={styles.balance}>
      <Bar title="In" pieces={into} units={units} />
      <Bar title="Out" pieces={outOf} units={units} />
    </div>
  );
}

function Bar({
  title,
  pieces,
  units,
}: {
  readonly title: string;
  readonly pieces: readonly Piece[];
  readonly units: UnitSystem;
}) {
  const shown = pieces.filter(({ kg }) => kg > 1e-6);
  const all = shown.reduce((sum, { kg }) => sum + kg, 0);
  return (
    <section aria-label={title}>
      <h3>
        {title} <span>{formatMass(all, units, "bucket")} dry</span>
      </h3>
      <div className={styles.stack} aria-hidden="true">
        {shown.map(({ name, kg, kind }) => (
          <i key={name} data-kind={kind} style={{ flexGrow: Math.max(kg / Math.max(all, 1e-9), 0.002) }} />
        ))}
      </div>
      <ul className={styles.legend}>
        {shown.map(({ name, kg, kind }) => (
          <li key={name}>
            <i data-kind={kind} aria-hidden="true" />
            {name} <b>{formatMass(kg, units, "bucket")}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
