// Makes src/core/catalogue/*.json from the tables in src/core/catalogue/source: `node scripts/catalogue.mjs`.
// The tables stay the truth, with their sources and confidence. materials.json and schools.json are what every screen
// needs and stay small; composition.json and the rest are loaded with the rooms that read them (Mix, Plan, Guide).
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

const list = (text) =>
  text
    .split(/[|;]/)
    .map((one) => one.trim())
    .filter(Boolean);
/** Drops what the table leaves blank: not known, or does not apply. */
const known = (row) =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== undefined && value !== ""));
const cited = (row) => ({ confidence: row.confidence, sources: list(row.source) });

const composition = [
  ...table("foods").map((row) =>
    known({
      id: row.id,
      use: "food",
      group: row.group,
      carbonPctDm: number(row.carbon_pct_dm),
      nitrogenPctDm: number(row.nitrogen_pct_dm),
      pace: row.pace,
      halfLifeDays: number(row.half_life_days_whole_20c),
      acidity: row.acidity,
      saltRisk: number(row.salt_risk),
      heatRisk: number(row.heat_risk),
      pestRisk: number(row.pest_risk),
      reason: row.stance_reason,
      bothSides: row.schools_note,
      preparation: row.prep_tips,
      ...cited(row),
    }),
  ),
  ...table("beddings").map((row) =>
    known({
      id: row.id,
      use: "bedding",
      group: "bedding",
      carbonPctDm: number(row.carbon_pct_dm),
      nitrogenPctDm: number(row.nitrogen_pct_dm),
      dryDensityKgPerL: number(row.bulk_density_dry_kg_per_l),
      waterHoldingKgPerKg: number(row.water_holding_g_per_g_dm),
      fieldCapacityKgPerKg: number(row.field_capacity_g_per_g_dm),
      resistantFraction: number(row.resistant_fraction),
      halfLifeDays: number(row.half_life_days_20c),
      ph: number(row.ph),
      structure: row.structure,
      saltRisk: number(row.salt_risk),
      reason: row.stance_reason,
      sustainability: row.sustainability_note,
      preparation: row.prep,
      ...cited(row),
    }),
  ),
  ...table("amendments").map((row) =>
    known({
      id: row.id,
      use: "amendment",
      group: "amendment",
      carbonPctDm: 0,
      nitrogenPctDm: 0,
      purpose: row.purpose,
      dose: row.dose_text,
      dosePerBeddingGPerL: number(row.dose_g_per_l_bedding),
      dosePctVol: number(row.dose_pct_vol),
      most: number(row.max),
      mostUnit: row.max_unit,
      effectOnPh: row.effect_on_ph,
      saltRisk: number(row.salt_risk),
      hazard: row.human_hazard,
      reason: row.reason,
      ...cited(row),
    }),
  ),
];
const worms = table("worms").map((row) =>
  known({
    id: row.id,
    name: row.name,
    latinName: row.latin_name,
    suitability: row.bin_suitability,
    surviveC: number(row.min_survive_c),
    workFromC: number(row.working_min_c),
    bestFromC: number(row.optimum_low_c),
    bestToC: number(row.optimum_high_c),
    workToC: number(row.working_max_c),
    lethalC: number(row.lethal_c),
    moistureLow: share(row.moisture_low_pct),
    moistureBest: share(row.moisture_opt_pct),
    moistureHigh: share(row.moisture_high_pct),
    cocoonsPerAdultWeek: number(row.cocoons_per_adult_week),
    hatchShare: share(row.hatch_success_pct),
    hatchlingsPerCocoon: number(row.hatchlings_per_cocoon),
    incubationDays: number(row.incubation_days_25c),
    maturityDays: number(row.days_to_maturity),
    adultG: number(row.adult_mass_g),
    wormsPerKg: number(row.worms_per_kg),
    intakePerDay: number(row.daily_intake_g_per_g),
    depthLowM: row.depth_low_cm === "" ? undefined : Number(row.depth_low_cm) / 100,
    depthHighM: row.depth_high_cm === "" ? undefined : Number(row.depth_high_cm) / 100,
    escape: row.escape_tendency,
    temperament: row.temperament,
    tellApart: row.how_to_tell_apart,
    handling: row.handling_note,
    ...cited(row),
  }),
);
const signs = table("signs").map((row) => ({
  id: row.id,
  sense: row.sense,
  name: row.name,
  description: row.plain_description,
  severity: number(row.severity),
  likelyHarmless: row.likely_harmless === "true",
}));
const steps = (text) =>
  text
    .split("|")
    .map((one) => one.trim())
    .filter(Boolean);
const causes = table("causes").map((row) => ({
  id: row.id,
  name: row.name,
  mechanism: row.mechanism,
  firstAid: steps(row.first_aid),
  cure: steps(row.cure),
  followUpDays: number(row.follow_up_days),
  doNot: steps(row.do_not),
  prevents: row.prevents,
  safety: row.safety_note,
}));
const links = table("sign_cause").map((row) => ({
  sign: row.sign_id,
  cause: row.cause_id,
  weight: number(row.weight),
  note: row.note,
}));
const hazards = table("safety").map((row) => ({
  id: row.id,
  name: row.hazard,
  who: row.who,
  tasks: list(row.when_shown),
  caution: row.caution_text,
  deferTo: row.defer_to,
  severity: number(row.severity),
}));
const schoolPages = table("schools").map((row) => ({
  id: row.id,
  suits: row.suits,
  feedPlaceRule: row.feed_place_rule,
  rationRule: row.ration_rule,
  coverRule: row.cover_rule,
  quietCheck: row.quiet_check,
  disagreement: row.disagreements_with_others,
  binTypes: row.bin_types,
  watering: row.watering_habit,
  harvestMethod: row.harvest_method,
  strengths: row.strengths,
  weaknesses: row.weaknesses,
}));

const lines = (rows) => `[\n${rows.map((row) => JSON.stringify(row)).join(",\n")}\n]\n`;
writeFileSync(new URL("materials.json", folder), lines(materials));
// Traits of a school (its cover, its layers, whether it is left in peace) are ours and stand in the list itself.
const before = JSON.parse(readFileSync(new URL("schools.json", folder), "utf8"));
const traits = new Map(before.map((school) => [school.id, school]));
writeFileSync(
  new URL("schools.json", folder),
  lines(schools.map((school) => ({ ...traits.get(school.id), ...school }))),
);
for (const [name, rows] of Object.entries({ composition, worms, signs, causes, links, hazards, schoolPages }))
  writeFileSync(new URL(`${name}.json`, folder), lines(rows));
console.log(`${materials.length} materials, ${schools.length} schools`);
