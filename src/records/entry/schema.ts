import {
  BEDDING_LAID,
  FOLLOW_UPS,
  FOOD_LAID,
  LIQUID_LOOKS,
  OVER_BED,
  PUT_IN,
  TAKEN_FROM,
  WATER_MEANS,
  WENT_TO,
} from "@/vocabulary/deeds";
import {
  actId,
  binId,
  compartmentId,
  count,
  depthM,
  entryId,
  fraction,
  lengthM,
  localDate,
  massKg,
  materialId,
  moisture,
  name,
  place,
  recordId,
  subjectId,
  temperatureC,
  text,
  visitId,
  volumeL,
} from "@/vocabulary/fields";
import { BOOKED, LOT_STAGES, LOT_USES, PARTED_BY } from "@/vocabulary/lots";
import {
  BECAUSE,
  CREATURES,
  FILL_MARKS,
  FOOD_LEFT,
  FOUND_HANDFULS,
  FOUND_STATES,
  INSTRUMENTS,
  MEASURED_BY,
  RIPENESSES,
  SMELLS,
  SPOTS,
  SQUEEZES,
  WARMTHS,
} from "@/vocabulary/readings";
import { COVERS, HARVEST_METHODS, PREPARATIONS, SPECIES } from "@/vocabulary/setup";
import { CLEARED_BY, COUNTED, TUB_ENDS } from "@/vocabulary/nursery";
import { GUARDS, SPELLS } from "@/vocabulary/weather";
import { z } from "@/vocabulary/z";
import { rowFields } from "../row/row";
import { compartment, setupChanges } from "../setup";

/**
 * Second: amounts may be "as proposed"; food may be taken out whole, unweighed. Third: a reading may say why it surprised;
 * condensation and sprouts are signs; a set-up may have rules of its own. Fourth: a wished moisture may be taken
 * back, and a first meal has its day. Fifth: deeds say how, where from and where to; what was in a bin before is put
 * in as what it was; a look remembers which proposals were left out. Sixth: those as entries. Seventh: what becomes of
 * castings in a lot; a trouble is noted and followed to its end. Eighth: a harvest may be wanted by a day; work says how
 * long it took; costs, income and hours are booked. Ninth: what is done against heat, frost and rain; a rescue from mud is
 * begun and ended; breeding tubs and hatching trays have logs of their own. Tenth: what is found standing in a bin that runs.
 * Eleventh: who did it, how much of a tray was lifted up. Twelfth: more of who lives there, and a ball of mud, are signs.
 */
export const ENTRY_VERSION = 13;

/** What a piece of work took; more than a day is a slip of the pen. */
const tookMin = z.number().min(0).max(1440);
const money = z.strictObject({
  money: z.number().min(0).max(1e9),
  currency: z.string().trim().min(1).max(8),
});

/** Amounts keep how they were known and how they were typed. */
const known = {
  measuredBy: z.enum(MEASURED_BY),
  typed: z.string().max(80).optional(),
};
const mass = z.strictObject({ massKg, ...known });
const volume = z.strictObject({ volumeL, ...known });
export const amount = z.union([mass, volume, z.strictObject({ count, ...known })]);

export const feedPart = z.strictObject({
  materialId,
  amount: z.union([mass, volume]),
  preparation: z.enum(PREPARATIONS),
  /** Of thawed food: whether the water it lost was given with it. */
  juice: z.enum(["with", "without"]).optional(),
  /** Where the keeper knows it better than the catalogue. */
  moisture: moisture.optional(),
});
export const beddingPart = z.strictObject({
  materialId,
  amount: z.union([mass, volume]),
  moisture: moisture.optional(),
  /** The batch in the store it was taken from. */
  batchId: recordId.optional(),
});

/** What stuff from a bin is made of, as the bin that gave it was known. Dry kilograms, worms live. */
export const holds = z.strictObject({
  beddingDryKg: massKg,
  foodDryKg: massKg,
  castingsDryKg: massKg,
  moisture,
  youngKg: massKg.optional(),
  growingKg: massKg.optional(),
  adultKg: massKg.optional(),
  cocoonCount: count.optional(),
});

