import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, dayAndMonth, daysBetween } from "../calendar/day";
import { feedPartMatter, liquidL } from "../log/amount";
import { squeezeMoisture } from "../moisture/squeeze";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatVolume } from "../quantity/format";
import type { Season } from "../water/usual";
import { seasonOf, SEASONS } from "../water/usual";

/** One season of the year that ends today, as a log tells it. */
export interface SeasonBack {
  readonly season: Season;
  readonly fedKg: number;
  readonly wateredL: number;
  readonly harvestedKg: number;
  readonly dry: number;
  readonly wet: number;
  readonly squeezes: number;
  /** Troubles by their first sign, and what helped. */
  readonly troubles: readonly { readonly sign: string; readonly helped?: string }[];
  readonly guarded: readonly string[];
}

/** As a squeeze is called dry or wet, whatever the school. */
const DRY = 0.6;
const WET = 0.82;
const YEAR = 365;

/** The last year by season, the latest first; seasons in which nothing was written are left out. Never throws. */
export function yearBack(log: readonly Entry[], today: LocalDate, isSouth = false): readonly SeasonBack[] {
  const since = log.filter(({ day }) => day <= today && daysBetween(day, today) < YEAR);
  const now = SEASONS.indexOf(seasonOf(today, isSouth));
  return [0, 1, 2, 3].flatMap((back): SeasonBack[] => {
    const season = SEASONS[(now - back + 4) % 4]!;
    const of = since.filter(({ day }) => seasonOf(day, isSouth) === season);
    if (of.length === 0) return [];
    const sum = (take: (entry: Entry) => number) => of.reduce((all, entry) => all + take(entry), 0);
    const felt = of.flatMap((entry) =>
      entry.kind === "looked"
        ? entry.readings.flatMap((reading) =>
            reading.of === "squeeze" ? [squeezeMoisture(reading.squeeze)] : [],
          )
        : [],
    );
    return [
      {
        season,
        fedKg: sum((entry) =>
          entry.kind === "fed" ? entry.parts.reduce((all, part) => all + feedPartMatter(part).wetKg, 0) : 0,
        ),
        wateredL: sum((entry) => (entry.kind === "watered" ? liquidL(entry.amount) : 0)),
        harvestedKg: sum((entry) => (entry.kind === "harvested" ? entry.grossKg - entry.tareKg : 0)),
        dry: felt.filter((moisture) => moisture < DRY).length,
        wet: felt.filter((moisture) => moisture > WET).length,
        squeezes: felt.length,
        troubles: of.flatMap((entry) => {
          if (entry.kind !== "diagnosed") return [];
          const helped = log.findLast((later) => later.kind === "followedUp" && later.troubleId === entry.id && later.helped !== undefined); // prettier-ignore
          return [
            {
              sign: entry.signs[0]!.replace(/-/g, " "),
              ...(helped?.kind === "followedUp" && helped.helped ? { helped: helped.helped } : {}),
            },
          ];
        }),
        guarded: [
          ...new Set(
            of.flatMap((entry) => (entry.kind === "guarded" && !entry.isOver ? [entry.against] : [])),
          ),
        ],
      },
    ];
  });
}

/** One season in a sentence. */
export function saySeason(back: SeasonBack, units: UnitSystem): string {
  const often = (many: number) =>
    many === back.squeezes ? "each time" : `${many} of ${back.squeezes} times`;
  return [
    ...(back.fedKg > 0 ? [`fed ${formatMass(back.fedKg, units, "bucket")}`] : []),
    ...(back.wateredL > 0.05 ? [`watered ${formatVolume(back.wateredL, units)}`] : []),
    ...(back.harvestedKg > 0 ? [`harvested ${formatMass(back.harvestedKg, units, "bucket")}`] : []),
    ...(back.dry > 0 ? [`dry ${often(back.dry)}`] : []),
    ...(back.wet > 0 ? [`too wet ${often(back.wet)}`] : []),
    ...(back.squeezes > 0 && back.dry + back.wet === 0 ? ["moist throughout"] : []),
    ...back.troubles.map(({ sign, helped }) => `${sign}${helped ? ` (what helped: ${helped})` : ""}`),
    ...back.guarded.map((against) => `made ready for ${against}`),
  ].join("; ");
}

/** So many weeks ahead of this day a year ago are looked at. */
const AHEAD_DAYS = 42;

/** What came in the next weeks a year ago and may come again: the first dry or wet squeeze, and the first trouble. Never throws. */
export function aheadLastYear(log: readonly Entry[], today: LocalDate): string | undefined {
  const from = addDays(today, -YEAR);
  const then = log.filter(({ day }) => day > from && day <= addDays(from, AHEAD_DAYS));
  const said = then.flatMap((entry): string[] => {
    if (entry.kind === "diagnosed")
      return [`${entry.signs[0]!.replace(/-/g, " ")} on ${dayAndMonth(entry.day, today)}`];
    if (entry.kind !== "looked") return [];
    return entry.readings.flatMap((reading) => {
      if (reading.of !== "squeeze") return [];
      const moisture = squeezeMoisture(reading.squeeze);
      return moisture < DRY
        ? [`it dried, dust in the hand on ${dayAndMonth(entry.day, today)}`]
        : moisture > 0.86
          ? [`it ran wet on ${dayAndMonth(entry.day, today)}`]
          : [];
    });
  });
  return said.length === 0 ? undefined : [...new Set(said)].slice(0, 2).join("; ");
}
