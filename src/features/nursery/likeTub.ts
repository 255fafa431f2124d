import { speciesOf } from "@/core/catalogue/species";
import type { Species } from "@/core/catalogue/species";
import { TEMPERATE } from "@/core/expectation/climate";
import { areaOfTub } from "@/core/nursery/cohorts";
import type { TubToday } from "@/core/nursery/due";
import type { TubSize } from "@/core/nursery/enough";
import { CYCLE_DAYS, wormsFor } from "@/core/nursery/setting";
import type { Climate, Room } from "@/records/room";

/** The tub a plan counts in: like the first that breeds here; before there is one, a shallow tub of tiger worms in the first room. */
export interface LikeTub {
  readonly species: Species;
  readonly climate: Climate;
  readonly size: TubSize;
}
export function likeTub(tubs: readonly TubToday[], rooms: readonly Room[]): LikeTub {
  const like = tubs.find(({ tub }) => tub.role === "tub");
  const tub = like?.tub ?? { widthM: 0.3, lengthM: 0.4, speciesId: "fetida" as const };
  return {
    species: speciesOf(tub.speciesId),
    climate: like?.climate ?? rooms[0]?.climate ?? TEMPERATE,
    size: { grown: wormsFor(tub).count, cycleDays: CYCLE_DAYS.usual, areaM2: areaOfTub(tub) },
  };
}
