import type { Entry, Reading } from "@/records/entry";
import { entrySchema } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import { addDays, dayOfYear, daysBetween } from "@/core/calendar/day";
import { bellShaped } from "@/core/chance/seeded";
import { castingsShare, NOTHING } from "@/core/bin/matter";
import { applyEntry } from "@/core/bin/replay";
import type { BinState } from "@/core/bin/state";
import { EMPTY_BIN, placeKey } from "@/core/bin/state";
import { nextPlace } from "@/core/bin/place";
import { areaM2, harvestCompartment, systemOf, usualCompartments } from "@/core/bin/system";
import { schoolOf } from "@/core/catalogue/school";
import { decide } from "@/core/decision/decide";
import type { Step } from "@/core/decision/decision";
import { practiceOf } from "@/core/decision/practice";
import { simpleExpectation } from "@/core/expectation/simpleEngine";
import { beddingPartMatter, feedPartMatter } from "@/core/log/amount";
import { squeezeAt } from "@/core/moisture/squeeze";
import { formatMass } from "@/core/quantity/format";
import type { DemoBin } from "./scenario";
import { menuOf, ROOMS } from "./scenario";
import type { Truth } from "./truth";
import { bedTemperatureC, foodLeftAt, liveADay, moistureOf, newTruth, takeMeal } from "./truth";

/** The device that the demo was written on. */
export const DEVICE = "demo-device";

