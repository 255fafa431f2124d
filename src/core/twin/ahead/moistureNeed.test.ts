import { DRY_BEDDING } from "@/core/practice/dryBedding";
import fc from "fast-check";
import { decide } from "@/core/decision/decide";
import { practiceOf } from "@/core/practice/practice";
import { addDays } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { brought, expected } from "../../../../tests/twinLog";
import { entry, litres, look, meal, newTub, setupOf, START } from "../../../../tests/log";
import type { System } from "@/vocabulary/setup";
import { doDeed } from "../ensemble/deed";
import { copied } from "../ensemble/ensemble";
import { moistureNeed } from "./moistureNeed";
import { AT, dryOf, heldG, holdsMoisture, moistureOf } from "../engine/state";
import { fedAt } from "../engine/twinBin";

const SYSTEMS: readonly System[] = ["tub", "trough", "trayStack", "flowThrough"];
const bins = new Map(
  SYSTEMS.map((system) => {
    const log = [...newTub(0.6, setupOf(system)), meal(0.5, 1, 6), meal(0.5, 1, 13)];
    return [system, brought(log, 20, { size: 1 }).ensemble] as const;
  }),
);

test("water or dry bedding as asked brings what one feeds to the target, and no water beyond what it holds, in bins of one part and of several", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SYSTEMS),
      fc.double({ min: 0.4, max: 0.92, noNaN: true }),
      fc.double({ min: 0, max: 900, noNaN: true }),
      (system, target, mealG) => {
        const one = copied(bins.get(system)!);
        const fed = fedAt(one.bin);
        const s = one.views[fed]![0]!;
        const others = one.views.filter((_, at) => at !== fed).map(([view]) => moistureOf(view!));
        const holds = holdsMoisture(s);
        const extra = { waterG: 0.8 * mealG, dryG: 0.2 * mealG };
        const { waterL, beddingKg } = moistureNeed(one, target, DRY_BEDDING.moisture, extra);
        expect(Math.min(waterL.middle, beddingKg.middle)).toBe(0);
        if (waterL.middle > 0)
          doDeed(one, { event: { kind: "water", g: 1000 * waterL.middle }, key: "water" });
        const beddingG = 1000 * beddingKg.middle;
        const wet = s[AT.W]! + extra.waterG + beddingG * DRY_BEDDING.moisture;
        const dry = dryOf(s) + extra.dryG + beddingG * (1 - DRY_BEDDING.moisture);
        const is = wet / (wet + dry);
        if (waterL.middle > 0) expect(is).toBeCloseTo(Math.min(target, holds - 0.01), 9);
        else if (beddingKg.middle > 0) expect(is).toBeCloseTo(target, 9);
        else expect(is).toBeLessThanOrEqual(target + 1e-9);
        if (waterL.middle > 0) expect(heldG(s)).toBeGreaterThan(s[AT.W]!);
        expect(one.views.filter((_, at) => at !== fed).map(([view]) => moistureOf(view!))).toEqual(others);
      },
    ),
  );
});

test("a trough is watered for its fed end alone, however much lies behind it", () => {
  const visit = (system: System) => {
    const log = [
      ...newTub(0.6, setupOf(system)),
      ...[6, 13, 20].map((on) => meal(0.3, 1, on)),
      ...[20, 27, 34].map((on) => look([{ of: "squeeze", squeeze: "noDrop" }], on)),
      look([{ of: "squeeze", squeeze: "dust" }], 41),
    ];
    const expectation = expected(log, 41);
    const { steps } = decide(
      expectation,
      practiceOf(replay(log))!,
      [{ of: "squeeze", squeeze: "dust" }],
      addDays(START, 41),
    );
    const water = steps.find((step) => step.kind === "water")?.amount;
    return { expectation, waterL: water && "volumeL" in water ? water.volumeL : 0 };
  };
  const trough = visit("trough");
  const dryKg = Object.values(trough.expectation.contents).map(
    (held) => held.beddingDryKg + held.foodDryKg + held.castingsDryKg,
  );
  expect(dryKg.length).toBe(3);
  expect(trough.waterL).toBeGreaterThan(0);
  // Never more than a tenth of what lies at the fed end, were it as moist as it should be.
  expect(trough.waterL).toBeLessThanOrEqual((0.1 * dryKg[0]!) / (1 - 0.7) + 0.06);
  expect(trough.expectation.fedMassKg.middle).toBeLessThan(
    dryKg.reduce((sum, kg) => sum + kg, 0) / (1 - trough.expectation.moisture.high),
  );
});

test("water kept back by the ends that doubt: unsure only where some members want water and others bedding", () => {
  const log = [...newTub(), meal(0.4, 1, 7), entry({ kind: "watered", amount: litres(0.5) }, 8)];
  const { ensemble } = brought(log, 15);
  const wide = Array.from({ length: 60 }, (_, at) => moistureNeed(ensemble, 0.4 + 0.009 * at, 0.08));
  expect(wide[0]!.isUnsure || wide.at(-1)!.isUnsure).toBe(false);
  expect(wide.some(({ isUnsure }) => isUnsure)).toBe(true);
  for (const [at, need] of wide.entries()) {
    if (at === 0) continue;
    expect(need.waterL.middle).toBeGreaterThanOrEqual(wide[at - 1]!.waterL.middle);
    expect(need.beddingKg.middle).toBeLessThanOrEqual(wide[at - 1]!.beddingKg.middle);
  }
});

test("a bed is never asked to be wetter than it can hold: as wet as it goes it is not watered, though its school wishes more", () => {
  const log = [...newTub(0.15, setupOf("breederTub")), look([{ of: "squeeze", squeeze: "noDrop" }], 20)];
  const was = expected(log, 20);
  const asked = (holds: number, middle: number) =>
    decide(
      {
        ...was,
        moisture: { low: middle - 0.01, middle, high: middle + 0.01 },
        twin: { ...was.twin!, hasReadToday: true, holds },
      },
      practiceOf(replay(log))!,
      [{ of: "squeeze", squeeze: "noDrop" }],
      addDays(START, 20),
    ).steps.filter(({ kind, why }) => kind === "water" && why.code === "moisture/dry");
  expect(was.twin!.holds).toBeGreaterThan(0.6);
  expect(asked(0.79, 0.78)).toEqual([]);
  expect(asked(0.88, 0.78)).toHaveLength(1);
  expect(asked(0.79, 0.7)).toHaveLength(1);
});
