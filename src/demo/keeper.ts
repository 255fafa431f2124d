import type { Entry } from "@/records/entry";
import { entryFormat, entrySchema } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, daysBetween } from "@/core/calendar/day";
import { dryKg } from "@/core/bin/matter";
import { applyEntry } from "@/core/bin/replay";
import type { BinState } from "@/core/bin/state";
import { EMPTY_BIN, isOutOfUse } from "@/core/bin/state";
import { harvestCompartment, systemOf, usualCompartments } from "@/core/bin/system";
import { schoolOf } from "@/core/catalogue/school";
import { deedFacts } from "@/core/deed/facts";
import type { DeedBin, DeedLine } from "@/core/deed/facts";
import { holdsOf, partsOf } from "@/core/deed/parts";
import { decide } from "@/core/decision/decide";
import { reshapedBy } from "@/core/decision/reshaped";
import type { Practice } from "@/core/practice/practice";
import { practiceOf } from "@/core/practice/practice";
import type { Expectation } from "@/core/expectation/expectation";
import { ledgerOf, placesToAsk } from "@/core/expectation/ledger";
import { twinExpectation } from "@/core/twin/ahead/expect";
import { harvestedAt } from "@/core/twin/engine/twinBin";
import { ripenessOf } from "@/core/twin/engine/ripeness";
import { scriptOf } from "@/core/twin/log/script";
import { castingsOf, moistureOf } from "@/core/twin/engine/state";
import type { Facts } from "./hands";
import { doneFor, round } from "./hands";
import { readingsOf } from "./look";
import type { DemoBin } from "./scenario";
import { ROOMS } from "./scenario";
import type { Truth } from "./truth";
import { flood, liveADay, newTruth } from "./truth";

/** The device that the demo was written on. */
export const DEVICE = "demo-device";

export class Keeper {
  readonly entries: Entry[] = [];
  private state: BinState = EMPTY_BIN;
  private truth: Truth | undefined;
  private readonly setup: BinSetup;
  /** All it may come to: a stack begins with one tray. */
  private readonly usual: BinSetup["compartments"];
  private readonly climate;
  private readonly first: LocalDate;
  private freshOn: LocalDate;
  private movedOn: LocalDate;

  constructor(
    private readonly bin: DemoBin,
    private readonly lastDay: LocalDate,
    private readonly chance: () => number,
  ) {
    const facts = systemOf(bin.system);
    const room = ROOMS.find((candidate) => candidate.id === bin.room)!;
    this.climate = room.climate;
    this.first = addDays(lastDay, -bin.beganAgo);
    this.freshOn = this.first;
    this.movedOn = this.first;
    this.usual = usualCompartments(bin.system, bin.size ?? facts.usual);
    this.setup = {
      system: bin.system,
      school: bin.school ?? facts.school,
      roomId: room.id as BinSetup["roomId"],
      cover: facts.cover,
      drainage: facts.drainage,
      wall: facts.wall,
      purpose: bin.system === "breederTub" ? "worms" : "castings",
      compartments: this.usual.slice(0, bin.system === "trayStack" ? 1 : undefined),
      resting: false,
      ...(({ resting: _resting, ...changes }) => changes)(bin.changes ?? {}),
    };
  }

  setUp(): void {
    const { bin, first } = this;
    this.tell(first, { kind: "altered", changes: this.setup });
    const shares = this.usual.length;
    for (const compartment of this.setup.compartments) {
      const parts = [
        {
          materialId: "cardboard-corrugated",
          amount: { massKg: round((bin.beddingKg * 0.55) / shares), measuredBy: "weighed" },
          moisture: 0.76,
        },
        {
          materialId: "leaf-mould",
          amount: { massKg: round((bin.beddingKg * 0.45) / shares), measuredBy: "weighed" },
          moisture: 0.74,
        },
      ] as const;
      this.tell(first, { kind: "bedded", compartment: compartment.id, parts });
    }
    const castingsKg = round(bin.beddingKg * 0.15);
    this.tell(first, {
      kind: "seeded",
      amount: { massKg: castingsKg, measuredBy: "weighed" },
      moisture: 0.7,
    });
    this.tell(addDays(first, 2), {
      kind: "stocked",
      worms: [{ speciesId: "fetida", amount: { massKg: bin.wormsKg, measuredBy: "weighed" } }],
    });
    this.truth = newTruth(bin, this.climate, this.entries);
    this.sleep(first);
  }

