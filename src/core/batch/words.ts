import type { LocalDate } from "@/vocabulary/fields";
import { dayAndMonth, spokenDay } from "../calendar/day";
import type { UnitSystem } from "../quantity/format";
import { formatTemperature } from "../quantity/format";
import type { BatchState } from "./state";
import { FIT_AT_MOST_C } from "./state";

/** What a batch is and what to do with it, in two short sentences. */
export function sayBatch(
  { stage }: BatchState,
  { today, units }: { readonly today: LocalDate; readonly units: UnitSystem },
): { readonly is: string; readonly todo: string } {
  const limit = formatTemperature(FIT_AT_MOST_C, units);
  switch (stage.is) {
    case "used":
      return { is: "used up", todo: "" };
    case "hot":
      return {
        is: `hot, ${formatTemperature(stage.temperatureC, units)}`,
        todo: stage.burns
          ? "Turn it now and damp it: it burns itself out."
          : `No worms yet. Turn it, wait, and measure again ${spokenDay(stage.askOn, today)}.`,
      };
    case "cooling":
      return {
        is: "cooling",
        todo: `At or below ${limit} since ${dayAndMonth(stage.since, today)}; measure again ${spokenDay(stage.askOn, today)}. Two calm days and it is fit.`,
      };
    case "ripening":
      return {
        is: "ripening",
        todo: `Not before ${dayAndMonth(stage.from, today)}${stage.by > stage.from ? `, rather ${dayAndMonth(stage.by, today)}` : ""}.`,
      };
    case "untested":
      return {
        is: "ripe by the calendar",
        todo: `It may have heated: measure its middle. Fit after two days at or below ${limit}.`,
      };
    case "fit":
      return { is: "fit for worms", todo: "It may go into a bin." };
  }
}
