import type { Timetable } from "@/records/timetable";
import type { LocalDate } from "@/vocabulary/fields";
import type { StartStep } from "@/vocabulary/startUp";
import type { BinState } from "../bin/state";

/** A step as it stands: done by hand, or by what the log says happened. */
export type StepToday = Timetable["steps"][number] & { readonly isByLog?: boolean };

/** What must have been done for another step to have been possible. */
const BEFORE: Partial<Record<StartStep, readonly StartStep[]>> = {
  fillBin: ["standWater", "mixBedding", "turnBedding", "buildBin"],
  receiveWorms: ["orderWorms"],
  // A light is of the first nights only.
  firstLook: ["lightsOn", "lightsOff"],
  usualRation: ["firstMeal", "firstLook"],
  firstHarvest: ["usualRation", "firstSqueeze"],
};

/**
 * The steps of a start with those ticked that were done elsewhere: bedding noted, worms stocked, a meal given, a look.
 * What a later step rests on is done with it. What was ticked by hand stays as it was. Never throws.
 */
export function ticked(
  { steps }: Pick<Timetable, "steps">,
  state: BinState | undefined,
  /** Day on which a batch of bedding was mixed for it. */
  mixedOn?: LocalDate,
): readonly StepToday[] {
  const seen: Partial<Record<StartStep, LocalDate | undefined>> = {
    mixBedding: mixedOn,
    ...(state
      ? {
          fillBin: state.firsts.bedded,
          receiveWorms: state.worms.since,
          firstMeal: state.firsts.fed,
          firstSqueeze: after(state.firsts.squeezed, state.worms.since),
          firstLook: after(state.firsts.looked, state.worms.since),
          usualRation: state.firsts.twoGone,
          firstHarvest: state.harvestedOn,
        }
      : {}),
  };
  const byLog = new Map<StartStep, LocalDate>();
  const tick = (key: StartStep, day: LocalDate) => {
    if (!byLog.has(key)) byLog.set(key, day);
    for (const earlier of BEFORE[key] ?? []) tick(earlier, day);
  };
  for (const [key, day] of Object.entries(seen)) if (day) tick(key as StartStep, day);
  return steps.map((step) => {
    const day = byLog.get(step.key);
    return step.doneOn || !day ? step : { ...step, doneOn: day, isByLog: true };
  });
}

const after = (day: LocalDate | undefined, since: LocalDate | undefined): LocalDate | undefined =>
  day && since && day >= since ? day : undefined;
