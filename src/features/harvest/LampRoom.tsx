"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { harvestPlan } from "@/core/harvest/harvestPlan";
import type { LampSession, LampTub } from "@/core/harvest/lampSession";
import {
  layersLeft,
  nextTub,
  paceMs,
  readyAt,
  restOf,
  scraped,
  takenBack,
  withLayers,
} from "@/core/harvest/lampSession";
import { scrapesFor } from "@/core/schedule/lampRounds";
import { nowMs } from "@/session/clock";
import { useDraft } from "@/session/draft";
import { formatLength } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { useNow } from "@/session/useNow";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useRef } from "react";
import styles from "./Lamp.module.css";
import { useAwake } from "@/ui/useAwake";
import { chime } from "@/ui/chime";

interface LampTyped {
  readonly session: LampSession | undefined;
  readonly waitMin: string;
  readonly sounds: boolean;
  /** By bin: scrapes it needs, as typed. */
  readonly layers: Readonly<Record<string, string>>;
  readonly chosen: readonly string[];
}
const NOTHING: LampTyped = { session: undefined, waitMin: "10", sounds: false, layers: {}, chosen: [] };
/** A finger’s breadth a scrape; a hand’s breadth stays with the worms. */
const SCRAPE_CM = 2;
const LEAVE_CM = 6;
const LEAST_LAYERS = 1;

/** Lamp rounds with several tubs: which one to scrape now, when the next calls, and what is left to do. Runs by the clock. */

export function LampRoom() {
  const { db, bins } = useSession();
  const draft = useDraft<LampTyped>(db, "lamp", NOTHING);
  if (!bins || !draft.isLoaded) return <main className={room.room} aria-busy="true" />;
  const { session } = draft.typed;
  return session ? (
    <Running
      session={session}
      sounds={draft.typed.sounds}
      onSession={(next) => draft.set((before) => ({ ...before, session: next }))}
      onSounds={(sounds) => draft.set((before) => ({ ...before, sounds }))}
      onEnd={() => void draft.clear()}
    />
  ) : (
    <Preparing typed={draft.typed} set={draft.set} />
  );
}

function Preparing({
  typed,
  set,
}: {
  readonly typed: LampTyped;
  readonly set: (change: (before: LampTyped) => LampTyped) => void;
}) {
  const { bins, today, units } = useSession();
  const params = useSearchParams();
  const onDemo = useDemo();
  const asked = (params.get("ids") ?? "").split(",").filter((id) => id !== "");
  const all = (bins ?? []).flatMap((one) => {
    const plan = harvestPlan(one.state, one.expectation, today);
    return plan ? [{ one, layers: Math.max(LEAST_LAYERS, scrapesFor(100 * plan.part.depthM, SCRAPE_CM, LEAVE_CM)) }] : [];
  }); // prettier-ignore
  const chosen = typed.chosen.length > 0 ? typed.chosen : asked;
  const wait = Number(typed.waitMin.replace(",", "."));
  const isWait = wait > 0 && wait <= 240;
  const layersOf = (id: string, usual: number): number | undefined => {
    const text = typed.layers[id];
    if (text === undefined || text.trim() === "") return usual;
    const read = Number(text);
    return Number.isInteger(read) && read > 0 && read <= 60 ? read : undefined;
  };
  const tubs = all.flatMap(({ one, layers }) => {
    const count = layersOf(one.bin.id, layers);
    return chosen.includes(one.bin.id) && count !== undefined
      ? [{ id: one.bin.id, name: one.bin.name, layers: count }]
      : [];
  });
  const start = () => {
    const now = nowMs();
    set((before) => ({
      ...before,
      session: {
        waitMs: wait * 60_000,
        tubs: tubs.map((tub): LampTub => ({ ...tub, litAt: now, scrapedAt: [] })),
      },
    }));
  };
  const planned =
    isWait && tubs.length > 0
      ? restOf({ waitMs: wait * 60_000, tubs: tubs.map((tub) => ({ ...tub, litAt: 0, scrapedAt: [] })) }, 0)
      : undefined;
  if (all.length === 0)
    return (
      <FirstScreen
        title="Lamp rounds"
        says={
          bins && bins.length > 0
            ? "No bin holds castings to scrape yet. Under a bright lamp the worms go down, and layer after layer comes off clean."
            : "Under a bright lamp the worms go down. Scrape one tub while the others wait: you are called when the next is ready."
        }
        of="lamp"
        begin={
          <Button variant="contained" component={Link} href={bins && bins.length > 0 ? "/bins" : "/setup"}>
            {bins && bins.length > 0 ? "To all bins" : "Set up a bin"}
          </Button>
        }
        onDemo={bins && bins.length > 0 ? undefined : onDemo}
      />
    );
  return (
    <main className={room.room} data-usable="true">
      <h1 className={room.title}>Lamp rounds</h1>
      <p className={room.lead}>
        Under a bright lamp the worms go down; layer after layer comes off clean. With several tubs you scrape
        one while the others wait, and are called when the next is ready.
      </p>
      <fieldset className={styles.choose}>
        <legend>Under the lamp</legend>
        {all.map(({ one, layers }) => (
          <div key={one.bin.id} className={styles.tub}>
            <label>
              <input
                type="checkbox"
                checked={chosen.includes(one.bin.id)}
                onChange={({ target }) =>
                  set((before) => ({
                    ...before,
                    chosen: target.checked
                      ? [...chosen, one.bin.id]
                      : chosen.filter((id) => id !== one.bin.id),
                  }))
                }
              />
              {one.bin.name}
            </label>
            {chosen.includes(one.bin.id) && (
              <TextField
                label="Scrapes"
                value={typed.layers[one.bin.id] ?? ""}
                placeholder={String(layers)}
                error={layersOf(one.bin.id, layers) === undefined}
                helperText={
                  layersOf(one.bin.id, layers) === undefined
                    ? "Whole scrapes, 1 to 60."
                    : `${formatLength(SCRAPE_CM / 100, units)} each`
                }
                onChange={({ target }) =>
                  set((before) => ({
                    ...before,
                    layers: { ...before.layers, [one.bin.id]: target.value },
                  }))
                }
                slotProps={{ htmlInput: { inputMode: "numeric" }, inputLabel: { shrink: true } }}
              />
            )}
          </div>
        ))}
      </fieldset>
      <div className={styles.wait}>
        <TextField
          label="Wait between scrapes (min)"
          value={typed.waitMin}
          error={!isWait}
          helperText={isWait ? " " : "Minutes, up to 240."}
          onChange={({ target }) => set((before) => ({ ...before, waitMin: target.value }))}
          slotProps={{ htmlInput: { inputMode: "decimal" } }}
        />
      </div>
      {planned && (
        <p className={styles.planned}>
          {planned.scrapes} {planned.scrapes === 1 ? "scrape" : "scrapes"}, about {minutes(planned.doneAt)} in
          all at four minutes each.
        </p>
      )}
      <Button variant="contained" disabled={!isWait || tubs.length === 0} onClick={start}>
        Light the lamp
      </Button>
    </main>
  );
}

