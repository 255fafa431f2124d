import type { Profile, ProfileCompartment } from "@/core/picture/profile";
import { systemOf } from "@/core/bin/system";
import { SYSTEMS } from "@/vocabulary/setup";
import { drawingOf } from "./drawing";

const compartment = (id: string, changes: Partial<ProfileCompartment> = {}): ProfileCompartment => ({
  id,
  widthM: 0.5,
  heightM: 0.3,
  beddingM: 0.08,
  workingM: 0.08,
  castingsM: 0.06,
  wetness: "right",
  ripeness: 0.3,
  wormShare: 1,
  pockets: [{ place: 1, at: 0.5, size: 0.2, left: 0.6, ageDays: 3 }],
  ...changes,
});
const profile = (system: (typeof SYSTEMS)[number], changes: Partial<Profile> = {}): Profile => ({
  seed: "bin",
  system,
  arrangement: systemOf(system).arrangement,
  compartments: systemOf(system).compartments.map((_, at) => compartment(`c${at + 1}`)),
  wormsKg: 0.5,
  hasLid: true,
  moisture: { low: 0.7, middle: 0.75, high: 0.8 },
  ...changes,
});
const strokes = (drawn: ReturnType<typeof drawingOf>, ink: string) =>
  drawn.vessels.flatMap((vessel) =>
    vessel.marks.filter((mark) => mark.stroke === ink).flatMap((mark) => mark.d.match(/M/g) ?? []),
  ).length;

test.each(SYSTEMS)("a %s is drawn in finite numbers, inside its frame, and the same every time", (system) => {
  const drawn = drawingOf(profile(system), 400, "large", 16);
  expect(JSON.stringify(drawingOf(profile(system), 400, "large", 16))).toBe(JSON.stringify(drawn));
  for (const { outline, marks } of drawn.vessels) {
    const fills = marks
      .filter((mark) => mark.fill !== undefined && mark.fill !== "food")
      .map((mark) => mark.d);
    for (const path of [outline, ...fills]) {
      const figures = [...path.matchAll(/-?\d+(\.\d+)?/g)].map(([figure]) => Number(figure));
      expect(path).not.toMatch(/NaN|Infinity|undefined/);
      expect(Math.max(...figures)).toBeLessThanOrEqual(Math.max(drawn.shape.width, drawn.shape.height) + 1);
    }
  }
});

test("more worms are more strokes, none are none", () => {
  const worms = (wormsKg: number) =>
    strokes(drawingOf(profile("tub", { wormsKg }), 400, "large", 16), "worm");
  expect(worms(0)).toBe(0);
  expect(worms(0.3)).toBeGreaterThan(2 * worms(0.1));
});

test("moisture reads without colour: dots when dry, dashes when right, waves when wet", () => {
  const water = (wetness: ProfileCompartment["wetness"]) =>
    drawingOf(
      profile("tub", { compartments: [compartment("c1", { wetness })] }),
      400,
      "large",
      16,
    ).vessels[0]!.marks.find((mark) => mark.stroke === "water")!.d;
  expect(water("dry")).toMatch(/^(M[\d. ]+h0\.2)+$/);
  expect(water("right")).toMatch(/^(M[\d. ]+h\d[\d.]+)+$/);
  expect(water("wet")).toMatch(/q.*t/);
});

test("labels find their layers in order from the top, and an empty layer has no label", () => {
  const { anchors } = drawingOf(profile("tub"), 400, "large", 16);
  expect(anchors.bedding!.y).toBeLessThan(anchors.working!.y);
  expect(anchors.working!.y).toBeLessThan(anchors.castings!.y);
  expect(anchors.pockets).toHaveLength(1);
  expect(
    drawingOf(profile("tub", { compartments: [compartment("c1", { castingsM: 0 })] }), 400, "large", 16)
      .anchors.castings,
  ).toBeUndefined();
});
