import type { Cover } from "@/vocabulary/setup";
import type { Ensemble } from "./ensemble";
import { viewed } from "./ensemble";
import type { FoundTold } from "./found";
import { findStanding } from "./found";
import type { EventContext, TwinEvent } from "../engine/events";
import { applyEvent } from "../engine/events";
import { moveMarker, moveMatter, WORMS_ALONG, WORMS_UP } from "../engine/line";
import { litresOf } from "./measures";
import { AMOUNT_SPREAD, chanceFor, factor, OWN } from "./members";
import { AT, dryOf, emptyMember, liveOf, markerLeft, MARKERS, strideWith } from "../engine/state";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import { fedAt, furtherHerds, harvestedAt, isStack, livingIn } from "../engine/twinBin";

/** What happens to a bin as a whole; the rest is done to a compartment. */
export type BinEvent =
  | { readonly kind: "place"; readonly place: TwinPlace }
  | { readonly kind: "cover"; readonly cover: Cover }
  | { readonly kind: "rebuilt"; readonly bin: TwinBin }
  | { readonly kind: "rotated"; readonly order: readonly string[] }
  /** A share of one compartment is laid into another, worms and all. */
  | { readonly kind: "carried"; readonly from: string; readonly to: string; readonly fraction: number }
  | { readonly kind: "advanced"; readonly fraction: number }
  /** All of it drawn anew as a bin that already runs. */
  | { readonly kind: "found"; readonly told: FoundTold };
export interface TwinDeed {
  readonly event: TwinEvent | BinEvent;
  /** Compartment; without one the usual: fed at the fed end, harvested at the other. */
  readonly at?: string | undefined;
  readonly place?: number | undefined;
  /** What names its chance: an entry's id, so that no other entry shifts it. */
  readonly key: string;
  readonly knownBy?: keyof typeof AMOUNT_SPREAD | undefined;
}

const WHOLE: ReadonlySet<string> = new Set(["turn", "split", "removed", "takeWorms", "foodTaken", "sieved"]);

const context: EventContext = {
  species: [],
  speciesIds: [],
  isFirstFoodOfDay: false,
  hasSump: false,
  error: 1,
  portion: 1,
  marker: -1,
  isNewMarker: false,
  slots: undefined,
  share: -1,
  isPart: false,
};

/** Does one thing to every member. */
export function doDeed(ensemble: Ensemble, { event, at, place, key, knownBy = "unsaid" }: TwinDeed): void {
  const { bin } = ensemble;
  switch (event.kind) {
    case "place":
      ensemble.place = event.place;
      return;
    case "cover":
      ensemble.bin = { ...bin, cover: event.cover };
      return;
    case "rebuilt":
      return rebuild(ensemble, event.bin);
    case "rotated":
      return rotate(ensemble, event.order);
    case "carried": {
      const at = (id: string) => bin.compartments.findIndex((one) => one.id === id);
      const [from, to] = [at(event.from), at(event.to)];
      if (from >= 0 && to >= 0 && from !== to)
        carry(ensemble, from, to, event.fraction, Math.min(1, WORMS_UP * event.fraction));
      return;
    }
    case "advanced":
      return advance(
        ensemble,
        Number.isFinite(event.fraction) ? Math.min(1, Math.max(0, event.fraction)) : 0,
      );
    case "found":
      return findStanding(ensemble, event.told, key, (one, g, name) =>
        doDeed(one, {
          event: { kind: "food", id: "mixed", g, preparation: "chopped" },
          place: 1,
          key: name,
          knownBy: "guessed",
        }),
      );
    case "emptied": {
      const only = bin.compartments.findIndex((one) => one.id === at);
      bin.compartments.forEach((_, one) => {
        if (only >= 0 && one !== only) return;
        onOne(ensemble, one, event, key, 0);
        // The worms picked out of one compartment go to where the food is.
        const into = one === fedAt(bin) ? (one === 0 ? 1 : one - 1) : fedAt(bin);
        if (only >= 0 && bin.compartments.length > 1)
          for (const line of ensemble.lines) moveMatter(line[one]!, line[into]!, 0, 1);
      });
      return;
    }
    default: {
      const spread = ensemble.size > 1 ? AMOUNT_SPREAD[knownBy] : 0;
      const named = at === undefined ? -1 : bin.compartments.findIndex(({ id }) => id === at);
      const isWhole = WHOLE.has(event.kind) && place === undefined;
      if (named < 0 && isWhole && bin.compartments.length > 1)
        return bin.compartments.forEach((_, one) => onOne(ensemble, one, event, key, spread, true));
      const usual = event.kind === "harvest" ? harvestedAt(bin) : event.kind === "drain" ? 0 : fedAt(bin);
      return onOne(ensemble, named < 0 ? usual : named, event, key, spread, false, place);
    }
  }
}

