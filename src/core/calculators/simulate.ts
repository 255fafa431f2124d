import { count, fraction, massKg, moisture, temperatureC, volumeL } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { COVERS, DRAINAGES, HARVEST_METHODS } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";
import type { TwinBin, TwinPlace } from "../twin/engine/twinBin";
import { closure } from "../twin/ensemble/measures";
import { fedAt, oneMass } from "../twin/engine/twinBin";
import type { ReadOut } from "../twin/engine/readOut";
import { readOut } from "../twin/engine/readOut";
import type { DatedEvent, TwinRun } from "../twin/ensemble/run";
import { runTwin } from "../twin/ensemble/run";
import { calculator } from "./calculator";
import { positive, shortSpecies, speciesId } from "./fields";

/** Days times members times compartments: what one request may ask for. */
const MOST_STEPS = 500_000;
const MOST_EVENTS = 20_000;

export const twinPlace = z.strictObject({
  meanC: temperatureC,
  swingC: z.number().min(0).max(60).optional(),
  hottestDay: z.number().min(1).max(366).optional(),
  humidity: fraction,
});
const id = z.string().min(1).max(64);
export const twinBin = z.strictObject({
  areaM2: positive.max(1_000),
  heightM: positive.max(10),
  insulation: z.number().min(0.05).max(2).optional(),
  drainage: z.enum(DRAINAGES),
  cover: z.enum(COVERS),
  speciesId,
  sumpL: volumeL.optional(),
  /** Several masses in line order: from the bottom up, or from the fed end. */
  compartments: z
    .array(z.strictObject({ areaM2: positive.max(1_000), heightM: positive.max(10), id }))
    .min(1)
    .max(20)
    .optional(),
  lie: z.enum(["trays", "column", "line"]).optional(),
});
const day = z.number().int().min(0).max(36_600);
/** Compartment; without one where one usually feeds or harvests. */
const at = id.optional();
const stages = z.array(z.number().min(0).max(1)).min(3).max(3).optional();
const event = z.discriminatedUnion("kind", [
  z.strictObject({
    day,
    at,
    kind: z.literal("bedded"),
    materialId: id,
    massKg,
    moisture: moisture.optional(),
  }),
  z.strictObject({ day, at, kind: z.literal("watered"), waterL: volumeL }),
  z.strictObject({ day, at, kind: z.literal("seeded"), massKg, moisture: moisture.optional() }),
  z.strictObject({
    day,
    at,
    kind: z.literal("stocked"),
    massKg: massKg.optional(),
    count: count.optional(),
    stages,
    cocoons: count.optional(),
    /** A bin is computed with one species: another than the bin's is refused. */
    speciesId: speciesId.optional(),
  }),
  z.strictObject({
    day,
    at,
    kind: z.literal("fed"),
    materialId: id,
    massKg,
    preparation: z.enum(["whole", "chopped", "frozen", "choppedFrozen", "pureed", "precomposted"]),
  }),
  z.strictObject({
    day,
    at,
    kind: z.literal("dosed"),
    materialId: z.enum(["grit", "lime", "eggshell", "rockdust", "biochar"]),
    massKg,
  }),
  z.strictObject({ day, at, kind: z.literal("turned") }),
  z.strictObject({
    day,
    at,
    kind: z.literal("harvested"),
    massKg,
    moisture: moisture.optional(),
    method: z.enum(HARVEST_METHODS),
  }),
  z.strictObject({ day, at, kind: z.literal("split"), fraction }),
  z.strictObject({ day, at, kind: z.literal("wormsTaken"), massKg, stages }),
  z.strictObject({ day, at, kind: z.literal("drained"), waterL: volumeL.optional() }),
  z.strictObject({ day, at, kind: z.literal("moved"), place: twinPlace }),
  z.strictObject({ day, at, kind: z.literal("covered"), cover: z.enum(COVERS) }),
]);
type Event = z.infer<typeof event>;

const band = z.union([z.number(), z.strictObject({ p10: z.number(), p50: z.number(), p90: z.number() })]);
const FIELDS = [
  "moisture", "temperatureC", "anaerobic", "ph", "foodDryKg", "beddingDryKg", "castingsDryKg", "castingsShare", "wormsKg", "cocoons",
  "adults", "lastFeedLeft", "sumpL", "evaporatedL", "drainedL", "dryTakenOutKg", "cocoonsLaid", "hatched", "wormsDiedKg", "saltPct",
  "ammoniaMgPerG", "lime",
] as const; // prettier-ignore
const daily = z.strictObject({
  day,
  ...(Object.fromEntries(FIELDS.map((field) => [field, band])) as Record<
    (typeof FIELDS)[number],
    typeof band
  >),
});