/** Where and with what a reading was taken. */
const taken = {
  compartment: compartmentId.optional(),
  place: place.optional(),
  spot: z.enum(SPOTS).optional(),
  depthM: depthM.optional(),
  instrument: z.enum(INSTRUMENTS).optional(),
  /** Of a reading nobody expected: what the keeper says of it. */
  because: z.enum(BECAUSE).optional(),
};
export const reading = z.discriminatedUnion("of", [
  z.strictObject({ of: z.literal("squeeze"), squeeze: z.enum(SQUEEZES), ...taken }),
  z.strictObject({ of: z.literal("foodLeft"), foodLeft: z.enum(FOOD_LEFT), ...taken }),
  z.strictObject({ of: z.literal("smell"), smell: z.enum(SMELLS), ...taken }),
  z.strictObject({ of: z.literal("warmth"), warmth: z.enum(WARMTHS), ...taken }),
  z.strictObject({ of: z.literal("temperature"), temperatureC, ...taken }),
  z.strictObject({ of: z.literal("moisture"), moisture, ...taken }),
  z.strictObject({ of: z.literal("weight"), massKg, ...taken }),
  z.strictObject({ of: z.literal("fillDepth"), belowRimM: depthM, ...taken }),
  /** Worms counted in a handful out of the middle. */
  z.strictObject({ of: z.literal("handful"), count: count.max(5000), volumeL, ...taken }),
  z.strictObject({ of: z.literal("ripeness"), ripeness: z.enum(RIPENESSES), ...taken }),
  z.strictObject({ of: z.literal("fillMark"), mark: z.enum(FILL_MARKS), ...taken }),
  z.strictObject({ of: z.literal("sign"), sign: z.enum(CREATURES), isPresent: z.boolean(), ...taken }),
]);

/**
 * What is found standing in a bin that already runs, as its keeper tells it: one's own before the log began, bought, inherited, or
 * come back to after months. What is not said is not known.
 */
const found = {
  kind: z.literal("found"),
  parts: z
    .array(
      z.strictObject({
        compartment: compartmentId,
        /** Of its height. */
        fraction: fraction.optional(),
        /** How far along it is. */
        state: z.enum(FOUND_STATES).optional(),
      }),
    )
    .max(20),
  worms: z
    .union([
      z.strictObject({ massKg, measuredBy: z.enum(MEASURED_BY), typed: z.string().max(80).optional() }),
      z.strictObject({ handful: z.enum(FOUND_HANDFULS) }),
    ])
    .optional(),
  speciesId: z.enum(SPECIES).optional(),
  fedWeeklyKg: massKg.optional(),
  lastFed: z
    .strictObject({
      fedDaysAgo: z.number().int().min(0).max(400).optional(),
      left: z.enum(FOOD_LEFT).optional(),
    })
    .optional(),
  squeeze: z.enum(SQUEEZES).optional(),
  /** Since when it runs. */
  runningMonths: z.number().min(0).max(360).optional(),
};

/** What a log may be about. */
export const SUBJECTS = ["bin", "room", "bag", "batch", "lot", "tub", "cellar"] as const;

/** What was expected before the lid was lifted, kept as it was shown so that it can be compared later. */
const shown = z.strictObject({
  engine: z.string().max(40),
  moistureLow: moisture,
  moistureHigh: moisture,
  temperatureLowC: temperatureC,
  temperatureHighC: temperatureC,
  foodLeftFraction: fraction.optional(),
});

const common = {
  schemaVersion: z.literal(ENTRY_VERSION),
  ...rowFields,
  id: entryId,
  subject: z.strictObject({
    kind: z.enum(SUBJECTS),
    id: subjectId,
  }),
  compartment: compartmentId.optional(),
  place: place.optional(),
  day: localDate,
  /** Order within a day; entries of a visit carry rising numbers. */
  seq: z.number().int().min(0).max(1_000_000),
  visitId: visitId.optional(),
  actId: actId.optional(),
  note: text.optional(),
  /** Who did it, where it was not the keeper. */
  helper: name.optional(),
};

