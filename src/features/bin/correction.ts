import { FOOD_LEFT_WORDS, RIPENESS_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "@/core/words/readings";
import { COVER_WORDS, DRAINAGE_WORDS, WALL_WORDS } from "@/core/words/setup";
import { SCHOOL_TABLE } from "@/core/catalogue/school";
import { speciesOf } from "@/core/catalogue/species";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { Dimension } from "@/core/quantity/unit";
import { sayUnreadable } from "@/core/quantity/words";
import { daysBetween } from "@/core/calendar/day";
import { METHOD_WORDS } from "@/core/words/entry";
import type { Amount, Entry, Reading } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { FILL_MARKS, FOOD_LEFT, RIPENESSES, SMELLS, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import { COVERS, DRAINAGES, HARVEST_METHODS, WALLS } from "@/vocabulary/setup";

/** One thing an entry states that can be put right, as it stands on the screen. */
export interface CorrectionLine {
  readonly key: string;
  readonly label: string;
  readonly text: string;
  /** Answers to choose from; without them the line is typed. */
  readonly options?: readonly { readonly value: string; readonly label: string }[];
  /** Writes the answer into a copy of the entry, or says what is wrong with it. */
  readonly write: (entry: Draft, typed: string) => string | undefined;
}
/** A copy of an entry that the lines write into; the schema judges the whole when it is saved. */
type Draft = Record<string, unknown>;

const WARMTH_WORDS = { cold: "cold", cool: "cool", pleasant: "pleasant", warm: "warm", hot: "hot" };
const MARK_WORDS = { belowTheLine: "below", atTheLine: "at the line", aboveTheLine: "above" };

type Words<V extends string> = Readonly<Record<V, string>>;
const choices = <V extends string>(values: readonly V[], words: Words<V>) =>
  values.map((value) => ({ value, label: words[value] }));

/**
 * All that can be corrected in an entry beside its day and its note. Empty for an entry that states nothing more
 * (turned, emptied, trays that changed places).
 */
export function correctionLines(entry: Entry, units: UnitSystem): CorrectionLine[] {
  const unit = DEFAULT_UNIT[units];
  const quantity = (
    key: string,
    label: string,
    value: number | undefined,
    dimension: Dimension,
    bare: string,
    put: (draft: Draft, value: number, typed: string) => void,
    typed?: string,
  ): CorrectionLine => ({
    key,
    label,
    text: typed ?? (value === undefined ? "" : formatToEdit(value, dimension, bare)),
    write: (draft, text) => {
      const read = parseQuantity(text, dimension, bare);
      if (!read.ok) return sayUnreadable(read.problem);
      put(draft, read.value, text.trim());
      return undefined;
    },
  });
  const field = (key: string, label: string, value: number, dimension: Dimension, bare: string) =>
    quantity(key, label, value, dimension, bare, (draft, read) => {
      draft[key] = read;
    });
  const amount = (
    key: string,
    label: string,
    known: Amount,
    put: (draft: Draft, amount: Amount) => void,
  ): CorrectionLine => {
    const write = (draft: Draft, value: number, typed: string) =>
      put(
        draft,
        "massKg" in known
          ? { massKg: value, measuredBy: known.measuredBy, typed }
          : "volumeL" in known
            ? { volumeL: value, measuredBy: known.measuredBy, typed }
            : { count: Math.round(value), measuredBy: known.measuredBy, typed },
      );
    return "massKg" in known
      ? quantity(key, label, known.massKg, "mass", unit.smallMass, write, known.typed)
      : "volumeL" in known
        ? quantity(key, label, known.volumeL, "volume", unit.volume, write, known.typed)
        : quantity(key, label, known.count, "count", "worms", write, known.typed);
  };
  const wholeAmount = (label: string, known: Amount) =>
    amount("amount", label, known, (draft, value) => {
      draft.amount = value;
    });
  const percent = (
    key: string,
    label: string,
    value: number,
    put: (draft: Draft, share: number) => void,
  ) => ({
    key,
    label: `${label} (%)`,
    text: String(Math.round(value * 1000) / 10),
    write: (draft: Draft, text: string) => {
      const read = Number(text.trim().replace(/\s*%$/, "").replace(",", "."));
      if (text.trim() === "" || !Number.isFinite(read) || read < 0 || read > 100)
        return "A share lies between 0 and 100 %.";
      put(draft, read / 100);
      return undefined;
    },
  });
  const share = (key: string, label: string, value: number) =>
    percent(key, label, value, (draft, read) => {
      draft[key] = read;
    });
  const choice = <V extends string>(
    key: string,
    label: string,
    value: V,
    values: readonly V[],
    words: Words<V>,
    put: (draft: Draft, value: string) => void = (draft, chosen) => {
      draft[key] = chosen;
    },
  ): CorrectionLine => ({
    key,
    label,
    text: value,
    options: choices(values, words),
    write: (draft, chosen) => {
      put(draft, chosen);
      return undefined;
    },
  });

  switch (entry.kind) {
    case "stocked":
      return entry.worms.map((lot, at) =>
        amount(`worms${at}`, speciesOf(lot.speciesId).name, lot.amount, (draft, value) => {
          (draft.worms as { amount: Amount }[])[at]!.amount = value;
        }),
      );
    case "seeded":
      return [wholeAmount("Living castings", entry.amount)];
    case "watered":
      return [wholeAmount("Water", entry.amount)];
    case "dosed":
      return [wholeAmount("How much", entry.amount)];
    case "drained":
      return entry.amount ? [wholeAmount("Run off", entry.amount)] : [];
    case "removed":
      return [wholeAmount("Taken out", entry.amount)];
    case "wormsTaken":
      return [wholeAmount("Worms taken", entry.amount)];
    case "fed":
    case "bedded":
      return entry.parts.map((part, at) =>
        amount(`part${at}`, part.materialId, part.amount, (draft, value) => {
          (draft.parts as { amount: Amount }[])[at]!.amount = value;
        }),
      );
    case "weighed":
      return [
        field("grossKg", "Full", entry.grossKg, "mass", unit.mass),
        field("tareKg", "Empty", entry.tareKg, "mass", unit.mass),
      ];
    case "harvested":
      return [
        field("grossKg", "Full container", entry.grossKg, "mass", unit.mass),
        field("tareKg", "Empty container", entry.tareKg, "mass", unit.mass),
        choice("method", "How", entry.method, HARVEST_METHODS, METHOD_WORDS),
      ];
    case "split":
      return [share("fraction", "Given to another bin", entry.fraction)];
    case "tipped":
      return [share("fraction", "Tipped out", entry.fraction)];
    case "advanced":
      return [share("fraction", "Moved along", entry.fraction)];
    case "covered":
      return [choice("cover", "Cover", entry.cover, COVERS, COVER_WORDS)];
    case "noted":
      return [
        {
          key: "text",
          label: "Note",
          text: entry.text,
          write: (draft, text) => {
            if (text.trim() === "") return "A note with nothing in it: strike it out instead.";
            draft.text = text.trim();
            return undefined;
          },
        },
      ];
    case "added":
      return sizeLines("added", entry.added, (draft) => draft.added as Draft);
    case "altered":
      return alteredLines(entry);
    case "looked":
      return [...entry.readings.map(readingLine), ...missedLines(entry)];
    case "turned":
    case "rotated":
    case "emptied":
      return [];
  }

  function sizeLines(
    key: string,
    size: { widthM: number; lengthM: number; heightM: number; placeCount: number },
    into: (draft: Draft) => Draft,
    name = "",
  ): CorrectionLine[] {
    const side = (of: "widthM" | "lengthM" | "heightM", label: string) =>
      quantity(`${key}.${of}`, `${name}${label}`, size[of], "length", unit.length, (draft, value) => {
        into(draft)[of] = value;
      });
    return [
      side("widthM", "Width"),
      side("lengthM", "Front to back"),
      side("heightM", "Height"),
      {
        key: `${key}.placeCount`,
        label: `${name}Feeding places`,
        text: String(size.placeCount),
        write: (draft, text) => {
          const places = Number(text.trim());
          if (!Number.isInteger(places) || places < 1 || places > 24) return "A whole number from 1 to 24.";
          into(draft).placeCount = places;
          return undefined;
        },
      },
    ];
  }

  function alteredLines({ changes }: Extract<Entry, { kind: "altered" }>): CorrectionLine[] {
    const inChanges = (key: string) => (draft: Draft, value: string) => {
      (draft.changes as Draft)[key] = value;
    };
    const schools = Object.fromEntries(SCHOOL_TABLE.map(({ id, name }) => [id, name]));
    const parts = changes.compartments ?? [];
    return [
      ...(changes.school
        ? [
            choice(
              "school",
              "Way of keeping",
              changes.school,
              SCHOOL_TABLE.map(({ id }) => id),
              schools as Words<typeof changes.school>,
              inChanges("school"),
            ),
          ]
        : []),
      ...(changes.cover
        ? [choice("cover", "Cover", changes.cover, COVERS, COVER_WORDS, inChanges("cover"))]
        : []),
      ...(changes.drainage
        ? [choice("drainage", "Drains", changes.drainage, DRAINAGES, DRAINAGE_WORDS, inChanges("drainage"))]
        : []),
      ...(changes.wall ? [choice("wall", "Walls", changes.wall, WALLS, WALL_WORDS, inChanges("wall"))] : []),
      ...parts.flatMap((part, at) =>
        sizeLines(
          `compartment${at}`,
          part,
          (draft) => ((draft.changes as Draft).compartments as Draft[])[at]!,
          parts.length > 1 ? `${part.name ?? `part ${at + 1}`}: ` : "",
        ),
      ),
    ];
  }

  function readingLine(reading: Reading, at: number): CorrectionLine {
    const key = `reading${at}`;
    const into = (draft: Draft) => (draft.readings as Draft[])[at]!;
    const put = (of: string) => (draft: Draft, value: unknown) => {
      into(draft)[of] = value;
    };
    switch (reading.of) {
      case "squeeze":
        return choice(key, "Squeeze", reading.squeeze, SQUEEZES, SQUEEZE_WORDS, put("squeeze"));
      case "foodLeft": {
        const label = `Food left${reading.place ? ` at place ${reading.place}` : ""}`;
        return choice(key, label, reading.foodLeft, FOOD_LEFT, FOOD_LEFT_WORDS, put("foodLeft"));
      }
      case "smell":
        return choice(key, "Smell", reading.smell, SMELLS, SMELL_WORDS, put("smell"));
      case "warmth":
        return choice(key, "Feels", reading.warmth, WARMTHS, WARMTH_WORDS, put("warmth"));
      case "fillMark":
        return choice(key, "Against the line", reading.mark, FILL_MARKS, MARK_WORDS, put("mark"));
      case "sign":
        return choice(
          key,
          reading.sign.replace(/-/g, " "),
          reading.isPresent ? "yes" : "no",
          ["yes", "no"],
          { yes: "seen", no: "not seen" },
          (draft, value) => put("isPresent")(draft, value === "yes"),
        );
      case "temperature":
        return quantity(
          key,
          "Temperature",
          reading.temperatureC,
          "temperature",
          unit.temperature,
          put("temperatureC"),
        );
      case "moisture":
        return percent(key, "Moisture", reading.moisture, put("moisture"));
      case "weight":
        return quantity(key, "Weight of the bin", reading.massKg, "mass", unit.mass, put("massKg"));
      case "ripeness":
        return choice(key, "Looks", reading.ripeness, RIPENESSES, RIPENESS_WORDS, put("ripeness"));
      case "handful":
        return quantity(key, "Worms in a handful", reading.count, "count", "worms", put("count"));
      case "fillDepth":
        return quantity(key, "Below the rim", reading.belowRimM, "length", unit.length, put("belowRimM"));
    }
  }

  /** What a look could have said and did not: it can be added afterwards. */
  function missedLines({ readings }: Extract<Entry, { kind: "looked" }>): CorrectionLine[] {
    const missed = <V extends string>(
      of: "squeeze" | "smell",
      label: string,
      values: readonly V[],
      words: Words<V>,
    ): CorrectionLine[] =>
      readings.some((reading) => reading.of === of)
        ? []
        : [
            {
              key: of,
              label,
              text: "",
              options: [{ value: "", label: "not said" }, ...choices(values, words)],
              write: (draft, value) => {
                if (value !== "") (draft.readings as Draft[]).push({ of, [of]: value });
                return undefined;
              },
            },
          ];
    return [
      ...missed("squeeze", "Squeeze", SQUEEZES, SQUEEZE_WORDS),
      ...missed("smell", "Smell", SMELLS, SMELL_WORDS),
    ];
  }
}

export interface CorrectionTyped {
  readonly day: string;
  readonly note: string;
  /** What stands on each line, by its key. */
  readonly lines: Readonly<Record<string, string>>;
}
export interface CorrectionFaults {
  readonly code: "correction/faults";
  /** Sentence by line key; the day's is `day`. */
  readonly fields: Readonly<Record<string, string>>;
}

export const typedOf = (entry: Entry, lines: readonly CorrectionLine[]): CorrectionTyped => ({
  day: entry.day,
  note: entry.note ?? "",
  lines: Object.fromEntries(lines.map(({ key, text }) => [key, text])),
});

/** The first set-up belongs to the day the bin began; all that follows rests on it. */
export const isFixedDay = (entry: Entry): boolean =>
  entry.kind === "altered" && entry.changes.system !== undefined;

/** The corrected entry, or a sentence for each line that does not fit. Lines left as they were change nothing. */
export function corrected(
  entry: Entry,
  lines: readonly CorrectionLine[],
  typed: CorrectionTyped,
  { firstDay, today }: { readonly firstDay: LocalDate; readonly today: LocalDate },
): Outcome<Entry, CorrectionFaults> {
  const faults: Record<string, string> = {};
  const draft = structuredClone(entry) as unknown as Draft;
  const day = localDate.safeParse(typed.day);
  if (!day.success) faults.day = "This is not a day of the calendar.";
  else if (daysBetween(today, day.data) > 0) faults.day = "That day has not come yet.";
  else if (daysBetween(firstDay, day.data) < 0) faults.day = "The bin did not exist on that day.";
  else draft.day = day.data;
  for (const line of lines) {
    const text = typed.lines[line.key] ?? line.text;
    const fault = text === line.text ? undefined : line.write(draft, text);
    if (fault) faults[line.key] = fault;
  }
  if (Number(draft.tareKg ?? 0) > Number(draft.grossKg ?? Infinity))
    faults.tareKg = "The empty container weighs more than the full one: are the two swapped?";
  const { note: _before, ...rest } = draft;
  const note = typed.note.trim();
  if (Object.keys(faults).length > 0) return refused({ code: "correction/faults", fields: faults });
  return done({ ...rest, ...(note ? { note } : {}) } as unknown as Entry);
}
