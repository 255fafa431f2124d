import materials from "./materials.json";

/** Feed, bedding or amendment. The same id may stand in two tables (char is a bedding and an amendment). */
export type MaterialUse = "food" | "bedding" | "amendment";
export type Stance = "favoured" | "fine" | "sparingly" | "contested" | "avoid";

export interface Material {
  readonly id: string;
  readonly name: string;
  readonly use: MaterialUse;
  readonly stance: Stance;
  /** As put in or as stored, water over wet mass. */
  readonly moisture: number;
  /** Wet kilograms in a litre, loosely filled. */
  readonly densityKgPerL: number;
  /** Bedding only: soaked and drained, as a wrung cloth. */
  readonly dampMoisture?: number;
}

const FALLBACK: Record<MaterialUse, { moisture: number; densityKgPerL: number }> = {
  food: { moisture: 0.85, densityKgPerL: 0.6 },
  bedding: { moisture: 0.08, densityKgPerL: 0.05 },
  amendment: { moisture: 0.02, densityKgPerL: 1.2 },
};

const ALL: readonly Material[] = (
  materials as readonly (Partial<Material> & Pick<Material, "id" | "name" | "use" | "stance">)[]
).map((row) => ({
  ...FALLBACK[row.use],
  ...row,
}));
const BY_KEY = new Map(ALL.map((material) => [`${material.use}/${material.id}`, material]));

export const materialsFor = (use: MaterialUse): readonly Material[] =>
  ALL.filter((material) => material.use === use);

/** An unknown id (from a newer archive, say) is treated as mixed scraps, shredded card or grit, under its own id. */
export const materialOf = (use: MaterialUse, id: string): Material =>
  BY_KEY.get(`${use}/${id}`) ?? { id, name: nameIn(id), use, stance: "fine", ...FALLBACK[use] };

/** Ids of own materials carry their name: "own-oat-pulp-k3xq" is oat pulp. */
const nameIn = (id: string): string => id.replace(/^own-(.*)-[a-z0-9]{4}$/, "$1").replace(/-/g, " ");

/** "Corrugated cardboard, shredded" reads as "corrugated cardboard" in a sentence. */
export function shortName(material: Material): string {
  const beforeComma = material.name.replace(/ \(.*\)/, "").split(",")[0]!;
  return beforeComma.charAt(0).toLowerCase() + beforeComma.slice(1);
}
