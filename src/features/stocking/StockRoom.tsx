"use client";
import Button from "@mui/material/Button";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import room from "@/ui/room.module.css";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { DeliveryForm } from "./DeliveryForm";
import styles from "./Stock.module.css";
import { TransferForm } from "./TransferForm";

const WAYS = [
  { value: "arrived", label: "worms arrived" },
  { value: "over", label: "from one of my bins to another" },
  { value: "away", label: "given away" },
] as const;

/** Worms in and out: a delivery shared among bins, a bin split, worms given away. */
export function StockRoom() {
  const { bins } = useSession();
  const asked = useSearchParams();
  const onDemo = useDemo();
  const first = asked.get("bin") ?? undefined;
  /** The bin that is to be shared out. */
  const split = asked.get("split") ?? undefined;
  const [way, setWay] = useState<(typeof WAYS)[number]["value"]>(split ? "over" : "arrived");
  const standing: readonly BinToday[] = (bins ?? []).filter(({ state }) => state.setup !== undefined);
  if (!bins) return <main className={room.room} aria-busy="true" />;
  if (standing.length === 0)
    return (
      <FirstScreen
        title="Stock and share"
        says="Worms that arrive, move or leave are written once. What leaves one bin comes in at the next."
        of="parcel"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  return (
    <main className={room.room} data-usable="true">
      <h1 className={room.title}>Stock and share</h1>
      <p className={room.lead}>What goes in here comes out there: both logs are written together.</p>
      <div className={styles.stock}>
        <Choice
          title="What is going on"
          name="way"
          options={WAYS}
          chosen={way}
          onChoose={(value) => value && setWay(value)}
        />
        {way === "arrived" ? (
          <DeliveryForm bins={standing} first={first} />
        ) : (
          <TransferForm key={way} bins={standing} first={first} split={split} isAway={way === "away"} />
        )}
      </div>
    </main>
  );
}
