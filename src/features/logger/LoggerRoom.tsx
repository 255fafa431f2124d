"use client";
import { dayAndMonth, shortDay } from "@/core/calendar/day";
import { climateBy } from "@/core/logger/climate";
import type { DayOrder, Logged, LoggedClock, LoggerColumns, LoggerProblem } from "@/core/logger/logger";
import { DAY_ORDERS } from "@/core/logger/logger";
import type { UnitSystem } from "@/core/quantity/format";
import { formatTemperature } from "@/core/quantity/format";
import { strangeFor } from "@/core/logger/whose";
import { ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { SelectField } from "@/ui/field/SelectField";
import room from "@/ui/room.module.css";
import { useGuarded } from "@/ui/useGuarded";
import type { LoggerDesk } from "@/workers/logger.client";
import type { LoggerPeek } from "@/workers/logger.worker";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useEffect, useRef, useState } from "react";
import styles from "./Logger.module.css";
import { readingOf, shareOf } from "./loggerFacts";

const PROBLEMS: Readonly<Record<LoggerProblem["code"], string>> = {
  "logger/empty": "There is nothing in this file but a head.",
  "logger/no-time": "No column of this file holds days or times.",
  "logger/no-temperature": "No column of this file holds temperatures.",
};
const ORDERS: Readonly<Record<DayOrder, string>> = {
  yearFirst: "year, month, day",
  dayFirst: "day, month, year",
  monthFirst: "month, day, year",
};
const sayOff = (byK: number, units: UnitSystem): string =>
  units === "us" ? `${Math.round(1.8 * byK)} °F` : `${Math.round(byK)} °C`;
const inThousands = (count: number): string => count.toLocaleString("en").replaceAll(",", "\u202f");
const MOST_BYTES = 200_000_000;

