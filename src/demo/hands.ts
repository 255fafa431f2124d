import type { FactAbout } from "@/records/entry/about";
import type { LocalDate } from "@/vocabulary/fields";
import { dayOfYear } from "@/core/calendar/day";
import type { Step } from "@/core/decision/decision";
import { formatMass } from "@/core/quantity/format";
import { menuOf } from "./scenario";

/** To a weight a kitchen scale shows. */
export const round = (value: number): number => Number(value.toFixed(3));

/** What an entry says beyond its day and its bin. */
export type Facts = FactAbout<"bin">;

/** What a keeper writes down having done what a decision says, roughly measured; undefined where nothing is noted. */
export function doneFor(step: Step, day: LocalDate, chance: () => number): Facts | undefined {
  const rough = 0.9 + 0.2 * chance();
  const massKg = step.amount && "massKg" in step.amount ? step.amount.massKg : undefined;
  const volumeL = step.amount && "volumeL" in step.amount ? step.amount.volumeL : undefined;
  const at = {
    ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
    ...(step.place === undefined ? {} : { place: step.place }),
  };
  switch (step.kind) {
    case "feed": {
      if (massKg === undefined) return undefined;
      const parts = menuOf(dayOfYear(day), chance()).map(({ materialId, share }) => {
        const partKg = round(massKg * rough * share);
        return {
          materialId,
          amount: { massKg: partKg, measuredBy: "weighed" as const, typed: formatMass(partKg, "metric") },
          preparation: "chopped" as const,
        };
      });
      return { kind: "fed", ...at, parts, buriedM: 0.04 };
    }
    case "cover": {
      // Laid back as it is where nothing is missing.
      if (volumeL === undefined) return undefined;
      const amount = { volumeL: round(volumeL * rough), measuredBy: "volume" as const };
      const parts = [{ materialId: "leaf-mould", amount, moisture: 0.72 }];
      return { kind: "bedded", ...at, parts, isCover: true };
    }
    case "addDryBedding": {
      const amount = { massKg: round((massKg ?? 0.1) * rough), measuredBy: "weighed" as const };
      const materialId = step.materialId ?? "cardboard-corrugated";
      return {
        kind: "bedded",
        ...at,
        parts: [{ materialId, amount, ...(step.moisture === undefined ? {} : { moisture: step.moisture }) }],
      };
    }
    case "water":
      return { kind: "watered", amount: { volumeL: round((volumeL ?? 0) * rough), measuredBy: "volume" } };
    case "grit":
      return {
        kind: "dosed",
        materialId: "eggshell-crushed",
        amount: { massKg: 0.03, measuredBy: "guessed" },
      };
    case "takeOutUnripe":
    case "scoopOut":
      return {
        kind: "removed",
        what: "contents",
        amount: { volumeL: round((volumeL ?? 1) * rough), measuredBy: "volume" },
      };
    case "removeFood":
      return { kind: "removed", what: "food", ...at };
    case "fluff":
      return { kind: "turned" };
    case "drain":
      return { kind: "drained", amount: { volumeL: 0.8, measuredBy: "volume" } };
    default:
      return undefined;
  }
}
