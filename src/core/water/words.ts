import type { LocalDate } from "@/vocabulary/fields";
import type { LiquidLooks } from "@/vocabulary/deeds";
import { dayAndMonth } from "../calendar/day";
import { LIQUID_RULE } from "../catalogue/liquid";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatVolume } from "../quantity/format";
import type { LiquidRhythm } from "./liquid";
import type { WaterOfFood } from "./ofFood";
import type { Poured } from "./poured";
import type { UsualWater } from "./usual";
import { sprayerSeconds } from "./usual";

const LOOK_SAYS: Readonly<Record<LiquidLooks, string>> = {
  clear: "clear: more water went in than the bed can hold",
  teaBrown: "brown as tea: water that has run through worked bedding, as usual",
  dark: "dark: it has stood long or comes from food that rots without air",
  foul: "foul: something rots without air above it; look for wet food and let air in",
};

/** What drains from a bin, in sentences; the rule for its use last, once. */
export function sayLiquid(rhythm: LiquidRhythm, units: UnitSystem, today: LocalDate): readonly string[] {
  const { everyDays, eachL, lastOn, looked, turned, cloggedDays } = rhythm;
  const usual = [
    ...(eachL === undefined ? [] : [`about ${formatVolume(eachL, units)}`]),
    ...(everyDays === undefined ? [] : [`every ${everyDays === 1 ? "day" : `${everyDays} days`}`]),
  ].join(" ");
  return [
    `Drained ${usual === "" ? "once" : usual}, last ${dayAndMonth(lastOn, today)}${looked === undefined ? "" : `, ${LOOK_SAYS[looked]}`}.`,
    ...(turned === "darker" ? ["It is darker than the time before: look at what was fed last."] : []),
    ...(cloggedDays === undefined
      ? []
      : [
          `Nothing has come for ${cloggedDays} days though the bed is too wet: clear the holes or the tap from outside with a stick.`,
        ]),
    LIQUID_RULE,
  ];
}

/** What a bin is usually given a week in a season, and for how long one sprays for it. */
export function sayUsualWater(
  { season, litresPerWeek, weeks }: UsualWater,
  units: UnitSystem,
  sprayer: { readonly name: string; readonly litresPerMin: number } | undefined,
): string {
  if (litresPerWeek < 0.02) return `In ${season} it needed no water (${weeks} weeks).`;
  const seconds = sprayer && Math.round(sprayerSeconds(litresPerWeek, sprayer.litresPerMin));
  const spray =
    seconds === undefined || !sprayer
      ? ""
      : `, ${seconds < 90 ? `${seconds} seconds` : `${Math.round(seconds / 60)} minutes`} of the ${sprayer.name}`;
  return `In ${season} about ${formatVolume(litresPerWeek, units)} a week${spray} (${weeks} weeks).`;
}

const times = (count: number): string => (count === 1 ? "once" : `${count} times`);
const days = (count: number): string => (count < 0.5 ? "the same day" : `${Math.round(count)} ${Math.round(count) === 1 ? "day" : "days"}`); // prettier-ignore

/** How much the tray below is good for. */
export const saySoaked = ({ times: count, givenL, takenL, inDays }: Poured, units: UnitSystem): string =>
  takenL >= 0.9 * givenL
    ? `All of what is poured into its tray below, about ${formatVolume(givenL, units)} a time, it takes up in ${days(inDays)} (${times(count)}).`
    : `Of ${formatVolume(givenL, units)} in its tray below it takes up about ${formatVolume(takenL, units)} in ${days(inDays)} (${times(count)}): pour no more than that, and pour off what is left.`;

/** What stays of water that may run out below. */
export const sayHeld = ({ times: count, givenL, takenL }: Poured, units: UnitSystem): string =>
  takenL >= 0.9 * givenL
    ? `Of ${formatVolume(givenL, units)} poured over it nearly all stays (${times(count)}).`
    : `Of ${formatVolume(givenL, units)} poured over it about ${formatVolume(givenL - takenL, units)} runs out by the next day (${times(count)}): it holds no more at a time; half of it twice stays longer.`;

/** What a wet meal brings, told before it is given. */
export function sayWaterOfFood(water: WaterOfFood, units: UnitSystem): string {
  const brings = `This meal brings ${formatVolume(water.waterL, units)} of water`;
  const soak =
    water.beddingKg > 0.02
      ? ` Soak it up first: ${formatMass(water.beddingKg, units)} of dry card under and over it holds that.`
      : "";
  const at =
    water.atOnceL > 0.15
      ? ` ${formatVolume(water.atOnceL, units)} of it runs at once: let it drip into dry bedding before it goes in${water.goes === "tray" ? ", and look in the tray next day" : ""}.`
      : "";
  const goes =
    water.goes === "stays"
      ? ", and nothing drains here."
      : water.goes === "tray"
        ? "; what the bed cannot hold runs into the tray."
        : "; what the bed cannot hold runs off.";
  return `${brings}${goes}${at}${soak}`;
}
