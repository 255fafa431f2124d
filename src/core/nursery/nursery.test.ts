import fc from "fast-check";
import { CLIMATE, setupOf, START } from "../../../tests/log";
import { House, WARM } from "../../../tests/nursery";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import { bellShaped, seeded } from "../chance/seeded";
import { breedingPlan } from "../calculators/breedingPlan";
import { clearing, thinning } from "./acts";
import type { TubToday } from "./due";
import { boardRows, DRIES_DAYS, jobsOf, weekOf } from "./due";
import { enoughBy } from "./enough";
import { estimated, shareOf, together } from "./estimate";
import { broodDays, cocoonsExpected } from "./growth";
import { howWell } from "./howWell";
import { CYCLE_DAYS, countOf, settingOf, staggered, wormsFor } from "./setting";
import { parcelOf, postDay } from "./parcel";
import { splitOf } from "./splitting";
import { cycleUnderWay } from "./state";
import { sayOverdue } from "./words";

const FETIDA = speciesOf("fetida");

test("worms, cocoons and descent add up over any order of settings, clearings, counts and thinnings", () => {
  const step = fc.record({
    what: fc.constantFrom("set", "clear", "count", "thin"),
    at: fc.nat(30),
    days: fc.integer({ min: 1, max: 20 }),
    number: fc.integer({ min: 1, max: 400 }),
    trays: fc.constantFrom("each" as const, "row" as const),
    again: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      const house = new House(4);
      let day = START;
      const counted = new Map<string, number>();
      for (const { what, at, days, number, trays, again } of steps) {
        day = addDays(day, days);
        const all = house.today(day);
        const one = all[at % all.length]!;
        if (what === "set" && one.tub.role === "tub" && !cycleUnderWay(one.state))
          house.set(one.tub.id, number, day);
        if (what === "count" && cycleUnderWay(one.state)) {
          house.say(one.tub.id, { kind: "tubCounted", of: "cocoons", count: number, fraction: 1 }, day);
          counted.set(one.tub.id, number);
        }
        if (what === "clear")
          house.write(
            clearing(
              all,
              {
                how: "sieved",
                day,
                grown: new Map(),
                trays,
                ...(again ? { setsAgain: { cycleDays: 21 } } : {}),
              },
              house.newId,
            ),
            day,
          );
        if (what === "thin" && one.state.brood)
          house.write(thinning([one], 1 + (at % 3), day, house.newId), day);
      }
      const now = house.today(day);
      expect(now.flatMap(({ state }) => state.problems)).toEqual([]);
      // Who was set again without a count has as many as before.
      for (const { state } of now)
        for (const [nth, cycle] of state.cycles.entries())
          if (cycle.fromIds.length > 0) expect(cycle.grownIn).toBe(state.cycles[nth - 1]!.grownIn);
      const broods = now.filter(({ state }) => state.brood);
      for (const { state } of broods) {
        const { fromIds, laidFrom, laidTo } = state.brood!;
        expect(laidFrom <= laidTo).toBe(true);
        // Every brood has parents that are there, and a tub at the end of the line.
        for (const id of fromIds) expect(house.tubs.some((tub) => tub.id === id)).toBe(true);
      }
      // Cocoons that were counted stand in trays, whole, however often they were thinned.
      const laid = now.flatMap(({ tub, state }) =>
        tub.role === "tub" ? state.cycles.filter(({ clearedOn }) => clearedOn) : [],
      );
      const whole = laid.every(({ cocoons }) => cocoons !== undefined);
      if (whole && laid.length > 0) {
        const inTubs = laid.reduce((sum, { cocoons }) => sum + cocoons!.count, 0);
        const inTrays = broods.reduce((sum, { state }) => sum + (state.brood!.cocoons?.count ?? 0), 0);
        expect(Math.abs(inTubs - inTrays)).toBeLessThanOrEqual(2 * broods.length);
      }
    }),
    { numRuns: 150 },
  );
});

test("a scoop tells the whole with its range; more counted or more of it counted makes it narrower", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3000 }),
      fc.double({ min: 0.005, max: 0.9, noNaN: true }),
      (count, share) => {
        const { count: whole, lowCount, highCount } = estimated(count, share);
        expect(lowCount).toBeLessThanOrEqual(whole);
        expect(highCount).toBeGreaterThanOrEqual(whole);
        expect(Math.abs(whole - count / share)).toBeLessThanOrEqual(1);
        const twice = estimated(2 * count, Math.min(0.95, 2 * share));
        expect((twice.highCount - twice.lowCount) / twice.count).toBeLessThanOrEqual(
          ((highCount - lowCount) / whole) * 1.1 + 0.02,
        );
      },
    ),
  );
  expect(estimated(0, 0.1)).toEqual({ count: 0, lowCount: 0, highCount: 23 });
  const [half, other] = [shareOf(estimated(80, 0.1), 0.5), shareOf(estimated(80, 0.1), 0.5)];
  expect(together([half, other]).count).toBe(800);
});

