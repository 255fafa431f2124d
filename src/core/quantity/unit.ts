export type Dimension = "mass" | "volume" | "length" | "temperature" | "count";

/** Names keepers type, lower case, against the unit they mean. `F` and `C` stand for temperatures. */
const UNITS = {
  mass: {
    kg: "kg", kgs: "kg", kilo: "kg", kilos: "kg", kilogram: "kg", kilograms: "kg",
    g: "g", gr: "g", gm: "g", gms: "g", gram: "g", grams: "g", gramme: "g", grammes: "g",
    kilogramme: "kg", kilogrammes: "kg", t: "t", tonne: "t", tonnes: "t",
    lb: "lb", lbs: "lb", pound: "lb", pounds: "lb", "#": "lb",
    oz: "oz", ounce: "oz", ounces: "oz",
  },
  volume: {
    l: "L", lt: "L", liter: "L", liters: "L", litre: "L", litres: "L",
    ml: "mL", mls: "mL", cl: "cL", dl: "dL", millilitre: "mL", millilitres: "mL", milliliter: "mL", milliliters: "mL", cc: "mL",
    gal: "gal", gallon: "gal", gallons: "gal",
    qt: "qt", quart: "qt", quarts: "qt",
    pt: "pint", pint: "pint", pints: "pint",
    cup: "cup", cups: "cup", c: "cup",
    "fl oz": "fl oz", floz: "fl oz", "fluid ounce": "fl oz", "fluid ounces": "fl oz",
    tbsp: "tbsp", tablespoon: "tbsp", tablespoons: "tbsp",
    tsp: "tsp", teaspoon: "tsp", teaspoons: "tsp",
  },
  length: {
    m: "m", metre: "m", metres: "m", meter: "m", meters: "m",
    cm: "cm", mm: "mm", centimetre: "cm", centimetres: "cm", centimeter: "cm", centimeters: "cm", millimetre: "mm", millimetres: "mm", millimeter: "mm", millimeters: "mm",
    in: "in", inch: "in", inches: "in", '"': "in", "″": "in",
    ft: "ft", foot: "ft", feet: "ft", "'": "ft", "′": "ft",
  },
  temperature: { c: "C", "°c": "C", celsius: "C", f: "F", "°f": "F", fahrenheit: "F" },
  count: { worm: "1", worms: "1", cocoon: "1", cocoons: "1", pc: "1", pcs: "1" },
} as const satisfies Record<Dimension, Record<string, string>>; // prettier-ignore

/** The canonical unit a written one stands for, or undefined. Singular, plural and case do not matter. */
export function unitNamed(written: string, dimension: Dimension): string | undefined {
  const table: Record<string, string> = UNITS[dimension];
  const key = written.trim().toLowerCase().replace(/\.$/, "").replace(/\s+/g, " ");
  return Object.hasOwn(table, key) ? table[key] : undefined;
}

/** Which dimension a written unit belongs to, to tell a keeper that litres were typed where a weight is asked. */
export function dimensionOf(written: string): Dimension | undefined {
  return (Object.keys(UNITS) as Dimension[]).find((dimension) => unitNamed(written, dimension) !== undefined);
}

/** A pound in kilograms, a US gallon in litres, an inch in metres: exact by definition. */
const LB = 0.45359237, GAL = 3.785411784, INCH = 0.0254; // prettier-ignore
/** So many of its base unit (kg, L, m, a piece) make how many of a unit; in two numbers, so that tenths stay exact. */
const FACTORS: Readonly<Record<string, readonly [base: number, units: number]>> = {
  t: [1000, 1], kg: [1, 1], g: [1, 1000], lb: [LB, 1], oz: [LB, 16],
  L: [1, 1], dL: [1, 10], cL: [1, 100], mL: [1, 1000], gal: [GAL, 1], qt: [GAL, 4], pint: [GAL, 8], cup: [GAL, 16], "fl oz": [GAL, 128], tbsp: [GAL, 256], tsp: [GAL, 768],
  m: [1, 1], cm: [1, 100], mm: [1, 1000], in: [INCH, 1], ft: [12 * INCH, 1],
  "1": [1, 1],
}; // prettier-ignore
function factorOf(unit: string): readonly [number, number] {
  const found = FACTORS[unit];
  if (!found) throw new Error(`expected a known unit, got ${unit}`);
  return found;
}

/** To kg, L, m, °C or pieces. US gallons, cups and spoons. @throws for a unit that is none of ours */
export function toBase(value: number, unit: string): number {
  if (unit === "C") return value;
  if (unit === "F") return ((value - 32) * 5) / 9;
  const [base, units] = factorOf(unit);
  return (value * base) / units;
}

/** The way back: from kg, L, m or pieces. Temperatures are written by `formatTemperature`. @throws for an unknown unit */
export function fromBase(value: number, unit: string): number {
  const [base, units] = factorOf(unit);
  return (value * units) / base;
}
