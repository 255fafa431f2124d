import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween, shortDay, shortSpan, spokenDay } from "@/core/calendar/day";
import type {
  WetAhead,
  Expectation,
  Habit,
  HelpfulReading,
  Misfit,
  Surprise,
  TwinAdvice,
  Warning,
} from "@/core/expectation/expectation";
import { HERD_AT_RISK } from "@/core/expectation/expectation";
import type { UnitSystem } from "@/core/quantity/format";
import type { Forgiven, GivesWay, Stress } from "./forgiving";
import { FORGIVING_DAYS } from "./forgiving";
import { formatMass, formatPercentRange } from "@/core/quantity/format";

const BY = { 2: "much", 1: "a little" } as const;
const HABITS: Record<Habit["of"], (size: "much" | "a little", isMore: boolean) => string> = {
  appetite: (size, isMore) => `eats ${size} ${isMore ? "faster" : "slower"} than most`,
  drying: (size, isMore) =>
    isMore
      ? `loses ${size === "much" ? "a lot of" : "a little more"} water`
      : `keeps its water ${size} longer than most`,
  rotting: (size, isMore) => `breaks food down ${size} ${isMore ? "faster" : "slower"} even without worms`,
  herd: (size, isMore) => `holds ${size} ${isMore ? "more" : "fewer"} worms than were noted`,
  fist: (size, isMore) => `your squeeze reads ${size} ${isMore ? "wetter" : "drier"} than most`,
};

