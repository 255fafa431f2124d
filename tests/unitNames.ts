import { toJSONSchema } from "zod";
import type { z } from "@/vocabulary/z";

const UNITS = /(Kg|L|M|M2|Cm|G|C|K|Min|Days|DaysAgo|Day|Weeks|Months|PctDm|PerL|PerM2|PerCm|Date)$/;
const WITHOUT_UNIT = new Set([
  "moisture",
  "fraction",
  "immatureFraction",
  "foodLeftFraction",
  "liftedFraction",
  "moistureLow",
  "moistureHigh",
  "targetMoisture",
  "humidity",
  "count",
  "lowCount",
  "highCount",
  "cocoonCount",
  "bagCount",
  // In a currency of its own that stands beside it.
  "money",
  "placeCount",
  "place",
  "position",
  "seq",
  "revision",
  "schemaVersion",
  "hottestDay",
  "cn",
  "hoursPerWeek",
  "binCount",
  "container",
  "wormsPerKg",
  "beddingPer100L",
  "mealShare",
  "ratio",
  "compartments",
]);

/** Numeric fields of a schema whose name neither ends in a unit nor stands in the list of those that have none. */
export function fieldsWithoutUnit(
  schema: z.ZodType,
  name: string,
  alsoWithout: readonly string[] = [],
): string[] {
  const allowed = new Set([...WITHOUT_UNIT, ...alsoWithout]);
  const faults: string[] = [];
  const walk = (part: unknown, field: string) => {
    if (typeof part !== "object" || part === null) return;
    const node = part as Record<string, unknown>;
    if ((node.type === "number" || node.type === "integer") && !UNITS.test(field) && !allowed.has(field))
      faults.push(field);
    if (typeof node.const === "number" && !allowed.has(field)) faults.push(field);
    for (const [key, child] of Object.entries((node.properties as Record<string, unknown> | undefined) ?? {}))
      walk(child, key);
    for (const list of [node.anyOf, node.oneOf, node.allOf])
      if (Array.isArray(list)) list.forEach((child) => walk(child, field));
    walk(node.items, field);
  };
  walk(toJSONSchema(schema, { io: "input" }), name);
  return faults;
}
