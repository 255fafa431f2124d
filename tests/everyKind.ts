import type { Entry } from "@/records/entry";
import { entry, kilograms, litres, setupOf } from "./log";

const compartment = { id: "c9", widthM: 0.4, lengthM: 0.6, heightM: 0.3, placeCount: 4 };
/** One of each kind of entry, none of them empty. */
export const LOG: readonly Entry[] = [
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
