import { readFileSync, writeFileSync } from "node:fs";
import { schoolOf } from "@/core/catalogue/school";
import { surfaceM2, systemOf, usualCompartments, volumeOfL } from "@/core/bin/system";
import { HARVEST_MOISTURE, HERD_KG_PER_M2 } from "@/core/matter/figures";
import type { UnderAdvice } from "@/core/planning/underAdvice";
import { TABLE_WARMTHS_C } from "@/core/planning/underAdvice";
import { advisedYear } from "@/core/trial/advised";
import type { Year } from "@/core/trial/tally";
import type { Given } from "@/core/trial/trueBin";
import type { System } from "@/vocabulary/setup";
import { SYSTEMS } from "@/vocabulary/setup";

/**
 * `npm run plan:tables`: a year under advice for each kind of bin at each warmth, with plenty of scraps, on bins of hidden
 * truth; what they took by month, gave, and when they were first worth harvesting goes into the table the planning
 * room reads. ONLY names systems and WARMTHS °C to be done anew; the others stay. CHANGES lives what purée, twice the worms and bedding that feeds gain instead.
 */
const FILE = "src/core/planning/underAdvice.json";
const ONLY = process.env.ONLY?.split(",");
const WARMTHS = process.env.WARMTHS?.split(",").map(Number);
/** More than any of them takes. */
const PLENTY_PER_WORMS_KG = 1;
/** Truths tried of each; none of those the advice is checked on. */
const TRUTHS = [2001, 2002, 2003];
/** With CHANGES set, what purée, twice the worms or bedding that feeds make of the year is lived as well, at this warmth. */
const CHANGED_C = 20;

const rounded = (x: number): number => Number(x.toPrecision(3));
function span(values: readonly number[]): readonly [number, number, number] {
  const sorted = values.toSorted((a, b) => a - b);
  return [rounded(sorted[0]!), rounded(sorted[Math.floor(sorted.length / 2)]!), rounded(sorted.at(-1)!)];
}

type How = Pick<Given, "preparation" | "isFeedingBed"> & { readonly timesWorms?: number };
function yearsOf(system: System, meanC: number, how: How = {}): readonly Year[] {
  const facts = systemOf(system);
  const compartments = usualCompartments(system, facts.usual);
  const area = surfaceM2({ system, compartments } as Parameters<typeof surfaceM2>[0]);
  const kind = {
    name: system,
    system,
    school: facts.school,
    ...(facts.beginsWith === undefined ? {} : { compartments: facts.beginsWith }),
    wormsKg: (how.timesWorms ?? 1) * HERD_KG_PER_M2.start * area,
    beddingL: volumeOfL(compartments[0]!) / 3,
  };
  return TRUTHS.map((truth) =>
    advisedYear(truth, undefined, {
      kind,
      meanC,
      scrapsPerWormsKg: PLENTY_PER_WORMS_KG,
      ...(how.preparation === undefined ? {} : { preparation: how.preparation }),
      ...(how.isFeedingBed ? { isFeedingBed: true } : {}),
    }),
  );
}
const castingsOf = (years: readonly Year[], area: number): readonly number[] =>
  years.map(({ castingsDryKg }) => Math.max(0, castingsDryKg) / (1 - HARVEST_MOISTURE) / area);
const groundOf = (system: System): number =>
  surfaceM2({
    system,
    compartments: usualCompartments(system, systemOf(system).usual),
  } as Parameters<typeof surfaceM2>[0]);

/** What a change makes of the first year's castings: so many times, truth by truth, so that the truths cancel. */
function changed(system: System) {
  const area = groundOf(system);
  const base = castingsOf(yearsOf(system, CHANGED_C), area);
  const times = (how: How) =>
    span(castingsOf(yearsOf(system, CHANGED_C, how), area).map((kg, nth) => kg / Math.max(0.01, base[nth]!)));
  return {
    pureed: times({ preparation: "pureed" }),
    moreWorms: times({ timesWorms: 2 }),
    feedingBed: times({ isFeedingBed: true }),
  };
}

function lived(system: System, meanC: number) {
  const area = groundOf(system);
  const years = yearsOf(system, meanC);
  const days = 365 / 12;
  return {
    takenKgPerM2Day: Array.from({ length: 12 }, (_, month) =>
      span(years.map(({ takenKgByMonth }) => takenKgByMonth[month]! / days / area)),
    ),
    castingsKgPerM2: span(castingsOf(years, area)),
    ripeOnDay: span(years.map(({ ripeOn = 730 }) => ripeOn)),
  };
}

const table = JSON.parse(readFileSync(FILE, "utf8")) as Record<string, UnderAdvice>;
for (const system of SYSTEMS) {
  if (ONLY && !ONLY.includes(system)) continue;
  if (process.env.CHANGES) {
    table[system] = { ...table[system]!, changed: changed(system) };
    console.log(`${system}: ${JSON.stringify(table[system].changed)}`);
    continue;
  }
  const before = table[system]!;
  const byWarmth = TABLE_WARMTHS_C.map((meanC, nth) =>
    WARMTHS?.includes(meanC) === false ? before.byWarmth[nth]! : lived(system, meanC),
  );
  table[system] = { ...before, byWarmth };
  const school = schoolOf(systemOf(system).school).name;
  const year = byWarmth.map(({ takenKgPerM2Day }) =>
    rounded(takenKgPerM2Day.reduce((sum, [, middle]) => sum + middle, 0) / 12),
  );
  console.log(`${system}, ${school}: ${year.join(", ")} kg a day and m² at ${TABLE_WARMTHS_C.join(", ")} °C`);
}
if (!process.env.PRINT) writeFileSync(FILE, `${JSON.stringify(table)}\n`);
else console.log(JSON.stringify(table));
