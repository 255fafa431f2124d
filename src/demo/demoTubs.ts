import { addDays } from "@/core/calendar/day";
import { bellShaped, seeded } from "@/core/chance/seeded";
import { estimated } from "@/core/nursery/estimate";
import type { Entry } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { Tub } from "@/records/tub";
import { tubSchema } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";

type Head = (id: string) => Record<string, unknown>;
type Facts = { readonly kind: Entry["kind"] } & Record<string, unknown>;

const ROW_COUNT = 4;
const PER_ROW = 5;
const CYCLE_DAYS = 24;
const WORMS = 260;
/** Cocoons a worm and week as this nursery lays; one tub, too dry at the pipe, gives less than half. */
const RATE = 1.05;
const WORSE = { row: 1, nth: 2, of: 0.42 } as const;
/** Of what falls through the sieve, a sixteenth is counted. */
const SCOOP = 1 / 16;
/** A row's brood wants room: four times the ground of a tub. */
const TRAY = { widthM: 0.8, lengthM: 0.6, depthM: 0.12 } as const;
const SIZE = { widthM: 0.4, lengthM: 0.3, depthM: 0.15 } as const;

/** Twenty breeding tubs in four rows through two cycles and into a third; their broods in a tray for each row and cycle. */
export function demoTubs(
  lastDay: LocalDate,
  seed: string,
  head: Head,
): { readonly tubs: readonly Tub[]; readonly entries: readonly Entry[] } {
  const tubs: Tub[] = [];
  const entries: Entry[] = [];
  const vessel = (id: string, name: string, role: Tub["role"], row: string, madeOn: LocalDate) =>
    tubs.push(
      tubSchema.parse({
        ...head(id),
        schemaVersion: 1,
        name,
        role,
        row,
        roomId: "demo-nursery-room",
        madeOn,
        speciesId: "fetida",
        ...(role === "tray" ? TRAY : SIZE),
      }),
    );
  const seqs = new Map<string, number>();
  const write = (id: string, day: LocalDate, fact: Facts) => {
    const seq = (seqs.get(id) ?? 0) + 1;
    seqs.set(id, seq);
    entries.push(
      entrySchema.parse({
        ...head(`${id}-${seq}`),
        schemaVersion: entryFormat.current,
        subject: { kind: "tub", id },
        day,
        seq,
        ...fact,
      }),
    );
  };
  for (let row = 0; row < ROW_COUNT; row += 1) {
    const letter = "ABCD"[row]!;
    const rowName = `Row ${letter}`;
    const third = addDays(lastDay, -CYCLE_DAYS + (row * CYCLE_DAYS) / ROW_COUNT);
    const setOn = [-2, -1, 0].map((cycle) => addDays(third, cycle * CYCLE_DAYS));
    const counted: ReturnType<typeof estimated>[][] = [[], []];
    for (let nth = 0; nth < PER_ROW; nth += 1) {
      const id = `demo-tub-${letter.toLowerCase()}${nth + 1}`;
      vessel(id, `Tub ${letter}${nth + 1}`, "tub", rowName, addDays(setOn[0]!, -1));
      const chance = seeded(`${seed}/${id}`);
      const isWorse = row === WORSE.row && nth === WORSE.nth;
      setOn.forEach((day, cycle) => {
        write(id, day, {
          kind: "bedded",
          // Two rows go on with leaf mould.
          parts: [{ materialId: row > 1 && cycle > 0 ? "leaf-mould" : "manure-aged-bedding", amount: { volumeL: 14, measuredBy: "volume" } }],
        }); // prettier-ignore
        write(id, day, {
          kind: "tubSet",
          grown: {
            massKg: Number((WORMS * 0.00045 * (1 + 0.03 * bellShaped(chance))).toFixed(4)),
            measuredBy: "weighed",
          },
          cycleDays: CYCLE_DAYS,
          ...(cycle > 0 ? { fromIds: [id] } : {}),
        });
        const looked = addDays(day, 9);
        if (looked <= lastDay)
          write(id, looked, {
            kind: "looked",
            lid: "lifted",
            readings: [
              { of: "squeeze", squeeze: isWorse ? "noDrop" : chance() < 0.8 ? "manyDrops" : "fewDrops" },
              { of: "temperature", temperatureC: Number((21.5 + 0.5 * bellShaped(chance)).toFixed(1)) },
            ],
          });
        if (cycle === 2) return;
        const cleared = addDays(day, CYCLE_DAYS);
        write(id, cleared, {
          kind: "tubCleared",
          how: "sieved",
          grown: {
            massKg: Number((WORMS * 0.00045 * (0.96 + 0.02 * bellShaped(chance))).toFixed(4)),
            measuredBy: "weighed",
          },
          trayId: `demo-tray-${letter.toLowerCase()}${cycle + 1}`,
        });
        const laid = WORMS * RATE * (CYCLE_DAYS / 7) * (isWorse ? WORSE.of : 1 + 0.1 * bellShaped(chance));
        const scoop = Math.max(
          0,
          Math.round(laid * SCOOP + 0.9 * Math.sqrt(laid * SCOOP) * bellShaped(chance)),
        );
        write(id, cleared, { kind: "tubCounted", of: "cocoons", count: scoop, fraction: SCOOP });
        counted[cycle]!.push(estimated(scoop, SCOOP));
      });
    }
    counted.forEach((all, cycle) => {
      const id = `demo-tray-${letter.toLowerCase()}${cycle + 1}`;
      const day = addDays(setOn[cycle]!, CYCLE_DAYS);
      vessel(id, `Tray ${letter}, ${cycle === 0 ? "first" : "second"} brood`, "tray", rowName, day);
      all.forEach((cocoons, nth) =>
        write(id, day, {
          kind: "trayFilled",
          fromId: `demo-tub-${letter.toLowerCase()}${nth + 1}`,
          fraction: 1,
          laidFrom: setOn[cycle],
          laidTo: day,
          cocoons,
        }),
      );
    });
  }
  return { tubs, entries };
}
