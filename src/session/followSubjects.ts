import type { Expectation } from "@/core/expectation/expectation";
import type { BinToday } from "@/core/round/round";
import type { CellarDatabase, Forecast, Tally } from "@/persistence/database";
import type { Frame } from "@/persistence/read";
import type { Bin } from "@/records/bin";
import type { Cellar } from "@/records/cellar";
import type { Climate } from "@/records/room";
import type { LocalDate } from "@/vocabulary/fields";
import { twinsAil } from "@/workers/health";
import type { TwinSubject } from "@/workers/twin.protocol";
import type { AirAhead } from "@/core/weather/airAhead";
import type { BatchToday, LotToday, TubToday } from "./batches";
import type { Subject } from "@/core/fold/folds";
import type { Known, KnownBin } from "./digest";
import { statesOf } from "./digest";
import type { TwinWork } from "./twins";

/** The judgement of a bin and the twin come beside the store: by the time the logs are read they are there. */
const judging = () => import("./binToday");
const twins = () => import("./twins");
export const fetchJudgement = (): void => {
  void judging();
  void twins();
};

export interface Followed {
  readonly db: CellarDatabase;
  readonly frame: Frame;
  readonly tallies: readonly Tally[];
  readonly today: LocalDate;
  /** The weather ahead in each room; waited for before the twin is asked, so that no figure is worked out twice. */
  readonly air?: Promise<AirAhead | undefined>;
  /** States read before; what is read now is added. */
  readonly known: Map<string, Known>;
}

/** What the follower has to tell, as it comes. */
export interface SubjectsHeard {
  readonly reading: (read: number, of: number) => void;
  /** In walking order. What comes late may wait for whatever the keeper is doing. */
  readonly bins: (bins: readonly BinToday[], isLate: boolean) => void;
  /** The batches of the store, newest first. */
  readonly batches: (batches: readonly BatchToday[]) => void;
  /** The lots of castings, newest first. */
  readonly lots: (lots: readonly LotToday[]) => void;
  /** Breeding tubs and hatching trays. */
  readonly tubs: (tubs: readonly TubToday[]) => void;
  readonly subjects: (subjects: ReadonlyMap<string, TwinSubject>) => void;
  /** Forecasts on the way; undefined once all stand. */
  readonly work: (work: TwinWork | undefined, isLate: boolean) => void;
  /** Every log is read; so many of their rows could not be. */
  readonly read: (brokenRows: number) => void;
  readonly failed: (cause: unknown) => void;
}

/**
 * Reads the log of every subject, judges the bins by the forecasts that were kept, asks the twin for those that are
 * missing, and tells what comes of it until it is stopped. Returns what stops it: nothing is told any more and nothing
 * worked out in vain.
 */
export function followSubjects(followed: Followed, hear: SubjectsHeard): () => void {
  const follower = new Follower(followed, hear);
  follower.start();
  return () => follower.stop();
}

/** Who is asked: the bins that tell the others of the hand; all that are missing; those to whom that was news. */
type Turn = "witnesses" | "all" | "again";
/** Forecasts are drawn singly for so many bins, and so many or a fifth at a time for more: the workers rest while a hundred are drawn. */
const DRAWN_AT_ONCE = 10;
const OF_MANY = 1 / 5;

class Follower {
  private readonly forecasts = new Map<string, Expectation>();
  private readonly tallyOf: ReadonlyMap<string, Tally>;
  private readonly climates: Readonly<Record<string, Climate>>;
  private readonly bins: readonly Bin[];
  private kept: Map<string, Forecast> = new Map();
  private isOver = false;
  private stopAsking: (() => void) | undefined;
  private drawings = 0;
  private newest = 0;
  /** Bins asked about, and those that have answered: a witness asked once more is no bin more. */
  private readonly wanted = new Set<string>();
  private readonly answered = new Set<string>();
  /** Bins of which the twin has said what it can. */
  private readonly heardOf = new Set<string>();

  constructor(
    private readonly of: Followed,
    private readonly hear: SubjectsHeard,
  ) {
    const { frame, tallies } = of;
    this.tallyOf = new Map(tallies.map((tally) => [tally.subjectId, tally]));
    this.climates = Object.fromEntries(frame.rooms.map((room) => [room.id as string, room.climate]));
    this.bins = walkingOrder(frame.bins, frame.cellar);
  }

