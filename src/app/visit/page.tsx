import { RackStrip } from "@/features/round/RackStrip";
import { Slate } from "@/features/round/Slate";
import { VisitRoom } from "@/features/visit/VisitRoom";
import type { Metadata } from "next";
import { Suspense } from "react";
import styles from "../bench.module.css";

export const metadata: Metadata = { title: "Visit · Brown Cellar" };

export default function VisitPage() {
  return (
    <div className={`${styles.withSlate} ${styles.hideSlate}`}>
      <div className={styles.bench}>
        <RackStrip />
        <Suspense>
          <VisitRoom />
        </Suspense>
      </div>
      <Slate />
    </div>
  );
}
