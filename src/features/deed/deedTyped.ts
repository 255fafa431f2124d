import { groundUnder } from "@/core/bin/system";
import { beddingHere } from "@/core/bin/beddingHere";
import { NOTHING_BESIDE } from "@/core/log/beside";
import { LIFTED_UP } from "@/core/matter/figures";
import type { Deed, DeedKind } from "@/core/deed/deed";
import { materialOf } from "@/core/catalogue/material";
import { fedCompartment, harvestCompartment, systemOf } from "@/core/bin/system";
import type { BinState } from "@/core/bin/state";
import type { Container } from "@/core/quantity/containers";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { readAmount } from "@/core/quantity/readAmount";
import { sayUnreadable } from "@/core/quantity/words";
import type { Compartment } from "@/records/setup";
import type { LiquidLooks, OverBed, PutIn, TakenFrom, WaterMeans, WentTo } from "@/vocabulary/deeds";
import type { BinId, CompartmentId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { Cover, Preparation } from "@/vocabulary/setup";

/** How much of a part: as one saw it. */
export type Measure = "depth" | "share" | "amount";

/** A deed as it stands on the screen; all that is typed stays as typed. */
export interface DeedTyped {
  readonly day: string;
  readonly note: string;
  readonly helper: string;
  readonly compartment: string;
  readonly amount: string;
  readonly measure: Measure;
  readonly from: TakenFrom;
  readonly length: string;
  readonly share: number;
  readonly to: WentTo;
  readonly toBin: string;
  readonly withWorms: boolean;
  readonly keepsWorms: boolean;
  readonly what: PutIn;
  readonly means: WaterMeans;
  readonly cover: Cover | "";
  readonly over: OverBed | "";
  readonly isDamp: boolean;
  readonly looks: LiquidLooks | "";
  readonly materialId: string;
  readonly bedding: string;
  readonly beddingId: string;
  readonly isBeddingDamp: boolean;
  readonly meal: string;
  readonly mealId: string;
  readonly preparation: Preparation;
  readonly drained: string;
  readonly order: readonly string[];
  readonly height: string;
  readonly gross: string;
  readonly tare: string;
  readonly thenRetired: boolean;
}

export function emptyDeed(of: DeedKind, state: BinState, today: LocalDate, compartment?: string): DeedTyped {
  const setup = state.setup;
  const isLine = setup !== undefined && systemOf(setup.system).arrangement === "line";
  const usual = !setup
    ? ""
    : of === "loosen"
      ? ""
      : (of === "takeOut" && isLine ? harvestCompartment(setup) : fedCompartment(setup)).id;
  return {
    day: today,
    ...NOTHING_BESIDE,
    compartment: compartment ?? usual,
    amount: "",
    measure: of === "takeOut" && !isLine ? "depth" : "share",
    from: setup && compartment && compartment !== fedCompartment(setup).id ? "below" : "top",
    length: "",
    share: 1,
    to: "heap",
    toBin: "",
    withWorms: false,
    keepsWorms: true,
    what: "worked",
    means: "can",
    cover: "",
    over: "",
    isDamp: true,
    looks: "",
    materialId: "eggshell-crushed",
    bedding: "",
    beddingId: beddingHere(state, "damp"),
    isBeddingDamp: true,
    meal: "",
    mealId: "mixed-kitchen-scraps",
    preparation: "chopped",
    drained: "",
    order: setup ? setup.compartments.map(({ id }) => id) : [],
    height: "",
    gross: "",
    tare: "",
    thenRetired: false,
  };
}

export interface DeedFaults {
  readonly code: "deed/faults";
  /** Sentence by field name. */
  readonly fields: Readonly<Record<string, string>>;
}
export interface DeedContext {
  readonly state: BinState;
  readonly firstDay: LocalDate;
  readonly today: LocalDate;
  readonly units: UnitSystem;
  readonly containers: readonly Container[];
  /** Names the tray that is added. */
  readonly newId: string;
}
/** What a rain gauge is marked in. */
export const rainUnit = (units: UnitSystem): string => (units === "us" ? "in" : "mm");

/** What wrung-out bedding holds where the table does not say. */
const DAMP = 0.72;

/** Ground that a layer of it would lie on, m²: bedding may be said by its depth. */
export const liesOn = (
  of: DeedKind,
  field: "amount" | "bedding" | "meal" | "drained",
  { setup }: BinState,
  { compartment }: DeedTyped,
): number | undefined =>
  field === "bedding" || (of === "putIn" && field === "amount") ? groundUnder(setup, compartment) : undefined;

/** The deed that is typed, or a sentence for each field that cannot be read. */
export function deedOf(
  of: DeedKind,
  typed: DeedTyped,
  { state, firstDay, today, units, containers, newId }: DeedContext,
): Outcome<{ readonly day: LocalDate; readonly deed: Deed }, DeedFaults> {
  const faults: Record<string, string> = {};
  const unit = DEFAULT_UNIT[units];
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (day.data > today) faults.day = "That day has not come yet.";
  else if (day.data < firstDay) faults.day = "The bin did not exist on that day.";

  const length = (field: "length" | "height", bare: string = unit.length): number => {
    const value = parseQuantity(typed[field], "length", bare);
    if (value.ok) return value.value;
    faults[field] = value.problem.code === "quantity/empty" ? "Write how much." : sayUnreadable(value.problem); // prettier-ignore
    return 0;
  };
  const mass = (field: "gross" | "tare"): number => {
    const value = parseQuantity(typed[field], "mass", unit.mass);
    if (value.ok) return value.value;
    faults[field] = value.problem.code === "quantity/empty" ? "Write how much." : sayUnreadable(value.problem); // prettier-ignore
    return 0;
  };
  const amount = (field: "amount" | "bedding" | "meal" | "drained", massFirst: boolean) => {
    const areaM2 = liesOn(of, field, state, typed);
    const read = readAmount(typed[field], massFirst ? "small" : "liquid", { units, containers }, { areaM2 });
    if (read.ok) return read.value;
    faults[field] = read.problem.sentence;
    return { massKg: 0, measuredBy: "weighed" as const };
  };
  const part = typed.compartment ? { compartment: typed.compartment as CompartmentId } : {};
  const bedding = () =>
    typed.bedding.trim() === ""
      ? []
      : [
          {
            materialId: typed.beddingId,
            amount: amount("bedding", true),
            ...(typed.isBeddingDamp
              ? { moisture: materialOf("bedding", typed.beddingId).dampMoisture ?? DAMP }
              : {}),
          },
        ];
  const toBin = typed.to === "bin" && typed.toBin ? { toBinId: typed.toBin as BinId } : {};
  if (typed.to === "bin" && !typed.toBin && (of === "takeOut" || of === "emptyRefill"))
    faults.toBin = "Choose the bin it goes into.";
  if (of === "tip" && !typed.toBin) faults.toBin = "Choose the bin it goes into.";

  const deed = ((): Deed => {
    switch (of) {
      case "moveAlong":
        return typed.length.trim() === "" ? { of, fraction: typed.share } : { of, byM: length("length") };
      case "addPart": {
        const model = state.setup?.compartments.at(-1);
        const heightM = typed.height.trim() === "" ? (model?.heightM ?? 0.15) : length("height");
        const { name: _before, ...size } = model ?? ({} as Partial<Compartment>);
        const added = { ...size, id: newId, heightM } as Compartment;
        return {
          of,
          added,
          position: state.setup?.compartments.length ?? 0,
          ...(typed.withWorms ? { liftedFraction: LIFTED_UP } : {}),
        };
      }
      case "rotate":
        return { of, order: typed.order as readonly CompartmentId[] };
      case "takeOut":
        return {
          of,
          ...part,
          to: typed.to,
          ...toBin,
          withWorms: typed.withWorms,
          ...(typed.measure === "depth"
            ? { from: typed.from, depthM: length("length") }
            : typed.measure === "share"
              ? { fraction: typed.share }
              : { amount: amount("amount", true) }),
        };
      case "putIn":
        return { of, ...part, what: typed.what, amount: amount("amount", true) };
      case "emptyRefill":
        return {
          of,
          keepsWorms: typed.keepsWorms,
          to: typed.to,
          ...toBin,
          bedding: bedding(),
          meal:
            typed.meal.trim() === ""
              ? []
              : [
                  {
                    materialId: typed.mealId,
                    amount: amount("meal", true),
                    preparation: typed.preparation,
                  },
                ],
          ...(typed.drained.trim() === "" ? {} : { drained: amount("drained", false) }),
        };
      case "tip":
        return { of, fraction: typed.share, toBinId: typed.toBin as BinId, thenRetired: typed.thenRetired };
      case "loosen":
        return { of, ...part };
      case "cover":
        return {
          of,
          ...(typed.cover ? { cover: typed.cover } : {}),
          ...(typed.over ? { over: { what: typed.over, isDamp: typed.isDamp } } : {}),
        };
      case "drain":
        return {
          of,
          ...(typed.amount.trim() === "" ? {} : { amount: amount("amount", false) }),
          ...(typed.looks ? { looks: typed.looks } : {}),
        };
      case "water":
        return { of, ...part, means: typed.means, amount: amount("amount", false) };
      case "rain":
        return { of, fellM: length("length", rainUnit(units)) };
      case "give":
        return { of, ...part, materialId: typed.materialId, amount: amount("amount", true) };
      case "sieve":
        return { of, ...(typed.amount.trim() === "" ? {} : { amount: amount("amount", true) }) };
      case "liftTower":
        return { of, topUp: bedding() };
      case "weigh": {
        const [grossKg, tareKg] = [mass("gross"), mass("tare")];
        if (!faults.gross && !faults.tare && tareKg >= grossKg)
          faults.tare = "The empty bin weighs as much as the full one: are the two swapped?";
        return { of, grossKg, tareKg };
      }
      case "retire":
      case "useAgain":
        return { of };
    }
  })();
  if (!day.success || Object.keys(faults).length > 0) return refused({ code: "deed/faults", fields: faults });
  return done({ day: day.data, deed });
}
