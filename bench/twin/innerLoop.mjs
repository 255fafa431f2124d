// The twin's inner loop beside the same arithmetic in C, in one run.
import { execFileSync, spawnSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { stepAsC } from "./toC.mjs";

/** A script as one file, the way the app's bundler leaves it. */
async function bundled(root, folder, entry) {
  const outfile = path.join(folder, `${path.basename(entry, ".ts")}.js`);
  await build({
    entryPoints: [path.join(root, entry)],
    bundle: true,
    format: "iife",
    platform: "browser",
    outfile,
    alias: { "@": path.join(root, "src") },
    logLevel: "error",
  });
  return readFileSync(outfile, "utf8");
}

/** What a script posts that runs in a worker of the browser, where the app's own twin runs. */
const posted = (page, code) =>
  page.evaluate(
    (text) =>
      new Promise((done, fail) => {
        const worker = new Worker(URL.createObjectURL(new Blob([text])));
        worker.onmessage = ({ data }) => done(data);
        worker.onerror = ({ message }) => fail(new Error(message));
      }),
    code,
  );

/** What a script of the repository posts out of a worker of that page. */
export const inWorker = async (root, folder, page, entry) => posted(page, await bundled(root, folder, entry));

/** Milliseconds of both, their ratio and the largest relative difference; undefined where there is no C compiler. The best of several runs of each, in turn: a machine may be busy. */
export async function innerLoop(root, folder, page) {
  const code = await bundled(root, folder, "src/cli/stepSpeed.ts");
  const ours = await posted(page, code);
  const { members, days } = ours;
  const state = path.join(folder, "step.bin");
  writeFileSync(state, Buffer.from(Float64Array.from(ours.before).buffer));
  const source = path.join(folder, "step.c");
  const speciesOrder = Object.keys(ours.species).join(", ");
  writeFileSync(
    source,
    `${stepAsC(root, ours)}
/* ${speciesOrder} */
int main(int argc, char **argv) {
  const int members = ${members}, days = ${days};
  double *before = malloc(sizeof(double) * members * STRIDE), *s = malloc(sizeof(double) * members * STRIDE);
  FILE *in = fopen(argv[1], "rb");
  if (fread(before, sizeof(double), members * STRIDE, in) != (size_t)(members * STRIDE)) return 1;
  Around around = {.species = SPECIES, .areaM2 = 0.2, .insulation = 1, .drainedShare = 1 - exp(-0.7), .evaporation = 0.35,
    .air = 1, .openFaces = 2, .airC = 20, .airKPa = 0.55 * saturation(20), .looseStays = exp(-1 / K_looseTau),
    .souringStays = exp(-1 / K_tauUp), .freshStays = exp(-1 / K_tauDown), .limed = 1 - exp(-K_limeRate)};
  double best = 1e9;
  for (int round = 0; round < 8; round++) {
    for (int i = 0; i < members * STRIDE; i++) s[i] = before[i];
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    for (int day = 0; day < days; day++) for (int m = 0; m < members; m++) step(s + m * STRIDE, &around, 1);
    clock_gettime(CLOCK_MONOTONIC, &b);
    best = fmin(best, (b.tv_sec - a.tv_sec) * 1e3 + (b.tv_nsec - a.tv_nsec) / 1e6);
  }
  printf("%.6f\\n", best);
  for (int i = 0; i < members * STRIDE; i++) printf("%.17g\\n", s[i]);
  return 0;
}
`,
  );
  const program = path.join(folder, "step");
  const compiled = spawnSync("gcc", ["-O2", "-o", program, source, "-lm"], { encoding: "utf8" });
  if (compiled.error) return undefined;
  if (compiled.status !== 0)
    throw new Error(`bench/twin: the C version does not compile\n${compiled.stderr}`);
  let best = ours.ms;
  let ms = Infinity;
  let numbers = [];
  for (let round = 0; round < 4; round += 1) {
    const [once, ...after] = execFileSync(program, [state], { encoding: "utf8", maxBuffer: 1e8 })
      .trim()
      .split("\n")
      .map(Number);
    numbers = after;
    ms = Math.min(ms, once);
    best = Math.min(best, (await posted(page, code)).ms);
  }
  const off = numbers.reduce(
    (worst, value, at) => Math.max(worst, Math.abs(value - ours.after[at]) / Math.max(1e-6, Math.abs(value))),
    0,
  );
  if (off > 1e-9) throw new Error(`bench/twin: the C version sums something else, apart by ${off}`);
  return { jsMs: best, cMs: ms, ratio: best / ms, off, steps: members * days };
}