/** Worms weighed, or counted. */
export const herdAmount = z.union([mass, z.strictObject({ count, ...known })]);

/** What steps of a visit come to, besides where and when. */
const bedded = {
  kind: z.literal("bedded"),
  parts: z.array(beddingPart).min(1),
  isCover: z.boolean().optional(),
  laid: z.enum(BEDDING_LAID).optional(),
};
const fed = {
  kind: z.literal("fed"),
  parts: z.array(feedPart).min(1),
  buriedM: depthM.optional(),
  laid: z.enum(FOOD_LAID).optional(),
};
const watered = {
  kind: z.literal("watered"),
  amount: z.union([mass, volume]),
  means: z.enum(WATER_MEANS).optional(),
};
const dosed = { kind: z.literal("dosed"), materialId, amount: z.union([mass, volume]) };
const turned = { kind: z.literal("turned") };
const drained = {
  kind: z.literal("drained"),
  amount: z.union([mass, volume]).optional(),
  looks: z.enum(LIQUID_LOOKS).optional(),
};
const at = { compartment: compartmentId.optional(), place: place.optional() };
/** A deed that was proposed and not done, as it would be written if it was done after all. */
export const leftUndone = z.discriminatedUnion("kind", [
  z.strictObject({ ...bedded, ...at }),
  z.strictObject({ ...fed, ...at }),
  z.strictObject({ ...watered, ...at }),
  z.strictObject({ ...dosed, ...at }),
  z.strictObject({ ...turned, ...at }),
  z.strictObject({ ...drained, ...at }),
]);

