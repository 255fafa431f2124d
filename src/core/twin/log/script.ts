import { TEMPERATE } from "@/core/expectation/climate";
import {
  FOOD_KG_PER_L,
  HARVEST_MOISTURE,
  LETS_THROUGH,
  MOIST_KG_PER_L,
  SETTLED_DRY_KG_PER_L,
} from "@/core/matter/figures";
import type { Amount, Entry, EntryOf, Reading } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { Climate } from "@/records/room";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import { partsOf } from "@/core/bin/mixture";
import { setupAfter } from "@/core/bin/setupAfter";
import {
  FOUND_SPREAD,
  foundAgeDays,
  foundHerd,
  foundMeal,
  foundMoisture,
  foundParts,
  UNSEEN_LEAST,
} from "@/core/bin/found";
import { putIn } from "@/core/bin/shift";
import { areaM2, fedCompartment, harvestCompartment, systemOf } from "@/core/bin/system";
import { dayOfYear, daysBetween } from "@/core/calendar/day";
import { amendmentKgPerL, amendmentKind, DRY_FEED_MOISTURE } from "@/core/catalogue/amendment";
import { amountKg, beddingPartMatter, feedPartMatter, feedPartMoisture, liquidL } from "@/core/log/amount";
import type { TwinDeed } from "../ensemble/deed";
import type { FoundTold } from "../ensemble/found";
import type { TwinBin, TwinPlace } from "../engine/twinBin";
import type { Arrangement } from "../engine/line";
import { twinSpecies } from "../engine/library";
import type { HeardSign, Observation, Observed } from "../learning/observe";
import { HEARD_SIGNS } from "../learning/observe";

/** What one moment of a log means to the model: what was read, then what was done. A day has as many as reading follows doing. */
export interface ScriptDay {
  /** Counted from the first day of the log. */
  readonly day: number;
  readonly observations: readonly Observation[];
  readonly deeds: readonly TwinDeed[];
}
/** The moments of each day. */
export function byDay(days: readonly ScriptDay[]): ReadonlyMap<number, readonly ScriptDay[]> {
  const found = new Map<number, ScriptDay[]>();
  for (const one of days) found.set(one.day, [...(found.get(one.day) ?? []), one]);
  return found;
}
/** A bin's log as the model takes it; undefined set-up days are left out. */
export interface Script {
  readonly startDay: LocalDate;
  readonly startDayOfYear: number;
  readonly bin: TwinBin;
  readonly place: TwinPlace;
  readonly days: readonly ScriptDay[];
}

/** A tray or jar under a bin, where no one said how large. */
const USUAL_SUMP_L = 5;

export const placeOf = ({ meanC, swingK, hottestDay, humidity, rainMmPerDay }: Climate): TwinPlace => ({
  meanC,
  swingC: swingK,
  hottestDay,
  humidity,
  ...(rainMmPerDay === undefined ? {} : { rainMm: rainMmPerDay }),
});
const arrangementOf = (setup: BinSetup): Arrangement => {
  const { arrangement } = systemOf(setup.system);
  if (setup.compartments.length === 1) return "single";
  return arrangement === "line" ? "line" : setup.system === "flowThrough" ? "column" : "trays";
};
type Kinds = Pick<TwinBin, "speciesId" | "furtherIds">;
function twinBinOf(setup: BinSetup, kinds: Kinds): TwinBin {
  const arrangement = arrangementOf(setup);
  return {
    arrangement,
    compartments: setup.compartments.map((one) => ({
      id: one.id,
      areaM2: areaM2(one),
      heightM: one.heightM,
      faceM2: arrangement === "line" ? one.lengthM * one.heightM : areaM2(one),
    })),
    insulation: LETS_THROUGH[setup.wall],
    drainage: setup.drainage,
    cover: setup.cover,
    ...kinds,
    sumpL: setup.drainage === "sump" ? (setup.sumpL ?? USUAL_SUMP_L) : 0,
  };
}

/**
 * A bin's effective entries (in order of effect) as a script for the twin. Undefined while the log does not say what the
 * bin is. `climates` by room id. Pure: the same entries give the same script, in whatever order they were written.
 */