/** A temperature logger's file: dropped, its columns confirmed, read aside, and kept for a bin or a room. Nothing is kept before. */
export function LoggerRoom() {
  const { bins, rooms } = useSession();
  const [file, setFile] = useState<File>();
  const [peek, setPeek] = useState<LoggerPeek>();
  const [columns, setColumns] = useState<LoggerColumns>();
  const [logged, setLogged] = useState<Logged>();
  const [progress, setProgress] = useState<number>();
  const [fault, setFault] = useState<string>();
  const [isOver, setOver] = useState(false);
  const desk = useRef<LoggerDesk>(undefined);
  useEffect(() => () => desk.current?.end(), []);
  const newDesk = async (): Promise<LoggerDesk> => {
    desk.current?.end();
    const { openLoggerDesk } = await import("@/workers/logger.client");
    return (desk.current = openLoggerDesk());
  };
  const take = async (next: File | undefined) => {
    if (!next) return;
    setFault(undefined);
    setLogged(undefined);
    setColumns(undefined);
    setPeek(undefined);
    setFile(next);
    if (next.size > MOST_BYTES) return setFault("This file is too large to read here (over 200 MB).");
    try {
      const found = await (await newDesk()).peek(next);
      setPeek(found);
      if (found.guess.ok) setColumns(found.guess.value.columns);
      else setFault(PROBLEMS[found.guess.problem.code]);
    } catch {
      setFault("This file could not be read as a table.");
    }
  };
  const read = async () => {
    if (!file || !columns || !desk.current) return;
    setProgress(0);
    setLogged(undefined);
    try {
      setLogged(await desk.current.read(file, columns, (share) => setProgress(share)));
    } catch {
      setFault("Reading stopped; nothing was kept.");
    }
    setProgress(undefined);
  };
  const cancel = async () => {
    await newDesk();
    setProgress(undefined);
    setFault("Stopped; nothing was kept.");
  };
  const change = (next: Partial<LoggerColumns>) => {
    setLogged(undefined);
    setColumns((before) => before && { ...before, ...next });
  };
  const head = peek?.rows[0] ?? [];
  const options = head.map((name, at) => ({
    value: String(at),
    label: name.trim() === "" ? `column ${at + 1}` : name,
  }));
  const doubt = peek?.guess.ok ? peek.guess.value.doubt : undefined;
  return (
    <main className={room.room} data-usable={bins !== undefined}>
      <h1 className={room.title}>Temperatures from a logger</h1>
      <p className={room.lead}>
        A file of commas or tabs, of a probe in a bed or of the air of a room. Nothing is kept before you say
        so.
      </p>
      <label
        className={styles.drop}
        data-over={isOver}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void take(event.dataTransfer.files[0]);
        }}
      >
        <input
          type="file"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          aria-label="Choose a logger’s file"
          onChange={({ target }) => void take(target.files?.[0])}
        />
        <span>{file ? file.name : "Drop the file here, or press to choose it"}</span>
      </label>
      {fault && (
        <p className={styles.fault} role="alert">
          {fault}
        </p>
      )}
      {columns && peek && (
        <section aria-labelledby="columns">
          <h2 id="columns">Is this so?</h2>
          <div className={styles.columns}>
            <SelectField
              label="Time"
              value={String(columns.time)}
              onChoose={(at) => change({ time: Number(at) })}
              options={options}
            />
            <SelectField
              label="Its days are"
              value={columns.order}
              onChoose={(order) => change({ order })}
              options={DAY_ORDERS.map((value) => ({ value, label: ORDERS[value] }))}
            />
            <SelectField
              label="Temperature"
              value={String(columns.temperature)}
              onChoose={(at) => change({ temperature: Number(at) })}
              options={options}
            />
            <SelectField
              label="In"
              value={columns.unit}
              onChoose={(unit) => change({ unit })}
              options={[
                { value: "C", label: "°C" },
                { value: "F", label: "°F" },
              ]}
            />
          </div>
          {doubt && (
            <p className={styles.doubt} role="status">
              {doubt === "unit"
                ? "These figures would be strange in the one unit and usual in the other: look at it."
                : "Days and months could be either way round here: look at it."}
            </p>
          )}
          <table className={styles.peek}>
            <tbody>
              {peek.rows.slice(0, 5).map((row, at) => (
                <tr key={at}>
                  {row.map((cell, nth) => (
                    <td key={nth} data-is={nth === columns.time || nth === columns.temperature}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {progress === undefined ? (
            <Button variant={logged ? "text" : "contained"} onClick={() => void read()}>
              {logged ? "read it again" : "Read the whole file"}
            </Button>
          ) : (
            <p className={styles.progress}>
              <LinearProgress variant="determinate" value={100 * progress} aria-label="Read so far" />
              <Button onClick={() => void cancel()}>stop</Button>
            </p>
          )}
        </section>
      )}
      {logged?.clocks.length === 0 && (
        <p className={styles.fault} role="alert">
          No row of it says both a day and a temperature: are the columns right?
        </p>
      )}
      {logged && logged.clocks.length > 0 && bins && (
        <Keep key={file?.name} logged={logged} hasRooms={rooms.length > 0} />
      )}
    </main>
  );
}

/** What the file came to, drawn, and where it goes. */
function Keep({ logged, hasRooms }: { readonly logged: Logged; readonly hasRooms: boolean }) {
  const { bins, rooms, units, today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const alive = (bins ?? []).filter(({ state }) => state.setup);
  const [where, setWhere] = useState(
    alive[0] ? `bin/${alive[0].bin.id}` : hasRooms ? `room/${rooms[0]!.id}` : "",
  );
  const [kind, id = ""] = where.split("/");
  const bin = alive.find((one) => one.bin.id === id)?.bin;
  const place = rooms.find((one) => one.id === id);
  const log = useBinLog(bin?.id ?? "");
  const [nth, setNth] = useState(0);
  const clock = logged.clocks[nth]!;
  const share = bin && log ? shareOf(clock, log.entries, bin.firstDay, today) : undefined;
  const climate = kind === "room" && place ? climateBy(clock.days, place.climate) : undefined;
  const roomId = place?.id ?? alive.find((one) => one.bin.id === id)?.state.setup?.roomId ?? "";
  const strange = strangeFor(clock.days, roomId, rooms);
  const nameOf = (of: string | undefined) => rooms.find((one) => one.id === of)?.name ?? "its room";
  const save = async () => {
    if (bin && share)
      await keep(
        `${bin.name}: ${share.days.length} days of a logger`,
        (
          await Promise.all(share.days.map((day) => author.entries(ofBin(bin.id), day.day, [readingOf(day)])))
        ).flat(),
      );
    else if (place && climate)
      await keep(`${place.name}: its year by a logger`, [author.revised("rooms", place, { climate })]);
  };
  const { rows, unread, wild } = logged;
  const { days, missingDays } = clock;
  const odd = [
    unread > 0 && (unread === 1 ? "1 row says nothing" : `${unread} rows say nothing`),
    wild > 0 && `${wild} ${wild === 1 ? "figure" : "figures"} no cellar has`,
    missingDays > 0 && `${missingDays} ${missingDays === 1 ? "day" : "days"} missing`,
  ].filter((part) => part !== false);
  return (
    <section aria-labelledby="found">
      <h2 id="found">What it says</h2>
      {logged.clocks.length > 1 && (
        <>
          <p className={styles.doubt} role="status">
            Its time runs back by more than an hour: {logged.clocks.length} clocks wrote this file, two
            loggers or one that was set anew. Only one of them is kept; read the file again for another.
          </p>
          <div className={styles.columns}>
            <SelectField
              label="Which of them"
              value={String(nth)}
              onChoose={(at) => setNth(Number(at))}
              options={logged.clocks.map((one, at) => ({
                value: String(at),
                label: `${shortDay(one.days[0]!.day)} to ${shortDay(one.days.at(-1)!.day)}, ${one.rows} rows`,
              }))}
            />
          </div>
        </>
      )}
      <Course days={days} />
      <p>
        {logged.clocks.length > 1 && `${inThousands(clock.rows)} of `}
        {inThousands(rows)} rows, {days.length} days, {dayAndMonth(days[0]!.day, today)} to{" "}
        {dayAndMonth(days.at(-1)!.day, today)}. {odd.length > 0 && `${odd.join("; ")}.`}
      </p>
      <div className={styles.columns}>
        <SelectField
          label="It was of"
          value={where}
          onChoose={setWhere}
          options={[
            ...alive.map((one) => ({ value: `bin/${one.bin.id}`, label: `the bed of ${one.bin.name}` })),
            ...rooms.map((one) => ({ value: `room/${one.id}`, label: `the air of ${one.name}` })),
          ]}
        />
        <Button
          variant="contained"
          disabled={isBusy || (bin ? (share?.days.length ?? 0) === 0 : !climate)}
          onClick={() => void guarded(save)}
        >
          {bin ? `Keep ${share?.days.length ?? 0} days in its log` : "Set its year by it"}
        </Button>
      </div>
      {strange && (
        <p className={styles.doubt} role="status">
          These days are about {sayOff(Math.abs(strange.offK), units)}{" "}
          {strange.offK < 0 ? "colder" : "warmer"} than {nameOf(roomId)} is thought to be: is the file of
          somewhere else
          {strange.fitsRoomId === undefined ? "" : `, ${nameOf(strange.fitsRoomId)} perhaps`}, or in the other
          unit? Nothing is kept before you say so.
        </p>
      )}
      {share && share.before + share.ahead + share.known + share.tooMany > 0 && (
        <p className={styles.quiet}>
          Not taken:{" "}
          {[
            share.before > 0 && `${share.before} days before this bin was there`,
            share.ahead > 0 && `${share.ahead} days that have not come yet`,
            share.known > 0 && `${share.known} days with a temperature already`,
            share.tooMany > 0 && `${share.tooMany} older days`,
          ]
            .filter((part) => part !== false)
            .join(", ")}
          .
        </p>
      )}
      {kind === "room" &&
        (climate && place ? (
          <p className={styles.quiet}>
            {place.name} was taken to be{" "}
            {formatTemperature(place.climate.meanC - place.climate.swingK, units)} to{" "}
            {formatTemperature(place.climate.meanC + place.climate.swingK, units)} over the year; by this it
            is {formatTemperature(climate.meanC - climate.swingK, units)} to{" "}
            {formatTemperature(climate.meanC + climate.swingK, units)}.
          </p>
        ) : (
          <p className={styles.quiet}>Five days at least tell something of a room.</p>
        ))}
    </section>
  );
}

/** Each day's low to high as a band, its mean as a line. */
function Course({ days }: { readonly days: LoggedClock["days"] }) {
  const { units } = useSession();
  const [wide, tall] = [760, 150];
  const low = Math.min(...days.map(({ lowC }) => lowC));
  const high = Math.max(...days.map(({ highC }) => highC));
  const x = (at: number) => 46 + (days.length > 1 ? at / (days.length - 1) : 0.5) * (wide - 56);
  const y = (valueC: number) => 8 + (1 - (valueC - low) / Math.max(1, high - low)) * (tall - 16);
  const line = (of: (day: (typeof days)[number]) => number) =>
    days.map((day, at) => `${x(at).toFixed(1)} ${y(of(day)).toFixed(1)}`);
  return (
    <svg
      viewBox={`0 0 ${wide} ${tall}`}
      width="100%"
      style={{ maxWidth: wide }}
      role="img"
      aria-label={`${formatTemperature(low, units)} to ${formatTemperature(high, units)} over ${days.length} days`}
    >
      <path
        d={`M${line(({ highC }) => highC).join("L")}L${line(({ lowC }) => lowC)
          .reverse()
          .join("L")}Z`}
        fill="var(--castingsMark)"
        opacity="0.35"
      />
      <path
        d={`M${line(({ meanC }) => meanC).join("L")}`}
        fill="none"
        stroke="var(--straw)"
        strokeWidth="2"
      />
      <text x="0" y="16" className={styles.tick}>
        {formatTemperature(high, units)}
      </text>
      <text x="0" y={tall - 6} className={styles.tick}>
        {formatTemperature(low, units)}
      </text>
    </svg>
  );
}
