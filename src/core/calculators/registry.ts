import { balance } from "./balance";
import { batchBedding, coirBrick, degreeDays, diluteSalt, partsForCn } from "./beddingSums";
import { breedingPlan } from "./breedingPlan";
import { breederCocoons, doubling } from "./breedingSums";
import type { Calculator } from "./calculator";
import { correctMoisture } from "./correctMoisture";
import { decide } from "./decide";
import { diagnose } from "./diagnose";
import { dilute } from "./dilute";
import { batchTurnover, nextRation, ramp, sectionCount, targetInputs } from "./feedingSums";
import { hydrate } from "./hydrate";
import { lampRounds } from "./lampRounds";
import { mix } from "./mix";
import { netWeight } from "./netWeight";
import { pace } from "./pace";
import { ration } from "./ration";
import { runningBin } from "./runningBin";
import { sections } from "./sections";
import { simulate } from "./simulate";
import { sizeBin } from "./sizeBin";
import { stockByArea } from "./stockByArea";

/** Every sum there is. Screens, command line, HTTP and the Guide open this one list. */
export const CALCULATORS: readonly Calculator[] = [
  sizeBin,
  stockByArea,
  mix,
  hydrate,
  correctMoisture,
  ration,
  sections,
  breedingPlan,
  lampRounds,
  pace,
  balance,
  dilute,
  netWeight,
  simulate,
  diagnose,
  runningBin,
  decide,
  coirBrick,
  partsForCn,
  degreeDays,
  batchBedding,
  diluteSalt,
  ramp,
  nextRation,
  sectionCount,
  batchTurnover,
  targetInputs,
  breederCocoons,
  doubling,
];

export const calculatorNamed = (name: string): Calculator | undefined =>
  CALCULATORS.find((candidate) => candidate.name === name);
