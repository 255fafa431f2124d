import { seeded } from "@/core/chance/seeded";
import { exponentials } from "./exponentials";

test("what is taken together is what is taken singly, and nothing beside it is touched", () => {
  const next = seeded("powers");
  const edges = [0, -0, 1e-300, -1e-300, 700, -700, 699.999, -699.999, Math.LN2 / 128, -Math.LN2 / 128];
  const values = [...edges, ...Array.from({ length: 20_000 }, () => (next() - 0.7) * 10 ** (4 * next() - 1))];
  const taken = Float64Array.from([7, ...values, 7]);
  exponentials(taken, 1, values.length + 1);
  const off = values.map((x, at) => {
    const wanted = Math.exp(x);
    if (x < -700) return taken[at + 1]!;
    return wanted === Infinity ? (taken[at + 1] === Infinity ? 0 : 1) : Math.abs(taken[at + 1]! / wanted - 1);
  });
  expect(Math.max(...off)).toBeLessThan(5e-16);
  expect([taken[0], taken.at(-1)]).toEqual([7, 7]);
});

test("what is no number stays none, and the ends of the line are nought and without end", () => {
  const ends = Float64Array.from([NaN, -Infinity, Infinity, -1e308, 1e308]);
  exponentials(ends, 0, 5);
  expect([...ends]).toEqual([NaN, 0, Infinity, 0, Infinity]);
});
