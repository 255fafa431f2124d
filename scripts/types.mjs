// `npm run typecheck [-- project]`: types by the native compiler, in a tenth of the time. The packages that ask a compiler for
// its tree (lint, Next) know only the older one, so both stand in package.json.
import { spawnSync } from "node:child_process";
import path from "node:path";
import { root } from "./house.mjs";

const compiler = path.join(root, "node_modules/typescript7/bin/tsc");
const asked = process.argv.slice(2);
for (const project of asked.length > 0 ? asked : [".", "tsconfig.core.json", "src/offline/sw"]) {
  const { status } = spawnSync(process.execPath, [compiler, "--noEmit", "-p", project], {
    cwd: root,
    stdio: "inherit",
  });
  if (status !== 0) process.exit(1);
}
