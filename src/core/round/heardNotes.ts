import type { LocalDate } from "@/vocabulary/fields";
import { ago, spokenDay } from "../calendar/day";
import type { Heard, PlaceState } from "../bin/state";
import { heardKey, placeKey } from "../bin/state";
import { fedCompartment } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import { squeezeInterval } from "../moisture/squeeze";
import type { UnitSystem } from "../quantity/format";
import {
  formatMass,
  formatPercent,
  formatPercentRange,
  formatTemperature,
  formatTemperatureRange,
} from "../quantity/format";
import { FOOD_LEFT_WORDS, RIPENESS_WORDS, SQUEEZE_WORDS } from "../words/readings";
import type { BinToday } from "./round";

/** One part or place of a bin: what was read there and when, beside what the forecast makes of it now. */
export interface HeardNote {
  /** As `heardKey` has it. */
  readonly key: string;
  /** The compartment, or the feeding place in it. */
  readonly where: string;
  readonly read: string;
  readonly makes: string;
}

/**
 * What was read at each part and place, and what is made of it. The keeper's own words stand first and stay as they were
 * said; what is made of them stands beside, so that neither overrules the other unsaid. Never throws.
 */
export function heardNotes(
  { state, expectation }: Pick<BinToday, "state" | "expectation">,
  units: UnitSystem,
  today: LocalDate,
): HeardNote[] {
  const { setup } = state;
  if (!setup) return [];
  const isOnly = setup.compartments.length === 1;
  const fed = fedCompartment(setup).id;
  const at = (of: Heard["reading"]["of"], id: string, place?: number) => state.heard[heardKey(of, id, place)];
  const notes: HeardNote[] = [];
  for (const { id, name, placeCount } of setup.compartments) {
    const part = name ?? id;
    const said = (["squeeze", "moisture", "temperature", "ripeness"] as const).flatMap((of) => {
      const heard = at(of, id);
      return heard ? [heard] : [];
    });
    for (const heard of said) {
      const makes = madeOf(heard, expectation, id === fed, units);
      if (makes)
        notes.push({
          key: heardKey(heard.reading.of, id),
          where: isOnly ? "the bed" : part,
          read: sayHeard(heard, units, today),
          makes,
        });
    }
    for (let place = 1; place <= placeCount; place += 1) {
      const note = placeNote({ state, expectation }, id, place, units, today);
      if (note)
        notes.push({
          ...note,
          key: heardKey("foodLeft", id, place),
          where: isOnly || id === fed ? `place ${place}` : `place ${place}, ${part}`,
        });
    }
  }
  return notes;
}

function placeNote(
  { state, expectation }: Pick<BinToday, "state" | "expectation">,
  compartmentId: string,
  place: number,
  units: UnitSystem,
  today: LocalDate,
): Pick<HeardNote, "read" | "makes"> | undefined {
  const known = state.places[placeKey(compartmentId, place)];
  if (!known?.fedOn) return undefined;
  const expected = expectation.places.find(
    (one) => placeKey(one.compartmentId, one.place) === placeKey(compartmentId, place),
  );
  const meal = `of ${formatMass(known.massKg, units)} given ${ago(known.fedOn, today)}`;
  // The fold keeps a look with the meal that lay there when it was said.
  const read = known.seen ? sayFoodLeft(known.seen, today) : "not looked at since";
  const left = expected ? makesOfFood(expected.left) : "";
  return { read: `${meal}: ${read}`, makes: left };
}

const makesOfFood = ({ low, middle, high }: Expectation["moisture"]): string =>
  high < 0.05
    ? "we take it as gone"
    : middle < 0.05
      ? `we take it as gone, at most ${formatPercent(high)} left`
      : `we take ${formatPercentRange(low, high)} to be left`;

const sayFoodLeft = ({ day, foodLeft }: NonNullable<PlaceState["seen"]>, today: LocalDate): string =>
  `${foodLeft === "none" ? "none left" : `${FOOD_LEFT_WORDS[foodLeft]} left`}, ${sayWhen(day, today)}`;
const sayWhen = (day: LocalDate, today: LocalDate): string =>
  day === today ? "today" : spokenDay(day, today);

/** What the keeper said of it, and when. */
function sayHeard({ reading, day }: Heard, units: UnitSystem, today: LocalDate): string {
  const words = (): string => {
    switch (reading.of) {
      case "squeeze":
        return SQUEEZE_WORDS[reading.squeeze];
      case "moisture":
        return `probe ${formatPercent(reading.moisture)}`;
      case "temperature":
        return formatTemperature(reading.temperatureC, units);
      case "ripeness":
        return RIPENESS_WORDS[reading.ripeness];
      default:
        return "";
    }
  };
  return `${words()}, ${sayWhen(day, today)}`;
}

/** What the forecast says now of what was read; undefined where it has no figure for that part. */
function madeOf(
  { reading, compartmentId }: Heard,
  expectation: Expectation,
  isFed: boolean,
  units: UnitSystem,
): string | undefined {
  const part = expectation.twin?.compartments.find(({ id }) => id === compartmentId);
  switch (reading.of) {
    case "squeeze":
    case "moisture": {
      const band = isFed ? expectation.moisture : part?.moisture;
      if (!band) return undefined;
      const fist =
        reading.of === "squeeze"
          ? ` (a fist: ${formatPercentRange(squeezeInterval(reading.squeeze).low, squeezeInterval(reading.squeeze).high)})`
          : "";
      return `now ${formatPercentRange(band.low, band.high)} moist${fist}`;
    }
    case "temperature": {
      const { low, high } = expectation.temperatureC;
      return `now ${formatTemperatureRange(low, high, units)}`;
    }
    case "ripeness": {
      const band = part?.ripeness ?? expectation.ripeness;
      return `now ${formatPercentRange(band.low, band.high)} finished`;
    }
    default:
      return undefined;
  }
}
