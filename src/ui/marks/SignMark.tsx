import { CREATURES } from "@/vocabulary/readings";
import type { Creature } from "@/vocabulary/readings";
import { CreatureMark } from "./CreatureMark";
import { StrokeMark } from "./StrokeMark";

const THERMOMETER = "M7 4a2 2 0 0 1 4 0v9a4 4 0 1 1-4 0z";
const STRIP = "M7 3h5v18H7zM7 8h5M7 13h5";
const [UP, DOWN] = ["M17 13V5M14.500 7.500L17 5l2.500 2.500", "M17 5v8M14.500 10.500L17 13l2.500-2.500"];
const BED = "M4 5v15h16V5";
const TRAY = "M4 13v7h16v-7";
const APPLE =
  "M12 10c-3-2-7 0-7 5 0 4 3 6 5 6 1 0 1-1 2-1s1 1 2 1c2 0 5-2 5-6 0-5-4-7-7-5zM12 10c0-2 1-4 3-5";

/** One small drawing for each sign that is no creature of a visit: what is smelled, felt, measured, and who else lives there. Strokes only. */
const PATHS: Readonly<Record<string, string>> = {
  "smell-earthy": "M3 20h18M12 20v-9M12 15c-4 0-6-2-6-6 4 0 6 2 6 6zM12 12c4 0 6-2 6-6-4 0-6 2-6 6z",
  "smell-fresh-food": `${APPLE}M19 4c-1-1 1-1 0-2M21 7c-1-1 1-1 0-2`,
  "smell-rotten-egg": "M12 21c-4 0-6-3-6-6 0-4 3-8 6-8s6 4 6 8c0 3-2 6-6 6zM6.500 14l3 2 2.500-3 2.500 3 3-2M10 4c-1-1 1-1 0-2M14 4c-1-1 1-1 0-2",
  "smell-sour": "M4 10h16a8 8 0 0 1-16 0zM12 10v8M12 10l-5.500 5.500M12 10l5.500 5.500M9 6c-1-1.500 1-1.500 0-3M14 6c-1-1.500 1-1.500 0-3",
  "smell-alcohol": "M10 3h4v5l3 4v8a1 1 0 0 1-1 1H8a1 1 0 0 1-1-1v-8l3-4zM10 16h.1M13 14h.1M13.500 18h.1",
  "smell-ammonia": "M3 20h18M5 17l2-8M10 17l1-12M14.500 17l-.500-10M19 17l-2-7",
  "smell-putrid": "M3 12h13M16 12l5-4v8zM6 9v6M9 8v8M12 9v6",
  "smell-musty": "M4 9h16v11H4zM4 9l3-5h10l3 5M8 13h.1M12 15h.1M16 13h.1M9 17h.1M15 17h.1",
  "smell-garlic": "M12 3c0 4-7 6-7 12 0 4 3 6 7 6s7-2 7-6c0-6-7-8-7-12zM12 9c-3 4-3 8-1 12M12 9c3 4 3 8 1 12",
  "leachate-foul": `${TRAY}M6 17q1.500-2 3 0t3 0 3 0 3 0M9 10c-2-2 2-3 0-6M14 10c-2-2 2-3 0-6`,
  "worms-on-walls": "M4 3v18M20 3v18M4 8c4 0 2 4 6 3M20 14c-4 0-2 4-6 3",
  "worms-balling": "M12 5a7 7 0 1 0 .1 0M8 10c3-3 5 3 8 0M7.500 15c3 2 6-3 9 0M10 7c-2 4 4 6 2 10",
  "worms-pale-thin": "M3 8c4-3 6 3 10 0s5 1 8 0M12 13v7M9 17l3 3 3-3",
  "worms-small": "M3 6c4-3 6 3 10 0s5 1 8 0M8 11l4 3 4-3M8 19c1.500-1.500 2.500 1.500 4 0s2.500 1 4 0",
  "worms-dried-outside": "M3 9h8v11H3zM13 19c2-1.500 4 1.500 8 0M17 5a2.500 2.500 0 1 0 .1 0M17 1.500v1M22 7.500h-1M13 7.500h-1M17 12v1.500",
  "worms-yellow-fluid": "M3 8c4-4 6 4 10 0s5 2 8 0M7 13c-1.500 3-1.500 4 0 4s1.500-1 0-4zM13 14c-1.500 3-1.500 4 0 4s1.500-1 0-4zM18 13c-1.500 3-1.500 4 0 4s1.500-1 0-4z",
  "worms-sluggish": "M3 19c6-2 11 2 18 0M12 3v11M7 6l10 5M17 6L7 11",
  "worms-in-tray": "M4 3h16v7H4zM4 14v7h16v-7M7 18c2-2 3 2 5 0s3 1 5 0M12 10v3",
  "worms-thrashing-snake": "M3 14l3-6 3 8 3-11 3 11 3-8 3 6",
  "no-cocoons": "M12 16c-5 0-8-4-8-4s3-4 8-4 6 3 8 4c-2 1-3 4-8 4zM5 20L19 4",
  "squeeze-drips": "M6 4h12v6H6zM9 4v6M12 4v6M15 4v6M8 13v6M12 13v8M16 13v6",
  "squeeze-crumbles": "M6 4h12v6H6zM9 4v6M12 4v6M15 4v6M7 14h.1M11 16h.1M16 14h.1M8 19h.1M13 20h.1M17 18h.1",
  "dry-top-wet-bottom": "M4 4h16v16H4zM4 11h16M8 7.500h.1M12 7.500h.1M16 7.500h.1M6 15.500q1.500-2 3 0t3 0 3 0 3 0",
  "bin-temp-high": `${THERMOMETER}M9 7v9${UP}`,
  "bin-temp-low": `${THERMOMETER}M9 15v1${DOWN}`,
  "frozen-edge": "M4 4v16h16M14 4v10M9 6.500l10 5M19 6.500l-10 5",
  "ph-low": `${STRIP}${DOWN}`,
  "ph-high": `${STRIP}${UP}`,
  "ec-high": `M3 14l4.500-3 4.500 3v5L7.500 22 3 19zM3 14l4.500 3 4.500-3M7.500 17v5${UP}`,
  "salt-crust": "M4 9v11h16V9M3 7l2-3 2 3M10 7l2-3 2 3M17 7l2-3 2 3M8 14h.1M12 16h.1M16 14h.1",
  "food-untouched": `${APPLE}M20 3a3.500 3.500 0 1 0 .1 0M20 5v1.500h1`,
  "food-recognisable-return": "M12 12c-2-1.500-5 0-5 4 0 3 2 4 3.500 4h3c1.500 0 3.500-1 3.500-4 0-4-3-5.500-5-4zM4 9c1-4 4-6 8-6s6 2 7 5M19.500 3v5.500H14",
  "food-piled": "M3 20h18M5 20c0-5 4-7 5-11l2-4 2 4c1 4 5 6 5 11M10 16h.1M12.500 12h.1M14.500 17h.1",
  "food-slimy": "M3 8h18M4 8c0 6 3 3 3 7s3 1 3 4 3 1 3-2 3 0 3-4 3 0 4-5",
  mushrooms: "M5 12c0-5 4-8 7-8s7 3 7 8zM10 12v8h4v-8M6 20h12",
  "slime-mould": "M5 13c-2-4 3-8 6-6 3-4 9 0 7 4 4 2 1 8-3 6-2 4-9 3-8-1-2 0-3-2-2-3zM9 11l3 2 4-2M12 13v4",
  "matted-paper": "M3 8l9-4 9 4-9 4zM3 12l9 4 9-4M3 16l9 4 9-4",
  "compacted-bottom": `${BED}M6 18h12M6 16h12M6 14h12M12 3v8M9.500 8.500L12 11l2.500-2.500`,
  "bedding-vanished": `${BED}M8 17h.1M11 16h.1M14 18h.1M17 16h.1M7 9h2M11 9h2M15 9h2`,
  "volume-drop": `${BED}M4 16h16M12 4v9M9.500 10.500L12 13l2.500-2.500`,
  "no-volume-change": `${BED}M4 9h16M9 13h6M9 16h6`,
  "moth-flies": "M12 8c-2-4-8-2-8 3 0 4 4 6 8 3 4 3 8 1 8-3 0-5-6-7-8-3zM12 8v6M11 5l-1-2M13 5l1-2",
  "hump-flies": "M5 15c0-5 3-8 7-8s6 3 7 8zM12 7c-2-3 2-5 5-3M8 15v4M12 15v4M16 15v4M19 12l2-1",
  "mites-red": "M8 12c0-3 2-5 4-5s4 2 4 5-2 6-4 6-4-3-4-6zM8 10L4 7M8 13H4M9 16l-4 3M16 10l4-3M16 13h4M15 16l4 3M11 10h.1M13 10h.1",
  nematodes: "M5 5c2 2-2 4 0 6s-2 4 0 7M12 4c2 2-2 4 0 6s-2 4 0 6 0 3 0 4M19 5c2 2-2 4 0 6s-2 4 0 7",
  millipedes: "M3 9h14a4 4 0 0 1 0 8M5 9v3M7.500 9v3M10 9v3M12.500 9v3M15 9v3M17 17l-2 2",
  centipedes: "M3 12h16M5 12L3 8M5 12l-2 4M9 12L7 8M9 12l-2 4M13 12l-2-4M13 12l-2 4M17 12l-2-4M17 12l-2 4M19 12l2-2M19 12l2 2",
  cockroaches: "M7 13c0-5 2-8 5-8s5 3 5 8-2 8-5 8-5-3-5-8zM12 9v12M10 5C8 3 6 3 4 3M14 5c2-2 4-2 6-2M7 12H3M17 12h4M8 17l-4 2M16 17l4 2",
  flatworms: "M3 7c3-3 8-3 11 0M8.500 5c0 5 8 5 8 9s-6 3-8 6",
  slugs: "M3 18h12c4 0 5-3 5-6M3 18c2-3 3-8 8-8 4 0 5 3 7 3M18 12l-1-4M20 12l1-4M8 14a2.500 2.500 0 1 0 .1 0",
  "larger-animals": "M12 13c-3 0-5 3-5 5s2 3 5 2c3 1 5 0 5-2s-2-5-5-5zM5.500 9a1.500 2 0 1 0 .1 0M9.500 5a1.500 2 0 1 0 .1 0M14.500 5a1.500 2 0 1 0 .1 0M18.500 9a1.500 2 0 1 0 .1 0",
  "tap-blocked": "M3 8h10v4H3zM13 9h3c3 0 4 2 4 5h-3M8 8V5M5 5h6M15 17l5 4M20 17l-5 4",
  "no-leachate": `${TRAY}M12 3c2 3 3 4 3 6a3 3 0 0 1-6 0c0-2 1-3 3-6zM5 11L19 3`,
  "much-leachate": `${TRAY}M6 16q1.500-2 3 0t3 0 3 0 3 0M12 3c2 3 3 4 3 6a3 3 0 0 1-6 0c0-2 1-3 3-6z`,
  "plastic-glass": "M4 18l5-10 4 10zM13 18l2-13 5 13zM3 21h18",
  "roots-in-bin": "M4 9v11h16V9M12 3v6M12 9c-3 1-4 4-4 8M12 9c0 3 1 6 0 9M12 9c3 1 4 4 4 8",
  "silent-bin": "M4 7h16v13H4zM9 13.500h.1M12 13.500h.1M15 13.500h.1",
}; // prettier-ignore
/** Signs that a visit knows by another name. */
const AS_CREATURE: Readonly<Record<string, Creature>> = {
  "condensation-lid": "condensation",
  seedlings: "sprouts",
};
const isCreature = (id: string): id is Creature => (CREATURES as readonly string[]).includes(id);

/** The drawing of a sign of the sign table; nothing for an id that has none. */
export function SignMark({ sign }: { readonly sign: string }) {
  const creature = isCreature(sign) ? sign : AS_CREATURE[sign];
  if (creature) return <CreatureMark creature={creature} />;
  const path = PATHS[sign];
  return path ? <StrokeMark path={path} size={22} /> : null;
}
