import type { Entry } from "@/records/entry";
import { entry, kilograms, litres, setupOf } from "./log";

const compartment = { id: "c9", widthM: 0.4, lengthM: 0.6, heightM: 0.3, placeCount: 4 };
const typed = (amount: object, text: string, measuredBy = "weighed") => ({
  ...amount,
  measuredBy,
  typed: text,
});

/** One of each kind of entry and more, none of them empty: every field there is stands somewhere. */
export const LOG: readonly Entry[] = [
  entry({
    kind: "fed",
    place: 3,
    compartment: "c1",
    buriedM: 0.0437,
    note: "from upstairs",
    parts: [
      {
        materialId: "melon-rind",
        amount: typed({ massKg: 12.34 }, "12.34 kg"),
        preparation: "frozen",
        moisture: 0.9123,
      },
      {
        materialId: "tea-leaves",
        amount: typed({ volumeL: 0.123456 }, "0.123 L", "guessed"),
        preparation: "soaked",
      },
      {
        materialId: "own-oat-pulp-k3xq",
        amount: { massKg: 0.31, measuredBy: "proposed" },
        preparation: "whole",
      },
    ],
  }),
  entry({
    kind: "bedded",
    isCover: true,
    compartment: "c1",
    parts: [
      {
        materialId: "cardboard-corrugated",
        amount: { massKg: 0.30717, measuredBy: "proposed" },
        moisture: 0.7211,
      },
      { materialId: "leaf-mould", amount: typed({ volumeL: 3.3333333 }, "3 1/3 L", "volume") },
    ],
  }),
  entry({
    kind: "looked",
    lid: "closed",
    nextDay: "2026-04-01",
    shown: { engine: "x", moistureLow: 0.7, moistureHigh: 0.8, temperatureLowC: 12, temperatureHighC: 19.25 },
    readings: [
      {
        of: "temperature",
        temperatureC: 17.123,
        spot: "middle",
        depthM: 0.1501,
        instrument: "probe",
        compartment: "c1",
      },
      { of: "moisture", moisture: 0.7777, spot: "tray", instrument: "ovenDried" },
      { of: "weight", massKg: 12.3456, instrument: "scale" },
      { of: "fillDepth", belowRimM: 0.0873, instrument: "ruler" },
      { of: "handful", count: 17, volumeL: 0.25 },
      { of: "ripeness", ripeness: "mostlyDark", instrument: "eye", spot: "bottom" },
    ],
  }),
  entry({
    kind: "harvested",
    grossKg: 5.4321,
    tareKg: 0.4567,
    method: "bottom",
    moisture: 0.7333,
    typed: "five",
  }),
  entry({ kind: "removed", what: "food", place: 2, compartment: "c1" }),
  entry({ kind: "seeded", amount: kilograms(1.2345), moisture: 0.6123 }),
  entry({
    kind: "stocked",
    immatureFraction: 0.371,
    worms: [{ speciesId: "fetida", amount: kilograms(0.98765) }],
  }),

  entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: kilograms(0.5) }] }),
  entry({
    kind: "stocked",
    worms: [{ speciesId: "hortensis", amount: { count: 900, measuredBy: "guessed" } }],
  }),
  entry({ kind: "seeded", amount: litres(2) }),
  entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(0.4), moisture: 0.7 }] }),
  entry({ kind: "fed", parts: [{ materialId: "tea-leaves", amount: kilograms(0.2), preparation: "whole" }] }),
  entry({ kind: "watered", amount: litres(0.35) }),
  entry({ kind: "dosed", materialId: "eggshell-powder", amount: kilograms(0.02) }),
  entry({
    kind: "looked",
    lid: "lifted",
    visitId: "visit-1",
    readings: [
      { of: "squeeze", squeeze: "manyDrops" },
      { of: "foodLeft", foodLeft: "half", place: 2 },
      { of: "smell", smell: "sour" },
      { of: "warmth", warmth: "cool" },
      { of: "temperature", temperatureC: 17.5 },
      { of: "moisture", moisture: 0.78 },
      { of: "weight", massKg: 12 },
      { of: "fillDepth", belowRimM: 0.08 },
      { of: "fillMark", mark: "atTheLine" },
      { of: "sign", sign: "fruit-flies", isPresent: true },
    ],
  }),
  entry({ kind: "turned" }),
  entry({ kind: "covered", cover: "wetBlanket" }),
  entry({ kind: "drained", amount: litres(0.5) }),
  entry({ kind: "weighed", grossKg: 14, tareKg: 2 }),
  entry({ kind: "harvested", grossKg: 5, tareKg: 0.4, method: "light" }),
  entry({ kind: "removed", what: "food", amount: kilograms(0.3) }),
  entry({ kind: "wormsTaken", amount: kilograms(0.25) }),
  entry({ kind: "split", fraction: 0.5 }),
  entry({ kind: "tipped", fraction: 0.333 }),
  entry({ kind: "rotated", order: ["c2", "c1"] }),
  entry({ kind: "advanced", fraction: 0.1 }),
  entry({ kind: "added", added: compartment, position: 1 }),
  entry({ kind: "emptied" }),
  entry({ kind: "altered", changes: setupOf("trayStack") }),
  entry({ kind: "noted", text: "damp corner" }),
];
