import { beddingHere } from "@/core/bin/beddingHere";
import { besideIn, NOTHING_BESIDE } from "@/core/log/beside";
import type { BinState } from "@/core/bin/state";
import { fedCompartment, groundUnder, harvestCompartment } from "@/core/bin/system";
import { nextPlace } from "@/core/bin/place";
import { daysBetween } from "@/core/calendar/day";
import { piecesOf } from "@/core/catalogue/pieces";
import { materialOf } from "@/core/catalogue/material";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { Measures } from "@/core/quantity/parse";
import type { AmountOf, Beside, ReadAmount } from "@/core/quantity/readAmount";
import { readAmount } from "@/core/quantity/readAmount";
import type { Dimension } from "@/core/quantity/unit";
import { sayUnreadable } from "@/core/quantity/words";
import type { FactAbout } from "@/records/entry/about";
import type { Reading } from "@/records/entry";
import type { SlipKind } from "@/session/errand";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { BeddingLaid } from "@/vocabulary/deeds";
import type { Spot } from "@/vocabulary/readings";
import { HANDFUL_L } from "@/vocabulary/readings";
import { isHandful, NO_HANDFUL } from "@/core/log/handful";
import type { HarvestMethod, Preparation } from "@/vocabulary/setup";

export interface PartTyped {
  readonly materialId: string;
  readonly amount: string;
  readonly preparation: Preparation;
  readonly juice?: "with" | "without";
}
/** A slip as it stands on the screen; all that is typed stays as typed. */
export interface SlipTyped {
  readonly day: string;
  readonly parts: readonly PartTyped[];
  readonly isDamp: boolean;
  readonly isCover: boolean;
  readonly laid: BeddingLaid | "";
  readonly compartment: string;
  readonly place: string;
  readonly amount: string;
  readonly temperature: string;
  readonly moisture: string;
  readonly belowRim: string;
  readonly handful: string;
  readonly gross: string;
  readonly tare: string;
  readonly method: HarvestMethod;
  readonly depth: string;
  readonly spot: Spot | "";
  readonly note: string;
  readonly helper: string;
}

/** What could not be read has a fault at its field and is never written. */
const NOT_READ: ReadAmount = { massKg: 0, measuredBy: "weighed", typed: "" };

export interface SlipFaults {
  readonly code: "slip/faults";
  /** Sentence by field name; parts are `part0`, `part1` … */
  readonly fields: Readonly<Record<string, string>>;
}

export interface SlipContext extends Measures {
  readonly state: BinState;
  readonly firstDay: LocalDate;
  readonly today: LocalDate;
}

export function emptySlip(slip: SlipKind, { state, today }: SlipContext): SlipTyped {
  const next = nextPlace(state);
  const compartment = state.setup
    ? slip === "harvested"
      ? harvestCompartment(state.setup).id
      : fedCompartment(state.setup).id
    : "";
  return {
    day: today,
    parts: [
      {
        materialId: slip === "bedded" ? beddingHere(state, "dry") : "mixed-kitchen-scraps",
        amount: "",
        preparation: "chopped",
      },
    ],
    // The bed worms move into is soaked first.
    isDamp: state.worms.since === undefined,
    isCover: false,
    laid: "",
    compartment,
    place: next ? String(next.place) : "1",
    amount: "",
    temperature: "",
    moisture: "",
    belowRim: "",
    handful: "",
    gross: "",
    tare: "",
    method: "light",
    depth: "",
    spot: "",
    ...NOTHING_BESIDE,
  };
}

/** What wrung-out bedding holds where the table does not say. */
const DAMP = 0.72;

