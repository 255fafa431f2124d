import { tenderest } from "../bin/mixture";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import type { Guard, SpellKind } from "@/vocabulary/weather";
import { isOutOfUse } from "../bin/state";
import { surfaceM2 } from "../bin/system";
import { daysBetween } from "../calendar/day";
import { shelterOf } from "../expectation/climate";
import type { Species } from "../catalogue/species";
import { LETS_RAIN } from "../matter/figures";
import type { BinToday } from "../round/round";
import type { DayRange } from "./bedAhead";
import { bedAhead, roomAhead } from "./bedAhead";
import type { WeatherDay } from "./standIn";

/** What of the weather a bin is warned of: the days its bed would be out of what its worms bear, and the worst of them. */
export interface Spell {
  readonly binId: string;
  readonly against: SpellKind;
  readonly from: LocalDate;
  readonly until: LocalDate;
  readonly worstOn: LocalDate;
  /** Of heat and frost, in the bed; of rain, litres that come in. */
  readonly worstC?: number;
  readonly rainL?: number;
  /** A forecast so far ahead may be off by so much that it may not come. */
  readonly isSure: boolean;
  readonly steps: readonly Guard[];
  /** A room of the cellar that stays within bounds. */
  readonly betterRoomId?: string;
  /** What was done against it already. */
  readonly guarded: readonly Guard[];
}
/** A guard that stands though what it was against is over. */
export interface Ended {
  readonly binId: string;
  readonly against: SpellKind;
  readonly by: readonly Guard[];
  readonly since: LocalDate;
}

/** What was foretold, and the rooms it comes to. */
export interface Outlook {
  readonly outdoors: Climate;
  /** Some days before today and those ahead, in order. */
  readonly days: readonly WeatherDay[];
}
export interface Rooms {
  readonly [id: string]: { readonly name: string; readonly climate: Climate };
}

/** Warned from so many days before. */
const WARNED_DAYS = 7;
/** Below what stops a herd eating by so much heat begins to harm it, K. Judgement; the model's heat alarm lies there too. */
const HEAT_MARGIN_K = 4;
/** A bed that comes so near to freezing is warned of, °C; tender worms die above that. */
const FROST_C = 1;
/** A forecast errs by so much a day ahead, K. */
const ERRS_K = 0.3;
/** Rain of so much of a bed's surface is worth a cover, mm over the days ahead. */
const MUCH_RAIN_MM = 12;

export const hotFromC = ({ zeroC }: Species): number => zeroC - HEAT_MARGIN_K;
export const frostFromC = ({ coldDeathC }: Species): number => Math.max(FROST_C, coldDeathC + 2);

/** Against what, in the order a keeper would do it. Source: common practice; never shut in a car or a shed in the sun. */
const AGAINST: Readonly<Record<SpellKind, readonly Guard[]>> = {
  heat: ["moved", "shaded", "ice", "dampSheet", "lidAjar", "lessFood"],
  frost: ["moved", "wrapped", "covered", "lessFood"],
  rain: ["covered"],
};

/** A bed within a room, day by day, by the weather; what is shaded or covered already gets no sun. Never throws. */
export function bedOf(
  one: BinToday,
  climate: Climate,
  { outdoors, days }: Outlook,
  today: LocalDate,
): readonly DayRange[] {
  const { setup, guards } = one.state;
  if (!setup) return [];
  const isInSun = shelterOf(climate).sun > 0;
  const isShaded = guards?.some(({ by }) => by.includes("shaded") || by.includes("moved")) ?? false;
  return bedAhead(
    setup,
    one.expectation,
    roomAhead(climate, outdoors, days),
    today,
    isInSun ? { days, isShaded } : undefined,
  );
}

/**
 * Heat, frost and rain that come to each bin within a week, by the tenderest of what lives in it; what to do about it that suits
 * where it stands, and what was done. Bins that are out of use are left out. Never throws.
 */
