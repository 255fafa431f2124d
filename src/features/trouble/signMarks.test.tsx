import { SIGNS } from "@/core/trouble/knowledge";
import { SignMark } from "@/ui/marks/SignMark";
import { render } from "@testing-library/react";

const drawn = (sign: string) =>
  render(<SignMark sign={sign} />)
    .container.querySelector("path")
    ?.getAttribute("d");

test("every sign of the table is drawn, no two alike, and every stroke lies within its frame", () => {
  const paths = SIGNS.map(({ id }) => [id, drawn(id)] as const);
  expect(paths.filter(([, path]) => path === undefined || path === null).map(([id]) => id)).toEqual([]);
  expect(new Set(paths.map(([, path]) => path)).size).toBe(paths.length);
  for (const [id, path] of paths)
    // Only what is said outright; what is relative starts from there.
    for (const [, x, y] of path!.matchAll(/[ML](-?[\d.]+)[ ,](-?[\d.]+)/g))
      expect([id, Number(x) >= 0 && Number(x) <= 24 && Number(y) >= 0 && Number(y) <= 24]).toEqual([
        id,
        true,
      ]);
  expect(drawn("not-a-sign")).toBeUndefined();
});
