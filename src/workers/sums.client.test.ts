import { startSums } from "./sums.client";

/* A sum that is not wanted any more is not worked out to its end. */

interface Asked {
  readonly worker: number;
  readonly name: string;
  readonly answer: (value: unknown) => void;
  readonly fail: (why: Error) => void;
}
let mockAsked: Asked[] = [];
let mockStarted = 0;
const ended: number[] = [];
jest.mock("comlink", () => ({
  wrap: ({ no }: { no: number }) => ({
    run: (name: string) => new Promise((answer, fail) => mockAsked.push({ worker: no, name, answer, fail })),
  }),
}));

let hear: (event: { message: string }) => void;
beforeEach(() => {
  mockAsked = [];
  mockStarted = ended.length = 0;
  Object.assign(globalThis, {
    Worker: class {
      readonly no = (mockStarted += 1);
      addEventListener(_: string, listen: typeof hear): void {
        hear = listen;
      }
      terminate(): void {
        ended.push(this.no);
      }
    },
  });
});
const settle = () => new Promise((go) => setTimeout(go));
const fine = { ok: true, value: 1 };

test("one worker answers one sum after the other", async () => {
  const sums = startSums();
  for (const name of ["mix", "hydrate"]) {
    const asked = sums.run(name, {});
    mockAsked.at(-1)!.answer(fine);
    expect(await asked).toEqual(fine);
  }
  expect([mockStarted, ended]).toEqual([1, []]);
  sums.end();
  expect(ended).toEqual([1]);
});

test("a later sum drops the one under way, its worker with it, and is answered by a fresh one", async () => {
  const sums = startSums();
  const first = sums.run("simulate", { days: 3000 });
  const second = sums.run("simulate", { days: 3 });
  expect(await first).toBeUndefined();
  expect(ended).toEqual([1]);
  mockAsked[0]!.answer({ ok: true, value: "of the first" });
  mockAsked[1]!.answer(fine);
  expect(await second).toEqual(fine);
  await settle();
  // The late answer of the dropped one has not confused the next.
  const third = sums.run("mix", {});
  expect(ended).toEqual([1]);
  mockAsked[2]!.answer(fine);
  expect(await third).toEqual(fine);
});

test("a worker that fails says so; leaving the page leaves nothing running", async () => {
  const sums = startSums();
  const lost = sums.run("mix", {});
  hear({ message: "404" });
  await expect(lost).rejects.toThrow("404");
  const left = startSums();
  const unanswered = left.run("mix", {});
  left.end();
  expect(await unanswered).toBeUndefined();
});
