import { SCHOOL_TABLE } from "@/core/catalogue/school";
import { speciesOf } from "@/core/catalogue/species";
import type { Measures } from "@/core/quantity/parse";
import { formatCount } from "@/core/quantity/format";
import {
  CLEARED_WORDS,
  COUNTED_WORDS,
  METHOD_WORDS,
  PARTED_WORDS,
  PREPARATION_WORDS,
  PUT_IN_WORDS,
  STAGED_WORDS,
  TUB_END_WORDS,
} from "@/core/words/entry";
import {
  FOOD_LEFT_WORDS,
  FOUND_FILL_WORDS,
  FOUND_HANDFUL_WORDS,
  FOUND_STATE_WORDS,
  SQUEEZE_WORDS,
} from "@/core/words/readings";
import { COVER_WORDS, DRAINAGE_WORDS, WALL_WORDS } from "@/core/words/setup";
import type { Amount, BeddingPart, Entry, EntryOf, FeedPart } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import { localDate } from "@/vocabulary/fields";
import { PUT_IN } from "@/vocabulary/deeds";
import { LOT_STAGES, PARTED_BY } from "@/vocabulary/lots";
import { CLEARED_BY, COUNTED, TUB_ENDS } from "@/vocabulary/nursery";
import { COVERS, DRAINAGES, HARVEST_METHODS, PREPARATIONS, WALLS } from "@/vocabulary/setup";
import type { CorrectionLine, Draft, Words } from "./correctionLine";
import { lineMakers } from "./correctionLine";
import { missedLines, readingLine } from "./correctionReadings";

const REMOVED = ["contents", "food", "liquid", "pests", "minerals"] as const;
const UNWEIGHED: (typeof REMOVED)[number][] = ["food", "pests", "minerals"];
const REMOVED_WORDS = {
  contents: "contents",
  food: "food",
  liquid: "liquid",
  pests: "pests",
  minerals: "stones, pumice",
};

/**
 * All that can be corrected in an entry beside its day and its note, for every kind there is. A line left as it stands
 * writes nothing, so an entry kept untouched is the same entry to the last digit; `setup` names parts and places.
 */
export function correctionLines(entry: Entry, measures: Measures, setup?: BinSetup): CorrectionLine[] {
  return [...whereLines(entry, setup), ...statedLines(entry, measures), ...whoLines(entry)];
}

/** Who did it; asked of what hands do. */
const whoLines = ({ helper, subject }: Entry): CorrectionLine[] =>
  subject.kind !== "bin"
    ? []
    : [
        {
          key: "helper",
          label: "Who did it (empty: you)",
          text: helper ?? "",
          write: (draft, typed) => {
            if (typed.trim().length > 80) return "A name of at most 80 letters.";
            if (typed.trim() === "") delete draft.helper;
            else draft.helper = typed.trim();
            return undefined;
          },
        },
      ];

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
  "received",
  "watered",
  "dosed",
  "split",
  "turned",
]);