test("in nine of ten scoops out of a clumped tray the truth lies within the range", () => {
  const chance = seeded("scoops");
  let within = 0;
  for (let nth = 0; nth < 1000; nth += 1) {
    const truth = 900;
    const scoop = Math.max(
      0,
      Math.round((truth / 16) * (1 + 0.15 * bellShaped(chance)) + Math.sqrt(truth / 16) * bellShaped(chance)),
    );
    const { lowCount, highCount } = estimated(scoop, 1 / 16);
    if (lowCount <= truth && truth <= highCount) within += 1;
  }
  expect(within / 1000).toBeGreaterThan(0.72);
  expect(within / 1000).toBeLessThan(0.92);
});

/** Tubs that lay by a rate of their own, cleared twice and counted by a scoop. */
function counted(rateOf: (nth: number) => number, seed: string, tubs = 20): TubToday[] {
  const house = new House(tubs);
  const chance = seeded(seed);
  house.tubs.forEach((tub, nth) => {
    for (const cycle of [0, 1]) {
      const on = addDays(START, 24 * cycle);
      house.set(tub.id, 260, on, 24);
      house.say(tub.id, { kind: "tubCleared", how: "sieved" }, addDays(on, 24));
      const laid = 260 * rateOf(nth) * (24 / 7);
      const scoop = Math.max(
        0,
        Math.round((laid / 16) * (1 + 0.1 * bellShaped(chance)) + Math.sqrt(laid / 16) * bellShaped(chance)),
      );
      house.say(
        tub.id,
        { kind: "tubCounted", of: "cocoons", count: scoop, fraction: 1 / 16 },
        addDays(on, 24),
      );
    }
  });
  return house.today(addDays(START, 60));
}

test("counts reveal a tub that lays half, and hardly ever accuse a sound one", () => {
  let found = 0;
  let accused = 0;
  for (let seed = 0; seed < 60; seed += 1) {
    const bad = howWell(counted((nth) => (nth === 7 ? 0.45 : 1.05), `bad ${seed}`));
    if (bad.tubs.find(({ name }) => name === "Tub 8")?.is === "less") found += 1;
    const sound = howWell(counted(() => 1.05, `sound ${seed}`));
    accused += sound.tubs.filter(({ is }) => is !== "chance").length;
  }
  expect(found).toBeGreaterThanOrEqual(57);
  // Of 60 nurseries of twenty sound tubs.
  expect(accused).toBeLessThanOrEqual(6);
});

test("a few counts accuse nobody, and what was never counted is said", () => {
  const few = howWell(counted((nth) => (nth === 1 ? 0.1 : 1), "few", 2));
  expect(few.tubs.every(({ is }) => is === "tooFew")).toBe(true);
  const house = new House(1);
  house.set("tub-1", 200, START);
  house.say("tub-1", { kind: "tubCleared", how: "sieved" }, addDays(START, 21));
  expect(howWell(house.today(addDays(START, 22)))).toMatchObject({ points: [], uncounted: 1 });
});

test("a tub dries a week before its day, is sieved on it and set again; late, it says what that means", () => {
  const house = new House(1);
  house.set("tub-1", 200, START);
  const due = (on: number) => house.today(addDays(START, on))[0]!;
  expect(due(5).due).toMatchObject({ task: "dry", on: addDays(START, 21 - DRIES_DAYS) });
  // Watered on that day it is not drying yet.
  house.say("tub-1", { kind: "watered", amount: { volumeL: 0.3, measuredBy: "volume" } }, addDays(START, 14));
  expect(due(15).due).toMatchObject({ task: "dry" });
  house.say("tub-1", { kind: "noted", text: "dry" }, addDays(START, 15));
  expect(due(16).due).toMatchObject({ task: "clear", on: addDays(START, 21) });
  expect(jobsOf([due(21)], addDays(START, 21))).toMatchObject([{ task: "clear" }]);
  expect(sayOverdue(due(21), addDays(START, 21))).toBeUndefined();
  expect(sayOverdue(due(23), addDays(START, 23))).toMatch(/no harm yet/);
  expect(sayOverdue(due(60), addDays(START, 60))).toMatch(/hatch in place.*do not sieve/);
  house.say("tub-1", { kind: "tubCleared", how: "lured" }, addDays(START, 24));
  expect(due(24).due).toEqual({ task: "set", on: addDays(START, 24) });
});

