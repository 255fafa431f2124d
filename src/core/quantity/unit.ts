import { convert } from "convert";

export type Dimension = "mass" | "volume" | "length" | "temperature" | "count";

/** Names keepers type, lower case, against the unit of the conversion library. `F` and `C` stand for temperatures. */
const UNITS = {
  mass: {
    kg: "kg", kgs: "kg", kilo: "kg", kilos: "kg", kilogram: "kg", kilograms: "kg",
    g: "g", gr: "g", gram: "g", grams: "g",
    lb: "lb", lbs: "lb", pound: "lb", pounds: "lb", "#": "lb",
    oz: "oz", ounce: "oz", ounces: "oz",
  },
  volume: {
    l: "L", lt: "L", liter: "L", liters: "L", litre: "L", litres: "L",
    ml: "mL", millilitre: "mL", millilitres: "mL", milliliter: "mL", milliliters: "mL", cc: "mL",
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
    cm: "cm", mm: "mm",
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

/** To kg, L, m, °C or pieces. US gallons, cups and spoons. Factors: the `convert` package. */
export function toBase(value: number, unit: string): number {
  switch (unit) {
    case "kg": case "L": case "m": case "C": case "1": return value;
    case "g": return convert(value, "g").to("kg");
    case "lb": return convert(value, "lb").to("kg");
    case "oz": return convert(value, "oz").to("kg");
    case "mL": return convert(value, "mL").to("L");
    case "gal": return convert(value, "gal").to("L");
    case "qt": return convert(value, "qt").to("L");
    case "pint": return convert(value, "pint").to("L");
    case "cup": return convert(value, "cup").to("L");
    case "fl oz": return convert(value, "fl oz").to("L");
    case "tbsp": return convert(value, "tbsp").to("L");
    case "tsp": return convert(value, "tsp").to("L");
    case "cm": return convert(value, "cm").to("m");
    case "mm": return convert(value, "mm").to("m");
    case "in": return convert(value, "in").to("m");
    case "ft": return convert(value, "ft").to("m");
    // The library goes by way of kelvin and leaves 20.00000000000006 behind.
    case "F": return ((value - 32) * 5) / 9;
    default: throw new Error(`toBase: expected a known unit, got ${unit}`);
  }
} // prettier-ignore