function statedLines(entry: Entry, measures: Measures): CorrectionLine[] {
  const { unit, quantity, field, amount, wholeAmount, optional, share, ownMoisture, material, choice } =
    lineMakers(measures);
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
        ...(entry.amount || entry.what !== "contents"
          ? [choice("what", "What", entry.what, entry.amount ? REMOVED : UNWEIGHED, REMOVED_WORDS)]
          : []),
        ...(entry.amount ? [wholeAmount("Taken out", entry.amount)] : []),
        ...(entry.depthM === undefined
          ? []
          : [field("depthM", "How deep", entry.depthM, "length", unit.length)]),
        ...(entry.fraction === undefined ? [] : [share("fraction", "Share of the part", entry.fraction)]),
      ];
    case "received":
      return [choice("what", "What", entry.what, PUT_IN, PUT_IN_WORDS), wholeAmount("Put in", entry.amount)];
    case "found":
      return foundLines(entry);
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
      return entry.cover ? [choice("cover", "Lid", entry.cover, COVERS, COVER_WORDS)] : [];
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
      return [
        ...entry.readings.map((reading, at) => readingLine(reading, at, measures)),
        ...missedLines(entry),
        ...nextDayLines(entry),
      ];
    case "tubSet":
      return [
        amount("grown", "Grown worms", entry.grown, (draft, value) => {
          draft.grown = value;
        }),
        whole("cycleDays", "Days of the cycle", entry.cycleDays, 1, 400),
        ownMoisture("moisture", "Moisture of the bedding, if known", entry.moisture, (draft) => draft),
      ];
    case "tubDue":
      return [dayLine("dueOn", "Due on", entry.dueOn)];
    case "tubCleared":
      return [
        choice("how", "How", entry.how, CLEARED_BY, CLEARED_WORDS),
        ...(entry.grown
          ? [
              amount("grown", "Grown worms out", entry.grown, (draft, value) => {
                draft.grown = value;
              }),
            ]
          : []),
      ];
    case "tubCounted":
      return [
        choice("of", "What was counted", entry.of, COUNTED, COUNTED_WORDS),
        whole("count", "Counted", entry.count, 0, 10_000_000),
        share("fraction", "Share that was looked through", entry.fraction, 2),
      ];
    case "trayFilled":
      return [
        dayLine("laidFrom", "Laid from", entry.laidFrom),
        dayLine("laidTo", "Laid until", entry.laidTo),
      ];
    case "tubEnded":
      return [
        choice("to", "Where they went", entry.to, TUB_ENDS, TUB_END_WORDS),
        ...(entry.amount ? [wholeAmount("Worms", entry.amount)] : []),
      ];
    case "staged":
      return [
        choice("stage", "It", entry.stage, LOT_STAGES, STAGED_WORDS),
        ...(entry.depthM === undefined
          ? []
          : [field("depthM", "How deep it lies", entry.depthM, "length", unit.length)]),
      ];
    case "sieved":
      return [
        ...(entry.overs
          ? [
              amount("overs", "What stayed on the sieve", entry.overs, (draft, value) => {
                draft.overs = value;
              }),
            ]
          : []),
      ];
    case "bagged":
      return [
        whole("count", "Bags", entry.count, 1, 10_000),
        amount("each", "In each", entry.each, (draft, value) => {
          draft.each = value;
        }),
      ];
    case "unbagged":
      return [whole("count", "Bags", entry.count, 1, 10_000)];
    case "parted":
      return [
        wholeAmount("How much", entry.amount),
        choice("how", "It was", entry.how, PARTED_BY, PARTED_WORDS),
      ];
    case "booked":
      return [
        {
          key: "what",
          label: "What for",
          text: entry.what,
          write: (draft, text) => {
            if (text.trim() === "") return "What for?";
            draft.what = text.trim();
            return undefined;
          },
        },
        ...(entry.tookMin === undefined ? [] : [whole("tookMin", "Minutes", entry.tookMin, 1, 100_000)]),
      ];
    case "turned":
    case "rotated":
    case "emptied":
    case "diagnosed":
    case "followedUp":
    case "guarded":
    case "rescue":
    case "thinned":
      return [];
  }

  /** What a running bin was told to be: every answer, those that were not given as well. */
  function foundLines(found: EntryOf<"found">): CorrectionLine[] {
    const { worms, parts, lastFed } = found;
    const answer = (key: string, label: string, value: string | undefined, all: Readonly<Record<string, string>>, write: (draft: Draft, value: string) => void): CorrectionLine => ({
      key,
      label,
      text: value ?? "",
      options: [{ value: "", label: "not known" }, ...Object.entries(all).map(([one, name]) => ({ value: one, label: name }))],
      write: (draft, text) => {
        write(draft, text);
        return undefined;
      },
    }); // prettier-ignore
    const setOrDrop = (into: Draft, key: string, value: unknown) => {
      if (value === "") delete into[key];
      else into[key] = value;
    };
    return [
      ...(worms && "handful" in worms
        ? [answer("handful", "A handful shows", worms.handful, FOUND_HANDFUL_WORDS, (draft, value) => setOrDrop(draft, "worms", value === "" ? "" : { handful: value }))]
        : [optional(
            quantity("worms", "Worms in it", worms?.massKg, "mass", unit.smallMass, (draft, value) => {
              draft.worms = { massKg: value, measuredBy: "guessed" };
            }),
            (draft) => {
              delete draft.worms;
            },
          )]),
      ...parts.flatMap((part, at) => [
        answer(`state${at}`, parts.length > 1 ? `Part ${at + 1}, how far along` : "How far along", part.state, FOUND_STATE_WORDS, (draft, value) => setOrDrop(partOf(at)(draft), "state", value)),
        answer(`fill${at}`, parts.length > 1 ? `Part ${at + 1}, how full` : "How full", part.fraction === undefined ? undefined : String(part.fraction), FOUND_FILL_WORDS, (draft, value) => setOrDrop(partOf(at)(draft), "fraction", value === "" ? "" : Number(value))),
      ]),
      optional(
        quantity("fedWeeklyKg", "Food a week", found.fedWeeklyKg, "mass", unit.mass, (draft, value) => {
          draft.fedWeeklyKg = value;
        }),
        (draft) => {
          delete draft.fedWeeklyKg;
        },
      ),
      ...(lastFed
        ? [answer("left", "Left of the last meal", lastFed.left, FOOD_LEFT_WORDS, (draft, value) => setOrDrop(draft.lastFed as Draft, "left", value))]
        : []),
      answer("squeeze", "A squeeze", found.squeeze, SQUEEZE_WORDS, (draft, value) => setOrDrop(draft, "squeeze", value)),
    ]; // prettier-ignore
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

  function whole(key: string, label: string, value: number, least: number, most: number): CorrectionLine {
    return {
      key,
      label,
      text: String(value),
      write: (draft, text) => {
        const read = Number(text.trim());
        if (text.trim() === "" || !Number.isInteger(read) || read < least || read > most)
          return `A whole number from ${least} to ${formatCount(most)}.`;
        draft[key] = read;
        return undefined;
      },
    };
  }
  function dayLine(key: string, label: string, value: string): CorrectionLine {
    return {
      key,
      label,
      text: value,
      isDay: true,
      write: (draft, text) => {
        const day = localDate.safeParse(text);
        if (!day.success) return "This is not a day of the calendar.";
        draft[key] = day.data;
        return undefined;
      },
    };
  }
  function nextDayLines({ nextDay }: EntryOf<"looked">): CorrectionLine[] {
    if (nextDay === undefined) return [];
    return [
      optional(dayLine("nextDay", "Come back on", nextDay), (draft) => {
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
}