export function scriptOf(
  entries: readonly Entry[],
  climates: Readonly<Record<string, Climate>>,
): Script | undefined {
  const kinds = kindsIn(entries);
  let setup: BinSetup | undefined;
  let start: Pick<Script, "startDay" | "startDayOfYear" | "bin" | "place"> | undefined;
  const days: { day: number; observations: Observation[]; deeds: TwinDeed[] }[] = [];
  for (const entry of entries) {
    const known = setup;
    setup = setupAfter(setup, entry);
    if (!setup) continue;
    const climate = climates[setup.roomId] ?? TEMPERATE;
    if (!start) {
      start = {
        startDay: entry.day,
        startDayOfYear: dayOfYear(entry.day),
        bin: twinBinOf(setup, kinds),
        place: placeOf(climate),
      };
    }
    const day = daysBetween(start.startDay, entry.day);
    if (days.at(-1)?.day !== day) days.push({ day, observations: [], deeds: [] });
    let today = days.at(-1)!;
    if (!known) continue;
    if (isRebuilding(entry)) {
      today.deeds.push(rebuilt(entry, setup, kinds));
      if (known.roomId !== setup.roomId)
        today.deeds.push({ event: { kind: "place", place: placeOf(climate) }, key: entry.id });
      today.deeds.push(...carriedUp(entry, known, setup));
      continue;
    }
    const read = observationsOf(entry, setup).map((one) => ({ ...one, key: entry.id }));
    if (read.length > 0 && today.deeds.length > 0) days.push((today = { day, observations: [], deeds: [] }));
    today.observations.push(...read);
    today.deeds.push(...deedsOf(entry, setup, kinds), ...carriedUp(entry, known, setup));
    // What was left of the last meal is a look at what has just been told.
    if (entry.kind === "found" && entry.lastFed?.left)
      days.push({
        day,
        observations: [
          {
            reading: { of: "foodLeft", foodLeft: entry.lastFed.left, place: 1 },
            at: fedCompartment(setup).id,
            isOneSpot: false,
          },
        ],
        deeds: [],
      });
  }
  return start ? { ...start, days } : undefined;
}

const isRebuilding = ({ kind }: Entry): boolean => kind === "altered" || kind === "added";
const rebuilt = ({ id }: Entry, setup: BinSetup, kinds: Kinds): TwinDeed => ({
  event: { kind: "rebuilt", bin: twinBinOf(setup, kinds) },
  key: id,
});

/** Where something came on top and what was fed until then gave it a share. */
function carriedUp(entry: Entry, before: BinSetup, after: BinSetup): TwinDeed[] {
  if ((entry.kind !== "added" && entry.kind !== "rotated") || !entry.liftedFraction) return [];
  const [from, to] = [fedCompartment(before).id, fedCompartment(after).id];
  return [{ event: { kind: "carried", from, to, fraction: entry.liftedFraction }, key: `${entry.id} up` }];
}

/** What a visit in hand is about to do, in the model's terms, as its log will say it once it is kept. Never throws. */
export function deedsInHand(
  facts: readonly FactAbout<"bin">[],
  stands: BinSetup,
  { bin: { speciesId, furtherIds } }: Script,
  today: LocalDate,
): TwinDeed[] {
  const kinds: Kinds = furtherIds ? { speciesId, furtherIds } : { speciesId };
  let setup = stands;
  return facts.flatMap((fact, nth) => {
    const entry = { ...fact, id: `in hand ${nth}`, day: today } as unknown as Entry;
    const known = setup;
    setup = setupAfter(setup, entry) ?? setup;
    const deeds = isRebuilding(entry) ? [rebuilt(entry, setup, kinds)] : deedsOf(entry, setup, kinds);
    return [...deeds, ...carriedUp(entry, known, setup)];
  });
}

