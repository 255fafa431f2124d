import type { Order } from "@/records/order";
import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import { addDays, daysBetween } from "../calendar/day";
import { speciesOf } from "../catalogue/species";
import type { Band } from "../expectation/expectation";
import { broodCourse } from "./cohorts";
import type { TubToday } from "./due";
import { bedOfRoomC, cocoonsExpected, SURVIVES } from "./growth";
import { withExtra } from "./parcel";
import type { Brood } from "./state";
import { cycleUnderWay, headsOf } from "./state";

/** Grown worms on hand by a day, without those that breed: what has grown up in trays until then, heads. */
export interface SupplyDay {
  readonly on: LocalDate;
  readonly heads: Band;
}
export interface Supply {
  readonly days: readonly SupplyDay[];
  /** Trays nobody counted: what they give is not in it. */
  readonly uncounted: number;
}

const STEP_DAYS = 7;
const LEAST_WEEKS = 26;
const MOST_WEEKS = 78;

/**
 * Grown worms of a species from the trays that stand and from what is being laid, week by week until a day. Survival and laying
 * are fortunes that trays share, so their ends add up. Never throws. Source: cohorts by degree-days; survival by practice.
 */
export function supplyAhead(
  tubs: readonly TubToday[],
  speciesId: SpeciesId,
  today: LocalDate,
  until: LocalDate = today,
): Supply {
  const species = speciesOf(speciesId);
  let uncounted = 0;
  const sources = tubs.flatMap(({ tub, state, climate }) => {
    if (tub.speciesId !== speciesId || state.stage === "ended") return [];
    const cycle = cycleUnderWay(state);
    const brood: Brood | undefined =
      cycle && cycle.dueOn > cycle.setOn
        ? {
            fromIds: [tub.id],
            filledOn: cycle.dueOn,
            laidFrom: cycle.setOn,
            laidTo: cycle.dueOn,
            held: 1,
            cocoons: rounded(
              cocoonsExpected(species, cycle.grownIn, daysBetween(cycle.setOn, cycle.dueOn), bedOfRoomC(climate, cycle.setOn)),
            ),
          }
        : state.brood; // prettier-ignore
    if (!brood) return [];
    const course = broodCourse(brood, cycle ? [] : state.counts, species, climate);
    if (!course || !brood.cocoons) {
      uncounted += 1;
      return [];
    }
    const { count, lowCount, highCount } = brood.cocoons;
    return [
      {
        course,
        low: ((lowCount / Math.max(1, count)) * SURVIVES.low) / SURVIVES.middle,
        high: ((highCount / Math.max(1, count)) * SURVIVES.high) / SURVIVES.middle,
      },
    ];
  });
  const weeks = Math.min(
    MOST_WEEKS,
    Math.max(LEAST_WEEKS, Math.ceil((daysBetween(today, until) + 1) / STEP_DAYS)),
  );
  const days = Array.from({ length: weeks + 1 }, (_, week): SupplyDay => {
    const on = addDays(today, week * STEP_DAYS);
    const heads = { low: 0, middle: 0, high: 0 };
    for (const { course, low, high } of sources) {
      const grown = course.grownOn(on);
      heads.low += low * grown;
      heads.middle += grown;
      heads.high += high * grown;
    }
    return { on, heads };
  });
  return { days, uncounted };
}
const rounded = ({ low, middle, high }: Band) => ({
  count: Math.round(middle),
  lowCount: Math.round(low),
  highCount: Math.round(high),
});

/** How an open order stands: in the order of their days each takes what those before it left. */
export interface OrderStands {
  readonly order: Order;
  /** Promised, heads, and with the fair extra of what is given away. */
  readonly heads: number;
  readonly packedCount: number;
  /** Packed of all orders up to this one. */
  readonly reservedCount: number;
  /** There already, to be there in time in nine of ten futures, in half of them, too late, or beyond what can be seen. */
  readonly is: "there" | "inTime" | "maybe" | "late" | "unseen";
  readonly readyOn?: LocalDate;
}
export const isOpen = ({ closed }: Order): boolean => closed === undefined;
export const orderHeads = (order: Order): number => headsOf(order.amount, order);

/** Open orders of a species by their days, each with what is reserved for it and when it can be filled. Never throws. */
export function ordersAhead(
  orders: readonly Order[],
  supply: Supply,
  speciesId: SpeciesId,
  today: LocalDate,
): readonly OrderStands[] {
  let reservedCount = 0;
  return orders
    .filter((order) => isOpen(order) && order.speciesId === speciesId)
    .toSorted((a, b) =>
      a.dueOn === b.dueOn ? (a.orderedOn < b.orderedOn ? -1 : 1) : a.dueOn < b.dueOn ? -1 : 1,
    )
    .map((order): OrderStands => {
      const heads = orderHeads(order);
      const packedCount = order.purpose === "bed" ? heads : withExtra(heads);
      reservedCount += packedCount;
      const first = (of: keyof Band) => supply.days.find((day) => day.heads[of] >= reservedCount)?.on;
      const [readyOn, surelyOn] = [first("middle"), first("low")];
      return {
        order,
        heads,
        packedCount,
        reservedCount,
        is:
          readyOn === undefined
            ? "unseen"
            : readyOn <= today
              ? "there"
              : surelyOn !== undefined && surelyOn <= order.dueOn
                ? "inTime"
                : readyOn <= order.dueOn
                  ? "maybe"
                  : "late",
        ...(readyOn === undefined ? {} : { readyOn }),
      };
    });
}