/** The facts a slip states, or a sentence for each field that does not fit. */
export function slipFacts(
  slip: SlipKind,
  typed: SlipTyped,
  context: SlipContext,
): Outcome<{ readonly day: LocalDate; readonly facts: FactAbout<"bin"> }, SlipFaults> {
  const faults: Record<string, string> = {};
  const unit = DEFAULT_UNIT[context.units];
  type Plain = Exclude<Dimension, "volume">;
  const quantity = (field: string, text: string, dimension: Plain, bare: string): number | undefined => {
    const value = parseQuantity(text, dimension, bare);
    if (value.ok) return value.value;
    faults[field] =
      value.problem.code === "quantity/empty" ? "Write how much." : sayUnreadable(value.problem);
    return undefined;
  };
  const optional = (field: string, text: string, dimension: Plain, bare: string) =>
    text.trim() === "" ? undefined : quantity(field, text, dimension, bare);
  const day = dayIn(typed.day, context);
  if (!day.ok) faults.day = day.problem.sentence;
  const at = { ...(typed.compartment ? { compartment: typed.compartment } : {}) };
  const { note, helper } = besideIn(typed);
  const beside = { ...(note && slip !== "noted" ? { note } : {}), ...(helper ? { helper } : {}) };
  const amountOf = (field: string, text: string, of: AmountOf, more: Beside = {}): ReadAmount => {
    const read = readAmount(text, of, context, { ...more, isSome: true });
    if (read.ok) return read.value;
    faults[field] = read.problem.sentence;
    return NOT_READ;
  };
  /** Bedding may be said by how deep it lies. */
  const ground = groundUnder(context.state.setup, typed.compartment);
  let facts: FactAbout<"bin">;
  switch (slip) {
    case "fed":
      facts = {
        kind: "fed",
        ...at,
        place: Number(typed.place),
        parts: typed.parts.map((part, n) => ({
          materialId: part.materialId,
          preparation: part.preparation,
          ...(part.juice === "without" && /frozen/i.test(part.preparation) ? { juice: part.juice } : {}),
          amount: amountOf(`part${n}`, part.amount, "small", { pieces: piecesOf(part.materialId) }),
        })),
      };
      break;
    case "bedded":
      facts = {
        kind: "bedded",
        ...at,
        ...(typed.isCover ? { isCover: true } : typed.laid ? { laid: typed.laid } : {}),
        parts: typed.parts.map((part, n) => ({
          materialId: part.materialId,
          amount: amountOf(`part${n}`, part.amount, "small", { areaM2: ground }),
          ...(typed.isDamp ? { moisture: materialOf("bedding", part.materialId).dampMoisture ?? DAMP } : {}),
        })),
      };
      break;
    case "watered":
      facts = { kind: "watered", amount: amountOf("amount", typed.amount, "liquid") };
      break;
    case "turned":
      facts = { kind: "turned", ...at };
      break;
    case "noted":
      if (typed.note.trim() === "") faults.note = "Write the note first.";
      facts = { kind: "noted", text: typed.note.trim() };
      break;
    case "harvested": {
      const grossKg = quantity("gross", typed.gross, "mass", unit.mass);
      const tareKg = optional("tare", typed.tare, "mass", unit.smallMass) ?? 0;
      if (grossKg !== undefined && grossKg === 0) faults.gross = "Nothing is not a harvest.";
      if (grossKg !== undefined && tareKg > grossKg)
        faults.tare = "The empty container weighs more than the full one: are the two swapped?";
      const moisture = percentIn("moisture", typed.moisture, faults);
      facts = {
        kind: "harvested",
        ...at,
        grossKg: grossKg ?? 0,
        tareKg,
        method: typed.method,
        ...(moisture === undefined ? {} : { moisture }),
      };
      break;
    }
    case "measured": {
      const readings: Reading[] = [];
      const temperatureC = optional("temperature", typed.temperature, "temperature", unit.temperature);
      const belowRimM = optional("belowRim", typed.belowRim, "length", unit.length);
      const handful = optional("handful", typed.handful, "count", "worms");
      const massKg = optional("gross", typed.gross, "mass", unit.mass);
      const moisture = percentIn("moisture", typed.moisture, faults);
      const depthM = optional("depth", typed.depth, "length", unit.length);
      const taken = {
        ...(depthM === undefined ? {} : { depthM }),
        ...(typed.spot === "" ? {} : { spot: typed.spot }),
      };
      if (temperatureC !== undefined && temperatureC < -60)
        faults.temperature = "No bed is that cold: is the unit right?";
      if (belowRimM !== undefined && belowRimM > 10)
        faults.belowRim = "That is deeper than any bin: is the unit right?";
      if (handful !== undefined && !isHandful(handful)) faults.handful = NO_HANDFUL;
      if (depthM !== undefined && depthM > 10)
        faults.depth = "That is deeper than any bin: is the unit right?";
      if (temperatureC !== undefined)
        readings.push({ of: "temperature", temperatureC, instrument: "probe", ...taken });
      if (moisture !== undefined) readings.push({ of: "moisture", moisture, instrument: "probe", ...taken });
      if (belowRimM !== undefined) readings.push({ of: "fillDepth", belowRimM, instrument: "ruler" });
      if (handful !== undefined) readings.push({ of: "handful", count: handful, volumeL: HANDFUL_L });
      if (massKg !== undefined) readings.push({ of: "weight", massKg, instrument: "scale" });
      if (readings.length === 0 && Object.keys(faults).length === 0)
        faults.temperature = "Write at least one reading.";
      facts = { kind: "looked", lid: "closed", readings };
      break;
    }
  }
  if (!day.ok || Object.keys(faults).length > 0) return refused({ code: "slip/faults", fields: faults });
  return done({ day: day.value, facts: { ...facts, ...beside } });
}

function percentIn(field: string, text: string, faults: Record<string, string>): number | undefined {
  if (text.trim() === "") return undefined;
  const percent = Number(text.trim().replace(/\s*%$/, "").replace(",", "."));
  if (!Number.isFinite(percent) || percent < 1 || percent > 98) {
    faults[field] = "Moisture lies between 1 and 98 %.";
    return undefined;
  }
  return percent / 100;
}

function dayIn(
  text: string,
  { firstDay, today }: SlipContext,
): Outcome<LocalDate, { readonly code: "slip/day"; readonly sentence: string }> {
  const day = localDate.safeParse(text);
  if (!day.success) return refused({ code: "slip/day", sentence: "This is not a day of the calendar." });
  if (daysBetween(today, day.data) > 0)
    return refused({ code: "slip/day", sentence: "That day has not come yet." });
  if (daysBetween(firstDay, day.data) < 0)
    return refused({ code: "slip/day", sentence: "The bin did not exist on that day." });
  return done(day.data);
}
