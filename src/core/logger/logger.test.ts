import { airTemperatureC } from "../expectation/climate";
import { strangeFor } from "./whose";
import { addDays, dayOfYear } from "../calendar/day";
import { seeded } from "../chance/seeded";
import type { LocalDate } from "@/vocabulary/fields";
import { climateBy } from "./climate";
import { guessColumns, loggerSum, momentIn } from "./logger";

const START = "2026-01-05" as LocalDate;
type Writes = (day: LocalDate, hour: number, valueC: number, wet: number) => string[];
const f = (valueC: number) => (valueC * 9) / 5 + 32;
const SHAPES: readonly { readonly head: string[]; readonly writes: Writes; readonly unit: "C" | "F" }[] = [
  { head: ["Timestamp", "Temp °C", "Humidity %"], unit: "C", writes: (day, hour, t, wet) => [`${day}T${String(hour).padStart(2, "0")}:00:00`, t.toFixed(2), wet.toFixed(1)] },
  { head: ["#", "Datum", "Temperatur"], unit: "C", writes: (day, hour, t) => [String(hour), `${day.slice(8)}.${day.slice(5, 7)}.${day.slice(0, 4)} ${hour}:00`, t.toFixed(1).replace(".", ",")] },
  { head: ["Date", "RH", "Temperature (°F)"], unit: "F", writes: (day, hour, t, wet) => [`${Number(day.slice(5, 7))}/${Number(day.slice(8))}/${day.slice(0, 4)} ${hour % 12 === 0 ? 12 : hour % 12}:00 ${hour < 12 ? "AM" : "PM"}`, wet.toFixed(0), f(t).toFixed(1)] },
]; // prettier-ignore

test.each(SHAPES)(
  "columns of %j are guessed, and each day’s mean, low, high are those that were written",
  ({ head, writes, unit }) => {
    for (let seed = 0; seed < 20; seed += 1) {
      const chance = seeded(`logger/${head.join()}/${seed}`);
      const truth = new Map<LocalDate, number[]>();
      const rows = Array.from({ length: 40 * 6 }, (_, at) => {
        const day = addDays(START, Math.floor(at / 6));
        const valueC = Number((2 + 26 * chance()).toFixed(1));
        truth.set(day, [...(truth.get(day) ?? []), valueC]);
        return writes(day, (at % 6) * 4, valueC, 40 + 50 * chance());
      });
      const guess = guessColumns([head, ...rows]);
      if (!guess.ok) throw new Error(guess.problem.code);
      expect(guess.value.columns.unit).toBe(unit);
      const sum = loggerSum(guess.value.columns);
      rows.forEach(sum.take);
      const { clocks, unread, wild } = sum.result();
      const { days, missingDays } = clocks[0]!;
      expect([clocks.length, unread, wild, missingDays]).toEqual([1, 0, 0, 0]);
      expect(days.map(({ day }) => day)).toEqual([...truth.keys()]);
      for (const { day, meanC, lowC, highC, readings } of days) {
        const values = truth.get(day)!;
        expect(readings).toBe(6);
        expect(meanC).toBeCloseTo(values.reduce((a, b) => a + b, 0) / 6, 1);
        expect(lowC).toBeCloseTo(Math.min(...values), 1);
        expect(highC).toBeCloseTo(Math.max(...values), 1);
      }
    }
  },
);

test("gaps, nonsense, a clock put back and figures no cellar has are counted, and change nothing else", () => {
  const columns = { time: 0, temperature: 1, unit: "C", order: "yearFirst" } as const;
  const sum = loggerSum(columns);
  for (const row of [["2026-01-05 08:00", "12"], ["2026-01-05 07:00", "14"], ["", "13"], ["2026-01-06 08:00", "–"], ["2026-02-30 08:00", "9"], ["2026-01-07 08:00", "999"], ["2026-01-09 08:00", "10"]]) sum.take(row); // prettier-ignore
  expect(sum.result()).toMatchObject({ rows: 7, unread: 3, wild: 1, clocks: [{ rows: 3, missingDays: 3, days: [{ day: "2026-01-05", meanC: 13 }, { day: "2026-01-09", meanC: 10 }] }] }); // prettier-ignore
  expect(guessColumns([["a", "b"]])).toMatchObject({ problem: { code: "logger/empty" } });
  expect(guessColumns([["a"], ["x"], ["y"]])).toMatchObject({ problem: { code: "logger/no-time" } });
  expect(
    guessColumns([
      ["time", "t"],
      ["2026-01-05", "x"],
    ]),
  ).toMatchObject({ problem: { code: "logger/no-temperature" } });
  // 3/4 may be March or April, and 68 without a unit may be either.
  expect(
    guessColumns([
      ["time", "temp"],
      ["3/4/2026 8:00", "14.5"],
    ]),
  ).toMatchObject({ value: { doubt: "dayOrder" } });
  expect(
    guessColumns([
      ["time", "temp"],
      ["2026-03-04", "68.5"],
    ]),
  ).toMatchObject({ value: { columns: { unit: "F" }, doubt: "unit" } });
  expect(momentIn("12/31/2026 12:30 am", "monthFirst")).toEqual({ day: "2026-12-31", s: 1800 });
});

