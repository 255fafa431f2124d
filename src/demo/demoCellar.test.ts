import { decodeArchive } from "@/archive/decode";
import { daysBetween } from "@/core/calendar/day";
import { replay } from "@/core/bin/replay";
import { localDate } from "@/vocabulary/fields";
import { demoArchive } from "./demoCellar";

const LAST = localDate.parse("2026-11-23");
const FILE = demoArchive(LAST);
const records = (text: string) => {
  const decoded = decodeArchive(text);
  if (!decoded.ok) throw new Error(decoded.problem.code);
  return decoded.value.records;
};

test("the demo is an archive like any other: nine bins of five systems and more, a year that ends on the day", () => {
  const { bins, entries, cellars } = records(FILE);
  expect(bins).toHaveLength(9);
  expect(cellars[0]!.walkingOrder).toHaveLength(9);
  const states = bins.map((bin) =>
    replay(entries.filter((entry) => entry.subject.id === (bin.id as string))),
  );
  expect(new Set(states.map((state) => state.setup?.system)).size).toBeGreaterThanOrEqual(5);
  expect(entries.every((entry) => entry.day <= LAST && daysBetween(entry.day, LAST) < 365)).toBe(true);
  expect(states.flatMap((state) => state.problems)).toEqual([]);
  // Every screen has something worth seeing: meals, harvests, a flood, a rest, bins due today.
  expect(states.filter((state) => state.totals.harvestedKg > 0).length).toBeGreaterThanOrEqual(4);
  expect(entries.some((entry) => entry.kind === "noted" && /dripped/.test(entry.text))).toBe(true);
  expect(states.some((state) => state.setup?.resting)).toBe(true);
  // And every deed: the wedge moved, trays added and changed about, the bath skimmed, the pot begun anew, overs put back,
  // a small bin tipped into another and out of use.
  const told = entries.map((entry) =>
    entry.kind === "removed" ? `removed ${entry.from ?? ""}` : entry.kind === "received" ? `received ${entry.what}` : entry.kind,
  ); // prettier-ignore
  for (const deed of ["advanced", "added", "rotated", "removed top", "emptied", "received overs", "received contents", "tipped"]) expect(told).toContain(deed); // prettier-ignore
  expect(states.filter((state) => state.setup?.retired).map(({ worms }) => worms.massKg)).toEqual([0]);
  const trough = states.find((state) => state.setup?.system === "trough")!;
  expect(trough.totals.harvestedKg).toBeGreaterThan(0.4 * trough.totals.fedKg);
  expect(states.filter((state) => state.nextDay === LAST).length).toBeGreaterThanOrEqual(3);
});

test("a keeper who does what the app says starves no herd and drowns none", () => {
  const { bins, entries } = records(FILE);
  const ofBin = (id: string) => entries.filter((entry) => entry.subject.id === id);
  for (const bin of bins) {
    const state = replay(ofBin(bin.id));
    const days = daysBetween(bin.firstDay, LAST);
    const kgADay = state.totals.fedKg / days;
    // Less than a tenth of the herd's mass a day is hunger in any cellar above 10 °C (a third of that in a pot that is left
    // alone and rests; a breeding bed feeds its herd by itself); all of it is more than it eats.
    const school = state.setup?.school;
    const least = school === "central-pocket-batch" ? 0.03 : school === "breeder-tub" ? 0.02 : 0.1;
    const herd = ofBin(bin.id).flatMap((entry) => (entry.kind === "stocked" ? entry.worms : []));
    const stockedKg = herd.reduce((sum, { amount }) => sum + ("massKg" in amount ? amount.massKg : 0), 0);
    expect([bin.name, kgADay > least * stockedKg, kgADay < stockedKg]).toEqual([bin.name, true, true]);
    // Nor in the last hundred days, which a year's mean would hide.
    const late = ofBin(bin.id).filter(({ kind, day }) => kind === "fed" && daysBetween(day, LAST) <= 100);
    const isFedNow = !state.setup?.resting && !state.setup?.retired;
    expect([bin.name, !isFedNow || late.length >= 4]).toEqual([bin.name, true]);
    // A smell now and then is a keeper's life; the flooded tub smells when it is opened at last.
    const smells = ofBin(bin.id).flatMap((entry) =>
      entry.kind === "looked" ? entry.readings.flatMap((one) => (one.of === "smell" ? [one.smell] : [])) : [],
    );
    const off = smells.filter((smell) => smell !== "earthy").length / smells.length;
    expect([bin.name, off < 0.06]).toEqual([bin.name, true]);
    if (bin.name === "Lovage") expect(smells.at(-1)).toBe("rotten");
  }
});
