import { middleOf } from "../bin/usual";
import type { Entry, EntryOf } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { LiquidLooks } from "@/vocabulary/deeds";
import { daysBetween } from "../calendar/day";
import type { Band } from "../expectation/expectation";
import { liquidL } from "../log/amount";

/** How a bin drains: how often, how much, how it last looked, and whether it has stopped. */
export interface LiquidRhythm {
  readonly times: number;
  /** Days between, in the middle; from two times on. */
  readonly everyDays?: number;
  /** Litres a time, in the middle, of those that were measured. */
  readonly eachL?: number;
  readonly lastOn: LocalDate;
  readonly looked?: LiquidLooks;
  /** Clear before and dark or foul now, or the other way. */
  readonly turned?: "darker" | "clearer";
  /** It has given nothing for much longer than it used to though the bed is too wet: holes or tap may be clogged. */
  readonly cloggedDays?: number;
}

const DARKNESS: Readonly<Record<LiquidLooks, number>> = { clear: 0, teaBrown: 1, dark: 2, foul: 3 };
/** The last so many times are its rhythm. */
const NEWEST = 12;
/** So many times its usual while, and at least so many days, is too long. */
const LATE = { times: 2.5, days: 14 } as const;

/** What drains from a bin by its log; undefined where nothing ever did. `wettest`: the upper end of its target. Never throws. */
export function liquidRhythm(
  entries: readonly Entry[],
  setup: Pick<BinSetup, "drainage">,
  moisture: Band,
  wettest: number,
  today: LocalDate,
): LiquidRhythm | undefined {
  const drained = entries
    .filter((entry): entry is EntryOf<"drained"> => entry.kind === "drained" && entry.day <= today)
    .slice(-NEWEST);
  const last = drained.at(-1);
  if (!last) return undefined;
  const days = [...new Set(drained.map(({ day }) => day))];
  const everyDays = middleOf(days.slice(1).map((day, at) => daysBetween(days[at]!, day)));
  const eachL = middleOf(drained.flatMap(({ amount }) => (amount ? [liquidL(amount)] : [])));
  const looks = drained.flatMap(({ looks: seen }) => (seen ? [seen] : []));
  const [before, looked] = [looks.at(-2), looks.at(-1)];
  const since = daysBetween(last.day, today);
  const isLate =
    everyDays !== undefined && days.length >= 3 && since > Math.max(LATE.days, LATE.times * everyDays);
  const isWet = moisture.middle > wettest + 0.02;
  return {
    times: drained.length,
    lastOn: last.day,
    ...(everyDays === undefined ? {} : { everyDays }),
    ...(eachL === undefined ? {} : { eachL }),
    ...(looked === undefined ? {} : { looked }),
    ...(before === undefined || looked === undefined || DARKNESS[before] === DARKNESS[looked]
      ? {}
      : { turned: DARKNESS[looked] > DARKNESS[before] ? ("darker" as const) : ("clearer" as const) }),
    ...(isLate && isWet && setup.drainage !== "none" ? { cloggedDays: since } : {}),
  };
}
