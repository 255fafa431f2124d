import type { HarvestPlan } from "./harvestPlan";
import type { Losses, WayOffer } from "./ways";

/** A bin's finished part lifted on a day before it is worth the work, against the same amount on its day. */
export interface EarlyLift {
  /** Castings sorted out of it, kg; no more than are finished by then. */
  readonly kg: number;
  /** All that has to be gone through for them, kg. */
  readonly throughKg: number;
  readonly lost: Losses;
  /** The same amount, once it is ripe: days from now, and what goes along then. */
  readonly ripe?: { readonly inDays: number; readonly lost: Losses };
}

const MONTH = 30;
/** Less is not worth a line. */
const LEAST_KG = 0.2;

/**
 * What taking castings early costs in worms and cocoons: little is finished, so more of the part has to be gone through for as much,
 * and what lives in it goes along by the way's own share. Undefined where hardly anything would be finished by the day. Never throws.
 * @param herd of the whole bin; `wormShare`: of its worms, those in the part, 0 to 1.
 * @param inDays when it would be lifted.
 */
export function takenEarly(
  plan: HarvestPlan,
  offer: Pick<WayOffer, "wormsLost" | "cocoonsOut">,
  herd: { readonly wormsKg: number; readonly cocoons: number },
  wormShare: number,
  wantedKg: number,
  inDays: number,
): EarlyLift | undefined {
  const partKg = plan.part.wetKg;
  const finishedKg = (day: number) =>
    Math.min(partKg, plan.kg + (Math.max(0, plan.gainsKg) * Math.max(0, day)) / MONTH);
  const kg = Math.min(wantedKg, finishedKg(inDays));
  if (kg < LEAST_KG || plan.kg <= 0) return undefined;
  // The offer's cocoons are those of what would be lifted today; here they are asked of the whole part.
  const cocoonsInPart = Math.min(1, (offer.cocoonsOut * partKg) / plan.kg) * herd.cocoons;
  const wormsInPart = offer.wormsLost * herd.wormsKg * Math.min(1, Math.max(0, wormShare));
  const share = (day: number) => kg / Math.max(kg, finishedKg(day));
  const lostOn = (day: number): Losses => ({
    wormsKg: wormsInPart * share(day),
    cocoons: Math.round(cocoonsInPart * share(day)),
  });
  const ripeIn = plan.forecast.inDays?.middle;
  return {
    kg,
    throughKg: partKg * share(inDays),
    lost: lostOn(inDays),
    ...(ripeIn === undefined || ripeIn <= inDays ? {} : { ripe: { inDays: ripeIn, lost: lostOn(ripeIn) } }),
  };
}
