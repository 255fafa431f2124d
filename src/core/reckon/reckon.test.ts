import { LOG } from "../../../tests/everyKind";
import { entry, kilograms, newTub, setupOf, START } from "../../../tests/log";
import { dryKg, worked } from "@/core/bin/matter";
import { replay } from "@/core/bin/replay";
import { addDays, daysBetween, yearBefore } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { HARVEST_MOISTURE } from "../matter/figures";
import { materialOf } from "../catalogue/material";
import { booksOf } from "./flows";
import { monthBefore, reckon } from "./reckon";
import { reckoningRows } from "./words";

const scraps = (massKg: number, on: number): Entry =>
  entry(
    {
      kind: "fed",
      place: 1,
      parts: [{ materialId: "mixed-kitchen-scraps", amount: kilograms(massKg), preparation: "chopped" }],
    },
    on,
  );
const leaves = (massKg: number, on: number): Entry =>
  entry(
    { kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(massKg), moisture: 0.7 }] },
    on,
  );
const lifted = (grossKg: number, tareKg: number, on: number): Entry =>
  entry({ kind: "harvested", grossKg, tareKg, method: "light", moisture: HARVEST_MOISTURE }, on);

/** A year of a bin by chance: meals, bedding, harvests, now and then some taken out. */
function yearBy(seed: string): Entry[] {
  const next = seeded(seed);
  const log = [...newTub(0.5, setupOf("tub"))];
  for (let on = 5; on < 365; on += 2 + Math.floor(6 * next())) {
    const what = next();
    if (what < 0.6) log.push(scraps(Math.round(1000 * next()) / 1000, on));
    else if (what < 0.8) log.push(leaves(Math.round(2000 * next()) / 1000, on));
    else if (what < 0.9) log.push(lifted(0.4 + Math.round(3000 * next()) / 1000, 0.4, on));
    else if (what < 0.95)
      log.push(entry({ kind: "removed", what: "contents", fraction: 0.3 * next(), to: "heap" }, on)); // prettier-ignore
    else log.push(entry({ kind: "watered", amount: { volumeL: 0.4, measuredBy: "volume" } }, on));
  }
  return log;
}
const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);

test("the books of a random year close to the last digit, over the year and over every span of it", () => {
  const next = seeded("spans");
  for (const seed of ["a", "b", "c", "d", "e", "f"]) {
    const books = [booksOf(yearBy(seed)), booksOf(yearBy(`${seed} too`))];
    const spans: [LocalDate, LocalDate][] = [[START, addDays(START, 400)]];
    for (let nth = 0; nth < 12; nth += 1) {
      const from = Math.floor(350 * next());
      spans.push([addDays(START, from), addDays(START, from + Math.floor(60 * next()))]);
    }
    for (const [from, to] of spans) {
      const { openingDryKg, standingDryKg, breathedDryKg, ...one } = reckon(books, from, to);
      const dry = (side: typeof one.in) => sum(side.map(({ dryKg }) => dryKg));
      expect(openingDryKg + dry(one.in) - dry(one.out) - standingDryKg).toBeCloseTo(breathedDryKg, 9);
      // Nothing is made out of air.
      expect(breathedDryKg).toBeGreaterThanOrEqual(-1e-9);
    }
    // A year is the sum of two halves.
    const [whole, first, second] = [
      reckon(books, START, addDays(START, 399)),
      reckon(books, START, addDays(START, 199)),
      reckon(books, addDays(START, 200), addDays(START, 399)),
    ];
    expect(first.breathedDryKg + second.breathedDryKg).toBeCloseTo(whole.breathedDryKg, 9);
    expect(first.standingDryKg).toBeCloseTo(second.openingDryKg, 12);
    expect(sum(whole.months.map(({ foodKg }) => foodKg))).toBeCloseTo(
      sum(whole.in.filter(({ of }) => of === "food").map(({ wetKg }) => wetKg)),
      9,
    );
  }
});