test("a brood is looked for, baited, thinned out and moved on in that order, and never while it is too cold", () => {
  const house = new House(1);
  house.set("tub-1", 200, START);
  house.write(clearing(house.today(addDays(START, 21)), { how: "sieved", day: addDays(START, 21), grown: new Map(), trays: "each" }, house.newId), addDays(START, 21)); // prettier-ignore
  const tray = () => house.today(addDays(START, 22)).find(({ tub }) => tub.role === "tray")!;
  const order: string[] = [];
  for (let nth = 0; nth < 6; nth += 1) {
    const { due, tub } = tray();
    if (!due || due.task === "moveOn") {
      order.push(due?.task ?? "none");
      break;
    }
    order.push(due.task);
    if (due.task === "thin") house.write(thinning([tray()], 1, due.on, house.newId), due.on);
    else house.say(tub.id, { kind: "noted", text: due.task }, due.on);
  }
  expect(order).toEqual(["look", "bait", "thin", "moveOn"]);
  const cold = broodDays({ laidFrom: START, laidTo: addDays(START, 21) }, FETIDA, {
    ...CLIMATE,
    meanC: 3,
    swingK: 0,
  });
  expect(cold).toEqual({});
});

test("degree days: the warmer, the sooner hatched and grown; at 25 °C as the table has it", () => {
  const at = (meanC: number) =>
    broodDays({ laidFrom: START, laidTo: START }, FETIDA, { ...CLIMATE, meanC, swingK: 0 });
  for (const [cool, warm] of [
    [12, 15],
    [15, 20],
    [20, 23],
  ] as const) {
    expect(at(warm).meanOn! < at(cool).meanOn!).toBe(true);
    expect(at(warm).grownOn! < at(cool).grownOn!).toBe(true);
  }
  expect(daysBetween(START, at(23.5).meanOn!)).toBe(FETIDA.incubationDays);
});

test("bad figures get a plain answer: a mistyped side, a cycle of nought days, set twice, more than can be laid", () => {
  const house = new House(1);
  const one = () => house.today(START)[0]!;
  expect(wormsFor(one().tub)).toMatchObject({ areaM2: 0.24, count: 507 });
  const code = (count: number, days: number, there?: number) => {
    const answer = settingOf(one(), count, days, there);
    return answer.ok ? "set" : answer.problem.code;
  };
  expect(code(500, 24)).toBe("set");
  expect(code(3000, 24)).toBe("set/too-many");
  expect(code(500, 0)).toBe("set/cycle");
  expect(code(0, 24)).toBe("set/none");
  expect(code(500, 24, 300)).toBe("set/not-there");
  expect(countOf(one(), 5, 1)).toMatchObject({ ok: false, problem: { code: "count/nothing-laid" } });
  house.set("tub-1", 200, START);
  expect(code(200, 24)).toBe("set/is-set");
  expect(countOf(one(), 9000, 1)).toMatchObject({ ok: false, problem: { code: "count/beyond" } });
  expect(countOf(one(), 90, 0.1).ok).toBe(true);
  house.say("tub-1", { kind: "tubCleared", how: "sieved" }, addDays(START, 3));
  house.say("tub-1", { kind: "tubCleared", how: "sieved" }, addDays(START, 3));
  expect(one().state.problems).toMatchObject([{ code: "tub/cleared-twice" }]);
});

test("rows are staggered over the cycle as the calculator has it, on free days, and over a year's end and a clock change", () => {
  const start = "2026-12-14" as LocalDate;
  const rows = staggered(20, 4, 28, start);
  expect(rows.map(({ setOn }) => setOn)).toEqual(["2026-12-14", "2026-12-21", "2026-12-28", "2027-01-04"]);
  const plan = breedingPlan.run({
    tubs: 20,
    perGroup: 5,
    startDate: start,
    staggerDays: 7,
    cycleDays: 28,
    cycles: 4,
    wormsPerTub: 250,
    hatchDays: 28,
  });
  const { events } = (plan.ok ? plan.value : { events: [] }) as {
    events: readonly { kind: string; group: number; date: string }[];
  };
  const sets = events.filter(({ kind, group }) => kind === "set" && group === 1);
  expect(sets.map(({ date }) => date)).toEqual(["2026-12-14", "2027-01-11", "2027-02-08", "2027-03-08"]);
  // Saturdays and Sundays only.
  for (const { setOn } of staggered(7, 3, 24, start, [5, 6]))
    expect([0, 6]).toContain(new Date(`${setOn}T00:00:00Z`).getUTCDay());
  expect(staggered(7, 3, 24, start).reduce((sum, { tubs }) => sum + tubs, 0)).toBe(7);
  expect(weekOf("2027-03-28" as LocalDate)).toBe("2027-03-22");
  expect(weekOf("2026-12-14" as LocalDate)).toBe("2026-12-14");
});

