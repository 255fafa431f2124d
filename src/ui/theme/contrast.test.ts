import type { Colours } from "./colours";
import { CELLAR, DAYLIGHT } from "./colours";

/** Relative luminance and contrast as the accessibility guidelines define them. */
const luminance = (hex: string): number => {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.03928 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
};
const contrast = (a: string, b: string): number => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

const TEXT: readonly (readonly [keyof Colours, keyof Colours])[] = [
  ["ink", "ground"], ["ink", "bench"], ["quiet", "ground"], ["quiet", "bench"], ["straw", "ground"], ["straw", "bench"], ["clay", "ground"], ["clay", "bench"],
  ["moss", "bench"], ["water", "bench"], ["onStraw", "straw"], ["slateInk", "slate"], ["slateQuiet", "slate"], ["slateClay", "slate"],
]; // prettier-ignore
const MARKS: readonly (readonly [keyof Colours, keyof Colours])[] = [
  ["worm", "working"], ["worm", "bedding"], ["water", "working"], ["water", "bedding"], ["deepWorm", "castings"], ["deepWater", "castings"], ["foodMark", "food"], ["castingsMark", "castings"],
  ["rim", "ground"], ["rim", "bench"], ["beddingMark", "bedding"],
]; // prettier-ignore

describe.each([
  ["cellar", CELLAR],
  ["daylight", DAYLIGHT],
] as const)("%s", (_, colours) => {
  test.each(TEXT)("%s can be read on %s", (front, back) => {
    expect(contrast(colours[front], colours[back])).toBeGreaterThanOrEqual(4.5);
  });
  test.each(MARKS)("%s can be seen on %s", (front, back) => {
    expect(contrast(colours[front], colours[back])).toBeGreaterThanOrEqual(3);
  });
});
