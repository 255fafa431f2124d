import type { System } from "@/vocabulary/setup";
import type { Profile, ProfileCompartment } from "@/core/picture/profile";

/** One vessel of a bin on the page, in px: its inner outline narrows from the top to the bottom. */
export interface Vessel {
  readonly compartment: ProfileCompartment;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** How far each side comes in at a share of the depth, 0 at the rim to 1 at the bottom. */
  readonly insetAt: (share: number) => number;
  readonly outline: string;
}

export interface Shape {
  readonly width: number;
  readonly height: number;
  readonly vessels: readonly Vessel[];
  /** Rim, legs, grate, soil line and the like, drawn over the contents. */
  readonly frame: readonly string[];
  readonly thinFrame: readonly string[];
  /** Where the lid lies: two ends and its height. */
  readonly lid: { readonly x1: number; readonly x2: number; readonly y: number };
  readonly sump?: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
    readonly standing: number;
  };
  readonly isWedge: boolean;
  /** Parts that pass into each other: one vessel for all. */
  readonly isColumn: boolean;
}

interface Build {
  /** Share of the width lost on each side at the bottom. */
  readonly taper: number;
  readonly bottom: "flat" | "round" | "soft";
  readonly legM: number;
}
const BUILDS: Record<System, Build> = {
  tub: { taper: 0.055, bottom: "flat", legM: 0 },
  trayStack: { taper: 0.02, bottom: "flat", legM: 0.05 },
  stackSwap: { taper: 0.06, bottom: "flat", legM: 0 },
  trough: { taper: 0.05, bottom: "flat", legM: 0.08 },
  flowThrough: { taper: 0, bottom: "flat", legM: 0.18 },
  bath: { taper: 0.1, bottom: "round", legM: 0.05 },
  fabricPot: { taper: -0.02, bottom: "soft", legM: 0 },
  tower: { taper: 0, bottom: "flat", legM: 0 },
  breederTub: { taper: 0.08, bottom: "flat", legM: 0 },
};

/** The outer form of a bin to a scale, each system in its own. `margin` is kept free round it for lid and overhang. */
export function shapeOf(profile: Profile, pxPerM: number, margin: number): Shape {
  const build = BUILDS[profile.system];
  const widthM =
    profile.arrangement === "line"
      ? profile.compartments.reduce((sum, one) => sum + one.widthM, 0)
      : Math.max(...profile.compartments.map((one) => one.widthM));
  const width = widthM * pxPerM;
  const isColumn = profile.system === "flowThrough" && profile.compartments.length > 1;
  const sumpHeight = profile.sumpM === undefined ? 0 : Math.max(8, 0.09 * pxPerM);
  const gap =
    profile.arrangement === "stack" && profile.system !== "flowThrough" ? Math.max(2, 0.012 * pxPerM) : 0;
  const bodies =
    profile.arrangement === "line"
      ? [profile.compartments.reduce((tallest, one) => (one.heightM > tallest.heightM ? one : tallest))]
      : isColumn
        ? [oneColumn(profile.compartments)]
        : [...profile.compartments].reverse();
  let top = margin;
  const vessels: Vessel[] = [];
  for (const compartment of bodies) {
    const height = compartment.heightM * pxPerM;
    vessels.push(vessel(compartment, build, margin, top, width, height));
    top += height + gap;
  }
  const bottom = top - gap;
  const sump =
    profile.sumpM === undefined
      ? undefined
      : {
          x: margin + 2,
          y: bottom + gap,
          width: width - 4,
          height: sumpHeight,
          standing: Math.min(0.9, profile.sumpM / 0.09),
        };
  const floor = bottom + (sump ? sumpHeight + gap : 0);
  const legs = build.legM * pxPerM;
  return {
    width: width + 2 * margin,
    height: floor + legs + 2,
    vessels,
    frame: frameOf(profile.system, vessels, margin, width, floor, legs),
    thinFrame: thinFrameOf(profile.system, vessels, margin, width, bottom, pxPerM),
    lid: { x1: margin - margin * 0.45, x2: margin + width + margin * 0.45, y: margin },
    ...(sump ? { sump } : {}),
    isWedge: profile.arrangement === "line",
    isColumn,
  };
}

