import type { Settings } from "@/records/settings";
import type { BinSetup, SetupChanges } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import { daysBetween } from "../calendar/day";
import type { Practice } from "../practice/practice";

type Busy = NonNullable<Settings["busy"]>[number];
/** A busy time as it falls this year or next. */
export interface BusyTime {
  readonly name: string;
  readonly from: LocalDate;
  readonly until: LocalDate;
}

/** Said so many days before it begins. */
export const BUSY_SAID_DAYS = 14;
/** Visits come so many times less often, as far as the school bears it. */
const STRETCH = 2;

/** A day of the year in a year; 29 February falls on the 28th where there is none. */
function dayIn(year: number, of: string): LocalDate {
  const read = localDate.safeParse(`${year}-${of}`);
  return read.success ? read.data : localDate.parse(`${year}-02-28`);
}

/** The busy time that is on, or begins within a fortnight; the earliest where there are several. One that goes over a year's end too. Never throws. */
export function busyTime(busy: readonly Busy[], today: LocalDate): BusyTime | undefined {
  const year = Number(today.slice(0, 4));
  return busy
    .flatMap(({ name, from, until }) =>
      [year - 1, year, year + 1].map((one) => ({
        name,
        from: dayIn(one, from),
        until: dayIn(from <= until ? one : one + 1, until),
      })),
    )
    .filter(({ from, until }) => until >= today && daysBetween(today, from) <= BUSY_SAID_DAYS)
    .toSorted((a, b) => (a.from < b.from ? -1 : 1))[0];
}

/** How often a bin is visited in a busy time: twice as seldom, and no seldomer than its school ever comes. Never throws. */
export const stretchedDays = ({ school }: Practice): number =>
  Math.max(school.usualIntervalDays, Math.min(STRETCH * school.usualIntervalDays, school.maxIntervalDays));

/** What a bin is told as a busy time begins; undefined where it is told already, or is left alone anyway. Never throws. */
export function toldBusy(practice: Practice, until: LocalDate): SetupChanges | undefined {
  const { setup, school } = practice;
  if (setup.ahead?.busyUntil !== undefined || setup.resting || setup.retired) return undefined;
  const intervalDays = stretchedDays(practice);
  if (intervalDays <= school.usualIntervalDays) return undefined;
  const before = setup.own?.intervalDays;
  return {
    own: { ...setup.own, intervalDays },
    ahead: { ...setup.ahead, busyUntil: until, ...(before === undefined ? {} : { beforeBusyDays: before }) },
  };
}

/** As it was before; undefined where no busy time was told. Never throws. */
export function toldUsual({ own, ahead }: BinSetup): SetupChanges | undefined {
  if (ahead?.busyUntil === undefined) return undefined;
  const { busyUntil: _until, beforeBusyDays, ...still } = ahead;
  const { intervalDays: _interval, ...others } = own ?? {};
  return {
    own: beforeBusyDays === undefined ? others : { ...others, intervalDays: beforeBusyDays },
    ahead: still,
  };
}

/** Its busy time is over, and it is still visited seldom. */
export const isBusyOver = ({ ahead }: BinSetup, today: LocalDate): boolean =>
  ahead?.busyUntil !== undefined && ahead.busyUntil < today;
