import fc from "fast-check";
import { formatCount, formatMass, formatPercentRange, formatTemperature, formatVolume } from "./format";
import { parseQuantity } from "./parse";
import type { Dimension } from "./unit";
import { fromBase, toBase } from "./unit";
import { sayUnreadable } from "./words";

const read = (
  written: string,
  dimension: Dimension,
  unit = { mass: "g", volume: "L", length: "cm", temperature: "C", count: "worms" }[dimension],
) => {
  const outcome = parseQuantity(written, dimension, unit);
  return outcome.ok ? outcome.value : outcome.problem.code;
};

test.each([
  ["1 lb 6 oz", "mass", 0.45359237 + 6 * 0.028349523125],
  ["1lb 6oz", "mass", 0.45359237 + 6 * 0.028349523125],
  ["1,5 kg", "mass", 1.5],
  ["640", "mass", 0.64],
  ["1 kg 200 g", "mass", 1.2],
  ["1,234.5 g", "mass", 1.2345],
  ["1.234,5 g", "mass", 1.2345],
  ["1 234 g", "mass", 1.234],
  ["0,500 kg", "mass", 0.5],
  [".5 kg", "mass", 0.5],
  ["2 gal", "volume", 7.570823568],
  ["3/4 cup", "volume", 0.177441177],
  ["1 1/2 cups", "volume", 0.35488235475],
  ["1½ Cups", "volume", 0.35488235475],
  ["8 fl oz", "volume", 0.2365882365],
  ["750ml", "volume", 0.75],
  ["68F", "temperature", 20],
  ["-4 °C", "temperature", -4],
  ["−4", "temperature", -4],
  ["2 ft 3 in", "length", 0.6858],
  ['16"', "length", 0.4064],
  ["1200 worms", "count", 1200],
] as [string, Dimension, number][])("“%s” as a %s", (written, dimension, expected) => {
  expect(read(written, dimension)).toBeCloseTo(expected, 9);
});

test.each([
  ["", "mass", "quantity/empty"],
  ["a handful", "mass", "quantity/wrong-dimension"],
  ["12 stone", "mass", "quantity/unknown-unit"],
  ["2 L", "mass", "quantity/wrong-dimension"],
  ["1,500 g", "mass", "quantity/ambiguous-separator"],
  ["6 oz 1 lb", "mass", "quantity/units-out-of-order"],
  ["-2 kg", "mass", "quantity/negative"],
  ["1/0 cup", "volume", "quantity/not-a-number"],
  ["900000 kg", "mass", "quantity/too-large"],
  ["1e9 kg", "mass", "quantity/not-a-number"],
  ["1.2.3 kg", "mass", "quantity/not-a-number"],
  ["1 kg 200", "mass", "quantity/unknown-unit"],
] as [string, Dimension, string][])("“%s” as a %s is refused as %s", (written, dimension, code) => {
  const outcome = parseQuantity(written, dimension, dimension === "volume" ? "L" : "g");
  expect(outcome.ok ? outcome.value : outcome.problem.code).toBe(code);
  if (!outcome.ok) expect(sayUnreadable(outcome.problem)).toMatch(/[.?]$/);
});

test("whatever is typed gives a finite amount of nought or more, or a refusal", () => {
  const scrap = fc.constantFrom(
    "1",
    "6 ",
    ",5",
    "/",
    " lb",
    "oz",
    "-",
    "½",
    ".",
    " ",
    "kg",
    "g",
    "cup",
    "NaN",
    "Infinity",
    "0x1",
    "°",
    "'",
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.array(scrap, { maxLength: 8 }).map((parts) => parts.join("")),
      ),
      (written) => {
        const outcome = parseQuantity(written, "mass", "g");
        return outcome.ok
          ? Number.isFinite(outcome.value) && outcome.value >= 0
          : sayUnreadable(outcome.problem).length > 0;
      },
    ),
    { numRuns: 2000 },
  );
});

test("what we print is read back as nearly the same, in both systems", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.06, max: 90, noNaN: true }),
      fc.constantFrom("metric" as const, "us" as const),
      (amount, units) => {
        const mass = read(formatMass(amount, units), "mass");
        const volume = read(formatVolume(amount, units), "volume");
        return (
          typeof mass === "number" &&
          Math.abs(mass - amount) <= 0.13 * amount &&
          typeof volume === "number" &&
          Math.abs(volume - amount) <= 0.21 * amount
        );
      },
    ),
  );
});

test("digits are as many as the tool can show", () => {
  expect(formatMass(0.6234, "metric")).toBe("620 g");
  expect(formatMass(0.143, "metric")).toBe("145 g");
  expect(formatMass(1.3749, "metric")).toBe("1.4 kg");
  expect(formatMass(21.3, "metric")).toBe("21.5 kg");
  expect(formatMass(0.62369, "us")).toBe("1 lb 6 oz");
  expect(formatMass(0.4535, "us")).toBe("1 lb");
  expect(formatVolume(0.38, "metric")).toBe("400 mL");
  expect(formatVolume(0.18, "us")).toBe("¾ cup");
  expect(formatVolume(7.6, "us")).toBe("2 gal");
  expect(formatTemperature(19.3, "metric")).toBe("19.5 °C");
  expect(formatTemperature(20, "us")).toBe("68 °F");
  expect(formatPercentRange(0.741, 0.788)).toBe("74–79 %");
  expect(formatCount(1873)).toBe("1\u202f900");
});

test("there and back is the same amount, in every unit; each is what the law says it is", () => {
  const exactly: Readonly<Record<string, number>> = {
    g: 0.001, lb: 0.45359237, oz: 0.028349523125, mL: 0.001, gal: 3.785411784, qt: 0.946352946, pint: 0.473176473,
    cup: 0.2365882365, "fl oz": 0.0295735295625, tbsp: 0.01478676478125, tsp: 0.00492892159375, cm: 0.01, mm: 0.001, in: 0.0254, ft: 0.3048,
  }; // prettier-ignore
  for (const [unit, base] of Object.entries(exactly)) {
    expect(toBase(1, unit)).toBeCloseTo(base, 15);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e6, noNaN: true }), (value) => {
        const back = fromBase(toBase(value, unit), unit);
        return Math.abs(back - value) <= 4e-16 * Math.max(1e-300, value) * 4;
      }),
    );
  }
  // Tenths stay tenths: a kitchen scale's 640 g is 0.64 kg and no hair more.
  for (let grams = 0; grams <= 5_000; grams += 5) expect(toBase(grams, "g")).toBe(grams / 1000);
  for (let cm = 0; cm <= 300; cm += 1) expect(toBase(cm, "cm")).toBe(cm / 100);
  for (const celsius of [-40, 0, 20, 37.5, 100])
    expect(toBase((celsius * 9) / 5 + 32, "F")).toBeCloseTo(celsius, 12);
  expect(() => toBase(1, "stone")).toThrow(/known unit/);
  expect(() => fromBase(1, "F")).toThrow(/known unit/);
});
