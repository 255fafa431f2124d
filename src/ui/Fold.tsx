import type { ReactNode } from "react";
import styles from "./Fold.module.css";

/** What is wanted now and then: its heading stands, the rest is behind one press. */
export function Fold({
  title,
  isOpen = false,
  children,
}: {
  readonly title: string;
  readonly isOpen?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={title}>
      <details className={styles.fold} open={isOpen}>
        <summary>
          <h2>{title}</h2>
        </summary>
        <div className={styles.inside}>{children}</div>
      </details>
    </section>
  );
}