/** The species of a bin by all that ever came, the one of which most came first; a few that came along are none of their own. */
function kindsIn(entries: readonly Entry[]): Kinds {
  const masses = new Map<SpeciesId, number>();
  const came = (speciesId: SpeciesId, g: number) => {
    if (g > 0) masses.set(speciesId, (masses.get(speciesId) ?? 0) + g);
  };
  for (const entry of entries)
    if (entry.kind === "stocked")
      for (const { speciesId, amount } of entry.worms) came(speciesId, wormsG(amount, speciesId));
    else if (entry.kind === "found" && entry.speciesId) came(entry.speciesId, 1000);
    else if (entry.kind === "received" && entry.speciesId) {
      const { youngKg, growingKg, adultKg } = putIn(entry);
      came(entry.speciesId, 1000 * (youngKg + growingKg + adultKg));
    }
  const most = [...masses].toSorted((a, b) => b[1] - a[1])[0]?.[0] ?? "fetida";
  const [speciesId = most, ...furtherIds] = partsOf(Object.fromEntries(masses), most).map(
    ({ species }) => species.id,
  );
  return furtherIds.length > 0 ? { speciesId, furtherIds } : { speciesId };
}
const wormsG = (amount: Amount, speciesId: SpeciesId): number =>
  "count" in amount
    ? amount.count * twinSpecies(speciesId).adultG
    : 1000 * amountKg(amount, { densityKgPerL: 1 });

const litresG = (amount: Amount, kgPerL: number): number =>
  1000 * amountKg(amount, { densityKgPerL: kgPerL });

