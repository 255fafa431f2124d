import type { School } from "@/core/catalogue/school";
import { coverDepthM, practiceOf } from "@/core/practice/practice";
import type { BinState } from "@/core/bin/state";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatLength, formatPercent, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { Dimension } from "@/core/quantity/unit";
import { sayUnreadable } from "@/core/quantity/words";
import type { BinSetup, SetupChanges } from "@/records/setup";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";

/** Rules one may set for a bin, as typed; empty leaves it to the school. */
export const OWN_FIELDS = ["interval", "ratio", "buried", "cover", "moisture", "coldest", "warmest"] as const;
export type OwnField = (typeof OWN_FIELDS)[number];
export type OwnTyped = Readonly<Record<OwnField, string>>;

interface OwnRule {
  readonly label: string;
  readonly unit: string;
  readonly dimension: Dimension;
  readonly least: number;
  readonly most: number;
  /** Said where the value lies outside. */
  readonly bounds: string;
  /** What holds while the field is empty. */
  readonly otherwise: string;
}

/** What each field is called, means in bare numbers, may be, and what holds without it. */
export function ownRules(state: BinState, school: School, units: UnitSystem): Record<OwnField, OwnRule> {
  const { length, temperature } = DEFAULT_UNIT[units];
  const plain = practiceOf({ ...state, ...(state.setup ? { setup: withoutOwn(state.setup) } : {}) });
  const coverM = plain ? coverDepthM(plain) : 0;
  const depth = {
    unit: length,
    dimension: "length",
    least: 0,
    most: 0.5,
    bounds: `Up to ${formatLength(0.5, units)}.`,
  } as const;
  const warmth = {
    unit: temperature,
    dimension: "temperature",
    least: -10,
    most: 40,
    bounds: units === "us" ? "Between 14 and 104 °F." : "Between −10 and 40 °C.",
  } as const;
  return {
    interval: {
      label: "Fed every (days)",
      unit: "days",
      dimension: "count",
      least: 1,
      most: 366,
      bounds: "Between 1 and 366 days.",
      otherwise: `${school.usualIntervalDays} days`,
    },
    ratio: {
      label: "Bedding to food (to 1)",
      unit: "L",
      dimension: "volume",
      least: 0.25,
      most: 40,
      bounds: "Between a quarter and forty litres.",
      otherwise: `${school.startRatio} at first, ${school.steadyRatio} later`,
    },
    buried: { ...depth, label: `Food laid under (${length})`, otherwise: "by the depth of the bed" },
    cover: {
      ...depth,
      label: `Cover over the bed (${length})`,
      otherwise: coverM === 0 ? "a mat" : formatLength(coverM, units),
    },
    moisture: {
      label: "Moisture (%)",
      unit: "%",
      dimension: "count",
      least: 40,
      most: 95,
      bounds: "Between 40 and 95 %.",
      otherwise: `${formatPercent(school.moistureLow)} to ${formatPercent(school.moistureHigh)}`,
    },
    coldest: { ...warmth, label: `No food below (°${temperature})`, otherwise: "where they hardly eat" },
    warmest: { ...warmth, label: `No food above (°${temperature})`, otherwise: "where they suffer" },
  };
}

const withoutOwn = ({ own: _own, ...setup }: BinSetup): BinSetup => setup;

/** The rules a set-up has, to be typed over. */
export function ownTypedOf(setup: BinSetup | undefined, units: UnitSystem): OwnTyped {
  const own = setup?.own;
  const { length, temperature } = DEFAULT_UNIT[units];
  const edited = (value: number | undefined, dimension: Dimension, unit: string) =>
    value === undefined ? "" : formatToEdit(value, dimension, unit);
  const wish = setup?.targetMoisture;
  return {
    interval: own?.intervalDays === undefined ? "" : String(own.intervalDays),
    ratio: own?.ratio === undefined ? "" : String(own.ratio),
    buried: edited(own?.buriedM, "length", length),
    cover: edited(own?.coverM, "length", length),
    moisture: wish === undefined ? "" : String(Number((wish * 100).toPrecision(4))),
    coldest: edited(own?.coldestC, "temperature", temperature),
    warmest: edited(own?.warmestC, "temperature", temperature),
  };
}

interface OwnFaults {
  readonly code: "own/faults";
  readonly fields: Readonly<Partial<Record<OwnField, string>>>;
}
/** What the fields come to as a change of the set-up, or a sentence for each that cannot be. Never throws. */
export function ownChanges(
  typed: OwnTyped,
  before: OwnTyped,
  rules: Record<OwnField, OwnRule>,
  settlesDays?: number,
): Outcome<Pick<SetupChanges, "own" | "targetMoisture">, OwnFaults> {
  const faults: Partial<Record<OwnField, string>> = {};
  const read = (field: OwnField): number | undefined => {
    const text = typed[field].trim().replace(field === "moisture" ? /\s*%$/ : /\s*days?$/, "");
    if (text === "") return undefined;
    const { dimension, unit, least, most, bounds } = rules[field];
    const outcome = parseQuantity(text, dimension, dimension === "count" ? "worms" : unit);
    if (!outcome.ok) faults[field] = sayUnreadable(outcome.problem);
    else if (outcome.value < least || outcome.value > most) faults[field] = bounds;
    return outcome.ok ? outcome.value : undefined;
  };
  const interval = read("interval");
  const values = {
    // Not typed here: it comes from the start, and stays.
    settlesDays,
    intervalDays: interval === undefined ? undefined : Math.round(interval),
    ratio: read("ratio"),
    buriedM: read("buried"),
    coverM: read("cover"),
    coldestC: read("coldest"),
    warmestC: read("warmest"),
  };
  const percent = read("moisture");
  if (values.coldestC !== undefined && values.warmestC !== undefined && values.coldestC >= values.warmestC)
    faults.warmest = "Warmer than the coldest.";
  if (Object.keys(faults).length > 0) return refused({ code: "own/faults", fields: faults });
  const isOwnSame = OWN_FIELDS.every((field) => field === "moisture" || typed[field] === before[field]);
  return done({
    ...(isOwnSame
      ? {}
      : {
          own: Object.fromEntries(
            Object.entries(values).flatMap(([key, value]) => (value === undefined ? [] : [[key, value]])),
          ),
        }),
    ...(typed.moisture === before.moisture
      ? {}
      : { targetMoisture: percent === undefined ? null : percent / 100 }),
  });
}
