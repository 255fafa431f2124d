import { contrast } from "../../../tests/contrast";
import type { Colours } from "./colours";
import { CELLAR, DAYLIGHT } from "./colours";

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
