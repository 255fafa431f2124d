import type { LocalDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import { speciesOf } from "../catalogue/species";
import type { Band } from "../expectation/expectation";
import { broodCourse, TOLD_FROM } from "./cohorts";
import type { TubToday } from "./due";
import type { GroupedBy } from "./explain";
import { groupKeyOf } from "./explain";
import { SURVIVES } from "./growth";
import type { Count } from "./state";

/** What hatched and lived in a tray, against what its cocoons promised. */
export interface Lived {
  readonly tubId: string;
  readonly name: string;
  /** Of the tubs it was laid in: their row, and what they were bedded with. */
  readonly row: string;
  readonly beddingId?: string;
  readonly speciesId: SpeciesId;
  readonly setOn: LocalDate;
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
    return [
      {
        tubId: tub.id,
        name: tub.name,
        ...laidIn(tub.id, brood.fromIds, tubs),
        speciesId: tub.speciesId,
        setOn: brood.laidFrom,
        count: told,
        ofExpected,
        is,
      },
    ];
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

/** Where a tray's brood was laid; nothing of a tub that is not there any more. */
function laidIn(
  trayId: string,
  fromIds: readonly string[],
  tubs: readonly TubToday[],
): Pick<Lived, "row" | "beddingId"> {
  const parents = tubs.filter(({ tub }) => fromIds.includes(tub.id));
  const cycles = parents.flatMap(({ state }) => state.cycles);
  const beddingId = (cycles.find((cycle) => cycle.trayId === trayId) ?? cycles.at(-1))?.beddingId;
  return { row: parents[0]?.tub.row ?? "", ...(beddingId === undefined ? {} : { beddingId }) };
}

/** Counted trays that have something in common, against what their cocoons promised. */
export interface LivedGroup {
  readonly key: string;
  readonly trays: number;
  /** Nine of ten. */
  readonly ofExpected: Band;
  /** Beyond what chance and the fortunes of broods make of so many trays. */
  readonly isOther: boolean;
}
const TEN_PERCENT = 1.2816;
const REAL = 3;
/** Of one brood, what it has of its own: one standard deviation, relative. */
const OWN_FORTUNE = (SURVIVES.high - SURVIVES.low) / SURVIVES.middle / (2 * TEN_PERCENT);

/** Counted trays by row, bedding, season or species; undefined where there is but one group. Never throws. */
export function livedGroups(
  trays: readonly Lived[],
  by: GroupedBy,
  isSouth = false,
): readonly LivedGroup[] | undefined {
  const keys = [...new Set(trays.map((one) => groupKeyOf(one, by, isSouth)))].toSorted();
  if (keys.length < 2) return undefined;
  return keys.map((key) => {
    const of = trays.filter((one) => groupKeyOf(one, by, isSouth) === key);
    const middle = of.reduce((sum, one) => sum + one.ofExpected.middle, 0) / of.length;
    const error =
      Math.sqrt(
        of.reduce((sum, { ofExpected: { low, high } }) => {
          const counting = (high - low) / (2 * TEN_PERCENT);
          return sum + counting ** 2 + OWN_FORTUNE ** 2;
        }, 0),
      ) / of.length;
    return {
      key,
      trays: of.length,
      ofExpected: {
        low: Math.max(0, middle - TEN_PERCENT * error),
        middle,
        high: middle + TEN_PERCENT * error,
      },
      isOther: of.length > 1 && Math.abs(middle - 1) > REAL * error,
    };
  });
}
