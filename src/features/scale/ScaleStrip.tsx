"use client";
import { BENCH_FORMAT } from "@/core/scale/bench";
import type { ScaleFormat } from "@/core/scale/line";
import { readScaleLine } from "@/core/scale/line";
import type { Weighing } from "@/core/scale/weighing";
import { heard, NOTHING_WEIGHED, scaleNow, tared } from "@/core/scale/weighing";
import { fromBase } from "@/core/quantity/unit";
import { tickMs } from "@/session/clock";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { tellReading } from "@/ui/field/scaleReading";
import { SelectField } from "@/ui/field/SelectField";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useState } from "react";
import type { ScalePort } from "./ports";
import { benchPort, serialOf, serialPort } from "./ports";
import styles from "./Scale.module.css";

interface ScaleTyped {
  readonly unit: ScaleFormat["unit"];
  readonly steadyMark: string;
  readonly baud: string;
}
const USUAL: ScaleTyped = { unit: "kg", steadyMark: "", baud: "9600" };
/** Looked at so often, to notice silence. */
const LOOK_MS = 250;

/** A scale at the foot of the screen: what it shows, steady or not; every field for a weight offers to take it. */
export function ScaleStrip({ onAway }: { readonly onAway: () => void }) {
  const { db } = useSession();
  const [port, setPort] = useState<ScalePort>();
  const [weighing, setWeighing] = useState<Weighing>(NOTHING_WEIGHED);
  const [ended, setEnded] = useState<string>();
  const [unread, setUnread] = useState<string>();
  const [at, setAt] = useState(tickMs);
  // How this device's scale writes is this device's own.
  const draft = useDraft<ScaleTyped>(db, "scale", USUAL);
  useEffect(() => {
    if (!port) return undefined;
    const close = port.open(
      (line) => {
        const read = readScaleLine(line, port.format);
        if (read.ok) {
          setUnread(undefined);
          setWeighing((before) => heard(before, read.value, tickMs()));
        } else setUnread(line.slice(0, 60));
      },
      (why) => setEnded(why),
    );
    const look = window.setInterval(() => setAt(tickMs()), LOOK_MS);
    return () => {
      close();
      window.clearInterval(look);
    };
  }, [port]);
  const now = scaleNow(weighing, Math.max(at, weighing.last?.atMs ?? 0));
  const shown = now.is === "steady" || now.is === "moving" ? now.netKg : undefined;
  const said = shown === undefined ? undefined : sayReading(shown, weighing.last!.said);
  const isSteady = now.is === "steady" && ended === undefined;
  useEffect(() => {
    tellReading(said === undefined || ended !== undefined ? undefined : { said, isSteady });
  }, [said, isSteady, ended]);
  useEffect(() => () => tellReading(undefined), []);
  const connect = (next: ScalePort) => {
    setEnded(undefined);
    setUnread(undefined);
    setWeighing((before) => ({ ...NOTHING_WEIGHED, tareKg: before.tareKg }));
    setPort(next);
  };
  const away = () => {
    setPort(undefined);
    onAway();
  };
  return (
    <>
      {/* What stands at the end of a page can be scrolled above the strip. */}
      <div className={styles.under} data-print="hide" />
      <section className={styles.strip} aria-label="Scale" data-print="hide">
        {port ? (
          <>
            <strong className={styles.figure} data-is={ended ? "silent" : now.is}>
              {said ?? "–"}
            </strong>
            <span className={styles.words} role="status">
              {ended ??
                (unread !== undefined && now.is === "waiting"
                  ? `It writes “${unread}”, which has no figure in it.`
                  : SAY[now.is](now))}
            </span>
            <Button disabled={!isSteady} onClick={() => setWeighing(tared)}>
              {weighing.tareKg === 0 ? "it is empty: tare" : "tare anew"}
            </Button>
            {ended !== undefined && (
              <Button
                variant="contained"
                onClick={() => {
                  const again = port;
                  setPort(undefined);
                  window.setTimeout(() => connect(again));
                }}
              >
                try again
              </Button>
            )}
            {port.format === BENCH_FORMAT && <OnTheBench onLoad={connect} lastKg={weighing.last?.kg ?? 0} />}
          </>
        ) : (
          <Choose
            typed={draft.typed}
            set={(change) => draft.set((before) => ({ ...before, ...change }))}
            onPort={connect}
          />
        )}
        <Button onClick={away}>put it away</Button>
      </section>
    </>
  );
}

