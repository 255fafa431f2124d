import { readdirSync, readFileSync } from "node:fs";
import { parse } from "papaparse";
import fc from "fast-check";
import { tableText } from "./saveFile";

/** Not guessed from what stands in the cells. */
const COMMAS = { delimiter: "," };
/** What a spreadsheet begins a sum with. */
const BEGINS_A_SUM = /^[=+\-@\t\r]/;
const cells = async (cell: string) => parse<string[]>(await tableText([["a", cell]]), COMMAS).data[0]!;

test("a cell that would be run as a sum is text; numbers, signed or not, stay numbers", async () => {
  for (const cell of ["=1+HYPERLINK(A1)", "=1", "+1+cmd", "-2+3", "@now", "-1.5.2", "+.5x", "\t=x", "-", "=-1", "-1e9"])
    expect([cell, (await cells(cell))[1]!.startsWith("'")]).toEqual([cell, true]);
  for (const cell of ["-1", "+4.25", "-0.07", "12", "0.5", "a=b", "2026-11-23"])
    expect([cell, (await cells(cell))[1]]).toEqual([cell, cell]);
}); // prettier-ignore

test("whatever stands in it, a table reads back cell by cell, and no cell of it begins a sum but a number does", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.constantFrom("", "=", "+", "-", "@", "\t", "\r", "9"), fc.string()), { minLength: 1, maxLength: 4 }),
      async (parts) => {
        const row = parts.map(([first, rest]) => first + rest);
        const back = parse<string[]>(await tableText([["head"], row]), COMMAS).data[1]!;
        expect(back.map((cell) => cell.replace(/^'/, ""))).toEqual(row.map((cell) => cell.replace(/^'/, "")));
        for (const cell of back)
          if (BEGINS_A_SUM.test(cell)) expect(cell).toMatch(/^[+-]?\d+(\.\d+)?$/);
      },
    ),
    { numRuns: 500 },
  );
}); // prettier-ignore

test("there is one door for tables: nowhere else is one written", () => {
  const sources = readdirSync("src", { recursive: true, encoding: "utf8" }).filter((name) =>
    /(?<!\.test)\.tsx?$/.test(name),
  );
  const writing = sources.filter((name) => /text\/csv"|unparse\(/.test(readFileSync(`src/${name}`, "utf8")));
  expect(writing).toEqual(["ui/saveFile.ts"]);
});
