import type { Entry } from "@/records/entry";
import type { LocalDate } from "@/vocabulary/fields";
import type { Booked } from "@/vocabulary/lots";
import { effectiveEntries } from "../log/effective";

/** What work was for: a visit, a harvest, or what no other entry speaks of. */
export type WorkOf = "visit" | "harvest" | "other";
/** One line of the accounts. */
export type AccountLine = { readonly day: LocalDate } & (
  | { readonly is: "work"; readonly of: WorkOf; readonly tookMin: number }
  /** A visit or a harvest whose time nobody knows. */
  | { readonly is: "untimed"; readonly of: WorkOf }
  | {
      readonly is: "cost" | "income";
      readonly money: number;
      readonly currency: string;
      readonly what: string;
    }
);
type Sum = Extract<Entry, { kind: "booked" }>["sum"];

/** What a log says of time and money: bins, lots and the cellar alike. In order of effect. Never throws. */
export function accountsOf(rows: Iterable<Entry>): readonly AccountLine[] {
  return effectiveEntries(rows).flatMap((entry): AccountLine[] => {
    const { day } = entry;
    const work = (of: WorkOf, tookMin: number | undefined): AccountLine =>
      tookMin === undefined ? { day, is: "untimed", of } : { day, is: "work", of, tookMin };
    const money = (is: Exclude<Booked, "work">, sum: Sum, what: string): AccountLine[] =>
      sum ? [{ day, is, ...sum, what }] : [];
    switch (entry.kind) {
      case "looked":
        return entry.lid === "lifted" ? [work("visit", entry.tookMin)] : [];
      case "harvested":
        return [work("harvest", entry.tookMin)];
      case "parted":
        return money("income", entry.price, entry.where ?? "castings sold");
      case "booked":
        return entry.of === "work" ? [work("other", entry.tookMin)] : money(entry.of, entry.sum, entry.what);
      default:
        return [];
    }
  });
}

/** Hours and money over a span of days. */
export interface Accounts {
  readonly workMin: Readonly<Record<WorkOf, number>>;
  /** Visits and harvests with a time, of all there were: what is not timed is not in the hours. */
  readonly timed: number;
  readonly all: number;
  /** By currency, in the order they first came up. */
  readonly costs: ReadonlyMap<string, number>;
  readonly income: ReadonlyMap<string, number>;
}
/** Both days belong to it. Never throws. */
export function accounts(lines: readonly AccountLine[], from: LocalDate, to: LocalDate): Accounts {
  const workMin = { visit: 0, harvest: 0, other: 0 };
  const sums = { cost: new Map<string, number>(), income: new Map<string, number>() };
  let timed = 0;
  let all = 0;
  for (const line of lines) {
    if (line.day < from || line.day > to) continue;
    if (line.is === "work") workMin[line.of] += line.tookMin;
    else if (line.is !== "untimed")
      sums[line.is].set(line.currency, (sums[line.is].get(line.currency) ?? 0) + line.money);
    if ((line.is === "work" || line.is === "untimed") && line.of !== "other") {
      all += 1;
      if (line.is === "work") timed += 1;
    }
  }
  return { workMin, timed, all, costs: sums.cost, income: sums.income };
}
export const sumMin = ({ workMin }: Pick<Accounts, "workMin">): number =>
  workMin.visit + workMin.harvest + workMin.other;