  live(day: LocalDate, ago: number): void {
    const { bin } = this;
    if (bin.flooded?.ago === ago) {
      flood(this.truth!, bin.flooded.waterL);
      this.tell(day, { kind: "noted", text: "The pipe above dripped onto the lid all night." });
    }
    if (bin.refilledAgo === ago) this.refill(day);
    else if (this.isVisited(day, ago)) this.visit(day, ago);
  }

  /** The night after whatever was done that day. */
  sleepOver(day: LocalDate): void {
    this.sleep(day);
  }

  /** As it is known to whoever keeps it well: what an act rests on. */
  known(day: LocalDate): DeedBin | undefined {
    const practice = practiceOf(this.state);
    return practice && { binId: this.bin.id as DeedBin["binId"], state: this.state, expectation: this.expects(practice, day) }; // prettier-ignore
  }

  /** One act, as its facts are told to this log. */
  done(day: LocalDate, lines: readonly DeedLine[], actId: string): void {
    for (const { binId, fact } of lines)
      if ((binId as string) === this.bin.id) this.tell(day, { ...fact, actId });
  }

  private sleep(day: LocalDate): void {
    liveADay(this.truth!, this.entries, day, () => 0.95 + 0.1 * this.chance());
  }

  private isVisited(day: LocalDate, ago: number): boolean {
    const { bin } = this;
    if (isOutOfUse(this.state)) return false;
    if (bin.neglected && ago <= bin.neglected[0] && ago >= bin.neglected[1]) return false;
    if (daysBetween(this.first, day) < 4) return false;
    const due = this.state.nextDay ?? day;
    // The drip was heard, the tub opened only a week later; else on the day, or a day late.
    const isWorried = bin.flooded !== undefined && ago === 2;
    if (due > day && !isWorried) return false;
    if (this.chance() < 0.2 && due === day) return false;
    if (this.setup.resting) return false;
    // The last days belong to whoever opens the cellar: what is due by then is left for today.
    return ago > this.lastWindow || isWorried;
  }

  private visit(day: LocalDate, ago: number): void {
    const { state } = this;
    const practice = practiceOf(state);
    if (!practice) return;
    const expectation = this.expects(practice, day);
    const asked = placesToAsk(state, ledgerOf(state, expectation, day));
    const readings = readingsOf(this.truth!, asked, this.chance);
    const decision = decide(expectation, practice, readings, day);
    const nextDay = this.ownDate(decision.nextDay);
    this.tell(day, {
      kind: "looked",
      lid: "lifted",
      readings,
      nextDay,
      shown: {
        engine: expectation.engine,
        moistureLow: expectation.moisture.low,
        moistureHigh: expectation.moisture.high,
        temperatureLowC: expectation.temperatureC.low,
        temperatureHighC: expectation.temperatureC.high,
      },
    });
    for (const step of decision.steps) {
      if (step.kind === "restack" && step.compartmentId) this.weighIn(day, step.compartmentId, 0.9);
      const facts = doneFor(step, day, this.chance);
      for (const fact of facts ? [facts] : reshapedBy(step)) this.tell(day, fact);
    }
    if (this.advances && daysBetween(this.movedOn, day) >= 30) this.advance(day);
    const isFull = decision.steps.some(
      ({ why: { code } }) => code === "food/no-room" || code === "food/by-room",
    );
    if (!decision.steps.some(({ kind }) => kind === "restack")) this.harvest(day, isFull);
    if (this.bin.system === "breederTub" && daysBetween(this.freshOn, day) >= 28) this.renew(day);
    if (this.bin.changes?.resting && ago < 60 && !this.setup.resting) this.rest(day);
  }

