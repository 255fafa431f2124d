import fc from "fast-check";
import { SQUEEZES } from "@/vocabulary/readings";
import { correctMoisture } from "./correct";
import { squeezeAt, squeezeInterval, squeezeMoisture } from "./squeeze";

const CARD = { moisture: 0.08, densityKgPerL: 0.05 };

test("8 kg at 62 % needs 4.16 L to reach 75 %", () => {
  const outcome = correctMoisture({ massKg: 8, moisture: 0.62, targetMoisture: 0.75 });
  expect(outcome.ok && outcome.value.waterL).toBeCloseTo(4.16, 10);
});
test("9 kg of mud at 86 % needs 1.03 kg of dry card to come down to 78 %", () => {
  const outcome = correctMoisture({ massKg: 9, moisture: 0.86, targetMoisture: 0.78 }, CARD);
  expect(outcome).toMatchObject({ ok: true, value: { waterL: 0 } });
  if (outcome.ok) {
    expect(outcome.value.beddingKg).toBeCloseTo(1.02857, 4);
    expect(outcome.value.beddingL).toBeCloseTo(20.571, 2);
  }
});
test("damp leaf mould cannot dry a bin to below its own moisture, and mud without bedding stays mud", () => {
  const mud = { massKg: 9, moisture: 0.86, targetMoisture: 0.6 };
  expect(correctMoisture(mud, { moisture: 0.6 })).toMatchObject({
    ok: false,
    problem: { code: "moisture/bedding-too-wet" },
  });
  expect(correctMoisture(mud)).toMatchObject({ ok: false, problem: { code: "moisture/bedding-needed" } });
});
test("60 typed for 0.60 is our mistake and is thrown", () => {
  expect(() => correctMoisture({ massKg: 1, moisture: 60, targetMoisture: 0.7 })).toThrow(
    "moisture must be a fraction in [0, 1), got 60",
  );
});

const moisture = fc.integer({ min: 0, max: 970 }).map((thousandths) => thousandths / 1000);
const massKg = fc.double({ min: 0, max: 500, noNaN: true });

test("dry mass and water are kept, and the target is met", () => {
  fc.assert(
    fc.property(massKg, moisture, moisture, moisture, (m, f, t, b) => {
      const outcome = correctMoisture({ massKg: m, moisture: f, targetMoisture: t }, { moisture: b });
      if (!outcome.ok) return f > t && b >= t;
      const { waterL, beddingKg } = outcome.value;
      const wet = m + waterL + beddingKg;
      const water = m * f + waterL + beddingKg * b;
      return (
        waterL >= 0 &&
        beddingKg >= 0 &&
        Math.min(waterL, beddingKg) === 0 &&
        Math.abs(water - t * wet) <= 1e-9 * Math.max(1, wet)
      );
    }),
  );
});
test("a wetter mass never needs more water", () => {
  fc.assert(
    fc.property(massKg, moisture, moisture, moisture, (m, a, b, t) => {
      const need = (f: number) => {
        const outcome = correctMoisture({ massKg: m, moisture: f, targetMoisture: t }, { moisture: 0 });
        return outcome.ok ? outcome.value.waterL : 0;
      };
      return need(Math.max(a, b)) <= need(Math.min(a, b));
    }),
  );
});
test("the fists rise from dust to stream, and each is what one feels in the middle of its interval", () => {
  const figures = SQUEEZES.map(squeezeMoisture);
  expect([...figures].sort((a, b) => a - b)).toEqual(figures);
  for (const squeeze of SQUEEZES) {
    const { low, high } = squeezeInterval(squeeze);
    expect(squeezeMoisture(squeeze)).toBeGreaterThan(low);
    expect(squeezeMoisture(squeeze)).toBeLessThan(high);
    expect(squeezeAt(squeezeMoisture(squeeze))).toBe(squeeze);
  }
});
