import type { Amount, Entry, EntryOf } from "@/records/entry";
import type { Lot } from "@/records/lot";
import type { LocalDate } from "@/vocabulary/fields";
import type { LotStage } from "@/vocabulary/lots";
import { amountKg } from "../log/amount";
import { effectiveEntries } from "../log/effective";
import { HARVEST_MOISTURE } from "../matter/figures";
import { squeezeMoisture } from "../moisture/squeeze";

/** What counts of a lot's log, in the order of its days. */
export type LotLog = readonly Entry[];
export const lotLog = (rows: Iterable<Entry>): LotLog => effectiveEntries(rows);

/** Castings that left a lot. */
export interface Parting {
  readonly entry: EntryOf<"parted">;
  readonly massKg: number;
}

/** Bags of one size. */
export interface BagLine {
  readonly eachKg: number;
  readonly count: number;
  /** What is in one was weighed, and not reckoned from litres. */
  readonly isWeighed: boolean;
  /** The day the last of them was filled. */
  readonly filledOn: LocalDate;
}
/** Bags that hold so nearly the same are of one line, as a share. */
const ALIKE = 0.005;
const isOfLine = (eachKg: number, line: Pick<BagLine, "eachKg">): boolean =>
  Math.abs(eachKg - line.eachKg) <= ALIKE * line.eachKg;
/** What is in all of them, kg. Never throws. */
export const baggedKg = (bags: readonly BagLine[]): number =>
  bags.reduce((sum, { count, eachKg }) => sum + count * eachKg, 0);
/** The line whose bags hold so much, or the one that comes nearest; none where nothing is bagged. Never throws. */
const lineOf = (bags: readonly BagLine[], eachKg: number): BagLine | undefined =>
  bags.reduce<BagLine | undefined>(
    (best, line) => (best && Math.abs(best.eachKg - eachKg) <= Math.abs(line.eachKg - eachKg) ? best : line),
    undefined,
  );

/** A lot as it stands by its log: nothing dries on paper, so water is as it was last weighed, felt or given. */
export interface LotState {
  readonly massKg: number;
  /** Its mass is one that was weighed, or a sum of such; false once water or litres were reckoned into it. */
  readonly isWeighed: boolean;
  readonly dryKg: number;
  /** Water over wet mass; that of the castings that came, where nothing is left. */
  readonly moisture: number;
  /** How it is kept; undefined as it came out of the bin. */
  readonly stage?: { readonly is: LotStage; readonly since: LocalDate; readonly depthM?: number };
  /** Bags that stand there, a line for each size, the smallest first. */
  readonly bags: readonly BagLine[];
  /** What is in no bag, kg. */
  readonly looseKg: number;
  /** So many more bags were written as gone or opened than stood there. */
  readonly missingBags: number;
  readonly sievedAt?: { readonly day: LocalDate; readonly meshM: number };
  /** The day somebody last felt, weighed, turned or watered it. */
  readonly tendedOn: LocalDate;
  /** The day its moisture was last told, by hand, by scale or by water given; else the day it came out. */
  readonly feltOn: LocalDate;
  readonly partings: readonly Parting[];
  /** More was written as gone than there was, kg. */
  readonly overdrawnKg: number;
}

/** Castings shrink as they dry: a litre of water that leaves takes so many litres of room with it. Judgement. */
const SHRINKS = 0.9;
/** What a litre of it weighs now, from what it weighed as it came. Never throws. */
export function litreKgOf(lot: Pick<Lot, "litreKg" | "moisture">, moisture: number): number {
  const dryKg = lot.litreKg * (1 - lot.moisture);
  const waterL = (dryKg * Math.min(0.95, moisture)) / (1 - Math.min(0.95, moisture));
  const litres = Math.max(0.3, 1 - SHRINKS * (lot.litreKg * lot.moisture - waterL));
  return (dryKg + waterL) / litres;
}

/**
 * A lot's log folded. Dry matter comes in with castings and goes with what is parted or sieved off; a weighing and a
 * reading of moisture tell how much water is left, and never change the dry matter. Never throws for what a log says.
 */
