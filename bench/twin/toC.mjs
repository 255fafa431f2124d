// The process model's inner loop as C, made from src/core/twin/engine/step.ts itself: the same arithmetic by construction, to be
// the yardstick of `npm run bench`. Knows the small part of TypeScript that file is written in; anything else fails to
// compile and is noticed.
import { readFileSync } from "node:fs";
import path from "node:path";

export function stepAsC(root, { fields, stride, parameters, species, warmthFields = 4 }) {
  let text = readFileSync(path.join(root, "src/core/twin/engine/step.ts"), "utf8");
  text = text.slice(text.indexOf("const clamp"), text.indexOf("/** Share of what was given below"));
  text = text
    .replace(/\/\*\*[\s\S]*?\*\//g, "")
    .replace(/\/\/.*$/gm, "")
    .replace(/export /g, "");
  // Helpers: one-line arrows and functions alike become static functions of doubles.
  const signature = (list) =>
    list
      .split(",")
      .map((one) => one.trim())
      .filter(Boolean)
      .map((one) => {
        const [name, type] = one.split(":").map((part) => part.trim());
        if (type.startsWith("TwinSpecies[")) return `const double *${name}`;
        if (type === "TwinSpecies") return `const Species *${name}`;
        if (type === "Float64Array") return `double *${name}`;
        if (type === "Surroundings") return `const Around *${name}`;
        return `double ${name}`;
      })
      .join(", ");
  text = text
    .replace(/const ([XE]) = new Float64Array\((\d+)\);/g, "double $1[$2];")
    .replace(/^const ((?:x|e)[A-Z]\w* = \d+(?:, \w+ = \d+)*);/gm, "enum { $1 };")
    .replace(/\b([XE])\[(\w+)\]!/g, "$1[$2]");
  // A constant may stand below what uses it: in C it may not.
  const plain = /^const ([A-Z_]+ = (?:[\d.e+-]+|[^=;{]*K\.[^;{]*));\n/gm;
  const first = [...text.matchAll(plain)].map(([line]) => line).join("");
  text = first + text.replace(plain, "");
  // The whole is called first and stands first: in C its parts are announced.
  text = text.replace(
    /function (\w+)\(s: Float64Array, around: Surroundings, dt: number\): void \{/g,
    "void $1(double *s, const Around *around, double dt) {",
  );
  text = `void rot(double *, const Around *, double); void grow(double *, const Around *, double); void flow(double *, const Around *, double);\n${text}`;
  text = text.replace(
    /function (\w+)\(([^)]*)\): number \{/g,
    (_, name, list) => `static double ${name}(${signature(list)}) {`,
  );
  text = text.replace(
    /const (\w+) = \(([^)]*)\): number =>\s*([\s\S]*?);\n/g,
    (_, name, list, body) => `static double ${name}(${signature(list)}) { return ${body}; }\n`,
  );
  text = text
    .replace(
      /const \{ species: sp, areaM2: A \} = around;/,
      "const Species *sp = &around->species; const double A = around->areaM2;",
    )
    .replace(/const \{ species: sp \} = around;/, "const Species *sp = &around->species;")
    .replace(/const \{ areaM2: A \} = around;/, "const double A = around->areaM2;")
    .replace(/s\[F\.(\w+)\]!/g, "s[F_$1]")
    .replace(/s\[F\.(\w+)\]/g, "s[F_$1]")
    .replace(/F\.(\w+)/g, "F_$1")
    .replace(/K\.(\w+)/g, "K_$1")
    .replace(/Math\.LN10/g, "2.302585092994046")
    .replace(/Math\.max/g, "fmax")
    .replace(/Math\.min/g, "fmin")
    .replace(/Math\.(exp|sqrt|log)/g, "$1")
    .replace(/\bsp\.(\w+)/g, "sp->$1")
    .replace(/\baround\.(\w+)/g, "around->$1")
    .replace(/warmthC\[(\d)\]/g, "warmthC[$1]")
    .replace(/s\[box\]!/g, "s[box]")
    .replace(/for \(let (\w+) =/g, "for (int $1 =")
    .replace(/,(\s*\))/g, "$1")
    // The one maximum of three.
    .replace(/const V = fmax\(/, "const V = most(")
    .replace(/\basm\b/g, "assimilated")
    .replace(/!==/g, "!=")
    .replace(/===/g, "==")
    .replace(/\b(const|let) (?=[\w])/g, (_, kind) => (kind === "const" ? "const double " : "double "))
    .replace(/const double (double|Species|Around)/g, "const $1")
    .replace(/const double (const|double|void|static)/g, "$1");
  // Squares, the only powers there are.
  for (let at = text.indexOf(" ** 2"); at >= 0; at = text.indexOf(" ** 2")) {
    let from = at - 1;
    for (let depth = 0; from >= 0; from -= 1) {
      if (text[from] === ")") depth += 1;
      if (text[from] === "(") depth -= 1;
      if (depth === 0) break;
    }
    text = `${text.slice(0, from)}square(${text.slice(from, at)})${text.slice(at + 5)}`;
  }
  // What calls may stand above what is called: each is announced.
  const announced = [...text.matchAll(/^static double \w+\([^)]*\)/gm)].map(([head]) => `${head};`);
  const constants = Object.entries(parameters).map(
    ([name, value]) => `#define K_${name} ${value.toPrecision(17)}`,
  );
  const places = Object.entries(fields).map(([name, at]) => `#define F_${name} ${at}`);
  const members = Object.entries(species).map(([name, value]) =>
    Array.isArray(value) ? `const double ${name}[${warmthFields}]` : `double ${name}`,
  );
  const values = Object.values(species).map((value) =>
    Array.isArray(value) ? `{${value.map((one) => one.toPrecision(17)).join(", ")}}` : value.toPrecision(17),
  );
  return [
    "#include <math.h>",
    "#include <stdio.h>",
    "#include <stdlib.h>",
    "#include <time.h>",
    ...constants,
    ...places,
    `#define STRIDE ${stride}`,
    `typedef struct { ${members.join("; ").replace(/const double (\w+)\[/g, "double $1[")}; } Species;`,
    "typedef struct { Species species; double otherLiveG, otherHunger, areaM2, insulation, drainedShare; int hasSump; double sumpG, evaporation, air, openFaces, buriedM, airC, rainG, airKPa, looseStays, souringStays, freshStays, limed; } Around;",
    "static double square(double x) { return x * x; }",
    "static void exponentials(double *values, int from, int to) { for (int at = from; at < to; at++) values[at] = exp(values[at]); }",
    "static double most(double a, double b, double c) { return fmax(fmax(a, b), c); }",
    ...announced,
    text,
    `static const Species SPECIES = {${values.join(", ")}};`,
  ].join("\n");
}
