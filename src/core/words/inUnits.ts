import type { UnitSystem } from "../quantity/format";
import {
  formatLength,
  formatMass,
  formatTemperature,
  formatTemperatureRange,
  formatVolume,
} from "../quantity/format";

/** A figure or a span of figures as the tables write them: "30 C", "18-25 °C", "2-3 cm", "400 to 600 g". */
const FIGURE = /(\d+(?:\.\d+)?)(?:(?:[-–]| to | and )(\d+(?:\.\d+)?))? ?(°?C|cm|mm|kg|g|mL|L)(?![\p{L}²/])/gu;
const IN_BASE = { cm: 0.01, mm: 0.001 } as const;

/**
 * A sentence of a table, where all is metric, in the keeper's own units: degrees, lengths and masses, spans as well. What holds no
 * figure stays as it is. Never throws.
 */
export const inUnits = (sentence: string, units: UnitSystem): string =>
  sentence.replace(FIGURE, (_, from: string, to: string | undefined, unit: string) => {
    const [low, high] = [Number(from), to === undefined ? undefined : Number(to)];
    if (unit === "C" || unit === "°C")
      return high === undefined ? formatTemperature(low, units) : formatTemperatureRange(low, high, units);
    const say = (value: number) =>
      unit === "kg"
        ? formatMass(value, units, "bucket")
        : unit === "g"
          ? formatMass(value / 1000, units)
          : unit === "L" || unit === "mL"
            ? formatVolume(unit === "L" ? value : value / 1000, units)
            : formatLength(value * IN_BASE[unit as "cm"], units);
    return high === undefined ? say(low) : span(say(low), say(high));
  });

/** Two amounts with one unit between them, where they have the same. */
function span(low: string, high: string): string {
  const [figure, ...unit] = low.split(" ");
  return high.split(" ").slice(1).join(" ") === unit.join(" ") ? `${figure}–${high}` : `${low} to ${high}`;
}