/** What was done, in the model's terms. Readings and notes give nothing here. */
function deedsOf(entry: Entry, setup: BinSetup, kinds: Kinds): TwinDeed[] {
  const where = { at: entry.compartment, place: entry.place };
  const removal = ({ what, amount, from, fraction, depthM, withWorms }: EntryOf<"removed">): TwinDeed[] => {
    if (what === "food")
      return [deed({ kind: "foodTaken", g: amount && litresG(amount, FOOD_KG_PER_L) }, amount)];
    if (what === "minerals") return [deed({ kind: "sieved", g: amount && litresG(amount, 1) }, amount)];
    if (what === "contents") {
      const at = from === "top" ? fedCompartment(setup).id : from === "below" ? harvestCompartment(setup).id : undefined; // prettier-ignore
      const g = amount && litresG(amount, MOIST_KG_PER_L);
      return [
        { ...deed({ kind: "removed", g, fraction, depthM, withWorms }, amount), at: entry.compartment ?? at },
      ];
    }
    return what === "liquid" && amount ? [deed({ kind: "drain", g: 1000 * liquidL(amount) }, amount)] : [];
  };
  const deed = (event: TwinDeed["event"], amount?: Pick<Amount, "measuredBy">, nth = 0): TwinDeed => ({
    ...where,
    event,
    key: nth === 0 ? entry.id : `${entry.id} ${nth}`,
    knownBy: amount?.measuredBy,
  });
  /** Named only where it says which herd is meant: the log of one species means what it always did. */
  const herd = (id: SpeciesId | undefined) => (kinds.furtherIds ? { speciesId: id } : {});
  switch (entry.kind) {
    case "stocked": {
      const immature = entry.immatureFraction;
      const mix =
        immature === undefined ? {} : { mix: [0.17 * immature, 0.83 * immature, 1 - immature] as const };
      return entry.worms.map(({ speciesId, amount }, nth) =>
        deed(
          "count" in amount
            ? { kind: "worms", ...herd(speciesId), n: amount.count, ...mix }
            : { kind: "worms", ...herd(speciesId), g: wormsG(amount, speciesId), ...mix },
          amount,
          nth,
        ),
      );
    }
    case "seeded":
      return [
        deed(
          { kind: "castings", g: litresG(entry.amount, MOIST_KG_PER_L), water: entry.moisture },
          entry.amount,
        ),
      ];
    case "bedded":
      return entry.parts.map((part, nth) => {
        const { wetKg, dryKg } = beddingPartMatter(part);
        const water = wetKg > 0 ? 1 - dryKg / wetKg : undefined;
        return deed({ kind: "bed", id: part.materialId, g: 1000 * wetKg, water }, part.amount, nth);
      });
    case "fed":
      return entry.parts.map((part, nth) =>
        deed(
          {
            kind: "food",
            id: part.materialId,
            g: 1000 * feedPartMatter(part).wetKg,
            preparation: part.preparation,
            water: part.moisture ?? (part.juice === "without" ? feedPartMoisture(part) : undefined),
          },
          part.amount,
          nth,
        ),
      );
    case "watered":
      return [deed({ kind: "water", g: 1000 * liquidL(entry.amount) }, entry.amount)];
    case "dosed":
      return addition(entry, deed);
    case "received": {
      const came = putIn(entry);
      return [
        deed(
          {
            kind: "received",
            ...herd(entry.speciesId),
            beddingG: 1000 * came.beddingDryKg,
            foodG: 1000 * came.foodDryKg,
            castingsG: 1000 * came.castingsDryKg,
            waterG: 1000 * came.waterL,
            wormsG: [1000 * came.youngKg, 1000 * came.growingKg, 1000 * came.adultKg],
            cocoons: came.cocoonCount,
          },
          entry.amount,
        ),
      ];
    }
    case "found":
      return [{ event: { kind: "found", told: foundTold(entry, setup) }, key: entry.id }];
    case "turned":
      return [deed({ kind: "turn" })];
    case "covered":
      return entry.cover ? [deed({ kind: "cover", cover: entry.cover })] : [];
    case "drained": {
      const g = entry.amount ? 1000 * liquidL(entry.amount) : undefined;
      return [deed({ kind: "drain", g }, entry.amount)];
    }
    case "harvested": {
      const g = 1000 * (entry.grossKg - entry.tareKg);
      return [
        deed(
          { kind: "harvest", g, moisture: entry.moisture, method: entry.method },
          { measuredBy: "weighed" },
        ),
      ];
    }
    case "removed":
      return removal(entry);
    case "wormsTaken":
      return [deed({ kind: "takeWorms", g: wormsG(entry.amount, kinds.speciesId) }, entry.amount)];
    case "split":
    case "tipped":
      return [deed({ kind: "split", fraction: entry.fraction })];
    case "rotated":
      return [deed({ kind: "rotated", order: entry.order })];
    case "advanced":
      return [deed({ kind: "advanced", fraction: entry.fraction })];
    case "emptied":
      return [deed({ kind: "emptied", keepsWorms: entry.keepsWorms })];
    case "added":
    case "altered":
    case "looked":
    case "weighed":
    case "noted":
    case "diagnosed":
    case "followedUp":
    case "staged":
    case "sieved":
    case "bagged":
    case "unbagged":
    case "parted":
    case "booked":
    case "guarded":
    case "rescue":
    // Of tubs and trays.
    case "tubSet":
    case "tubDue":
    case "tubCleared":
    case "tubCounted":
    case "trayFilled":
    case "thinned":
    case "tubEnded":
      return [];
  }
}

/** What is found standing in a bin, in the model's terms. */
function foundTold(entry: EntryOf<"found">, setup: BinSetup): FoundTold {
  const herd = foundHerd(entry, setup);
  const meal = foundMeal(entry, setup);
  return {
    parts: foundParts(entry, setup),
    herd: {
      g: 1000 * herd.kg,
      spread: herd.spread,
      ...(herd.isUnseen ? { unseenLeast: UNSEEN_LEAST } : {}),
    },
    ...(meal
      ? {
          fed: {
            gPerWeek: (7000 * meal.massKg) / meal.everyDays,
            everyDays: meal.everyDays,
            daysAgo: meal.daysAgo,
          },
        }
      : {}),
    moisture: foundMoisture(entry),
    moistureSpread: FOUND_SPREAD.moisture,
    litresSpread: FOUND_SPREAD.litres,
    densities: SETTLED_DRY_KG_PER_L,
    ageDays: foundAgeDays(entry),
  };
}

