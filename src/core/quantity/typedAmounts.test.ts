import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import type { Asks, Measures } from "./parse";
import { readQuantity } from "./parse";
import { OWN_MEASURES, sayRead, sayUnreadable } from "./words";

/* Some 330 amounts as keepers type them, each with what is meant; every second one was held out when the reader was written. */

const METRIC: Measures = {
  units: "metric",
  containers: [
    { name: "Grey bucket", volumeL: 8.5 },
    { name: "blue bucket", volumeL: 10 },
    { name: "jar", volumeL: 0.7 },
    { name: "sprayer", litresPerMin: 0.12 },
  ],
};
const US: Measures = {
  units: "us",
  containers: [
    { name: "pail", volumeL: 18.9 },
    { name: "Coffee can", volumeL: 0.9 },
    { name: "scoop", volumeL: 0.25 },
  ],
};
const BASE = { mass: "kg", volume: "L", length: "m", temperature: "C", count: "n" } as const;
function asks(field: string, isUs: boolean): Asks {
  const small = isUs ? "oz" : "g";
  switch (field) {
    case "scraps":
      return { takes: ["mass", "volume"], bare: small };
    case "bedding":
      return { takes: ["mass", "volume"], bare: small, areaM2: 0.24 };
    case "water":
      return { takes: ["volume", "mass"], bare: isUs ? "qt" : "L" };
    case "castings":
      return { takes: ["mass", "volume"], bare: isUs ? "lb" : "kg" };
    case "depth":
      return { takes: ["length"], bare: isUs ? "in" : "cm" };
    case "warmth":
      return { takes: ["temperature"], bare: isUs ? "F" : "C" };
    case "worms":
      return { takes: ["mass", "count"], bare: small };
    default:
      throw new Error(`expected a field of the table, got ${field}`);
  }
}
const ROWS = readFileSync(join(__dirname, "typedAmounts.txt"), "utf8")
  .split("\n")
  .filter((line) => line !== "" && !line.startsWith("#"))
  .map((line) => {
    const [, units, field, typed, is, not] = /^(\S) (\S+) (.*?) (?:= (.*)|\?(.*))$/.exec(line)!;
    return { line, measures: units === "u" ? US : METRIC, field: field!, typed: typed!, is, not };
  });

test.each(ROWS)("$line", ({ measures, field, typed, is, not }) => {
  const read = readQuantity(typed, asks(field, measures.units === "us"), measures);
  if (is !== undefined) {
    const [value, unit] = is.split(" ");
    expect(read).toMatchObject({ ok: true });
    if (!read.ok) return;
    expect(BASE[read.value.dimension]).toBe(unit);
    expect(read.value.value).toBeCloseTo(Number(value), 8);
    expect(sayRead(typed, read.value, measures.units) ?? "that is").toMatch(/^that is/);
  } else {
    const [code, nearest] = not!.split(" ~ ");
    expect(read).toMatchObject({
      ok: false,
      problem: { code: code!.trim(), ...(nearest ? { nearest } : {}) },
    });
    if (read.ok) return;
    const said = sayUnreadable(read.problem);
    expect(said).toMatch(/[.?]$/);
    if (nearest) expect(said).toContain(nearest);
    if (code!.trim() === "quantity/unmeasured") expect(said).toContain(OWN_MEASURES);
  }
});

test("the nearest reading that is offered can be read", () => {
  for (const { measures, field, typed } of ROWS) {
    const of = asks(field, measures.units === "us");
    const read = readQuantity(typed, of, measures);
    if (read.ok || !("nearest" in read.problem) || read.problem.nearest === undefined) continue;
    expect([typed, readQuantity(read.problem.nearest, of, measures).ok]).toEqual([typed, true]);
  }
});

test("amounts of any measure add up, whatever is said before, between and after them", () => {
  const few = fc.constantFrom(["1", 1], ["2", 2], ["half a", 0.5], ["two and a half", 2.5], ["3/4", 0.75], ["12", 12]); // prettier-ignore
  const held = fc.constantFrom(["grey bucket", 8.5], ["jar", 0.7], ["cup", 0.25], ["handful", 0.125], ["L", 1], ["mL", 0.001], ["10 L pail", 10]); // prettier-ignore
  const before = fc.constantFrom("", "about ", "roughly ", "~");
  const after = fc.constantFrom("", " of peelings", " or so", " of grounds and tea");
  fc.assert(
    fc.property(
      before,
      fc.array(fc.tuple(few, held, after), { minLength: 1, maxLength: 4 }),
      (lead, terms) => {
        const text = lead + terms.map(([[n], [of], tail]) => `${String(n)} ${String(of)}${tail}`).join(" + ");
        const sum = terms.reduce((all, [[, n], [, litres]]) => all + Number(n) * Number(litres), 0);
        const read = readQuantity(text, asks("scraps", false), METRIC);
        expect([text, read.ok && read.value.dimension]).toEqual([text, "volume"]);
        if (read.ok) expect(read.value.value).toBeCloseTo(sum, 6);
      },
    ),
    { numRuns: 500, seed: 35 },
  );
});

test("whatever is typed is a finite amount or a sentence, soon", () => {
  const scrap = fc.constantFrom("1", "2 ", "and ", "a ", "half ", "of ", "x ", "5-gallon ", "pail ", "kg ", "- ", ", ", "(", "each) ", "less ", "dozen "); // prettier-ignore
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.array(scrap, { maxLength: 20 }).map((all) => all.join("")),
      ),
      (typed) => {
        const read = readQuantity(typed, asks("bedding", true), US);
        return read.ok ? Number.isFinite(read.value.value) && read.value.value >= 0 : sayUnreadable(read.problem) !== ""; // prettier-ignore
      },
    ),
    { numRuns: 1500, seed: 3 },
  );
});
