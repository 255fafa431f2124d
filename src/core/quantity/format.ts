import type { Dimension } from "./unit";
import { fromBase, toBase } from "./unit";

/** What the keeper likes to read. */
export type UnitSystem = "metric" | "us";
/** What the amount is read off or measured with; it decides how many digits make sense. */
export type MassUse = "kitchen" | "bucket";

export const DEFAULT_UNIT: Record<
  UnitSystem,
  Record<"mass" | "smallMass" | "volume" | "length" | "temperature", string>
> = {
  metric: { mass: "kg", smallMass: "g", volume: "L", length: "cm", temperature: "C" },
  us: { mass: "lb", smallMass: "oz", volume: "qt", length: "in", temperature: "F" },
};

/**
 * A mass to measure out. Kitchen: to 5 g below 200 g, to 10 g below 1 kg, then two digits; ounces to a half, pounds
 * with ounces. Bucket: to 0.1 kg, above 10 kg to 0.5 kg.
 */
export function formatMass(massKg: number, units: UnitSystem, use: MassUse = "kitchen"): string {
  if (units === "us") return formatPounds(massKg);
  const grams = massKg * 1000;
  if (grams < 20) return `${decimals(grams, grams < 2 && grams > 0 ? 1 : 0)} g`;
  if (grams < 200 && use === "kitchen") return `${Math.round(grams / 5) * 5} g`;
  if (grams < 995) return `${Math.round(grams / 10) * 10} g`;
  if (massKg < 9.95) return `${decimals(massKg, 1)} kg`;
  if (massKg < 50) return `${decimals(Math.round(massKg * 2) / 2, 1)} kg`;
  return `${grouped(Math.round(massKg))} kg`;
}

/**
 * A mass as it was weighed, or a sum of such: nothing is rounded but what no kitchen scale shows. Metric to a gram, US to a tenth
 * of an ounce. Estimates are said by `formatMass`. Never throws.
 */
export function formatWeighed(massKg: number, units: UnitSystem): string {
  if (units === "metric") {
    const grams = Number((massKg * 1000).toFixed(massKg < 0.02 ? 1 : 0));
    return grams < 1000 ? `${grams} g` : `${grouped(Number(massKg.toFixed(3)))} kg`;
  }
  const tenths = Math.round(fromBase(massKg, "oz") * 10);
  const pounds = Math.floor(tenths / 160);
  const ounces = Number(((tenths - pounds * 160) / 10).toFixed(1));
  if (pounds === 0) return `${ounces} oz`;
  return ounces === 0 ? `${grouped(pounds)} lb` : `${grouped(pounds)} lb ${ounces} oz`;
}

/** Two ends of a rough estimate, to two digits: "65–140 kg". */
export function formatMassRange(lowKg: number, highKg: number, units: UnitSystem): string {
  const shown = (massKg: number) => Number((units === "us" ? fromBase(massKg, "lb") : massKg).toPrecision(2));
  return `${shown(lowKg)}–${shown(highKg)} ${units === "us" ? "lb" : "kg"}`;
}

function formatPounds(massKg: number): string {
  const ounces = fromBase(massKg, "oz");
  if (ounces < 0.2) return `${decimals(ounces, 2)} oz`;
  if (ounces < 3.875) return `${quarters(ounces)} oz`;
  if (ounces < 15.75) return `${decimals(Math.round(ounces * 2) / 2, 1)} oz`;
  const whole = Math.round(ounces);
  const pounds = Math.floor(whole / 16);
  if (pounds >= 10) return `${grouped(Math.round(ounces / 16))} lb`;
  const over = whole - pounds * 16;
  return over === 0 ? `${pounds} lb` : `${pounds} lb ${over} oz`;
}

/** A volume to measure out: mL below a litre, litres above; spoons, cups, quarts and gallons in US units. */
export function formatVolume(volumeL: number, units: UnitSystem): string {
  if (units === "us") return formatUsVolume(volumeL);
  const millilitres = volumeL * 1000;
  if (millilitres < 100) return `${Math.round(millilitres / 5) * 5} mL`;
  if (millilitres < 975) return `${Math.round(millilitres / 50) * 50} mL`;
  if (volumeL < 9.95) return `${decimals(volumeL, 1)} L`;
  return `${grouped(Math.round(volumeL))} L`;
}

function formatUsVolume(volumeL: number): string {
  const cups = fromBase(volumeL, "cup");
  const tablespoons = fromBase(volumeL, "tbsp");
  if (tablespoons < 6) return `${Math.max(1, Math.round(tablespoons))} tbsp`;
  if (cups < 1) return `${nearestMeasure(cups)} cup`;
  if (cups < 3.875) return `${quarters(cups)} ${cups > 1.125 ? "cups" : "cup"}`;
  const quarts = cups / 4;
  if (quarts < 7.75) return `${quarters(quarts)} qt`;
  const gallons = quarts / 4;
  return gallons < 10 ? `${quarters(gallons)} gal` : `${grouped(Math.round(gallons))} gal`;
}

