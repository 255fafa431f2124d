import { span } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatMass, formatTemperature } from "../quantity/format";
import type { Remark } from "./propose";

/** A remark as a short sentence. */
export function sayRemark(remark: Remark, units: UnitSystem): string {
  const mass = (massKg: number) => formatMass(massKg, units, "bucket");
  switch (remark.code) {
    case "plan/fits-wish":
      return "Made for what you want.";
    case "plan/easy-to-begin":
      return "Easy to begin with and to put right.";
    case "plan/takes-most":
      return "Takes the most scraps of these.";
    case "plan/gives-most":
      return "Gives the most castings in its first year.";
    case "plan/soonest":
      return "First harvest soonest.";
    case "plan/lightest":
      return "Lightest to lift.";
    case "plan/least-time":
      return "Asks the least time.";
    case "plan/fewest-worms":
      return "Fewest worms to buy.";
    case "plan/little-time":
      return "Asks less than half of the time you have.";
    case "plan/no-lifting":
      return "Nothing heavy to lift.";
    case "plan/stands-cold":
      return "Its mass and place keep frost out longest.";
    case "plan/comes-evenly":
      return "Gives castings evenly, without sorting worms out.";
    case "plan/rules-of-selling":
      return "Selling castings may want labels, an analysis or a licence: ask locally first.";
    case "plan/stands-heat":
      return "Its mass and depth stay cool longest in a hot week.";
    case "plan/follows-heat":
      return "Small or shallow: it follows every hot day.";
    case "plan/eats-all":
      return `Eats your scraps from about ${span(remark.days)} on.`;
    case "plan/too-heavy":
      return `A piece weighs ${mass(remark.pieceKg)} when full; you said ${mass(remark.liftKg)}. Smaller ones, or one that is emptied where it stands.`;
    case "plan/heavy-on-stairs":
      return `Fill it where it stays: full it weighs ${mass(remark.wholeKg)}, and there are stairs.`;
    case "plan/too-much-time":
    case "plan/takes-time":
      return `Takes about ${sayHours(remark.hours)} a week, more than you have.`;
    case "plan/many-needed":
      return `It takes ${remark.count} of them.`;
    case "plan/takes-room":
      return `Takes ${Number(remark.times.toPrecision(2))} times the room of the smallest that would do.`;
    case "plan/far-too-large":
      return `${Number(remark.share.toPrecision(2))} times what your scraps can feed.`;
    case "plan/needs-ground":
      return "Stands in a garden bed, not in a room.";
    case "plan/drips":
      return "Drips: it wants a tray, as there is no floor drain.";
    case "plan/dries-out":
      return "Dries out in a dry room: water and a cover more often.";
    case "plan/damp-room":
      return "In a damp room it stays wet: more dry bedding.";
    case "plan/not-the-wish":
      return "Better at something else.";
    case "plan/others-fit-better":
      return "It would do; those above suit your answers better.";
    case "plan/freezes":
      return `Freezes through at ${formatTemperature(remark.coldestC, units)}.`;
    case "plan/too-cold":
      return `At ${formatTemperature(remark.coldestC, units)} it all but sleeps: wrap it, or bring it in.`;
    case "plan/too-hot":
      return `Its bed would reach about ${formatTemperature(remark.bedC, units)} in the hottest week: shade, air and small meals.`;
    case "plan/dies-in-heat":
      return `Its bed would reach about ${formatTemperature(remark.bedC, units)} in the hottest week, where worms die: shade it, sink it, or find a cooler place.`;
    case "plan/eats-less-in-heat":
      return `In its hottest months it takes about ${nearestShare(remark.share)} of what it takes at its best: warm beds run short of air.`;
  }
}

/** "20 minutes", "1½ hours". */
export function sayHours(hours: number): string {
  if (hours < 0.92) return `${Math.max(5, Math.round((hours * 60) / 5) * 5)} minutes`;
  const halves = Math.round(hours * 2) / 2;
  const whole = Math.floor(halves);
  return `${whole}${halves > whole ? "½" : ""} ${halves === 1 ? "hour" : "hours"}`;
}

/** "3–5 months", "5 months to over a year"; what comes to no harvest in any truth of its first year says so. */
export function sayMonths([low, , high]: readonly [number, number, number]): string {
  if (low > 12) return "not in its first year";
  const from = Math.max(1, Math.round(low));
  if (high > 12.5) return from >= 12 ? "about a year or more" : `${from} months to over a year`;
  const to = Math.round(high);
  return from >= to ? `about ${from} months` : `${from}–${to} months`;
}

/** "a third", of a share of a whole. */
const nearestShare = (share: number): string =>
  share < 0.29 ? "a quarter" : share < 0.42 ? "a third" : share < 0.55 ? "half" : "two thirds";
