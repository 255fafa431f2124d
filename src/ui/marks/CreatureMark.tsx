import type { Creature } from "@/vocabulary/readings";
import { StrokeMark } from "./StrokeMark";

/** One small drawing for each thing one may see; strokes only, so that it takes the colour of its words. */
const PATHS: Record<Creature, string> = {
  "worms-on-food-cluster": "M4 16c3-4 5 3 8-1s5 3 8-2M5 11c3-4 5 3 8-1s4 2 6-1M8 20c2-3 4 2 6 0",
  "many-babies":
    "M4 8c1-2 2 1 3-1M11 6c1-2 2 1 3-1M17 9c1-2 2 1 3-1M6 14c1-2 2 1 3-1M13 13c1-2 2 1 3-1M9 20c1-2 2 1 3-1M17 18c1-2 2 1 3-1",
  "many-cocoons":
    "M7 9c-3 0-4-2-4-2s2-1 4-1 3 1 4 1.500c-1 .5-2 1.500-4 1.500zM17 13c-3 0-4-2-4-2s2-1 4-1 3 1 4 1.500c-1 .5-2 1.500-4 1.500zM9 19c-3 0-4-2-4-2s2-1 4-1 3 1 4 1.500c-1 .5-2 1.500-4 1.500z",
  "worms-on-lid": "M3 5h18M6 8c2 3 4-2 6 1s4-2 6 1M7 14c2 2 3-1 5 0",
  "few-worms": "M8 12c2-3 4 2 6-1M3 20h18M5 5h.1M19 6h.1",
  "mass-escape": "M5 20V9h14v11M5 9c-3-1-3 3-4 4M19 9c3-1 3 3 4 4M9 9c0-4-3-3-4-6M15 9c0-4 3-3 4-6M12 9V3",
  "string-of-beads":
    "M3 12a2.500 2.500 0 1 0 5 0a2.500 2.500 0 1 0-5 0M9 12a1.500 1.500 0 1 0 3 0a1.500 1.500 0 1 0-3 0M13 12a2.500 2.500 0 1 0 5 0a2.500 2.500 0 1 0-5 0M19 12a1.300 1.300 0 1 0 2.600 0",
  "worms-limp-dead": "M3 16c5-1 9 1 18 0M9 7l5 5M14 7l-5 5",
  "mites-white":
    "M8 8a1 1 0 1 0 .1 0M15 7a1 1 0 1 0 .1 0M11 13a1 1 0 1 0 .1 0M17 15a1 1 0 1 0 .1 0M6 16a1 1 0 1 0 .1 0M12 19a1 1 0 1 0 .1 0",
  springtails: "M5 18c2-8 5-8 6 0M13 18c2-10 6-10 7-1M3 19h18",
  "white-worms": "M4 8c3-2 4 2 7 0M12 6c3-2 4 2 7 0M5 14c3-2 4 2 7 0M13 13c3-2 4 2 7 0M8 19c3-2 4 2 7 0",
  "fruit-flies":
    "M10.500 14a1.500 4 0 1 0 3 0a1.500 4 0 1 0-3 0M11 11C6 9 3 11 3 15c3 1 6 0 8-3M13 11c5-2 8 0 8 4-3 1-6 0-8-3M10.500 7.500a1.500 1.500 0 1 0 3 0a1.500 1.500 0 1 0-3 0",
  "fungus-gnats": "M12 9v9M12 10c-5 0-8 3-9 5M12 10c5 0 8 3 9 5M11 8L8 4M13 8l3-4M12 15l-3 5M12 15l3 5",
  "house-fly-maggots": "M4 10c2-2 6-2 8 0s-6 3-8 0zM12 16c2-2 6-2 8 0s-6 3-8 0zM6 10h.1M14 16h.1",
  ants: "M5 12a2 2 0 1 0 4 0a2 2 0 1 0-4 0M9 12h3M12 12a1.500 1.500 0 1 0 3 0M15 12a3 3 0 1 0 6 0a3 3 0 1 0-6 0M12 13l-2 5M13 13l2 5M12 11l-2-5M13 11l2-5",
  "mould-bloom":
    "M12 20v-6M12 14c-5 0-7-3-7-6 2-4 12-4 14 0 0 3-2 6-7 6zM8 9h.1M12 8h.1M16 9h.1M10 11h.1M14 11h.1",
  "standing-liquid": "M3 12q2.500-3 5 0t5 0 5 0 3-1M3 17q2.500-3 5 0t5 0 5 0 3-1",
  "hot-centre":
    "M12 20c-5 0-7-3-7-7 0-5 5-5 5-10 5 3 9 6 9 11 0 4-3 6-7 6zM12 20c-2 0-3-2-3-3 0-2 2-2 3-4 2 1 3 3 3 4 0 2-1 3-3 3z",
  "dry-edges": "M4 4v16h16V4M7 7l2 1M7 12l2-1M7 16l2 1M17 8l-2 1M17 12l-2-1M17 16l-2 1",
  "rodent-signs":
    "M5 17c0-5 4-8 9-8 4 0 7 3 7 6 0 2-2 2-4 2zM14 9c0-2 2-3 3-2s0 3-1 3M5 17c-3 0-3-3-1-3M18 13h.1",
  condensation:
    "M3 5h18M7 8c-1 2-1 3 0 3s1-1 0-3zM13 9c-1.500 3-1.500 4 0 4s1.500-1 0-4zM18 8c-1 2-1 3 0 3s1-1 0-3zM9 16c-1 2-1 3 0 3s1-1 0-3z",
  sprouts: "M12 20v-9M12 12c-4 0-6-2-6-5 4 0 6 2 6 5zM12 14c0-3 2-5 6-5 0 3-2 5-6 5zM4 20h16",
  woodlice:
    "M4 12c0-4 4-6 8-6s8 2 8 6-4 6-8 6-8-2-8-6zM8 7v10M12 6v12M16 7v10M4 9L2 7M4 15l-2 2M20 9l2-2M20 15l2 2",
  "soldier-fly-larvae": "M3 12c2-5 14-6 18 0-4 6-16 5-18 0zM8 9v6M12 8.500v7M16 9v6",
  "mites-brown":
    "M8.500 11a3.500 3.500 0 1 0 7 0a3.500 3.500 0 1 0-7 0M9 9L5.500 7M8.500 12l-3.500 1.500M15 9l3.500-2M15.500 12l3.500 1.500M6 19h.1M12 20h.1M18 19h.1",
  earwigs:
    "M12 4c2 0 3 2 3 5v5H9V9c0-3 1-5 3-5zM10 14c-3 2-3 5-1 7M14 14c3 2 3 5 1 7M9 8L6 7M15 8l3-1M9 11H6M15 11h3",
  "beetles-spiders":
    "M7 13a5 6 0 1 0 10 0a5 6 0 1 0-10 0M12 7v12M9 6.500a3 2.500 0 0 1 6 0M7 11H3M17 11h4M7 16l-3 2M17 16l3 2",
  "mud-ball": "M12 5a7.500 7.500 0 1 0 .1 0M8 11c3 1.500 5 1 8-1M9 16c2 1 4 1 6 0",
};

export const CreatureMark = ({ creature }: { readonly creature: Creature }) => (
  <StrokeMark path={PATHS[creature]} size={22} />
);
