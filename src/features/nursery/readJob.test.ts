import fc from "fast-check";
import { CLIMATE, START, tubEntry, tubOf } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { TubToday } from "@/core/nursery/due";
import { tubState } from "@/core/nursery/state";
import { keyOfBatch } from "@/core/mixing/fromStore";
import { batchSchema } from "@/records/batch";
import { entrySchema } from "@/records/entry";
import { tubSchema } from "@/records/tub";
import { CLEARED_BY, COUNTED, TUB_ENDS } from "@/vocabulary/nursery";
import type { JobTyped, NurseryJob } from "./readJob";
import { emptyJob, readJob, shareTyped, suited } from "./readJob";

const TODAY = addDays(START, 30);
const one = (id: string, ...log: ReturnType<typeof tubEntry>[]): TubToday => {
  const tub = tubOf({ id: id as never, name: id });
  return { tub, state: tubState(tub, log), climate: CLIMATE };
};
const set = (id: string) =>
  tubEntry({ kind: "tubSet", grown: { count: 250, measuredBy: "guessed" }, cycleDays: 24 }, 0, id);
const filled = (id: string) =>
  tubEntry(
    { kind: "trayFilled", fromId: "tub-9", fraction: 1, laidFrom: START, laidTo: addDays(START, 20) },
    20,
    id,
  );
const TUBS = [
  one("empty"),
  one("breeding", set("breeding")),
  { ...one("tray", filled("tray")), tub: tubOf({ id: "tray" as never, role: "tray" }) },
];
const read = (
  job: NurseryJob,
  typed: Partial<JobTyped>,
  own: Record<string, string> = {},
  units: "metric" | "us" = "metric",
) => {
  let made = 0;
  return readJob(job, { ...emptyJob(), ...typed }, suited(job, TUBS), { own, units, containers: [], today: TODAY, newId: () => `new-${(made += 1)}` }); // prettier-ignore
};

test("each job suits what it can be done to", () => {
  const names = (job: NurseryJob) => suited(job, TUBS).map(({ tub }) => tub.id as string);
  expect(names("set")).toEqual(["empty"]);
  expect(names("clear")).toEqual(["breeding"]);
  expect(names("thin")).toEqual(["tray"]);
  expect(names("count")).toEqual(["breeding", "tray"]);
  expect(names("tend")).toHaveLength(3);
});

test("whatever is typed, a job without a fault writes entries and trays the store takes, and one with a fault says where", () => {
  const text = fc.oneof(
    fc.constantFrom("", "250", "110 g", "8 L", "24", "0", "-3", "2026-04-20", "2020-01-01", "x", "1.6 kg"),
    fc.string({ maxLength: 6 }),
  );
  fc.assert(
    fc.property(
      fc.constantFrom<NurseryJob>("set", "clear", "count", "thin", "tend", "day", "end"),
      fc.record({
        each: text, cycle: text, bedding: text, water: text, lime: text, grit: text, feed: text, scoop: text, whole: text, into: text, day: text,
        how: fc.constantFrom(...CLEARED_BY), trays: fc.constantFrom("each" as const, "row" as const, "none" as const), again: fc.constantFrom("yes" as const, "no" as const),
        of: fc.constantFrom(...COUNTED), to: fc.constantFrom(...TUB_ENDS), binId: fc.constantFrom("", "bin-1"), tend: fc.constantFrom("" as const, "dry" as const, "looked" as const),
      }),
      fc.record({ empty: text, breeding: text, tray: text }),
      fc.constantFrom("metric" as const, "us" as const),
      (job, typed, own, units) => {
        const { act, faults, into } = read(job, typed, own, units);
        for (const said of Object.values(faults)) expect(said).toMatch(/[.?]$/);
        if (Object.keys(faults).length > 0) return;
        expect(act.lines.length).toBeGreaterThan(0);
        for (const { tubId, fact } of act.lines) expect(entrySchema.safeParse(tubEntry(fact as never, TODAY, tubId)).success).toBe(true);
        for (const tray of act.trays) expect(tubSchema.safeParse(tubOf(tray as never)).success).toBe(true);
        if (into) expect(into.amounts.length).toBeGreaterThan(0);
      },
    ),
    { numRuns: 600 },
  ); // prettier-ignore
});

test("bedded from the store, a job takes what was mixed, at its moisture, and never more of it than is left", () => {
  const batch = batchSchema.parse({
    schemaVersion: 1, rowId: "batch-row", id: "batch-1", revision: 1, recordedAt: "2026-01-01T00:00:00.000Z", deviceId: "laptop",
    name: "Leaf mix", mixedOn: START, massKg: 20, volumeL: 40, waterL: 6, moisture: 0.7, heats: false, placeC: 18, turnDays: [], ripeFrom: START, ripeBy: START,
    parts: [
      { use: "bedding", materialId: "leaf-mould", massKg: 12, moisture: 0.6 },
      { use: "bedding", materialId: "cardboard-corrugated", massKg: 2, moisture: 0.1 },
    ],
  }); // prettier-ignore
  const empty = ["a", "b", "c"].map((id) => one(id));
  const ask = (job: NurseryJob, bedding: string, tubs: readonly TubToday[], leftKg = 20) => {
    let made = 0;
    return readJob(job, { ...emptyJob(), bedding, beddingId: keyOfBatch(batch.id) }, tubs, { own: {}, units: "metric", containers: [], today: TODAY, newId: () => `new-${(made += 1)}`, stored: [{ batch, leftKg }] }); // prettier-ignore
  };
  const { act, fromStore, faults } = ask("set", "8 L", empty);
  expect(faults).toEqual({});
  // Half a kilogram a litre, eight litres in each of three.
  expect(fromStore).toEqual({ batchId: "batch-1", massKg: 12 });
  const bedded = act.lines.flatMap(({ fact }) => (fact.kind === "bedded" ? fact.parts : []));
  expect(bedded.every(({ batchId, moisture }) => batchId === "batch-1" && moisture === 0.7)).toBe(true);
  expect(bedded.reduce((sum, { amount }) => sum + ("massKg" in amount ? amount.massKg : 0), 0)).toBeCloseTo(12, 3);
  expect(ask("set", "8 L", empty, 10).faults.bedding).toMatch(/^Of Leaf mix only 10 kg are left; this takes 12 kg\.$/);
  expect(ask("set", "", empty)).not.toHaveProperty("fromStore");
  // Sieved and set again at once, it is bedded anew between the two.
  const again = ask("clear", "4 L", [one("breeding", set("breeding"))]);
  expect(again.act.lines.filter(({ tubId }) => tubId === "breeding").map(({ fact }) => fact.kind)).toEqual(["tubCleared", "bedded", "tubSet"]);
  expect(again.fromStore?.massKg).toBeCloseTo(2, 3);
}); // prettier-ignore

test("a scoop and the whole make a share; neither, all of it; one of the two, or the larger first, is asked about", () => {
  expect(shareTyped("", "", "metric")).toBe(1);
  expect(shareTyped("100", "1.6", "metric")).toBeCloseTo(1 / 16, 9);
  expect(shareTyped("2 oz", "2 lb", "us")).toBeCloseTo(1 / 16, 6);
  for (const [scoop, whole] of [
    ["100", ""],
    ["", "2"],
    ["3 kg", "2 kg"],
    ["0", "2"],
  ] as const)
    expect(shareTyped(scoop, whole, "metric")).toBeUndefined();
});
