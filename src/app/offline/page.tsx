import type { Metadata } from "next";
import styles from "../message.module.css";

export const metadata: Metadata = { title: "Offline · Brown Cellar" };

export default function OfflinePage() {
  return (
    <main className={styles.message}>
      <h1>This page is not kept on the device</h1>
      <p>
        You are offline. The round, your bins, visits and records all work without a network: pick one at the
        left.
      </p>
    </main>
  );
}
