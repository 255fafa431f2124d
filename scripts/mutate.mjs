// Do the tests bite? Makes small seeded changes in rooms of the core, one at a time in a copy of the house, and runs the
// room's own tests over each: a change that no test notices is a survivor, and is printed. Part of `npm run test:long`;
// by itself: `node scripts/mutate.mjs`, with MUTANTS (how many, 16) and SEED (1).
import { spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { root } from "./house.mjs";

const ROOMS = ["decision", "harvest", "lot", "nursery"];
const MUTANTS = Number(process.env.MUTANTS ?? 16);
let state = Number(process.env.SEED ?? 1) >>> 0;
/** Uniform in [0, 1), the same for the same seed. */
const chance = () => {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const pick = (all) => all[Math.floor(chance() * all.length)];

/** What is looked for in a line of code, and what is put in its place. */
const CHANGES = [
  [/(?<![\w."-])(\d+\.\d+)(?![\w"])/, (number) => String(Number(number) * 3)],
  [/(?<![\w."-])([2-9]|[1-9]\d+)(?![\w."])/, (number) => String(Number(number) * 10)],
  [/ >= /, () => " < "],
  [/ <= /, () => " > "],
  [/ > 0\b/, () => " < 0"],
  [/ && /, () => " || "],
  [/Math\.min\(/, () => "Math.max("],
  [/Math\.max\(/, () => "Math.min("],
  [/\?\? /, () => "&& "],
  [/ === "/, () => ' !== "'],
];
const isCode = (line) =>
  !/^\s*(\*|\/\/|\/\*|import|export type|readonly)/.test(line) && !/`|=>\s*$/.test(line);

const house = mkdtempSync(path.join(tmpdir(), "mutants-"));
for (const part of ["src", "tests", "package.json", "jest.config.mjs", "tsconfig.json"])
  cpSync(path.join(root, part), path.join(house, part), { recursive: true });
symlinkSync(path.join(root, "node_modules"), path.join(house, "node_modules"));

/** A change at a line of a file of a room; undefined where chance found none. */
function mutant() {
  const room = pick(ROOMS);
  const files = readdirSync(path.join(house, "src/core", room)).filter((name) =>
    /(?<!\.test)\.ts$/.test(name),
  );
  const file = path.join(house, "src/core", room, pick(files));
  const lines = readFileSync(file, "utf8").split("\n");
  const at = Math.floor(chance() * lines.length);
  const [find, put] = pick(CHANGES);
  if (!isCode(lines[at]) || !find.test(lines[at])) return undefined;
  const changed = lines[at].replace(find, put);
  return { room, file, lines, at, changed };
}

let killed = 0;
const survivors = [];
for (let tried = 0; killed + survivors.length < MUTANTS && tried < 100_000; tried += 1) {
  const one = mutant();
  if (!one) continue;
  const { room, file, lines, at, changed } = one;
  writeFileSync(file, lines.toSpliced(at, 1, changed).join("\n"));
  const run = spawnSync(
    process.execPath,
    ["node_modules/jest/bin/jest.js", "--selectProjects", "core", "--silent", "--bail", `src/core/${room}/`],
    { cwd: house, encoding: "utf8", timeout: 300_000 },
  );
  writeFileSync(file, lines.join("\n"));
  if (run.status !== 0) killed += 1;
  else
    survivors.push(`${path.relative(house, file)}:${at + 1}\n    ${lines[at].trim()}\n    ${changed.trim()}`);
}
rmSync(house, { recursive: true, force: true });
console.log(`${killed} of ${killed + survivors.length} changes were noticed.`);
for (const survivor of survivors) console.log(`survived: ${survivor}`);
// Some changes are none (a bound that never binds): they are read, not refused. Most must be noticed.
process.exit(killed >= survivors.length ? 0 : 1);
