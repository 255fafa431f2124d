import type { FactAbout } from "@/records/entry/about";
import { daysBetween } from "@/core/calendar/day";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { Lot, Rest } from "@/core/stocking/delivery";
import { shareDelivery } from "@/core/stocking/delivery";
import { sayStockProblem } from "@/core/stocking/words";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { SpeciesId } from "@/vocabulary/setup";

/** A delivery as it stands on the screen. */
export interface DeliveryTyped {
  readonly day: string;
  readonly lots: readonly { readonly species: SpeciesId; readonly amount: string }[];
  /** Share of young worms, as a fraction. */
  readonly young: string;
  readonly shares: readonly { readonly binId: string; readonly percent: string }[];
  readonly rest: Rest | "";
}
export interface DeliveryContext {
  readonly units: UnitSystem;
  readonly today: LocalDate;
  readonly bins: readonly {
    readonly id: BinId;
    readonly name: string;
    readonly firstDay: LocalDate;
    readonly areaM2: number;
    readonly wormsKg: number;
  }[];
}
export const emptyDelivery = (today: LocalDate, binId: string): DeliveryTyped => ({
  day: today,
  lots: [{ species: "fetida", amount: "" }],
  young: "0.3",
  shares: [{ binId, percent: "100" }],
  rest: "",
});

/** "2000 per m2", "2,000/m²", "200 / ft2". */
const BY_AREA = /^([\d., \u202f]+?)\s*(?:worms\s*)?(?:per|\/|a)\s*(m2|m²|sq m|ft2|ft²|sq ft)$/i;
const M2_PER_FT2 = 0.09290304;

/** The lots that can be read, and a sentence for each that cannot. By area means the surface of the bins that share. */
export function readLots(
  typed: DeliveryTyped,
  { units, bins }: DeliveryContext,
): { readonly lots: readonly Lot[]; readonly faults: Readonly<Record<string, string>> } {
  const faults: Record<string, string> = {};
  const areaM2 = bins
    .filter(({ id }) => typed.shares.some((share) => share.binId === id))
    .reduce((sum, bin) => sum + bin.areaM2, 0);
  const lots = typed.lots.flatMap(({ species, amount }, at): Lot[] => {
    const text = amount.trim();
    if (text === "") return [];
    const byArea = BY_AREA.exec(text);
    if (byArea) {
      const perArea = Number(byArea[1]!.replace(/[ ,\u202f]/g, ""));
      const perM2 = /ft/i.test(byArea[2]!) ? perArea / M2_PER_FT2 : perArea;
      if (!(perM2 > 0)) faults[`lot${at}`] = "How many to the square metre or foot?";
      return perM2 > 0
        ? [{ speciesId: species, amount: { count: Math.round(perM2 * areaM2) }, typed: text }]
        : [];
    }
    const mass = parseQuantity(text, "mass", DEFAULT_UNIT[units].smallMass);
    if (mass.ok) return [{ speciesId: species, amount: { massKg: mass.value }, typed: text }];
    const count = parseQuantity(text, "count", "none");
    if (count.ok) return [{ speciesId: species, amount: { count: Math.round(count.value) }, typed: text }];
    faults[`lot${at}`] =
      mass.problem.code === "quantity/wrong-dimension" || mass.problem.code === "quantity/unknown-unit"
        ? "By weight (500 g, 1 lb), by number (1000 worms), or by area (2000 per m², 200 per sq ft)."
        : sayUnreadable(mass.problem);
    return [];
  });
  return { lots, faults };
}

export interface DeliveryFaults {
  readonly code: "delivery/faults";
  /** Sentence by field: `lot0`, `share1`, `rest`, `day`. */
  readonly fields: Readonly<Record<string, string>>;
}

/** The entries of the delivery, or a sentence where something does not fit. */
export function deliveryFacts(
  typed: DeliveryTyped,
  context: DeliveryContext,
): Outcome<
  {
    readonly day: LocalDate;
    readonly entries: readonly { readonly binId: BinId; readonly facts: FactAbout<"bin"> }[];
  },
  DeliveryFaults
> {
  const { today, bins, units } = context;
  const { lots, faults: lotFaults } = readLots(typed, context);
  const faults: Record<string, string> = { ...lotFaults };
  typed.lots.forEach(({ amount }, at) => {
    if (amount.trim() === "") faults[`lot${at}`] = "Write how many came.";
  });
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (daysBetween(today, day.data) > 0) faults.day = "That day has not come yet.";
  const shares = typed.shares.map(({ binId, percent }, at) => {
    const value = percent.trim() === "" ? 0 : Number(percent.trim().replace(/\s*%$/, "").replace(",", "."));
    if (!(value >= 0 && value <= 100)) faults[`share${at}`] = "From 0 to 100 %.";
    const bin = bins.find(({ id }) => id === binId);
    if (!bin) faults[`share${at}`] = "Which bin?";
    else if (day.success && day.data < bin.firstDay) faults.day = `${bin.name} did not exist on that day.`;
    if (typed.shares.findIndex((other) => other.binId === binId) !== at)
      faults[`share${at}`] = "This bin is named twice.";
    return { binId: binId as BinId, fraction: value / 100 };
  });
  if (Object.keys(faults).length > 0 || !day.success)
    return refused({ code: "delivery/faults", fields: faults });
  const shared = shareDelivery({
    lots,
    shares,
    immatureFraction: Number(typed.young),
    rest: typed.rest === "" ? undefined : typed.rest,
    surfaces: Object.fromEntries(bins.map(({ id, areaM2, wormsKg }) => [id, { areaM2, wormsKg }])),
  });
  if (shared.ok) return done({ day: day.data, entries: shared.value.entries });
  const { problem } = shared;
  const sentence = sayStockProblem(problem, {
    units,
    nameOf: (id) => bins.find((bin) => bin.id === id)?.name ?? "That bin",
  });
  const field =
    problem.code === "delivery/rest"
      ? "rest"
      : problem.code === "delivery/crowded"
        ? `share${shares.findIndex(({ binId }) => binId === problem.binId)}`
        : problem.code === "delivery/over"
          ? `share${shares.length - 1}`
          : "lot0";
  return refused({ code: "delivery/faults", fields: { [field]: sentence } });
}