  start(): void {
    this.follow().catch(this.hear.failed);
  }
  stop(): void {
    this.isOver = true;
    this.stopAsking?.();
  }

  private async follow(): Promise<void> {
    const { db, frame, tallies, known } = this.of;
    const subjects: Subject[] = [
      ...this.bins.map(({ id }): Subject => ({ kind: "bins", id })),
      ...frame.batches.map(({ id }): Subject => ({ kind: "batches", id })),
      ...frame.lots.map(({ id }): Subject => ({ kind: "lots", id })),
      ...frame.tubs.map(({ id }): Subject => ({ kind: "tubs", id })),
    ];
    await statesOf(db, subjects, tallies, known, (read, of) => {
      if (!this.isOver) this.hear.reading(read, of);
    });
    // Who was stopped meanwhile loads nothing more and asks nothing.
    if (this.isOver) return;
    this.hear.batches(await this.batchesToday());
    this.hear.lots(await this.lotsToday());
    this.hear.tubs(await this.tubsToday());
    if (this.isOver) return;
    this.kept = await (await twins()).keptForecasts(db, this.bins);
    if (this.isOver) return;
    await this.ask(
      [...this.kept].map(([binId, row]) => [binId, row.expectation as Expectation] as const),
      "witnesses",
    );
    if (this.isOver) return;
    this.hear.read(subjects.reduce((sum, { id }) => sum + (known.get(id)?.brokenRows ?? 0), 0));
  }

  /**
   * Asks for what is missing, told what `spoken` say of the keeper's hand: first those that tell the others of it, then all. Once all
   * is there it asks again, where the bins have told each other something new.
   */
  private async ask(spoken: Iterable<readonly [string, Expectation]>, turn: Turn): Promise<void> {
    const { askForecasts, firstAsked, fistsIn, holding, standIns, subjectsOf } = await twins();
    const { db, today } = this.of;
    const subjects = (air?: AirAhead) =>
      subjectsOf(db, this.bins, this.tallyOf, this.climates, today, fistsIn(spoken), air);
    // A weather that is long in coming keeps nobody from seeing the bins.
    if (await this.isWeatherLate()) {
      for (const [binId, found] of standIns(this.kept, subjects(), today)) this.forecasts.set(binId, found);
      const meanwhile = await this.judged();
      if (this.isOver) return;
      this.hear.bins(meanwhile, false);
    }
    const asking = subjects(await this.of.air);
    for (const [binId, found] of [...standIns(this.kept, asking, today), ...holding(this.kept, asking)])
      this.forecasts.set(binId, found);
    const all = await this.judged();
    if (this.isOver) return;
    this.hear.bins(all, turn !== "witnesses");
    this.hear.subjects(new Map(asking.map((subject) => [subject.binId, subject])));
    const missing = asking.filter(
      ({ binId, fingerprint }) =>
        this.knownBin(binId).state.setup && this.kept.get(binId)?.fingerprint !== fingerprint,
    );
    if (missing.length === 0) return this.hear.work(undefined, turn !== "witnesses");
    const now = turn === "witnesses" ? firstAsked(missing, this.squeezes()) : missing;
    const next = now.length < missing.length ? "all" : "again";
    if (turn === "again") for (const told of [this.wanted, this.answered]) told.clear();
    for (const { binId } of missing) this.wanted.add(binId);
    const work = () => ({ done: this.answered.size, of: this.wanted.size });
    const atOnce = Math.max(DRAWN_AT_ONCE, Math.ceil(OF_MANY * missing.length));
    let left = now.length;
    let answers = 0;
    this.hear.work(work(), false);
    this.stopAsking = askForecasts(db, now, ({ binId, fingerprint }, expectation) => {
      left -= 1;
      answers += 1;
      this.answered.add(binId);
      this.heardOf.add(binId);
      if (expectation) {
        this.forecasts.set(binId, expectation);
        this.kept.set(binId, { subjectId: binId, fingerprint, expectation });
      }
      if (left === 0) void this.allAnswered(turn === "again" ? undefined : next).catch(this.hear.failed);
      else {
        this.hear.work(work(), true);
        if (missing.length <= DRAWN_AT_ONCE || answers % atOnce === 0) this.show().catch(this.hear.failed);
      }
    });
  }

