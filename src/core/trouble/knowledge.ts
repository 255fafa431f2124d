import causes from "../catalogue/causes.json";
import links from "../catalogue/links.json";
import type { CauseRow, LinkRow, SignRow } from "../catalogue/rows";
import signs from "../catalogue/signs.json";

export const SIGNS = signs as readonly SignRow[];
export const CAUSES = causes as readonly CauseRow[];
const LINKS = links as readonly LinkRow[];

/** How much one sign says of one cause, by sign and cause; nothing where nothing is known. */
const WEIGHTS = new Map(LINKS.map(({ sign, cause, weight }) => [`${sign}/${cause}`, weight]));
export const weightOf = (sign: string, cause: string): number | undefined => WEIGHTS.get(`${sign}/${cause}`);
export const signOf = (id: string): SignRow | undefined => SIGNS.find((sign) => sign.id === id);
export const causeOf = (id: string): CauseRow => CAUSES.find((cause) => cause.id === id)!;

/** How likely each cause is before anything is seen, as log-odds. Source: the scoring notes of the tables of signs and causes. */
export const START_WEIGHTS: Readonly<Record<string, number>> = {
  "normal-life": 0,
  overfeeding: -0.5,
  "too-wet": -0.5,
  "low-bedding": -1,
  "exposed-food": -1,
  "too-dry": -1,
  "big-hard-pieces": -1,
  "young-bin": -1.5,
  acid: -1.5,
  "compaction-no-air": -1.5,
  "uneven-moisture": -1.5,
  "poor-drainage": -1.5,
  "finished-needs-harvest": -1.5,
  "infested-input": -1.5,
  "too-cold": -1.5,
  "too-hot": -1.5,
  "weather-pressure": -1.5,
  "slow-breeding": -1.5,
  "unsuitable-food": -1.5,
  "new-worm-unsettled": -2,
  starvation: -2,
  overcrowding: -2,
  "protein-ammonia": -2,
  "self-heating": -2,
  "meat-dairy-fat": -2,
  disturbance: -2,
  "blocked-tap": -2,
  "predators-pests-in": -2,
  "rodent-access": -2,
  "gone-unwatched": -2,
  "foreign-matter": -2,
  salt: -2.5,
  "harvest-loss": -2.5,
  alkaline: -2.5,
  "wrong-species": -2.5,
  "toxic-residue": -2.5,
  "chlorinated-water": -3,
};

/** Signs that say the same thing twice: the stronger counts, the weaker by half. */
export const SAME_TWICE = [
  ["squeeze-drips", "mud-ball"],
  ["ph-low", "smell-sour"],
  ["hot-centre", "bin-temp-high"],
] as const;
