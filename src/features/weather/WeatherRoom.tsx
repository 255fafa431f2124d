"use client";
import { tenderest } from "@/core/bin/mixture";
import { isOutOfUse } from "@/core/bin/state";
import { shortDay, spokenDay, weekdayName } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import { formatPercent, formatTemperature, formatTemperatureRange } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import { outdoorsOf } from "@/core/weather/outdoors";
import { roomAhead } from "@/core/weather/bedAhead";
import { paceAt } from "@/core/weather/pace";
import type { Ended, Spell } from "@/core/weather/spells";
import { bedOf, frostFromC, hotFromC } from "@/core/weather/spells";
import { REHEARSALS } from "@/core/weather/standIn";
import { GUARD_STEPS, NEVER, saySpell } from "@/core/weather/words";
import { GUARD_WORDS } from "@/core/words/entry";
import { newId, ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import type { WeatherToday } from "@/session/weather";
import { useRehearsal, useWeather } from "@/session/weather";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import room from "@/ui/room.module.css";
import { useGuarded } from "@/ui/useGuarded";
import type { Guard, SpellKind } from "@/vocabulary/weather";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useState } from "react";
import { OutdoorsForm } from "./OutdoorsForm";
import styles from "./Weather.module.css";

const REHEARSAL_WORDS = {
  asItComes: "as it comes",
  heat: "rehearse a heat wave",
  frost: "rehearse a frost",
  rain: "rehearse days of rain",
} as const;

/** The days ahead outside, in each room and in each bed: what harms a bin, what to do before it, and when it is over. */
export function WeatherRoom() {
  const { bins, rooms, settings } = useSession();
  const [rehearse, setRehearse] = useRehearsal();
  const weather = useWeather();
  const outdoors = outdoorsOf(settings?.outdoors, rooms);
  const [isAsking, setAsking] = useState(false);
  if (!bins) return <main className={room.room} aria-busy="true" />;
  return (
    <main className={room.room} data-usable={outdoors === undefined || weather !== undefined}>
      <h1 className={room.title}>Warmth and weather</h1>
      <p className={room.lead}>
        Ten days ahead, outside and in the beds: a small bin follows the air in a day, a deep one in a week.
      </p>
      {(!outdoors || isAsking) && <OutdoorsForm before={outdoors} onKept={() => setAsking(false)} />}
      {outdoors && !weather && <p role="status">The forecast is not in yet. Without it, go by the month.</p>}
      {weather && <Ahead bins={bins} weather={weather} />}
      {outdoors && (
        <div className={styles.source} data-print="hide">
          <SelectField
            label="The forecast"
            value={rehearse}
            options={optionsOf(REHEARSALS, REHEARSAL_WORDS)}
            onChoose={(next) => void setRehearse(next)}
            helper="a stand-in that ships with the app: it asks no service"
          />
          <Button aria-expanded={isAsking} onClick={() => setAsking((is) => !is)}>
            the air outside here
          </Button>
        </div>
      )}
    </main>
  );
}

