import fc from "fast-check";
import { CLIMATE, orderOf, START } from "../../../tests/log";
import { House } from "../../../tests/nursery";
import { addDays } from "../calendar/day";
import type { Otherness } from "./explain";
import { othernessOf, yieldGroups } from "./explain";
import { howWell } from "./howWell";
import { orderHeads, ordersAhead, supplyAhead } from "./orders";
import { withExtra } from "./parcel";
import { sayOrder, sayOtherness, sayWhy } from "./words";

const orders = (asked: readonly { heads: number; inDays: number; purpose?: "bed" | "gift" }[]) =>
  asked.map(({ heads, inDays, purpose = "gift" }, nth) =>
    orderOf({ id: `order-${nth}` as never, purpose, amount: { count: heads, measuredBy: "guessed" }, dueOn: addDays(START, inDays) }),
  ); // prettier-ignore
const trays = (...cocoons: number[]) => {
  const house = new House(0);
  cocoons.forEach((count, nth) => house.tray(`tray-${nth}`, count, addDays(START, -20 * nth)));
  return house.today(START);
};

test("supply only grows, its ends hold its middle, and more trays or what is being laid bring more of it", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 50, max: 4000 }), { minLength: 1, maxLength: 5 }), (cocoons) => {
      const { days } = supplyAhead(trays(...cocoons), "fetida", START);
      for (const [nth, { heads }] of days.entries()) {
        expect(heads.low).toBeLessThanOrEqual(heads.middle);
        expect(heads.middle).toBeLessThanOrEqual(heads.high);
        if (nth > 0) expect(heads.middle).toBeGreaterThanOrEqual(days[nth - 1]!.heads.middle - 1e-9);
      }
      const fewer = supplyAhead(trays(...cocoons.slice(1)), "fetida", START).days.at(-1)!.heads.middle;
      expect(days.at(-1)!.heads.middle).toBeGreaterThanOrEqual(fewer);
    }),
    { numRuns: 25 },
  );
  const house = new House(2);
  expect(supplyAhead(house.today(START), "fetida", START).days.at(-1)!.heads.middle).toBe(0);
  house.set("tub-1", 250, START);
  const laying = supplyAhead(house.today(START), "fetida", START).days;
  expect(laying.at(-1)!.heads.middle).toBeGreaterThan(250);
  expect(laying[8]!.heads.middle).toBe(0);
  expect(supplyAhead(house.today(START), "hortensis", START).days.at(-1)!.heads.middle).toBe(0);
  expect(supplyAhead(house.today(START, { ...CLIMATE, meanC: 4, swingK: 0 }), "fetida", START).days.at(-1)!.heads.middle).toBe(0); // prettier-ignore
});

test("orders are filled by their days: none twice, none from what is reserved for one before, and a smaller or later one is never worse off", () => {
  const supply = supplyAhead(trays(1500, 1500), "fetida", START, addDays(START, 200));
  const rank = ["there", "inTime", "maybe", "late", "unseen"];
  fc.assert(
    fc.property(
      fc.array(fc.record({ heads: fc.integer({ min: 1, max: 2500 }), inDays: fc.integer({ min: 0, max: 220 }), purpose: fc.constantFrom("bed" as const, "gift" as const) }), { minLength: 1, maxLength: 6 }),
      (asked) => {
        const stands = ordersAhead(orders(asked), supply, "fetida", START);
        expect(stands).toHaveLength(asked.length);
        const packed = stands.map(({ order, packedCount }) => [packedCount, order.purpose === "bed" ? orderHeads(order) : withExtra(orderHeads(order))]);
        for (const [is, wanted] of packed) expect(is).toBe(wanted);
        expect(stands.at(-1)!.reservedCount).toBe(packed.reduce((sum, [is]) => sum + is!, 0));
        const due = stands.map(({ order }) => order.dueOn as string);
        expect(due).toEqual(due.toSorted());
        // With half of the last one's, it stands no worse.
        const last = stands.at(-1)!.order;
        const less = ordersAhead(orders(asked).map((one) => (one.id === last.id ? { ...one, amount: { count: Math.ceil(orderHeads(one) / 2), measuredBy: "guessed" as const } } : one)), supply, "fetida", START).at(-1)!;
        expect(rank.indexOf(less.is)).toBeLessThanOrEqual(rank.indexOf(stands.at(-1)!.is));
      },
    ),
    { numRuns: 60 },
  ); // prettier-ignore
  const [gone, open] = [orderOf({ closed: { on: START, as: "filled" } }), orderOf()];
  expect(ordersAhead([gone, open], supply, "fetida", START)).toHaveLength(1);
  expect(ordersAhead([open], supply, "hortensis", START)).toEqual([]);
});

test("an order is told when it can be filled, and what to do where it cannot", () => {
  const supply = supplyAhead(trays(1500), "fetida", START, addDays(START, 200));
  const said = (heads: number, inDays: number, purpose: "bed" | "gift" = "gift") =>
    sayOrder(ordersAhead(orders([{ heads, inDays, purpose }]), supply, "fetida", START)[0]!, START);
  expect(said(300, 160)).toMatch(/^in time, with nine chances in ten: about \d/);
  expect(said(300, 5)).toMatch(/^too late: about .*; take them from a bin, or name a later day$/);
  expect(said(90_000, 160, "bed")).toBe("not from what is set by now; fill a part of it, or set more tubs");
});

