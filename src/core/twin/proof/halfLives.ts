import { WHOLE_MATERIALS } from "@/core/catalogue/composition";
import { TOTE } from "../engine/twinBin";
import { isListedFood } from "../engine/materials";
import { startTwin } from "../ensemble/run";
import { markerGiven, markerLeft } from "../engine/state";

/** A food of the catalogue: days until half of it can no longer be made out, by the table and by the model. */
export interface HalfLife {
  readonly id: string;
  readonly group: string;
  readonly isListed: boolean;
  readonly tableDays: number;
  readonly modelDays: number;
}
const LONGEST_DAYS = 700;
const MEAL_G = 150;

/** Whole, in a mature and well-stocked tote at 20 °C, as the table means it. Foods one should never give are left out. */
export function halfLives(): HalfLife[] {
  return WHOLE_MATERIALS.flatMap((row) => {
    if (row.use !== "food" || row.stance === "avoid") return [];
    const walk = startTwin({
      bin: TOTE,
      place: { meanC: 20.5, swingC: 0, hottestDay: 200, humidity: 0.7 },
      startDayOfYear: 0,
      maturity: 1,
    });
    walk.apply({ kind: "bed", id: "coir", g: 2500 });
    walk.apply({ kind: "water", g: 7000 });
    walk.apply({ kind: "castings", g: 2000 });
    walk.apply({ kind: "worms", g: 600 });
    walk.apply({ kind: "food", id: row.id, g: MEAL_G, preparation: "whole" });
    const left = () => markerLeft(walk.state, 0) / markerGiven(walk.state, 0);
    let before = 1;
    while (left() > 0.5 && walk.day() < LONGEST_DAYS) {
      before = left();
      walk.sleep();
    }
    const now = left();
    const part = before > now ? (before - 0.5) / (before - now) : 1;
    return [
      {
        id: row.id,
        group: row.group,
        isListed: isListedFood(row.id),
        tableDays: row.halfLifeDays,
        modelDays: walk.day() - 1 + Math.min(1, part),
      },
    ];
  });
}
