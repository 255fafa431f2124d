import type { LocalDate } from "@/vocabulary/fields";
import { ago, shortDay, shortSpan, spokenDay } from "../calendar/day";
import { addDays } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import type { Band, Expectation } from "../expectation/expectation";
import type { UnitSystem } from "../quantity/format";
import { formatCount, formatMass, formatPercent, formatTemperatureRange } from "../quantity/format";
import type { BinToday } from "./round";

export interface NoteWords {
  readonly at: "bedding" | "working" | "castings" | { readonly place: number };
  readonly strong: string;
  readonly quiet?: string;
}

/** The words beside the drawing: what lies where, how sure, and when it changes. */
export function figureNotes(
  { state, expectation }: BinToday,
  units: UnitSystem,
  today: LocalDate,
): NoteWords[] {
  const fed = expectation.places
    .filter((place) => place.left.middle > 0.1 && place.massKg > 0)
    .sort((a, b) => b.left.middle - a.left.middle)
    .slice(0, 2);
  const adultKg = speciesOf(state.worms.speciesId).adultG / 1000;
  const { wormsKg, castingsKg, ripeness, temperatureC } = expectation;
  const isWedge = state.setup?.system === "trough" && state.setup.compartments.length > 1;
  return [
    {
      at: "bedding" as const,
      strong: isWedge ? `fed end${fedEndWords(expectation)}` : "bedding",
      quiet: `${formatPercent(expectation.moisture.middle)} moist`,
    },
    ...fed.map((place) => ({
      at: { place: place.place },
      strong: `food at ${place.place}: about ${formatPercent(Math.round(place.left.middle * 10) / 10)} left`,
      quiet: `${place.fedOn ? `of ${shortDay(place.fedOn)}, ` : ""}gone ${goneBy(place.goneInDays, today)}`,
    })),
    {
      at: "working" as const,
      strong:
        wormsKg.middle > HARDLY_WORMS_KG
          ? `${formatCount(wormsKg.low / adultKg)}–${formatCount((1.6 * wormsKg.high) / adultKg)} worms, about ${formatMass(wormsKg.middle, units, "bucket")}`
          : wormsKg.middle > 0
            ? "hardly any worms"
            : "no worms noted yet",
      quiet: formatTemperatureRange(temperatureC.low, temperatureC.high, units),
    },
    {
      at: "castings" as const,
      strong: castingsWords(castingsKg, units),
      quiet: `${ripeWords(ripeness.middle)}${state.harvestedOn ? `; lifted ${ago(state.harvestedOn, today)}` : ""}`,
    },
  ];
}

/** What holds of the fed end today, and only that. */
function fedEndWords({ twin }: Expectation): string {
  const parts = twin?.compartments ?? [];
  const [fed, ...others] = parts;
  if (!fed || others.length === 0) return "";
  const words = [
    ...(others.every(({ moisture }) => moisture.middle < fed.moisture.middle - 0.02) ? ["the wettest"] : []),
    ...(others.every(({ wormShare }) => wormShare < fed.wormShare) ? ["most worms"] : []),
  ];
  return words.length > 0 ? `: ${words.join(", ")}` : "";
}

/** Near days by their names, others by a span: the note has one line. */
const goneBy = (inDays: Band, today: LocalDate): string => {
  const [low, middle, high] = [inDays.low, inDays.middle, inDays.high].map((days) => addDays(today, days));
  const span = shortSpan(low!, high!);
  return inDays.middle < 7 ? `about ${spokenDay(middle!, today)} (${span})` : span;
};

/** Less than these no one finds, let alone weighs. */
const HARDLY_WORMS_KG = 0.006;
const HARDLY_CASTINGS_KG = 0.02;

const castingsWords = ({ low, high }: Band, units: UnitSystem): string => {
  if (high < HARDLY_CASTINGS_KG) return "no castings yet";
  const most = formatMass(high, units, "bucket");
  return low < HARDLY_CASTINGS_KG
    ? `castings, up to ${most}`
    : `castings, ${formatMass(low, units, "bucket")} to ${most}`;
};

const ripeWords = (share: number): string =>
  share < 0.15
    ? "hardly begun"
    : share < 0.375
      ? "a quarter ripe"
      : share < 0.58
        ? "about half ripe"
        : share < 0.75
          ? "two thirds ripe"
          : "nearly ripe";