const SAY: Readonly<Record<ReturnType<typeof scaleNow>["is"], (now: ReturnType<typeof scaleNow>) => string>> =
  {
    waiting: () => "Nothing comes yet.",
    moving: () => "It moves: wait until it stands still.",
    steady: () => "Steady. Press “take” in the field it is for.",
    silent: (now) =>
      now.is === "silent"
        ? `Silent for ${Math.round(now.forMs / 1000)} s: nothing was taken. Look at its plug and battery.`
        : "",
  };

/** In the scale's own unit and digits, its container taken off. */
function sayReading(netKg: number, raw: string): string {
  const [number = "", unit = "kg"] = raw.split(" ");
  const digits = number.split(".")[1]?.length ?? 0;
  // Nought is nought, whichever side of it the plate trembles on.
  return `${fromBase(netKg, unit)
    .toFixed(digits)
    .replace(/^-(0(?:\.0*)?)$/, "$1")} ${unit}`;
}

/** What lies on the stand-in, typed; and whether it drops out in the middle, to see what happens then. */
function OnTheBench({
  onLoad,
  lastKg,
}: {
  readonly onLoad: (port: ScalePort) => void;
  readonly lastKg: number;
}) {
  const [kg, setKg] = useState("");
  const [drops, setDrops] = useState(false);
  const value = Number(kg.replace(",", "."));
  return (
    <form
      className={styles.bench}
      onSubmit={(event) => {
        event.preventDefault();
        event.stopPropagation();
        if (kg.trim() !== "" && Number.isFinite(value) && value >= 0)
          onLoad(benchPort({ kg: value, from: lastKg, drops }, BENCH_FORMAT));
      }}
    >
      <TextField
        label="Lay on the stand-in (kg)"
        value={kg}
        onChange={({ target }) => setKg(target.value)}
        slotProps={{ htmlInput: { inputMode: "decimal", autoComplete: "off", maxLength: 12 } }}
      />
      <Button type="submit">lay it on</Button>
      <label className={styles.drops}>
        <input type="checkbox" checked={drops} onChange={({ target }) => setDrops(target.checked)} />
        with a drop-out
      </label>
    </form>
  );
}

/** Which scale: a real one on a line, or the stand-in. */
function Choose({
  typed,
  set,
  onPort,
}: {
  readonly typed: ScaleTyped;
  readonly set: (change: Partial<ScaleTyped>) => void;
  readonly onPort: (port: ScalePort) => void;
}) {
  const [fault, setFault] = useState<string>();
  const serial = serialOf(navigator);
  const baudRate = Number(typed.baud);
  const pick = async () => {
    if (!serial) return;
    if (!Number.isInteger(baudRate) || baudRate < 300 || baudRate > 1_000_000)
      return setFault("The speed is a whole number, mostly 9600.");
    try {
      onPort(
        serialPort(await serial.requestPort(), baudRate, { unit: typed.unit, steadyMark: typed.steadyMark }),
      );
    } catch {
      setFault("No line was picked.");
    }
  };
  return (
    <div className={styles.choose}>
      {serial ? (
        <>
          <SelectField
            label="A bare number is"
            value={typed.unit}
            onChoose={(unit) => set({ unit })}
            options={(["kg", "g", "lb", "oz"] as const).map((value) => ({ value, label: value }))}
          />
          <TextField
            label="Letters for steady"
            value={typed.steadyMark}
            helperText="empty: when it stands still"
            onChange={({ target }) => set({ steadyMark: target.value })}
            slotProps={{ htmlInput: { maxLength: 12, autoComplete: "off" } }}
          />
          <TextField
            label="Speed (baud)"
            value={typed.baud}
            error={fault !== undefined}
            helperText={fault ?? " "}
            onChange={({ target }) => set({ baud: target.value })}
            slotProps={{ htmlInput: { inputMode: "numeric", maxLength: 7, autoComplete: "off" } }}
          />
          <Button variant="contained" onClick={() => void pick()}>
            pick its line
          </Button>
        </>
      ) : (
        <p className={styles.words}>This browser opens no serial lines, so no real scale can be read here.</p>
      )}
      <Button onClick={() => onPort(benchPort({ kg: 0, from: 0, drops: false }, BENCH_FORMAT))}>
        try it with the stand-in
      </Button>
    </div>
  );
}
