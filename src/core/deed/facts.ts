import type { FactAbout } from "@/records/entry/about";
import type { EntryOf } from "@/records/entry";
import type { BinId, CompartmentId, LocalDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { BinState } from "../bin/state";
import { areaM2, fedCompartment, harvestCompartment, systemOf } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import { amountKg } from "../log/amount";
import { LETS_RAIN, MOIST_KG_PER_L } from "../matter/figures";
import type { Deed, Lot } from "./deed";
import { isStackOfTrays } from "./deed";
import type { Part } from "./parts";
import { holdsOf, partsOf } from "./parts";

/** A bin a deed is done to, as it is known on its day. */
export interface DeedBin {
  readonly binId: BinId;
  readonly state: BinState;
  readonly expectation: Expectation;
}
/** One fact for one log. All of a deed are kept as one act. */
export interface DeedLine {
  readonly binId: BinId;
  readonly fact: FactAbout<"bin">;
}

/** What does not fit, with the nearest that does. */
export type DeedProblem =
  | { readonly code: "deed/nothing" }
  | { readonly code: "deed/beyond"; readonly most: { readonly m?: number; readonly kg?: number; readonly fraction?: number } }
  | { readonly code: "deed/not-a-stack" }
  | { readonly code: "deed/not-a-line" }
  | { readonly code: "deed/same-order" }
  | { readonly code: "deed/same-bin" }
  | { readonly code: "deed/no-receiver" }
  | { readonly code: "deed/empty-already"; readonly since?: LocalDate }
  | { readonly code: "deed/too-high"; readonly mostM: number }
  | { readonly code: "deed/no-drain" }
  | { readonly code: "deed/not-empty"; readonly kg: number }; // prettier-ignore

/** Trays above this tip over, and the lowest cannot be lifted out. Judgement. */
const MOST_STACK_M = 1.4;
/** An amount known roughly may be this much above what the model says lies there. */
const SLACK = 1.3;
/** Litres given as zero, and kilograms: a deed of nothing. */
const isNothing = (amount: { massKg: number } | { volumeL: number }): boolean =>
  ("massKg" in amount ? amount.massKg : amount.volumeL) <= 0;

type Lines = Outcome<readonly DeedLine[], DeedProblem>;

/** The facts of a deed for each log it touches, or what does not fit. Never throws. `receivers` may take what goes over. */
export function deedFacts(
  deed: Deed,
  here: DeedBin,
  today: LocalDate,
  receivers: readonly DeedBin[] = [],
): Lines {
  const { state } = here;
  const { setup } = state;
  if (!setup) return refused({ code: "deed/nothing" });
  const parts = partsOf(state, here.expectation, today);
  const one = (fact: FactAbout<"bin">): Lines => done([{ binId: here.binId, fact }]);
  const at = (compartment: CompartmentId | undefined) => (compartment ? { compartment } : {});
  switch (deed.of) {
    case "moveAlong": {
      if (systemOf(setup.system).arrangement === "single" || setup.compartments.length < 2)
        return refused({ code: "deed/not-a-line" });
      const longest = Math.max(...setup.compartments.map(({ widthM }) => widthM));
      const fraction = deed.byM === undefined ? (deed.fraction ?? 0) : deed.byM / longest;
      if (!(fraction > 0)) return refused({ code: "deed/nothing" });
      if (fraction > 1.0001) return refused({ code: "deed/beyond", most: { m: longest, fraction: 1 } });
      return one({
        kind: "advanced",
        fraction: Math.min(1, fraction),
        ...(deed.byM === undefined ? {} : { byM: deed.byM }),
      });
    }
    case "rotate":
      if (!isStackOfTrays(setup) || setup.compartments.length < 2)
        return refused({ code: "deed/not-a-stack" });
      if (setup.compartments.every(({ id }, place) => id === deed.order[place]))
        return refused({ code: "deed/same-order" });
      return one({ kind: "rotated", order: [...deed.order] });
    case "addPart": {
      const isLine = systemOf(setup.system).arrangement === "line";
      const high = setup.compartments.reduce((sum, { heightM }) => sum + heightM, 0);
      if (!isLine && high + deed.added.heightM > MOST_STACK_M)
        return refused({ code: "deed/too-high", mostM: Math.max(0, MOST_STACK_M - high) });
      const position = Math.min(setup.compartments.length, Math.max(0, deed.position));
      return one({
        kind: "added",
        added: deed.added,
        position,
        ...(deed.liftedFraction === undefined ? {} : { liftedFraction: deed.liftedFraction }),
      });
    }
    case "takeOut":
      return takeOut(deed, here, today, receivers);
    case "putIn":
      if (isNothing(deed.amount)) return refused({ code: "deed/nothing" });
      return one({ kind: "received", what: deed.what, amount: deed.amount, ...at(deed.compartment) });
    case "emptyRefill": {
      if (isEmpty(here, parts) && deed.bedding.length === 0)
        return refused({
          code: "deed/empty-already",
          ...(state.emptiedOn ? { since: state.emptiedOn } : {}),
        });
      const over = goesOver(here, deed, parts, () => 1, !deed.keepsWorms, receivers);
      if (!over.ok) return over;
      return done([
        ...(deed.drained ? [{ binId: here.binId, fact: { kind: "drained" as const, amount: deed.drained } }] : []),
        ...(isEmpty(here, parts)
          ? []
          : [
              {
                binId: here.binId,
                fact: {
                  kind: "emptied" as const,
                  keepsWorms: deed.keepsWorms,
                  to: deed.to,
                  ...(deed.to === "bin" && deed.toBinId ? { toBinId: deed.toBinId } : {}),
                },
              },
            ]),
        ...(deed.bedding.length > 0
          ? [{ binId: here.binId, fact: { kind: "bedded" as const, parts: [...deed.bedding] } }]
          : []),
        ...(deed.meal.length > 0
          ? [{ binId: here.binId, fact: { kind: "fed" as const, parts: [...deed.meal], place: 1 } }]
          : []),
        ...(isEmpty(here, parts) ? [] : over.value),
      ]); // prettier-ignore
    }
    case "tip": {
      if (!(deed.fraction > 0)) return refused({ code: "deed/nothing" });
      if (deed.fraction > 1) return refused({ code: "deed/beyond", most: { fraction: 1 } });
      if (isEmpty(here, parts))
        return refused({
          code: "deed/empty-already",
          ...(state.emptiedOn ? { since: state.emptiedOn } : {}),
        });
      const over = goesOver(here, { to: "bin", toBinId: deed.toBinId }, parts, () => deed.fraction, true, receivers); // prettier-ignore
      if (!over.ok) return over;
      const isAll = deed.fraction >= 0.999;
      return done([
        {
          binId: here.binId,
          fact: { kind: isAll ? "tipped" : "split", fraction: deed.fraction, toBinId: deed.toBinId },
        },
        ...(isAll && deed.thenRetired ? [retired(here.binId, true)] : []),
        ...over.value,
      ]);
    }
    case "loosen":
      return one({ kind: "turned", ...at(deed.compartment) });
    case "cover":
      if (!deed.cover && !deed.over) return refused({ code: "deed/nothing" });
      return one({
        kind: "covered",
        ...(deed.cover ? { cover: deed.cover } : {}),
        ...(deed.over ? { over: deed.over } : {}),
      });
    case "drain":
      if (setup.drainage === "none") return refused({ code: "deed/no-drain" });
      return one({
        kind: "drained",
        ...(deed.amount ? { amount: deed.amount } : {}),
        ...(deed.looks ? { looks: deed.looks } : {}),
      });
    case "water":
      if (isNothing(deed.amount)) return refused({ code: "deed/nothing" });
      return one({
        kind: "watered",
        amount: deed.amount,
        means: deed.means,
        ...at(deed.means === "trayBelow" ? lowest(state) : deed.compartment),
      });
    case "rain": {
      if (!(deed.fellM > 0)) return refused({ code: "deed/nothing" });
      const volumeL = Number(
        (1000 * deed.fellM * LETS_RAIN[setup.cover] * areaM2(fedCompartment(setup))).toFixed(2),
      );
      return one({ kind: "watered", amount: { volumeL, measuredBy: "guessed" }, means: "rain" });
    }
    case "give":
      if (isNothing(deed.amount)) return refused({ code: "deed/nothing" });
      return one({
        kind: "dosed",
        materialId: deed.materialId,
        amount: deed.amount,
        ...at(deed.compartment),
      });
    case "sieve":
      return one({ kind: "removed", what: "minerals", ...(deed.amount ? { amount: deed.amount } : {}) });
    case "liftTower":
      if (isEmpty(here, parts)) return refused({ code: "deed/empty-already" });
      return done([
        { binId: here.binId, fact: { kind: "removed", what: "contents", fraction: LEFT_IN_GROUND, to: "ground" } },
        ...(deed.topUp.length > 0
          ? [{ binId: here.binId, fact: { kind: "bedded" as const, parts: [...deed.topUp] } }]
          : []),
      ]); // prettier-ignore
    case "weigh":
      if (!(deed.grossKg > deed.tareKg)) return refused({ code: "deed/nothing" });
      return one({ kind: "weighed", grossKg: deed.grossKg, tareKg: deed.tareKg });
    case "retire": {
      const lying = parts.reduce((sum, { wetKg }) => sum + wetKg, 0);
      if (!isEmpty(here, parts)) return refused({ code: "deed/not-empty", kg: lying });
      return done([retired(here.binId, true)]);
    }
    case "useAgain":
      return done([retired(here.binId, false)]);
  }
}

/** A tower is lifted out of what it has filled: that stays where it is; what hangs in the tube goes along. Judgement. */
const LEFT_IN_GROUND = 0.85;

const retired = (binId: BinId, is: boolean): DeedLine => ({
  binId,
  fact: { kind: "altered", changes: { retired: is } },
});
const lowest = ({ setup }: BinState): CompartmentId | undefined =>
  setup && systemOf(setup.system).arrangement === "stack" ? setup.compartments[0]!.id : undefined;
const isEmpty = ({ state }: DeedBin, parts: readonly Part[]): boolean =>
  state.emptiedOn !== undefined || parts.every(({ dryKg }) => dryKg < 0.005);

/** The parts a lot lies in: the one named, the end it is taken from, or all. */
function meant(lot: Lot, state: BinState, parts: readonly Part[]): readonly Part[] {
  const setup = state.setup!;
  const id =
    lot.compartment ??
    (lot.from === "top"
      ? fedCompartment(setup).id
      : lot.from === "below"
        ? harvestCompartment(setup).id
        : undefined);
  return id === undefined ? parts : parts.filter(({ compartment }) => compartment.id === id);
}

function takeOut(
  deed: Extract<Deed, { of: "takeOut" }>,
  here: DeedBin,
  today: LocalDate,
  receivers: readonly DeedBin[],
): Lines {
  const parts = meant(deed, here.state, partsOf(here.state, here.expectation, today));
  const wetKg = parts.reduce((sum, part) => sum + part.wetKg, 0);
  const deepest = Math.max(0, ...parts.map(({ depthM }) => depthM));
  if (wetKg < 0.01) return refused({ code: "deed/empty-already" });
  const askedKg = deed.amount && amountKg(deed.amount, { densityKgPerL: MOIST_KG_PER_L });
  const share =
    deed.fraction ??
    (deed.depthM !== undefined ? deed.depthM / deepest : askedKg === undefined ? 0 : askedKg / wetKg);
  if (!(share > 0)) return refused({ code: "deed/nothing" });
  if (deed.fraction !== undefined && deed.fraction > 1)
    return refused({ code: "deed/beyond", most: { fraction: 1 } });
  if (share > SLACK)
    return refused({
      code: "deed/beyond",
      most: deed.depthM !== undefined ? { m: deepest } : { kg: wetKg },
    });
  const part = Math.min(1, share);
  const over = goesOver(here, deed, parts, () => part, deed.withWorms, receivers, deed.amount);
  if (!over.ok) return over;
  return done([
    {
      binId: here.binId,
      fact: {
        kind: "removed",
        what: "contents",
        ...(deed.compartment ? { compartment: deed.compartment } : {}),
        ...(deed.from ? { from: deed.from } : {}),
        ...(deed.depthM === undefined ? {} : { depthM: deed.depthM }),
        ...(deed.fraction === undefined ? {} : { fraction: deed.fraction }),
        ...(deed.amount ? { amount: deed.amount } : {}),
        to: deed.to,
        ...(deed.to === "bin" && deed.toBinId ? { toBinId: deed.toBinId } : {}),
        ...(deed.withWorms ? { withWorms: true } : {}),
      },
    },
    ...over.value,
  ]);
}

/** What another bin receives of it, as what it is; nothing where it goes nowhere of ours. */
function goesOver(
  here: DeedBin,
  { to, toBinId }: Pick<Extract<Deed, { of: "takeOut" }>, "to" | "toBinId">,
  parts: readonly Part[],
  shareOf: (part: Part) => number,
  withWorms: boolean,
  receivers: readonly DeedBin[],
  weighed?: EntryOf<"received">["amount"],
): Lines {
  if (to !== "bin") return done([]);
  if (toBinId === here.binId) return refused({ code: "deed/same-bin" });
  const receiver = receivers.find(({ binId }) => binId === toBinId);
  if (!receiver?.state.setup) return refused({ code: "deed/no-receiver" });
  const { wetKg, holds } = holdsOf(parts, shareOf, here.expectation, withWorms);
  return done([
    {
      binId: receiver.binId,
      fact: {
        kind: "received",
        what: "contents",
        compartment: fedCompartment(receiver.state.setup).id,
        fromBinId: here.binId,
        speciesId: here.state.worms.speciesId,
        amount: weighed ?? { massKg: wetKg, measuredBy: "guessed" },
        holds,
      },
    },
  ]);
}
