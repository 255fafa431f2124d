// `npm test`: everything that must hold, one path per errand. `--only check|unit|e2e|long` runs a part.
// The last line is "N passed, M failed".
import { spawn } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { findChromium, freePort, installPackages, isBuildNeeded, next, root, run } from "./house.mjs";

const only = process.argv.includes("--only") ? process.argv[process.argv.indexOf("--only") + 1] : undefined;
const wants = (part) => (only === undefined ? part !== "long" : only === part);
const bin = (name) => path.join(root, "node_modules/.bin", name);
let passed = 0;
let failed = 0;

installPackages();
rmSync(path.join(root, "test-results"), { recursive: true, force: true });
mkdirSync(path.join(root, "test-results"), { recursive: true });

/** Runs a command aside, tells what it said and how long it took when it is done, and gives its status. */
async function aside(name, command, args, env = {}) {
  const started = Date.now();
  const said = [];
  const status = await new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...process.env, ...env },
    });
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (piece) => said.push(piece));
    child.once("close", resolve);
    child.once("error", (error) => {
      said.push(Buffer.from(`${command}: ${error.message}\n`));
      resolve(1);
    });
  });
  process.stdout.write(Buffer.concat(said));
  console.log(`${status === 0 ? "ok" : "FAILED"}  ${name} (${Math.round((Date.now() - started) / 1000)} s)`);
  return status;
}

async function check(...errand) {
  if ((await aside(...errand)) === 0) passed += 1;
  else failed += 1;
}

const checkTypes = (name, project) => check(name, process.execPath, ["scripts/types.mjs", project]);

/** Sums that take seconds: what the twin says, what is decided by it, a year of the demo. */
const LONG_SUMS = "core/twin/|core/decision/|core/calculators/calculators|core/picture|src/demo/";

async function unit(name, zone, args) {
  const file = path.join(root, `test-results/unit-${name.replaceAll(/\W+/g, "-")}.json`);
  const always = ["--runInBand", "--silent", "--json", "--outputFile", file];
  const status = await aside(`unit tests, ${name}`, bin("jest"), [...args, ...always], { TZ: zone });
  count(() => {
    const result = JSON.parse(readFileSync(file, "utf8"));
    return [result.numPassedTests, result.numFailedTests + result.numRuntimeErrorTestSuites];
  }, status);
}
/** Five bins live a year under advice, nine hidden ones are learned from, the demo is made three times over: for the long run. */
const YEARS = "core/trial/year|demo/demoMoved|learning/skill|learning/learningLong|ahead/usualPlan";
const longSums = () =>
  unit("long sums", "UTC", ["--testPathPatterns", LONG_SUMS, "--testPathIgnorePatterns", YEARS]);
const years = () => unit("years lived", "UTC", ["--testPathPatterns", YEARS]);
/** A thousand random histories where the quick run has fifty. */
const longHistories = () => {
  process.env.LONG_SEEDS = "1000";
  return unit("a thousand histories", "UTC", ["--testPathPatterns", "archive/histories"]);
};
/** Each bin of the laws, where the quick run has the youngest and one of several parts. */
const everyHearing = () => {
  process.env.LONG_SEEDS = "1000";
  return unit("the laws of hearing and deciding, every bin and situation", "UTC", [
    "--testPathPatterns",
    "learning/hearing|decision/decideByTwin|decision/situations|features/harvest|features/deed|app/records|app/oneAnswer",
  ]);
};
const shortSums = () =>
  unit("the rest", "UTC", ["--selectProjects", "core", "--testPathIgnorePatterns", `${LONG_SUMS}|${YEARS}`]);
const rooms = () => unit("rooms", "UTC", ["--selectProjects", "ui"]);
/** Days are days in every zone: what computes with them runs in three. */
const DAYS = "core/calendar|core/round|core/batch|core/startUp|calendarSums|features/slip|features/visit";
const inZone = (zone) => () => unit(zone, zone, ["--selectProjects", "core", "--testPathPatterns", DAYS]);

/** Of everything, tests and scripts as well; the addresses of the rooms are types that Next writes. */
const types = async () => {
  await check("addresses of the rooms", process.execPath, [next, "typegen"]);
  await checkTypes("types", ".");
};

/** Beside the checks: the browser tests wait for it, and for them it is there. */
const isBuildWanted = wants("e2e") || wants("long");
let isBuilt = false;
const building = async () => {
  if (!isBuildNeeded({ always: process.env.CI === "true" })) isBuilt = true;
  else {
    const env = wants("check") ? { TYPES_ARE_CHECKED: "1" } : {};
    isBuilt = (await aside("build", "npm", ["run", "--silent", "build"], env)) === 0;
  }
};

// These share nothing, so two run side by side, each on one core, the longest first.
const errands = [
  ...(wants("unit") ? [longSums] : []),
  ...(only === "long"
    ? [
        longHistories,
        years,
        everyHearing,
        () => check("do the tests bite", process.execPath, ["scripts/mutate.mjs"]),
        () => check("lint, every rule", bin("eslint"), [".", "--max-warnings", "0"], { LINT_LONG: "1" }),
      ]
    : []),
  ...(wants("check") ? [() => check("lint", bin("eslint"), [".", "--max-warnings", "0"])] : []),
  // The build writes the same addresses, so types come before it.
  ...(wants("check") || isBuildWanted
    ? [
        async () => {
          if (wants("check")) await types();
          if (isBuildWanted) await building();
        },
      ]
    : []),
  ...(wants("unit") ? [rooms, shortSums] : []),
  ...(wants("unit") ? [inZone("America/New_York"), inZone("Pacific/Apia")] : []),
  ...(wants("check")
    ? [
        () => check("formatting", bin("prettier"), ["--check", "--log-level", "warn", "."]),
        () => checkTypes("types of the core, without a browser", "tsconfig.core.json"),
        () => check("unused code", bin("knip"), []),
        () => checkTypes("types of the service worker", "src/offline/sw"),
      ]
    : []),
];
const inTurn = async () => {
  for (let next = errands.shift(); next; next = errands.shift()) await next();
};
await Promise.all([inTurn(), inTurn()]);

if (isBuildWanted) {
  const chromium = findChromium();
  if (!isBuilt) {
    console.log(`\n${passed} passed, ${failed + 1} failed`);
    process.exit(1);
  }
  const port = await freePort(3411);
  const status = run(
    bin("playwright"),
    [
      "test",
      ...(only === "long"
        ? [
            "long/",
            "axe",
            "many",
            "deeds",
            "archive",
            "heard",
            "twin",
            "demo.spec",
            "safe-ground",
            "planning",
            "offline",
            "newcomer",
            "weather",
            "nursery",
          ]
        : []),
    ],
    {
      env: {
        ...process.env,
        CHROMIUM_PATH: chromium,
        E2E_PORT: String(port),
        ...(only === "long" ? { E2E_LONG: "1" } : {}),
      },
    },
  );
  count(() => {
    const { stats } = JSON.parse(readFileSync(path.join(root, "test-results/e2e.json"), "utf8"));
    return [stats.expected + stats.flaky, stats.unexpected];
  }, status);
}

/** A runner that died without a report is a failure of its own. */
function count(read, status) {
  let counts;
  try {
    counts = read();
  } catch {
    counts = [0, 1];
  }
  passed += counts[0];
  failed += counts[1] === 0 && status !== 0 ? 1 : counts[1];
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
