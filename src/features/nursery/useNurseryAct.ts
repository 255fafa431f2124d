import type { NurseryAct } from "@/core/nursery/acts";
import type { HerdAmount } from "@/records/entry";
import type { NewRow } from "@/persistence/write";
import type { SpeciesId } from "@/vocabulary/setup";
import { newId, ofBin } from "@/session/author";
import { useSession } from "@/session/session";

/** Grown young that are stocked into a bin of the cellar by the same act. */
export interface IntoBin {
  readonly binId: string;
  readonly speciesId: SpeciesId;
  readonly amounts: readonly HerdAmount[];
}

/** Writes a job: trays that begin, facts of every tub, worms into a bin; one act and one change, so that undo takes all of it back. */
export function useNurseryAct(): (
  label: string,
  act: NurseryAct,
  into?: IntoBin,
  besides?: readonly NewRow[],
) => Promise<boolean> {
  const { author, keep, today } = useSession();
  return async (label, { lines, trays }, into, besides = []) => {
    const actId = newId();
    const ids = [...new Set(lines.map(({ tubId }) => tubId))];
    const facts = await Promise.all(
      ids.map((id) =>
        author.entries(
          { kind: "tub", id },
          today,
          lines.filter(({ tubId }) => tubId === id).map(({ fact }) => ({ ...fact, actId })),
        ),
      ),
    );
    const stocked = into
      ? await author.entries(
          ofBin(into.binId),
          today,
          into.amounts.map((amount) => ({
            kind: "stocked" as const,
            worms: [{ speciesId: into.speciesId, amount }],
            actId,
          })),
        )
      : [];
    const kept = await keep(label, [
      ...trays.map(({ id, ...tray }) => author.first("tubs", tray, id)),
      ...facts.flat(),
      ...stocked,
      ...besides,
    ]);
    return kept.ok;
  };
}
