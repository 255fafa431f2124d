import Link from "next/link";
import styles from "./message.module.css";

export default function NotFound() {
  return (
    <main className={styles.message}>
      <h1>There is no such room</h1>
      <p>
        The address leads nowhere in this cellar. <Link href="/">Back to the round</Link>
      </p>
    </main>
  );
}
