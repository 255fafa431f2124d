import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import { binSetup } from "@/records/setup";
import { systemOf } from "./system";
import type { CompartmentId } from "@/vocabulary/fields";

/**
 * What a bin is after an entry. The same set-up where the entry does not speak of it; undefined as long as no `altered`
 * has given the whole of it. A change that leaves no whole set-up is not taken. Never throws.
 */
export function setupAfter(before: BinSetup | undefined, entry: Entry): BinSetup | undefined {
  switch (entry.kind) {
    case "altered": {
      const stated = Object.entries({ ...before, ...entry.changes }).filter(([, value]) => value !== null);
      const merged = binSetup.safeParse(Object.fromEntries(stated));
      return merged.success ? merged.data : before;
    }
    case "added":
      return (
        before &&
        byPlace({
          ...before,
          compartments: before.compartments.toSpliced(entry.position, 0, entry.added),
        })
      );
    case "covered":
      return before && (entry.cover ? { ...before, cover: entry.cover } : before);
    case "rotated":
      return before && byPlace({ ...before, compartments: inOrder(before, entry.order) });
    default:
      return before;
  }
}

/** Names that say where a part stands go with the place; a name of the keeper's own goes with the part. */
function byPlace(setup: BinSetup): BinSetup {
  const usual = systemOf(setup.system).compartments;
  const [lowest, top] = [usual[0], usual.at(-1)];
  const piece = top?.split(" ").at(-1) ?? "part";
  const isPlace = (name: string | undefined): boolean =>
    name === undefined || usual.includes(name) || /^(tray|tote|part) \d+$/.test(name);
  const last = setup.compartments.length - 1;
  if (last === 0 || lowest === undefined || top === undefined) return setup;
  return {
    ...setup,
    compartments: setup.compartments.map((one, at) =>
      isPlace(one.name)
        ? {
            ...one,
            name:
              last === usual.length - 1
                ? usual[at]!
                : at === 0
                  ? lowest
                  : at === last
                    ? top
                    : `${piece} ${at + 1}`,
          }
        : one,
    ),
  };
}

/** Those named first, in that order; whatever the entry does not name stays behind them. */
function inOrder({ compartments }: BinSetup, order: readonly CompartmentId[]): BinSetup["compartments"] {
  const named = order.flatMap((id) => compartments.filter((compartment) => compartment.id === id));
  return [...new Set([...named, ...compartments])];
}
