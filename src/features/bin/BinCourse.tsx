"use client";
import { addDays, dayAndMonth, daysBetween, shortDay } from "@/core/calendar/day";
import { practiceOf, targetMoisture } from "@/core/practice/practice";
import { formatCount, formatMass, formatPercent, formatTemperature } from "@/core/quantity/format";
import type { UnitSystem } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import type { TwinDay } from "@/core/twin/learning/readDay";
import type { Measure } from "@/core/twin/ahead/series";
import { bandOn, courseTable, marksOf, readingsOf } from "@/core/twin/ahead/series";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { Chart, chartPng } from "@/ui/chart/Chart";
import { courseChart, inUnits } from "@/ui/chart/courseChart";
import { saveTable } from "@/ui/saveFile";
import { useColours } from "@/ui/theme/useColours";
import Button from "@mui/material/Button";
import Slider from "@mui/material/Slider";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useMemo, useState } from "react";
import styles from "./Course.module.css";
import type { CourseInHand } from "./useCourse";

const WORDS: Record<Measure, string> = {
  moisture: "moisture",
  food: "food",
  worms: "worms",
  castings: "castings",
  ripeness: "ripeness",
  temperature: "warmth",
  trouble: "trouble",
};
const DIMENSION: Record<Measure, "share" | "mass" | "temperature"> = {
  moisture: "share",
  food: "mass",
  worms: "mass",
  castings: "mass",
  ripeness: "share",
  temperature: "temperature",
  trouble: "share",
};
const unitOf = (measure: Measure, units: UnitSystem): string => {
  const mass = units === "us" ? "lb" : "kg";
  return {
    moisture: "water, % of wet weight",
    food: `food still there, ${mass} as fresh scraps`,
    worms: `worms, ${mass}`,
    castings: `castings, wet ${mass}`,
    ripeness: "finished, % of where you harvest",
    temperature: units === "us" ? "in the bed, °F" : "in the bed, °C",
    trouble: "chance of sour air or heat, %",
  }[measure];
};
const say = (measure: Measure, value: number, units: UnitSystem): string =>
  DIMENSION[measure] === "share"
    ? formatPercent(value)
    : DIMENSION[measure] === "mass"
      ? formatMass(value, units, "bucket")
      : formatTemperature(value, units);

