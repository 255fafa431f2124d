import type { HerdAmount } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { Given } from "@/records/given";
import type { Tub, TubInput } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import type { ClearedBy } from "@/vocabulary/nursery";
import { shortDay } from "../calendar/day";
import type { TubToday } from "./due";
import { cycleUnderWay } from "./state";

/** What a job writes: facts of tubs, and trays that begin with it. All of it is one act. */
export interface NurseryAct {
  readonly lines: readonly { readonly tubId: string; readonly fact: FactAbout<"tub"> }[];
  readonly trays: readonly (Given<
    Pick<
      TubInput,
      "name" | "role" | "row" | "roomId" | "madeOn" | "speciesId" | "widthM" | "lengthM" | "depthM"
    >
  > & { readonly id: string })[];
}

/** A vessel like another, for its brood. */
const trayLike = (tub: Tub, id: string, name: string, madeOn: LocalDate): NurseryAct["trays"][number] => ({
  id,
  name: name.slice(0, 80),
  role: "tray",
  ...(tub.row ? { row: tub.row } : {}),
  roomId: tub.roomId,
  madeOn,
  speciesId: tub.speciesId,
  widthM: tub.widthM,
  lengthM: tub.lengthM,
  depthM: tub.depthM,
});

/** What a tub's clearing says: grown worms out, if anybody weighed or counted them, and whether they go straight in again. */
export interface Clearing {
  readonly how: ClearedBy;
  readonly day: LocalDate;
  /** By tub. */
  readonly grown: ReadonlyMap<string, HerdAmount>;
  /** A tray for each brood, one for each row of tubs, or none where it is left to lie. */
  readonly trays: "each" | "row" | "none";
  /** Set again with what came out, or with what it was set with where nobody weighed. */
  readonly setsAgain?: { readonly cycleDays: number };
}

/**
 * Tubs cleared: each brood into a tray of its own or of its row, parents and days kept, and the tub set again the same day where that is wished. Tubs
 * that are not set are left out. Never throws. `newId`: makes the id of a tray.
 */
export function clearing(
  tubs: readonly TubToday[],
  { how, day, grown, trays: wanted, setsAgain }: Clearing,
  newId: () => string,
): NurseryAct {
  const lines: { tubId: string; fact: FactAbout<"tub"> }[] = [];
  const ofRow = new Map<string, string>();
  const trays: NurseryAct["trays"][number][] = [];
  for (const { tub, state } of tubs) {
    const cycle = cycleUnderWay(state);
    if (!cycle) continue;
    const out = grown.get(tub.id);
    const row = tub.row ?? "";
    const shared = wanted === "row" ? ofRow.get(row) : undefined;
    const trayId = wanted === "none" ? undefined : (shared ?? newId());
    lines.push({
      tubId: tub.id,
      fact: {
        kind: "tubCleared",
        how,
        ...(out ? { grown: out } : {}),
        ...(trayId ? { trayId } : {}),
      },
    });
    if (trayId) {
      if (!shared) {
        const name = wanted === "row" && tub.row ? tub.row : tub.name;
        trays.push(trayLike(tub, trayId, `${name}, brood of ${shortDay(day)}`, day));
        ofRow.set(row, trayId);
      }
      lines.push({
        tubId: trayId,
        fact: {
          kind: "trayFilled",
          fromId: tub.id,
          fraction: 1,
          laidFrom: cycle.setOn,
          laidTo: day,
          ...(cycle.cocoons ? { cocoons: cycle.cocoons } : {}),
        },
      });
    }
    if (setsAgain)
      lines.push({
        tubId: tub.id,
        fact: {
          kind: "tubSet",
          grown: out ?? { count: cycle.grownIn, measuredBy: "guessed" },
          cycleDays: setsAgain.cycleDays,
          fromIds: [tub.id],
        },
      });
  }
  return { lines, trays };
}

/**
 * Trays thinned out: each shared evenly among itself and so many new trays, which hold the same brood's days and their share of what
 * was counted. Trays without a brood are left out. Never throws.
 */
export function thinning(
  trays: readonly TubToday[],
  into: number,
  day: LocalDate,
  newId: () => string,
): NurseryAct {
  const lines: { tubId: string; fact: FactAbout<"tub"> }[] = [];
  const made: NurseryAct["trays"][number][] = [];
  const fraction = 1 / (into + 1);
  for (const { tub, state } of trays) {
    const { brood } = state;
    if (!brood) continue;
    const ids = Array.from({ length: into }, newId);
    lines.push({
      tubId: tub.id,
      fact: { kind: "thinned", into: ids.map((trayId) => ({ trayId, fraction })) },
    });
    ids.forEach((id, nth) => {
      made.push(trayLike(tub, id, `${tub.name} ${nth + 2}`, day));
      lines.push({
        tubId: id,
        fact: {
          kind: "trayFilled",
          fromId: tub.id,
          fraction,
          laidFrom: brood.laidFrom,
          laidTo: brood.laidTo,
          ...(brood.cocoons
            ? {
                cocoons: {
                  count: Math.round(brood.cocoons.count * fraction),
                  lowCount: Math.round(brood.cocoons.lowCount * fraction),
                  highCount: Math.round(brood.cocoons.highCount * fraction),
                },
              }
            : {}),
        },
      });
    });
  }
  return { lines, trays: made };
}