function Ahead({ bins, weather }: { readonly bins: readonly BinToday[]; readonly weather: WeatherToday }) {
  const { rooms, tubs, units, today } = useSession();
  const { outlook, spells, ended } = weather;
  const ahead = outlook.days.filter(({ day }) => day >= today);
  const inUse = bins.filter(({ state }) => state.setup && !isOutOfUse(state) && state.worms.massKg > 0);
  const used = rooms.filter(
    ({ id }) =>
      inUse.some(({ state }) => state.setup!.roomId === id) || tubs.some(({ roomId }) => roomId === id),
  );
  const byRoom = used.map((one) => ({
    one,
    days: roomAhead(one.climate, outlook.outdoors, outlook.days).filter(({ day }) => day >= today),
  }));
  const degrees = (lowC: number, highC: number) => formatTemperatureRange(lowC, highC, units);
  return (
    <>
      <div className={styles.strip} role="table" aria-label="The days ahead" tabIndex={0}>
        <div role="row" className={styles.row}>
          <span role="columnheader" className={styles.head}>
            <span className="visually-hidden">Where</span>
          </span>
          {ahead.map(({ day }) => (
            <span key={day} role="columnheader" className={styles.day}>
              {day === today ? "Today" : weekdayName(day).slice(0, 3)} <small>{shortDay(day)}</small>
            </span>
          ))}
        </div>
        <div role="row" className={styles.row}>
          <span role="rowheader" className={styles.head}>
            Outside
          </span>
          {ahead.map((day) => (
            <span key={day.day} role="cell" className={styles.cell}>
              <Sky sun={day.sun} rainMm={day.rainMm} />
              {degrees(day.lowC, day.highC)}
              <small>{day.rainMm >= 0.5 ? `${Math.round(day.rainMm)} mm` : ""}</small>
            </span>
          ))}
        </div>
        {byRoom.map(({ one, days }) => (
          <div key={one.id} role="row" className={styles.row}>
            <span role="rowheader" className={styles.head}>
              {one.name}
            </span>
            {days.map(({ day, lowC, highC }) => (
              <span key={day} role="cell" className={styles.cell}>
                {degrees(lowC, highC)}
              </span>
            ))}
          </div>
        ))}
      </div>
      {ended.length > 0 && <EndedList ended={ended} bins={bins} />}
      <section aria-labelledby="harm">
        <h2 id="harm" className={styles.title}>
          What it does to the bins
        </h2>
        {spells.length === 0 ? (
          <Nearest bins={inUse} weather={weather} />
        ) : (
          <ul className={styles.spells}>
            {spells.map((spell) => (
              <SpellLine
                key={`${spell.binId}/${spell.against}`}
                spell={spell}
                one={bins.find(({ bin }) => bin.id === spell.binId)!}
              />
            ))}
          </ul>
        )}
      </section>
      <section aria-labelledby="costs">
        <h2 id="costs" className={styles.title}>
          What warmth costs
        </h2>
        <ul className={styles.costs}>
          {inUse.slice(0, 40).map(({ bin, state, expectation }) => {
            const { ofBest, tenWarmer } = paceAt(
              expectation.temperatureC.middle,
              speciesOf(state.worms.speciesId),
            );
            return (
              <li key={bin.id}>
                <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
                <i aria-hidden="true">
                  <b style={{ width: `${100 * ofBest}%` }} />
                </i>
                <span>
                  Likely {degrees(expectation.temperatureC.low, expectation.temperatureC.high)} now:{" "}
                  {formatPercent(ofBest)} of its best pace
                  {tenWarmer !== undefined &&
                    (tenWarmer > 1.15
                      ? `; ten degrees${units === "us" ? " C" : ""} more would give ${tenWarmer.toFixed(1)} times that`
                      : tenWarmer < 0.85
                        ? "; ten degrees more would slow it"
                        : "; ten degrees more would gain nothing")}
                  .
                </span>
              </li>
            );
          })}
        </ul>
        <p className={styles.quiet}>
          A heat mat dries a bed from below: with one, look at the bottom each week and water less but
          oftener. Only a mat made for damp places, on a guard against faults, never covered; ask an
          electrician where in doubt.
        </p>
      </section>
    </>
  );
}

/** Sun as a disc filled by its share, rain as strokes; said beside it in figures. */
function Sky({ sun, rainMm }: { readonly sun: number; readonly rainMm: number }) {
  const strokes = Math.min(4, Math.round(rainMm / 4));
  return (
    <svg viewBox="0 0 34 22" width="34" height="22" aria-hidden="true">
      <circle cx="11" cy="11" r="7.5" fill="none" stroke="var(--straw)" strokeWidth="1.5" />
      <circle cx="11" cy="11" r={7.5 * Math.sqrt(sun)} fill="var(--straw)" />
      {Array.from({ length: strokes }, (_, at) => (
        <path key={at} d={`M${22 + at * 3} 5 l-2 12`} stroke="var(--water)" strokeWidth="1.6" />
      ))}
    </svg>
  );
}