/** The bin over time: a day to look at, one measure of it with its doubt, past and forecast; what was read and done beside it. */
export function BinCourse({
  one,
  entries,
  inHand: { course, working, failure },
  shown,
  onShow,
}: {
  readonly one: BinToday;
  readonly entries: readonly Entry[];
  readonly inHand: CourseInHand;
  readonly shown: string;
  readonly onShow: (day: string) => void;
}) {
  const { units, today } = useSession();
  const colours = useColours();
  const [measure, setMeasure] = useState<Measure>("moisture");
  const practice = practiceOf(one.state);
  const days = useMemo(() => (course ? [...course.past, ...course.ahead] : []), [course]);
  const first = days[0]?.day;
  const at = days.find((day) => day.day === shown);
  const option = useMemo(() => {
    if (!course || !first) return undefined;
    const value = (amount: number) => inUnits(units, DIMENSION[measure], amount);
    const points = (list: readonly TwinDay[]) =>
      list.map((day) => {
        const { low, middle, high } = bandOn(day, measure);
        return { day: day.day, low: value(low), middle: value(middle), high: value(high) };
      });
    const target = practice && measure === "moisture" ? targetMoisture(practice) : undefined;
    const seen = entries.filter((entry) => entry.day >= first);
    return courseChart({
      past: points(course.past),
      ahead: points(course.ahead),
      otherwise: course.otherwise && points(course.otherwise),
      readings: readingsOf(seen, measure).map((read) => ({
        day: read.day,
        low: value(read.low),
        middle: value(read.value),
        high: value(read.high),
      })),
      marks: marksOf(seen),
      parts: partsOf(days, measure).map(({ name, points: part }) => ({
        name,
        points: part.map(([day, amount]) => [day, value(amount)] as const),
      })),
      target: target && { low: value(target.low), high: value(target.high) },
      unit: unitOf(measure, units),
      today,
      shown,
      least: measure === "moisture" ? 40 : measure === "temperature" ? undefined : 0,
      most: measure === "moisture" || measure === "ripeness" || measure === "trouble" ? 100 : undefined,
      colours,
      format: (amount) => sayInUnits(measure, amount, units),
    });
  }, [course, days, first, measure, units, practice, entries, today, shown, colours]);

  if (failure && !course)
    return (
      <p className={styles.working} role="alert">
        The forecast could not be worked out ({failure}). Nothing is lost: the log stands below, and the next
        entry asks again.
      </p>
    );
  if (!course || !first || !option)
    return (
      <p className={styles.working} role="status">
        {one.state.setup
          ? "Working out how it has been and what comes"
          : "The time line fills once the set-up is known"}
        {working !== undefined && working > 0 && `: ${formatPercent(working)}`}
      </p>
    );
  const last = days.at(-1)!.day;
  const dayAt = (offset: number) => addDays(first, offset);
  const file = `${one.bin.name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}-${today}`;
  const picture = () => {
    const link = document.createElement("a");
    link.href = chartPng(option, 900, 360, colours.bench);
    link.download = `${file}-${WORDS[measure]}.png`;
    link.click();
  };
  return (
    <section
      className={styles.course}
      aria-label="Time line and forecast"
      data-working={working !== undefined}
    >
      <div className={styles.line}>
        <Slider
          value={daysBetween(first, at?.day ?? today)}
          min={0}
          max={daysBetween(first, last)}
          step={1}
          marks={[{ value: daysBetween(first, today) }]}
          onChange={(_, value) => onShow(dayAt(value))}
          aria-label="Day shown"
          getAriaValueText={(value) => sayDay(days[value], one, units)}
        />
      </div>
      <p className={styles.read} role="status">
        <span>
          <b>{shown === today ? "Today" : dayAndMonth(at?.day ?? today, today)}</b>
          {at && at.day > today && " (forecast)"}: {at ? sayFigures(at, units) : ""}
        </span>
        {shown !== today && (
          <Button size="small" onClick={() => onShow(today)}>
            back to today
          </Button>
        )}
      </p>
      <ToggleButtonGroup
        exclusive
        value={measure}
        onChange={(_, next: Measure | null) => next && setMeasure(next)}
        aria-label="What is drawn"
        className={styles.measures}
      >
        {(Object.keys(WORDS) as Measure[]).map((name) => (
          <ToggleButton key={name} value={name}>
            {WORDS[name]}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Chart
        option={option}
        height={250}
        label={`${WORDS[measure]} of ${one.bin.name} from ${shortDay(first)}, with a forecast to ${shortDay(last)}`}
      />
      <div className={styles.below}>
        <p className={styles.key}>
          <span className={styles.solid} /> as it was <span className={styles.dashed} /> as we expect it
          {course.otherwise && (
            <>
              {" "}
              <span className={styles.dotted} /> with the change
            </>
          )}{" "}
          <span className={styles.dot} /> you read; shaded: 8 in 10 lie there
        </p>
        <Button size="small" onClick={picture}>
          as a picture
        </Button>
        <Button size="small" onClick={() => void saveTable(`${file}-course.csv`, courseTable(days, today))}>
          as a table file
        </Button>
      </div>
      <details className={styles.table}>
        <summary>The same as a table</summary>
        <CourseTable days={days} measure={measure} units={units} today={today} />
      </details>
      {working !== undefined && (
        <p className={styles.working} role="status">
          working it out anew{working > 0 && `, ${formatPercent(working)}`}
        </p>
      )}
    </section>
  );
}

/** Food by place and worms by stage, to be stacked under the band. */
function partsOf(
  days: readonly TwinDay[],
  measure: Measure,
): readonly { readonly name: string; readonly points: readonly (readonly [string, number])[] }[] {
  if (measure === "worms")
    return [
      { name: "adults", points: days.map((day) => [day.day, day.adultKg.middle] as const) },
      { name: "half-grown", points: days.map((day) => [day.day, day.growingKg.middle] as const) },
      { name: "young", points: days.map((day) => [day.day, day.youngKg.middle] as const) },
    ];
  if (measure !== "food") return [];
  const places = [...new Set(days.flatMap((day) => day.places.map((place) => place.place)))].toSorted(
    (a, b) => a - b,
  );
  return places.map((number) => ({
    name: `at place ${number}`,
    points: days.map((day) => {
      const kg = day.places
        .filter((place) => place.place === number)
        .reduce((sum, place) => sum + place.massKg * place.left.middle, 0);
      return [day.day, kg] as const;
    }),
  }));
}

/** Every week of the course in figures, for those who cannot see the drawing. */
function CourseTable({
  days,
  measure,
  units,
  today,
}: {
  readonly days: readonly TwinDay[];
  readonly measure: Measure;
  readonly units: UnitSystem;
  readonly today: string;
}) {
  const rows = days
    .filter((day) => day.day === today || daysBetween(day.day, days[0]!.day) % 7 === 0)
    .toReversed();
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Day</th>
          <th scope="col">Likely</th>
          <th scope="col">From</th>
          <th scope="col">To</th>
          <th scope="col">Food at</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((day) => {
          const { low, middle, high } = bandOn(day, measure);
          return (
            <tr key={day.day}>
              <th scope="row">
                {day.day}
                {day.day > today ? " forecast" : ""}
              </th>
              <td>{say(measure, middle, units)}</td>
              <td>{say(measure, low, units)}</td>
              <td>{say(measure, high, units)}</td>
              <td>
                {day.places
                  .filter((place) => place.left.middle > 0.05)
                  .map((place) => `${place.place}: ${formatPercent(place.left.middle)}`)
                  .join(", ")}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** A figure already in the keeper's units, as the pointer reads it. */
const sayInUnits = (measure: Measure, value: number, units: UnitSystem): string =>
  DIMENSION[measure] === "share"
    ? `${Math.round(value)} %`
    : DIMENSION[measure] === "mass"
      ? `${Number(value.toPrecision(2))} ${units === "us" ? "lb" : "kg"}`
      : `${Math.round(value)} ${units === "us" ? "°F" : "°C"}`;

const sayFigures = (day: TwinDay, units: UnitSystem): string =>
  [
    `${formatPercent(day.moisture.middle)} moist`,
    formatTemperature(day.temperatureC.middle, units),
    `${formatMass(day.wormsKg.middle, units, "bucket")} of worms`,
    `${formatMass(day.castingsKg.middle, units, "bucket")} of castings, ${formatPercent(day.ripeness.middle)} finished`,
    ...(day.trouble > 0.05 ? [`trouble ${formatCount(Math.round(100 * day.trouble))} in 100`] : []),
  ].join(", ");
const sayDay = (day: TwinDay | undefined, one: BinToday, units: UnitSystem): string =>
  day ? `${dayAndMonth(day.day)}: ${sayFigures(day, units)}` : one.bin.name;
