import { readFileSync } from "node:fs";
import { execFileSync } from "node:child_process";
import type { Year } from "./tally";

/*
 * The only test of advice is to follow it: five hidden bins of five kinds live a year under it, beside a careful keeper
 * on the same truths (the whole trial is `npm run advice:check`). Run as the command runs it: a test runner's own module
 * loading makes the inner loop many times slower.
 */
const BINS = { tub: 11, "tray stack": 14, "flow-through": 16, bath: 18, "tub outdoors": 21 };

test("a year under advice loses no herd, sours less than a careful keeper's, and takes at least as much", () => {
  const printed = execFileSync("node_modules/.bin/tsx", ["src/cli/adviceCheck.ts"], {
    env: { ...process.env, NUMBERS: Object.values(BINS).join(","), KEEPERS: "advised,careful", JSON: "1" },
    encoding: "utf8",
    maxBuffer: 1e7,
  });
  const years = JSON.parse(printed) as { kind: string; keeper: "advised" | "careful"; year: Year }[];
  const of = (keeper: "advised" | "careful") =>
    years.filter((one) => one.keeper === keeper).map(({ year }) => year);
  const sum = (keeper: "advised" | "careful", value: (year: Year) => number) =>
    of(keeper).reduce((all, year) => all + value(year), 0);
  expect(years.filter(({ keeper }) => keeper === "advised").map(({ kind }) => kind)).toEqual(
    Object.keys(BINS),
  );
  for (const { isLost, herd, ontoFood, visits } of of("advised")) {
    expect(isLost).toBe(false);
    expect(herd).toBeGreaterThan(0.3);
    expect(ontoFood).toBeLessThanOrEqual(1);
    expect(visits).toBeLessThan(100);
  }
  expect(sum("advised", ({ herd }) => herd)).toBeGreaterThan(Object.keys(BINS).length);
  expect(sum("advised", ({ badDays }) => badDays)).toBeLessThanOrEqual(
    Math.max(3 * Object.keys(BINS).length, sum("careful", ({ badDays }) => badDays) / 3),
  );
  expect(sum("advised", ({ scrapsTaken }) => scrapsTaken)).toBeGreaterThan(
    sum("careful", ({ scrapsTaken }) => scrapsTaken),
  );
}, 120_000);

test("the table the planning room speaks from is what is lived under today's model and advice", () => {
  const printed = execFileSync("node_modules/.bin/tsx", ["src/cli/planTables.ts"], {
    env: { ...process.env, ONLY: "fabricPot", PRINT: "1" },
    encoding: "utf8",
    maxBuffer: 1e7,
  });
  const lived = JSON.parse(printed.split("\n").find((line) => line.startsWith("{"))!) as Record<
    string,
    unknown
  >;
  const kept = JSON.parse(readFileSync("src/core/planning/underAdvice.json", "utf8")) as Record<
    string,
    unknown
  >;
  expect(lived.fabricPot).toEqual(kept.fabricPot);
}, 400_000);
