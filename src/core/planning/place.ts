import type { Plan } from "@/records/plan";
import type { Climate, Room } from "@/records/room";
import type { Cover } from "@/vocabulary/setup";
import { roomClimate, SHELTER, shelterOf } from "../expectation/climate";
import { LETS_RAIN } from "../matter/figures";

type Place = Pick<Plan, "coldestC" | "hottestC" | "shelter" | "isDamp">;

/** The climate of the place a plan is for, as it was told. Never throws. */
export function plannedClimate({ coldestC, hottestC, shelter, isDamp }: Place): Climate {
  const { isOutdoors, hasRain } = SHELTER[shelter];
  const usual = roomClimate("shade");
  return {
    meanC: (coldestC + hottestC) / 2,
    swingK: Math.min(40, (hottestC - coldestC) / 2),
    hottestDay: usual.hottestDay,
    humidity: isOutdoors ? usual.humidity : isDamp ? 0.8 : 0.6,
    ...(hasRain ? { rainMmPerDay: usual.rainMmPerDay } : {}),
    shelter,
  };
}

/** Degrees a room may differ from what was told and still be the one that was meant. */
const ALIKE_K = 3;
/** Whether a room of the cellar is such a place: sheltered alike, as cold and as hot. Never throws. */
export function isPlannedFor(plan: Place, { climate }: Pick<Room, "climate">): boolean {
  const wanted = plannedClimate(plan);
  return (
    shelterOf(climate) === shelterOf(wanted) &&
    Math.abs(climate.meanC - wanted.meanC) <= ALIKE_K &&
    Math.abs(climate.swingK - wanted.swingK) <= ALIKE_K
  );
}

/** A lid for it there: under open sky one that sheds rain. Never throws. */
export const coverThere = (cover: Cover, shelter: Plan["shelter"]): Cover =>
  SHELTER[shelter].hasRain && LETS_RAIN[cover] > LETS_RAIN.looseLid ? "looseLid" : cover;

const NAMES: Readonly<Record<Plan["shelter"], string>> = {
  indoors: "Indoors",
  heated: "Heated rack",
  roof: "Under the roof",
  shade: "Shade",
  sun: "Sunny yard",
  buried: "In the ground",
};
/** A name for it that no room bears yet. Never throws. */
export function plannedName(rooms: readonly Pick<Room, "name">[], shelter: Plan["shelter"]): string {
  const taken = new Set(rooms.map(({ name }) => name));
  const name = NAMES[shelter];
  for (let nth = 2; ; nth += 1) {
    const next = nth === 2 ? name : `${name} ${nth - 1}`;
    if (!taken.has(next)) return next;
  }
}