test("what went in and came out is what the log says, reckoned by hand", () => {
  const log = [...newTub(0.5, setupOf("tub")), leaves(12, 3)];
  const meals = [8, 12, 16, 20].map((on) => scraps(0.75, on));
  const one = reckon([booksOf([...log, ...meals, lifted(2.4, 0.4, 200)])], START, addDays(START, 210));
  const of = (side: typeof one.in, kind: string) => side.find((found) => found.of === kind)!;
  const scrapsDry = 1 - materialOf("food", "mixed-kitchen-scraps").moisture;
  expect(of(one.in, "food").wetKg).toBeCloseTo(3, 9);
  expect(of(one.in, "food").dryKg).toBeCloseTo(3 * scrapsDry, 6);
  expect(of(one.out, "castings").wetKg).toBeCloseTo(2, 9);
  expect(of(one.out, "castings").dryKg).toBeCloseTo(2 * (1 - HARVEST_MOISTURE), 6);
  expect(one.castingsPerFood).toBeCloseTo(2 / 3, 9);
  expect(one.wormsInKg).toBeCloseTo(0.5, 9);
  const csv = reckoningRows(one).map((row) => row.join(","));
  expect(csv[0]).toBe(`from,${one.from},to,${one.to}`);
  expect(csv).toContain(`out,castings,2.000,${of(one.out, "castings").dryKg.toFixed(3)}`);
  expect(csv.filter((line) => /^\d{4}-\d\d,/.test(line))).toHaveLength(one.months.length);
});

test("castings out are what was weighed, to the gram, however much the log knew of; the rest is named", () => {
  for (let seed = 0; seed < 40; seed += 1) {
    const next = seeded(`weighed/${seed}`);
    const log: Entry[] = [...newTub(0.5, setupOf("tub")), leaves(5 * next(), 2)];
    // By pencil, of what was typed alone: wet grams, and a share of water in ten thousandths.
    let dry = 0;
    for (let on = 10; on < 300; on += 5 + Math.floor(20 * next())) {
      log.push(scraps(Math.round(900 * next()) / 1000, on));
      if (next() > 0.5) continue;
      const wetG = 200 + Math.round(9000 * next() ** 2);
      const waterShare = Math.round(10_000 * (0.5 + 0.3 * next()));
      dry += (wetG * (10_000 - waterShare)) / 1e7;
      log.push(
        entry(
          {
            kind: "harvested", grossKg: (wetG + 450) / 1000, tareKg: 0.45, method: "light", moisture: waterShare / 10_000,
          },
          on,
        ),
      ); // prettier-ignore
    }
    const one = reckon([booksOf(log)], START, addDays(START, 320));
    const side = (of: string) => [...one.in, ...one.out].find((found) => found.of === of)?.dryKg ?? 0;
    expect(side("castings")).toBeCloseTo(dry, 9);
    // What came out beyond all that was ever put in cannot have come from there.
    const putIn = one.in.filter(({ of }) => of !== "unlogged").reduce((all, { dryKg }) => all + dryKg, 0);
    expect(side("unlogged")).toBeGreaterThanOrEqual(dry - putIn - 1e-9);
    expect(one.breathedDryKg).toBeGreaterThanOrEqual(-1e-9);
    expect(one.standingDryKg).toBeGreaterThanOrEqual(0);
  }
});

test("an empty cellar, an empty span and one that ends before it begins are no trouble", () => {
  expect(reckon([], START, START)).toMatchObject({
    breathedDryKg: 0,
    in: [],
    out: [],
    castingsPerFood: undefined,
  });
  const books = [booksOf(yearBy("x"))];
  expect(reckon(books, addDays(START, -400), addDays(START, -300))).toMatchObject({
    openingDryKg: 0,
    standingDryKg: 0,
  });
  expect(reckon(books, addDays(START, 50), START).to).toBe(addDays(START, 50));
});

test("every kind of entry leaves the books closed, alone and all after one another", () => {
  const days = LOG.map((one, at) => ({ ...one, id: `every-${at}`, day: addDays(START, 20 + at) }) as Entry);
  const base = [...newTub(0.5, setupOf("tub")), leaves(9, 3), scraps(1, 8)];
  const closes = (log: readonly Entry[]) => {
    const one = reckon([booksOf(log)], START, addDays(START, 400));
    const dry = (side: typeof one.in) => sum(side.map(({ dryKg }) => dryKg));
    const gone = one.openingDryKg + dry(one.in) - dry(one.out) - one.standingDryKg;
    expect(Number.isFinite(gone)).toBe(true);
    expect(gone).toBeCloseTo(one.breathedDryKg, 9);
    // Some of it is always worked, none of it comes from nowhere.
    expect(one.breathedDryKg).toBeGreaterThanOrEqual(-1e-9);
    for (const { wetKg } of [...one.in, ...one.out]) expect(wetKg).toBeGreaterThanOrEqual(0);
  };
  for (const one of days) closes([...base, one]);
  closes([...base, ...days]);
});

