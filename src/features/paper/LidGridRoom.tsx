"use client";
import { codeOf, labelText } from "@/core/bin/code";
import { useSession } from "@/session/session";
import { lidOrder } from "@/ui/LidMap";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import styles from "./Paper.module.css";
import { Qr } from "./Qr";

/** As many meals as a pencil fits into a place of a sheet before it is printed anew. */
const LINES = 6;

/** A sheet to tape onto a lid: its places as they are walked, each with lines for what was put there and what was left of it. */
export function LidGridRoom() {
  const { bins, settings } = useSession();
  const params = useSearchParams();
  const one = bins?.find(({ bin }) => bin.id === params.get("id"));
  if (!bins) return <main className={`${room.room} ${styles.paper}`} aria-busy="true" />;
  const parts = one?.state.setup?.compartments.filter(({ placeCount }) => placeCount > 1) ?? [];
  if (!one || parts.length === 0)
    return (
      <main className={`${room.room} ${styles.paper}`} data-usable="true">
        <h1 className={room.title}>{one ? `${one.bin.name}: one place only` : "No such bin"}</h1>
        <p className={room.lead}>
          {one
            ? "It is fed all over, so there is no grid to keep."
            : "The address names a bin that is not in this cellar."}{" "}
          <Link href={one ? `/bin?id=${one.bin.id}` : "/bins"}>{one ? "Open the bin" : "To all bins"}</Link>
        </p>
      </main>
    );
  const { bin } = one;
  const code = codeOf(bin.id);
  return (
    <main className={`${room.room} ${styles.paper}`} data-usable="true">
      <div className={styles.head} data-print="hide">
        <h1 className={room.title}>A grid for the lid</h1>
        <Button variant="contained" onClick={() => window.print()}>
          Print the grid
        </Button>
      </div>
      {parts.map(({ id, name, placeCount }) => {
        const { columns, order } = lidOrder(placeCount);
        return (
          <article key={id} className={styles.lid}>
            <header>
              <Qr text={labelText(code, settings?.labelAddress)} size={72} />
              <div>
                <b className={styles.labelName}>
                  {bin.name}
                  {name ? `, ${name}` : ""}
                </b>
                <span className={styles.smallCode}>{code}</span>
                <span>
                  From place to place as they are numbered, clockwise. Left: none, little, half, most.
                </span>
              </div>
            </header>
            <ol style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
              {order.map((place) => (
                <li key={place} aria-label={`Place ${place}`}>
                  <b>{place}</b>
                  <table>
                    <thead>
                      <tr>
                        <th>day</th>
                        <th>given</th>
                        <th>left</th>
                      </tr>
                    </thead>
                    <tbody>
                      {Array.from({ length: LINES }, (_, nth) => (
                        <tr key={nth}>
                          <td />
                          <td />
                          <td />
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </li>
              ))}
            </ol>
          </article>
        );
      })}
      <p className={styles.quiet} data-print="hide">
        Full? <Link href="/sheet">Type it in</Link> under “the round on paper”, then print it anew.
      </p>
    </main>
  );
}
