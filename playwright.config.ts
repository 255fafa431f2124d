import { defineConfig } from "@playwright/test";
import { KEPT_DEMO } from "./e2e/keptDemo";

const port = Number(process.env.E2E_PORT ?? 3411);
export default defineConfig({
  testDir: "./e2e",
  testIgnore: process.env.E2E_LONG ? [] : ["**/long/**"],
  fullyParallel: true,
  workers: 2,
  // On a loaded machine a browser now and then does not close; what passes at the second try only is told as flaky.
  retries: process.env.CI ? 1 : 0,
  reporter: [["list"], ["json", { outputFile: "test-results/e2e.json" }]],
  // The machine that runs them may be three times slower from one minute to the next.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  use: {
    baseURL: `http://localhost:${port}`,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    timezoneId: "Europe/Berlin",
    serviceWorkers: "block",
    reducedMotion: "reduce",
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-dev-shm-usage"],
    },
  },
  // The demo's forecasts are a year of eight logs: worked out once, then every test of the demo begins with them.
  projects: [
    { name: "empty cellar", testMatch: "**/*.spec.ts", grepInvert: /@demo/ },
    { name: "keep the demo", testMatch: "**/*.setup.ts" },
    {
      name: "demo",
      testMatch: "**/*.spec.ts",
      grep: /@demo/,
      dependencies: ["keep the demo"],
      use: { storageState: KEPT_DEMO },
    },
  ],
  webServer: {
    command: `node scripts/server.mjs ${port}`,
    url: `http://localhost:${port}`,
    reuseExistingServer: false,
    timeout: 60_000,
    env: { NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  },
});