function onOne(
  ensemble: Ensemble,
  at: number,
  event: TwinEvent,
  key: string,
  spread: number,
  isWhole = false,
  place?: number,
): void {
  const { size, seed, views, lines, bin } = ensemble;
  const purpose = chanceFor(seed, key);
  context.species = livingIn(bin);
  context.speciesIds = [bin.speciesId, ...(bin.furtherIds ?? [])];
  context.hasSump = bin.drainage === "sump" && (bin.arrangement === "line" || at === 0);
  context.isPart = bin.compartments.length > 1;
  context.portion = 1;
  context.marker = -1;
  context.isNewMarker = false;
  context.slots =
    event.kind === "foodTaken" && place !== undefined
      ? ensemble.marks[at]!.flatMap((mark, slot) => (mark.place === place ? [slot] : []))
      : undefined;
  if (event.kind === "food") {
    const where = place ?? 1;
    const known = ensemble.marks[at]!.findIndex((mark) => mark.day === ensemble.day && mark.place === where);
    context.isFirstFoodOfDay = !ensemble.marks[at]!.some((mark) => mark.day === ensemble.day);
    context.marker = known >= 0 ? known : freeMarker(ensemble, at);
    context.isNewMarker = known < 0;
    ensemble.marks[at]![context.marker] = {
      place: where,
      day: ensemble.day,
      wetG: event.g + (known >= 0 ? ensemble.marks[at]![known]!.wetG : 0),
    };
  }
  const herdWide = event.kind === "takeWorms";
  for (let member = 0; member < size; member += 1) {
    const s = views[at]![member]!;
    if (isWhole) {
      let all = 0;
      for (const other of lines[member]!) all += herdWide ? liveOf(other) : dryOf(other) + other[AT.W]!;
      context.portion = all > 0 ? (herdWide ? liveOf(s) : dryOf(s) + s[AT.W]!) / all : 0;
    }
    context.share =
      event.kind === "removed" && event.depthM !== undefined
        ? (1000 * event.depthM * bin.compartments[at]!.areaM2) / litresOf(s)
        : -1;
    context.error = spread > 0 ? factor(spread, purpose, member) : 1;
    applyEvent(s, event, context);
  }
}

/** A marker no feeding needs any more: an unused one, or the one of which least is left over all members. */
function freeMarker({ views, marks }: Ensemble, at: number): number {
  const used = marks[at]!.length;
  if (used < MARKERS) return used;
  let best = 0;
  let least = Infinity;
  for (let slot = 0; slot < used; slot += 1) {
    let left = 0;
    for (const s of views[at]!) left += markerLeft(s, slot);
    if (left < least) {
      least = left;
      best = slot;
    }
  }
  return best;
}