test("a room’s year is found again from what was logged in it; weeks move its mean alone", () => {
  for (let seed = 0; seed < 30; seed += 1) {
    const chance = seeded(`climate/${seed}`);
    const truth = {
      meanC: 8 + 12 * chance(),
      swingK: 2 + 10 * chance(),
      hottestDay: 1 + Math.floor(364 * chance()),
      humidity: 0.6,
    };
    const day = (at: number) => addDays(START, at);
    const logged = (count: number) =>
      Array.from({ length: count }, (_, at) => ({
        day: day(at),
        meanC:
          truth.meanC +
          truth.swingK * Math.cos((2 * Math.PI * (dayOfYear(day(at)) - truth.hottestDay)) / 365.25) +
          0.5 * (chance() - 0.5),
        lowC: 0,
        highC: 30,
        humidity: 0.7,
        readings: 24,
      }));
    const found = climateBy(logged(365), { meanC: 17, swingK: 3, hottestDay: 200, humidity: 0.5 })!;
    expect(found.meanC).toBeCloseTo(truth.meanC, 0);
    expect(Math.abs(found.swingK - truth.swingK)).toBeLessThan(0.5);
    const apart = Math.abs(found.hottestDay - truth.hottestDay);
    expect(Math.min(apart, 365 - apart)).toBeLessThan(6);
    expect(found.humidity).toBeCloseTo(0.7, 9);
    const few = climateBy(logged(20), { ...truth, meanC: truth.meanC - 4 })!;
    expect(few).toMatchObject({ swingK: truth.swingK, hottestDay: truth.hottestDay });
    expect(few.meanC).toBeCloseTo(truth.meanC, 0);
    expect(climateBy(logged(4), truth)).toBeUndefined();
  }
});

test("whatever a file holds it is read to its end: rows add up, days come once and in order, the guess never throws", () => {
  const CELLS = ["", "12.5", "-3,2", "68 °F", "55 %", "2026-03-04", "4.3.2026 7:05", "13/14/2026", "31/12/26 11:59 pm", "NaN", "1e9", "temp", "date", "\u0000", "__proto__", "Infinity", "2026-03-04T99:99"]; // prettier-ignore
  for (let seed = 0; seed < 400; seed += 1) {
    const chance = seeded(`spoilt/${seed}`);
    const rows = Array.from({ length: Math.floor(30 * chance()) }, () =>
      Array.from({ length: Math.floor(5 * chance()) }, () => CELLS[Math.floor(chance() * CELLS.length)]!),
    );
    const guess = guessColumns(rows);
    const columns = guess.ok
      ? guess.value.columns
      : { time: 0, temperature: 1, unit: "C" as const, order: "dayFirst" as const };
    const sum = loggerSum(columns);
    rows.forEach(sum.take);
    const { clocks, rows: read, unread, wild } = sum.result();
    expect(read).toBe(rows.length);
    expect(clocks.reduce((all, one) => all + one.rows, 0) + unread + wild).toBe(rows.length);
    for (const { days, rows: taken, missingDays } of clocks) {
      expect(days.reduce((all, { readings }) => all + readings, 0)).toBe(taken);
      expect(days.map(({ day }) => day)).toEqual([...new Set(days.map(({ day }) => day))].sort());
      expect(missingDays).toBeGreaterThanOrEqual(0);
      for (const { lowC, meanC, highC } of days) {
        expect(lowC).toBeLessThanOrEqual(meanC + 1e-9);
        expect(meanC).toBeLessThanOrEqual(highC + 1e-9);
      }
    }
  }
});

