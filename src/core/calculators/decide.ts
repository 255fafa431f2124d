import { bringToToday, withReadings } from "../twin/log/now";
import type { TwinQuestion } from "../twin/log/now";
import type { Reading } from "@/records/entry";
import { readEntry, readingSchema } from "@/records/entry";
import type { Entry } from "@/records/entry";
import { binFormat } from "@/records/bin";
import type { Climate } from "@/records/room";
import { roomFormat } from "@/records/room";
import { readRow } from "@/records/row/migrate";
import { present } from "@/records/row/row";
import { binId, localDate, temperatureC } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { CREATURES, FOOD_LEFT, SMELLS, SQUEEZES } from "@/vocabulary/readings";
import { z } from "@/vocabulary/z";
import { decide as decideNow } from "../decision/decide";
import type { Step } from "../decision/decision";
import { STEP_KINDS } from "../decision/decision";
import { sayEvidence } from "../decision/evidenceWords";
import { sayReason } from "../decision/words";
import type { Band } from "../expectation/expectation";
import { effectiveEntries } from "../log/effective";
import { twinExpectation } from "../twin/ahead/expect";
import { ownFist, squeezesIn } from "../twin/log/fist";
import { scriptOf } from "../twin/log/script";
import type { Fist } from "../twin/learning/sharedFist";
import { sharedFist, otherBinsFists } from "../twin/learning/sharedFist";
import { calculator } from "./calculator";
import exampleJson from "./decideExample.json";

/** An exported archive as it lies on the disk; of its records the rooms, bins and entries are read here. */
interface ArchiveFile {
  readonly format: "brown-cellar";
  readonly content: {
    readonly records: Readonly<Record<"rooms" | "bins" | "entries", readonly unknown[]>>;
  };
}
function isArchive(file: unknown): file is ArchiveFile {
  const at = (from: unknown, key: string): unknown =>
    typeof from === "object" && from !== null ? (from as Record<string, unknown>)[key] : undefined;
  const records = at(at(file, "content"), "records");
  return (
    at(file, "format") === "brown-cellar" &&
    ["rooms", "bins", "entries"].every((kind) => Array.isArray(at(records, kind)))
  );
}
const archive = z.unknown();
const place = z.number().int().min(1).max(24);
const short = z.strictObject({
  squeeze: z.enum(SQUEEZES).optional(),
  foodLeft: z
    .array(z.strictObject({ place, left: z.enum(FOOD_LEFT) }))
    .max(24)
    .optional(),
  temperatureC: temperatureC.optional(),
  smell: z.enum(SMELLS).optional(),
  signs: z.array(z.enum(CREATURES)).max(CREATURES.length).optional(),
});
/** In short, or as a look of the log keeps them (with compartment, place, spot, instrument). */
const readings = z.union([short, z.array(readingSchema).max(200)]);
const band = z.strictObject({ p10: z.number(), p50: z.number(), p90: z.number() });
const step = z.strictObject({
  kind: z.enum(STEP_KINDS),
  /** In `unit`. */
  amount: z.number().min(0).optional(),
  unit: z.enum(["kg", "L"]).optional(),
  materialId: z.string().optional(),
  place: z.number().int().optional(),
  compartment: z.string().optional(),
  /** Of bedding that goes in damp. */
  moisture: z.number().optional(),
  /** The reason's code, and the sentence the app shows, in metric units. */
  code: z.string(),
  why: z.string(),
  evidence: z.array(z.string()),
});

/**
 * The decision of a visit over an exported archive, on the same ensemble with the same seed as in the app, so that both
 * say the same. The archive's checksum is not asked for: a file changed on purpose is a fair question.
 */
