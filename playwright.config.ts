import { defineConfig } from "@playwright/test";

const port = Number(process.env.E2E_PORT ?? 3411);
export default defineConfig({
  testDir: "./e2e",
  testIgnore: process.env.E2E_LONG ? [] : ["**/long/**"],
  fullyParallel: true,
  workers: 2,
  retries: 0,
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
  webServer: {
    command: `node node_modules/next/dist/bin/next start -p ${port}`,
    url: `http://localhost:${port}`,
    reuseExistingServer: false,
    timeout: 60_000,
    env: { NEXT_TELEMETRY_DISABLED: "1" },
  },
});
