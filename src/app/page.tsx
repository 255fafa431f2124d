import { RoundRoom } from "@/features/round/RoundRoom";
import { Slate } from "@/features/round/Slate";
import styles from "./bench.module.css";

export default function RoundPage() {
  return (
    <div className={`${styles.withSlate} ${styles.listFirst}`}>
      <Slate />
      <div className={styles.bench}>
        <RoundRoom />
      </div>
    </div>
  );
}
