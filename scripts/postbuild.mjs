// Runs after `next build`: (1) lists CSP hashes of every inline script/style of every prerendered page,
// (2) bundles the service worker with the list of files to keep offline.
import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { build } from "esbuild";
import { gridStyleHashes } from "./gridStyle.mjs";

const root = process.cwd();
const dist = path.join(root, ".next");
const appDir = path.join(dist, "server/app");
const sha = (data, enc) => createHash("sha256").update(data).digest(enc);
const walk = (dir) =>
  existsSync(dir)
    ? readdirSync(dir, { recursive: true, withFileTypes: true })
        .filter((d) => d.isFile())
        .map((d) => path.join(d.parentPath, d.name))
        .sort()
    : [];
const posix = (p) => p.split(path.sep).join("/");

// a saved page keeps its CSP header, so a changed policy must change the revision too
const policy = readFileSync(path.join(root, "src/server/csp.ts"), "utf8");
const grid = await gridStyleHashes(root, dist);
const hashes = {};
const precache = [];
for (const file of walk(appDir).filter((f) => f.endsWith(".html"))) {
  const html = readFileSync(file, "utf8");
  const route =
    "/" +
    posix(path.relative(appDir, file))
      .replace(/\.html$/, "")
      .replace(/^index$/, "");
  const pick = (re) => [...new Set([...html.matchAll(re)].map((m) => `'sha256-${sha(m[1], "base64")}'`))];
  hashes[route] = {
    script: pick(/<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g),
    style: [...pick(/<style[^>]*>([\s\S]*?)<\/style>/g), ...grid],
  };
  if (!route.startsWith("/_"))
    precache.push({ url: route, revision: sha(policy + grid + html, "hex").slice(0, 16) });
}
writeFileSync(path.join(dist, "csp-hashes.json"), JSON.stringify(hashes));

for (const file of walk(path.join(dist, "static"))) {
  if (/\.map$|_(ssg|build|clientMiddleware)Manifest\.js$/.test(file)) continue;
  precache.push({
    url: "/_next/static/" + posix(path.relative(path.join(dist, "static"), file)),
    revision: null,
  });
}
for (const file of walk(path.join(root, "public"))) {
  const url = "/" + posix(path.relative(path.join(root, "public"), file));
  if (/^\/sw\.js/.test(url)) continue;
  precache.push({ url, revision: sha(readFileSync(file), "hex").slice(0, 16) });
}
precache.push({
  url: "/manifest.webmanifest",
  revision: sha(readFileSync(path.join(appDir, "manifest.webmanifest.body")), "hex").slice(0, 16),
});

// Long sums run beside the thread that answers requests: src/server/sumsPool.ts.
await build({
  entryPoints: [path.join(root, "src/server/sumsThread.ts")],
  outfile: path.join(dist, "sums-thread.mjs"),
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  legalComments: "none",
});
await build({
  entryPoints: [path.join(root, "src/offline/sw/sw.ts")],
  outfile: path.join(root, "public/sw.js"),
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
  legalComments: "none",
  define: { __PRECACHE__: JSON.stringify(precache), "process.env.NODE_ENV": '"production"' },
});
console.log(`postbuild: ${Object.keys(hashes).length} pages hashed, ${precache.length} files kept offline`);
