import type { SystemFacts } from "../bin/system";
import type { Shelter } from "@/vocabulary/shelter";
import { SHELTER } from "../expectation/climate";
import type { UnitSystem } from "../quantity/format";
import { formatLength } from "../quantity/format";
import type { KindFacts } from "./kinds";

/** Drill sizes as sold: the metric bit and the inch bit that comes nearest. */
export const DRILLS = {
  fine: { metric: "2 mm", us: "1/16 in" },
  vent: { metric: "4 mm", us: "5/32 in" },
  drain: { metric: "6 mm", us: "1/4 in" },
  passage: { metric: "8 mm", us: "5/16 in" },
  tap: { metric: "22 mm", us: "7/8 in" },
} as const;
export type Drill = keyof typeof DRILLS;

export interface Holes {
  readonly where: string;
  readonly count: number;
  readonly drill: Drill;
  /** Distance between holes, where it matters. */
  readonly pitchM?: number;
}
export interface BuildSheet {
  /** In each piece. */
  readonly holes: readonly Holes[];
  readonly parts: readonly string[];
  readonly tools: readonly string[];
  readonly steps: readonly string[];
  /** Ids of the Guide's cautions. */
  readonly hazards: readonly string[];
}

const DRAIN_PITCH_M = 0.1;
const PASSAGE_PITCH_M = 0.03;
const VENT_PITCH_M = 0.05;

const grid = ({ widthM, lengthM }: SystemFacts["usual"], pitchM: number): number =>
  Math.max(4, Math.round(widthM / pitchM) * Math.round(lengthM / pitchM));
const ring = ({ widthM, lengthM }: SystemFacts["usual"], pitchM: number): number =>
  Math.max(8, Math.round((2 * (widthM + lengthM)) / pitchM));

const TUB_TOOLS = [
  "drill with the bits named",
  "file or knife for burrs",
  "board behind the plastic",
  "eye protection",
];
const WOOD_TOOLS = ["saw", "drill and driver", "square, tape", "eye protection"];

