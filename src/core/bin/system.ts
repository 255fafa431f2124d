import type { CompartmentId } from "@/vocabulary/fields";
import type { Cover, Drainage, SchoolId, System, Wall } from "@/vocabulary/setup";
import type { BinSetup, Compartment } from "@/records/setup";

/** How the compartments of a system lie, which decides where one feeds, where one harvests and how it is drawn. */
export type Arrangement = "single" | "stack" | "line";

export interface SystemFacts {
  readonly id: System;
  readonly name: string;
  readonly arrangement: Arrangement;
  /** What one of them usually measures inside: width, front to back, height. */
  readonly usual: { readonly widthM: number; readonly lengthM: number; readonly heightM: number };
  readonly compartments: readonly string[];
  /** So many of them at first, where not all: the next goes on when it is full. */
  readonly beginsWith?: number;
  readonly places: number;
  readonly school: SchoolId;
  readonly cover: Cover;
  readonly drainage: Drainage;
  readonly wall: Wall;
}

/** Common sizes as sold or built; a keeper's own tape beats them. */
const TABLE: Record<System, SystemFacts> = {
  tub: { id: "tub", name: "Tub", arrangement: "single", usual: { widthM: 0.5, lengthM: 0.36, heightM: 0.3 }, compartments: [""], places: 8, school: "sections-clockwise", cover: "vented", drainage: "free", wall: "plastic" },
  trayStack: { id: "trayStack", name: "Tray stack", arrangement: "stack", usual: { widthM: 0.4, lengthM: 0.4, heightM: 0.15 }, compartments: ["bottom tray", "middle tray", "top tray"], beginsWith: 1, places: 2, school: "trays-upward", cover: "looseLid", drainage: "sump", wall: "plastic" },
  stackSwap: { id: "stackSwap", name: "Swapped totes", arrangement: "stack", usual: { widthM: 0.5, lengthM: 0.36, heightM: 0.28 }, compartments: ["lower tote", "upper tote"], beginsWith: 1, places: 4, school: "stack-swap", cover: "looseLid", drainage: "sump", wall: "plastic" },
  trough: { id: "trough", name: "Trough", arrangement: "line", usual: { widthM: 1.2, lengthM: 0.45, heightM: 0.4 }, compartments: ["fed end", "middle", "finished end"], places: 3, school: "moving-wedge", cover: "breathable", drainage: "free", wall: "wood" },
  flowThrough: { id: "flowThrough", name: "Flow-through", arrangement: "stack", usual: { widthM: 0.45, lengthM: 0.45, heightM: 0.35 }, compartments: ["base", "top"], places: 4, school: "flow-through-top", cover: "wetBlanket", drainage: "free", wall: "wood" },
  bath: { id: "bath", name: "Bath", arrangement: "single", usual: { widthM: 1.2, lengthM: 0.55, heightM: 0.4 }, compartments: [""], places: 1, school: "bath-monthly", cover: "tightLid", drainage: "free", wall: "plastic" },
  fabricPot: { id: "fabricPot", name: "Fabric pot", arrangement: "single", usual: { widthM: 0.45, lengthM: 0.45, heightM: 0.4 }, compartments: [""], places: 1, school: "central-pocket-batch", cover: "breathable", drainage: "free", wall: "fabric" },
  tower: { id: "tower", name: "Buried tower", arrangement: "single", usual: { widthM: 0.25, lengthM: 0.25, heightM: 0.6 }, compartments: [""], places: 1, school: "in-ground-tower", cover: "tightLid", drainage: "free", wall: "ground" },
  breederTub: { id: "breederTub", name: "Breeding tub", arrangement: "single", usual: { widthM: 0.4, lengthM: 0.3, heightM: 0.18 }, compartments: [""], places: 1, school: "breeder-tub", cover: "looseLid", drainage: "none", wall: "plastic" },
}; // prettier-ignore

export const systemOf = (id: System): SystemFacts => TABLE[id];
export const SYSTEM_LIST: readonly SystemFacts[] = Object.values(TABLE);

/** Ground of a compartment, m²: round ones fill 79 % of their box. */
export const areaM2 = ({ widthM, lengthM, shape }: Compartment): number =>
  widthM * lengthM * (shape === "round" ? Math.PI / 4 : 1);
export const volumeOfL = (compartment: Compartment): number =>
  areaM2(compartment) * compartment.heightM * 1000;

/** Surface that worms feed on: the open top of the column, or the whole length of a trough. */
export function surfaceM2(setup: Pick<BinSetup, "system" | "compartments">): number {
  const areas = setup.compartments.map(areaM2);
  return systemOf(setup.system).arrangement === "line"
    ? areas.reduce((sum, area) => sum + area, 0)
    : Math.max(...areas);
}
export const binVolumeL = (setup: BinSetup): number =>
  setup.compartments.reduce((sum, one) => sum + volumeOfL(one), 0);

/** Food goes to the top of a stack and to the first end of a line. Record schema: there is at least one compartment. */
export const fedCompartment = (setup: Pick<BinSetup, "system" | "compartments">): Compartment =>
  systemOf(setup.system).arrangement === "stack" ? setup.compartments.at(-1)! : setup.compartments[0]!;
/** Ground of a part, else of where it is fed, m²: bedding may be said by how deep it lies there. */
export const groundUnder = (
  setup: Pick<BinSetup, "system" | "compartments"> | undefined,
  compartment: string | undefined,
): number | undefined =>
  setup && areaM2(setup.compartments.find(({ id }) => id === compartment) ?? fedCompartment(setup));
/** Castings come from the lowest of a stack and from the far end of a line. */
export const harvestCompartment = (setup: BinSetup): Compartment =>
  systemOf(setup.system).arrangement === "stack" ? setup.compartments[0]! : setup.compartments.at(-1)!;

/** The line as matter moves along it: from where one feeds to where one harvests. */
export const fromFedEnd = (setup: BinSetup): Compartment[] =>
  systemOf(setup.system).arrangement === "stack" ? setup.compartments.toReversed() : setup.compartments;

/** Compartments of the usual kind for outer measures the keeper gave: a line shares its width, a stack repeats its height. */
export function usualCompartments(system: System, size: SystemFacts["usual"], count?: number): Compartment[] {
  const facts = systemOf(system);
  const wanted = count ?? facts.compartments.length;
  return Array.from({ length: wanted }, (_, at) => {
    const label =
      wanted === facts.compartments.length ? facts.compartments[at] : wanted === 1 ? "" : `${at + 1}`;
    return {
      id: `c${at + 1}` as CompartmentId,
      ...(label ? { name: label } : {}),
      widthM: facts.arrangement === "line" ? size.widthM / wanted : size.widthM,
      lengthM: size.lengthM,
      heightM: size.heightM,
      placeCount: facts.places,
    };
  });
}
