import type { Entry } from "@/records/entry";
import { entry } from "./log";

/** A bin that already ran, as it was told: every answer, and none. */
export const FOUND_LOG: readonly Entry[] = [
  entry({ kind: "found", parts: [{ compartment: "c1", fraction: 0.75, state: "mostly" }, { compartment: "c2", fraction: 0.25, state: "bedding" }], worms: { massKg: 0.8123, measuredBy: "weighed", typed: "812.3 g" }, speciesId: "fetida", fedWeeklyKg: 1.437, lastFed: { fedDaysAgo: 5, left: "little" }, squeeze: "fewDrops", runningMonths: 14, note: "from the neighbour" } as never, 1),
  entry({ kind: "found", parts: [{ compartment: "c1", state: "half" }], worms: { handful: "crowded" }, lastFed: { fedDaysAgo: 30 } } as never, 2),
  entry({ kind: "found", parts: [] } as never, 3),
]; // prettier-ignore
