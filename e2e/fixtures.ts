import type { Locator, Page } from "@playwright/test";
import { test as base, expect } from "@playwright/test";

export { inDemo } from "./keptDemo";

/** Fails a test when the page logs an error, breaks its policy or asks any other address. */
export const test = base.extend<{ problems: string[] }>({
  problems: [
    async ({ context, baseURL }, use) => {
      const problems: string[] = [];
      // Offline, Next logs the failed fetch of a page and then goes there the ordinary way, out of the saved files.
      // A page that is left takes its workers along, and one that was still being read in logs that.
      const expected =
        /ERR_INTERNET_DISCONNECTED|Falling back to browser navigation|Failed to execute 'importScripts'/;
      const watch = (page: Page) => {
        page.on("console", (message) => {
          const isMissingRoom = message.location().url.endsWith("/no-such-room");
          if (message.type() === "error" && !isMissingRoom && !expected.test(message.text()))
            problems.push(`console: ${message.text()} ${message.location().url}`);
        });
        page.on("pageerror", (error) => problems.push(`pageerror: ${error.message}`));
        page.on("request", (request) => {
          if (/^https?:/.test(request.url()) && !request.url().startsWith(baseURL ?? ""))
            problems.push(`foreign: ${request.url()}`);
        });
      };
      context.on("response", (response) => {
        if (response.status() >= 400 && response.url().includes("/_next/static/"))
          problems.push(`missing: ${response.url()}`);
      });
      context.pages().forEach(watch);
      context.on("page", watch);
      await context.addInitScript(() => {
        document.addEventListener("securitypolicyviolation", (event) => {
          console.error(`policy: ${event.violatedDirective} ${event.blockedURI} ${event.sample}`);
        });
      });
      await use(problems);
      expect(problems).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };
/** What is walked in the long run only: its parts are held by quicker tests too. */
export const testLong = process.env.E2E_LONG ? test : test.skip;

/** Waits until a room has read what it shows. */
export const usable = (page: Page) => expect(page.locator("[data-usable=true]")).toBeVisible();

/** An own bin, made the way a newcomer makes it. */
export async function setUpBin(
  page: Page,
  name: string,
  worms = "500 g",
  {
    system,
    started = "2026-09-01",
    trays = system === "Swapped totes" ? "2" : "3",
  }: { readonly system?: string; readonly started?: string; readonly trays?: string } = {},
) {
  await page.goto("/setup");
  await usable(page);
  if (system) await page.locator("label").filter({ hasText: system }).first().click();
  await page.getByLabel("Its name").fill(name);
  const room = page.getByLabel("The room’s name");
  if (await room.isVisible()) await room.fill("Cellar");
  // A stack that stands there whole.
  const storeys = page.getByLabel(/^(Trays|Totes) now/);
  if (await storeys.isVisible()) await storeys.fill(trays);
  await page.getByLabel(/Worms in it/).fill(worms);
  await fillDay(page, "Day it started", started);
  await page.getByRole("button", { name: "Put it on the rack" }).click();
  await expect(page.getByRole("heading", { name })).toBeVisible();
}

/** Opens the demo cellar of that day, in a test tagged as in it. */
export async function openDemo(page: Page) {
  await page.clock.setFixedTime(NOW);
  await page.goto("/");
  await expect(
    page.getByRole("navigation", { name: "Bins on the rack" }).getByRole("button", { name: /Fennel/ }),
  ).toBeVisible();
}

/** The day the tests take place. */
export const NOW = new Date("2026-11-23T08:30:00");

/** Types a day into its field as a keeper does, part by part; the device writes day, month in letters, year. */
export async function fillDay(within: Page | Locator, label: string, day: string) {
  const field = within.getByRole("group", { name: label });
  const [year, month, date] = day.split("-") as [string, string, string];
  const letters = new Date(`${day}T12:00:00`).toLocaleString("en-GB", { month: "short" }).slice(0, 3);
  // Each by itself: in which order they stand is the device's own.
  for (const [part, text] of [
    ["Day", date],
    ["Month", letters],
    ["Year", year],
  ] as const) {
    await field.getByRole("spinbutton", { name: part }).click();
    await field.page().keyboard.type(text);
  }
  await expect(field.getByRole("spinbutton", { name: "Month" })).toHaveAttribute(
    "aria-valuenow",
    String(Number(month)),
  );
}
