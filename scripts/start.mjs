// `npm start`: the app with the keeper's own cellar, empty at first. Installs and builds what is missing first.
import { build, freePort, installPackages, serve } from "./house.mjs";

installPackages({ isForRunning: true });
build();
const { address } = await serve({ port: await freePort(Number(process.env.PORT ?? 3000)) });
console.log(`\nYour cellar is open: ${address}\nEnd it with Ctrl+C.`);
