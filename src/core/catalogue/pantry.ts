import type { OwnMaterial } from "@/records/material";
import { WHOLE_MATERIALS } from "./composition";
import type { MaterialUse } from "./material";
import type { WholeMaterial } from "./rows";

/** A material as it counts in one cellar. */
export type PantryMaterial = WholeMaterial & {
  /** The keeper's row behind it: an own material, or own values for one of the catalogue. */
  readonly own?: OwnMaterial;
};
export interface Pantry {
  readonly materials: readonly PantryMaterial[];
  readonly of: (use: MaterialUse, id: string) => PantryMaterial | undefined;
}

/** What an own material is taken to be like where the keeper was not asked. */
const LIKE: Record<MaterialUse, string> = {
  food: "mixed-kitchen-scraps",
  bedding: "cardboard-corrugated",
  amendment: "eggshell-crushed",
};

/** The catalogue with the keeper's own materials and values laid over it. Theirs come first in each use. */
export function pantryOf(own: readonly OwnMaterial[]): Pantry {
  const catalogue = new Map(WHOLE_MATERIALS.map((one) => [`${one.use}/${one.id}`, one as PantryMaterial]));
  const theirs = own.map((row) => overlaid(row, catalogue.get(`${row.use}/${row.materialId}`)));
  const keys = new Set(theirs.map(({ use, id }) => `${use}/${id}`));
  const materials = [...theirs, ...WHOLE_MATERIALS.filter(({ use, id }) => !keys.has(`${use}/${id}`))];
  const byKey = new Map<string, PantryMaterial>(materials.map((one) => [`${one.use}/${one.id}`, one]));
  return { materials, of: (use, id) => byKey.get(`${use}/${id}`) };
}

function overlaid(own: OwnMaterial, known: PantryMaterial | undefined): PantryMaterial {
  const like = known ?? WHOLE_MATERIALS.find(({ use, id }) => use === own.use && id === LIKE[own.use])!;
  const { moisture, carbonPctDm, nitrogenPctDm, densityKgPerL } = own;
  return {
    ...like,
    id: own.materialId,
    name: own.name,
    moisture,
    carbonPctDm,
    nitrogenPctDm,
    densityKgPerL,
    ...(like.use === "bedding" ? { dryDensityKgPerL: densityKgPerL * (1 - moisture) } : {}),
    ...(known ? {} : { stance: "fine", reason: own.note ?? "Your own material.", confidence: "low" }),
    own,
  };
}