  /** A keeper who knows the bin well, and does what the app would say. */
  private expects(practice: Practice, day: LocalDate): Expectation {
    const { ensemble } = this.truth!;
    const script = scriptOf(this.entries.slice(0, 1), { [this.bin.room]: this.climate })!;
    return twinExpectation(
      {
        script,
        practice,
        state: this.state,
        dawn: ensemble,
        ensemble,
        unlooked: ensemble,
        surprises: [],
        hasReadToday: false,
        snapshots: [],
      },
      day,
    );
  }

  private get lastWindow(): number {
    return Math.min(7, schoolOf(this.setup.school).usualIntervalDays);
  }

  /** The last visit before the end sets the date the scenario wants. */
  private ownDate(proposed: LocalDate): LocalDate {
    return daysBetween(proposed, this.lastDay) <= this.lastWindow + 1
      ? addDays(this.lastDay, this.bin.dueIn)
      : proposed;
  }

  private rest(day: LocalDate): void {
    (this.setup as { resting: boolean }).resting = true;
    this.tell(day, {
      kind: "altered",
      changes: { resting: true, restingUntil: addDays(this.lastDay, this.bin.dueIn) },
    });
  }

  private harvest(day: LocalDate, isFull: boolean): void {
    const { state, setup } = this;
    const school = schoolOf(setup.school);
    if (setup.system === "breederTub" || setup.system === "fabricPot") return;
    const age = daysBetween(this.first, day);
    const sinceLast = state.harvestedOn ? daysBetween(state.harvestedOn, day) : Infinity;
    const isLine = systemOf(setup.system).arrangement === "line";
    const interval = isLine ? Math.min(45, school.harvestIntervalDays) : school.harvestIntervalDays;
    if (age < school.firstHarvestMonths * 30 || sinceLast < (isFull ? 25 : interval)) return;
    const from = harvestCompartment(state.setup ?? setup);
    const { ensemble } = this.truth!;
    const s = ensemble.lines[0]![harvestedAt(ensemble.bin)]!;
    if (ripenessOf(s) < 0.4) return;
    // A finished end is dug out whole; from a bed that goes on a good part stays as a start.
    const lies = state.contents[from.id];
    const dry = Math.min(((isLine ? 0.92 : 0.7) * castingsOf(s)) / 1000, lies ? dryKg(lies) : Infinity);
    const netKg = dry / (1 - moistureOf(s));
    if (netKg < 0.5) return;
    const skimmed = setup.system === "bath" ? this.skim(day) : undefined;
    const method = setup.system === "tub" ? "migrate" : setup.system === "bath" ? "light" : "bottom";
    this.tell(day, {
      kind: "harvested",
      compartment: from.id,
      grossKg: round(netKg + 0.65),
      tareKg: 0.65,
      ...(method === "bottom" ? { moisture: round(moistureOf(s)) } : {}),
      method,
    });
    if (skimmed) this.tell(day, skimmed);
    if (this.advances) {
      const overs = { massKg: round(0.06 * netKg), measuredBy: "weighed" as const };
      this.tell(day, { kind: "received", what: "overs", amount: overs, note: "What stayed on the sieve." });
      this.advance(day, isLine ? 0.8 : 0.3);
    }
    if (setup.system === "trayStack") this.rotate(day, from.id);
  }

  private get advances(): boolean {
    return this.bin.system === "trough" || this.bin.system === "flowThrough";
  }

  /** The wedge is moved on, oldest first; a column sinks as its base is loosened. */
  private advance(day: LocalDate, fraction = 0.3): void {
    this.movedOn = day;
    this.tell(day, { kind: "advanced", fraction });
  }

