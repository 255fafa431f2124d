"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { MOIST_FOR, drying } from "@/core/lot/drying";
import type { LotTask } from "@/core/lot/due";
import { CRUMB_KG, litreKgOf } from "@/core/lot/state";
import {
  receiptRows,
  sayDrying,
  sayLotAmount,
  sayLotStage,
  sayLotTask,
  sayMade,
  sayRisks,
  sayTaken,
} from "@/core/lot/words";
import { dayAndMonth } from "@/core/calendar/day";
import { formatMass } from "@/core/quantity/format";
import type { LotToday } from "@/session/batches";
import { useSession } from "@/session/session";
import room from "@/ui/room.module.css";
import { saveTable } from "@/ui/saveFile";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { ComingHarvests } from "./ComingHarvests";
import { LotDialog } from "./LotDialog";
import { LotFigure } from "./LotFigure";
import { LotHistory } from "./LotHistory";
import styles from "./Lots.module.css";
import type { LotDeed } from "./lotTyped";

/** What a task of the slate is done by here. */
const BY: Readonly<Record<LotTask, LotDeed>> = {
  spread: "spread",
  putBy: "sieve",
  turn: "turn",
  feel: "feel",
  damp: "damp",
  store: "store",
  look: "feel",
};
const DEED_WORDS: Readonly<Record<LotDeed, string>> = {
  spread: "spread it to dry",
  turn: "turned it",
  feel: "feel or weigh it",
  damp: "damp it",
  sieve: "sieve it",
  mature: "let it mature",
  store: "put it in store",
  bag: "fill bags",
  open: "open bags",
  part: "use, give or sell",
};

/** Castings once they are out: what dries, what is stored, where it came from and where it went. */
export function LotsRoom() {
  const { lotsToday: lots, bins, today } = useSession();
  const onDemo = useDemo();
  const params = useSearchParams();
  const [asked, setAsked] = useState<{ readonly one: LotToday; readonly deed: LotDeed }>();
  const kept = lots?.filter(({ state }) => state.massKg > CRUMB_KG) ?? [];
  const gone = lots?.filter(({ state }) => state.massKg <= CRUMB_KG) ?? [];
  const chosen = params.get("id");
  const taken = lots && sayTaken(lots);
  const hasParted = lots?.some(({ state }) => state.partings.length > 0);
  if (!lots || !bins) return <main className={room.room} aria-busy="true" />;
  if (lots.length === 0 && bins.length === 0)
    return (
      <FirstScreen
        title="Castings"
        says="What you weigh in dries here, is sieved and bagged, and keeps the name of its bin to the last bag."
        of="drying"
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
      <h1 className={room.title}>Castings</h1>
      <p className={room.lead}>Dried slowly, kept alive, and traced from bin to bed.</p>
      <ComingHarvests />
      {kept.length === 0 && (
        <p>
          No castings lie here. <Link href="/bins">Open a bin</Link> and harvest it: what you weigh in begins
          a lot.
        </p>
      )}
      <ul className={styles.lots}>
        {kept.map((one) => (
          <LotLine
            key={one.lot.id}
            one={one}
            isOpen={one.lot.id === chosen}
            onDeed={(deed) => setAsked({ one, deed })}
          />
        ))}
      </ul>
      {gone.length > 0 && (
        <details className={styles.gone} open={gone.some(({ lot }) => lot.id === chosen)}>
          <summary>
            {gone.length} {gone.length === 1 ? "lot" : "lots"} all gone
          </summary>
          <ul className={styles.lots}>
            {gone.map((one) => (
              <li key={one.lot.id} className={styles.lot}>
                <LotFigure one={one} label={`${one.lot.name}, all gone`} />
                <div>
                  <h2>{one.lot.name}</h2>
                  <p className={styles.facts}>
                    {sayMade(one.lot, today)}, all gone
                    {one.state.partings.length > 0 &&
                      ` since ${dayAndMonth(one.state.partings.at(-1)!.entry.day, today)}`}
                    .
                  </p>
                  <LotHistory one={one} />
                </div>
              </li>
            ))}
          </ul>
        </details>
      )}
      {lots.length > 0 && (
        <p className={styles.tools} data-print="hide">
          {hasParted && (
            <Button onClick={() => void saveTable(`castings-${today}.csv`, receiptRows(lots))}>
              save what went as a table
            </Button>
          )}
          <Button component={Link} href={`/labels?ids=${kept.map(({ lot }) => lot.id).join(",")}`}>
            labels
          </Button>
          {taken && <span className={styles.taken}>Sold for {taken} so far.</span>}
        </p>
      )}
      {asked && (
        <LotDialog
          one={lots?.find(({ lot }) => lot.id === asked.one.lot.id) ?? asked.one}
          deed={asked.deed}
          onClose={() => setAsked(undefined)}
        />
      )}
    </main>
  );
}