/** What a loose litre (or quart) of something weighs. */
export const formatLoad = (densityKgPerL: number, units: UnitSystem): string =>
  units === "us"
    ? `${formatPounds(densityKgPerL * toBase(1, "qt"))} a quart`
    : `${formatMass(densityKgPerL, units)} a litre`;

/** As a probe shows it. */
export const formatTemperature = (temperatureC: number, units: UnitSystem): string =>
  units === "us"
    ? `${Math.round((temperatureC * 9) / 5 + 32)} °F`
    : `${decimals(Math.round(temperatureC * 2) / 2, 1)} °C`;

const minus = (value: number): string => (value < 0 ? `−${-value}` : `${value}`);

export const formatTemperatureRange = (lowC: number, highC: number, units: UnitSystem): string => {
  const degrees = (value: number) => Math.round(units === "us" ? (value * 9) / 5 + 32 : value) + 0;
  const [low, high] = [degrees(lowC), degrees(highC)];
  const unit = units === "us" ? "°F" : "°C";
  if (low === high) return `${minus(low)} ${unit}`;
  // A dash beside a minus reads as another minus.
  return low < 0 ? `${minus(low)} to ${minus(high)} ${unit}` : `${low}–${high} ${unit}`;
};

/** A depth or a side, as one reads it off a tape. */
export function formatLength(lengthM: number, units: UnitSystem): string {
  if (units === "us") return `${quarters(fromBase(lengthM, "in"))} in`;
  return lengthM < 0.02 ? `${Math.round(lengthM * 1000)} mm` : `${Math.round(lengthM * 100)} cm`;
}

/** Ground, to two digits. */
export const formatArea = (areaM2: number, units: UnitSystem): string => {
  const shown = units === "us" ? areaM2 / 0.3048 ** 2 : areaM2;
  return `${grouped(Number(shown.toPrecision(2)))} ${units === "us" ? "sq ft" : "m²"}`;
};

/** Time at work, from minutes: "25 min", "1 h 40 min". Never throws. */
export function formatMinutes(minutes: number): string {
  const all = Math.round(minutes);
  const [hours, rest] = [Math.floor(all / 60), all % 60];
  return hours === 0 ? `${rest} min` : rest === 0 ? `${hours} h` : `${hours} h ${rest} min`;
}
/** Moisture, as a keeper says it: whole percent of wet mass. */
export const formatPercent = (fraction: number): string => `${Math.round(fraction * 100)} %`;
export const formatPercentRange = (low: number, high: number): string =>
  Math.round(low * 100) === Math.round(high * 100)
    ? formatPercent(low)
    : `${Math.round(low * 100)}–${Math.round(high * 100)} %`;

/** A value to type over: in the unit a bare number would mean, to five digits, readable by `parseQuantity`. */
export function formatToEdit(value: number, dimension: Dimension, unit: string): string {
  const digits = (of: number) => String(Number(of.toPrecision(5)));
  if (dimension === "count") return String(value);
  if (unit === "F") return `${digits((value * 9) / 5 + 32)} F`;
  const base = { mass: "kg", volume: "L", length: "m", temperature: "C" }[dimension];
  if (unit === base) return `${digits(value)} ${unit}`;
  return `${digits(fromBase(value, unit))} ${unit}`;
}

/** Worms are never counted to the last one. */
export function formatCount(count: number): string {
  if (count < 20) return String(Math.round(count));
  const size = 10 ** (Math.floor(Math.log10(count)) - 1);
  return grouped(Math.round(count / size) * size);
}

const grouped = (value: number): string => value.toLocaleString("en").replace(/,/g, "\u202f");
const decimals = (value: number, places: number): string => String(Number(value.toFixed(places)));

/** The measuring cup that comes nearest. */
function nearestMeasure(cups: number): string {
  const measures: [number, string][] = [[1 / 3, "⅓"], [1 / 2, "½"], [2 / 3, "⅔"], [3 / 4, "¾"], [1, "1"]]; // prettier-ignore
  return measures.reduce((best, next) =>
    Math.abs(next[0] - cups) < Math.abs(best[0] - cups) ? next : best,
  )[1];
}

function quarters(value: number): string {
  const total = Math.max(1, Math.round(value * 4));
  const whole = Math.floor(total / 4);
  const part = ["", "¼", "½", "¾"][total % 4]!;
  return whole === 0 ? part : `${whole}${part}`;
}

const LB_PER_FT2 = 0.204816;
/** Worms on their ground: `0.95 kg/m²`, `0.19 lb/sq ft`. */
export const formatStocking = (kgPerM2: number, units: UnitSystem): string => {
  const value = units === "us" ? kgPerM2 * LB_PER_FT2 : kgPerM2;
  // No nought behind the point that nobody measured.
  return `${Number(value.toFixed(value >= 10 ? 0 : value >= 1 ? 1 : 2))} ${units === "us" ? "lb/sq ft" : "kg/m²"}`;
};