export class Keeper {
  readonly entries: Entry[] = [];
  private state: BinState = EMPTY_BIN;
  private readonly truth: Truth = newTruth();
  private readonly setup: BinSetup;
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
    this.setup = {
      system: bin.system,
      school: bin.school ?? facts.school,
      roomId: room.id as BinSetup["roomId"],
      cover: facts.cover,
      drainage: facts.drainage,
      wall: facts.wall,
      purpose: bin.system === "breederTub" ? "worms" : "castings",
      compartments: usualCompartments(bin.system, bin.size ?? facts.usual),
      resting: false,
      ...(bin.changes?.compartments ? { compartments: bin.changes.compartments } : {}),
    };
  }

  setUp(): void {
    const { bin, first } = this;
    this.tell(first, { kind: "altered", changes: this.setup });
    const shares = this.setup.compartments.length;
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
      for (const part of parts) this.took(beddingPartMatter(part));
    }
    const castingsKg = round(bin.beddingKg * 0.15);
    this.tell(first, {
      kind: "seeded",
      amount: { massKg: castingsKg, measuredBy: "weighed" },
      moisture: 0.7,
    });
    this.took({ wetKg: castingsKg, dryKg: castingsKg * 0.3 });
    this.tell(addDays(first, 2), {
      kind: "stocked",
      worms: [{ speciesId: "fetida", amount: { massKg: bin.wormsKg, measuredBy: "weighed" } }],
    });
  }

  live(day: LocalDate, ago: number): void {
    const { bin, truth } = this;
    liveADay(truth, bin, this.setup, this.climate, day);
    if (bin.flooded?.ago === ago) {
      truth.waterKg += bin.flooded.waterL;
      this.tell(day, { kind: "noted", text: "The pipe above dripped onto the lid all night." });
    }
    if (bin.neglected && ago <= bin.neglected[0] && ago >= bin.neglected[1]) return;
    if (daysBetween(this.first, day) < 4) return;
    const due = this.state.nextDay ?? day;
    // After a flood the keeper looks every few days; else on the day, or a day late.
    const isWorried = bin.flooded !== undefined && ago < bin.flooded.ago && ago % 3 === 0;
    if (due > day && !isWorried) return;
    if (this.chance() < 0.2 && due === day) return;
    if (this.setup.resting) return;
    // The last days belong to whoever opens the cellar: what is due by then is left for today.
    if (ago <= this.lastWindow && !isWorried) return;
    this.visit(day, ago);
  }

  private visit(day: LocalDate, ago: number): void {
    const { truth, state } = this;
    const practice = practiceOf(state);
    if (!practice) return;
    const doy = dayOfYear(day);
    const temperatureC = bedTemperatureC(this.climate, day, doy);
    const readings = this.read(day, temperatureC);
    const expectation = simpleExpectation(state, this.climate, day);
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
    for (const step of decision.steps) this.follow(step, day, temperatureC);
    if (this.advances && daysBetween(this.movedOn, day) >= 30) this.advance(day);
    this.harvest(
      day,
      moistureOf(truth),
      decision.steps.some((step) => step.why.code === "food/no-room"),
    );
    if (this.bin.system === "breederTub" && daysBetween(this.freshOn, day) >= 28) this.renew(day);
    if (this.bin.changes?.resting && ago < 60 && !this.setup.resting) this.rest(day);
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

  private read(day: LocalDate, temperatureC: number): Reading[] {
    const { truth, chance, state } = this;
    const moisture = moistureOf(truth);
    const readings: Reading[] = [
      { of: "squeeze", squeeze: squeezeAt(moisture + 0.02 * bellShaped(chance)), instrument: "fist" },
      {
        of: "smell",
        smell: moisture > 0.865 ? (chance() < 0.5 ? "rotten" : "sour") : "earthy",
        instrument: "nose",
      },
    ];
    const asked = [nextPlace(state), state.feedings.at(-1)];
    for (const key of new Set(
      asked.flatMap((place) => (place ? [placeKey(place.compartmentId, place.place)] : [])),
    )) {
      const foodLeft = foodLeftAt(truth, key, day, bellShaped(chance));
      const [compartment, place] = key.split("/") as [Reading["compartment"] & string, string];
      if (foodLeft)
        readings.push({ of: "foodLeft", foodLeft, compartment, place: Number(place), instrument: "eye" });
    }
    if (chance() < 0.6)
      readings.push({
        of: "temperature",
        temperatureC: Math.round((temperatureC + 0.6 * bellShaped(chance)) * 2) / 2,
        instrument: "probe",
        spot: "middle",
      });
    if (chance() < 0.15)
      readings.push({
        of: "sign",
        sign: chance() < 0.5 ? "springtails" : "worms-on-food-cluster",
        isPresent: true,
        instrument: "eye",
      });
    return readings;
  }

  private follow(step: Step, day: LocalDate, temperatureC: number): void {
    const { truth, bin, chance } = this;
    const at = {
      ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
      ...(step.place === undefined ? {} : { place: step.place }),
    };
    const rough = 0.9 + 0.2 * chance();
    switch (step.kind) {
      case "feed": {
        if (!step.amount || !("massKg" in step.amount)) return;
        const massKg = step.amount.massKg * rough;
        const parts = menuOf(dayOfYear(day), chance()).map(({ materialId, share }) => {
          const partKg = round(massKg * share);
          return {
            materialId,
            amount: { massKg: partKg, measuredBy: "weighed" as const, typed: formatMass(partKg, "metric") },
            preparation: "chopped" as const,
          };
        });
        this.tell(day, { kind: "fed", ...at, parts, buriedM: 0.04 });
        const matter = parts
          .map(feedPartMatter)
          .reduce((sum, part) => ({ wetKg: sum.wetKg + part.wetKg, dryKg: sum.dryKg + part.dryKg }));
        const ageDays = daysBetween(this.first, day);
        takeMeal(truth, bin, placeKey(step.compartmentId ?? "c1", step.place ?? 1), {
          ...matter,
          temperatureC,
          ageDays,
          day,
        });
        return;
      }
      case "addDryBedding":
      case "cover": {
        // The old cover is often good for another turn.
        if (step.kind === "cover" && chance() < 0.55) return;
        const part =
          step.kind === "cover"
            ? {
                materialId: "leaf-mould",
                amount: {
                  volumeL: round(
                    (step.amount && "volumeL" in step.amount ? step.amount.volumeL : 1) * 0.4 * rough,
                  ),
                  measuredBy: "volume" as const,
                },
                moisture: 0.72,
              }
            : {
                materialId: "cardboard-corrugated",
                amount: {
                  massKg: round((step.amount && "massKg" in step.amount ? step.amount.massKg : 0.1) * rough),
                  measuredBy: "weighed" as const,
                },
              };
        this.tell(day, {
          kind: "bedded",
          ...at,
          parts: [part],
          ...(step.kind === "cover" ? { isCover: true } : {}),
        });
        this.took(beddingPartMatter(part));
        return;
      }
      case "water": {
        const volumeL = round((step.amount && "volumeL" in step.amount ? step.amount.volumeL : 0) * rough);
        this.tell(day, { kind: "watered", amount: { volumeL, measuredBy: "volume" } });
        truth.waterKg += volumeL;
        return;
      }
      case "grit":
        this.tell(day, {
          kind: "dosed",
          materialId: "eggshell-crushed",
          amount: { massKg: 0.03, measuredBy: "guessed" },
        });
        return;
      case "fluff":
        this.tell(day, { kind: "turned" });
        return;
      case "drain":
        this.tell(day, { kind: "drained", amount: { volumeL: 0.8, measuredBy: "volume" } });
        truth.waterKg -= Math.min(0.05 * truth.waterKg, 0.5);
        return;
      default:
        return;
    }
  }

  private harvest(day: LocalDate, moisture: number, isFull: boolean): void {
    const { state, setup } = this;
    const school = schoolOf(setup.school);
    if (setup.system === "breederTub" || setup.system === "fabricPot") return;
    const age = daysBetween(this.first, day);
    const sinceLast = state.harvestedOn ? daysBetween(state.harvestedOn, day) : Infinity;
    if (age < school.firstHarvestMonths * 30 || sinceLast < (isFull ? 25 : school.harvestIntervalDays))
      return;
    const from = harvestCompartment(setup);
    const held = state.contents[from.id] ?? NOTHING;
    if (castingsShare(held) < 0.25) return;
    const netKg = (held.castingsDryKg * 0.7) / (1 - moisture);
    if (netKg < 0.5 || areaM2(from) === 0) return;
    const method = setup.system === "tub" ? "migrate" : setup.system === "bath" ? "light" : "bottom";
    this.tell(day, {
      kind: "harvested",
      compartment: from.id,
      grossKg: round(netKg + 0.65),
      tareKg: 0.65,
      method,
    });
    this.truth.dryKg *= 0.75;
    this.truth.waterKg *= 0.75;
    if (this.advances) this.advance(day);
    if (setup.system === "trayStack") this.rotate(day, from.id);
  }

  private get advances(): boolean {
    return this.bin.system === "trough" || this.bin.system === "flowThrough";
  }

  /** The wedge is moved on, oldest first; a column sinks as its base is loosened. */
  private advance(day: LocalDate): void {
    this.movedOn = day;
    this.tell(day, { kind: "advanced", fraction: this.bin.system === "trough" ? 0.2 : 0.3 });
  }

  /** The emptied lowest tray goes on top, with fresh damp bedding. */
  private rotate(day: LocalDate, emptied: string): void {
    const setup = this.state.setup ?? this.setup;
    const order = [
      ...setup.compartments.filter((one) => one.id !== emptied),
      ...setup.compartments.filter((one) => one.id === emptied),
    ];
    this.tell(day, { kind: "rotated", order: order.map((one) => one.id) });
    this.tell(day, {
      kind: "bedded",
      compartment: emptied,
      parts: [
        {
          materialId: "cardboard-corrugated",
          amount: { massKg: 1.6, measuredBy: "weighed" },
          moisture: 0.76,
        },
      ],
    });
    (this.setup as { compartments: BinSetup["compartments"] }).compartments = order;
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
    const { wetKg, dryKg } = beddingPartMatter(part);
    Object.assign(this.truth, { waterKg: wetKg - dryKg, dryKg });
    this.truth.places.clear();
  }

  private took(matter: { readonly wetKg: number; readonly dryKg: number }): void {
    this.truth.waterKg += matter.wetKg - matter.dryKg;
    this.truth.dryKg += matter.dryKg;
  }

  private tell(day: LocalDate, facts: Record<string, unknown>): void {
    const no = this.entries.length + 1;
    const id = `${this.bin.id}-${no}`;
    const entry = entrySchema.parse({
      schemaVersion: 1,
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

/** To a weight a kitchen scale shows. */
const round = (value: number): number => Number(value.toFixed(3));