function LotLine({
  one,
  isOpen,
  onDeed,
}: {
  readonly one: LotToday;
  readonly isOpen: boolean;
  readonly onDeed: (deed: LotDeed) => void;
}) {
  const { today, units, author, keep } = useSession();
  const { lot, state, climate, due } = one;
  const isDue = due !== undefined && due.on <= today;
  const task = due && sayLotTask(due);
  const first = due && BY[due.task];
  const isDrying = state.stage === undefined || state.stage.is === "drying";
  const heap = { massKg: state.massKg, moisture: state.moisture, litreKg: litreKgOf(lot, state.moisture) };
  const risk = state.stage?.is === "stored" ? undefined : sayRisks(lot.risks);
  const deeds: readonly LotDeed[] = [
    ...(isDrying ? (["turn"] as const) : []),
    "feel",
    "sieve",
    ...(state.stage?.is === "drying" ? [] : (["spread"] as const)),
    ...(lot.risks.length > 0 && state.stage?.is !== "curing" ? (["mature"] as const) : []),
    ...(state.stage?.is === "stored" ? (["damp", "bag"] as const) : (["store"] as const)),
    ...(state.bags.length > 0 ? (["open"] as const) : []),
    "part",
  ];
  const strike = () => void keep(`${lot.name}: struck out`, [author.revised("lots", lot, { deleted: true })]);
  return (
    <li className={styles.lot} data-due={isDue}>
      <LotFigure one={one} label={`${lot.name}, ${sayLotStage(state, today)}`} />
      <div>
        <h2 id={`lot-${lot.id}`}>{lot.name}</h2>
        <p className={styles.is}>
          <b>{sayLotStage(state, today)}</b>; {sayMade(lot, today)}. {sayLotAmount(lot, state, units)}.
        </p>
        {state.overdrawnKg > 0.02 && (
          <p className={styles.fault} role="status">
            {formatMass(state.overdrawnKg, units, "bucket")} more went than there was: look at its log below.
          </p>
        )}
        {task && (
          <p className={isDue ? styles.due : styles.facts}>
            {isDue
              ? `${task.verb.charAt(0).toUpperCase()}${task.verb.slice(1)}: `
              : `Next, ${dayAndMonth(due.on, today)}: ${task.verb}. `}
            {task.why}
          </p>
        )}
        {isDrying && (
          <p className={styles.facts}>
            {sayDrying(
              drying(heap, MOIST_FOR.store, climate, today, state.stage?.depthM),
              units,
              "to store",
              {
                spreadM: state.stage?.depthM,
                since: state.stage && (state.feltOn > state.stage.since ? state.feltOn : state.stage.since),
              },
            )}
          </p>
        )}
        {risk && <p className={styles.facts}>{risk.charAt(0).toUpperCase() + risk.slice(1)}</p>}
        <p className={styles.actions}>
          {first && (
            <Button variant={isDue ? "contained" : "outlined"} onClick={() => onDeed(first)}>
              {DEED_WORDS[first]}
            </Button>
          )}
          {deeds
            .filter((deed) => deed !== first)
            .map((deed) => (
              <Button key={deed} onClick={() => onDeed(deed)}>
                {DEED_WORDS[deed]}
              </Button>
            ))}
        </p>
        <details className={styles.trace} open={isOpen}>
          <summary>From which bin, and where it went</summary>
          <LotHistory one={one} />
          <Button onClick={strike}>strike this lot out</Button>
        </details>
      </div>
    </li>
  );
}
