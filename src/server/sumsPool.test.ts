import { Worker } from "node:worker_threads";
import { sumsPool } from "./sumsPool";

/* A thread that answers at once, never, or dies: what is asked of a real one is held by the browser tests. */
const THREAD = `
const { parentPort } = require("node:worker_threads");
parentPort.on("message", ({ name, text }) => {
  if (name === "spin") for (;;);
  if (name === "die") process.exit(3);
  if (name === "throw") throw new Error("not today");
  parentPort.postMessage({ status: 200, body: name + text });
});`;
let started = 0;
const pool = (limits: Partial<Parameters<typeof sumsPool>[1]> = {}) => {
  started = 0;
  return sumsPool(
    () => {
      started += 1;
      return new Worker(THREAD, { eval: true });
    },
    { threads: 1, waiting: 1, seconds: 30, ...limits },
  );
};
const answered = (body: string) => ({ is: "answered", status: 200, body });

test("sums are answered one after the other by one thread, and who comes when it is full is told", async () => {
  const { run } = pool();
  const asked = [run("a", "1"), run("b", "2"), run("c", "3")];
  expect(await Promise.all(asked)).toEqual([answered("a1"), answered("b2"), { is: "busy" }]);
  expect(await run("d", "4")).toEqual(answered("d4"));
  expect(started).toBe(1);
});

test("a sum without end is ended in its time, and the next finds a fresh thread", async () => {
  const { run } = pool({ seconds: 0.2 });
  const [endless, next] = [run("spin", ""), run("a", "1")];
  expect(await endless).toEqual({ is: "tooLong", seconds: 0.2 });
  expect(await next).toEqual(answered("a1"));
  expect(started).toBe(2);
});

test("who leaves has their sum ended or never begun, whether it was under way or waiting", async () => {
  const { run } = pool({ waiting: 2 });
  const [first, second] = [new AbortController(), new AbortController()];
  const asked = [run("spin", "", first.signal), run("spin", "", second.signal), run("a", "1")];
  second.abort();
  expect(await asked[1]).toEqual({ is: "left" });
  first.abort();
  expect(await asked[0]).toEqual({ is: "left" });
  expect(await asked[2]).toEqual(answered("a1"));
  expect(await run("b", "2", first.signal)).toEqual({ is: "left" });
});

test("a thread that dies or throws is told of and replaced; several are under way at once", async () => {
  const { run } = pool({ threads: 2, waiting: 4 });
  const ends = await Promise.all([run("die", ""), run("throw", ""), run("a", "1"), run("b", "2")]);
  expect(ends.map(({ is }) => is)).toEqual(["failed", "failed", "answered", "answered"]);
  expect(started).toBeGreaterThanOrEqual(3);
});
