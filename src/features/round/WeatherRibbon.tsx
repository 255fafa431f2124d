"use client";
import { spokenDay, weekdayName } from "@/core/calendar/day";
import { formatTemperatureRange } from "@/core/quantity/format";
import { outdoorsOf } from "@/core/weather/outdoors";
import type { WeatherDay } from "@/core/weather/standIn";
import { useSession } from "@/session/session";
import { useWeather } from "@/session/weather";
import Link from "next/link";
import styles from "./WeatherRibbon.module.css";

/** Degrees the ribbon reaches over, °C, at least; a day is so wide and the ribbon so high, in parts of its drawing. */
const SPAN_K = 24;
const [DAY, HIGH] = [100, 40];
const RAIN_MM = 1;

/** The days ahead over the rack: how warm it gets outside, where it rains, and the days that would harm a bin. Nothing where nobody said where the cellar lies. */
export function WeatherRibbon() {
  const { rooms, settings, units, today } = useSession();
  const weather = useWeather();
  if (!outdoorsOf(settings?.outdoors, rooms)) return null;
  const days = weather?.outlook.days.filter(({ day }) => day >= today) ?? [];
  const harm = weather?.spells.find(({ against }) => against !== "rain");
  const harms = (day: string) => harm !== undefined && day >= harm.from && day <= harm.until;
  const [coldest, warmest] = [by(days, (one) => -one.lowC), by(days, (one) => one.highC)];
  const low = coldest ? Math.min(coldest.lowC, warmest!.highC - SPAN_K) : 0;
  const y = (c: number) => HIGH - (HIGH * (c - low)) / Math.max(SPAN_K, (warmest?.highC ?? 0) - low);
  const x = (nth: number) => DAY * (nth + 0.5);
  const edge = (of: (day: WeatherDay) => number) => days.map((one, nth) => `${x(nth)} ${y(of(one)).toFixed(1)}`);
  return (
    <Link
      href="/weather"
      className={styles.ribbon}
      aria-label={
        coldest && warmest
          ? `Warmth and weather: outside ${formatTemperatureRange(coldest.lowC, warmest.highC, units)} in ${days.length} days${harm ? `; ${harm.against} from ${spokenDay(harm.from, today)}` : ""}`
          : "Warmth and weather"
      }
    >
      {days.length > 1 && (
        <svg viewBox={`0 0 ${DAY * days.length} ${HIGH}`} preserveAspectRatio="none" aria-hidden="true">
          {days.map(({ day, rainMm }, nth) => (
            <g key={day}>
              {harms(day) && <rect x={DAY * nth} width={DAY} height={HIGH} className={styles.harm} />}
              {rainMm >= RAIN_MM && (
                <rect x={x(nth) - 6} y={HIGH - Math.min(HIGH, 3 * rainMm)} width="12" height={Math.min(HIGH, 3 * rainMm)} fill="var(--water)" />
              )}
            </g>
          ))}
          <path
            d={`M${[...edge(({ highC }) => highC), ...edge(({ lowC }) => lowC).toReversed()].join("L")}Z`}
            className={styles.band}
          />
          {y(0) > 0 && y(0) < HIGH && (
            <path d={`M0 ${y(0)}H${DAY * days.length}`} stroke="var(--water)" strokeDasharray="8 8" vectorEffect="non-scaling-stroke" />
          )}
        </svg>
      )}
      <span className={styles.days} aria-hidden="true">
        {days.map((one) => (
          <small key={one.day} data-harm={harms(one.day)}>
            {one.day === today ? "Today" : weekdayName(one.day).slice(0, 2)}
            {one === warmest && ` ${formatTemperatureRange(one.highC, one.highC, units)}`}
            {one === coldest && one !== warmest && ` ${formatTemperatureRange(one.lowC, one.lowC, units)}`}
          </small>
        ))}
      </span>
    </Link>
  );
} // prettier-ignore

const by = (days: readonly WeatherDay[], most: (day: WeatherDay) => number): WeatherDay | undefined =>
  days.length > 0 ? days.reduce((best, one) => (most(one) > most(best) ? one : best)) : undefined;
