import { BENCH_MS, benchLine } from "@/core/scale/bench";
import { setTimeout as pause } from "node:timers/promises";

/** A stream ends by itself after so long; who still weighs opens it anew. */
const LONGEST_MS = 5 * 60_000;
const MOST_KG = 10_000;

/**
 * `GET /api/scale?kg=3.2&from=0&drops=1`: the bench scale that ships with the app, for trying things out where none stands. Five
 * lines a second of what lies on it, until whoever asked goes away.
 */
export function benchScale(request: Request): Response {
  const asked = new URL(request.url).searchParams;
  const number = (name: string) => {
    const value = Number(asked.get(name) ?? "0");
    return Number.isFinite(value) && Math.abs(value) <= MOST_KG ? value : undefined;
  };
  const toKg = number("kg");
  const fromKg = number("from");
  if (toKg === undefined || fromKg === undefined || toKg < 0)
    return Response.json(
      { error: { code: "scale/load", message: "kg and from are numbers, kg not below nought.", issues: [] } },
      { status: 400 },
    );
  const load = { fromKg, toKg, seed: `${toKg}`, drops: asked.get("drops") === "1" };
  const lines = async function* () {
    const encoder = new TextEncoder();
    for (let atMs = 0; atMs < LONGEST_MS && !request.signal.aborted; atMs += BENCH_MS) {
      const line = benchLine(load, atMs);
      if (line !== undefined) yield encoder.encode(`${line}\n`);
      await pause(BENCH_MS);
    }
  };
  const written = lines();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const next = await written.next();
      if (next.done) controller.close();
      else controller.enqueue(next.value);
    },
    async cancel() {
      await written.return(undefined);
    },
  });
  return new Response(body, {
    headers: { "Content-Type": "text/plain; charset=utf-8", "Cache-Control": "no-store, no-transform" },
  });
}
