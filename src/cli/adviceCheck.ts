import { advisedYear, HARD_YEAR, MIXED_YEAR, RUNNING_YEAR } from "@/core/trial/advised";
import { HONEST, PESSIMIST, THOROUGH } from "@/core/trial/senses";
import { bestYear, calendarYear, carefulYear } from "@/core/trial/keepers";
import type { Year } from "@/core/trial/tally";
import { KINDS } from "@/core/trial/trueBin";

/**
 * `npm run advice:check`: a year under advice, on bins whose truth is hidden, beside a calendar keeper, a careful keeper and
 * the largest ration found by search. BINS says how many, HALF which half (tuning is done on the even ones), NUMBERS which
 * by number, KEEPERS whose years; JSON prints the years themselves. HARD lives a hard year under advice: heat waves, frost, wet
 * feed, absences; MIXED a usual one of two species in each bin, RUNNING one of bins that ran for eight months and are set up by wrong figures. MANNER says how the keeper answers what the screen asks: thorough
 * (reads all there is), honest (the food, and the rest now and then), pessimist (calls half what is younger than six days).
 */
const BINS = Number(process.env.BINS ?? 99);
const HALF = process.env.HALF;
const NUMBERS = process.env.NUMBERS?.split(",").map(Number);
const SPECIAL =
  process.env.HARD !== undefined ? HARD_YEAR
  : process.env.MIXED !== undefined ? MIXED_YEAR
  : process.env.RUNNING !== undefined ? RUNNING_YEAR
  : undefined; // prettier-ignore
const MANNER = [THOROUGH, HONEST, PESSIMIST].find(({ name }) => name === process.env.MANNER) ?? THOROUGH;
const ONLY = SPECIAL ? ["advised"] : process.env.KEEPERS?.split(",");
const KEEPERS = {
  advised: (number: number) => advisedYear(number, undefined, undefined, SPECIAL, MANNER),
  calendar: (number: number) => calendarYear(number),
  careful: (number: number) => carefulYear(number),
  best: bestYear,
} as const;
type Keeper = keyof typeof KEEPERS;
const years: { kind: string; keeper: Keeper; year: Year }[] = [];
for (const number of NUMBERS ?? Array.from({ length: BINS }, (_, at) => at)) {
  if (HALF !== undefined && Math.floor(number / KINDS.length) % 2 !== Number(HALF)) continue;
  for (const [keeper, live] of Object.entries(KEEPERS) as [Keeper, (n: number) => Year][])
    if (!ONLY || ONLY.includes(keeper))
      years.push({ kind: KINDS[number % KINDS.length]!.name, keeper, year: live(number) });
}
if (process.env.JSON) {
  console.log(JSON.stringify(years));
  process.exit(0);
}
const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
const rows = [...new Set(years.map(({ kind }) => kind)), "all"].flatMap((kind) =>
  (Object.keys(KEEPERS) as Keeper[]).flatMap((keeper) => {
    const of = years.filter((one) => (kind === "all" || one.kind === kind) && one.keeper === keeper);
    if (of.length === 0) return [];
    const all = (value: (year: Year) => number) =>
      Number(mean(of.map(({ year }) => value(year))).toPrecision(3));
    return [
      {
        kind,
        keeper,
        bins: of.length,
        lost: of.filter(({ year }) => year.isLost).length,
        herd: all((year) => year.herd),
        "bad days": all((year) => year.badDays),
        "off target": all((year) => year.offTargetDays),
        "scraps %": Math.round(100 * all((year) => year.scrapsTaken)),
        "castings kg": all((year) => year.castingsDryKg),
        cocoons: Math.round(all((year) => year.cocoons)),
        visits: all((year) => year.visits),
        "onto food": all((year) => year.ontoFood),
      },
    ];
  }),
);
console.table(rows);
