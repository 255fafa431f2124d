import type { MaterialUse } from "../catalogue/material";
import { materialOf, shortName } from "../catalogue/material";
import type { Step } from "./decision";

/** What a step is of, with its name as it reads in a sentence: who says the step needs no table of materials. Never throws. */
export const ofMaterial = (
  use: MaterialUse,
  id: string,
): Required<Pick<Step, "materialId" | "material">> => ({
  materialId: id,
  material: shortName(materialOf(use, id)),
});
