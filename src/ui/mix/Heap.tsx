import { seeded } from "@/core/chance/seeded";
import { crumbs, flecks, moistureMarks, straw } from "../cutaway/marks";
import styles from "./Mix.module.css";

export type HeapTone = "straw" | "crumbs" | "food" | "grit" | "water";
export interface HeapLayer {
  readonly key: string;
  readonly volumeL: number;
  readonly tone: HeapTone;
}

const WIDTH = 300;
const HEIGHT = 300;
const GROUND = 286;
/** As steep as loose stuff stands. */
const SLOPE = 0.42;

/** A heap in layers, the first at the bottom, each as thick as its share of the volume. */
export function Heap({ layers, label }: { readonly layers: readonly HeapLayer[]; readonly label: string }) {
  const { bands, all } = stacked(layers);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={styles.heap} role="img" aria-label={label}>
      <rect x="0" y={GROUND} width={WIDTH} height="5" fill="var(--plank)" />
      {all === 0 && (
        <path
          d="M60 286q90 -34 180 0"
          fill="none"
          stroke="var(--hairline)"
          strokeDasharray="4 5"
          strokeWidth="2"
        />
      )}
      {bands.map((band) => {
        const left = WIDTH / 2 - half(band.bottom);
        const right = WIDTH / 2 + half(band.bottom);
        const leftUp = WIDTH / 2 - half(band.top);
        const rightUp = WIDTH / 2 + half(band.top);
        const chance = seeded(`${band.key}/${band.tone}`);
        const field = { left: leftUp + 6, right: rightUp - 6, top: band.top + 2, bottom: band.bottom - 2 };
        const sway = 5 * (chance() - 0.5);
        return (
          <g key={band.key}>
            <path
              d={`M${left} ${band.bottom}L${leftUp} ${band.top}Q${WIDTH / 2} ${band.top - 7 + sway} ${rightUp} ${band.top}L${right} ${band.bottom}Q${WIDTH / 2} ${band.bottom - 5} ${left} ${band.bottom}z`}
              fill={FILL[band.tone]}
              stroke="var(--rim)"
              strokeWidth="1"
            />
            <path
              d={strokes(band.tone, field, chance)}
              fill="none"
              stroke={MARK[band.tone]}
              strokeWidth="1.6"
              strokeLinecap="round"
            />
          </g>
        );
      })}
    </svg>
  );
}

const half = (y: number) => WIDTH / 2 - 12 - (GROUND - y) * SLOPE;

interface Band extends HeapLayer {
  readonly top: number;
  readonly bottom: number;
}

/** Thickness by share of the volume; none so thin that it is not seen. */
function stacked(layers: readonly HeapLayer[]): { readonly bands: readonly Band[]; readonly all: number } {
  const shown = layers.filter(({ volumeL }) => volumeL > 0);
  const all = shown.reduce((sum, { volumeL }) => sum + volumeL, 0);
  const high = all > 0 ? Math.min(250, 120 + 44 * Math.log10(all)) : 0;
  const bands = shown.reduce<Band[]>((below, layer) => {
    const bottom = below.at(-1)?.top ?? GROUND;
    return [...below, { ...layer, bottom, top: bottom - Math.max(9, (layer.volumeL / all) * high) }];
  }, []);
  return { bands, all };
}

const FILL: Record<HeapTone, string> = {
  straw: "var(--bedding)",
  crumbs: "var(--working)",
  food: "var(--food)",
  grit: "var(--air)",
  water: "color-mix(in srgb, var(--water) 28%, var(--air))",
};
const MARK: Record<HeapTone, string> = {
  straw: "var(--beddingMark)",
  crumbs: "var(--workingMark)",
  food: "var(--foodMark)",
  grit: "var(--quiet)",
  water: "var(--water)",
};

function strokes(tone: HeapTone, field: Parameters<typeof straw>[0], chance: () => number): string {
  switch (tone) {
    case "straw":
      return straw(field, 12, chance);
    case "crumbs":
      return crumbs(field, 5, chance);
    case "food":
    case "grit":
      return flecks(field, 9, chance);
    case "water":
      return moistureMarks(field, "wet", 14, chance);
  }
}