function rotate(ensemble: Ensemble, order: readonly string[]): void {
  const before = ensemble.bin.compartments;
  const asked = order.map((id) => before.findIndex((one) => one.id === id)).filter((at) => at >= 0);
  const whole = [...new Set([...asked, ...before.keys()])];
  ensemble.bin = { ...ensemble.bin, compartments: whole.map((at) => before[at]!) };
  ensemble.views = whole.map((at) => ensemble.views[at]!);
  ensemble.lines = ensemble.lines.map((line) => whole.map((at) => line[at]!));
  ensemble.marks = whole.map((at) => ensemble.marks[at]!);
}

/** The compartments change: those that stay keep their matter, new ones come empty, what was in a lost one goes to the fed end. */
function rebuild(ensemble: Ensemble, bin: TwinBin): void {
  const { size, bin: before, views, marks } = ensemble;
  const count = bin.compartments.length;
  const same =
    before.compartments.length === count &&
    bin.compartments.every(({ id }, at) => id === before.compartments[at]!.id);
  if (same) {
    ensemble.bin = bin;
    return;
  }
  const state = new Float64Array(size * count * strideWith(furtherHerds(bin)));
  const fresh = viewed(
    state,
    size,
    bin.compartments.map((_, at) => at),
  );
  const from = bin.compartments.map(({ id }) => before.compartments.findIndex((one) => one.id === id));
  const lost = before.compartments.flatMap(({ id }, at) =>
    bin.compartments.some((one) => one.id === id) ? [] : [at],
  );
  for (let member = 0; member < size; member += 1) {
    const first = views[0]![member]!;
    const blank = emptyMember(first[AT.T]!, furtherHerds(bin));
    for (const name of OWN) blank[AT[name]] = first[AT[name]]!;
    from.forEach((old, at) => fresh.views[at]![member]!.set(old >= 0 ? views[old]![member]! : blank));
    const into = fresh.views[fedAt(bin)]![member]!;
    for (const at of lost) moveAll(views[at]![member]!, into);
  }
  ensemble.bin = bin;
  ensemble.state = state;
  Object.assign(ensemble, fresh);
  ensemble.marks = from.map((old) => (old >= 0 ? marks[old]! : []));
}

const BOOKS = [
  AT.RESP,
  AT.EVAP,
  AT.DRAIN,
  AT.METW,
  AT.INDM,
  AT.OUTDM,
  AT.INW,
  AT.OUTW,
  AT.CORDM,
  AT.CORW,
  AT.SU,
] as const;
function moveAll(from: Float64Array, into: Float64Array): void {
  moveMatter(from, into, 1, 1);
  for (const book of BOOKS) into[book] = into[book]! + from[book]!;
}

/** A share of every compartment goes on to the next along, from the fed end; the last receives without giving. Source: process model 18. */
function advance(ensemble: Ensemble, share: number): void {
  const { bin } = ensemble;
  const order = bin.compartments.map((_, at) => at);
  if (isStack(bin)) order.reverse();
  // From the finished end back, so that each gives what it held before it received.
  for (let step = order.length - 2; step >= 0; step -= 1) {
    const from = order[step]!;
    const to = order[step + 1]!;
    carry(ensemble, from, to, share, share * WORMS_ALONG);
  }
}

/** A share of what lies in one compartment goes into another, and so much of its worms; what was fed goes along. */
function carry(ensemble: Ensemble, from: number, to: number, share: number, wormShare: number): void {
  const { views, marks, size, day } = ensemble;
  for (let member = 0; member < size; member += 1)
    moveMatter(views[from]![member]!, views[to]![member]!, share, wormShare);
  marks[from]!.forEach((mark, slot) => {
    if (day - mark.day > 60) return;
    const known = marks[to]!.findIndex((other) => other.day === mark.day && other.place === mark.place);
    const into = known >= 0 ? known : freeMarker(ensemble, to);
    if (known < 0) marks[to]![into] = { ...mark, wetG: mark.wetG * share };
    for (let member = 0; member < size; member += 1)
      moveMarker(views[from]![member]!, slot, views[to]![member]!, into, share);
  });
}
