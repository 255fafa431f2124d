import type { Pocket, Profile, ProfileCompartment, Wetness } from "@/core/picture/profile";
import { seeded } from "@/core/chance/seeded";
import type { Field } from "./marks";
import { between, crumbs, edge, flecks, moistureMarks, pocket, straw, worms } from "./marks";
import type { Shape, Vessel } from "./shape";
import { shapeOf } from "./shape";

export type Ink =
  | "bedding"
  | "working"
  | "castings"
  | "food"
  | "worm"
  | "deepWorm"
  | "water"
  | "deepWater"
  | "beddingMark"
  | "workingMark"
  | "castingsMark"
  | "foodMark"
  | "soft";

/** One element of the drawing: a filled area or a run of strokes. */
export interface Mark {
  readonly fill?: Ink;
  readonly stroke?: Ink;
  readonly width?: number;
  readonly opacity?: number;
  readonly d: string;
}
export interface VesselDrawing {
  readonly outline: string;
  readonly marks: readonly Mark[];
}
/** Where a label may point to, in px of the drawing. */
export interface Anchors {
  readonly bedding?: { readonly x: number; readonly y: number };
  readonly working?: { readonly x: number; readonly y: number };
  readonly castings?: { readonly x: number; readonly y: number };
  readonly pockets: readonly { readonly place: number; readonly x: number; readonly y: number }[];
  /** The ground each part covers, from the bottom up or from the fed end. */
  readonly parts: readonly {
    readonly id: string;
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
}
export interface Drawing {
  readonly shape: Shape;
  readonly vessels: readonly VesselDrawing[];
  readonly anchors: Anchors;
}

export type Detail = "thumb" | "large";
/** Stroke lengths and widths in px; worms drawn for a kilogram of them. */
const DETAIL = {
  thumb: { grain: 6, line: 0.9, wormGrain: 6.5, wormLine: 0.95, wormsPerKg: 62, mostWorms: 60, wave: 1.2 },
  large: { grain: 13, line: 1.15, wormGrain: 13, wormLine: 1.35, wormsPerKg: 210, mostWorms: 230, wave: 3 },
} as const;

/** Drawings already made, by profile: rooms come and go, a bin that has not changed need not be drawn again. */
const drawn = new WeakMap<Profile, Map<string, Drawing>>();

/** The whole cutaway as plain data: same profile, same drawing. */
export function drawingOf(profile: Profile, pxPerM: number, detail: Detail, margin: number): Drawing {
  const key = `${pxPerM}/${detail}/${margin}`;
  const held = drawn.get(profile) ?? new Map<string, Drawing>();
  drawn.set(profile, held);
  const drawing = held.get(key) ?? draw(profile, pxPerM, detail, margin);
  held.set(key, drawing);
  return drawing;
}

function draw(profile: Profile, pxPerM: number, detail: Detail, margin: number): Drawing {
  const shape = shapeOf(profile, pxPerM, margin);
  const chance = seeded(profile.seed);
  if (shape.isWedge) return wedge(profile, shape, detail, chance);
  const layers = shape.vessels.map((vessel) => layered(profile, vessel, pxPerM, detail, chance));
  const parts = shape.isColumn ? columnParts(profile, shape.vessels[0]!) : layers.flatMap(({ anchors }) => anchors.parts).toReversed(); // prettier-ignore
  return {
    shape,
    vessels: layers.map(({ outline, marks }) => ({ outline, marks })),
    anchors: { ...mergeAnchors(layers.map((one) => one.anchors)), parts },
  };
}

/** The parts of one column: each lies on what fills the one below, so where they meet moves. */
function columnParts(profile: Profile, vessel: Vessel): Anchors["parts"] {
  const heldM = profile.compartments.map((one) => one.beddingM + one.workingM + one.castingsM);
  const all = heldM.reduce((sum, one) => sum + one, 0);
  let bottom = vessel.top + vessel.height;
  return profile.compartments.map(({ id }, at) => {
    const isTop = at === profile.compartments.length - 1;
    const share = all > 0 ? heldM[at]! / Math.max(all, vessel.compartment.heightM) : 1 / heldM.length;
    const height = isTop ? bottom - vessel.top : Math.max(28, share * vessel.height);
    bottom -= height;
    return { id, x: vessel.left, y: bottom, width: vessel.width, height };
  });
}

function layered(
  profile: Profile,
  vessel: Vessel,
  pxPerM: number,
  detail: Detail,
  chance: () => number,
): VesselDrawing & { anchors: Anchors } {
  const { compartment, left, width, top, height, outline } = vessel;
  const size = DETAIL[detail];
  const right = left + width;
  const bottom = top + height;
  const depth = (metres: number) => metres * pxPerM;
  const swing = Math.min(size.wave, depth(compartment.beddingM + compartment.workingM) * 0.12);
  const wave = (y: number) => edge(y, swing, width, chance);
  const castingsTop = wave(bottom - depth(compartment.castingsM));
  const workingTop = wave(bottom - depth(compartment.castingsM + compartment.workingM));
  const surface = wave(bottom - depth(compartment.castingsM + compartment.workingM + compartment.beddingM));
  const floor = () => bottom;
  const field = (upper: (x: number) => number, lower: (x: number) => number): Field => {
    const middle = left + width / 2;
    const share = Math.min(1, Math.max(0, (lower(middle) - top) / height));
    const inset = vessel.insetAt(share);
    return {
      left: left + inset,
      right: right - inset,
      top: upper(middle),
      bottom: lower(middle),
      topAt: upper,
      bottomAt: lower,
    };
  };
  const bed = field(surface, workingTop);
  const working = field(workingTop, castingsTop);
  const castings = field(castingsTop, floor);
  const pockets = compartment.pockets.map((one) => placed(one, working, bed, detail));
  // A crowd reads as a crowd long before every worm is drawn.
  const roomForWorms =
    (width * depth(compartment.beddingM + compartment.workingM + compartment.castingsM)) /
    (size.wormGrain * 17);
  const count = Math.round(
    Math.min(size.mostWorms, roomForWorms, profile.wormsKg * compartment.wormShare * size.wormsPerKg),
  );
  const marks: Mark[] = [
    { fill: "bedding", d: between(left, right, surface, workingTop) },
    { fill: "working", d: between(left, right, workingTop, castingsTop) },
    { fill: "castings", d: between(left, right, castingsTop, floor) },
    // How sure we are of the castings: a soft edge rather than a line.
    ...(detail === "large" && compartment.castingsM > 0.01
      ? [
          {
            fill: "castings" as const,
            opacity: 0.35,
            d: between(
              left,
              right,
              (x) => castingsTop(x) - depth(compartment.castingsM) * (compartment.softness ?? 0.16),
              castingsTop,
            ),
          },
        ]
      : []),
    { stroke: "beddingMark", width: size.line, opacity: 0.9, d: straw(bed, size.grain, chance) },
    { stroke: "workingMark", width: size.line, opacity: 0.75, d: flecks(working, size.grain, chance) },
    { stroke: "castingsMark", width: size.line * 1.5, opacity: 0.8, d: crumbs(castings, size.grain, chance) },
    ...moisture(bed, working, castings, compartment.wetness, size, chance),
    {
      stroke: "worm",
      width: size.wormLine,
      d:
        worms(bed, Math.round(count * 0.14), size.wormGrain, pockets, chance) +
        worms(working, Math.round(count * 0.74), size.wormGrain, pockets, chance),
    },
    {
      stroke: "deepWorm",
      width: size.wormLine,
      d: worms(castings, Math.round(count * 0.12), size.wormGrain, [], chance),
    },
    ...pocketMarks(pockets, detail, chance),
  ];
  const x = right - vessel.insetAt(0.5);
  return {
    outline,
    marks: marks.filter((mark) => mark.d !== ""),
    anchors: {
      ...(compartment.beddingM > 0.004 ? { bedding: { x, y: (bed.top + bed.bottom) / 2 } } : {}),
      ...(compartment.workingM > 0.004 ? { working: { x, y: (working.top + working.bottom) / 2 } } : {}),
      ...(compartment.castingsM > 0.004 ? { castings: { x, y: (castings.top + castings.bottom) / 2 } } : {}),
      pockets: pockets.map(({ place, x: px, y }) => ({ place, x: px, y })),
      parts: [{ id: compartment.id, x: left, y: top, width, height }],
    },
  };
}

/** A trough: from the fed end (bedding, food, wet, most worms) over the half-worked middle to the finished, drying end. */
function wedge(profile: Profile, shape: Shape, detail: Detail, chance: () => number): Drawing {
  const vessel = shape.vessels[0]!;
  const size = DETAIL[detail];
  const { left, width, top, height } = vessel;
  const bottom = top + height;
  const whole = profile.compartments.reduce((sum, one) => sum + one.widthM, 0);
  const slant = height * 0.45;
  const pxPerM = width / whole;
  const fillOf = (one: ProfileCompartment) =>
    Math.max(2, (one.beddingM + one.workingM + one.castingsM) * pxPerM);
  const marks: Mark[] = [];
  const anchors: { -readonly [K in keyof Anchors]: Anchors[K] } = { pockets: [], parts: [] };
  let x = left;
  profile.compartments.forEach((compartment, at) => {
    const right = x + compartment.widthM * pxPerM;
    const next = profile.compartments[at + 1] ?? compartment;
    const isLast = at === profile.compartments.length - 1;
    const kind = at === 0 ? "bedding" : isLast ? "castings" : "working";
    const rise = edge(0, size.wave, width, chance);
    const surface = (px: number) => {
      const share = Math.min(1, Math.max(0, (px - x) / (right - x)));
      return (
        bottom -
        (fillOf(compartment) * (1 - share) + ((fillOf(compartment) + fillOf(next)) / 2) * share) +
        rise(px)
      );
    };
    // The face leans towards the finished end: new food is laid against it.
    const leftFoot = at === 0 ? left : x - slant * 0.5;
    const leftHead = at === 0 ? left : x + slant * 0.5;
    const rightFoot = isLast ? left + width : right - slant * 0.5;
    const rightHead = isLast ? left + width : right + slant * 0.5;
    const faceLeft = (y: number) => leftFoot + (leftHead - leftFoot) * ((bottom - y) / height);
    const field: Field = {
      left: Math.max(left + 2, Math.min(leftFoot, leftHead) + slant * 0.25),
      right: Math.min(left + width - 2, (rightFoot + rightHead) / 2),
      top: surface((x + right) / 2),
      bottom,
      topAt: surface,
      bottomAt: () => bottom,
    };
    const steps = Array.from({ length: 13 }, (_, n) => leftHead + ((rightHead - leftHead) * n) / 12);
    const face = `M${round(leftFoot)} ${round(bottom)}L${round(faceLeft(surface(leftHead)))} ${round(surface(leftHead))}L${steps.map((px) => `${round(px)} ${round(surface(px))}`).join("L")}L${round(rightFoot)} ${round(bottom)}Z`;
    marks.push({ fill: kind, d: face });
    // Ripening darkens it, wherever it lies.
    if (kind !== "castings" && compartment.ripeness > 0.05)
      marks.push({ fill: "castings", opacity: Math.min(0.75, compartment.ripeness), d: face });
    const markOf = { bedding: straw, working: flecks, castings: crumbs }[kind];
    marks.push({
      stroke: `${kind}Mark`,
      width: kind === "castings" ? size.line * 1.5 : size.line,
      opacity: 0.85,
      d: markOf(field, size.grain, chance),
    });
    const pockets = compartment.pockets.map((one) =>
      placed({ ...one, at: 0.12 + 0.7 * one.at }, field, field, detail),
    );
    marks.push(...pocketMarks(pockets, detail, chance));
    const deep = kind === "castings";
    marks.push({
      stroke: deep ? "deepWater" : "water",
      width: size.line,
      opacity: 0.85,
      d: moistureMarks(field, compartment.wetness, size.grain, chance),
    });
    // A crowd reads as a crowd long before every worm is drawn.
    const roomForWorms = ((field.right - field.left) * (bottom - field.top)) / (size.wormGrain * 24);
    const count = Math.min(
      size.mostWorms,
      Math.round(roomForWorms),
      Math.round(profile.wormsKg * compartment.wormShare * size.wormsPerKg * 0.6),
    );
    marks.push({
      stroke: deep ? "deepWorm" : "worm",
      width: size.wormLine,
      d: worms(field, count, size.wormGrain, pockets, chance),
    });
    anchors[kind] = {
      x: kind === "castings" ? left + width - vessel.insetAt(0.5) : (x + right) / 2,
      y: (field.top + bottom) / 2,
    };
    anchors.pockets = [...anchors.pockets, ...pockets.map(({ place, x: px, y }) => ({ place, x: px, y }))];
    anchors.parts = [...anchors.parts, { id: compartment.id, x, y: top, width: right - x, height }];
    x = right;
  });
  return {
    shape,
    vessels: [{ outline: vessel.outline, marks: marks.filter((mark) => mark.d !== "") }],
    anchors,
  };
}

interface PlacedPocket {
  readonly place: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly left: number;
}

function placed(one: Pocket, working: Field, bed: Field, detail: Detail): PlacedPocket {
  const across = working.right - working.left;
  const x = working.left + across * (0.06 + 0.88 * one.at);
  const deep = Math.max(0, working.bottom - bed.top);
  const height =
    Math.max(detail === "thumb" ? 4 : 9, Math.min(deep * 0.42, across * one.size * 0.34)) *
    (0.55 + 0.45 * one.left);
  const y = (working.topAt?.(x) ?? working.top) + height * 0.15;
  return {
    place: one.place,
    x,
    y,
    width: across * one.size * (0.6 + 0.4 * one.left),
    height,
    left: one.left,
  };
}

function pocketMarks(pockets: readonly PlacedPocket[], detail: Detail, chance: () => number): Mark[] {
  return pockets.flatMap((one) => {
    const lens = pocket(one.x, one.y, one.width, one.height, chance);
    const hatch = Array.from({ length: detail === "thumb" ? 3 : 7 }, () => {
      const x = one.x + (chance() - 0.5) * one.width * 0.62;
      const y = one.y + (chance() - 0.5) * one.height * 0.5;
      const length = detail === "thumb" ? 2.5 : 6;
      return `M${round(x)} ${round(y)}l${round(length)} ${round(-length * 0.6)}`;
    }).join("");
    const shown = 0.35 + 0.65 * one.left;
    return [
      { fill: "food", opacity: shown, d: lens },
      {
        stroke: "foodMark",
        width: detail === "thumb" ? 0.8 : 1.1,
        opacity: Math.max(0.5, shown),
        d: lens + hatch,
      },
    ];
  });
}

function moisture(
  bed: Field,
  working: Field,
  castings: Field,
  wetness: Wetness,
  size: (typeof DETAIL)[Detail],
  chance: () => number,
): Mark[] {
  const light =
    moistureMarks(bed, wetness, size.grain, chance) + moistureMarks(working, wetness, size.grain, chance);
  return [
    { stroke: "water", width: size.line, opacity: 0.9, d: light },
    {
      stroke: "deepWater",
      width: size.line,
      opacity: 0.8,
      d: moistureMarks(castings, wetness, size.grain, chance),
    },
  ];
}

function mergeAnchors(all: readonly Anchors[]): Anchors {
  // From the top vessel down: the first bedding, the last castings.
  const bedding = all.find((one) => one.bedding)?.bedding;
  const working = all.find((one) => one.working)?.working;
  const castings = all.findLast((one) => one.castings)?.castings;
  return {
    ...(bedding ? { bedding } : {}),
    ...(working ? { working } : {}),
    ...(castings ? { castings } : {}),
    pockets: all.flatMap((one) => one.pockets),
    parts: all.flatMap((one) => one.parts),
  };
}

const round = (value: number): number => Math.round(value * 10) / 10;
