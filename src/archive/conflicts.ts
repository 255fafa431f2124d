import type { Clashing } from "@/records/clash";
import type { AnyRecord, RecordKind } from "@/records/kinds";
import { RECORDS } from "@/records/kinds";
import { rebased, saysTheSame } from "@/records/row/rebase";
import type { Row } from "@/records/row/row";
import { newestRows } from "@/records/row/row";

/** A fact that stands in the file and was struck out here since the file was made. */
export interface StruckOut {
  readonly kind: RecordKind;
  readonly row: AnyRecord;
  readonly struck: AnyRecord;
}
export interface Parted {
  /** Changed here and in the file, on different lines: both changes stand. */
  readonly together: readonly Clashing[];
  /** Changed on one line, or struck out on one side and changed on the other. */
  readonly asked: readonly Clashing[];
  readonly struckOut: readonly StruckOut[];
}

type Telling = AnyRecord & Row;

/**
 * Where a file and this cellar have parted over facts that both know: `file` and `here` are all their tellings of them.
 * Never throws.
 */
export function partedOver(kind: RecordKind, file: readonly Telling[], here: readonly Telling[]): Parted {
  const together: Clashing[] = [];
  const asked: Clashing[] = [];
  const struckOut: StruckOut[] = [];
  const tellingsHere = byFact(here);
  for (const [id, theirs] of byFact(file)) {
    const ours = tellingsHere.get(id) ?? [];
    const [mine] = newestRows(theirs);
    const [standing] = newestRows(ours);
    if (!mine || !standing || mine.rowId === standing.rowId) continue;
    const isMineKnown = ours.some(({ rowId }) => rowId === mine.rowId);
    if (theirs.some(({ rowId }) => rowId === standing.rowId)) continue;
    if (isMineKnown) {
      if (standing.deleted && !mine.deleted) struckOut.push({ kind, row: mine, struck: standing });
      continue;
    }
    const shared = new Set(theirs.map(({ rowId }) => rowId));
    const [base] = newestRows(ours.filter(({ rowId }) => shared.has(rowId)));
    if (!base || saysTheSame(mine, standing)) continue;
    const { row, clashes } = rebased<Telling>(base, mine, standing);
    const one = { kind, base, mine, standing };
    // Each right and both together not: that is asked like a line that both changed.
    if (clashes.length > 0 || !RECORDS[kind].format.schema.safeParse(row).success) asked.push(one);
    else together.push(one);
  }
  return { together, asked, struckOut };
}

function byFact(rows: readonly Telling[]): ReadonlyMap<string, readonly Telling[]> {
  const facts = new Map<string, Telling[]>();
  for (const row of rows) {
    const told = facts.get(row.id);
    if (told) told.push(row);
    else facts.set(row.id, [row]);
  }
  return facts;
}

/** Whose word stands of a fact that was asked about; both as two entries of their own. */
export type Answer = "mine" | "standing" | "both";
export interface Settling {
  readonly deviceId: string;
  readonly newId: () => string;
  readonly at: string;
  /** By the id of the fact. What was not asked, or not answered, is left to the rows themselves: the later one counts. */
  readonly answers: Readonly<Record<string, Answer>>;
}

/** The tellings that settle what parted, each later than both it settles. Never throws. */
export function settled(
  { together, asked }: Pick<Parted, "together" | "asked">,
  { deviceId, newId, at, answers }: Settling,
): readonly { readonly kind: RecordKind; readonly row: AnyRecord }[] {
  const told = ({ kind, mine, standing }: Clashing, row: AnyRecord, id: string = row.id) => ({
    kind,
    row: {
      ...row,
      id,
      rowId: newId(),
      revision: id === row.id ? Math.max(mine.revision, standing.revision) + 1 : 1,
      recordedAt: at,
      deviceId,
    } as AnyRecord,
  });
  return [
    ...together.map((one) => told(one, rebased<AnyRecord>(one.base, one.mine, one.standing).row)),
    ...asked.flatMap((one) => {
      const { base, mine, standing } = one;
      const answer = answers[standing.id];
      if (answer === undefined) return [];
      if (answer === "both") return [told(one, standing), told(one, mine, newId())];
      const { row } = rebased<AnyRecord>(base, mine, standing, answer);
      const isWhole = RECORDS[one.kind].format.schema.safeParse(row).success;
      return [told(one, isWhole ? row : answer === "mine" ? mine : standing)];
    }),
  ];
}