export function spellsAhead(
  bins: readonly BinToday[],
  rooms: Rooms,
  outlook: Outlook,
  today: LocalDate,
): readonly Spell[] {
  return bins.flatMap((one) => {
    const { setup, worms } = one.state;
    const room = setup && rooms[setup.roomId];
    if (!setup || !room || isOutOfUse(one.state) || worms.massKg <= 0) return [];
    const species = tenderest(worms, one.expectation.herds);
    const bed = bedOf(one, room.climate, outlook, today).filter(
      ({ day }) => daysBetween(today, day) <= WARNED_DAYS,
    );
    const { sun, hasRain } = shelterOf(room.climate);
    const hotC = hotFromC(species);
    const coldC = frostFromC(species);
    const spell = (against: "heat" | "frost"): Spell[] => {
      const worst = (day: DayRange) => (against === "heat" ? day.highC : day.lowC);
      const isBad = (day: DayRange) => (against === "heat" ? day.highC >= hotC : day.lowC <= coldC);
      const bad = bed.filter(isBad);
      if (bad.length === 0) return [];
      const peak = bad.reduce((a, b) =>
        (against === "heat" ? worst(b) > worst(a) : worst(b) < worst(a)) ? b : a,
      );
      const byK = against === "heat" ? worst(peak) - hotC : coldC - worst(peak);
      const better = betterRoom(one, rooms, outlook, today, against);
      return [
        {
          binId: one.bin.id,
          against,
          from: bad[0]!.day,
          until: bad.at(-1)!.day,
          worstOn: peak.day,
          worstC: worst(peak),
          isSure: byK >= ERRS_K * daysBetween(today, peak.day),
          steps: AGAINST[against].filter(
            (guard) => (guard !== "moved" || better !== undefined) && (guard !== "shaded" || sun > 0),
          ),
          ...(better === undefined ? {} : { betterRoomId: better }),
          guarded: one.state.guards?.find((guard) => guard.against === against)?.by ?? [],
        },
      ];
    };
    return [...spell("heat"), ...spell("frost"), ...(hasRain ? rain(one, outlook, today) : [])];
  });
}

/** Rain into a bin under open sky, as much as its cover lets through, while nothing lies over it against it. */
function rain(one: BinToday, { days }: Outlook, today: LocalDate): readonly Spell[] {
  const { setup, guards } = one.state;
  const wet = days.filter(({ day, rainMm }) => {
    const ahead = daysBetween(today, day);
    return ahead >= 0 && ahead <= WARNED_DAYS && rainMm >= 1;
  });
  if (!setup || wet.length === 0) return [];
  const mm = wet.reduce((sum, { rainMm }) => sum + rainMm, 0) * LETS_RAIN[setup.cover];
  const rainL = mm * surfaceM2(setup);
  const bedKg = Math.max(1, one.expectation.fedMassKg.middle);
  // A tenth of what the bed weighs is as much as it takes at a time.
  if (mm < MUCH_RAIN_MM && rainL < 0.1 * bedKg) return [];
  const worst = wet.reduce((a, b) => (b.rainMm > a.rainMm ? b : a));
  return [
    {
      binId: one.bin.id,
      against: "rain",
      from: wet[0]!.day,
      until: wet.at(-1)!.day,
      worstOn: worst.day,
      rainL,
      isSure: daysBetween(today, wet[0]!.day) <= 3,
      steps: AGAINST.rain,
      guarded: guards?.find((guard) => guard.against === "rain")?.by ?? [],
    },
  ];
}

/** The room of the cellar in which this bin's bed would stay furthest from harm, if any keeps it out of it. */
function betterRoom(
  one: BinToday,
  rooms: Rooms,
  outlook: Outlook,
  today: LocalDate,
  against: "heat" | "frost",
): string | undefined {
  const species = tenderest(one.state.worms, one.expectation.herds);
  const marginOf = (climate: Climate): number => {
    const bed = bedOf(one, climate, outlook, today);
    return against === "heat"
      ? hotFromC(species) - Math.max(...bed.map(({ highC }) => highC))
      : Math.min(...bed.map(({ lowC }) => lowC)) - frostFromC(species);
  };
  return Object.entries(rooms)
    .filter(([id]) => id !== one.state.setup?.roomId)
    .map(([id, { climate }]) => ({ id, margin: marginOf(climate) }))
    .filter(({ margin }) => margin > 0)
    .toSorted((a, b) => b.margin - a.margin)[0]?.id;
}

/** What stands guard though nothing of it lies ahead any more: it is to be taken back. Never throws. */
export const endedGuards = (bins: readonly BinToday[], ahead: readonly Spell[]): readonly Ended[] =>
  bins.flatMap(({ bin, state }) =>
    (state.guards ?? [])
      .filter(({ against }) => !ahead.some((spell) => spell.binId === bin.id && spell.against === against))
      .map((guard) => ({ binId: bin.id, ...guard })),
  );
