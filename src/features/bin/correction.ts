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
import { METHOD_WORDS, PREPARATION_WORDS } from "@/core/words/entry";
import type { MaterialUse } from "@/core/catalogue/material";
import { materialOf, materialsFor } from "@/core/catalogue/material";
import type { Amount, BeddingPart, Entry, EntryOf, FeedPart, Reading } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import { sayField } from "@/records/words";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import type { MeasuredBy } from "@/vocabulary/readings";
import { FILL_MARKS, FOOD_LEFT, RIPENESSES, SMELLS, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import { COVERS, DRAINAGES, HARVEST_METHODS, PREPARATIONS, WALLS } from "@/vocabulary/setup";

/** One thing an entry states that can be put right, as it stands on the screen. */
export interface CorrectionLine {
  readonly key: string;
  readonly label: string;
  readonly text: string;
  /** Answers to choose from; without them the line is typed, as words or as a day. */
  readonly options?: readonly CorrectionOption[];
  readonly isDay?: boolean;
  /** So many answers that one finds them by typing. */
  readonly isLong?: boolean;
  /** Writes the answer into a copy of the entry, or says what is wrong with it. */
  readonly write: (entry: Draft, typed: string) => string | undefined;
}
export interface CorrectionOption {
  readonly value: string;
  readonly label: string;
}
/** A copy of an entry that the lines write into; the schema judges the whole when it is saved. */
type Draft = Record<string, unknown>;

/** An amount the keeper writes over one that was measured out as proposed is the keeper's own. */
const knownAs = (own: "weighed" | "volume", { measuredBy }: Amount): MeasuredBy =>
  measuredBy === "guessed" || measuredBy === "device" ? measuredBy : own;
const REMOVED = ["contents", "food", "liquid", "pests"] as const;
const UNWEIGHED: (typeof REMOVED)[number][] = ["food", "pests"];
const REMOVED_WORDS = { contents: "contents", food: "food", liquid: "liquid", pests: "pests" };
const WARMTH_WORDS = { cold: "cold", cool: "cool", pleasant: "pleasant", warm: "warm", hot: "hot" };
const MARK_WORDS = { belowTheLine: "below", atTheLine: "at the line", aboveTheLine: "above" };

type Words<V extends string> = Readonly<Record<V, string>>;
const choices = <V extends string>(values: readonly V[], words: Words<V>) =>
  values.map((value) => ({ value, label: words[value] }));

/**
 * All that can be corrected in an entry beside its day and its note, for every kind there is. A line left as it stands
 * writes nothing, so an entry kept untouched is the same entry to the last digit; `setup` names parts and places.
 */
export function correctionLines(entry: Entry, units: UnitSystem, setup?: BinSetup): CorrectionLine[] {
  return [...whereLines(entry, setup), ...statedLines(entry, units)];
}

/** In which part of the bin, and at which place; only where there is a choice. */
function whereLines(entry: Entry, setup: BinSetup | undefined): CorrectionLine[] {
  const parts = setup?.compartments ?? [];
  const isSomewhere = entry.compartment !== undefined || SOMEWHERE.has(entry.kind);
  const part = parts.find(({ id }) => id === entry.compartment) ?? parts[0];
  const optional = (key: "compartment" | "place") => (draft: Draft, value: string) => {
    if (value === "") delete draft[key];
    else draft[key] = key === "place" ? Number(value) : value;
    return undefined;
  };
  return [
    ...(isSomewhere && parts.length > 1
      ? [
          {
            key: "compartment",
            label: "Which part",
            text: entry.compartment ?? "",
            options: [
              { value: "", label: "not said" },
              ...parts.map(({ id, name }, at) => ({ value: id, label: name ?? `part ${at + 1}` })),
            ],
            write: optional("compartment"),
          },
        ]
      : []),
    ...(entry.place !== undefined || (entry.kind === "fed" && (part?.placeCount ?? 1) > 1)
      ? [
          {
            key: "place",
            label: "Place",
            text: entry.place === undefined ? "" : String(entry.place),
            options: [
              { value: "", label: "not said" },
              ...Array.from({ length: Math.max(part?.placeCount ?? 1, entry.place ?? 1) }, (_, at) => ({
                value: String(at + 1),
                label: `place ${at + 1}`,
              })),
            ],
            write: optional("place"),
          },
        ]
      : []),
  ];
}
const SOMEWHERE: ReadonlySet<Entry["kind"]> = new Set([
  "fed",
  "bedded",
  "seeded",
  "harvested",
  "removed",
  "turned",
]);

function statedLines(entry: Entry, units: UnitSystem): CorrectionLine[] {
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
    if ("count" in known)
      return quantity(
        key,
        label,
        known.count,
        "count",
        "worms",
        (draft, value, typed) =>
          put(draft, { count: Math.round(value), measuredBy: known.measuredBy, typed }),
        known.typed,
      );
    const text =
      known.typed ??
      ("massKg" in known
        ? formatToEdit(known.massKg, "mass", unit.smallMass)
        : formatToEdit(known.volumeL, "volume", unit.volume));
    return {
      key,
      label,
      text,
      write: (draft, typed) => {
        const isMass = "massKg" in known;
        const mass = parseQuantity(typed, "mass", isMass ? unit.smallMass : "none");
        const volume = parseQuantity(typed, "volume", isMass ? "none" : unit.volume);
        if (mass.ok)
          put(draft, { massKg: mass.value, measuredBy: knownAs("weighed", known), typed: typed.trim() });
        else if (volume.ok)
          put(draft, { volumeL: volume.value, measuredBy: knownAs("volume", known), typed: typed.trim() });
        else return sayUnreadable((isMass ? mass : volume).problem);
        return undefined;
      },
    };
  };
  const wholeAmount = (label: string, known: Amount) =>
    amount("amount", label, known, (draft, value) => {
      draft.amount = value;
    });
  /** A figure that may be absent: emptied, it is said no more. */
  const optional = (line: CorrectionLine, leave: (draft: Draft) => void): CorrectionLine => ({
    ...line,
    write: (draft, text) => {
      if (text.trim() !== "") return line.write(draft, text);
      leave(draft);
      return undefined;
    },
  });
  const percent = (
    key: string,
    label: string,
    value: number | undefined,
    put: (draft: Draft, share: number) => void,
  ): CorrectionLine => ({
    key,
    label: `${label} (%)`,
    text: value === undefined ? "" : String(Math.round(value * 1000) / 10),
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
  const ownMoisture = (key: string, label: string, value: number | undefined, of: (draft: Draft) => Draft) =>
    optional(
      percent(key, label, value, (draft, read) => {
        of(draft).moisture = read;
      }),
      (draft) => {
        delete of(draft).moisture;
      },
    );
  const material = (
    key: string,
    label: string,
    use: MaterialUse,
    id: string,
    of: (draft: Draft) => Draft,
  ) => ({
    key,
    label,
    text: id,
    isLong: true,
    options: [
      ...(materialsFor(use).some((one) => one.id === id) ? [] : [materialOf(use, id)]),
      ...materialsFor(use),
    ].map((one) => ({ value: one.id, label: one.name })),
    write: (draft: Draft, chosen: string) => {
      of(draft).materialId = chosen;
      return undefined;
    },
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
      return [
        wholeAmount("Living castings", entry.amount),
        ownMoisture("moisture", "Its moisture", entry.moisture, (draft) => draft),
      ];
    case "watered":
      return [wholeAmount("Water", entry.amount)];
    case "dosed":
      return [
        material("materialId", "What", "amendment", entry.materialId, (draft) => draft),
        wholeAmount("How much", entry.amount),
      ];
    case "drained":
      return entry.amount ? [wholeAmount("Run off", entry.amount)] : [];
    case "removed":
      return [
        // Only of food and pests may all have been taken out without a scale.
        choice("what", "What", entry.what, entry.amount ? REMOVED : UNWEIGHED, REMOVED_WORDS),
        ...(entry.amount ? [wholeAmount("Taken out", entry.amount)] : []),
      ];
    case "wormsTaken":
      return [wholeAmount("Worms taken", entry.amount)];
    case "fed":
      return [
        ...entry.parts.flatMap((part, at) => [
          ...partLines("food", part, at),
          choice(
            `preparation${at}`,
            "Prepared",
            part.preparation,
            PREPARATIONS,
            PREPARATION_WORDS,
            (draft, chosen) => {
              partOf(at)(draft).preparation = chosen;
            },
          ),
        ]),
        optional(
          quantity("buriedM", "How deep", entry.buriedM, "length", unit.length, (draft, value) => {
            draft.buriedM = value;
          }),
          (draft) => {
            delete draft.buriedM;
          },
        ),
      ];
    case "bedded":
      return [
        ...entry.parts.flatMap((part, at) => partLines("bedding", part, at)),
        choice(
          "isCover",
          "Laid",
          entry.isCover ? "cover" : "in",
          ["in", "cover"],
          { in: "in or under", cover: "on top, as cover" },
          (draft, chosen) => {
            if (chosen === "cover") draft.isCover = true;
            else delete draft.isCover;
          },
        ),
      ];
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
        ownMoisture("moisture", "Moisture of what was lifted", entry.moisture, (draft) => draft),
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
      return [...entry.readings.map(readingLine), ...missedLines(entry), ...nextDayLines(entry)];
    case "turned":
    case "rotated":
    case "emptied":
      return [];
  }

  function partOf(at: number): (draft: Draft) => Draft {
    return (draft) => (draft.parts as Draft[])[at]!;
  }
  function partLines(use: "food" | "bedding", part: FeedPart | BeddingPart, at: number): CorrectionLine[] {
    return [
      material(`material${at}`, "What", use, part.materialId, partOf(at)),
      amount(`part${at}`, "How much", part.amount, (draft, value) => {
        partOf(at)(draft).amount = value;
      }),
      ownMoisture(`moisture${at}`, "Its moisture, if known", part.moisture, partOf(at)),
    ];
  }

  function nextDayLines({ nextDay }: EntryOf<"looked">): CorrectionLine[] {
    if (nextDay === undefined) return [];
    const line: CorrectionLine = {
      key: "nextDay",
      label: "Come back on",
      text: nextDay,
      isDay: true,
      write: (draft, text) => {
        const day = localDate.safeParse(text);
        if (!day.success) return "This is not a day of the calendar.";
        draft.nextDay = day.data;
        return undefined;
      },
    };
    return [
      optional(line, (draft) => {
        delete draft.nextDay;
      }),
    ];
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
  const judged = entrySchema.safeParse({ ...rest, ...(note ? { note } : {}) });
  if (judged.success) return done(judged.data);
  const changed = lines.find(({ key, text }) => (typed.lines[key] ?? text) !== text);
  const said = sayField(judged.error.issues[0]?.path.join(".") ?? "");
  return refused({
    code: "correction/faults",
    fields: { [changed?.key ?? "day"]: `That does not fit: ${said} cannot be right so.` },
  });
}
