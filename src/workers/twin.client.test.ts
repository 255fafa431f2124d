import type * as TwinClient from "./twin.client";

/** A question of the fake worker, answered when the test says so. */
interface Asked {
  readonly worker: number;
  readonly name: string;
  readonly answer: (value: string) => void;
  readonly fail: (why: Error) => void;
}
let started = 0;
let asked: Asked[] = [];
const cancelled: number[] = [];
const rested: [worker: number, ms: number | "goes on", nth: number][] = [];

let pinged: (worker: number) => Promise<unknown>;
/** The workers that were started, to have them fail. */
let workers: FakeWorker[] = [];
class FakeWorker {
  readonly heard = new Map<string, (event: { readonly message: string }) => void>();
  isEnded = false;
  constructor() {
    workers.push(this);
  }
  addEventListener(type: string, hear: (event: { readonly message: string }) => void): void {
    this.heard.set(type, hear);
  }
  terminate(): void {
    this.isEnded = true;
  }
}

jest.mock("comlink", () => ({
  wrap: () => {
    const worker = (started += 1);
    return {
      ask: (name: string) =>
        new Promise<string>((answer, fail) => asked.push({ worker, name, answer, fail })),
      cancel: (task: number) => cancelled.push(task),
      rest: (nth: number, ms: number) => Promise.resolve(rested.push([worker, ms, nth])),
      goOn: (nth: number) => Promise.resolve(rested.push([worker, "goes on", nth])),
      ping: () => pinged(worker),
    };
  },
  proxy: (callback: unknown) => callback,
}));

let client: typeof TwinClient;
const ask = (binId: string, isUrgent: boolean, name: string) =>
  client.askTwin<string>(binId, isUrgent, (worker) =>
    (worker as unknown as { ask: (name: string) => Promise<string> }).ask(name),
  );
const onCores = (hardwareConcurrency: number) =>
  Object.defineProperty(globalThis, "navigator", { value: { hardwareConcurrency }, configurable: true });
const settle = async () => {
  for (let n = 0; n < 20; n += 1) await Promise.resolve();
};
const under = () => asked.map(({ name }) => name);
const finish = async (name: string, value = `${name} done`) => {
  const at = asked.findIndex((one) => one.name === name);
  asked.splice(at, 1)[0]!.answer(value);
  await settle();
};

afterEach(() => jest.useRealTimers());
beforeEach(async () => {
  jest.useFakeTimers();
  started = 0;
  asked = [];
  cancelled.length = rested.length = 0;
  jest.resetModules();
  workers = [];
  pinged = () => Promise.resolve(true);
  Object.assign(globalThis, { Worker: FakeWorker });
  onCores(8);
  client = await import("./twin.client");
});

test("a lid that is up is answered while what can wait is still under way; each lane keeps its order", async () => {
  const later = ["a", "b", "c"].map((name) => ask("bin-1", false, name));
  await settle();
  // One that is worked out, and one that is read meanwhile.
  expect(under()).toEqual(["a", "b"]);
  const urgent = ask("bin-1", true, "lid");
  const after = ask("bin-1", true, "after the lid");
  await settle();
  expect(under()).toEqual(["a", "b", "lid"]);
  await finish("lid");
  expect(await urgent.answer).toBe("lid done");
  expect(under()).toEqual(["a", "b", "after the lid"]);
  await finish("after the lid");
  expect(await after.answer).toBe("after the lid done");
  await finish("a");
  expect(under()).toEqual(["b", "c"]);
  await finish("b");
  await finish("c");
  expect(await Promise.all(later.map((one) => one.answer))).toEqual(["a done", "b done", "c done"]);
});

test("no more than two workers, all of them used, and a bin always goes to the same one", async () => {
  const bins = Array.from({ length: 24 }, (_, at) => `bin-${at}`);
  const workerOf = new Map<string, number>();
  for (const round of [1, 2])
    for (const binId of bins) {
      const one = ask(binId, round === 2, binId);
      await settle();
      const { worker } = asked[0]!;
      expect(workerOf.get(binId) ?? worker).toBe(worker);
      workerOf.set(binId, worker);
      await finish(binId);
      await one.answer;
    }
  expect(started).toBe(2);
  expect(new Set(workerOf.values())).toEqual(new Set([1, 2]));
});

test.each([
  [1, 1],
  [2, 1],
  [3, 2],
  [16, 2],
])("on %i cores %i of them work, so that the page keeps one where it can", (cores, workers) => {
  onCores(cores);
  void ask("bin-1", false, "a");
  expect(started).toBe(workers);
});