test("the board has every tub once, soonest row first", () => {
  const house = new House(9);
  house.tubs.forEach(({ id }, nth) => house.set(id, 100, addDays(START, nth), CYCLE_DAYS.usual));
  const rows = boardRows(house.today(addDays(START, 10)));
  expect(rows.flatMap(({ tubs }) => tubs.map(({ tub }) => tub.id)).toSorted()).toEqual(house.tubs.map(({ id }) => id).toSorted()); // prettier-ignore
  const weeks = rows.map(({ week }) => week!);
  expect(weeks).toEqual(weeks.toSorted());
});

test("enough by a day: more worms take more tubs, the lower end is what was asked, and too late or too cold is said", () => {
  const size = { grown: 250, cycleDays: 24, areaM2: 0.12 };
  const ask = (wormsKg: number, days: number, climate = WARM) => enoughBy({ wormsKg, by: addDays(START, days) }, size, FETIDA, climate, START); // prettier-ignore
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 60, noNaN: true }),
      fc.integer({ min: 130, max: 360 }),
      (kg, days) => {
        const answer = ask(kg, days);
        if (!answer.ok) return expect(answer.problem.code).toBe("stocking/too-many");
        const { tubs, wormsKg, lastSetOn, daysToGrown } = answer.value;
        expect(wormsKg.low).toBeGreaterThanOrEqual(kg - 1e-9);
        expect(wormsKg.low).toBeLessThanOrEqual(wormsKg.middle);
        const one = ask(kg / 2, days);
        if (one.ok) expect(one.value.tubs).toBeLessThanOrEqual(tubs);
        expect(addDays(lastSetOn, daysToGrown - 10) <= addDays(START, days)).toBe(true);
        return undefined;
      },
    ),
    { numRuns: 60 },
  );
  expect(ask(5, 60)).toMatchObject({ ok: false, problem: { code: "stocking/too-late" } });
  expect(ask(5, 300, { ...CLIMATE, meanC: 4, swingK: 0 })).toMatchObject({
    ok: false,
    problem: { code: "stocking/too-cold" },
  });
  expect(ask(0, 300)).toMatchObject({ ok: false, problem: { code: "stocking/nothing" } });
  const { low, middle, high } = cocoonsExpected(FETIDA, 250, 24, 23);
  // Envelope of a breeding tub: two to five cocoons a grown worm in 24 days.
  expect(middle / 250).toBeGreaterThan(2);
  expect(middle / 250).toBeLessThan(5);
  expect(low).toBeLessThan(middle);
  expect(high).toBeGreaterThan(middle);
});

test("a parcel has a fair extra and is never packed to be set free; the post waits for mild days early in the week", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 50_000 }), (count) => {
      const answer = parcelOf(count, "fetida", "bin");
      if (!answer.ok) throw new Error(answer.problem.code);
      const { packedCount, beddingL, boxL, waterL } = answer.value;
      expect(packedCount).toBeGreaterThanOrEqual(1.1 * count - 1e-9);
      expect(waterL).toBeLessThan(beddingL);
      expect(boxL).toBeGreaterThan(beddingL);
    }),
  );
  expect(parcelOf(100, "hortensis", "setFree")).toMatchObject({
    ok: false,
    problem: { code: "parcel/set-free" },
  });
  expect(parcelOf(0, "fetida", "bin").ok).toBe(false);
  // 2026-03-05 is a Thursday.
  const days = (lowC: number, highC: number) => Array.from({ length: 11 }, (_, nth) => ({ day: addDays("2026-03-05" as LocalDate, nth), lowC, highC })); // prettier-ignore
  expect(postDay(days(6, 14), "fetida", "2026-03-05" as LocalDate)).toBe("2026-03-09");
  expect(postDay(days(-3, 9), "fetida", "2026-03-05" as LocalDate)).toBeUndefined();
  expect(postDay(days(20, 33), "fetida", "2026-03-05" as LocalDate)).toBeUndefined();
  expect(postDay(days(6, 14), "eugeniae", "2026-03-05" as LocalDate)).toBeUndefined();
});

test("a bin is split when its herd has filled its ground: sooner with more worms or more warmth, and never in the cold", () => {
  const setup = setupOf("tub");
  const on = (kg: number, bedC: number) =>
    splitOf(setup, { low: kg / 2, middle: kg, high: 2 * kg }, FETIDA, bedC, START);
  expect(on(0, 20)).toBeUndefined();
  expect(on(2, 20)).toMatchObject({ isNow: true, on: START });
  expect(on(0.3, 3)?.on).toBeUndefined();
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 0.8, noNaN: true }),
      fc.double({ min: 12, max: 24, noNaN: true }),
      (kg, bedC) => {
        const [now, more, warmer] = [on(kg, bedC), on(1.5 * kg, bedC), on(kg, bedC + 1)];
        if (!now?.on || !more?.on || !warmer?.on) return;
        expect(more.on <= now.on).toBe(true);
        expect(warmer.on <= now.on).toBe(true);
      },
    ),
  );
});
