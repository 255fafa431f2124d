import { localDate } from "@/vocabulary/fields";
import { shortDay } from "@/core/calendar/day";
import type { UnitSystem } from "@/core/quantity/format";
import {
  formatCount,
  formatLength,
  formatMass,
  formatTemperature,
  formatVolume,
} from "@/core/quantity/format";
import type { Clashing } from "@/records/clash";
import type { Entry } from "@/records/entry";
import type { AnyRecord } from "@/records/kinds";
import { rebased } from "@/records/row/rebase";
import { sayField } from "@/records/words";
import type { BinSetup } from "@/records/setup";
import { correctionLines } from "./correctionLines";

/** One line that was changed twice, with both values as they are said. */
export interface ClashLine {
  readonly label: string;
  readonly mine: string;
  readonly standing: string;
}

/** What of a fact was changed in two places, line by line, in the keeper's units. */
export function clashLines(
  { kind, base, mine, standing }: Clashing,
  units: UnitSystem,
  setup?: BinSetup,
): readonly ClashLine[] {
  const { clashes, row: asStanding } = rebased<AnyRecord>(base, mine, standing, "standing");
  const { row: asMine } = rebased<AnyRecord>(base, mine, standing, "mine");
  // Nothing that both wrote, and yet the two do not go together: all that differs.
  if (clashes.length === 0 && kind === "entries")
    return entryLines(mine as Entry, standing as Entry, units, setup);
  const isStrike = clashes.some(([first]) => first === "deleted");
  const strike: readonly ClashLine[] = isStrike
    ? [
        {
          label: "The whole of it",
          mine: mine.deleted ? "struck out" : "stands, corrected",
          standing: standing.deleted ? "struck out" : "stands, corrected",
        },
      ]
    : [];
  return [
    ...strike,
    ...(kind === "entries"
      ? entryLines(asMine as Entry, asStanding as Entry, units, setup)
      : clashes
          .filter(([first]) => first !== "deleted")
          .map((path) => ({
            label: sayField(path.join(".")),
            mine: sayValue(path, at(mine, path), units),
            standing: sayValue(path, at(standing, path), units),
          }))),
  ];
}

function entryLines(
  mine: Entry,
  standing: Entry,
  units: UnitSystem,
  setup: BinSetup | undefined,
): readonly ClashLine[] {
  const said = (entry: Entry) =>
    new Map([
      ...correctionLines(entry, { units, containers: [] }, setup).map(
        ({ key, label, text, options }) =>
          [key, { label, text: options?.find(({ value }) => value === text)?.label ?? text }] as const,
      ),
      ["day", { label: "Day", text: entry.day }] as const,
      ["note", { label: "Note", text: entry.note ?? "" }] as const,
    ]);
  const [my, now] = [said(mine), said(standing)];
  return [...new Set([...my.keys(), ...now.keys()])].flatMap((key) => {
    const [a, b] = [my.get(key), now.get(key)];
    if (a?.text === b?.text) return [];
    return [{ label: (a ?? b)!.label, mine: a?.text || "nothing", standing: b?.text || "nothing" }];
  });
}

const at = (row: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (value, step) =>
      typeof value === "object" && value !== null ? (value as Record<string, unknown>)[step] : undefined,
    row,
  );

/** A bare value of a record, by the unit its name ends in. */
function sayValue(path: readonly string[], value: unknown, units: UnitSystem): string {
  const name = path.at(-1) ?? "";
  if (value === undefined || value === "") return "nothing";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number")
    return name.endsWith("Kg")
      ? formatMass(value, units)
      : name.endsWith("L")
        ? formatVolume(value, units)
        : name.endsWith("M")
          ? formatLength(value, units)
          : name.endsWith("C")
            ? formatTemperature(value, units)
            : formatCount(value);
  if (typeof value === "string") {
    const day = localDate.safeParse(value);
    return day.success ? shortDay(day.data) : value;
  }
  if (Array.isArray(value)) return `a list of ${value.length}`;
  return Object.entries(value as object)
    .map(([key, part]) => sayValue([...path, key], part, units))
    .join(", ");
}
