import {
  compartmentId,
  depthM,
  lengthM,
  localDate,
  massKg,
  moisture,
  name,
  roomId,
  temperatureC,
  volumeL,
} from "@/vocabulary/fields";
import { COVERS, DRAINAGES, PURPOSES, SCHOOLS, SHAPES, SYSTEMS, WALLS } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";

/** A compartment: inner size, and how many feeding places lie in it (numbered from 1, clockwise or in line). */
export const compartment = z.strictObject({
  id: compartmentId,
  name: name.optional(),
  widthM: lengthM,
  lengthM,
  heightM: lengthM,
  placeCount: z.number().int().min(1).max(24),
  /** Not said, it is a box; round, width and length are its diameter. */
  shape: z.enum(SHAPES).optional(),
});
export type Compartment = z.infer<typeof compartment>;

/**
 * What a bin is on a given day. It changes over time by dated `altered` entries, so that yesterday is computed with
 * yesterday's set-up. Compartments stand in a line: from the bottom up in a stack, from the fed end in a trough.
 */
export const binSetup = z.strictObject({
  system: z.enum(SYSTEMS),
  school: z.enum(SCHOOLS),
  roomId,
  cover: z.enum(COVERS),
  drainage: z.enum(DRAINAGES),
  wall: z.enum(WALLS),
  purpose: z.enum(PURPOSES),
  compartments: z.array(compartment).min(1).max(20),
  sumpL: volumeL.optional(),
  /** Between the bars of the grate a flow-through stands on. */
  grateGapM: lengthM.optional(),
  tareKg: massKg.optional(),
  resting: z.boolean(),
  restingUntil: localDate.optional(),
  /** Emptied and out of use: kept with its log, off the round. */
  retired: z.boolean().optional(),
  /** Where the keeper wants it, if not where the school does. */
  targetMoisture: moisture.optional(),
  /** Rules of the keeper's own for this bin, each in place of the school's. */
  own: z
    .strictObject({
      /** Days the worms settle in before their first meal. */
      settlesDays: z.number().int().min(0).max(60).optional(),
      intervalDays: z.number().int().min(1).max(366).optional(),
      /** Litres of bedding for a litre of food. */
      ratio: z.number().min(0.25).max(40).optional(),
      coverM: depthM.optional(),
      buriedM: depthM.optional(),
      warmestC: temperatureC.optional(),
      coldestC: temperatureC.optional(),
    })
    .optional(),
  /**
   * What the keeper means to do differently: smaller or larger meals than usual, days on which no one comes, a harvest that
   * is wanted by a day, with no food and no water before it, a busy time with seldom visits.
   */
  ahead: z
    .strictObject({
      mealShare: z.number().min(0).max(3).optional(),
      awayFrom: localDate.optional(),
      awayUntil: localDate.optional(),
      harvestOn: localDate.optional(),
      noFoodFrom: localDate.optional(),
      noWaterFrom: localDate.optional(),
      /** Seldom visited until then, and how often it was before; not said, as its school has it. */
      busyUntil: localDate.optional(),
      beforeBusyDays: z.number().int().min(1).max(366).optional(),
    })
    .optional(),
});
export type BinSetup = z.infer<typeof binSetup>;

/** What differs from a day on; `null` takes a wish back. */
export const setupChanges = binSetup.partial().extend({ targetMoisture: moisture.nullable().optional() });
export type SetupChanges = z.infer<typeof setupChanges>;
