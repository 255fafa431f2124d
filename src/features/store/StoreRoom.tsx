"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { sayBatch } from "@/core/batch/words";
import { ago, dayAndMonth, daysBetween, addDays } from "@/core/calendar/day";
import { materialOf, shortName } from "@/core/catalogue/material";
import { formatMass, formatPercent, formatVolume } from "@/core/quantity/format";
import type { BatchToday } from "@/session/batches";
import { useSession } from "@/session/session";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useState } from "react";
import type { BatchSlip } from "./BatchSlipDialog";
import { BatchSlipDialog } from "./BatchSlipDialog";
import { BeddingAheadView } from "./BeddingAheadView";
import styles from "./Store.module.css";

/** What ripens and what is ready: each batch a bucket with its label, warmth and days. */
export function StoreRoom() {
  const { batchesToday: batches, lotsToday, bins } = useSession();
  const onDemo = useDemo();
  const [slip, setSlip] = useState<{ readonly one: BatchToday; readonly slip: BatchSlip }>();
  const kept = batches?.filter(({ state }) => state.stage.is !== "used") ?? [];
  const used = batches?.filter(({ state }) => state.stage.is === "used") ?? [];
  if (!batches || !bins) return <main className={room.room} aria-busy="true" />;
  if (batches.length === 0 && bins.length === 0)
    return (
      <FirstScreen
        title="Store"
        says="Bedding and feed ripen here, each heap with its warmth and its days. What is hot must cool before worms go in."
        of="heap"
        begin={
          <Button variant="contained" component={Link} href="/mix">
            Mix a batch
          </Button>
        }
        onDemo={onDemo}
      />
    );
  return (
    <main className={room.room} data-usable="true">
      <h1 className={room.title}>Store</h1>
      <p className={room.lead}>Bedding and feed that ripen. Hot ones must cool before worms go in.</p>
      {kept.length === 0 && (
        <p>
          Nothing is ripening. <Link href="/mix">Mix a batch</Link> two or three weeks before you need it.
        </p>
      )}
      <ul className={styles.shelf}>
        {kept.map((one) => (
          <BatchLine key={one.batch.id} one={one} onSlip={(which) => setSlip({ one, slip: which })} />
        ))}
      </ul>
      {used.length > 0 && (
        <p className={styles.used}>Used up: {used.map(({ batch }) => batch.name).join(", ")}.</p>
      )}
      {kept.length > 0 && (
        <p>
          <Button component={Link} href="/mix">
            mix another
          </Button>
        </p>
      )}
      <p>
        {lotsToday && lotsToday.length > 0
          ? "What the bins gave lies with the "
          : "What you harvest is kept under "}
        <Link href="/lots">castings</Link>.
      </p>
      <BeddingAheadView />
      {slip && <BatchSlipDialog one={slip.one} slip={slip.slip} onClose={() => setSlip(undefined)} />}
    </main>
  );
}

function BatchLine({
  one,
  onSlip,
}: {
  readonly one: BatchToday;
  readonly onSlip: (slip: BatchSlip) => void;
}) {
  const { today, units, author, keep } = useSession();
  const { batch, state } = one;
  const words = sayBatch(state, { today, units });
  const strike = () =>
    void keep(`${batch.name}: taken out of the store`, [author.revised("batches", batch, { deleted: true })]);
  return (
    <li className={styles.batch} data-stage={state.stage.is}>
      <Warmth one={one} />
      <div>
        <h2>{batch.name}</h2>
        <p className={styles.is}>
          <b>{words.is}</b> {words.todo}
        </p>
        <p className={styles.facts}>
          Mixed {ago(batch.mixedOn, today)}:{" "}
          {batch.parts
            .map(
              (part) =>
                `${formatMass(part.massKg, units)} ${shortName(materialOf(part.use, part.materialId))}`,
            )
            .join(", ")}
          {batch.waterL > 0 && `, ${formatVolume(batch.waterL, units)} water`}.{" "}
          {formatPercent(batch.moisture)} moist
          {batch.cn !== undefined && `, C:N ${Math.round(batch.cn)}`};{" "}
          {formatMass(state.leftKg, units, "bucket")} left, about{" "}
          {formatVolume(batch.massKg > 0 ? (batch.volumeL * state.leftKg) / batch.massKg : 0, units)}.
        </p>
        {state.nextTurn && (
          <p className={state.nextTurn <= today ? styles.due : styles.facts}>
            Turn it {state.nextTurn <= today ? "now" : `on ${dayAndMonth(state.nextTurn, today)}`}
            {state.turnedOn.length > 0 && `; last turned ${ago(state.turnedOn.at(-1)!, today)}`}.
          </p>
        )}
        <p className={styles.actions}>
          <Button onClick={() => onSlip("measured")}>measure its middle</Button>
          <Button onClick={() => onSlip("turned")}>turned it</Button>
          <Button onClick={() => onSlip("watered")}>water</Button>
          <Button onClick={() => onSlip("removed")}>take some</Button>
          <Button onClick={strike}>throw out</Button>
        </p>
      </div>
    </li>
  );
}

const LOW_C = 5;
const HIGH_C = 75;

/** Its warmth over its days, with the line it must stay under. */
function Warmth({ one }: { readonly one: BatchToday }) {
  const { today, units } = useSession();
  const { batch, state } = one;
  const last = batch.ripeBy > today ? batch.ripeBy : addDays(today, 1);
  const all = Math.max(1, daysBetween(batch.mixedOn, last));
  const x = (day: typeof today) => 8 + (daysBetween(batch.mixedOn, day) / all) * 184;
  const y = (temperatureC: number) =>
    92 - ((Math.min(HIGH_C, Math.max(LOW_C, temperatureC)) - LOW_C) / (HIGH_C - LOW_C)) * 84;
  const points = state.readings.map((reading) => `${x(reading.day)} ${y(reading.temperatureC)}`);
  return (
    <svg
      viewBox="0 0 200 112"
      className={styles.warmth}
      role="img"
      aria-label={`${state.readings.length} temperature readings of ${batch.name}`}
    >
      <path d="M8 92H192" stroke="var(--plank)" strokeWidth="3" />
      <path d={`M8 ${y(30)}H192`} stroke="var(--moss)" strokeDasharray="2 4" />
      <text x="192" y={y(30) - 4} textAnchor="end" className={styles.tick}>
        {units === "us" ? "86 °F" : "30 °C"}
      </text>
      <rect
        x={x(batch.ripeFrom)}
        y="84"
        width={Math.max(3, x(batch.ripeBy) - x(batch.ripeFrom))}
        height="8"
        fill="color-mix(in srgb, var(--moss) 35%, transparent)"
      />
      {batch.turnDays.map((day) => (
        <path key={day} d={`M${x(day)} 88v8`} stroke="var(--quiet)" strokeWidth="2" />
      ))}
      {x(today) >= 8 && <path d={`M${x(today)} 10V96`} stroke="var(--straw)" />}
      {points.length > 1 && (
        <path d={`M${points.join("L")}`} fill="none" stroke="var(--clay)" strokeWidth="2" />
      )}
      {state.readings.map((reading, at) => (
        <circle key={at} cx={x(reading.day)} cy={y(reading.temperatureC)} r="3.5" fill="var(--clay)" />
      ))}
      <text x="8" y="108" className={styles.tick}>
        mixed
      </text>
      <text x={Math.min(192, x(batch.ripeFrom) + 14)} y="108" textAnchor="end" className={styles.tick}>
        ripe
      </text>
    </svg>
  );
}
