import { BinRoom } from "@/features/bin/BinRoom";
import { RackStrip } from "@/features/round/RackStrip";
import type { Metadata } from "next";
import { Suspense } from "react";
import styles from "../bench.module.css";

export const metadata: Metadata = { title: "Bin · Brown Cellar" };

export default function BinPage() {
  return (
    <div className={styles.bench}>
      <RackStrip />
      <Suspense>
        <BinRoom />
      </Suspense>
    </div>
  );
}