const minutes = (ms: number): string => {
  const all = Math.max(0, Math.round(ms / 60_000));
  return all < 90 ? `${all} min` : `${Math.floor(all / 60)} h ${all % 60} min`;
};
/** Until a moment: "6:05". */
const clock = (ms: number): string => {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
};

function Running({
  session,
  sounds,
  onSession,
  onSounds,
  onEnd,
}: {
  readonly session: LampSession;
  readonly sounds: boolean;
  readonly onSession: (next: LampSession) => void;
  readonly onSounds: (sounds: boolean) => void;
  readonly onEnd: () => void;
}) {
  const rest = restOf(session, 0);
  const now = useNow(rest.scrapes > 0);
  const next = nextTub(session, now);
  const isReady = next !== undefined && readyAt(next, session.waitMs) <= now;
  useAwake(rest.scrapes > 0);
  const called = useRef(isReady);
  useEffect(() => {
    if (isReady && !called.current && sounds) chime();
    called.current = isReady;
  }, [isReady, sounds]);
  const hasScraped = session.tubs.some(({ scrapedAt }) => scrapedAt.length > 0);
  const left = restOf(session, now);
  return (
    <main className={`${room.room} ${styles.running}`} data-usable="true">
      <h1 className="visually-hidden">Lamp rounds</h1>
      <section className={styles.call} data-ready={isReady} aria-live="polite">
        {next === undefined ? (
          <>
            <p className={styles.name}>All scraped</p>
            <p>The last layer goes back with the worms, on fresh bedding.</p>
            <div className={styles.ends}>
              {session.tubs.map(({ id, name }) => (
                <Button key={id} variant="contained" component={Link} href={`/harvest?id=${id}`}>
                  Weigh in {name}
                </Button>
              ))}
            </div>
          </>
        ) : isReady ? (
          <>
            <p className={styles.now}>Scrape</p>
            <p className={styles.name}>{next.name}</p>
            <Button
              variant="contained"
              className={styles.big}
              onClick={() => onSession(scraped(session, next.id, nowMs()))}
            >
              Scraped
            </Button>
          </>
        ) : (
          <>
            <p className={styles.now}>{next.name} in</p>
            <p className={styles.name} role="timer">
              {clock(readyAt(next, session.waitMs) - now)}
            </p>
          </>
        )}
      </section>
      {next && (
        <p className={styles.planned}>
          {left.scrapes} {left.scrapes === 1 ? "scrape" : "scrapes"} left, about {minutes(left.doneAt - now)}{" "}
          at {minutes(paceMs(session))} a scrape.
        </p>
      )}
      <ul className={styles.tubs}>
        {session.tubs.map((tub) => (
          <li key={tub.id} data-done={layersLeft(tub) === 0}>
            <b>{tub.name}</b>
            <span className={styles.layers} aria-label={`${layersLeft(tub)} of ${tub.layers} layers left`}>
              {Array.from({ length: tub.layers }, (_, at) => (
                <i key={at} data-off={at < tub.scrapedAt.length} />
              ))}
            </span>
            <span className={styles.until}>
              {layersLeft(tub) === 0
                ? "done"
                : readyAt(tub, session.waitMs) <= now
                  ? "ready"
                  : clock(readyAt(tub, session.waitMs) - now)}
            </span>
            <span>
              <Button
                disabled={layersLeft(tub) === 0 || readyAt(tub, session.waitMs) > now}
                onClick={() => onSession(scraped(session, tub.id, nowMs()))}
                aria-label={`${tub.name} scraped`}
              >
                scraped
              </Button>
              <Button
                onClick={() => onSession(withLayers(session, tub.id, tub.layers + 1))}
                aria-label={`One more layer on ${tub.name}`}
              >
                one more
              </Button>
              <Button
                disabled={layersLeft(tub) === 0}
                onClick={() => onSession(withLayers(session, tub.id, tub.scrapedAt.length))}
                aria-label={`${tub.name}: the worms are at the bottom`}
              >
                done
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <p className={styles.tools}>
        <label>
          <input type="checkbox" checked={sounds} onChange={({ target }) => onSounds(target.checked)} /> a
          sound when one is ready
        </label>
        <Button disabled={!hasScraped} onClick={() => onSession(takenBack(session))}>
          take the last press back
        </Button>
        <Button onClick={onEnd}>put the lamp out</Button>
      </p>
    </main>
  );
}
