import { seeded } from "../chance/seeded";
import { BENCH_FORMAT, BENCH_MS, benchLine } from "./bench";
import type { ScaleFormat } from "./line";
import { linesOf, readScaleLine } from "./line";
import { heard, NOTHING_WEIGHED, scaleNow, SILENT_MS, tared } from "./weighing";

const KG: ScaleFormat = { unit: "kg", steadyMark: "" };

test.each<[line: string, format: ScaleFormat, kg: number | undefined, isSteady: boolean | undefined]>([
  ["  12.345 kg", KG, 12.345, undefined],
  ["W:+0003,250", KG, 3.25, undefined],
  ["- 0.4", KG, -0.4, undefined],
  ["1250 g", KG, 1.25, undefined],
  ["N 2.5 LB ok", { unit: "kg", steadyMark: "OK" }, 1.133980925, true],
  ["N 2.5 LB", { unit: "kg", steadyMark: "OK" }, 1.133980925, false],
  ["32", { unit: "oz", steadyMark: "" }, 0.90718474, undefined],
  ["kg ------ over", BENCH_FORMAT, undefined, undefined],
  ["", KG, undefined, undefined],
  ["99999 kg", KG, undefined, undefined],
  ["\u0002\u0003", KG, undefined, undefined],
])("the line %j is read as %j says", (line, format, kg, isSteady) => {
  const read = readScaleLine(line, format);
  expect(read.ok ? read.value.kg : undefined).toEqual(kg === undefined ? undefined : expect.closeTo(kg, 9));
  if (read.ok) expect(read.value.isSteady).toBe(isSteady);
});

test("a stream cut into pieces anywhere gives the same lines, and one without an end fills no memory", () => {
  const whole = Array.from({ length: 40 }, (_, at) => `kg ${(at / 7).toFixed(3)} steady`);
  const text = whole.map((line, at) => line + ["\n", "\r\n", "\r"][at % 3]!).join("");
  for (let seed = 0; seed < 50; seed += 1) {
    const chance = seeded(`pieces/${seed}`);
    const take = linesOf();
    const found: string[] = [];
    for (let from = 0; from < text.length;) {
      const to = from + 1 + Math.floor(9 * chance());
      found.push(...take(text.slice(from, to)));
      from = to;
    }
    expect(found).toEqual(whole);
  }
  const take = linesOf();
  for (let n = 0; n < 100; n += 1) expect(take("9".repeat(1000))).toEqual([]);
  expect(take("\n")[0]!.length).toBeLessThanOrEqual(500);
});

/** What was offered as steady over a while: moment and net kilograms. */
function offered(lineAt: (atMs: number) => string | undefined, untilMs: number) {
  let weighing = NOTHING_WEIGHED;
  const steady: { atMs: number; netKg: number }[] = [];
  const states = new Set<string>();
  for (let atMs = 0; atMs <= untilMs; atMs += BENCH_MS) {
    const line = lineAt(atMs);
    const read = line === undefined ? undefined : readScaleLine(line, BENCH_FORMAT);
    if (read?.ok) weighing = heard(weighing, read.value, atMs);
    const now = scaleNow(weighing, atMs);
    states.add(now.is);
    if (now.is === "steady") steady.push({ atMs, netKg: now.netKg });
  }
  return { steady, states, weighing };
}

test("whatever is laid on the stand-in, only what it has come to rest at is offered, to three grams, and soon", () => {
  for (let seed = 0; seed < 60; seed += 1) {
    const chance = seeded(`bench/${seed}`);
    const [fromKg, toKg] = [30 * chance(), 30 * chance()];
    const { steady } = offered((at) => benchLine({ fromKg, toKg, seed: `${seed}`, drops: false }, at), 8_000);
    expect(steady.length).toBeGreaterThan(5);
    expect(steady[0]!.atMs).toBeLessThan(7_000);
    for (const { netKg } of steady) expect(Math.abs(netKg - toKg)).toBeLessThan(0.003 + 0.001 * toKg);
  }
});

test("one that drops out in the middle says so and offers nothing, then goes on", () => {
  const { steady, states } = offered(
    (at) => benchLine({ fromKg: 0, toKg: 4, seed: "drop", drops: true }, at),
    14_000,
  );
  expect(states).toContain("silent");
  expect(steady.some(({ atMs }) => atMs > 6_000 + SILENT_MS && atMs < 10_500)).toBe(false);
  expect(steady.some(({ atMs }) => atMs > 11_500)).toBe(true);
});

test("a figure that creeps or jumps is never steady; more than it carries is no figure; tare takes the container off", () => {
  const creeping = offered((at) => `kg ${(5 + at * 0.00002).toFixed(3)} steady`, 6_000);
  expect(creeping.steady).toEqual([]);
  const jumping = offered((at) => `kg ${(5 + ((at / BENCH_MS) % 3) * 0.02).toFixed(3)} steady`, 6_000);
  expect(jumping.steady).toEqual([]);
  expect(benchLine({ fromKg: 0, toKg: 90, seed: "x", drops: false }, 0)).toMatch(/over/);
  const { weighing } = offered(() => "kg 0.850 steady", 2_000);
  const full = heard(tared(weighing), { kg: 4.1, said: "4.100 kg", isSteady: true }, 2_200);
  expect(scaleNow(full, 2_200)).toMatchObject({ netKg: expect.closeTo(3.25, 9) as number });
  expect(scaleNow(NOTHING_WEIGHED, 0)).toEqual({ is: "waiting" });
  expect(tared(NOTHING_WEIGHED)).toEqual(NOTHING_WEIGHED);
});
