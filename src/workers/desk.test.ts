import { DeskClosed, openDesk } from "./desk";
import { startSums } from "./sums.client";

/* Whoever waits for a worker hears of it, whatever becomes of it; the next question finds a fresh one. */

interface Asked {
  readonly worker: number;
  readonly name: string;
  readonly answer: (value: unknown) => void;
}
let mockAsked: Asked[] = [];
jest.mock("comlink", () => ({
  wrap: ({ no }: { no: number }) => ({
    run: (name: string) => new Promise((answer) => mockAsked.push({ worker: no, name, answer })),
  }),
}));

type Listener = (event: { readonly message?: string; readonly data?: unknown }) => void;
class FakeWorker {
  static all: FakeWorker[] = [];
  readonly no = FakeWorker.all.push(this);
  isEnded = false;
  pings = 0;
  private readonly listeners = new Map<string, Listener[]>();
  addEventListener(of: string, listen: Listener): void {
    this.listeners.set(of, [...(this.listeners.get(of) ?? []), listen]);
  }
  postMessage(): void {
    this.pings += 1;
  }
  terminate(): void {
    this.isEnded = true;
  }
  tell(of: "message" | "error" | "messageerror", event: { readonly message?: string } = {}): void {
    for (const listen of this.listeners.get(of) ?? []) listen(event);
  }
}
const last = () => FakeWorker.all.at(-1)!;
beforeEach(() => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  jest.useFakeTimers();
  mockAsked = [];
  FakeWorker.all = [];
  Object.assign(globalThis, { Worker: FakeWorker });
});
afterEach(() => jest.useRealTimers());
interface Sum {
  run(name: string): Promise<unknown>;
}
const desk = () => openDesk<Sum>(() => new FakeWorker() as unknown as Worker);
const ask = (at: ReturnType<typeof desk>) => at.ask(({ run }) => run("mix"));
const within = async (seconds: number) => {
  for (let n = 0; n < seconds; n += 1) await jest.advanceTimersByTimeAsync(1000);
};

test("one worker answers one question after the other, and is asked whether it is there only while someone waits", async () => {
  const at = desk();
  for (const value of [1, 2]) {
    const asked = ask(at);
    mockAsked.at(-1)!.answer(value);
    expect(await asked).toBe(value);
  }
  await within(300);
  expect([FakeWorker.all.length, last().pings, last().isEnded]).toEqual([1, 0, false]);
});

test.each([
  ["does not load", async () => Promise.resolve(last().tell("error")), "did not load"],
  ["throws", async () => { last().tell("message"); await within(1); last().tell("error", { message: "out of memory" }); }, "stumbled"],
  ["is not understood", async () => Promise.resolve(last().tell("messageerror")), "was not understood"],
  ["never comes", () => within(70), "did not load"],
  ["falls silent", async () => { last().tell("message"); await within(140); }, "has not answered for two minutes"],
])("a worker that %s: whoever waits is told, it is ended, and the next question finds a fresh one", async (_, go, why) => {
  const at = desk();
  const asked = [ask(at), ask(at)].map((one) => one.catch((cause: Error) => cause.message));
  await go();
  expect(await Promise.all(asked)).toEqual([why, why]);
  expect(last().isEnded).toBe(true);
  const again = ask(at);
  mockAsked.at(-1)!.answer("here");
  expect([await again, FakeWorker.all.length]).toEqual(["here", 2]);
}); // prettier-ignore

test("a worker at a long piece of work that answers in between is left to it", async () => {
  const at = desk();
  let said: unknown;
  void ask(at).then((value) => (said = value));
  for (let minute = 0; minute < 10; minute += 1) {
    await within(60);
    last().tell("message");
  }
  mockAsked.at(-1)!.answer("after ten minutes");
  await within(1);
  expect([said, FakeWorker.all.length]).toEqual(["after ten minutes", 1]);
});

test("where none can be started at all, that is said", async () => {
  const at = openDesk<Sum>(() => {
    throw new Error("refused by policy");
  });
  await expect(ask(at)).rejects.toThrow("refused by policy");
});

test("a closed desk says so, and a later sum drops the one under way, its worker with it", async () => {
  const at = desk();
  const open = ask(at);
  at.end();
  await expect(open).rejects.toBeInstanceOf(DeskClosed);
  const sums = startSums();
  const first = sums.run("simulate", { days: 3000 });
  const second = sums.run("simulate", { days: 3 });
  expect(await first).toBeUndefined();
  mockAsked.at(-1)!.answer({ ok: true, value: 1 });
  expect(await second).toEqual({ ok: true, value: 1 });
  const lost = sums.run("mix", {});
  last().tell("error", { message: "404" });
  await expect(lost).rejects.toThrow("did not load");
});
