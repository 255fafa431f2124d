import { CLIMATE, tubEntry, tubOf } from "../../../tests/log";
import { howWell } from "@/core/nursery/howWell";
import { tubState } from "@/core/nursery/state";
import { CELLAR } from "../theme/colours";
import { funnelChart } from "./funnelChart";

const found = (scoops: readonly number[]) =>
  howWell(
    scoops.map((count, nth) => {
      const id = `tub-${nth + 1}`;
      const tub = tubOf({ id: id as never, name: id });
      const log = [
        tubEntry(
          { kind: "tubSet", grown: { count: 200 + 20 * nth, measuredBy: "guessed" }, cycleDays: 24 },
          0,
          id,
        ),
        tubEntry({ kind: "tubCleared", how: "sieved" }, 24, id),
        tubEntry({ kind: "tubCounted", of: "cocoons", count, fraction: 1 / 16 }, 24, id),
      ];
      return { tub, state: tubState(tub, log), climate: { ...CLIMATE, meanC: 22 } };
    }),
  );
type Lines = readonly { readonly type: string; readonly data: readonly (readonly [number, number])[] }[];

test("the limits of chance close in with size, lie about the middle, and stay above nought", () => {
  const option = funnelChart(found([48, 52, 60, 63, 66, 70]), CELLAR);
  const lines = (option.series as unknown as Lines).filter(({ type }) => type === "line");
  expect(lines).toHaveLength(5);
  const [middle, above, below, high, low] = lines.map(({ data }) => data.map(([, value]) => value));
  for (let at = 0; at < middle!.length; at += 1) {
    expect(low![at]).toBeGreaterThanOrEqual(0);
    expect(low![at]).toBeLessThanOrEqual(below![at]!);
    expect(below![at]).toBeLessThan(middle![at]!);
    expect(above![at]).toBeGreaterThan(middle![at]!);
    expect(high![at]).toBeGreaterThan(above![at]!);
    if (at > 0) expect(high![at]).toBeLessThanOrEqual(high![at - 1]!);
  }
});

test("every counted cycle is one mark, those of an accused tub apart and named once; nothing counted makes no chart break", () => {
  const all = found([48, 52, 60, 63, 66, 70, 3]);
  const option = funnelChart(all, CELLAR);
  const marks = (option.series as unknown as { type: string; data: { name: string }[] }[]).filter(
    ({ type }) => type === "scatter",
  );
  expect(marks.flatMap(({ data }) => data)).toHaveLength(7);
  expect(marks[1]!.data.map(({ name }) => name)).toEqual(["tub-7"]);
  expect(() => funnelChart(howWell([]), CELLAR)).not.toThrow();
});