/** What was learned, as one sentence; bare factors mean nothing to a keeper. */
export function sayHabits(habits: readonly Habit[], visits: number): string | undefined {
  const told = habits.filter((habit) => habit.step !== 0);
  const known = habits.filter((habit) => habit.isSure).length;
  if (habits.length === 0) return undefined;
  const sure = known >= 3 ? "fairly sure" : known >= 1 ? "half sure" : "still guessing";
  const after = `${sure} after ${visits} ${visits === 1 ? "visit" : "visits"}`;
  if (told.length === 0) return `It behaves as most do; ${after}.`;
  const parts = told.map((habit) => HABITS[habit.of](BY[Math.abs(habit.step) as 1 | 2], habit.step > 0));
  const fist = parts.filter((_, at) => told[at]!.of === "fist");
  const bin = parts.filter((_, at) => told[at]!.of !== "fist");
  const sentence = [bin.length > 0 ? `It ${bin.join(", ")}` : "", ...fist].filter(Boolean).join("; ");
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}; ${after}.`;
}

const READ: Record<Surprise["of"], readonly [less: string, more: string]> = {
  squeeze: ["Drier", "Wetter"],
  moisture: ["Drier", "Wetter"],
  foodLeft: ["Less food left", "More food left"],
  temperature: ["Cooler", "Warmer"],
  warmth: ["Cooler", "Warmer"],
  weight: ["Lighter", "Heavier"],
  depth: ["Less in it", "More in it"],
  handful: ["Fewer worms", "More worms"],
  ripeness: ["Less finished", "More finished"],
  smell: ["Sweeter", "Worse"],
};
const ASK: Record<Surprise["of"], readonly [less: string, more: string]> = {
  squeeze: ["is the lid ajar, or the air very dry?", "did water get in, or wet food?"],
  moisture: ["is the lid ajar, or the air very dry?", "did water get in, or wet food?"],
  foodLeft: ["are there more worms than noted?", "is something off, or was the meal larger than noted?"],
  temperature: ["has it been moved, or the heating gone off?", "is the food heating, or is it in the sun?"],
  warmth: ["has it been moved, or the heating gone off?", "is the food heating, or is it in the sun?"],
  weight: ["was something taken out, or has it dried?", "did water get in, or was something added?"],
  depth: ["was something taken out, or has it settled?", "was something added?"],
  handful: [
    "have some left or died, or was it an empty corner?",
    "did they gather there, or were more put in?",
  ],
  ripeness: ["was it a fresh corner?", "was it an old corner?"],
  smell: ["has it aired?", "is old food hidden in it?"],
};
/** "Wetter than 9 in 10 forecasts: did water get in, or wet food?" */
export function saySurprise({ of, isMore, beyond }: Surprise): string {
  const which = isMore ? 1 : 0;
  const share =
    beyond >= 0.97 ? "nearly all forecasts" : `${Math.min(9, Math.floor(beyond * 10))} in 10 forecasts`;
  return `${READ[of][which]} than ${share}: ${ASK[of][which]}`;
}

export const HELPFUL_WORDS: Record<HelpfulReading, string> = {
  squeeze: "a squeeze would help the forecast most",
  foodLeft: "a look at the food left would help the forecast most",
  ripeness: "the colour of what is nearly castings would help the forecast most",
  temperature: "a thermometer in the bed would help the forecast most",
};

/** When a harvest is worth the work, how much, and what waiting gains; undefined while the twin has not spoken. */
export function sayHarvest(
  expectation: Expectation,
  today: LocalDate,
  units: UnitSystem,
): { readonly when: string; readonly what: string } | undefined {
  const harvest = expectation.twin?.harvest;
  if (!harvest) return undefined;
  const { inDays, kg, gainsKg } = harvest;
  const waiting =
    gainsKg.middle > 0.05
      ? `a month of waiting adds about ${formatMass(gainsKg.middle, units, "bucket")}`
      : "";
  if (!inDays) return { when: "No harvest worth the work in sight", what: waiting };
  const range = `${formatMass(kg.low, units, "bucket")} to ${formatMass(kg.high, units, "bucket")}`;
  if (inDays.middle <= 0) return { when: "Worth harvesting now", what: `${range}; ${waiting}` };
  const from = addDays(today, inDays.low);
  const to = addDays(today, inDays.high);
  return {
    when: `Worth harvesting about ${spokenDay(addDays(today, inDays.middle), today)} (${shortSpan(from, to)})`,
    what: [range, waiting].filter(Boolean).join("; "),
  };
}
/** How far each compartment is finished, where there are several: "top tray 30–34 %, bottom tray 60–66 % finished". */
export function sayRipeness(
  { twin }: Expectation,
  names: readonly { readonly id: string; readonly name?: string | undefined }[],
): string | undefined {
  if (!twin || twin.compartments.length < 2) return undefined;
  const parts = names.flatMap(({ id, name }) => {
    const found = twin.compartments.find((one) => one.id === id);
    return found ? [`${name ?? id} ${formatPercentRange(found.ripeness.low, found.ripeness.high)}`] : [];
  });
  return `Finished: ${parts.join(", ")}.`;
}

/** A silent death, said as a question that one look answers. */
export function sayHerdAtRisk({
  herdAtRisk: { now, soon },
}: Pick<TwinAdvice, "herdAtRisk">): string | undefined {
  if (Math.max(now, soon) < HERD_AT_RISK) return undefined;
  return now >= HERD_AT_RISK
    ? "Are they still there? By forecast many grown worms may have died these four weeks: count a handful."
    : "Will they last? By forecast many grown worms may die within four weeks: count a handful.";
}

export function sayMisfit({ code, day }: Misfit, today: LocalDate): string {
  const when = daysBetween(day, today) < 300 ? shortDay(day) : day;
  switch (code) {
    case "harvest-above-castings":
      return `${when}: more castings were lifted than the log says can have been there.`;
    case "worms-above-herd":
      return `${when}: more worms were taken than the log says were there.`;
    case "reading-against-log":
      return `${when}: the reading does not fit what was done before it.`;
  }
}

/** A sentence. */
export function sayWarning({ of, chance }: Warning): string {
  const odds = chance === undefined ? "" : `, ${Math.round(chance * 10)} in 10`;
  return {
    heat: `It may overheat within five days${odds}.`,
    air: `It may go sour within ten days${odds}.`,
    ammonia: "Ammonia is building up.",
    salt: "Salt is building up.",
    acid: "It is turning sour.",
    dry: "It is drier than this way of keeping wants.",
    soaking: "It is wetter than this way of keeping wants.",
    hunger: "The worms are thin: they want food.",
  }[of];
}

/** Too wet in some weeks if this goes on, and what prevents it. */
export function sayWetAhead({ inDays, change }: WetAhead, units: UnitSystem): string {
  const when = inDays < 11 ? `${inDays} days` : `about ${Math.round(inDays / 7)} weeks`;
  return `Too wet in ${when} if this goes on. ${
    change
      ? `Least to change: with each meal of ${formatMass(change.mealKg, units)}, ${formatMass(change.dryCardKg, units)} of dry card.`
      : "More card with each meal and smaller meals do not prevent it: let air in, drain it, or find where the water comes from."
  }`;
}

const STRESS_WORDS: Readonly<Record<Stress, string>> = {
  doubleRation: "twice the food",
  noFood: "no food",
  noWater: "no water",
  warmer: "ten degrees more",
  colder: "ten degrees less",
};
const GIVES_WORDS: Readonly<Record<GivesWay, string>> = {
  air: "then the air in the bed goes foul",
  heat: "then it is too hot to live in",
  frost: "then it freezes",
  dry: "then it is too dry to live in",
  herd: "then a third of the herd is gone",
};
/** Short name of what it has to bear; ten degrees of the keeper's own thermometer. Never throws. */
export const sayStress = (stress: Stress, units: UnitSystem): string =>
  units === "us" && (stress === "warmer" || stress === "colder")
    ? `18 °F ${stress === "warmer" ? "more" : "less"}`
    : STRESS_WORDS[stress];
/** How long it bears it, and what gives way first. Never throws. */
export function sayForgiven({ stress, days, first }: Forgiven, units: UnitSystem): string {
  const what = sayStress(stress, units);
  const named = what.charAt(0).toUpperCase() + what.slice(1);
  if (days === undefined || first === undefined)
    return `${named}: borne for ${FORGIVING_DAYS / 7} weeks and more.`;
  if (days === 0) return `${named}: nothing more is borne, ${GIVES_WORDS[first].slice(5)} already.`;
  return `${named}: ${days === 1 ? "a day" : days < 14 ? `${days} days` : `about ${Math.round(days / 7)} weeks`}, ${GIVES_WORDS[first]}.`;
}