/** Further from a warning no bin is near one, K. */
const NEAR_K = 8;
/** Nothing harms a bin: the one that comes nearest to it. */
function Nearest({ bins, weather }: { readonly bins: readonly BinToday[]; readonly weather: WeatherToday }) {
  const { rooms, units, today } = useSession();
  const near = bins
    .flatMap((one) => {
      const at = rooms.find(({ id }) => id === one.state.setup!.roomId);
      const species = tenderest(one.state.worms, one.expectation.herds);
      const bed = at ? bedOf(one, at.climate, weather.outlook, today) : [];
      if (bed.length === 0) return [];
      const warmest = bed.reduce((a, b) => (b.highC > a.highC ? b : a));
      const coldest = bed.reduce((a, b) => (b.lowC < a.lowC ? b : a));
      const hot = { one, day: warmest.day, atC: warmest.highC, limitC: hotFromC(species), gap: hotFromC(species) - warmest.highC }; // prettier-ignore
      const cold = { one, day: coldest.day, atC: coldest.lowC, limitC: frostFromC(species), gap: coldest.lowC - frostFromC(species) }; // prettier-ignore
      return [hot.gap < cold.gap ? hot : cold];
    })
    .toSorted((a, b) => a.gap - b.gap)[0];
  return (
    <p>
      No heat, frost or rain of the coming week harms a bin.
      {near &&
        near.gap < NEAR_K &&
        ` Nearest to it is ${near.one.bin.name}, ${spokenDay(near.day, today)}: its bed may come to ${formatTemperature(near.atC, units)}; a warning comes at ${formatTemperature(near.limitC, units)}.`}
    </p>
  );
}

function SpellLine({ spell, one }: { readonly spell: Spell; readonly one: BinToday }) {
  const { rooms, units, today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const [done, setDone] = useState<readonly Guard[]>([]);
  const left = spell.steps.filter((step) => !spell.guarded.includes(step));
  const better = rooms.find(({ id }) => id === spell.betterRoomId);
  const tell = () =>
    guarded(async () => {
      const kept = await keep(
        `${one.bin.name}: made ready for ${spell.against}`,
        await author.entries(ofBin(one.bin.id), today, [
          { kind: "guarded", against: spell.against, by: [...done] },
        ]),
      );
      if (kept.ok) setDone([]);
    });
  return (
    <li data-sure={spell.isSure} data-done={spell.guarded.length > 0}>
      <p className={styles.said}>
        <Link href={`/bin?id=${one.bin.id}`}>{one.bin.name}</Link> {saySpell(spell, units, today)}
        {spell.guarded.length > 0 && (
          <b className={styles.ready}> Done: {spell.guarded.map((by) => GUARD_WORDS[by]).join(", ")}.</b>
        )}
      </p>
      <ul className={styles.steps}>
        {left.map((step) => (
          <li key={step}>
            <label>
              <input
                type="checkbox"
                checked={done.includes(step)}
                onChange={({ target }) =>
                  setDone((before) =>
                    target.checked ? [...before, step] : before.filter((other) => other !== step),
                  )
                }
              />
              {step === "moved" && better ? `Move it to ${better.name} until then` : GUARD_STEPS[step]}
            </label>
          </li>
        ))}
      </ul>
      <p className={styles.quiet}>{NEVER[spell.against]}</p>
      {left.length > 0 && (
        <Button variant="outlined" disabled={isBusy || done.length === 0} onClick={() => void tell()}>
          keep what was done
        </Button>
      )}
    </li>
  );
}

/** What stands guard though its reason is over: taken back in one press. */
function EndedList({
  ended,
  bins,
}: {
  readonly ended: readonly Ended[];
  readonly bins: readonly BinToday[];
}) {
  const { today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const nameOf = (id: string) => bins.find(({ bin }) => bin.id === id)?.bin.name ?? "";
  const takeBack = (against: SpellKind) =>
    guarded(async () => {
      const of = ended.filter((one) => one.against === against);
      const act = of.length > 1 ? { actId: newId() } : {};
      const rows = await Promise.all(
        of.map(({ binId, by }) =>
          author.entries(ofBin(binId), today, [
            { kind: "guarded", against, by: [...by], isOver: true, ...act },
          ]),
        ),
      );
      await keep(`${against} is over, put back as before`, rows.flat());
    });
  return (
    <section aria-labelledby="over" className={styles.over}>
      <h2 id="over" className={styles.title}>
        It is over
      </h2>
      <ul>
        {ended.map(({ binId, against, by, since }) => (
          <li key={`${binId}/${against}`}>
            <b>{nameOf(binId)}</b>: {by.map((guard) => GUARD_WORDS[guard]).join(", ")} against {against} since{" "}
            {shortDay(since)}. No more of it lies ahead: look in once, then put it back as it was.
          </li>
        ))}
      </ul>
      {[...new Set(ended.map(({ against }) => against))].map((against) => (
        <Button key={against} variant="contained" disabled={isBusy} onClick={() => void takeBack(against)}>
          {against} is over, all put back
        </Button>
      ))}
    </section>
  );
}
