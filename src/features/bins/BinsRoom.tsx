"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useState } from "react";
import room from "@/ui/room.module.css";
import styles from "./Bins.module.css";

const Shelves = dynamic(() => import("./Shelves").then((module) => module.Shelves), { ssr: false });
const BinsList = dynamic(() => import("./BinsList").then((module) => module.BinsList), { ssr: false });

const VIEWS = [
  { value: "shelves", label: "as they stand" },
  { value: "list", label: "as a list" },
] as const;
type View = (typeof VIEWS)[number]["value"];
/** So many are still told apart by their drawings; of more one wants a list first. */
const MANY = 24;

/** Every bin: as they stand, in walking order, or as a list to search, sort, choose from and work with. */
export function BinsRoom() {
  const { bins, cellar } = useSession();
  const { ask } = useErrands();
  const onDemo = useDemo();
  const [view, setView] = useState<View>();
  if (!bins) return <main className={room.room} aria-busy="true" />;
  if (bins.length === 0)
    return (
      <FirstScreen
        title="Bins"
        says="Every bin stands here as if it were cut open: how full, how wet, where the worms are, and when you go back to it."
        of="shelf"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  const shown = view ?? (bins.length > MANY ? "list" : "shelves");
  return (
    <main className={room.room} data-usable="true">
      <div className={styles.head}>
        <h1 className={room.title}>{cellar?.name ?? "Bins"}</h1>
        <div className={styles.acts}>
          {bins.length > 1 && (
            <Button onClick={() => ask({ of: "many", binIds: [] })}>several at once</Button>
          )}
          <Button component={Link} href="/nursery">
            nursery
          </Button>
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        </div>
      </div>
      <div className={styles.view}>
        <Choice
          title="Shown"
          name="view"
          options={VIEWS}
          chosen={shown}
          onChoose={(chosen) => chosen && setView(chosen)}
        />
      </div>
      {shown === "list" ? <BinsList bins={bins} /> : <Shelves bins={bins} />}
    </main>
  );
}