const placeOf = ({
  meanC,
  swingC = 0,
  hottestDay = 200,
  humidity,
}: z.infer<typeof twinPlace>): TwinPlace => ({
  meanC,
  swingC,
  hottestDay,
  humidity,
});
const mixOf = (shares: readonly number[] | undefined) =>
  shares ? { mix: shares as unknown as readonly [number, number, number] } : {};

function twinEvent(one: Event): DatedEvent["event"] {
  switch (one.kind) {
    case "bedded":
      return { kind: "bed", id: one.materialId, g: one.massKg * 1000, water: one.moisture };
    case "watered":
      return { kind: "water", g: one.waterL * 1000 };
    case "seeded":
      return { kind: "castings", g: one.massKg * 1000, water: one.moisture };
    case "stocked":
      return {
        kind: "worms",
        ...(one.massKg === undefined ? {} : { g: one.massKg * 1000 }),
        ...(one.count === undefined ? {} : { n: one.count }),
        ...(one.cocoons === undefined ? {} : { cocoons: one.cocoons }),
        ...mixOf(one.stages),
      };
    case "fed":
      return { kind: "food", id: one.materialId, g: one.massKg * 1000, preparation: one.preparation };
    case "dosed":
      return { kind: "amend", id: one.materialId, g: one.massKg * 1000 };
    case "turned":
      return { kind: "turn" };
    case "harvested":
      return { kind: "harvest", g: one.massKg * 1000, moisture: one.moisture, method: one.method };
    case "split":
      return { kind: "split", fraction: one.fraction };
    case "wormsTaken":
      return { kind: "takeWorms", g: one.massKg * 1000, ...mixOf(one.stages) };
    case "drained":
      return { kind: "drain", g: one.waterL === undefined ? undefined : one.waterL * 1000 };
    case "moved":
      return { kind: "place", place: placeOf(one.place) };
    case "covered":
      return { kind: "cover", cover: one.cover };
  }
}

/** One mass, or a line of them; neighbours share a face as deep as the shallower is high. */
function lieOf(
  areaM2: number,
  heightM: number,
  { compartments, lie = "line" }: Pick<z.infer<typeof twinBin>, "compartments" | "lie">,
): Pick<TwinBin, "arrangement" | "compartments"> {
  if (!compartments || compartments.length < 2) {
    const one = compartments?.[0];
    const mass = oneMass(one?.areaM2 ?? areaM2, one?.heightM ?? heightM);
    return one ? { ...mass, compartments: [{ ...mass.compartments[0]!, id: one.id }] } : mass;
  }
  return {
    arrangement: lie,
    compartments: compartments.map((one) => ({
      ...one,
      faceM2: lie === "line" ? Math.sqrt(one.areaM2) * one.heightM : one.areaM2,
    })),
  };
}

/** The smallest value whose share of the members reaches the wanted one. */
const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length - 1e-9) - 1))]!;

/**
 * One bin through the process model, day by day, without learning. `members` 1: all multipliers 1 and
 * one value a day; more: an ensemble with 10, 50 and 90 % of its members. Same seed, same result.
 */
