import composition from "./composition.json";
import type { Material, MaterialUse } from "./material";
import { materialsFor } from "./material";
import type { Composition, WholeMaterial } from "./rows";

const ROWS = new Map((composition as readonly Composition[]).map((row) => [`${row.use}/${row.id}`, row]));
const whole = (material: Material): WholeMaterial => ({
  ...material,
  ...ROWS.get(`${material.use}/${material.id}`)!,
});

export const WHOLE_MATERIALS: readonly WholeMaterial[] = (["food", "bedding", "amendment"] as const).flatMap(
  (use) => materialsFor(use).map(whole),
);
const BY_KEY = new Map(WHOLE_MATERIALS.map((material) => [`${material.use}/${material.id}`, material]));

/** A material of the catalogue with its composition. Bedding comes first where one id names two uses (char). */
export function wholeMaterial(id: string, use?: MaterialUse): WholeMaterial | undefined {
  if (use) return BY_KEY.get(`${use}/${id}`);
  return BY_KEY.get(`bedding/${id}`) ?? BY_KEY.get(`food/${id}`) ?? BY_KEY.get(`amendment/${id}`);
}
