import { addDays, daysBetween } from "@/core/calendar/day";
import { HARVEST_MOISTURE, MOIST_KG_PER_L } from "@/core/matter/figures";
import type { Entry, EntryOf } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { Lot } from "@/records/lot";
import { lotSchema } from "@/records/lot";
import type { LocalDate } from "@/vocabulary/fields";

type Head = (id: string) => Record<string, unknown>;
type Facts = { readonly kind: Entry["kind"] } & Record<string, unknown>;

/** What became of the newest harvests of the guest house: one is drying, one was sieved, bagged and partly given away. */
export function demoLots(
  year: readonly Entry[],
  nameOf: (binId: string) => string,
  lastDay: LocalDate,
  row: Head,
): { readonly lots: readonly Lot[]; readonly entries: readonly Entry[] } {
  const harvests = year
    .filter((entry): entry is EntryOf<"harvested"> => entry.kind === "harvested" && !entry.deleted)
    .toSorted((a, b) => (a.day < b.day ? 1 : -1));
  const newest = harvests[0];
  // Long enough ago to have dried and gone.
  const older = harvests.find(({ day }) => daysBetween(day, lastDay) > 35);
  const made = [
    ...(newest ? [lotOf(newest, "demo-lot-new", dryingNow(newest, lastDay))] : []),
    ...(older && older !== newest ? [lotOf(older, "demo-lot-old", bagged(older))] : []),
  ];
  return { lots: made.map(({ lot }) => lot), entries: made.flatMap(({ entries }) => entries) };

  function lotOf(harvest: EntryOf<"harvested">, id: string, facts: readonly (Facts & { after: number })[]) {
    const massKg = Number((harvest.grossKg - harvest.tareKg).toFixed(3));
    const lot = lotSchema.parse({
      ...row(id),
      schemaVersion: 1,
      name: `${nameOf(harvest.subject.id)}, ${MONTHS[Number(harvest.day.slice(5, 7)) - 1]!}`,
      madeOn: harvest.day,
      from: [{ binId: harvest.subject.id, massKg }],
      massKg,
      moisture: harvest.moisture ?? HARVEST_MOISTURE,
      litreKg: MOIST_KG_PER_L,
      risks: [],
    });
    const entries = facts
      .filter(({ after }) => addDays(harvest.day, after) <= lastDay)
      .map(({ after, ...fact }, at) =>
        entrySchema.parse({
          ...row(`${id}-${at + 1}`),
          schemaVersion: entryFormat.current,
          subject: { kind: "lot", id },
          day: addDays(harvest.day, after),
          seq: at + 1,
          ...fact,
        }),
      );
    return { lot, entries };
  }
}

const MONTHS = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"]; // prettier-ignore
const kg = (massKg: number) => ({ massKg: Number(massKg.toFixed(2)), measuredBy: "weighed" });

/** Spread the day after, turned until the last but two days. */
const dryingNow = ({ day }: Entry, lastDay: LocalDate): readonly (Facts & { after: number })[] => {
  const days = Math.min(9, daysBetween(day, lastDay));
  return [
    { after: 1, kind: "staged", stage: "drying", depthM: 0.03 },
    ...Array.from({ length: Math.max(0, Math.floor((days - 2) / 2)) }, (_, at) => ({ after: 3 + 2 * at, kind: "turned" as const })),
  ]; // prettier-ignore
};

/** Dried, felt, sieved, stored, filled into bags, and half of it gone. */
const bagged = (harvest: EntryOf<"harvested">): readonly (Facts & { after: number })[] => {
  const net = harvest.grossKg - harvest.tareKg;
  return [
    { after: 1, kind: "staged", stage: "drying", depthM: 0.03 },
    { after: 3, kind: "turned" },
    { after: 5, kind: "turned" },
    { after: 7, kind: "looked", lid: "closed", readings: [{ of: "moisture", moisture: 0.54, instrument: "ovenDried" }] },
    { after: 8, kind: "sieved", meshM: 0.005, overs: kg(net * 0.05) },
    { after: 8, kind: "staged", stage: "stored" },
    { after: 9, kind: "bagged", count: 6, each: { volumeL: 1, measuredBy: "volume" } },
    { after: 10, kind: "bagged", count: 4, each: kg(0.25) },
    { after: 12, kind: "parted", how: "used", amount: { volumeL: 1.5, measuredBy: "volume" }, use: "potting", where: "the window boxes" },
    { after: 20, kind: "parted", how: "given", amount: { volumeL: 2, measuredBy: "volume" }, bagCount: 2, where: "the school garden" },
    { after: 26, kind: "parted", how: "sold", amount: { volumeL: 1, measuredBy: "volume" }, bagCount: 1, where: "a guest", price: { money: 3.5, currency: "EUR" } },
  ]; // prettier-ignore
};
