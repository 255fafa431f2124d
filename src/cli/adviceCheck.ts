import { systemOf } from "@/core/bin/system";
import { schoolOf } from "@/core/catalogue/school";
import { advisedYear, HARD_YEAR, MIXED_YEAR, RUNNING_YEAR, STRANGE_YEAR } from "@/core/trial/advised";
import { HONEST, PESSIMIST, THOROUGH } from "@/core/trial/senses";
import { bestYear, calendarYear, carefulYear } from "@/core/trial/keepers";
import type { Followed } from "@/core/trial/followed";
import { following } from "@/core/trial/followed";
import type { Year } from "@/core/trial/tally";
import { KINDS } from "@/core/trial/trueBin";

/**
 * `npm run advice:check`: a year under advice, on bins whose truth is hidden, beside a calendar keeper, a careful keeper and
 * the largest ration found by search. BINS says how many, HALF which half (tuning is done on the even ones), NUMBERS which
 * by number, KEEPERS whose years; JSON prints the years themselves. HARD lives a hard year under advice: heat waves, frost, wet
 * feed, absences; MIXED a usual one of two species in each bin, RUNNING one of bins that ran for eight months and are set up by wrong figures, STRANGE one of bins
 * that work otherwise than the model thinks. HALVED has every second bin run already. MANNER says how the keeper answers what the screen asks: thorough
 * (reads all there is), honest (the food, and the rest now and then), pessimist (calls half what is younger than six days).
 */
const BINS = Number(process.env.BINS ?? 99);
const HALF = process.env.HALF;
const NUMBERS = process.env.NUMBERS?.split(",").map(Number);
const SPECIAL =
  process.env.HARD !== undefined ? HARD_YEAR
  : process.env.MIXED !== undefined ? MIXED_YEAR
  : process.env.RUNNING !== undefined ? RUNNING_YEAR
  : process.env.STRANGE !== undefined ? STRANGE_YEAR
  : undefined; // prettier-ignore
const MANNER = [THOROUGH, HONEST, PESSIMIST].find(({ name }) => name === process.env.MANNER) ?? THOROUGH;
const ONLY = SPECIAL ? ["advised"] : process.env.KEEPERS?.split(",");
/** Every second one of a half ran before, where that is asked. */
const hardshipOf = (number: number) =>
  process.env.HALVED !== undefined && number % 2 === 1 ? RUNNING_YEAR : SPECIAL;
const followed = new Map<number, Followed>();
const KEEPERS = {
  advised: (number: number) => {
    const { see, found } = following();
    const year = advisedYear(
      number,
      (visit) => see({ ...visit, mostKg: visit.expectation.twin?.meal.mostKg }),
      undefined,
      hardshipOf(number),
      MANNER,
    );
    followed.set(number, found());
    return year;
  },
  calendar: (number: number) => calendarYear(number),
  careful: (number: number) => carefulYear(number),
  best: bestYear,
} as const;
type Keeper = keyof typeof KEEPERS;
const years: { kind: string; number: number; keeper: Keeper; year: Year }[] = [];
for (const number of NUMBERS ?? Array.from({ length: BINS }, (_, at) => at)) {
  if (HALF !== undefined && Math.floor(number / KINDS.length) % 2 !== Number(HALF)) continue;
  for (const [keeper, live] of Object.entries(KEEPERS) as [Keeper, (n: number) => Year][])
    if (!ONLY || ONLY.includes(keeper))
      years.push({ kind: KINDS[number % KINDS.length]!.name, number, keeper, year: live(number) });
}
if (process.env.JSON) {
  console.log(JSON.stringify(years));
  process.exit(0);
}
// What was dead before anybody advised on it is nobody's year.
const ALIVE_KG = 0.05;
const dead = years.filter(({ year }) => year.stockedKg < ALIVE_KG);
for (const one of dead) years.splice(years.indexOf(one), 1);
if (dead.length > 0)
  console.log("Dead before it was set up:", dead.map(({ kind, number }) => `${kind} ${number}`).join(", "));
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

/** Food of a month for a kilogram of worms stocked, the least of all bins beside the mean. */
const months = (Object.keys(KEEPERS) as Keeper[]).flatMap((keeper) => {
  const of = years.filter((one) => one.keeper === keeper);
  if (of.length === 0) return [];
  const each = (month: number) => of.map(({ year }) => year.takenKgByMonth[month]! / year.stockedKg);
  const said = (month: number) => `${mean(each(month)).toPrecision(2)} (${Math.min(...each(month)).toPrecision(2)})`;
  return [{ keeper, ...Object.fromEntries([0, 1, 2, 3, 5, 8, 11].map((month) => [`month ${month + 1}`, said(month)])) }];
}); // prettier-ignore
console.log("\nScraps taken in a month, kg for a kilogram stocked: mean (worst bin)");
console.table(months);

const intervalOf = (name: string): number => {
  const { system, school } = KINDS.find((kind) => kind.name === name)!;
  return schoolOf(school ?? systemOf(system).school).usualIntervalDays;
};
const advised = years.filter(({ keeper }) => keeper === "advised");
if (advised.length > 0) {
  console.log("\nSeen from outside, of the advised: the five worst herds first, then what all of them met");
  const line = ({ kind, number, year }: (typeof years)[number]) => {
    const { plateauDays, jumps, falseReasons, ontoMuch } = followed.get(number)!;
    return {
      bin: `${kind} ${number}`,
      herd: Number(year.herd.toPrecision(3)),
      "scraps %": Math.round(100 * year.scrapsTaken),
      "longest plateau, d": plateauDays,
      jumps,
      "false reasons": falseReasons,
      "fed onto much": ontoMuch,
    };
  };
  console.table(
    advised
      .toSorted((a, b) => a.year.herd - b.year.herd)
      .slice(0, 5)
      .map(line),
  );
  const all = advised.map(line);
  console.table([
    {
      // Where one comes every week or oftener; who comes seldom climbs slowly.
      "plateaus over 16 d": advised.filter(({ kind, number }) => intervalOf(kind) <= 7 && followed.get(number)!.plateauDays > 16).length, // prettier-ignore
      jumps: all.reduce((sum, one) => sum + one.jumps, 0),
      "false reasons": all.reduce((sum, one) => sum + one["false reasons"], 0),
      "fed onto much": all.reduce((sum, one) => sum + one["fed onto much"], 0),
      "worst tenth of herds": Number(
        all
          .map(({ herd }) => herd)
          .toSorted((a, b) => a - b)
          [Math.floor(all.length / 10)]!.toPrecision(3),
      ),
    },
  ]);
}
