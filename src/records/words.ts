import type { UnreadableRow } from "./row/migrate";

/*
 * What is wrong with a row, said to a keeper: the field by its everyday name, never the schema's own sentence.
 */

const NAMES: Readonly<Record<string, string>> = {
  massKg: "a weight",
  wormsKg: "the weight of the worms",
  grossKg: "the full weight",
  tareKg: "the empty weight",
  volumeL: "a volume",
  waterL: "the water",
  sumpL: "the tray's volume",
  count: "a number",
  moisture: "a moisture",
  targetMoisture: "the wished moisture",
  fraction: "a share",
  immatureFraction: "the share of young",
  temperatureC: "a temperature",
  belowRimM: "how far it lies below the rim",
  depthM: "a depth",
  buriedM: "how deep it was put",
  widthM: "a width",
  lengthM: "a length",
  heightM: "a height",
  placeCount: "the number of places",
  place: "the place",
  day: "the day",
  nextDay: "the day to come back",
  firstDay: "its first day",
  restingUntil: "the end of its rest",
  name: "the name",
  text: "the note",
  note: "the note",
  kind: "what was done",
  materialId: "the material",
  parts: "what it was made of",
  amount: "the amount",
  worms: "the worms",
  readings: "the readings",
  measuredBy: "how the amount was known",
  id: "its number",
  rowId: "its number",
  deviceId: "the device it was written on",
  recordedAt: "when it was written",
  revision: "which telling it is",
  subject: "whose entry it is",
};

/** The field a fault lies in, as a keeper calls it. */
export function sayField(path: string): string {
  const steps = path.split(".").filter((step) => step !== "" && !/^\d+$/.test(step));
  const last = steps.findLast((step) => Object.hasOwn(NAMES, step));
  return last === undefined ? "something in it" : NAMES[last]!;
}

/** Why a row cannot be read, as the end of a sentence that names it. */
export function sayFault(problem: UnreadableRow): string {
  switch (problem.code) {
    case "record/not-an-object":
    case "record/no-version":
      return "it is not a row of this app";
    case "record/from-the-future":
      return "it was written by a newer Brown Cellar";
    case "record/invalid": {
      const named = [...new Set(problem.faults.slice(0, 3).map(({ path }) => sayField(path)))];
      return `${named.join(" and ")} cannot be right`;
    }
  }
}
