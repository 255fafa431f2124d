import type { Entry } from "@/records/entry";
import type { LotInput } from "@/records/lot";
import type { Given } from "@/records/given";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import { monthName } from "../calendar/day";
import { HARVEST_MOISTURE } from "../matter/figures";
import { eatenBefore, risksOf } from "./trace";

/** A harvest as a lot begins with it. */
export interface FreshCastings {
  readonly bin: { readonly id: BinId; readonly name: string };
  readonly massKg: number;
  readonly moisture?: number | undefined;
  readonly litreKg: number;
  readonly day: LocalDate;
}
type NewLot = Given<Pick<LotInput, "name" | "madeOn" | "from" | "massKg" | "moisture" | "litreKg" | "risks">>;

/** The room castings dry in: that of the first of their bins that is known; undefined where none is. Never throws. */
export const roomOfLot = (
  { from }: Pick<LotInput, "from">,
  roomOf: (binId: string) => string | undefined,
): string | undefined => from.map(({ binId }) => roomOf(binId)).find((id) => id !== undefined);

/** The lot a harvest begins, named after its bin and month; what its bin ate says whether it should mature. Never throws. */
export const lotFrom = (
  { bin, massKg, moisture, litreKg, day }: FreshCastings,
  log: Iterable<Entry>,
): NewLot => ({
  name: `${bin.name}, ${monthName(day)}`.slice(0, 80),
  madeOn: day,
  from: [{ binId: bin.id, massKg }],
  massKg,
  moisture: moisture ?? HARVEST_MOISTURE,
  litreKg,
  risks: [...risksOf(eatenBefore(log, day).parts)],
});
