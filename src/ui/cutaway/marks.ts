import type { Wetness } from "@/core/picture/profile";

/*
 * The strokes of the profile. Each function gives one path for many strokes, so that a whole layer is one element: a
 * hundred bins on a rack must stay light.
 */

export interface Field {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  /** Upper and lower edge at a place along the width, when they are not straight. */
  readonly topAt?: (x: number) => number;
  readonly bottomAt?: (x: number) => number;
}
type Chance = () => number;

const at = (field: Field, chance: Chance, pad: number): [number, number] => {
  const x = field.left + pad + chance() * Math.max(0, field.right - field.left - 2 * pad);
  const top = (field.topAt?.(x) ?? field.top) + pad;
  const bottom = (field.bottomAt?.(x) ?? field.bottom) - pad;
  return [x, top + chance() * Math.max(0, bottom - top)];
};
const areaOf = (field: Field): number =>
  Math.max(0, field.right - field.left) * Math.max(0, field.bottom - field.top);
const most = (count: number, limit: number): number => Math.min(limit, Math.max(0, Math.round(count)));

/** Torn card and straw: short, nearly level strokes. `grain` is the length of one in px. */
export function straw(field: Field, grain: number, chance: Chance): string {
  let path = "";
  for (let n = most(areaOf(field) / (grain * 6.5), 520); n > 0; n -= 1) {
    const [x, y] = at(field, chance, 1.5);
    const length = grain * (0.6 + 0.9 * chance());
    const angle = (chance() - 0.5) * 1.25;
    path += `M${r(x)} ${r(y)}q${r(length * 0.5)} ${r(Math.sin(angle) * length * 0.5 - 0.6)} ${r(Math.cos(angle) * length)} ${r(Math.sin(angle) * length)}`;
  }
  return path;
}

/** Castings: crumbs, as dots that a round line end makes of a stroke without length. */
export function crumbs(field: Field, grain: number, chance: Chance): string {
  let path = "";
  for (let n = most(areaOf(field) / (grain * 2.6), 900); n > 0; n -= 1) {
    const [x, y] = at(field, chance, 1.5);
    path += `M${r(x)} ${r(y)}h${r(0.1 + 0.9 * chance())}`;
  }
  return path;
}

/** Half-worked matter: short crooked flecks. */
export function flecks(field: Field, grain: number, chance: Chance): string {
  let path = "";
  for (let n = most(areaOf(field) / (grain * 9), 420); n > 0; n -= 1) {
    const [x, y] = at(field, chance, 1.5);
    path += `M${r(x)} ${r(y)}l${r(grain * 0.4 * (0.5 + chance()))} ${r((chance() - 0.5) * grain * 0.5)}`;
  }
  return path;
}

/** Worms: fine curled strokes that crowd towards `near` (the food), as many as asked for. */
export function worms(
  field: Field,
  count: number,
  grain: number,
  near: readonly { readonly x: number; readonly y: number }[],
  chance: Chance,
): string {
  let path = "";
  const reach = Math.max(14, (field.right - field.left) * 0.24);
  for (let n = count; n > 0; n -= 1) {
    let [x, y] = at(field, chance, 2.5);
    if (near.length > 0 && chance() < 0.42) {
      const food = near[Math.floor(chance() * near.length)]!;
      const turn = chance() * 2 * Math.PI;
      const away = reach * (0.35 + 0.9 * chance());
      x = Math.min(field.right - 3, Math.max(field.left + 3, food.x + Math.cos(turn) * away));
      const top = (field.topAt?.(x) ?? field.top) + 2.5;
      const bottom = (field.bottomAt?.(x) ?? field.bottom) - 2.5;
      y = Math.min(bottom, Math.max(top, food.y + Math.sin(turn) * away * 0.6));
    }
    const length = grain * (0.7 + 0.7 * chance());
    const lean = (chance() - 0.5) * 2;
    const bend = (chance() < 0.5 ? -1 : 1) * length * 0.4;
    path += `M${r(x)} ${r(y)}c${r(length * 0.3)} ${r(bend)} ${r(length * 0.4)} ${r(-bend)} ${r(length * 0.6)} ${r(lean * length * 0.3)}s${r(length * 0.25)} ${r(bend * 0.8)} ${r(length * 0.35)} ${r(lean * 1.5)}`;
  }
  return path;
}

/** Moisture without colour: sparse dots are dry, short dashes right, close waves wet. */
export function moistureMarks(field: Field, wetness: Wetness, grain: number, chance: Chance): string {
  const spacing = { dry: 30, right: 17, wet: 11 }[wetness];
  let path = "";
  for (let n = most(areaOf(field) / (grain * spacing), 320); n > 0; n -= 1) {
    const [x, y] = at(field, chance, 3);
    if (wetness === "dry") path += `M${r(x)} ${r(y)}h0.2`;
    else if (wetness === "right") path += `M${r(x)} ${r(y)}h${r(grain * 0.45)}`;
    else
      path += `M${r(x)} ${r(y)}q${r(grain * 0.25)} ${r(-grain * 0.3)} ${r(grain * 0.5)} 0t${r(grain * 0.5)} 0`;
  }
  return path;
}

/** A natural edge from left to right: a slow wave with a little chance in it. Gives the height at each x. */
export function edge(y: number, swing: number, width: number, chance: Chance): (x: number) => number {
  const phases = [chance() * 6.28, chance() * 6.28, chance() * 6.28];
  const length = Math.max(40, width);
  return (x) =>
    y +
    swing *
      (0.6 * Math.sin((x / length) * 7 + phases[0]!) +
        0.3 * Math.sin((x / length) * 19 + phases[1]!) +
        0.2 * Math.sin((x / length) * 43 + phases[2]!));
}

/** The area between two edges as a closed path. */
export function between(
  left: number,
  right: number,
  upper: (x: number) => number,
  lower: (x: number) => number,
): string {
  const steps = Math.max(6, Math.min(36, Math.round((right - left) / 9)));
  const xs = Array.from({ length: steps + 1 }, (_, n) => left + ((right - left) * n) / steps);
  const down = xs.map((x) => `${r(x)} ${r(upper(x))}`);
  const back = xs.toReversed().map((x) => `${r(x)} ${r(Math.max(lower(x), upper(x)))}`);
  return `M${down.join("L")}L${back.join("L")}Z`;
}

/** A pocket of food: a lumpy lens. */
export function pocket(x: number, y: number, width: number, height: number, chance: Chance): string {
  const points = Array.from({ length: 12 }, (_, n) => {
    const turn = (n / 12) * 2 * Math.PI;
    const lump = 0.82 + 0.3 * chance();
    return [x + Math.cos(turn) * (width / 2) * lump, y + Math.sin(turn) * (height / 2) * lump] as const;
  });
  return `M${points.map(([px, py]) => `${r(px)} ${r(py)}`).join("L")}Z`;
}

const r = (value: number): number => Math.round(value * 10) / 10;
