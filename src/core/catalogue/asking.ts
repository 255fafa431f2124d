/* Feed that asks for care beyond the bin: told by the ids of the catalogue, by how they begin. */

/** Dung of animals and what is made of it. Never throws. */
export const isManure = (foodId: string): boolean =>
  /^(manure|litter-small-pet|pet-faeces|digestate)/.test(foodId);

/** Meat, fish, dairy, eggs and oil. Source: catalogue, group of animal remains. Never throws. */
export const isAnimal = (foodId: string): boolean =>
  /^(meat|fish-shellfish|bones|cheese|milk-yoghurt|eggs|cooking-oil)$/.test(foodId);

/** Weeds and hay that bring seeds. Never throws. */
export const bringsSeeds = (materialId: string): boolean => /^(garden-weeds-seeding|hay)$/.test(materialId);
