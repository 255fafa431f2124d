import type { LocalDate } from "@/vocabulary/fields";
import type { Guard, SpellKind } from "@/vocabulary/weather";
import { shortSpan, spokenDay } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatTemperature, formatVolume } from "../quantity/format";
import type { DatedTask } from "../round/dated";
import type { BinToday } from "../round/round";
import { GUARD_WORDS } from "../words/entry";
import type { Ended, Spell } from "./spells";

/** What a guard asks for, as a step. */
export const GUARD_STEPS: Readonly<Record<Guard, string>> = {
  moved: "Move it",
  shaded: "Shade it from the sun, lid and walls, with air between",
  wrapped: "Wrap it: straw, cardboard or old blankets round it and under it, and stand bins close together",
  ice: "Lay bottles of frozen water on top of the bed at noon, in a cloth",
  dampSheet: "Lay a damp sheet over the bed",
  lidAjar: "Leave the lid ajar for air",
  covered: "Lay a sheet over it that keeps rain and wind out and lets air in at the sides",
  lessFood: "Give little until it is over: food heats, and cold worms leave it",
};
/** What is never done against it. */
export const NEVER: Readonly<Record<SpellKind, string>> = {
  heat: "Never in a parked car or a shut shed, and no cold water over hot worms.",
  frost:
    "Do not dig in a frozen bed and pour nothing warm on it. A heat mat is only for dry places, with a guard against faults, and never under a bin that was not made for it.",
  rain: "Do not shut it tight: worms under a wet sheet need air.",
};
const SPELL_NAMES: Readonly<Record<SpellKind, string>> = { heat: "Heat", frost: "Frost", rain: "Rain" };

/** One bin's spell in a sentence. */
export function saySpell(spell: Spell, units: UnitSystem, today: LocalDate): string {
  const when =
    spell.from === spell.until
      ? spokenDay(spell.from, today)
      : `${spell.from <= today ? "now" : spokenDay(spell.from, today)}, ${shortSpan(spell.from, spell.until)}`;
  const what =
    spell.against === "rain"
      ? `about ${formatVolume(spell.rainL ?? 0, units)} of rain would come in`
      : `the bed would reach ${formatTemperature(spell.worstC ?? 0, units)} ${spokenDay(spell.worstOn, today)}`;
  return `${SPELL_NAMES[spell.against]} ${when}: ${what}${spell.isSure ? "" : ", if it comes as foretold"}.`;
}

/**
 * What weather puts on the slate: of each kind of spell one line over the bins it comes to that nothing was done for, and one for
 * those that can be put back as they were. Never throws.
 */
export function weatherTasks(
  spells: readonly Spell[],
  ended: readonly Ended[],
  bins: readonly BinToday[],
  today: LocalDate,
): readonly DatedTask[] {
  const nameOf = (id: string) => bins.find(({ bin }) => bin.id === id)?.bin.name ?? "";
  const named = (ids: readonly string[]) =>
    ids.length === 1 ? nameOf(ids[0]!) : `${nameOf(ids[0]!)} and ${ids.length - 1} more`;
  const coming = (["heat", "frost", "rain"] as const).flatMap((against): DatedTask[] => {
    const open = spells.filter((spell) => spell.against === against && spell.guarded.length === 0);
    if (open.length === 0) return [];
    const from = open.map((spell) => spell.from).toSorted()[0]!;
    return [
      {
        key: `weather/${against}`,
        name: named(open.map(({ binId }) => binId)),
        verb: `make ready for ${against}`,
        why: `${SPELL_NAMES[against]} ${from <= today ? "is there" : `from ${spokenDay(from, today)}`}.`,
        to: { room: "weather", id: open[0]!.binId },
        overdueDays: 0,
      },
    ];
  });
  const over = (["heat", "frost", "rain"] as const).flatMap((against): DatedTask[] => {
    const done = ended.filter((one) => one.against === against);
    if (done.length === 0) return [];
    const by = [...new Set(done.flatMap((one) => one.by))].filter((guard) => guard !== "ice");
    return [
      {
        key: `weather/${against}/over`,
        name: named(done.map(({ binId }) => binId)),
        verb: `${against} is over: put it back as it was`,
        why: by.length > 0 ? `Done against it: ${by.map((guard) => GUARD_WORDS[guard]).join(", ")}.` : "",
        to: { room: "weather", id: done[0]!.binId },
        overdueDays: 0,
      },
    ];
  });
  return [...coming, ...over];
}
