import { speciesOf } from "../catalogue/species";
import type { Band } from "../expectation/expectation";
import { broodCourse, TOLD_FROM } from "./cohorts";
import type { TubToday } from "./due";
import { SURVIVES } from "./growth";
import type { Count } from "./state";

/** What hatched and lived in a tray, against what its cocoons promised. */
export interface Lived {
  readonly tubId: string;
  readonly name: string;
  readonly count: Count;
  /** Counted over expected by then. */
  readonly ofExpected: Band;
  readonly is: "asExpected" | "fewer" | "more";
}
export interface HowLived {
  /** One for each tray that was counted after its brood had hatched for the most part. */
  readonly trays: readonly Lived[];
  /** Of the grown worms set, the share that came back, over all cycles where both were told; undefined where none was. */
  readonly grownBack?: number;
  readonly cycles: number;
}

/** As far as survival alone goes either way: within it nothing is said to be wrong. */
const [FEWER, MORE] = [SURVIVES.low / SURVIVES.middle, SURVIVES.high / SURVIVES.middle];

/** How many came of what was laid, tray by tray, and how many grown worms came back out of the tubs. Never throws. */
export function howLived(tubs: readonly TubToday[]): HowLived {
  const trays = tubs.flatMap(({ tub, state: { brood, counts }, climate }): Lived[] => {
    const species = speciesOf(tub.speciesId);
    const course = brood && broodCourse(brood, [], species, climate);
    if (!brood?.cocoons || !course || brood.cocoons.count === 0) return [];
    const { count, lowCount, highCount } = brood.cocoons;
    const whole = count * species.hatchShare * species.hatchlingsPerCocoon;
    const told = counts.findLast(
      ({ of, on }) => of !== "cocoons" && on >= brood.filledOn && course.on(on)[of] >= TOLD_FROM * whole,
    );
    if (!told || told.of === "cocoons") return [];
    const held = brood.thinnedOn && told.on <= brood.thinnedOn ? brood.held : 1;
    const expected = course.on(told.on)[told.of];
    const over = (counted: number, cocoons: number) =>
      (held * counted) / Math.max(1e-9, (expected * cocoons) / count);
    const ofExpected = {
      low: over(told.estimate.lowCount, highCount),
      middle: over(told.estimate.count, count),
      high: over(told.estimate.highCount, Math.max(1, lowCount)),
    };
    const is = ofExpected.high < FEWER ? "fewer" : ofExpected.low > MORE ? "more" : "asExpected";
    return [{ tubId: tub.id, name: tub.name, count: told, ofExpected, is }];
  });
  const cleared = tubs.flatMap(({ state }) =>
    state.cycles.flatMap(({ grownIn, grownOut }) =>
      grownOut === undefined || grownIn <= 0 ? [] : [{ grownIn, grownOut: Math.min(grownIn, grownOut) }],
    ),
  );
  const into = cleared.reduce((sum, { grownIn }) => sum + grownIn, 0);
  return {
    trays,
    cycles: cleared.length,
    ...(into > 0 ? { grownBack: cleared.reduce((sum, { grownOut }) => sum + grownOut, 0) / into } : {}),
  };
}
