import causes from "./causes.json";
import hazards from "./hazards.json";
import links from "./links.json";
import signs from "./signs.json";
import worms from "./worms.json";
import type { CauseRow, HazardRow, LinkRow, SignRow, WormRow } from "./rows";

/* The tables only the Guide reads; kept out of what every screen loads. */

export const WORMS = worms as readonly WormRow[];
export const SIGNS = signs as readonly SignRow[];
export const CAUSES = causes as readonly CauseRow[];
export const LINKS = links as readonly LinkRow[];
export const HAZARDS = hazards as readonly HazardRow[];
