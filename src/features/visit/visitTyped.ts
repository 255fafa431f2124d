import { NOTHING_BESIDE } from "@/core/log/beside";
import type { Reading } from "@/records/entry";
import type { CompartmentId } from "@/vocabulary/fields";
import type {
  Because,
  Creature,
  FillMark,
  FoodLeft,
  RipenessSeen,
  Smell,
  Squeeze,
  Warmth,
} from "@/vocabulary/readings";
import type { FoodLaid } from "@/vocabulary/deeds";
import type { Step } from "@/core/decision/decision";
import type { Preparation } from "@/vocabulary/setup";
import { HANDFUL_L } from "@/vocabulary/readings";
import { subjectOf } from "@/core/twin/ahead/surprise";
import { isHandful, NO_HANDFUL } from "@/core/log/handful";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";

/** One food of a meal as it is typed. */
export interface MealPartTyped {
  readonly materialId: string;
  readonly amount: string;
  readonly preparation: Preparation;
  readonly juice?: "with" | "without";
}

/** A step as it stood when it was ticked: what was measured out is what was said then. */
export interface Ticked {
  readonly step: Step;
  /** What was proposed since and put aside, as it would have been written. */
  readonly keptAgainst?: string;
}

/** What the keeper has told so far, as typed; kept as a draft until the lid is closed. */
export interface VisitTyped {
  /** The day the lid was lifted, set with the first answer: a visit over midnight keeps it. */
  readonly day: string;
  readonly squeeze?: Squeeze;
  /** Squeezed in other parts than the one that is fed, by compartment. */
  readonly squeezes?: Readonly<Record<string, Squeeze>>;
  readonly smell?: Smell;
  readonly warmth?: Warmth;
  readonly ripeness?: RipenessSeen;
  /** By `compartment/place`. */
  readonly foodLeft: Readonly<Record<string, FoodLeft>>;
  readonly signs: readonly Creature[];
  /** What was said of a reading nobody expected, by `saidOf`. */
  readonly because?: Readonly<Record<string, Because>>;
  readonly temperature: string;
  /** For the quiet check: weight of the whole bin, and how far the contents lie below the rim. */
  readonly weight: string;
  readonly belowRim: string;
  /** Worms counted in a handful. */
  readonly handful: string;
  readonly fillMark?: FillMark;
  readonly note: string;
  readonly helper: string;
  /** Amounts typed over the proposed ones, and steps as they stood when they were ticked, by step key. Nothing is done until it is said. */
  readonly amounts: Readonly<Record<string, string>>;
  readonly materials: Readonly<Record<string, string>>;
  readonly ticked: Readonly<Record<string, Ticked>>;
  /** The meal as it was given, where it was another than the one proposed. */
  readonly meal?: readonly MealPartTyped[];
  readonly laid?: FoodLaid | "";
  /** How deep that meal lies. */
  readonly deep?: string;
  readonly nextDay: string;
}
export const NOTHING_TYPED: VisitTyped = {
  day: "",
  foodLeft: {},
  signs: [],
  temperature: "",
  weight: "",
  belowRim: "",
  handful: "",
  ...NOTHING_BESIDE,
  amounts: {},
  materials: {},
  ticked: {},
  nextDay: "",
};

/** A field that cannot be read: its name and the sentence for beneath it. */
export interface FieldFault {
  readonly code: "visit/field";
  readonly field: string;
  readonly sentence: string;
}

/** Today's readings from what was typed; a field that cannot be read is named. */
export function readingsIn(typed: VisitTyped, units: UnitSystem): Outcome<Reading[], FieldFault> {
  const readings: Reading[] = [];
  if (typed.smell) readings.push({ of: "smell", smell: typed.smell, instrument: "nose" });
  if (typed.squeeze) readings.push({ of: "squeeze", squeeze: typed.squeeze, instrument: "fist" });
  for (const [part, squeeze] of Object.entries(typed.squeezes ?? {}))
    readings.push({ of: "squeeze", squeeze, compartment: part as CompartmentId, instrument: "fist" });
  for (const [key, foodLeft] of Object.entries(typed.foodLeft)) {
    const [compartment, place] = key.split("/") as [CompartmentId, string];
    readings.push({ of: "foodLeft", foodLeft, compartment, place: Number(place), instrument: "eye" });
  }
  if (typed.warmth) readings.push({ of: "warmth", warmth: typed.warmth, instrument: "hand" });
  if (typed.ripeness) readings.push({ of: "ripeness", ripeness: typed.ripeness, instrument: "eye" });
  const typedIn = DEFAULT_UNIT[units];
  const measured: readonly (readonly [
    string,
    keyof VisitTyped & ("temperature" | "weight" | "belowRim" | "handful"),
    "temperature" | "mass" | "length" | "count",
    string,
  ])[] = [
    [typed.temperature, "temperature", "temperature", typedIn.temperature],
    [typed.weight, "weight", "mass", typedIn.mass],
    [typed.belowRim, "belowRim", "length", typedIn.length],
    [typed.handful, "handful", "count", "worms"],
  ];
  for (const [text, field, dimension, unit] of measured) {
    if (text.trim() === "") continue;
    const value = parseQuantity(text, dimension, unit);
    if (!value.ok) return refused({ code: "visit/field", field, sentence: sayUnreadable(value.problem) });
    if (field === "temperature") {
      if (value.value < -60)
        return refused({ code: "visit/field", field, sentence: "No bed is that cold: is the unit right?" });
      readings.push({ of: "temperature", temperatureC: value.value, instrument: "probe", spot: "middle" });
    } else if (field === "handful") {
      if (!isHandful(value.value)) return refused({ code: "visit/field", field, sentence: NO_HANDFUL });
      readings.push({ of: "handful", count: value.value, volumeL: HANDFUL_L });
    } else if (field === "weight") readings.push({ of: "weight", massKg: value.value, instrument: "scale" });
    else if (value.value > 10)
      return refused({
        code: "visit/field",
        field,
        sentence: "That is deeper than any bin: is the unit right?",
      });
    else readings.push({ of: "fillDepth", belowRimM: value.value, instrument: "ruler" });
  }
  if (typed.fillMark) readings.push({ of: "fillMark", mark: typed.fillMark, instrument: "eye" });
  for (const sign of typed.signs) readings.push({ of: "sign", sign, isPresent: true, instrument: "eye" });
  const because = typed.because ?? {};
  return done(
    readings.map((reading) => {
      const said = because[subjectOf({ ...reading, compartmentId: reading.compartment })];
      return said === undefined ? reading : { ...reading, because: said };
    }),
  );
}
