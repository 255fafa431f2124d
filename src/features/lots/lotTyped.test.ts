import { CLIMATE, lotEntry, lotOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { seeded } from "@/core/chance/seeded";
import { baggedKg, lotLog, lotState } from "@/core/lot/state";
import type { Entry } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import { LOT_USES, PARTED_BY } from "@/vocabulary/lots";
import { SQUEEZES } from "@/vocabulary/readings";
import type { LotDeed, LotTyped } from "./lotTyped";
import { LOT_DEEDS, lotFacts, nothingTyped } from "./lotTyped";

const TODAY = addDays(START, 20);
const CONTAINERS = [
  { name: "grey bucket", volumeL: 8 },
  { name: "sprayer", litresPerMin: 0.6 },
];
const withLog = (log: readonly Entry[] = [], lot = lotOf()) => ({
  lot,
  climate: CLIMATE,
  state: lotState(lot, lotLog(log)),
});
const asked = (deed: LotDeed, typed: Partial<LotTyped>, one = withLog(), units: "metric" | "us" = "metric") =>
  lotFacts(deed, { ...nothingTyped(TODAY), ...typed }, one, {
    today: TODAY,
    units,
    containers: CONTAINERS,
    firstDayOf: (id) => (id === "young" ? addDays(TODAY, -2) : START),
  });
const faults = (deed: LotDeed, typed: Partial<LotTyped>, one = withLog()) => {
  const found = asked(deed, typed, one);
  return "faults" in found ? found.faults : {};
};
const facts = (
  deed: LotDeed,
  typed: Partial<LotTyped>,
  one = withLog(),
  units: "metric" | "us" = "metric",
) => {
  const found = asked(deed, typed, one, units);
  if ("faults" in found) throw new Error(JSON.stringify(found.faults));
  return found.facts;
};

const TEXTS = ["", " ", "3", "0", "-2", "2 kg", "5 L", "2 grey buckets", "1,5 kg", "1,500 g", "40 s", "9999999 kg", "0.4 lb", "a heap", "½ kg", "4 cm", "3/8 in", "__proto__", "=SUM(A1)", "12 €"]; // prettier-ignore
const DAYS = [TODAY, START, addDays(START, -1), addDays(TODAY, 1), "yesterday", "2026-02-30", ""];

test("whatever is typed, either each fault has its sentence or the facts are ones the log takes, and never more goes than there is", () => {
  const kept = new Set<string>();
  for (let seed = 0; seed < 1500; seed += 1) {
    const chance = seeded(`typed/${seed}`);
    const one = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)]!;
    const deed = one(LOT_DEEDS);
    const typed: LotTyped = {
      day: chance() < 0.7 ? TODAY : one(DAYS),
      amount: one(TEXTS),
      many: deed === "part" && chance() < 0.6 ? "" : one(TEXTS),
      line: one(["", "", "", "", "", "1.0000", "0.4000", "7.0000", "__proto__"]),
      squeeze: one(["", ...SQUEEZES] as const),
      how: one(PARTED_BY),
      use: one(["", ...LOT_USES] as const),
      made: one(TEXTS),
      where: one(TEXTS),
      bin: one(["", "bin-1", "young"]),
      price: one(TEXTS),
      currency: one(["", "EUR", "a very long currency"]),
      note: one(TEXTS),
    };
    const bags = lotEntry({ kind: "bagged", count: 3, each: { massKg: 1, measuredBy: "weighed" } }, 2);
    const small = lotEntry({ kind: "bagged", count: 4, each: { massKg: 0.4, measuredBy: "weighed" } }, 3);
    const filled = one([[], [bags], [bags, small]]);
    const before = withLog(filled);
    const found = asked(deed, typed, before, one(["metric", "us"] as const));
    if ("faults" in found) {
      const sentences = Object.values(found.faults).filter((text) => text !== undefined);
      expect(sentences.length).toBeGreaterThan(0);
      for (const sentence of sentences) expect(sentence).toMatch(/[.?]$/);
      continue;
    }
    kept.add(deed);
    expect(found.facts.lot.length).toBeGreaterThan(0);
    const rows = found.facts.lot.map((fact) => lotEntry(fact as Parameters<typeof lotEntry>[0], found.day));
    for (const row of rows) expect(entrySchema.safeParse(row).success).toBe(true);
    expect(found.day >= before.lot.madeOn && found.day <= TODAY).toBe(true);
    const after = lotState(before.lot, lotLog([...filled, ...rows]));
    expect(after.overdrawnKg).toBeLessThan(0.02);
    // No bag goes that does not stand there, and none is sold as another.
    expect(after.missingBags).toBe(0);
    if (deed === "part" || deed === "open")
      expect(baggedKg(after.bags) + after.looseKg).toBeCloseTo(after.massKg, 6);
    expect(after.massKg).toBeGreaterThanOrEqual(0);
    if (found.facts.bin)
      expect(lotEntry({ ...found.facts.bin.fact, subject: { kind: "bin", id: "bin-1" } })).toBeDefined();
  }
  // Chance has tried each of them at least once to the end.
  expect([...kept].sort()).toEqual([...LOT_DEEDS].sort());
});

