import { bringToToday, withReadings } from "@/core/twin/log/now";
import { addDays } from "@/core/calendar/day";
import { twinExpectation } from "@/core/twin/ahead/expect";
import { SCRAPS_CHOPPED } from "@/core/twin/ahead/meal";
import { carryOut } from "@/core/twin/ahead/plan";
import { copied, newEnsemble } from "@/core/twin/ensemble/ensemble";
import { TOTE } from "@/core/twin/engine/twinBin";
import { readDay } from "@/core/twin/learning/readDay";
import type { Entry } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";

/**
 * For `npm run bench`: how long the twin takes over logs of one, three and ten years (from the beginning, and a fortnight
 * on from a kept standing), over a decision with readings in hand, and over a forecast of a hundred bins. Runs in a worker
 * of the browser and posts what it found.
 */
const START = localDate.parse("2016-01-04");
let written = 0;
const entry = (facts: object, day: LocalDate): Entry =>
  entrySchema.parse({
    schemaVersion: entryFormat.current,
    rowId: `row-${(written += 1)}`,
    id: `entry-${written}`,
    revision: 1,
    recordedAt: "2016-01-04T08:00:00.000Z",
    deviceId: "bench",
    subject: { kind: "bin", id: "bin" },
    day,
    seq: written,
    ...facts,
  });
const weighed = (massKg: number) => ({ massKg, measuredBy: "weighed" });

function logOf(days: number): Entry[] {
  const compartment = { id: "c1", widthM: 0.5, lengthM: 0.36, heightM: 0.3, placeCount: 8 };
  const setup = { system: "tub", school: "sections-clockwise", roomId: "room", cover: "vented", drainage: "free", wall: "plastic", purpose: "castings", resting: false, compartments: [compartment] }; // prettier-ignore
  const log = [
    entry({ kind: "altered", changes: setup }, START),
    entry(
      { kind: "bedded", parts: [{ materialId: "cardboard-corrugated", amount: weighed(6), moisture: 0.75 }] },
      START,
    ),
    entry({ kind: "stocked", worms: [{ speciesId: "fetida", amount: weighed(0.45) }] }, START),
  ];
  for (let day = 7; day < days; day += 7) {
    const on = addDays(START, day);
    const place = ((day / 7) % 8) + 1;
    log.push(
      entry(
        {
          kind: "looked",
          lid: "lifted",
          readings: [
            { of: "squeeze", squeeze: day % 3 === 0 ? "manyDrops" : "fewDrops" },
            { of: "foodLeft", foodLeft: "little", place },
            { of: "temperature", temperatureC: 19 },
          ],
        },
        on,
      ),
      entry(
        {
          kind: "fed",
          place,
          parts: [{ materialId: "mixed-kitchen-scraps", amount: weighed(0.7), preparation: "chopped" }],
        },
        on,
      ),
    );
    if (day % 119 === 0) log.push(entry({ kind: "harvested", grossKg: 4, tareKg: 0, method: "light" }, on));
  }
  return log;
}
const climates = { room: { meanC: 18, swingK: 3, hottestDay: 205, humidity: 0.65 } };
function timed<R>(work: () => R): { readonly ms: number; readonly result: R } {
  const started = performance.now();
  const result = work();
  return { ms: performance.now() - started, result };
}

const years = [1, 3, 10].map((count) => {
  const days = 365 * count;
  const entries = logOf(days);
  const ask = (on: number, snapshots: Parameters<typeof bringToToday>[0]["snapshots"] = []) =>
    bringToToday({
      binId: "bin",
      entries: entries.filter((one) => one.day <= addDays(START, on)),
      climates,
      today: addDays(START, on),
      snapshots,
    })!;
  const whole = timed(() => ask(days - 14));
  const on = timed(() => ask(days, whole.result.snapshots));
  const decision = timed(() =>
    twinExpectation(withReadings(on.result, [{ of: "squeeze", squeeze: "manyDrops" }]), addDays(START, days)),
  );
  return { count, wholeMs: whole.ms, fortnightMs: on.ms, decisionMs: decision.ms };
});

const ensemble = newEnsemble({
  bin: TOTE,
  place: { meanC: 18, swingC: 3, hottestDay: 205, humidity: 0.6 },
  startDayOfYear: 0,
  size: 200,
  seed: 1,
});
const meal = { kind: SCRAPS_CHOPPED, kg: 0.5, everyDays: 4, firstInDays: 0, places: 8, firstPlace: 1 };
const hundred = timed(() => {
  for (let bin = 0; bin < 100; bin += 1)
    carryOut(copied(ensemble), { meal }, 60, (one) => {
      readDay(one, START);
    });
});
globalThis.postMessage({ years, hundredMs: hundred.ms });
