import type { EntryOf, Reading } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays } from "../calendar/day";
import { schoolOf } from "../catalogue/school";
import { squeezeMoisture } from "../moisture/squeeze";
import type { BinState, Rescue } from "./state";
import { fedCompartment } from "./system";

/** A guard against a spell stands until the same spell is said to be over. */
export function guarded(state: BinState, { against, by, day, isOver }: EntryOf<"guarded">): BinState {
  const { guards, ...rest } = state;
  const others = guards?.filter((one) => one.against !== against) ?? [];
  const before = guards?.find((one) => one.against === against);
  const now = isOver
    ? []
    : [{ against, by: [...new Set([...(before?.by ?? []), ...by])], since: before?.since ?? day }];
  const all = [...others, ...now];
  return all.length > 0 ? { ...rest, guards: all } : rest;
}

/** Days from a look until the next, while a rescue goes on: sooner while the bed is still too wet. */
export const RESCUE_LOOK_DAYS = { wet: 2, right: 4 } as const;
/** So many looks on which the squeeze was right end it. */
export const RIGHT_LOOKS = 2;

/** Begun twice it is the one that was begun first. */
export function rescued(state: BinState, { is, day }: EntryOf<"rescue">): BinState {
  const { rescue, ...rest } = state;
  if (is === "begun")
    return rescue
      ? state
      : { ...rest, rescue: { since: day, rightOn: [], lookOn: addDays(day, RESCUE_LOOK_DAYS.wet) } };
  return rest;
}

/** A hair: after mud the squeeze has to lie within what is wanted, not a class beside it. */
const FIST = 0.01;
/** The wettest a bed may feel that is no mud any more: what its school, or its keeper, wants. */
const wettest = ({ school, targetMoisture }: BinSetup): number =>
  (targetMoisture === undefined ? schoolOf(school).moistureHigh : targetMoisture + 0.04) + FIST;

/** A lifted lid with a squeeze or a probe of the bed: right on two looks in a row, and the rescue is over. */
export function heardByRescue(
  state: BinState,
  look: { readonly day: LocalDate; readonly readings: readonly Reading[] } | undefined,
): BinState {
  const { rescue, ...rest } = state;
  const { setup } = state;
  if (!rescue || !setup || !look) return state;
  const fed = fedCompartment(setup).id;
  const felt = look.readings
    .filter(({ compartment }) => compartment === undefined || compartment === fed)
    .flatMap((reading) =>
      reading.of === "squeeze"
        ? [squeezeMoisture(reading.squeeze)]
        : reading.of === "moisture"
          ? [reading.moisture]
          : [],
    );
  if (felt.length === 0) return state;
  const isRight = felt.every((moisture) => moisture <= wettest(setup));
  const rightOn = isRight ? [...new Set([...rescue.rightOn, look.day])] : [];
  if (rightOn.length >= RIGHT_LOOKS) return rest;
  const still: Rescue = {
    since: rescue.since,
    rightOn,
    lookOn: addDays(look.day, isRight ? RESCUE_LOOK_DAYS.right : RESCUE_LOOK_DAYS.wet),
  };
  return { ...rest, rescue: still };
}