test("what is cancelled before its turn is never asked; under way the worker hears of it and the answer is dropped", async () => {
  const first = ask("bin-1", false, "first");
  const beside = ask("bin-1", false, "beside");
  const second = ask("bin-1", false, "second");
  const third = ask("bin-1", false, "third");
  await settle();
  second.cancel();
  second.cancel();
  expect(cancelled).toEqual([]);
  first.cancel();
  expect(cancelled).toHaveLength(1);
  await finish("first");
  expect(under()).toEqual(["beside", "third"]);
  await finish("third");
  await finish("beside");
  expect(await Promise.all([first.answer, beside.answer, second.answer, third.answer])).toEqual([
    undefined,
    "beside done",
    undefined,
    "third done",
  ]);
});

test("the bin someone looks at comes before those that wait, and no one is forgotten", async () => {
  const same = Array.from({ length: 40 }, (_, at) => `bin-${at}`);
  const first = ask(same[0]!, false, same[0]!);
  await settle();
  const { worker } = asked[0]!;
  await finish(same[0]!);
  await first.answer;
  // Bins that go to the same worker.
  const queue: string[] = [];
  for (const binId of same.slice(1)) {
    const one = ask(binId, false, binId);
    await settle();
    const mine = asked.find(({ name }) => name === binId);
    if (mine?.worker !== worker) one.cancel();
    else queue.push(binId);
    for (const { name } of [...asked]) await finish(name);
  }
  const waiting = queue.slice(0, 5);
  const answers = waiting.map((binId) => ask(binId, false, binId).answer);
  await settle();
  client.favour(waiting[3]!);
  const order: string[] = [];
  while (asked.length > 0) {
    order.push(asked[0]!.name);
    await finish(asked[0]!.name);
  }
  expect(order).toEqual([0, 1, 3, 2, 4].map((at) => waiting[at]));
  expect(await Promise.all(answers)).toEqual(waiting.map((binId) => `${binId} done`));
});

test("a question that fails says so and does not hold up the next", async () => {
  const bad = ask("bin-1", false, "bad");
  const good = ask("bin-1", false, "good");
  await settle();
  asked.shift()!.fail(new Error("log unreadable"));
  await expect(bad.answer).rejects.toThrow("log unreadable");
  await settle();
  await finish("good");
  expect(await good.answer).toBe("good done");
});

test("all workers rest together; without any there is nothing to wait for", async () => {
  await client.restTwins(250);
  expect(rested).toEqual([]);
  void ask("bin-1", false, "a");
  const goOn = await client.restTwins(250);
  const [[, , nth]] = rested as [(typeof rested)[number]];
  expect(rested.splice(0)).toEqual([
    [1, 250, nth],
    [2, 250, nth],
  ]);
  goOn();
  expect(rested).toEqual([
    [1, "goes on", nth],
    [2, "goes on", nth],
  ]);
});

test("a worker that does not load is said, nobody waits for it, and it is tried again and heard of", async () => {
  onCores(1);
  const health = await import("./health");
  const told: boolean[] = [];
  health.onTwinHealth(() => told.push(health.twinsAil()));
  const running = ask("bin-1", false, "running");
  const waiting = ask("bin-1", false, "waiting");
  workers[0]!.heard.get("error")!({ message: "404" });
  await expect(running.answer).rejects.toThrow("404");
  await expect(waiting.answer).rejects.toThrow("404");
  await expect(ask("bin-1", true, "meanwhile").answer).rejects.toThrow(/no worker/);
  expect([told, workers[0]!.isEnded]).toEqual([[true], true]);

  jest.advanceTimersByTime(5_000);
  await settle();
  expect(workers).toHaveLength(2);
  expect(told).toEqual([true, false]);
  const again = ask("bin-1", true, "again");
  await settle();
  await finish("again");
  expect(await again.answer).toBe("again done");
});

test("a worker that dies without a word is noticed; the time until it is tried again doubles until one answers", async () => {
  onCores(1);
  pinged = () => new Promise(() => undefined);
  for (const [nth, after] of [5_000, 10_000, 20_000].entries()) {
    const lost = ask("bin-1", false, `lost ${nth}`);
    const failed = expect(lost.answer).rejects.toThrow(/silent/);
    await settle();
    jest.advanceTimersByTime(25_000);
    await failed;
    const before = workers.length;
    jest.advanceTimersByTime(after - 1);
    expect(workers).toHaveLength(before);
    jest.advanceTimersByTime(1);
    expect(workers).toHaveLength(before + 1);
  }
});
