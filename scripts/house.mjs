// What the other scripts share: running a command, and installing what a fresh machine lacks. Plain Node, no packages.
import { spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";

export const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
export const next = path.join(root, "node_modules/next/dist/bin/next");

/** Runs a command to its end with its output shown; gives its exit status. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  if (done.error) console.error(`${command}: ${done.error.message}`);
  return done.status ?? 1;
}

/**
 * npm ci, unless the packages of this very lock file are there already. Who only runs the app needs a quarter of them
 * (`isForRunning`); the tests bring the rest.
 */
export function installPackages({ isForRunning = false } = {}) {
  const kept = path.join(root, "node_modules/.package-lock.json");
  const wanted = packagesIn(path.join(root, "package-lock.json")).filter(
    ([, { dev, devOptional }]) => !isForRunning || !(dev || devOptional),
  );
  const held = existsSync(kept) ? new Map(packagesIn(kept)) : new Map();
  // Platform packages of other machines are missing in the copy npm keeps of the lock it installed from.
  const isFresh = wanted.every(
    ([name, { optional, version }]) => optional || held.get(name)?.version === version,
  );
  if (isFresh) return;
  const end = begin(`Installing ${wanted.length} packages`);
  const omit = isForRunning ? ["--omit=dev"] : [];
  const args = ["ci", ...omit, "--no-audit", "--no-fund", "--loglevel=error"];
  if (run("npm", args, { stdio: ["ignore", "ignore", "inherit"] }) !== 0) process.exit(1);
  end();
}

const packagesIn = (lock) =>
  Object.entries(JSON.parse(readFileSync(lock, "utf8")).packages ?? {}).filter(([name]) => name !== "");

/** Says in one line what begins, and in the same how long it took when it has ended. */
function begin(what) {
  const started = Date.now();
  process.stdout.write(`${what} … `);
  return () => console.log(`${Math.round((Date.now() - started) / 1000)} s`);
}

/** Debian's Chromium, fetched through apt where none is found. */
export function findChromium() {
  const known = () =>
    [
      "/usr/bin/chromium",
      "/usr/bin/chromium-browser",
      "/usr/bin/google-chrome",
      process.env.CHROMIUM_PATH,
    ].find((file) => file && existsSync(file));
  if (known()) return known();
  console.log("Installing chromium through apt …");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
  const apt = (...args) =>
    run([...sudo, "apt-get"][0], [...sudo.slice(1), ...(sudo.length ? ["apt-get"] : []), ...args], {
      env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    });
  apt("update", "-qq");
  apt("install", "-y", "-qq", "--no-install-recommends", "chromium");
  if (!known()) {
    console.error(
      "No Chromium was found and apt could not install one. Set CHROMIUM_PATH to a Chromium or Chrome.",
    );
    process.exit(1);
  }
  return known();
}

/** False when the build is newer than every source file. */
export const isBuildNeeded = ({ always = false } = {}) =>
  always || !existsSync(path.join(root, ".next/csp-hashes.json")) || !isUpToDate();

/** Builds for production where that is needed; types are for the tests to check. Its words are shown where it fails. */
export function build() {
  if (!isBuildNeeded()) return;
  const end = begin("Building the app (about a minute)");
  const built = spawnSync("npm", ["run", "--silent", "build"], {
    cwd: root,
    encoding: "utf8",
    env: { ...process.env, TYPES_ARE_CHECKED: "1", NEXT_TELEMETRY_DISABLED: "1" },
  });
  if (built.status !== 0) {
    console.error(`\n${built.stdout ?? ""}${built.stderr ?? ""}${built.error?.message ?? ""}`);
    process.exit(1);
  }
  end();
}

function isUpToDate() {
  const sources = spawnSync(
    "find",
    [
      "src",
      "public",
      "scripts/postbuild.mjs",
      "scripts/gridStyle.mjs",
      "next.config.ts",
      "package-lock.json",
      "-newer",
      ".next/csp-hashes.json",
      "-type",
      "f",
      "!",
      "-name",
      "*.test.ts*",
      "!",
      "-path",
      "public/sw.js",
    ],
    { cwd: root, encoding: "utf8" },
  );
  return sources.status === 0 && sources.stdout.trim() === "";
}

/** Starts the built app and resolves when it answers. */
export async function serve({ port, demo = false, quiet = false }) {
  const server = spawn(process.execPath, [path.join(root, "scripts/server.mjs"), String(port)], {
    cwd: root,
    stdio: quiet ? "ignore" : ["ignore", "ignore", "inherit"],
    env: {
      ...process.env,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      ...(demo ? { BROWN_CELLAR_OPEN: "demo" } : {}),
    },
  });
  const address = `http://localhost:${port}`;
  const stop = () => server.kill();
  process.on("exit", stop);
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => process.exit(0));
  for (let tries = 0; tries < 120; tries += 1) {
    if (server.exitCode !== null)
      throw new Error(
        `the server ended with status ${server.exitCode}: is port ${port} taken? Set PORT to another`,
      );
    const answer = await fetch(address).catch(() => undefined);
    if (answer?.ok) return { address, server, stop };
    await new Promise((go) => setTimeout(go, 250));
  }
  throw new Error("the server did not answer within 30 seconds");
}

/** The first free port at or after the wanted one. */
export async function freePort(wanted) {
  const { createServer } = await import("node:net");
  const isFree = (port) =>
    new Promise((answer) => {
      const probe = createServer();
      probe.once("error", () => answer(false));
      probe.listen(port, () => probe.close(() => answer(true)));
    });
  for (let port = wanted; port < wanted + 50; port += 1) if (await isFree(port)) return port;
  throw new Error(`no free port from ${wanted} to ${wanted + 49}`);
}