/** How one of them is made: holes by number, size and place, what to get, and in which order. */
export function buildSheet(
  { kind }: KindFacts,
  size: SystemFacts["usual"],
  units: UnitSystem,
  shelter: Shelter = "indoors",
): BuildSheet {
  const { hasRain, isOutdoors } = SHELTER[shelter];
  const length = (metres: number) => formatLength(metres, units);
  const drains: Holes = {
    where: "bottom, evenly",
    count: grid(size, DRAIN_PITCH_M),
    drill: "drain",
    pitchM: DRAIN_PITCH_M,
  };
  const vents: Holes = {
    where: "in a row under the rim",
    count: ring(size, VENT_PITCH_M),
    drill: "vent",
    pitchM: VENT_PITCH_M,
  };
  const passages: Holes = {
    where: "bottom of the upper pieces, evenly: grown worms pass them, bedding does not fall through",
    count: grid(size, PASSAGE_PITCH_M),
    drill: "passage",
    pitchM: PASSAGE_PITCH_M,
  };
  switch (kind) {
    case "tub":
    case "breederTub":
      return {
        holes:
          kind === "tub"
            ? [drains, vents]
            : [{ ...vents, where: hasRain ? vents.where : "in the lid and under the rim" }],
        parts: [
          "an opaque tub with a lid that sits loosely",
          ...(kind === "tub"
            ? ["a tray larger than its bottom", `four feet or blocks, ${length(0.03)} high`]
            : []),
          "fine mesh or cloth inside the holes",
          "a sheet of damp card or sacking as cover",
        ],
        tools: TUB_TOOLS,
        steps: [
          "Mark the holes, lay the board behind, drill from outside, break the burrs.",
          ...(kind === "tub"
            ? [
                "Line the bottom holes with mesh or cloth so that worms stay in.",
                "Stand it on its feet in the tray, a touch to one side so that it drains.",
                "Or drill no bottom at all: five sheets of dry card under the bedding drink what runs down. Then water by the squeeze, and change the card when it is soaked.",
                ...(hasRain ? ["No holes in the lid: rain would come in. Slope it a little."] : []),
              ]
            : [
                "Cover the vents with cloth: young worms pass any hole.",
                "No drainage: it is kept by weight, never poured into.",
              ]),
          "Lay two sheets of damp newspaper or card on the bottom, then the bedding.",
        ],
        hazards: ["drilling", "lifting-close"],
      };
    case "bucketStack":
    case "toteStack":
      return {
        holes: [passages, vents],
        parts: [
          `${kind === "bucketStack" ? "three equal buckets" : "three equal totes"}: two to live in, the lowest whole, to catch what runs off`,
          "one lid",
          `two blocks of ${length(0.08)} to hold the upper ones off the lowest`,
          "two sheets of card for the base of each",
          "a cover of damp card",
        ],
        tools: TUB_TOOLS,
        steps: [
          "Drill the two upper ones only; the lowest stays whole.",
          "Blocks in the lowest, the first drilled one on them. A sheet of damp card over its holes, then bedding: it keeps the bedding in until castings hold it, and worms go through.",
          "The second waits: it goes on top when the first is three quarters full.",
          "Look into the lowest each week and empty it.",
        ],
        hazards: ["drilling", "lifting-close", "stack-tip"],
      };
    case "trayStack":
      return {
        holes: [passages, { where: "sides of each tray, high", count: ring(size, 0.08), drill: "vent" }],
        parts: [
          "three trays that stand in one another",
          "a whole tray below, with a tap",
          "a jar or pail under the tap",
          "one lid",
          "damp card for each tray",
        ],
        tools: TUB_TOOLS,
        steps: [
          "Drill the trays; leave the sump whole but for its tap, set low.",
          "Begin with one tray. The next goes on when its bottom touches the bedding below.",
          "The tap stays open, over the jar: what stands in the sump drowns worms and sours.",
          "Empty the jar and rinse the sump each week.",
        ],
        hazards: ["drilling", "stack-tip"],
      };
    case "flowThrough":
      return {
        holes: [
          {
            where: "walls, two rows below the top third",
            count: ring(size, 0.12),
            drill: "vent",
            pitchM: 0.12,
          },
        ],
        parts: [
          `untreated boards, ${length(0.02)}, or a lined can`,
          `bars or a grate across the base, ${length(0.045)} apart, strong enough for the whole weight`,
          "six sheets of newspaper or one of card over the grate",
          `a tray below, at least ${length(0.3)} of room above it for the hand`,
          "a wool or jute blanket as cover",
        ],
        tools: WOOD_TOOLS,
        steps: [
          "Frame on legs, walls inside it, screws from outside.",
          "Bars across the base; paper over them. It rots when the first castings hold by themselves.",
          "Brace it to the wall: full and wet it is heavy and stands high.",
          "Bedding, then food on top only. Nothing is taken from below before the named month.",
        ],
        hazards: ["treated-timber-build", "drilling", "stack-tip"],
      };
    case "trough":
    case "floorBed":
      return {
        holes:
          kind === "trough"
            ? [
                {
                  where: "bottom, along the finished end",
                  count: Math.max(4, Math.round(size.widthM / 0.2)),
                  drill: "drain",
                },
              ]
            : [],
        parts:
          kind === "trough"
            ? [
                `untreated boards, ${length(0.025)}, or half a barrel cut lengthwise`,
                "legs to hip height",
                "liner of woven ground cloth",
                "two slotted boards to part fed end, middle and finished end",
                "a cover of jute",
              ]
            : [
                `boards or blocks for a border ${length(0.3)} high`,
                "woven ground cloth below",
                "straw or jute above",
                "mesh against rodents",
              ],
        tools: WOOD_TOOLS,
        steps: [
          kind === "trough"
            ? "Legs first, then the trough on them, a finger lower at the finished end."
            : "Level ground that never floods; cloth, border, mesh.",
          "Fill the fed end only, a third of the length. The wedge moves on from there.",
          "Food at the front of the wedge, castings from its back.",
        ],
        hazards:
          kind === "trough" ? ["treated-timber-build", "lifting-reach"] : ["rodents-house", "soil-digging"],
      };
    case "bath":
    case "sectionBath":
      return {
        // A drain that stops must not drown them: what rises above it leaves by itself.
        holes: [{ where: "in the end wall, a hand above the drain: the overflow", count: 1, drill: "tap" }],
        parts: [
          "an old bath or large cattle trough with its drain",
          "coarse gravel and cloth over the drain",
          "a bucket under it",
          `fine steel mesh over the overflow and the drain${isOutdoors ? ", or both led into a closed can: rats come in by any open pipe" : ""}`,
          "a tight cover of board or sheet, weighted",
          "blocks for it to stand on",
        ],
        tools: ["helper to carry it", "spirit level", "drill for the overflow, file for burrs"],
        steps: [
          "Stand it where it stays, a finger lower at the drain, bucket below.",
          "Gravel a hand deep round the drain, cloth over it; mesh fixed over the overflow from outside.",
          ...(shelter === "sun"
            ? ["Roof it against the noon sun: a board on blocks, with air between."]
            : []),
          "Bedding to a third, moist all through; the cover shuts tight against flies.",
        ],
        hazards: ["drilling", "lifting-close"],
      };
    case "fabricPot":
      return {
        holes: [],
        parts: [
          "a pot of thick felt with handles",
          "a rack or slats to stand on",
          "a tray below",
          "cloth or card as cover",
        ],
        tools: ["none"],
        steps: [
          "Wet the felt through first.",
          "Rack in the tray, pot on the rack, bedding to two thirds.",
          "One deep pocket of food in the middle; the wall stays free.",
        ],
        hazards: ["lifting-close"],
      };
    case "tower":
      return {
        holes: [
          {
            where: "lower two thirds of the wall",
            count: Math.max(24, Math.round((Math.PI * size.widthM * size.heightM * 0.66) / (0.05 * 0.05))),
            drill: "passage",
            pitchM: 0.05,
          },
        ],
        parts: [
          "a wide pipe or bottomless bucket of food-safe plastic",
          "a lid rats cannot lift",
          "fine steel mesh round the holes",
        ],
        tools: ["spade", "drill with the bits named", "eye protection"],
        steps: [
          "Ask where cables and pipes lie, then dig as deep as two thirds of it.",
          "Mesh round it, stand it in, fill the soil back, leave a hand's breadth above ground.",
          "Bedding, a little food, lid with a weight.",
        ],
        hazards: ["soil-digging", "drilling", "release-nonnative"],
      };
  }
}
