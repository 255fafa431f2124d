import { addDays } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import type { NurseryAct } from "@/core/nursery/acts";
import type { TubToday } from "@/core/nursery/due";
import { tubDue } from "@/core/nursery/due";
import { estimated } from "@/core/nursery/estimate";
import { broodDays } from "@/core/nursery/growth";
import { tubState, withParentsCounts } from "@/core/nursery/state";
import type { Entry } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import type { Tub } from "@/records/tub";
import type { LocalDate } from "@/vocabulary/fields";
import { CLIMATE, tubEntry, tubOf } from "./log";

export const WARM = { ...CLIMATE, meanC: 22, swingK: 1 };

/** A nursery kept by its acts alone, as the app writes them. */
export class House {
  readonly tubs: Tub[] = [];
  readonly log = new Map<string, Entry[]>();
  private made = 0;
  constructor(count: number) {
    for (let nth = 1; nth <= count; nth += 1)
      this.tubs.push(
        tubOf({ id: `tub-${nth}` as Tub["id"], name: `Tub ${nth}`, row: `Row ${"AB"[nth % 2]}` }),
      );
  }
  newId = (): string => `made-${(this.made += 1)}`;
  write(act: NurseryAct, day: LocalDate): void {
    for (const tray of act.trays) this.tubs.push(tubOf(tray as never));
    for (const { tubId, fact } of act.lines) this.say(tubId, fact, day);
  }
  say(tubId: string, fact: FactAbout<"tub">, day: LocalDate): void {
    this.log.set(tubId, [...(this.log.get(tubId) ?? []), tubEntry(fact, day, tubId)]);
  }
  today(day: LocalDate, climate = WARM): TubToday[] {
    const states = new Map(
      this.tubs.map((tub) => [tub.id as string, tubState(tub, this.log.get(tub.id) ?? [])]),
    );
    return this.tubs.map((tub) => {
      const state = withParentsCounts(tub.id, states.get(tub.id)!, states);
      const due = tubDue(tub, state, climate, day);
      const brood = state.brood && broodDays(state.brood, speciesOf(tub.speciesId), climate);
      return { tub, state, climate, ...(due ? { due } : {}), ...(brood ? { brood } : {}) };
    });
  }
  one(tubId: string, day: LocalDate, climate = WARM): TubToday {
    return this.today(day, climate).find(({ tub }) => tub.id === tubId)!;
  }
  /** A tray that got so many cocoons, laid over some days before. */
  tray(id: string, cocoons: number, filledOn: LocalDate, laidOver = 24): void {
    this.tubs.push(tubOf({ id: id as Tub["id"], name: id, role: "tray" }));
    this.say(id, { kind: "trayFilled", fromId: "elsewhere", fraction: 1, laidFrom: addDays(filledOn, -laidOver), laidTo: filledOn, cocoons: estimated(cocoons, 1) }, filledOn); // prettier-ignore
  }
  set(tubId: string, count: number, day: LocalDate, cycleDays = 21): void {
    this.say(tubId, { kind: "tubSet", grown: { count, measuredBy: "guessed" }, cycleDays }, day);
  }
}
