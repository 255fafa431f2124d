import type { SteadyWeek } from "@/core/nursery/steady";
import type { UnitSystem } from "@/core/quantity/format";
import { fromBase } from "@/core/quantity/unit";
import type { Colours } from "../theme/colours";
import { bandChart } from "./bandChart";

/** Grown worms week by week with their range, and what is wanted each week as one level line. */
export function steadyChart(
  weeks: readonly SteadyWeek[],
  wantedKg: number,
  units: UnitSystem,
  colours: Colours,
) {
  const unit = units === "us" ? "lb" : "kg";
  const shown = (massKg: number) => Number(fromBase(massKg, unit).toFixed(3));
  return bandChart({
    unit: `${unit} a week`,
    digits: 2,
    course: {
      name: "grown",
      points: weeks.map(({ on, kg }) => [
        on,
        { low: shown(kg.low), middle: shown(kg.middle), high: shown(kg.high) },
      ]),
    },
    against: { name: "wanted", points: weeks.map(({ on }) => [on, shown(wantedKg)]) },
    colours,
  });
}
