import type { Pantry, PantryMaterial } from "../catalogue/pantry";
import type { MaterialUse } from "../catalogue/material";
import { correctMoisture } from "../moisture/correct";
import type { Measures } from "../quantity/parse";
import { readMass } from "../quantity/readAmount";
import type { Squeeze } from "@/vocabulary/readings";
import { fieldCapacityOf, opennessOf, partOf, structureAt, wetDensity } from "./ingredient";
import type { Structure } from "./ingredient";
import type { Mix } from "./mix";
import { cnOf, mixOf, moistureOf, squeezeOfMix, together, withWater } from "./mix";

/** A line of the mix bench as typed: "1.6 kg", "20 L", "2 parts". */
export interface BenchLine {
  readonly key: string;
  readonly use: MaterialUse;
  readonly materialId: string;
  readonly amount: string;
}
export interface BenchPart {
  readonly key: string;
  readonly material: PantryMaterial;
  readonly massKg: number;
  readonly volumeL: number;
}
export interface BenchReading {
  readonly parts: readonly BenchPart[];
  /** A sentence by line key. */
  readonly faults: Readonly<Record<string, string>>;
}

/** "2 parts", "1 part", "½ parts", "2x". */
const PARTS = /^(\d+(?:[.,]\d+)?|½)\s*(?:parts?|x)$/i;

/**
 * What the lines come to in kilograms. Parts are shares of the loose volume that is wanted and not yet taken by lines
 * with an amount of their own.
 */
export function readBench(
  lines: readonly BenchLine[],
  pantry: Pantry,
  wantedL: number,
  measures: Measures,
): BenchReading {
  const faults: Record<string, string> = {};
  const read = lines.flatMap((line) => {
    const material = pantry.of(line.use, line.materialId);
    if (!material) {
      faults[line.key] = "This material is no longer in your cellar.";
      return [];
    }
    const amount = amountOf(line.amount, wetDensity(material, material.moisture), measures);
    if ("fault" in amount) {
      faults[line.key] = amount.fault;
      return [];
    }
    return [{ line, material, ...amount }];
  });
  const takenL = read.reduce((sum, one) => sum + ("volumeL" in one ? one.volumeL : 0), 0);
  const allParts = read.reduce((sum, one) => sum + ("parts" in one ? one.parts : 0), 0);
  const partL = allParts > 0 ? Math.max(0, wantedL - takenL) / allParts : 0;
  return {
    faults,
    parts: read.map((one) => {
      const volumeL = "parts" in one ? one.parts * partL : one.volumeL;
      return {
        key: one.line.key,
        material: one.material,
        volumeL,
        massKg: volumeL * wetDensity(one.material, one.material.moisture),
      };
    }),
  };
}

type TypedAmount = { readonly volumeL: number } | { readonly parts: number } | { readonly fault: string };

function amountOf(text: string, densityKgPerL: number, measures: Measures): TypedAmount {
  if (text.trim() === "") return { volumeL: 0 };
  const parts = PARTS.exec(text.trim());
  if (parts) return { parts: parts[1] === "½" ? 0.5 : Number(parts[1]!.replace(",", ".")) };
  const read = readMass(text, "bulk", measures, densityKgPerL);
  return read.ok
    ? { volumeL: read.value.massKg / densityKgPerL }
    : { fault: `${read.problem.sentence} Parts are understood too.` };
}

/** All one wants to know of a mix at once. */
export interface MixReport {
  readonly dry: Mix;
  /** With the water that was asked for. */
  readonly whole: Mix;
  readonly moisture: number;
  readonly cn: number | undefined;
  readonly waterL: number;
  /** Set when the parts are wetter than the target: dry card that would bring them to it, kg. */
  readonly dryCardKg?: number;
  readonly settledL: number;
  readonly squeeze: Squeeze | undefined;
  readonly structure: Structure;
  /** Moisture and C:N after each part, in order, before water: the way the point has come. */
  readonly trail: readonly {
    readonly key: string;
    readonly moisture: number;
    readonly cn: number | undefined;
  }[];
}

/** Loose bedding settles by about a tenth in its first days. Source: process model 12.3. */
const SETTLED = 0.9;
const CARD_MOISTURE = 0.08;

export function reportMix(parts: readonly BenchPart[], targetMoisture: number): MixReport {
  const each = parts.map(({ material, massKg }) => partOf(material, massKg));
  const dry = mixOf(each);
  const present = moistureOf(dry);
  const water = correctMoisture({ massKg: dry.massKg, moisture: present, targetMoisture });
  const drying = water.ok
    ? undefined
    : correctMoisture({ massKg: dry.massKg, moisture: present, targetMoisture }, { moisture: CARD_MOISTURE });
  const waterL = water.ok ? water.value.waterL : 0;
  const whole = withWater(dry, waterL);
  const moisture = moistureOf(whole);
  const fieldCapacity = weighted(
    parts,
    (part) => part.massKg * (1 - part.material.moisture),
    (part) => fieldCapacityOf(part.material),
  );
  const openness = weighted(
    parts,
    (part) => part.volumeL,
    (part) => opennessOf(part.material),
  );
  let sum: Mix | undefined;
  const trail = each.map((part, at) => {
    const own = mixOf([part]);
    sum = sum ? together(sum, own) : own;
    return { key: parts[at]!.key, moisture: moistureOf(sum), cn: cnOf(sum) };
  });
  return {
    dry,
    whole,
    moisture,
    cn: cnOf(dry),
    waterL,
    ...(drying?.ok ? { dryCardKg: drying.value.beddingKg } : {}),
    settledL: dry.volumeL * SETTLED,
    squeeze: fieldCapacity > 0 && moisture < 0.99 ? squeezeOfMix(moisture, fieldCapacity) : undefined,
    structure: structureAt(openness),
    trail,
  };
}

function weighted<T>(parts: readonly T[], weight: (part: T) => number, value: (part: T) => number): number {
  const all = parts.reduce((sum, part) => sum + weight(part), 0);
  return all > 0 ? parts.reduce((sum, part) => sum + weight(part) * value(part), 0) / all : 0;
}