test("what goes from one bin to another leaves the one and comes to the other, and over both nothing is made", () => {
  const giver = [...newTub(0.5, setupOf("tub")), leaves(12, 3)];
  const out = entry({ kind: "removed", what: "contents", amount: kilograms(4), to: "bin", toBinId: "bin-2", withWorms: false }, 60); // prettier-ignore
  const into = entry({ kind: "received", what: "contents", amount: kilograms(4), fromBinId: "bin-1" }, 60);
  const [from, to] = [booksOf([...giver, out]), booksOf([...newTub(0.2, setupOf("tub")), into])];
  const both = reckon([from, to], addDays(START, 59), addDays(START, 61));
  const of = (kind: string) => [...both.in, ...both.out].find((side) => side.of === kind)!;
  expect(of("toBins").wetKg).toBeCloseTo(4, 9);
  expect(of("fromBins").wetKg).toBeCloseTo(4, 9);
  // Each log stands by itself: what the receiver was told of it may differ a little from what the giver's book says.
  expect(of("fromBins").dryKg / of("toBins").dryKg).toBeGreaterThan(0.5);
  expect(of("fromBins").dryKg / of("toBins").dryKg).toBeLessThan(2);
});

test("emptied, split and tipped, all that lay there is out, and the next day's opening is what was left", () => {
  for (const [facts, left] of [
    [{ kind: "emptied", keepsWorms: true, to: "heap" }, 0],
    [{ kind: "split", fraction: 0.4 }, 0.6],
    [{ kind: "tipped", fraction: 0.25, toBinId: "bin-2" }, 0.75],
  ] as const) {
    const books = booksOf([...newTub(0.5, setupOf("tub")), leaves(10, 3), entry(facts, 90)]);
    const day = reckon([books], addDays(START, 90), addDays(START, 90));
    const after = reckon([books], addDays(START, 91), addDays(START, 91));
    expect(after.openingDryKg).toBeCloseTo(day.openingDryKg * left, 1);
    expect(sum(day.out.map(({ dryKg }) => dryKg))).toBeCloseTo(day.openingDryKg * (1 - left), 1);
  }
});

test("the same month of the year before is found over leap days and year's ends, and each month's sums are its own", () => {
  expect(["2028-02-29", "2029-03-01", "2027-01-01", "2024-12-31"].map((day) => yearBefore(day as LocalDate))).toEqual(
    ["2027-02-28", "2028-03-01", "2026-01-01", "2023-12-31"],
  );
  const books = [booksOf([...newTub(0.5, setupOf("tub")), leaves(20, 3), scraps(1, 30), scraps(2, 30 + 365), scraps(4, 62 + 365)])];
  const [from, to] = [addDays(START, 365), addDays(START, 500)];
  const now = reckon(books, from, to);
  const before = reckon(books, yearBefore(from), yearBefore(to));
  const food = now.months.map(({ month, foodKg }) => [foodKg, monthBefore(before, month)!.foodKg]);
  expect(food.filter(([kg]) => kg! > 0)).toEqual([[2, 1], [4, 0]]);
}); // prettier-ignore

test("books cut into spans anywhere give each flow once and in order, and what stands is what the fold has lying there", () => {
  const next = seeded("columns");
  for (const seed of ["k", "l", "m"]) {
    const log = yearBy(seed);
    const books = booksOf(log);
    const whole = books.flowsIn(START, addDays(START, 400));
    expect(whole.length).toBeGreaterThan(30);
    const cuts = [0, ...Array.from({ length: 9 }, () => Math.floor(390 * next())), 401].toSorted(
      (a, b) => a - b,
    );
    const parts = cuts
      .slice(1)
      .flatMap((end, nth) =>
        end > cuts[nth]! ? books.flowsIn(addDays(START, cuts[nth]!), addDays(START, end - 1)) : [],
      );
    expect(parts).toEqual(whole);
    for (const { day } of whole.filter((_, nth) => nth % 7 === 0)) {
      const { contents, contentsOn } = replay(log.filter((one) => one.day <= day));
      const days = daysBetween(contentsOn!, day) + 1;
      const lies = sum(Object.values(contents).map((held) => dryKg(worked(held, days))));
      expect(books.standingAt(addDays(day, 1))).toBeCloseTo(lies, 9);
    }
  }
});