export const simulate = calculator({
  name: "simulate",
  purpose: "A bin through the process model, day by day: moisture, food, castings, worms, warmth, trouble.",
  source: "Process model, sections 3 to 8 and 10.1; reference runs R1 to R6 are tests.",
  input: z.strictObject({
    bin: twinBin,
    place: twinPlace,
    start: z
      .strictObject({ dayOfYear: z.number().min(0).max(366).optional(), maturity: fraction.optional() })
      .optional(),
    log: z.array(event).max(MOST_EVENTS),
    days: z.number().int().min(1).max(36_600),
    members: z.number().int().min(1).max(5_000).optional(),
    seed: z.number().int().min(0).max(4_294_967_295).optional(),
  }),
  output: z.strictObject({
    daily: z.array(daily),
    balances: z.strictObject({ dryMatter: z.number().min(0), water: z.number().min(0) }),
  }),
  example: {
    in: {
      bin: { areaM2: 0.2, heightM: 0.3, drainage: "free", cover: "vented", speciesId: "fetida" },
      place: { meanC: 20, humidity: 1 },
      log: [{ day: 0, kind: "dosed", materialId: "grit", massKg: 0.05 }],
      days: 1,
    },
    out: {
      daily: [
        {
          day: 1, moisture: 0, temperatureC: 20, anaerobic: 0, ph: 7, foodDryKg: 0, beddingDryKg: 0, castingsDryKg: 0, castingsShare: 0,
          wormsKg: 0, cocoons: 0, adults: 0, lastFeedLeft: 0, sumpL: 0, evaporatedL: 0, drainedL: 0, dryTakenOutKg: 0, cocoonsLaid: 0,
          hatched: 0, wormsDiedKg: 0, saltPct: 0, ammoniaMgPerG: 0, lime: 0,
        },
      ],
      balances: { dryMatter: 0, water: 0 },
    },
  }, // prettier-ignore
  sum: ({ bin, place: where, start, log, days, members = 1, seed = 1 }) => {
    const parts = bin.compartments?.length ?? 1;
    if (days * members * parts > MOST_STEPS)
      return refused({
        code: "calc/too-many",
        field: "members",
        most: Math.max(1, Math.floor(MOST_STEPS / (days * parts))),
      });
    const disordered = log.findIndex((one, at) => at > 0 && one.day < log[at - 1]!.day);
    if (disordered > 0)
      return refused({
        code: "calc/order-of-days",
        field: `log[${disordered}].day`,
        earlier: `The event before it (day ${log[disordered - 1]!.day})`,
        later: `this one (day ${log[disordered]!.day})`,
      });
    const empty = log.findIndex(
      (one) => one.kind === "stocked" && (one.massKg === undefined) === (one.count === undefined),
    );
    if (empty >= 0) {
      const one = log[empty] as Extract<Event, { kind: "stocked" }>;
      return refused({
        code: "calc/one-of",
        field: `log[${empty}]`,
        names: ["massKg", "count"],
        given: one.massKg === undefined ? 0 : 2,
      });
    }
    const id = shortSpecies(bin.speciesId);
    const other = log.findIndex(
      (one) => one.kind === "stocked" && one.speciesId !== undefined && shortSpecies(one.speciesId) !== id,
    );
    if (other >= 0) return refused({ code: "calc/other-species", field: `log[${other}].speciesId`, of: id });
    const run: TwinRun = {
      bin: {
        ...lieOf(bin.areaM2, bin.heightM, bin),
        insulation: bin.insulation ?? 1,
        drainage: bin.drainage,
        cover: bin.cover,
        speciesId: id,
        sumpL: bin.sumpL ?? 0,
      },
      place: placeOf(where),
      startDayOfYear: start?.dayOfYear ?? 0,
      maturity: start?.maturity ?? 0,
      log: log.map((one) => ({ day: one.day, event: twinEvent(one), at: one.at })),
      days,
    };
    const worst = { dryMatter: 0, water: 0 };
    const runs: ReadOut[][] = Array.from({ length: members }, () => []);
    const fed = fedAt(run.bin);
    runTwin({ ...run, members, seed }, ({ lines }) => {
      lines.forEach((line, member) => {
        const { dryMatter, water } = closure(line, { speciesId: id });
        worst.dryMatter = Math.max(worst.dryMatter, dryMatter);
        worst.water = Math.max(worst.water, water);
        runs[member]!.push(readOut(line, fed));
      });
    });
    const bandOf = (at: number, field: (typeof FIELDS)[number]) => {
      if (members === 1) return runs[0]![at]![field];
      const sorted = runs.map((rows) => rows[at]![field]).sort((a, b) => a - b);
      return { p10: quantile(sorted, 0.1), p50: quantile(sorted, 0.5), p90: quantile(sorted, 0.9) };
    };
    return done({
      daily: Array.from({ length: days }, (_, at) => ({
        day: at + 1,
        ...(Object.fromEntries(FIELDS.map((field) => [field, bandOf(at, field)])) as Record<
          (typeof FIELDS)[number],
          number | { p10: number; p50: number; p90: number }
        >),
      })),
      balances: worst,
    });
  },
});
