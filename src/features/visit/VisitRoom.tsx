"use client";
import { useSession } from "@/session/session";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { VisitBench } from "./VisitBench";
import styles from "./Visit.module.css";

export function VisitRoom() {
  const { bins } = useSession();
  const params = useSearchParams();
  const one = bins?.find(({ bin }) => bin.id === params.get("id"));
  if (!bins) return <main className={styles.visit} aria-busy="true" />;
  if (!one) {
    return (
      <main className={styles.visit}>
        <h1>No such bin</h1>
        <p>
          The address names a bin that is not in this cellar; it may have been taken back, or live in another
          one.
        </p>
        <Button variant="contained" component={Link} href="/">
          To the round
        </Button>
      </main>
    );
  }
  if (!one.state.setup) {
    return (
      <main className={styles.visit}>
        <h1>{one.bin.name}</h1>
        <p>
          {one.fault === undefined
            ? "The log does not say what this bin is, so there is nothing to compare with what you find."
            : "This bin could not be worked out; its log is whole. The other bins go on as ever."}
        </p>
        <Button variant="contained" component={Link} href={`/bin?id=${one.bin.id}`}>
          Open its log
        </Button>
      </main>
    );
  }
  const lid = params.get("quiet") ? "closed" : "lifted";
  return <VisitBench key={`${one.bin.id}/${lid}`} one={one} lid={lid} />;
}
