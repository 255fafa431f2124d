import type { Entry } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { Tub } from "@/records/tub";
import { tubSchema } from "@/records/tub";
import type { Order } from "@/records/order";
import { orderSchema } from "@/records/order";
import type { Lot } from "@/records/lot";
import { lotSchema } from "@/records/lot";
import type { BinSetup } from "@/records/setup";
import { binSetup } from "@/records/setup";
import { addDays } from "@/core/calendar/day";
import { systemOf, usualCompartments } from "@/core/bin/system";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { System } from "@/vocabulary/setup";

/*
 * Logs for tests, written as a keeper would tell them. Each entry passes the schema, so a test cannot rest on a fact
 * the app would refuse.
 */

const day = (text: string): LocalDate => localDate.parse(text);
export const START = day("2026-03-02");

export const CLIMATE = { meanC: 18, swingK: 3, hottestDay: 205, humidity: 0.7 };

export const setupOf = (system: System, changes: Partial<BinSetup> = {}): BinSetup => {
  const facts = systemOf(system);
  return binSetup.parse({
    system,
    school: facts.school,
    roomId: "room-1",
    cover: facts.cover,
    drainage: facts.drainage,
    wall: facts.wall,
    purpose: "castings",
    compartments: usualCompartments(system, facts.usual),
    resting: false,
    ...changes,
  });
};

/** The row of the bin whose log these are. */
export const BIN_ROW = {
  schemaVersion: 2 as const,
  rowId: "bin-row",
  id: "bin-1",
  revision: 1,
  recordedAt: "2026-11-23T08:00:00.000Z",
  deviceId: "laptop",
  name: "Quince",
  firstDay: START,
};

type Facts = { kind: Entry["kind"] } & Record<string, unknown>;
let written = 0;

export function entry(facts: Facts, on: LocalDate | number = START): Entry {
  written += 1;
  return entrySchema.parse({
    schemaVersion: entryFormat.current,
    rowId: `row-${written}`,
    id: `entry-${written}`,
    revision: 1,
    recordedAt: `2026-01-01T00:00:00.${String(written % 1000).padStart(3, "0")}Z`,
    deviceId: "test-device",
    subject: { kind: "bin", id: "bin-1" },
    day: typeof on === "number" ? addDays(START, on) : on,
    seq: written,
    ...facts,
  });
}

export const kilograms = (massKg: number) => ({ massKg, measuredBy: "weighed" });
export const litres = (volumeL: number) => ({ volumeL, measuredBy: "volume" });

/** A tub, bedded with a kilogram of damp card and leaf mould, stocked on the third day. */
export const newTub = (wormsKg = 0.5, setup = setupOf("tub")): Entry[] => [
  entry({ kind: "altered", changes: setup }, 0),
  entry(
    {
      kind: "bedded",
      parts: [
        { materialId: "cardboard-corrugated", amount: kilograms(4), moisture: 0.76 },
        { materialId: "leaf-mould", amount: kilograms(2), moisture: 0.75 },
      ],
    },
    0,
  ),
  entry({ kind: "seeded", amount: kilograms(1) }, 0),
  entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(wormsKg) }] }, 3),
];

export const meal = (massKg: number, place: number, on: number, preparation = "chopped") =>
  entry(
    {
      kind: "fed",
      place,
      parts: [{ materialId: "mixed-kitchen-scraps", amount: kilograms(massKg), preparation }],
    },
    on,
  );

export const look = (
  readings: readonly Record<string, unknown>[],
  on: number,
  facts: Record<string, unknown> = {},
) => entry({ kind: "looked", lid: "lifted", readings, ...facts }, on);

const { firstDay: _, ...LOT_HEAD } = BIN_ROW;
/** A lot of castings as it came out of a bin, and what was done to it since. */
export const lotOf = (changes: Partial<Lot> = {}): Lot =>
  lotSchema.parse({
    ...LOT_HEAD,
    name: "Spring castings",
    schemaVersion: 1,
    rowId: "lot-row",
    id: "lot-1",
    madeOn: START,
    from: [{ binId: "bin-1", massKg: 12 }],
    massKg: 12,
    moisture: 0.75,
    litreKg: 0.7,
    risks: [],
    ...changes,
  });
export const lotEntry = (facts: Facts, on: LocalDate | number = START): Entry =>
  entry({ ...facts, subject: { kind: "lot", id: "lot-1" } }, on);

/** A breeding tub of a third of a square metre, and what was done with it since. */
export const orderOf = (changes: Partial<Order> = {}): Order =>
  orderSchema.parse({
    ...LOT_HEAD,
    schemaVersion: 1,
    rowId: `order-row-${changes.id ?? "1"}-${changes.revision ?? 1}`,
    id: "order-1",
    name: "Wren",
    purpose: "gift",
    speciesId: "fetida",
    amount: { count: 250, measuredBy: "weighed" },
    orderedOn: START,
    dueOn: addDays(START, 40),
    ...changes,
  });
export const tubOf = (changes: Partial<Tub> = {}): Tub =>
  tubSchema.parse({
    ...LOT_HEAD,
    name: "Tub 1",
    schemaVersion: 1,
    rowId: `tub-row-${changes.id ?? "1"}`,
    id: "tub-1",
    role: "tub",
    row: "Row A",
    roomId: "room-1",
    madeOn: START,
    speciesId: "fetida",
    widthM: 0.4,
    lengthM: 0.6,
    depthM: 0.15,
    ...changes,
  });
export const tubEntry = (facts: Facts, on: LocalDate | number = START, id = "tub-1"): Entry =>
  entry({ ...facts, subject: { kind: "tub", id } }, on);