export function lotState(lot: Lot, log: LotLog): LotState {
  let dryKg = lot.massKg * (1 - lot.moisture);
  let { moisture } = lot;
  let tendedOn: LocalDate = lot.madeOn;
  let feltOn: LocalDate = lot.madeOn;
  let overdrawnKg = 0;
  let bags: readonly BagLine[] = [];
  let missingBags = 0;
  let isWeighed = true;
  /** What goes or comes by litres makes of a weighed mass a reckoned one. */
  const by = (amount: Amount) => {
    if (!("massKg" in amount)) isWeighed = false;
    return kg(amount);
  };
  let stage: LotState["stage"];
  let sievedAt: LotState["sievedAt"];
  const partings: Parting[] = [];
  const massKg = () => dryKg / (1 - moisture);
  const kg = (amount: Amount) => amountKg(amount, { densityKgPerL: litreKgOf(lot, moisture) });
  const wetTo = (wetKg: number) => {
    // A scale that shows less than the dry matter was read off something else: the moisture stands.
    if (dryKg > 0 && wetKg > dryKg) moisture = Math.min(0.95, 1 - dryKg / wetKg);
  };
  const takeOff = (goneKg: number) => {
    const left = massKg() - goneKg;
    if (left < -1e-9) overdrawnKg -= left;
    dryKg = Math.max(0, left) * (1 - moisture);
  };
  const fill = ({ count, each, day }: EntryOf<"bagged">) => {
    const eachKg = kg(each);
    const line = bags.find((one) => isOfLine(eachKg, one));
    bags = line
      ? bags.map((one) => (one === line ? { ...one, count: one.count + count, filledOn: day } : one))
      : [...bags, { eachKg, count, isWeighed: "massKg" in each, filledOn: day }];
  };
  const takeBags = (count: number, eachKg: number) => {
    const line = lineOf(bags, eachKg);
    missingBags += Math.max(0, count - (line?.count ?? 0));
    bags = bags.flatMap((one) =>
      one !== line ? [one] : one.count > count ? [{ ...one, count: one.count - count }] : [],
    );
  };
  for (const entry of log) {
    switch (entry.kind) {
      case "staged":
        stage = {
          is: entry.stage,
          since: entry.day,
          ...(entry.depthM === undefined ? {} : { depthM: entry.depthM }),
        };
        tendedOn = entry.day;
        break;
      case "looked":
        for (const reading of entry.readings) {
          if (reading.of === "moisture") moisture = Math.min(0.95, reading.moisture);
          if (reading.of === "squeeze") moisture = squeezeMoisture(reading.squeeze);
        }
        if (entry.readings.some(({ of }) => of === "moisture" || of === "squeeze")) {
          feltOn = entry.day;
          isWeighed = false;
        }
        tendedOn = entry.day;
        break;
      case "weighed":
        isWeighed = dryKg > 0 && entry.grossKg - entry.tareKg > dryKg;
        wetTo(entry.grossKg - entry.tareKg);
        tendedOn = feltOn = entry.day;
        break;
      case "watered":
        wetTo(massKg() + ("massKg" in entry.amount ? entry.amount.massKg : entry.amount.volumeL));
        tendedOn = feltOn = entry.day;
        break;
      case "turned":
        tendedOn = entry.day;
        break;
      case "received": {
        const comes = by(entry.amount);
        const wet = massKg() + comes;
        dryKg += comes * (1 - (entry.holds?.moisture ?? HARVEST_MOISTURE));
        moisture = wet > 0 ? Math.max(0, 1 - dryKg / wet) : moisture;
        break;
      }
      case "sieved":
        if (entry.overs) takeOff(by(entry.overs));
        sievedAt = { day: entry.day, meshM: entry.meshM };
        break;
      case "bagged":
        fill(entry);
        break;
      case "unbagged":
        takeBags(entry.count, entry.eachKg);
        break;
      case "parted": {
        const gone = by(entry.amount);
        partings.push({ entry, massKg: gone });
        takeOff(gone);
        if (entry.bagCount) takeBags(entry.bagCount, entry.bagKg ?? gone / entry.bagCount);
        break;
      }
      default:
        break;
    }
  }
  return {
    massKg: massKg(),
    isWeighed,
    dryKg,
    moisture,
    tendedOn,
    feltOn,
    partings,
    overdrawnKg,
    bags: bags.toSorted((a, b) => a.eachKg - b.eachKg),
    looseKg: Math.max(0, massKg() - baggedKg(bags)),
    missingBags,
    ...(stage ? { stage } : {}),
    ...(sievedAt ? { sievedAt } : {}),
  };
}

/** Less than this is a crumb in the corner: the lot is used up. */
export const CRUMB_KG = 0.02;
