// `npm run demo`: the app with the demo cellar open. Installs and builds what is missing first.
import { build, freePort, installPackages, serve } from "./house.mjs";

installPackages({ isForRunning: true });
build();
const { address } = await serve({ port: await freePort(Number(process.env.PORT ?? 4300)), demo: true });
console.log(`\nThe demo cellar is open: ${address}\nEnd it with Ctrl+C.`);
