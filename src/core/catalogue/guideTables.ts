import causes from "./causes.json";
import hazards from "./hazards.json";
import links from "./links.json";
import signs from "./signs.json";
import worms from "./worms.json";
import type { CauseRow, HazardRow, LinkRow, SignRow, WormRow, WormSource } from "./rows";
import { COMPUTED_AS, speciesOf } from "./species";

/* The tables only the Guide reads; kept out of what every screen loads. */

function withFigures(row: WormSource): WormRow {
  if (!(row.id in COMPUTED_AS)) return row as WormRow;
  const life = speciesOf(COMPUTED_AS[row.id as keyof typeof COMPUTED_AS]);
  return {
    ...row,
    surviveC: life.coldDeathC,
    lethalC: life.heatDeathC,
    cocoonsPerAdultWeek: life.cocoonsPerAdultWeek,
    hatchShare: life.hatchShare,
    hatchlingsPerCocoon: life.hatchlingsPerCocoon,
    incubationDays: life.incubationDays,
    maturityDays: life.maturityDays,
    adultG: life.adultG,
    wormsPerKg: 1000 / life.adultG,
    intakePerDay: life.intakeKgPerKgDay,
  };
}
export const WORMS: readonly WormRow[] = (worms as readonly WormSource[]).map(withFigures);
export const SIGNS = signs as readonly SignRow[];
export const CAUSES = causes as readonly CauseRow[];
export const LINKS = links as readonly LinkRow[];
export const HAZARDS = hazards as readonly HazardRow[];