/** An addition as what it is to the model: eaten, bedding, castings, or a mineral. */
function addition(
  { materialId, amount }: EntryOf<"dosed">,
  deed: (event: TwinDeed["event"], amount: Pick<Amount, "measuredBy">) => TwinDeed,
): TwinDeed[] {
  const g = litresG(amount, amendmentKgPerL(materialId));
  switch (amendmentKind(materialId)) {
    case "feed":
      return [deed({ kind: "food", id: "bran", g, preparation: "soaked", water: DRY_FEED_MOISTURE }, amount)];
    case "bedding":
      return [deed({ kind: "bed", id: "sawdust", g, water: DRY_FEED_MOISTURE }, amount)];
    case "castings":
      return [deed({ kind: "castings", g }, amount)];
    case "trace":
      return [];
    case "grit":
    case "lime":
    case "mineral":
      return [deed({ kind: "amend", id: mineralOf(materialId), g }, amount)];
  }
}

/** Catalogue amendments as the model lists them; what it does not know is grit. */
const mineralOf = (materialId: string): string =>
  /shell/.test(materialId) ? "eggshell"
  : /lime/.test(materialId) ? "lime"
  : /char/.test(materialId) ? "biochar"
  : /rock|basalt|stone/.test(materialId) ? "rockdust"
  : "grit"; // prettier-ignore

function observationsOf(entry: Entry, setup: BinSetup): Observation[] {
  switch (entry.kind) {
    case "looked":
      return entry.readings.flatMap((reading) => observationOf(reading, setup, entry) ?? []);
    case "weighed":
      // Without its own tare a gross weight says nothing of what is inside.
      return entry.tareKg > 0
        ? [{ reading: { of: "weight", g: 1000 * (entry.grossKg - entry.tareKg) } }]
        : [];
    case "harvested": {
      const moisture = entry.moisture ?? HARVEST_MOISTURE;
      const dryG = 1000 * (entry.grossKg - entry.tareKg) * (1 - moisture);
      return [{ reading: { of: "harvest", dryG }, at: entry.compartment }];
    }
    default:
      return [];
  }
}

/** A reading as the model weighs it; undefined for what it has no opinion on (creatures, marks on the wall). */
export function observationOf(
  reading: Reading,
  setup: BinSetup,
  from: { readonly compartment?: string | undefined; readonly place?: number | undefined } = {},
): Observation | undefined {
  const at = reading.compartment ?? from.compartment;
  const isOneSpot = reading.spot === "side" || reading.spot === "top";
  const seen = (observed: Observed): Observation => ({
    reading: observed,
    at,
    isOneSpot,
    ...(reading.because === undefined ? {} : { because: reading.because }),
  });
  switch (reading.of) {
    case "squeeze":
      return seen({ of: "squeeze", squeeze: reading.squeeze });
    case "moisture":
      return seen({
        of: "moisture",
        moisture: reading.moisture,
        isDried: reading.instrument === "ovenDried",
      });
    case "foodLeft":
      return seen({ of: "foodLeft", foodLeft: reading.foodLeft, place: reading.place ?? from.place });
    case "warmth":
      return seen({ of: "warmth", warmth: reading.warmth });
    case "temperature":
      return seen({
        of: "temperature",
        temperatureC: reading.temperatureC,
        isSurface: reading.instrument === "surfaceThermometer",
      });
    case "smell":
      return seen({ of: "smell", smell: reading.smell });
    case "weight":
      return setup.tareKg === undefined || reading.massKg <= setup.tareKg
        ? undefined
        : seen({ of: "weight", g: 1000 * (reading.massKg - setup.tareKg) });
    case "fillDepth": {
      const compartment = setup.compartments.find(({ id }) => id === at) ?? setup.compartments.at(-1)!;
      return seen({ of: "depth", cm: 100 * Math.max(0, compartment.heightM - reading.belowRimM) });
    }
    case "ripeness":
      return seen({ of: "ripeness", ripeness: reading.ripeness });
    case "handful":
      return seen({ of: "handful", worms: reading.count, litres: reading.volumeL });
    case "sign":
      return (HEARD_SIGNS as readonly string[]).includes(reading.sign)
        ? seen({ of: "sign", sign: reading.sign as HeardSign, isPresent: reading.isPresent })
        : undefined;
    case "fillMark":
      return undefined;
  }
}
