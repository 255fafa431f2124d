import type { Cover, Drainage, Wall } from "@/vocabulary/setup";

export const COVER_WORDS: Record<Cover, string> = {
  open: "open",
  breathable: "sacking or cloth",
  vented: "lid with holes",
  looseLid: "loose lid",
  tightLid: "tight lid",
  wetBlanket: "damp blanket",
};
export const DRAINAGE_WORDS: Record<Drainage, string> = {
  free: "runs off freely",
  sump: "into a tray or sump",
  poor: "slowly, few holes",
  none: "not at all",
};
export const WALL_WORDS: Record<Wall, string> = {
  plastic: "plastic",
  wood: "wood",
  ground: "earth",
  foam: "foam",
  fabric: "cloth",
};
