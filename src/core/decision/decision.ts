import type { Compartment } from "@/records/setup";
import type { CompartmentId, LocalDate } from "@/vocabulary/fields";
import type { Preparation, SchoolId } from "@/vocabulary/setup";
import type { TriedCap } from "../bin/tried";
import type { Band, RationLimit } from "../expectation/expectation";
import type { Creature, FoodLeft, Smell, Squeeze } from "@/vocabulary/readings";

/** What the visit comes to. */
export type Verdict = "actNow" | "beddingOnly" | "moistureFirst" | "makeRoom" | "wait" | "feed" | "leave";

export const STEP_KINDS = [
  "ventilate",
  "moveToShade",
  "cool",
  "warmUp",
  "rescueWorms",
  "secureBin",
  "removeFood",
  "drain",
  "spongeOff",
  "scoopOut",
  "harvest",
  "fluff",
  "addDryBedding",
  "water",
  "feed",
  "cover",
  "grit",
  "restack",
  "addTray",
  "moveAlong",
  "takeOutUnripe",
  "airLid",
  "keepAsIs",
  "countHandful",
  "thinOut",
  "closeAgain",
  "leaveInPeace",
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** What lies below a hot bed: nothing to flee to, a depth that is cooler (by the forecast, where it has one), or one that has warmed through. */
export type Depth =
  | { readonly is: "shallow" }
  | { readonly is: "warmedThrough" }
  | { readonly is: "cooler"; readonly belowC?: Band };

/** Warmth of a bed as it is known: read at the visit, or only expected, °C. */
export type Warmth = { readonly readC: number } | { readonly likelyC: Band };

/** Why a step is there; the sentence is made in words.ts, in the keeper's units. */
export type Reason =
  | { readonly code: "emergency/too-hot"; readonly temperatureC?: number }
  | { readonly code: "emergency/escape" }
  | { readonly code: "emergency/dying" }
  | { readonly code: "emergency/ammonia" }
  | { readonly code: "emergency/flooded" }
  | { readonly code: "emergency/rodents" }
  | { readonly code: "emergency/frost"; readonly temperatureC?: number }
  | { readonly code: "emergency/lid-in-heat" }
  | {
      readonly code: "heat/warm";
      readonly warmth: Warmth;
      readonly depth: Depth;
      readonly againInDays?: number;
    }
  | { readonly code: "heat/near"; readonly temperatureC: number }
  | { readonly code: "heat/ahead"; readonly chance: number }
  | { readonly code: "heat/no-food" }
  | { readonly code: "frost/after" }
  | { readonly code: "room/full"; readonly freeL: number }
  | { readonly code: "room/ripe"; readonly ripeness: number }
  | { readonly code: "room/next-tray"; readonly freeL: number }
  | { readonly code: "room/unripe" }
  | { readonly code: "room/move-along"; readonly freeL: number }
  | { readonly code: "room/comes-down"; readonly freeL: number }
  | { readonly code: "bed/spent" }
  | { readonly code: "feast/skim" }
  | { readonly code: "bed/shrinks" }
  | { readonly code: "bed/before-meal" }
  | { readonly code: "food/half-the-places"; readonly places: number; readonly of: number }
  | { readonly code: "food/all-lies"; readonly meals: number }
  | { readonly code: "food/first-seen"; readonly wormsKg: number }
  | { readonly code: "food/first"; readonly wormsKg: number }
  | { readonly code: "food/settling"; readonly untilDay: LocalDate }
  | { readonly code: "food/under-watch"; readonly since: LocalDate; readonly isOver: boolean }
  | { readonly code: "food/airs"; readonly smelledOn: LocalDate; readonly untilDay: LocalDate }
  | { readonly code: "food/start" }
  | { readonly code: "food/too-warm"; readonly warmth: Warmth }
  | { readonly code: "food/feast"; readonly massKg: number }
  | { readonly code: "food/feast-first" }
  | { readonly code: "herd/over"; readonly wormsKg: number; readonly spareKg: number }
  | { readonly code: "herd/at-risk"; readonly chance: number; readonly isNow: boolean }
  | { readonly code: "moisture/week-on"; readonly moisture: number; readonly target: number }
  | { readonly code: "cover/lay-back" }
  | { readonly code: "cover/mat" }
  | { readonly code: "sign/answer"; readonly sign: Creature }
  /** Drops under the lid and worms up the walls: the air above the bed is too moist, not the bed too bare. */
  | { readonly code: "sign/sweating" }
  | { readonly code: "air/gas-off-first" }
  /** A tight lid over little air: what is breathed off stays under it. */
  | { readonly code: "air/tight-lid"; readonly airL: number }
  | { readonly code: "air/let-in" }
  | { readonly code: "air/at-risk"; readonly trouble: number }
  | { readonly code: "smell/off"; readonly smell: Smell }
  | { readonly code: "smell/food-source" }
  | {
      readonly code: "moisture/dry";
      readonly moisture: number;
      readonly target: number;
      readonly squeeze?: Squeeze;
    }
  | {
      readonly code: "moisture/wet";
      readonly moisture: number;
      readonly target: number;
      readonly squeeze?: Squeeze;
    }
  | { readonly code: "weight/fallen"; readonly kg: number; readonly beforeKg: number }
  | { readonly code: "harvest/wanted"; readonly on: LocalDate; readonly massKg?: number }
  | { readonly code: "food/before-harvest"; readonly on: LocalDate }
  | { readonly code: "food/before-absence"; readonly days: number; readonly until: LocalDate }
  | { readonly code: "food/fine-film" }
  | { readonly code: "acid/lime" }
  | { readonly code: "moisture/sump" }
  | { readonly code: "moisture/standing" }
  | { readonly code: "moisture/make-room" }
  | {
      readonly code: "moisture/past-soaking";
      /** Dry bedding that all of the bed would want, and the room there is for it. */
      readonly neededKg: number;
      readonly freeL: number;
      /** Of the bed, what has to leave before the rest can be soaked up. */
      readonly share: number;
    }
  | { readonly code: "moisture/meal"; readonly foodKg: number }
  | { readonly code: "food/left"; readonly place: number; readonly foodLeft: FoodLeft }
  | { readonly code: "food/expected-left"; readonly place: number; readonly left: number }
  | { readonly code: "food/too-early"; readonly lastFedOn: LocalDate; readonly minIntervalDays: number }
  | { readonly code: "food/too-cold"; readonly warmth: Warmth }
  | { readonly code: "food/no-worms" }
  | { readonly code: "food/no-room" }
  | { readonly code: "food/too-little" }
  | { readonly code: "food/buffer-full"; readonly standingKg: number }
  | { readonly code: "food/by-room"; readonly freeL: number }
  | { readonly code: "food/by-worms"; readonly days: number; readonly wormsKg: number }
  | {
      readonly code: "food/by-twin";
      readonly days: number;
      readonly limit: RationLimit;
      readonly trouble: number;
    }
  /** What the keeper's own meals speak for: measured from one of them. */
  | ({ readonly code: "food/tried" } & Omit<TriedCap, "mostKg">)
  /** No more was asked of the forecast before a look that has just come in. */
  | { readonly code: "food/asked-so-far" }
  /** The forecast fears for its air, and nose and fist found it sound today: a small meal. */
  | { readonly code: "food/sound-today" }
  | { readonly code: "forecast/pending" }
  | { readonly code: "food/by-sign"; readonly sign: Creature }
  | { readonly code: "food/cool"; readonly warmth: Warmth }
  | { readonly code: "food/by-plan"; readonly share: number; readonly mostKg: number }
  | { readonly code: "food/by-bedding"; readonly ratio: number; readonly beddingL: number }
  /** Spread over the whole part it would lie thicker than that. */
  | { readonly code: "food/by-layer"; readonly depthM: number }
  | { readonly code: "cover/flies"; readonly depthM: number }
  | { readonly code: "grit/monthly" }
  | { readonly code: "school/in-peace"; readonly until?: LocalDate }
  | { readonly code: "calm/nothing-due"; readonly nextDay: LocalDate };

/** What a step rests on, so that the keeper can check it. */
export type Evidence =
  | {
      readonly from: "reading";
      readonly of: "squeeze";
      readonly squeeze: Squeeze;
      readonly low: number;
      readonly high: number;
    }
  | { readonly from: "reading"; readonly of: "foodLeft"; readonly foodLeft: FoodLeft; readonly place: number }
  | { readonly from: "reading"; readonly of: "smell"; readonly smell: Smell }
  | { readonly from: "reading"; readonly of: "temperature"; readonly temperatureC: number }
  | { readonly from: "reading"; readonly of: "sign"; readonly sign: string }
  | {
      readonly from: "expectation";
      readonly of: "moisture" | "temperature" | "worms";
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly from: "expectation";
      readonly of: "foodLeft";
      readonly place: number;
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly from: "rule";
      readonly of: "appetite";
      readonly byWormsKg: number;
      readonly days: number;
      readonly temperature: number;
      readonly moisture: number;
      readonly maturity: number;
    }
  | {
      readonly from: "rule";
      readonly of: "volume";
      readonly byRatioKg: number;
      readonly ratio: number;
      readonly beddingL: number;
    }
  | {
      readonly from: "expectation";
      readonly of: "ration";
      readonly mostKg: number;
      readonly days: number;
      readonly trouble: number;
      readonly clearsInDays: number;
    }
  | {
      readonly from: "expectation";
      readonly of: "need";
      readonly low: number;
      readonly high: number;
      readonly in: "water" | "bedding";
    }
  | { readonly from: "rule"; readonly of: "caution"; readonly shareOfWetMass: number }
  | {
      readonly from: "log";
      readonly of: "lastMeal";
      readonly massKg: number;
      readonly day: LocalDate;
      readonly place: number;
    }
  | { readonly from: "school"; readonly of: "moisture"; readonly low: number; readonly high: number }
  | {
      readonly from: "school";
      readonly of: "interval";
      readonly minDays: number;
      readonly usualDays: number;
      readonly maxDays: number;
    }
  | { readonly from: "school"; readonly of: "places" };

export interface Step {
  readonly kind: StepKind;
  readonly amount?: { readonly massKg: number } | { readonly volumeL: number };
  readonly materialId?: string;
  /** Its name as it reads in a sentence. */
  readonly material?: string;
  /** Of food, where it is not the usual: chopped. */
  readonly preparation?: Preparation;
  readonly compartmentId?: CompartmentId;
  /** What that compartment is called, where it is not the one that is fed. */
  readonly part?: string;
  /** Of water: the way of keeping that says how it is given. */
  readonly school?: SchoolId;
  readonly place?: number;
  readonly depthM?: number;
  /** The stack from the bottom up once it is set round. */
  readonly order?: readonly CompartmentId[];
  /** The next tray or tote, and where from the bottom it goes. */
  readonly added?: Compartment;
  readonly position?: number;
  /** Of each part of a line, so much goes one on; of what is fed, so much is laid into what comes on top. */
  readonly share?: number;
  /** Of bedding that goes in damp: water over wet mass. */
  readonly moisture?: number;
  readonly why: Reason;
  readonly evidence: readonly Evidence[];
}

/** Steps in working order, eight deeds at the most and then what is only to be looked at or known, and when to come back. */
export interface Decision {
  readonly verdict: Verdict;
  readonly steps: readonly Step[];
  readonly nextDay: LocalDate;
  /** The likely span of that day, where it follows from how fast food goes. */
  readonly nextDaySpan?: { readonly from: LocalDate; readonly to: LocalDate };
  /** Set where the day was moved behind an absence that stands in the plan: the day someone is back. */
  readonly awayUntil?: LocalDate;
  readonly cautions: readonly Caution[];
}

/** Where the work can hurt someone. */
export type Caution = "gas" | "wet-hands-mould" | "dust" | "lifting" | "rodents" | "leachate";