const kinds = [
  z.strictObject({
    kind: z.literal("stocked"),
    worms: z
      .array(
        z.strictObject({
          speciesId: z.enum(SPECIES),
          amount: herdAmount,
        }),
      )
      .min(1),
    immatureFraction: fraction.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("seeded"),
    amount: z.union([mass, volume]),
    moisture: moisture.optional(),
    ...common,
  }),
  z.strictObject({ ...bedded, ...common }),
  z.strictObject({ ...fed, ...common }),
  z.strictObject({ ...watered, ...common }),
  z.strictObject({ ...dosed, ...common }),
  z.strictObject({
    kind: z.literal("looked"),
    lid: z.enum(["lifted", "closed"]),
    readings: z.array(reading),
    shown: shown.optional(),
    /** The day the keeper means to come back. */
    nextDay: localDate.optional(),
    /** What was proposed and not done, in the words it was proposed in. */
    leftOut: z.array(z.string().max(200)).max(12).optional(),
    /** The same in the same order, as entries; null where a deed of its own is asked for. */
    leftOutAs: z.array(leftUndone.nullable()).max(12).optional(),
    /** From the lid lifted to the lid closed. */
    tookMin: tookMin.optional(),
    ...common,
  }),
  z.strictObject({ ...turned, ...common }),
  z.strictObject({
    kind: z.literal("covered"),
    /** The lid. */
    cover: z.enum(COVERS).optional(),
    /** What lies on the bed under it. */
    over: z.strictObject({ what: z.enum(OVER_BED), isDamp: z.boolean() }).optional(),
    ...common,
  }),
  z.strictObject({ ...drained, ...common }),
  z.strictObject({ kind: z.literal("weighed"), grossKg: massKg, tareKg: massKg, ...common }),
  z.strictObject({
    kind: z.literal("harvested"),
    grossKg: massKg,
    tareKg: massKg,
    method: z.enum(HARVEST_METHODS),
    moisture: moisture.optional(),
    typed: z.string().max(80).optional(),
    tookMin: tookMin.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("removed"),
    what: z.enum(["contents", "food", "liquid", "pests", "minerals"]),
    /** Of food, pests and minerals: without it, all there was. */
    amount: z.union([mass, volume]).optional(),
    /** Of contents, in place of an amount: how deep, or which share of the part. */
    depthM: depthM.optional(),
    fraction: fraction.optional(),
    from: z.enum(TAKEN_FROM).optional(),
    to: z.enum(WENT_TO).optional(),
    toBinId: binId.optional(),
    /** Whether the worms in it went along; else they were left or put back. */
    withWorms: z.boolean().optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("received"),
    what: z.enum(PUT_IN),
    /** Wet, as it went in, worms apart. */
    amount: z.union([mass, volume]),
    fromBinId: binId.optional(),
    speciesId: z.enum(SPECIES).optional(),
    /** Without it, as such stuff usually is. */
    holds: holds.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("wormsTaken"),
    amount: herdAmount,
    ...common,
  }),
  z.strictObject({ kind: z.literal("split"), fraction, toBinId: binId.optional(), ...common }),
  z.strictObject({ kind: z.literal("tipped"), fraction, toBinId: binId.optional(), ...common }),
  z.strictObject({
    kind: z.literal("rotated"),
    order: z.array(compartmentId).min(1),
    /** Of the part that was fed until then so much, worms and all, was laid into the one that came on top. */
    liftedFraction: fraction.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("advanced"),
    fraction,
    /** How far, where that is how it was said. */
    byM: lengthM.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("added"),
    added: compartment,
    position: z.number().int().min(0).max(19),
    liftedFraction: fraction.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("emptied"),
    /** Not said, the grown worms were picked out and stayed. */
    keepsWorms: z.boolean().optional(),
    to: z.enum(WENT_TO).optional(),
    toBinId: binId.optional(),
    ...common,
  }),
  z.strictObject({ kind: z.literal("altered"), changes: setupChanges, ...common }),
  z.strictObject({ ...found, ...common }),
  z.strictObject({ kind: z.literal("noted"), text, ...common }),
  z.strictObject({
    kind: z.literal("diagnosed"),
    /** What was seen, and what was looked for and not there: ids of the table of signs. */
    signs: z.array(materialId).min(1).max(90),
    absent: z.array(materialId).max(90).optional(),
    /** What was held to be behind it, likeliest first: ids of the table of causes. */
    causes: z.array(materialId).min(1).max(8),
    lookOn: localDate,
    ...common,
  }),
  z.strictObject({
    kind: z.literal("followedUp"),
    /** The entry the trouble was noted with. */
    troubleId: entryId,
    outcome: z.enum(FOLLOW_UPS),
    /** While it stays open. */
    lookOn: localDate.optional(),
    helped: z.string().trim().min(1).max(400).optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("staged"),
    stage: z.enum(LOT_STAGES),
    depthM: depthM.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("sieved"),
    /** Width of the mesh. */
    meshM: z.number().min(0.0005).max(0.05),
    /** What did not go through, and so is no part of the lot any more. */
    overs: z.union([mass, volume]).optional(),
    /** The bin the overs went back into. */
    toBinId: binId.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("bagged"),
    count: count.min(1).max(10_000),
    /** What one bag holds. */
    each: z.union([mass, volume]),
    ...common,
  }),
  /** Bags that were filled are opened: what was in them lies loose again. */
  z.strictObject({
    kind: z.literal("unbagged"),
    count: count.min(1).max(10_000),
    /** What one of those bags holds. */
    eachKg: massKg,
    ...common,
  }),
  z.strictObject({
    kind: z.literal("parted"),
    how: z.enum(PARTED_BY),
    /** Castings, without bags or water. */
    amount: z.union([mass, volume]),
    bagCount: count.min(1).max(10_000).optional(),
    /** Which bags went: what one of them holds. Not said before version 13, when all bags of a lot were taken for alike. */
    bagKg: massKg.optional(),
    use: z.enum(LOT_USES).optional(),
    /** To whom, or onto which bed. */
    where: name.optional(),
    toBinId: binId.optional(),
    /** For all of it. */
    price: money.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("booked"),
    of: z.enum(BOOKED),
    /** Of costs and income. */
    sum: money.optional(),
    /** Of work that no other entry speaks of. */
    tookMin: tookMin.optional(),
    what: name,
    ...common,
  }),
  z.strictObject({
    kind: z.literal("guarded"),
    against: z.enum(SPELLS),
    /** What was done; with `isOver`, what was taken back. */
    by: z.array(z.enum(GUARDS)).max(GUARDS.length),
    isOver: z.boolean().optional(),
    ...common,
  }),
  z.strictObject({ kind: z.literal("rescue"), is: z.enum(["begun", "over", "left"]), ...common }),
  z.strictObject({
    kind: z.literal("tubSet"),
    /** Grown worms. */
    grown: herdAmount,
    cycleDays: z.number().int().min(1).max(400),
    /** Tubs they came from. */
    fromIds: z.array(recordId).max(40).optional(),
    moisture: moisture.optional(),
    ...common,
  }),
  /** Another day than the cycle's own. */
  z.strictObject({ kind: z.literal("tubDue"), dueOn: localDate, ...common }),
  z.strictObject({
    kind: z.literal("tubCleared"),
    how: z.enum(CLEARED_BY),
    /** Grown worms that came out alive. */
    grown: herdAmount.optional(),
    /** The tray that got what they laid. */
    trayId: recordId.optional(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("tubCounted"),
    of: z.enum(COUNTED),
    count,
    /** Share of the whole that was looked through. */
    fraction: z.number().min(0.0001).max(1),
    ...common,
  }),
  /** A tray gets what was laid in a tub, or a share of another tray. */
  z.strictObject({
    kind: z.literal("trayFilled"),
    fromId: recordId,
    /** Of what the other held. */
    fraction,
    laidFrom: localDate,
    laidTo: localDate,
    /** Where anybody counted: cocoons, and the ends of what is likely. */
    cocoons: z.strictObject({ count, lowCount: count, highCount: count }).optional(),
    ...common,
  }),
  /** Part of a tray into others; what is not named stays. */
  z.strictObject({
    kind: z.literal("thinned"),
    into: z
      .array(z.strictObject({ trayId: recordId, fraction }))
      .min(1)
      .max(20),
    ...common,
  }),
  z.strictObject({
    kind: z.literal("tubEnded"),
    to: z.enum(TUB_ENDS),
    amount: herdAmount.optional(),
    toId: recordId.optional(),
    ...common,
  }),
] as const;

const total = (shares: readonly { readonly fraction: number }[]): number =>
  shares.reduce((sum, one) => sum + one.fraction, 0);

/** Harvested and weighed masses come as gross and tare; a tare above the gross would make a negative harvest. */
export const entrySchema = z
  .discriminatedUnion("kind", kinds)
  .refine((entry) => !("tareKg" in entry && "grossKg" in entry) || entry.tareKg <= entry.grossKg, {
    path: ["tareKg"],
    message: "the tare is more than the gross weight",
  })
  .refine(
    (entry) =>
      entry.kind !== "removed" ||
      entry.amount !== undefined ||
      entry.depthM !== undefined ||
      entry.fraction !== undefined ||
      entry.what === "food" ||
      entry.what === "pests" ||
      entry.what === "minerals",
    {
      path: ["amount"],
      message: "how much was taken out",
    },
  )
  .refine(
    (entry) => entry.kind !== "booked" || (entry.of === "work" ? entry.tookMin : entry.sum) !== undefined,
    {
      path: ["sum"],
      message: "how much, or how long",
    },
  )
  .refine((entry) => entry.kind !== "thinned" || total(entry.into) <= 1 + 1e-9, {
    path: ["into"],
    message: "more than all of it",
  })
  .refine((entry) => entry.kind !== "trayFilled" || entry.laidFrom <= entry.laidTo, {
    path: ["laidTo"],
    message: "the last before the first",
  })
  .refine((entry) => entry.kind !== "covered" || entry.cover !== undefined || entry.over !== undefined, {
    path: ["cover"],
    message: "which lid, or what lies over the bed",
  });