  /** The top of the bath, with its worms, stands in a tub while one digs beneath; then it goes back. */
  private skim(day: LocalDate): Facts | undefined {
    const here = this.known(day);
    if (!here) return undefined;
    const depthM = 0.06;
    const parts = partsOf(here.state, here.expectation, day);
    const share = Math.min(1, depthM / Math.max(0.01, parts[0]!.depthM));
    const { wetKg, holds } = holdsOf(parts, () => share, here.expectation, true);
    this.tell(day, { kind: "removed", what: "contents", from: "top", depthM, to: "tub", withWorms: true });
    const amount = { massKg: wetKg, measuredBy: "guessed" as const };
    return { kind: "received", what: "contents", speciesId: "fetida", amount, holds, note: "The top laid back." }; // prettier-ignore
  }

  /** The pot is emptied whole, its worms begin anew on fresh bedding. */
  private refill(day: LocalDate): void {
    const here = this.known(day);
    if (!here) return;
    const part = (materialId: string, massKg: number, moisture: number) => ({ materialId, amount: { massKg: round(massKg), measuredBy: "weighed" as const }, moisture }); // prettier-ignore
    const { beddingKg } = this.bin;
    const bedding = [part("cardboard-corrugated", 0.55 * beddingKg, 0.76), part("leaf-mould", 0.45 * beddingKg, 0.74)]; // prettier-ignore
    const facts = deedFacts(
      { of: "emptyRefill", keepsWorms: true, to: "store", bedding, meal: [] },
      here,
      day,
    );
    if (facts.ok) this.done(day, facts.value, `${this.bin.id}-refill`);
  }

  /** So much of the castings of a tray is lifted out of it and weighed, before it is emptied. */
  private weighIn(day: LocalDate, compartment: string, share: number): void {
    const { ensemble } = this.truth!;
    const s = ensemble.lines[0]![harvestedAt(ensemble.bin)]!;
    const lies = this.state.contents[compartment];
    const dry = Math.min((share * castingsOf(s)) / 1000, lies ? share * dryKg(lies) : Infinity);
    const netKg = dry / (1 - moistureOf(s));
    if (netKg < 0.5) return;
    this.tell(day, {
      kind: "harvested",
      compartment,
      grossKg: round(netKg + 0.65),
      tareKg: 0.65,
      // Straight from below it is as wet as it lay there.
      moisture: round(moistureOf(s)),
      method: "bottom",
    });
  }

  private bedTray(day: LocalDate, compartment: string): void {
    const amount = { massKg: round(this.bin.beddingKg / this.usual.length), measuredBy: "weighed" as const };
    const parts = [{ materialId: "cardboard-corrugated", amount, moisture: 0.76 }];
    this.tell(day, { kind: "bedded", compartment, parts });
  }

  /** The emptied lowest tray goes on top, with fresh damp bedding. */
  private rotate(day: LocalDate, emptied: string): void {
    const setup = this.state.setup ?? this.setup;
    const order = [
      ...setup.compartments.filter((one) => one.id !== emptied),
      ...setup.compartments.filter((one) => one.id === emptied),
    ];
    this.tell(day, { kind: "rotated", order: order.map((one) => one.id) });
    this.bedTray(day, emptied);
  }

  /** A breeding tub gets fresh bedding each cycle; the old one, with its cocoons, goes to hatch elsewhere. */
  private renew(day: LocalDate): void {
    this.freshOn = day;
    this.tell(day, {
      kind: "emptied",
      note: "Adults lifted to fresh bedding; the old bedding hatches in the shed.",
    });
    const part = {
      materialId: "leaf-mould",
      amount: { massKg: this.bin.beddingKg, measuredBy: "weighed" },
      moisture: 0.82,
    } as const;
    this.tell(day, { kind: "bedded", parts: [part] });
  }

  private tell(day: LocalDate, facts: Facts): void {
    const no = this.entries.length + 1;
    const id = `${this.bin.id}-${no}`;
    const entry = entrySchema.parse({
      schemaVersion: entryFormat.current,
      rowId: `${id}-r1`,
      id,
      revision: 1,
      recordedAt: `${day}T07:${String(no % 60).padStart(2, "0")}:00.000Z`,
      deviceId: DEVICE,
      subject: { kind: "bin", id: this.bin.id },
      day,
      seq: no,
      ...facts,
    });
    this.entries.push(entry);
    this.state = applyEntry(this.state, entry);
  }
}
