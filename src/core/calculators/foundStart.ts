import type { Entry } from "@/records/entry";
import { readEntry } from "@/records/entry";
import type { FactOf } from "@/records/entry/about";
import type { Climate } from "@/records/room";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { decide } from "../decision/decide";
import type { Decision } from "../decision/decision";
import type { Expectation } from "../expectation/expectation";
import { twinExpectation } from "../twin/ahead/expect";
import { bringToToday } from "../twin/log/now";

/** A bin that runs already, before anything of it is kept. */
export interface FoundAbout {
  readonly setup: BinSetup;
  readonly found: FactOf<"found">;
  readonly climate: Climate;
  readonly day: LocalDate;
  readonly seed?: number;
  readonly size?: number;
}

/**
 * What stands in a bin as it is told, and what it would be asked and given on that day. Undefined where the answers make no bin.
 * Never throws. Source: docs/model.md, A bin that already runs.
 */
export function foundStart({
  setup,
  found,
  climate,
  day,
  seed = 1,
  size,
}: FoundAbout):
  { readonly expectation: Expectation; readonly decision: Decision; readonly mealKg: number } | undefined {
  const entries = [{ kind: "altered", changes: setup }, found].flatMap((facts, at): Entry[] => {
    const row = readEntry({
      schemaVersion: 13,
      rowId: `asked-${at}`,
      id: `asked-${seed}-${at}`,
      revision: 1,
      recordedAt: "2026-01-01T00:00:00.000Z",
      deviceId: "asked",
      subject: { kind: "bin", id: "asked" },
      day,
      seq: at,
      ...facts,
    });
    return row.ok ? [row.value] : [];
  });
  const now = bringToToday({
    binId: `asked ${seed}`,
    entries,
    climates: { [setup.roomId]: climate },
    today: day,
    ...(size === undefined ? {} : { size }),
  });
  if (!now) return undefined;
  const expectation = twinExpectation(now, day);
  const decision = decide(expectation, now.practice, [], day);
  const mealKg = decision.steps.reduce(
    (sum, { kind, amount }) => sum + (kind === "feed" && amount && "massKg" in amount ? amount.massKg : 0),
    0,
  );
  return { expectation, decision, mealKg };
}