  /** By bin that the twin knows. */
  private squeezes(): ReadonlyMap<string, number> {
    return new Map(
      this.bins.flatMap(({ id }) => {
        const { state } = this.knownBin(id);
        return state.setup ? [[id, state.squeezes] as const] : [];
      }),
    );
  }

  private async isWeatherLate(): Promise<boolean> {
    const { air } = this.of;
    if (!air) return false;
    const late = new Promise<true>((go) => setTimeout(() => go(true), LATE_MS));
    return Promise.race([air.then(() => false), late]);
  }

  private async allAnswered(next: Turn | undefined): Promise<void> {
    await this.show();
    if (this.isOver) return;
    if (next) await this.ask(this.forecasts, next);
    else this.hear.work(undefined, true);
  }

  /** With the forecasts that came in, while the workers stand still; a later drawing is not drawn over. */
  private async show(): Promise<void> {
    const drawing = (this.drawings += 1);
    const goOn = await (await twins()).workersResting();
    const all = await this.judged();
    if (!this.isOver && drawing >= this.newest) {
      this.newest = drawing;
      this.hear.bins(all, true);
    }
    goOn();
  }

  private knownBin(id: string): KnownBin {
    return this.of.known.get(id) as KnownBin;
  }

  private async batchesToday(): Promise<readonly BatchToday[]> {
    const { batchesToday } = await judging();
    const { frame, known, today } = this.of;
    return batchesToday(frame.batches, (id) => (known.get(id) as Known<"batches">).state, today);
  }

  /** Castings dry in the room of the bin they came from; where that bin is gone, in the first. */
  private async lotsToday(): Promise<readonly LotToday[]> {
    const { lotsToday, roomOfLot } = await judging();
    const { frame, known, today } = this.of;
    return lotsToday(
      frame.lots,
      (id) => (known.get(id) as Known<"lots">).state,
      (lot) => {
        const roomId = roomOfLot(lot, (id) =>
          known.has(id) ? this.knownBin(id).state.setup?.roomId : undefined,
        );
        return (roomId === undefined ? undefined : this.climates[roomId]) ?? frame.rooms[0]?.climate;
      },
      today,
    );
  }

  private async tubsToday(): Promise<readonly TubToday[]> {
    const { tubsToday } = await judging();
    const { frame, known, today } = this.of;
    return tubsToday(
      frame.tubs,
      (id) => (known.get(id) as Known<"tubs">).state,
      ({ roomId }) => this.climates[roomId],
      today,
    );
  }

  /** In slices: between them the screen has its turn. */
  private async judged(): Promise<readonly BinToday[]> {
    const { binToday } = await judging();
    const { today } = this.of;
    const all: BinToday[] = [];
    let since = performance.now();
    for (const bin of this.bins) {
      const { state, fault } = this.knownBin(bin.id);
      const climate = state.setup ? this.climates[state.setup.roomId] : undefined;
      const isAwaited = !this.heardOf.has(bin.id) && !twinsAil();
      all.push(await binToday(bin, { state, fault }, climate, today, this.forecasts.get(bin.id), isAwaited));
      if (performance.now() - since < BREATH_MS) continue;
      await new Promise((go) => setTimeout(go));
      since = performance.now();
    }
    return all;
  }
}

/** The weather is there by the time the logs are read, or this much later. */
const LATE_MS = 150;
/** Bins are judged for so long at a stretch. */
const BREATH_MS = 15;
/** Behind every bin that has its place. */
const LAST = 1_000_000;

/** As the keeper walks; bins that are in no order yet come last, oldest first. */
function walkingOrder(bins: readonly Bin[], cellar: Cellar | undefined): Bin[] {
  const order = new Map<string, number>((cellar?.walkingOrder ?? []).map((id, at) => [id, at]));
  return bins.toSorted(
    (a, b) =>
      (order.get(a.id) ?? LAST) - (order.get(b.id) ?? LAST) ||
      (a.firstDay < b.firstDay ? -1 : a.firstDay > b.firstDay ? 1 : 0),
  );
}
