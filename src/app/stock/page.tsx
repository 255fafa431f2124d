import { RackStrip } from "@/features/round/RackStrip";
import { StockRoom } from "@/features/stocking/StockRoom";
import type { Metadata } from "next";
import { Suspense } from "react";
import styles from "../bench.module.css";

export const metadata: Metadata = { title: "Stock and share · Brown Cellar" };

export default function Page() {
  return (
    <div className={styles.bench}>
      <RackStrip />
      <Suspense>
        <StockRoom />
      </Suspense>
    </div>
  );
}
