/** One loam palette in two lights. Pairs of text hold 4.5:1, marks that carry meaning 3:1 on their layer (contrast.test.ts). */
export interface Colours {
  readonly ground: string;
  readonly bench: string;
  readonly ink: string;
  readonly quiet: string;
  readonly hairline: string;
  readonly straw: string;
  readonly onStraw: string;
  readonly moss: string;
  readonly clay: string;
  readonly water: string;
  readonly worm: string;
  /** On castings, which are dark in either light. */
  readonly deepWorm: string;
  readonly deepWater: string;
  readonly slate: string;
  readonly slateInk: string;
  readonly slateQuiet: string;
  readonly slateLine: string;
  /** What warns, written on the slate. */
  readonly slateClay: string;
  readonly air: string;
  readonly bedding: string;
  readonly beddingMark: string;
  readonly working: string;
  readonly workingMark: string;
  readonly castings: string;
  readonly castingsMark: string;
  readonly food: string;
  readonly foodMark: string;
  readonly rim: string;
  readonly plank: string;
}

export const CELLAR: Colours = {
  ground: "#191310",
  bench: "#201814",
  ink: "#f0e7d8",
  quiet: "#b7a58f",
  hairline: "#46382d",
  straw: "#dcb867",
  onStraw: "#1d150c",
  moss: "#a3c27c",
  clay: "#ee9470",
  water: "#9fcbd8",
  worm: "#f0a99b",
  deepWorm: "#f0a99b",
  deepWater: "#9fcbd8",
  slate: "#1f2a2e",
  slateInk: "#eef3f2",
  slateQuiet: "#a9bcbf",
  slateLine: "#3d4c51",
  slateClay: "#ee9470",
  air: "#110c09",
  bedding: "#6a5233",
  beddingMark: "#d9bd83",
  working: "#473222",
  workingMark: "#97744f",
  castings: "#2a1c13",
  castingsMark: "#8a6a4b",
  food: "#64803f",
  foodMark: "#d2e6a6",
  rim: "#cfbd9f",
  plank: "#5b4632",
};

export const DAYLIGHT: Colours = {
  ground: "#f5eee0",
  bench: "#fbf6ea",
  ink: "#2b2119",
  quiet: "#675645",
  hairline: "#cdbda3",
  straw: "#85600f",
  onStraw: "#fffaf0",
  moss: "#466c2b",
  clay: "#a3431f",
  water: "#174a5e",
  worm: "#7c2118",
  deepWorm: "#f0a99b",
  deepWater: "#9fcbd8",
  slate: "#2d3b40",
  slateInk: "#f4f7f6",
  slateQuiet: "#b9c8ca",
  slateLine: "#4d5c61",
  slateClay: "#f6ab8c",
  air: "#efe5d2",
  bedding: "#e3cb9c",
  beddingMark: "#8a6a2c",
  working: "#b48a62",
  workingMark: "#5e3f24",
  castings: "#4b3422",
  castingsMark: "#c7a27c",
  food: "#a9c077",
  foodMark: "#37521b",
  rim: "#4a3a2c",
  plank: "#b4946c",
};