export const decide = calculator({
  name: "decide",
  purpose:
    "What to do at a bin on a day, from its archive and what was read: steps with reasons, and the next day.",
  source: "Process model, sections 9 to 11; the order of the questions is the order of danger.",
  input: z.strictObject({ archive, binId, date: localDate, readings: readings.optional() }),
  output: z.strictObject({
    steps: z.array(step),
    nextDate: localDate,
    expected: z.strictObject({
      moisture: band,
      temperatureC: band,
      wormsKg: band,
      castingsKg: band,
      foodLeft: z.array(z.strictObject({ place, left: band })),
    }),
  }),
  // The file is made by this very sum (see the test of worked examples).
  example: exampleJson as never,
  sum: ({ archive: file, binId: id, date, readings: read = {} }) => {
    if (!isArchive(file)) return refused({ code: "calc/no-archive", field: "archive" });
    const { records } = file.content;
    const bins = present(records.bins.flatMap((raw) => {
      const bin = readRow<z.infer<typeof binFormat.schema>>(raw, binFormat);
      return bin.ok ? [bin.value] : [];
    })); // prettier-ignore
    if (!bins.some((bin) => bin.id === id)) return refused({ code: "calc/unknown-bin", field: "binId", id });
    const climates: Record<string, Climate> = {};
    for (const room of present(records.rooms.flatMap((raw) => {
      const one = readRow<z.infer<typeof roomFormat.schema>>(raw, roomFormat);
      return one.ok ? [one.value] : [];
    }))) climates[room.id] = room.climate; // prettier-ignore
    const logs = new Map<string, Entry[]>();
    for (const raw of records.entries) {
      const entry = readEntry(raw);
      if (!entry.ok || entry.value.day > date) continue;
      const of = String(entry.value.subject.id);
      const log = logs.get(of);
      if (log) log.push(entry.value);
      else logs.set(of, [entry.value]);
    }
    const question = (of: string) => ({
      binId: of,
      entries: effectiveEntries(logs.get(of) ?? []),
      climates,
      today: date,
    });
    const fist = handOf(
      bins.map((bin) => question(bin.id)),
      id,
    );
    const now = bringToToday({ ...question(id), fist });
    if (!now) return refused({ code: "calc/no-setup", field: "archive", id });
    const before = twinExpectation(now, date);
    const seen = Array.isArray(read) ? read : readingsOf(read);
    const after = seen.length > 0 ? twinExpectation(withReadings(now, seen), date) : before;
    const decision = decideNow(after, now.practice, seen, date);
    const share = ({ low, middle, high }: Band) => ({ p10: low, p50: middle, p90: high });
    return done({
      steps: decision.steps.map((one) => stepOf(one, date)),
      nextDate: decision.nextDay,
      expected: {
        moisture: share(before.moisture),
        temperatureC: share(before.temperatureC),
        wormsKg: share(before.wormsKg),
        castingsKg: share(before.castingsKg),
        foodLeft: before.places.map((one) => ({ place: one.place, left: share(one.left) })),
      },
    });
  },
});

/** What the archive's other bins know of the hand that squeezes them, as the app tells it from bin to bin. */
function handOf(questions: readonly TwinQuestion[], binId: string): Fist | undefined {
  const known = questions.flatMap((question) => {
    const script = scriptOf(question.entries, question.climates);
    return script ? [{ binId: question.binId, squeezes: squeezesIn(script), question }] : [];
  });
  return sharedFist(
    binId,
    otherBinsFists(binId, known).flatMap((one) => {
      const now = bringToToday(one.question);
      return now ? [{ ...one, ...ownFist(now.dawn, now.script) }] : [];
    }),
  );
}

function stepOf(one: Step, today: Parameters<typeof sayReason>[1]["today"]): z.infer<typeof step> {
  const speech = { units: "metric", today } as const;
  const amount =
    one.amount === undefined
      ? {}
      : "massKg" in one.amount
        ? { amount: one.amount.massKg, unit: "kg" as const }
        : { amount: one.amount.volumeL, unit: "L" as const };
  return {
    kind: one.kind,
    ...amount,
    ...(one.materialId === undefined ? {} : { materialId: one.materialId }),
    ...(one.place === undefined ? {} : { place: one.place }),
    ...(one.compartmentId === undefined ? {} : { compartment: one.compartmentId }),
    ...(one.moisture === undefined ? {} : { moisture: one.moisture }),
    code: one.why.code,
    why: sayReason(one.why, speech),
    evidence: one.evidence.map((each) => sayEvidence(each, speech)),
  };
}

const readingsOf = ({
  squeeze,
  foodLeft = [],
  temperatureC: degrees,
  smell,
  signs = [],
}: z.infer<typeof short>): Reading[] => [
  ...(squeeze ? [{ of: "squeeze" as const, squeeze }] : []),
  ...foodLeft.map(({ place: number, left }) => ({ of: "foodLeft" as const, foodLeft: left, place: number })),
  ...(degrees === undefined ? [] : [{ of: "temperature" as const, temperatureC: degrees }]),
  ...(smell ? [{ of: "smell" as const, smell }] : []),
  ...signs.map((sign) => ({ of: "sign" as const, sign, isPresent: true })),
];
