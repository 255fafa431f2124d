// `npm run dev`: the development server.
import { installPackages, next, run } from "./house.mjs";

installPackages();
process.exit(run(process.execPath, [next, "dev", ...process.argv.slice(2)]));
