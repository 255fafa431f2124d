import type { Expectation } from "./expectation";

/** Days until a harvest is worth the work, where that is near: what rack and slate speak of. */
export const harvestNear = ({ twin }: Expectation, within = 14): number | undefined => {
  const days = twin?.harvest?.inDays?.middle;
  return days !== undefined && days <= within ? days : undefined;
};
