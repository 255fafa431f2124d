import { CELLAR } from "../theme/colours";
import type { CourseChartInput, CoursePoint } from "./courseChart";
import { courseChart, inUnits } from "./courseChart";

const point = (day: number, middle: number, doubt = 4): CoursePoint => ({
  day: `2026-05-${String(day).padStart(2, "0")}`,
  low: middle - doubt,
  middle,
  high: middle + doubt,
});
const past = [1, 2, 3, 4].map((day) => point(day, 70 + day));
const ahead = [5, 6, 7].map((day) => point(day, 74 - day, 8));
const chart = (changes: Partial<CourseChartInput> = {}) =>
  courseChart({
    past,
    ahead,
    readings: [point(2, 75, 6)],
    marks: [],
    unit: "%",
    today: "2026-05-04",
    shown: "2026-05-04",
    colours: CELLAR,
    format: (value) => `${Math.round(value)} %`,
    ...changes,
  });
type Row = readonly [string, number];
const series = (option: ReturnType<typeof chart>, name: string) =>
  option.series.find((one) => one.name === name) as { data: Row[]; stack?: string } | undefined;

test("a band is its low edge with its width on top: together they are the high edge on every day", () => {
  const option = chart();
  for (const [name, points] of [
    ["past", past],
    ["ahead", [past.at(-1)!, ...ahead]],
  ] as const) {
    const low = series(option, `${name} low`)!;
    const wide = series(option, `${name} band`)!;
    expect(low.stack).toBe(wide.stack);
    expect(low.data.map(([day, value], at) => [day, value + wide.data[at]![1]])).toEqual(
      points.map(({ day, high }) => [day, high]),
    );
  }
});

test("the forecast goes on from the last day of the past, without a gap; a bin without a past has one all the same", () => {
  expect(series(chart(), "expected")!.data[0]).toEqual([past.at(-1)!.day, past.at(-1)!.middle]);
  const young = chart({ past: [] });
  expect(series(young, "expected")!.data).toHaveLength(ahead.length);
  expect(young.xAxis).toMatchObject({ min: "2026-05-04", max: ahead.at(-1)!.day });
});

test("a second future is there when asked about, and only then; another day is marked when it is not today", () => {
  expect(series(chart(), "with the change")).toBeUndefined();
  expect(series(chart({ otherwise: ahead }), "with the change")!.data).toHaveLength(3);
  const marked = (shown: string) =>
    (chart({ shown }).series.find((one) => one.name === "was") as unknown as { markLine: { data: object[] } })
      .markLine.data;
  expect(marked("2026-05-04")).toHaveLength(1);
  expect(marked("2026-05-02")).toEqual([
    expect.objectContaining({ name: "today" }),
    expect.objectContaining({ xAxis: "2026-05-02" }),
  ]);
});

test("the read-out says a day once: what was or is expected with its band, what was read, each part", () => {
  const { tooltip } = chart();
  const row = (seriesName: string, value: number) => ({ seriesName, value: ["2026-05-04", value] as const });
  const both = [
    row("past low", 70),
    row("past band", 8),
    row("was", 74),
    row("ahead low", 60),
    row("ahead band", 20),
    row("expected", 74),
    row("you read", 78),
    row("adults", 3),
  ];
  expect(tooltip.formatter(both)).toBe(
    "<b>2026-05-04</b><br>was: 74 % (70 % – 78 %)<br>you read: 78 %<br>adults: 3 %",
  );
  expect(tooltip.formatter(both.filter(({ seriesName }) => /ahead|expected/.test(seriesName)))).toBe(
    "<b>2026-05-04</b><br>expected: 74 % (60 % – 80 %)",
  );
  expect(tooltip.formatter([row("trouble low", 5), row("was", 5)])).toBe("<b>2026-05-04</b><br>was: 5 %");
  expect(tooltip.formatter([])).toBe("");
  expect(tooltip.formatter([row('<img src=x onerror="alert(1)">', 5)])).toBe(
    "<b>2026-05-04</b><br>&lt;img src=x onerror=&quot;alert(1)&quot;&gt;: 5 %",
  );
});

test("shares in percent, masses in kilograms or pounds, warmth in either degree", () => {
  expect(inUnits("us", "share", 0.76)).toBe(76);
  expect(inUnits("metric", "mass", 0.45359237)).toBe(0.45359237);
  expect(inUnits("us", "mass", 0.45359237)).toBeCloseTo(1, 9);
  expect(inUnits("us", "temperature", 20)).toBe(68);
  expect(inUnits("metric", "temperature", 20)).toBe(20);
});