test("what does not fit is said at its field, with what would", () => {
  expect(faults("turn", { day: addDays(START, -1) })).toEqual({
    day: "It lay in its bin still on that day.",
  });
  expect(faults("turn", { day: addDays(TODAY, 1) })).toEqual({ day: "That day has not come yet." });
  expect(faults("spread", { amount: "2 m" }).amount).toMatch(/hand deep/);
  expect(faults("feel", {}).squeeze).toMatch(/Squeeze a handful/);
  expect(faults("feel", { amount: "1 kg" }).amount).toMatch(/dry matter alone weighs 3 kg/);
  expect(faults("sieve", { many: "80" }).many).toMatch(/A mesh is/);
  expect(faults("sieve", { many: "4", amount: "40 kg" }).amount).toBe("Only 12 kg of it are left.");
  expect(faults("bag", { many: "2.5", amount: "1 kg" }).many).toBe("A whole number of bags.");
  expect(faults("bag", { many: "20", amount: "1 kg" }).many).toBe(
    "Only 12 kg of it are left. That is 12 bags of 1 kg.",
  );
  expect(faults("part", { many: "1" }).many).toBe("None of it is in bags.");
  expect(faults("part", { how: "sold", amount: "1 kg", price: "cheap" }).price).toBe("A price like 3.50.");
  expect(faults("part", { use: "newBin", amount: "1 kg", bin: "young", day: addDays(TODAY, -5) }).bin).toBe(
    "That bin did not exist on that day.",
  );
  expect(faults("damp", {}).amount).toBe("How much water?");
});

test("two sizes in one lot: what goes names its bags, the loose rest is what is in none, and opened bags are loose again", () => {
  const eight = lotEntry({ kind: "bagged", count: 4, each: { massKg: 2, measuredBy: "weighed" } }, 2);
  const small = lotEntry({ kind: "bagged", count: 2, each: { massKg: 0.4, measuredBy: "weighed" } }, 3);
  const both = withLog([eight, small]);
  expect(both.state.looseKg).toBeCloseTo(12 - 8 - 0.8, 9);
  expect(faults("part", { how: "sold", many: "3" }, both).line).toBe("Which of the bags?");
  expect(faults("part", { how: "sold", many: "5", line: "2.0000" }, both).many).toBe(
    "There are 4 bags of 2 kg.",
  );
  expect(faults("part", { amount: "5 kg" }, both).amount).toBe(
    "Only 3.2 kg of it lie loose. Say how many bags went, or open some.",
  );
  expect(faults("bag", { many: "9", amount: "400 g" }, both).many).toBe(
    "Only 3.2 kg of it lie loose. That is 8 bags of 400 g.",
  );
  expect(facts("part", { how: "sold", many: "3", line: "2.0000" }, both).lot[0]).toMatchObject({
    amount: { massKg: 6 },
    bagCount: 3,
    bagKg: 2,
  });
  expect(facts("open", { many: "2", line: "0.4000" }, both).lot).toEqual([
    { kind: "unbagged", count: 2, eachKg: 0.4 },
  ]);
});

test("facts say what was done: mesh in eighths of an inch, bags by their weight, a start for a bin in both logs", () => {
  expect(facts("sieve", { many: "1/4" }, withLog(), "us").lot).toEqual([{ kind: "sieved", meshM: 0.00635 }]);
  const bags = lotEntry({ kind: "bagged", count: 4, each: { massKg: 1.5, measuredBy: "weighed" } }, 2);
  expect(facts("part", { how: "given", many: "2", where: " the school " }, withLog([bags])).lot).toEqual([
    {
      kind: "parted",
      how: "given",
      amount: { massKg: 3, measuredBy: "proposed" },
      bagCount: 2,
      bagKg: 1.5,
      where: "the school",
    },
  ]);
  const begun = facts("part", { use: "newBin", amount: "2 kg", bin: "bin-1", where: "ignored" });
  expect(begun.lot[0]).toMatchObject({ kind: "parted", use: "newBin", toBinId: "bin-1" });
  expect(begun.lot[0]).not.toHaveProperty("where");
  expect(begun.bin).toMatchObject({
    binId: "bin-1",
    fact: { kind: "seeded", amount: { massKg: 2 }, moisture: 0.75 },
  });
  expect(
    facts("part", { how: "sold", amount: "1 kg", price: "3,5", currency: "EUR", note: "fair" }).lot[0],
  ).toMatchObject({
    price: { money: 3.5, currency: "EUR" },
    note: "fair",
  });
  // A price is no part of a gift, a use no part of a sale.
  expect(
    facts("part", { how: "given", amount: "1 kg", price: "3", currency: "EUR", use: "potting" }).lot[0],
  ).toEqual({
    kind: "parted",
    how: "given",
    amount: { massKg: 1, measuredBy: "weighed", typed: "1 kg" },
  });
});
