import { MixRoom } from "@/features/mix/MixRoom";
import { RackStrip } from "@/features/round/RackStrip";
import type { Metadata } from "next";
import { Suspense } from "react";
import styles from "../bench.module.css";

export const metadata: Metadata = { title: "Mix bench · Brown Cellar" };

export default function Page() {
  return (
    <div className={styles.bench}>
      <RackStrip />
      <Suspense>
        <MixRoom />
      </Suspense>
    </div>
  );
}
