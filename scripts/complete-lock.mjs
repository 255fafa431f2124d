// The npm registry in use lacks the binaries of other platforms, so npm leaves them out of
// package-lock.json and `npm ci` then refuses the lock ("Missing: @swc/core-darwin-arm64@ from lock file").
// This adds the missing optional entries (name, exact version, os, cpu), so `npm ci` works here and elsewhere.
// Run after every `npm install`:  node scripts/complete-lock.mjs
import { readFileSync, writeFileSync } from "node:fs";

const file = process.argv[2] ?? "package-lock.json";
const lock = JSON.parse(readFileSync(file, "utf8"));
const OS = {
  darwin: "darwin",
  linux: "linux",
  linuxmusl: "linux",
  win32: "win32",
  windows: "win32",
  android: "android",
  freebsd: "freebsd",
  openharmony: "openharmony",
  netbsd: "netbsd",
  openbsd: "openbsd",
  sunos: "sunos",
  aix: "aix",
  wasm32: null,
};
const CPU = {
  arm64: "arm64",
  x64: "x64",
  ia32: "ia32",
  arm: "arm",
  ppc64: "ppc64",
  ppc64le: "ppc64",
  s390x: "s390x",
  riscv64: "riscv64",
  loong64: "loong64",
  mips64el: "mips64el",
};

const find = (from, name) => {
  for (let at = from; ;) {
    const key = (at ? at + "/" : "") + "node_modules/" + name;
    if (lock.packages[key]) return key;
    if (!at) return null;
    const i = at.lastIndexOf("/node_modules/");
    at = i >= 0 ? at.slice(0, i) : "";
  }
};
let added = 0;
for (const [key, pkg] of Object.entries({ ...lock.packages })) {
  for (const [name, spec] of Object.entries(pkg.optionalDependencies ?? {})) {
    const version = /\d+\.\d+\.\d+[\w.+-]*/.exec(spec)?.[0];
    if (!version) continue;
    const found = find(key, name);
    if (found && (lock.packages[found].version === version || /^[\^~>]/.test(spec))) continue;
    const parts = name.split(/[-/@]/).filter(Boolean);
    const os = parts.map((p) => OS[p]).find(Boolean) ?? (name === "fsevents" ? "darwin" : undefined);
    const cpu = parts.map((p) => CPU[p]).find(Boolean);
    const where = lock.packages["node_modules/" + name]
      ? `${key}/node_modules/${name}`
      : `node_modules/${name}`;
    const libc =
      os === "linux"
        ? /musl/.test(name)
          ? "musl"
          : /gnu|glibc/.test(name)
            ? "glibc"
            : undefined
        : undefined;
    if (!os) {
      console.warn("no platform known for", name, "needed by", key);
    }
    lock.packages[where] = {
      version,
      ...(cpu ? { cpu: [cpu] } : {}),
      ...(pkg.dev ? { dev: true } : {}),
      ...(libc ? { libc: [libc] } : {}),
      optional: true,
      ...(os ? { os: [os] } : {}),
    };
    added += 1;
  }
}
const root = lock.packages[""];
lock.packages = {
  "": root,
  ...Object.fromEntries(
    Object.entries(lock.packages)
      .filter(([k]) => k)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  ),
};
writeFileSync(file, JSON.stringify(lock, null, 2) + "\n");
console.log(`${added} optional platform packages added to ${file}`);
