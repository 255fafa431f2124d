import { ripening } from "@/core/batch/ripen";
import { addDays } from "@/core/calendar/day";
import { pantryOf } from "@/core/catalogue/pantry";
import { partOf } from "@/core/mixing/ingredient";
import { cnOf, mixOf, moistureOf, withWater } from "@/core/mixing/mix";
import { correctMoisture } from "@/core/moisture/correct";
import { startTimetable, USUAL_CHOICES } from "@/core/startUp/timetable";
import type { Batch } from "@/records/batch";
import { batchSchema } from "@/records/batch";
import type { Entry } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { OwnMaterial } from "@/records/material";
import { ownMaterialSchema } from "@/records/material";
import type { Plan } from "@/records/plan";
import { planFormat, planSchema } from "@/records/plan";
import type { Timetable } from "@/records/timetable";
import { timetableSchema } from "@/records/timetable";
import type { LocalDate } from "@/vocabulary/fields";

type Head = (id: string) => Record<string, unknown>;

interface DemoBatch {
  readonly id: string;
  readonly name: string;
  readonly mixedAgo: number;
  readonly placeC: number;
  readonly parts: readonly (readonly ["bedding" | "food", string, number])[];
  /** Days after mixing and the middle's temperature; a turning follows each hot one. */
  readonly readings: readonly (readonly [number, number])[];
}

/** What the guest house has in its store: bedding that ripens quietly, and a heap of breakfast leavings that heated. */
const BATCHES: readonly DemoBatch[] = [
  {
    id: "demo-batch-card",
    name: "Card and leaf mould",
    mixedAgo: 12,
    placeC: 14,
    parts: [
      ["bedding", "cardboard-corrugated", 2.4],
      ["bedding", "leaf-mould", 6],
    ],
    readings: [],
  },
  {
    id: "demo-batch-tea",
    name: "Tea leaves, card and straw",
    mixedAgo: 9,
    placeC: 14,
    parts: [
      ["bedding", "cardboard-corrugated", 4],
      ["bedding", "straw-fresh", 1.2],
      ["food", "coffee-grounds", 9],
      ["food", "tea-leaves", 6],
    ],
    readings: [
      [2, 41],
      [4, 52],
      [7, 38],
    ],
  },
];

/** Batches with their logs, an own material, a plan with its week of scraps, and a start under way. */
export function demoStore(
  lastDay: LocalDate,
  row: Head,
): {
  readonly batches: readonly Batch[];
  readonly materials: readonly OwnMaterial[];
  readonly plans: readonly Plan[];
  readonly timetables: readonly Timetable[];
  readonly entries: readonly Entry[];
} {
  const pantry = pantryOf([]);
  const made = BATCHES.map((demo) => batchOf(demo, lastDay, row, pantry));
  return {
    batches: made.map(({ batch }) => batch),
    entries: made.flatMap(({ entries }) => entries),
    materials: [
      ownMaterialSchema.parse({
        ...row("demo-oat-pulp"),
        use: "food",
        materialId: "own-oat-pulp-d3m0",
        name: "Oat pulp from the breakfast kitchen",
        moisture: 0.72,
        carbonPctDm: 45,
        nitrogenPctDm: 3.1,
        densityKgPerL: 0.86,
        note: "What is left of the oat drink; heats when it lies thick.",
      }),
    ],
    plans: [
      planSchema.parse({
        ...row("demo-plan"),
        schemaVersion: planFormat.current,
        name: "For the new tea room",
        scraps: [0.9, 1.2, 0.7, undefined, 1.4, 1.1, 0.8].flatMap((massKg, at) =>
          massKg === undefined ? [] : [{ day: addDays(lastDay, at - 6), massKg }],
        ),
        coldestC: 9,
        hottestC: 22,
        isDamp: true,
        hasFloorDrain: true,
        hasStairs: true,
        shelter: "indoors",
        liftKg: 12,
        hoursPerWeek: 1,
        purpose: "castings",
        binCount: 1,
        prices: {},
      }),
    ],
    timetables: [
      timetableSchema.parse({
        ...row("demo-start"),
        name: "Angelica",
        wormsKg: 0.6,
        steps: startTimetable(addDays(lastDay, 7), USUAL_CHOICES, 5).map(({ key, day }) => ({
          key,
          day,
          ...(day < addDays(lastDay, -2) ? { doneOn: day } : {}),
        })),
      }),
    ],
  };
}

function batchOf(
  demo: DemoBatch,
  lastDay: LocalDate,
  row: Head,
  pantry: ReturnType<typeof pantryOf>,
): { readonly batch: Batch; readonly entries: readonly Entry[] } {
  const mixedOn = addDays(lastDay, -demo.mixedAgo);
  const parts = demo.parts.map(([use, id, massKg]) => {
    const material = pantry.of(use, id)!;
    const part = partOf(material, massKg);
    return { material, massKg, part, volumeL: massKg / part.densityKgPerL };
  });
  const dry = mixOf(parts.map(({ part }) => part));
  const water = correctMoisture({ massKg: dry.massKg, moisture: moistureOf(dry), targetMoisture: 0.7 });
  const waterL = water.ok ? Number(water.value.waterL.toFixed(1)) : 0;
  const whole = withWater(dry, waterL);
  const batch = batchSchema.parse({
    ...row(demo.id),
    name: demo.name,
    mixedOn,
    parts: parts.map(({ material, massKg }) => ({
      use: material.use,
      materialId: material.id,
      massKg,
      moisture: material.moisture,
    })),
    waterL,
    massKg: whole.massKg,
    moisture: moistureOf(whole),
    volumeL: dry.volumeL,
    cn: cnOf(dry),
    placeC: demo.placeC,
    ...ripening({
      parts,
      volumeL: dry.volumeL,
      moisture: moistureOf(whole),
      cn: cnOf(dry),
      placeC: demo.placeC,
      mixedOn,
    }),
  });
  const facts = demo.readings.flatMap(([after, temperatureC]) => [
    {
      after,
      kind: "looked",
      lid: "closed",
      readings: [{ of: "temperature", temperatureC, instrument: "probe", spot: "middle" }],
    },
    { after, kind: "turned" },
  ]);
  const entries = facts.map(({ after, ...fact }, at) =>
    entrySchema.parse({
      ...row(`${demo.id}-${at + 1}`),
      schemaVersion: entryFormat.current,
      subject: { kind: "batch", id: demo.id },
      day: addDays(mixedOn, after),
      seq: at + 1,
      ...fact,
    }),
  );
  return { batch, entries };
}
