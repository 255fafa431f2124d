// Makes src/core/catalogue/*.json from the tables in src/core/catalogue/source: `node scripts/catalogue.mjs`.
// The tables stay the truth, with their sources and confidence; the app loads only what its first screens need.
import { readFileSync, writeFileSync } from "node:fs";
import Papa from "papaparse";

const folder = new URL("../src/core/catalogue/", import.meta.url);
const table = (name) =>
  Papa.parse(readFileSync(new URL(`source/${name}.csv`, folder), "utf8").trim(), { header: true }).data;
const number = (text) => (text === "" ? undefined : Number(text));
const share = (percent) => (percent === "" ? undefined : Number((Number(percent) / 100).toFixed(4)));

const materials = [
  ...table("foods").map((row) => ({
    id: row.id,
    name: row.name,
    use: "food",
    moisture: share(row.water_pct),
    densityKgPerL: number(row.bulk_density_kg_per_l),
    stance: row.stance,
  })),
  ...table("beddings").map((row) => ({
    id: row.id,
    name: row.name,
    use: "bedding",
    moisture: share(row.water_pct_as_stored),
    // As stored: the table has dry kilograms in a litre, a keeper's bucket holds the water too.
    densityKgPerL: Number(
      (Number(row.bulk_density_dry_kg_per_l) / (1 - Number(row.water_pct_as_stored) / 100)).toFixed(4),
    ),
    dampMoisture: Number(
      (Number(row.field_capacity_g_per_g_dm) / (1 + Number(row.field_capacity_g_per_g_dm))).toFixed(3),
    ),
    stance: row.stance,
  })),
  ...table("amendments").map((row) => ({ id: row.id, name: row.name, use: "amendment", stance: row.stance })),
];
const schools = table("schools").map((row) => ({
  id: row.id,
  name: row.name,
  suits: row.suits,
  feedPlaceRule: row.feed_place_rule,
  rationRule: row.ration_rule,
  coverRule: row.cover_rule,
  quietCheck: row.quiet_check,
  disagreement: row.disagreements_with_others,
  minIntervalDays: number(row.feed_interval_days_min),
  usualIntervalDays: number(row.feed_interval_days_typ),
  maxIntervalDays: number(row.feed_interval_days_max),
  startRatio: number(row.bedding_to_food_start),
  steadyRatio: number(row.bedding_to_food_steady),
  moistureLow: share(row.moisture_target_low),
  moistureHigh: share(row.moisture_target_high),
  firstHarvestMonths: number(row.first_harvest_months),
  harvestIntervalDays: number(row.harvest_interval_days),
}));

const lines = (rows) => `[\n${rows.map((row) => JSON.stringify(row)).join(",\n")}\n]\n`;
writeFileSync(new URL("materials.json", folder), lines(materials));
writeFileSync(new URL("schools.json", folder), lines(schools));
console.log(`${materials.length} materials, ${schools.length} schools`);