test("the same file in Fahrenheit and in Celsius comes to the same days, in any of the three orders of a day", () => {
  const chance = seeded("both");
  const days = Array.from({ length: 60 }, (_, at) => ({
    day: addDays(START, at),
    valueC: Number((25 * chance()).toFixed(2)),
  }));
  const written = {
    yearFirst: (day: LocalDate) => day,
    dayFirst: (day: LocalDate) => `${day.slice(8)}/${day.slice(5, 7)}/${day.slice(0, 4)}`,
    monthFirst: (day: LocalDate) => `${day.slice(5, 7)}/${day.slice(8)}/${day.slice(2, 4)}`,
  };
  const read = (order: keyof typeof written, unit: "C" | "F") => {
    const rows = [
      ["date", `temp ${unit}`],
      ...days.map(({ day, valueC }) => [written[order](day), String(unit === "F" ? f(valueC) : valueC)]),
    ];
    const guess = guessColumns(rows);
    if (!guess.ok) throw new Error(guess.problem.code);
    expect(guess.value.columns).toMatchObject({ order, unit });
    const sum = loggerSum(guess.value.columns);
    rows.slice(1).forEach(sum.take);
    return sum.result().clocks[0]!.days.map(({ day, meanC }) => [day, Number(meanC.toFixed(6))]);
  };
  const whole = days.map(({ day, valueC }) => [day, valueC]);
  for (const order of ["yearFirst", "dayFirst", "monthFirst"] as const)
    for (const unit of ["C", "F"] as const) expect(read(order, unit)).toEqual(whole);
});

test("two loggers in one file are told apart: one behind the other, row by row, newest first; an hour put back is no other clock", () => {
  const moment = (minutes: number) => {
    const whole = 100 * 1440 + minutes;
    const [h, m] = [Math.floor((whole % 1440) / 60), whole % 60];
    return `${addDays(START, Math.floor(whole / 1440) - 100)} ${String(h).padStart(2, "0")}:${String(m).padStart(2, "0")}`;
  };
  /** A row each quarter of an hour from a minute on, of one warmth. */
  const rows = (from: number, days: number, valueC: number): string[][] =>
    Array.from({ length: 96 * days }, (_, nth) => [moment(from + 15 * nth), String(valueC)]);
  const read = (all: readonly (readonly string[])[]) => {
    const sum = loggerSum({ time: 0, temperature: 1, unit: "C", order: "yearFirst" });
    all.forEach(sum.take);
    return sum.result().clocks.map(({ days, rows: taken }) => [taken, days[0]!.day, days.at(-1)!.day, days[2]!.meanC]); // prettier-ignore
  };
  const [long, short] = [rows(0, 20, 18), rows(5 * 1440, 10, 9)];
  const each = [
    [1920, START, addDays(START, 19), 18],
    [960, addDays(START, 5), addDays(START, 14), 9],
  ];
  expect(read([...long, ...short])).toEqual(each);
  expect(read([...short, ...long])).toEqual(each);
  expect(read(long.toReversed())).toEqual([each[0]]);
  expect(read([...long.toReversed(), ...short.toReversed()])).toEqual(each);
  // Row by row, the second a year behind: its battery was out.
  const behind = rows(-365 * 1440, 20, 9);
  const mixed = long.flatMap((row, at) => [row, behind[at]!]);
  expect(read(mixed).map(([taken, , , meanC]) => [taken, meanC])).toEqual([[1920, 18], [1920, 9]]); // prettier-ignore
  // Summer time ends in the third night.
  const autumn = [...rows(0, 3, 15), ...rows(3 * 1440 - 60, 5, 15)];
  expect(read(autumn)).toHaveLength(1);
});

test("a logger of another room is doubted, and the room it fits is named; a bed a little above its air is not", () => {
  const cellar = { meanC: 14, swingK: 3, hottestDay: 205, humidity: 0.6 };
  const shed = { meanC: 5, swingK: 9, hottestDay: 205, humidity: 0.7 };
  const rooms = [{ id: "cellar", climate: cellar }, { id: "shed", climate: shed }]; // prettier-ignore
  const days = (climate: typeof cellar, byK: number) =>
    Array.from({ length: 30 }, (_, at) => {
      const day = addDays(START, at);
      const meanC = airTemperatureC(climate, day) + byK;
      return { day, meanC, lowC: meanC - 1, highC: meanC + 1, readings: 24 };
    });
  for (const byK of [-4, 0, 3, 7]) expect(strangeFor(days(cellar, byK), "cellar", rooms)).toBeUndefined();
  const other = strangeFor(days(shed, 0), "cellar", rooms)!;
  expect(other.offK).toBeLessThan(-6);
  expect(other.fitsRoomId).toBe("shed");
  expect(strangeFor(days(shed, 0), "shed", rooms)).toBeUndefined();
  // Fahrenheit taken for Celsius fits nowhere.
  const wrong = days(cellar, 0).map((one) => ({ ...one, meanC: 1.8 * one.meanC + 32 }));
  expect(strangeFor(wrong, "cellar", rooms)).toEqual({ offK: expect.any(Number) as number });
  expect(strangeFor([], "cellar", rooms)).toBeUndefined();
  expect(strangeFor(days(shed, 0), "gone", rooms)).toBeUndefined();
});