/** A flow-through as it stands: what is fed lies on what is ripe, and nothing lies between. */
function oneColumn(parts: readonly ProfileCompartment[]): ProfileCompartment {
  const top = parts.at(-1)!;
  const sum = (of: (part: ProfileCompartment) => number) => parts.reduce((all, part) => all + of(part), 0);
  const below = (of: (part: ProfileCompartment) => number) => sum(of) - of(top);
  return {
    ...top,
    heightM: sum((part) => part.heightM),
    beddingM: top.beddingM,
    workingM: top.workingM + below((part) => part.beddingM + part.workingM),
    castingsM: sum((part) => part.castingsM),
    wormShare: sum((part) => part.wormShare),
    pockets: parts.flatMap((part) => part.pockets),
  };
}

function vessel(
  compartment: ProfileCompartment,
  build: Build,
  left: number,
  top: number,
  width: number,
  height: number,
): Vessel {
  const inset = build.taper * width;
  const insetAt = (share: number) => {
    if (build.bottom === "round")
      return inset * share + (share > 0.62 ? width * 0.1 * ((share - 0.62) / 0.38) ** 2 : 0);
    if (build.bottom === "soft")
      return (
        inset * Math.sin(Math.PI * share) + (share > 0.86 ? width * 0.05 * ((share - 0.86) / 0.14) ** 2 : 0)
      );
    return inset * share;
  };
  const steps = build.bottom === "flat" ? [0, 1] : Array.from({ length: 17 }, (_, at) => at / 16);
  const side = (sign: 1 | -1) =>
    steps.map(
      (share) =>
        [sign === 1 ? left + insetAt(share) : left + width - insetAt(share), top + share * height] as const,
    );
  const points = [...side(1), ...side(-1).reverse()];
  return {
    compartment,
    left,
    top,
    width,
    height,
    insetAt,
    outline: `M${points.map(([x, y]) => `${r(x)} ${r(y)}`).join("L")}Z`,
  };
}

function frameOf(
  system: System,
  vessels: readonly Vessel[],
  left: number,
  width: number,
  floor: number,
  legs: number,
): string[] {
  const open = vessels.map(
    ({ outline, left: x, width: w, top }) =>
      outline.replace(/Z$/, "") +
      (system === "tower" ? "" : "") +
      `M${r(x - 3)} ${r(top)}L${r(x)} ${r(top)}M${r(x + w)} ${r(top)}L${r(x + w + 3)} ${r(top)}`,
  );
  // The outline runs down the left side and up the right: open at the top, as a vessel is.
  const lines = [...open];
  if (legs > 0) {
    const inset = width * 0.12;
    lines.push(
      `M${r(left + inset)} ${r(floor)}L${r(left + inset)} ${r(floor + legs)}M${r(left + width - inset)} ${r(floor)}L${r(left + width - inset)} ${r(floor + legs)}`,
    );
  }
  return lines;
}

function thinFrameOf(
  system: System,
  vessels: readonly Vessel[],
  left: number,
  width: number,
  bottom: number,
  pxPerM: number,
): string[] {
  switch (system) {
    case "flowThrough":
      // The grate: short bars with gaps.
      return [
        Array.from(
          { length: Math.max(6, Math.round(width / 9)) },
          (_, at) =>
            `M${r(left + (at + 0.2) * (width / Math.max(6, Math.round(width / 9))))} ${r(bottom + 2)}h${r((width / Math.max(6, Math.round(width / 9))) * 0.55)}`,
        ).join(""),
      ];
    case "tower": {
      const soil = vessels[0]!.top + 0.06 * pxPerM;
      const strokes = Array.from(
        { length: 9 },
        (_, at) =>
          `M${r(left - 4 - at * 2.2)} ${r(soil + 4 + at * 5)}l-4 5M${r(left + width + 4 + at * 2.2)} ${r(soil + 4 + at * 5)}l4 5`,
      ).join("");
      return [
        `M${r(left - 26)} ${r(soil)}L${r(left)} ${r(soil)}M${r(left + width)} ${r(soil)}L${r(left + width + 26)} ${r(soil)}`,
        strokes,
      ];
    }
    case "fabricPot": {
      const y = vessels[0]!.top + vessels[0]!.height * 0.16;
      const loop = Math.min(10, width * 0.09);
      return [
        `M${r(left)} ${r(y)}c${r(-loop)} 1 ${r(-loop)} ${r(loop)} 0 ${r(loop)}M${r(left + width)} ${r(y)}c${r(loop)} 1 ${r(loop)} ${r(loop)} 0 ${r(loop)}`,
      ];
    }
    case "bath": {
      const y = vessels[0]!.top;
      return [`M${r(left - 4)} ${r(y)}q-3 0 -3 3M${r(left + width + 4)} ${r(y)}q3 0 3 3`];
    }
    default:
      return [];
  }
}

/** One decimal is finer than a screen can show. */
const r = (value: number): number => Math.round(value * 10) / 10;