/** Ten tubs through two counted cycles, alike but for what is said of the last. */
function tenTubs(of: {
  rate?: number;
  squeeze?: "noDrop";
  bedding?: string;
  temperatureC?: number;
  count?: number;
}) {
  const house = new House(10);
  for (const [nth, { id }] of house.tubs.entries()) {
    const isOther = nth === 9;
    for (const cycle of [0, 1]) {
      const day = addDays(START, 24 * cycle);
      const bedding = isOther && of.bedding ? of.bedding : "manure-aged-bedding";
      house.say(id, { kind: "bedded", parts: [{ materialId: bedding, amount: { volumeL: 20, measuredBy: "volume" } }] }, day); // prettier-ignore
      house.set(id, isOther && of.count ? of.count : 250, day, 24);
      house.say(id, { kind: "looked", lid: "lifted", readings: [
        { of: "squeeze", squeeze: isOther && of.squeeze ? of.squeeze : "fewDrops" },
        { of: "temperature", temperatureC: isOther && of.temperatureC ? of.temperatureC : 22 },
      ] }, addDays(day, 8)); // prettier-ignore
      house.say(id, { kind: "tubCleared", how: "sieved" }, addDays(day, 24));
      house.say(id, { kind: "tubCounted", of: "cocoons", count: Math.round((56 + ((nth * 3 + cycle * 5) % 7)) * (isOther ? (of.rate ?? 1) : 1)), fraction: 1 / 16 }, addDays(day, 24)); // prettier-ignore
    }
  }
  return house.today(addDays(START, 60));
}

test("what a tub had otherwise is found, and nothing else is; alike in all that was written, it has nothing", () => {
  const found = (of: Parameters<typeof tenTubs>[0]) =>
    othernessOf("tub-10", tenTubs(of)).map((one) => one.of);
  expect(found({ rate: 0.4 })).toEqual([]);
  expect(found({ rate: 0.4, squeeze: "noDrop" })).toEqual(["drier"]);
  expect(found({ rate: 0.4, temperatureC: 17 })).toEqual(["cooler"]);
  expect(found({ rate: 0.4, count: 600 })).toEqual(["denser"]);
  expect(found({ rate: 1.8, bedding: "leaf-mould" })).toEqual(["bedding"]);
  expect(found({ rate: 0.4, squeeze: "noDrop", temperatureC: 26, bedding: "leaf-mould" })).toEqual([
    "drier",
    "warmer",
    "bedding",
  ]);
  expect(othernessOf("tub-1", tenTubs({ rate: 0.4, squeeze: "noDrop" }))).toEqual([]);
  expect(othernessOf("nobody", tenTubs({}))).toEqual([]);
});

test("why is said with its figures and one thing to try; without a difference the worms are renewed", () => {
  const drier: Otherness = { of: "drier", own: 0.66, others: 0.82 };
  expect(sayOtherness(drier, "metric")).toBe("drier than the others (66 % moist against 82 %)");
  expect(sayWhy("less", [drier], "metric")).toBe(
    "It was drier than the others (66 % moist against 82 %): that may be why. Bring it to the others’ wetness for one cycle and count again; if it stays behind, renew its worms.",
  );
  expect(sayWhy("less", [], "metric")).toMatch(/Nothing that was written tells it apart/);
  expect(sayWhy("more", [drier], "metric")).toMatch(/Set the others as this one\.$/);
  expect(sayWhy("chance", [drier], "metric")).toBe("");
  expect(sayOtherness({ of: "denser", ownKgPerM2: 1.5, othersKgPerM2: 0.6 }, "us")).toMatch(/lb\/sq ft/);
});

test("groups lie about the middle of all; only one that is really other is called so", () => {
  const tubs = tenTubs({});
  const well = howWell(tubs);
  expect(yieldGroups(well, "species")).toBeUndefined();
  const rows = yieldGroups(well, "row")!;
  expect(rows.map(({ key }) => key)).toEqual(["Row A", "Row B"]);
  expect(rows.every(({ isOther }) => !isOther)).toBe(true);
  expect(rows.reduce((sum, { cycles }) => sum + cycles, 0)).toBe(well.points.length);
  for (const { ofAll } of rows) {
    expect(ofAll.low).toBeLessThan(ofAll.middle);
    expect(ofAll.middle).toBeCloseTo(1, 0);
  }
  const half = { ...well, points: well.points.map((one, nth) => (nth % 2 ? { ...one, row: "Row Z", rate: 0.3 * one.rate } : one)) }; // prettier-ignore
  expect(yieldGroups(half, "row")!.find(({ key }) => key === "Row Z")).toMatchObject({ isOther: true });
  // Set on the second of March and 24 days later: one season, so there is nothing to compare.
  expect(yieldGroups(well, "season")).toBeUndefined();
});
