import { spawn } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Browser, Page } from "@playwright/test";
import { chromium } from "@playwright/test";
import { fillDay, expect, usable } from "./fixtures";

const EXECUTABLE = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";

interface Running {
  readonly browser: Browser;
  readonly page: Page;
  /** Ends the whole browser as a power cut would. */
  readonly kill: () => void;
}

/** A browser of its own on a profile, started by us so that we know its process group. */
async function start(profile: string, debugPort: number): Promise<Running> {
  const child = spawn(
    EXECUTABLE,
    ["--headless", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync", `--user-data-dir=${profile}`, `--remote-debugging-port=${debugPort}`, "about:blank"], // prettier-ignore
    { detached: true, stdio: "ignore" },
  );
  for (let tries = 0; tries < 100; tries += 1) {
    const browser = await chromium.connectOverCDP(`http://localhost:${debugPort}`).catch(() => undefined);
    if (browser) {
      const page = await browser.contexts()[0]!.newPage();
      return { browser, page, kill: () => process.kill(-child.pid!, "SIGKILL") };
    }
    await new Promise((go) => setTimeout(go, 100));
  }
  throw new Error("the browser did not start");
}

/**
 * Saves visits one after another, kills the browser in the middle of it, opens the same profile again and compares:
 * every visit the app had acknowledged must be there whole, and none may be there in part.
 */
export async function killAndReopen(baseURL: string, rounds: number): Promise<void> {
  const profile = await mkdtemp(path.join(tmpdir(), "cellar-"));
  let acknowledged = 0;
  try {
    for (let round = 0; round <= rounds; round += 1) {
      const running = await start(profile, 9400 + Math.floor(Math.random() * 500));
      const { page } = running;
      if (round === 0) {
        await page.goto(`${baseURL}/setup`);
        await usable(page);
        await page.getByLabel("Its name").fill("Quince");
        await page.getByLabel("The room’s name").fill("Cellar");
        await page.getByLabel(/Worms in it/).fill("500 g");
        await fillDay(page, "Day it started", "2026-09-01");
        await page.getByRole("button", { name: "Put it on the rack" }).click();
        await expect(page.getByText("Quince: set up.")).toBeVisible();
      } else {
        await page.goto(baseURL);
        await usable(page);
      }
      const held = await visitsHeld(page);
      expect(held.partial, "no visit is half written").toBe(0);
      expect(held.whole, "no acknowledged visit is lost").toBeGreaterThanOrEqual(acknowledged);
      if (round === rounds) {
        running.kill();
        return;
      }
      acknowledged = held.whole;
      // The keeper visits as fast as a hand could never; the kill comes at a moment nobody chose.
      const deadline = Date.now() + 4_000 + Math.random() * 3_000;
      let isKilled = false;
      const cut = setTimeout(() => {
        isKilled = true;
        running.kill();
      }, deadline - Date.now());
      try {
        while (!isKilled) {
          await visitOnce(page);
          acknowledged += 1;
        }
      } catch (cause) {
        if (!isKilled) throw cause;
      }
      clearTimeout(cut);
      await running.browser.close().catch(() => undefined);
    }
  } finally {
    await rm(profile, { recursive: true, force: true, maxRetries: 5 });
  }
}

/** One visit through the screen; returns when the app says it is kept. */
async function visitOnce(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Lift the lid" }).click({ timeout: 5_000 });
  await page.getByRole("radio", { name: "earthy" }).check({ timeout: 5_000 });
  await page.getByRole("radio", { name: "dust" }).check({ timeout: 5_000 });
  // Closed while it is being worked out, a visit leaves what was seen and no deed; here both are wanted.
  await page.locator("[aria-labelledby=do-now]").getByText("water").first().waitFor({ timeout: 15_000 });
  await page.getByRole("button", { name: "Close the lid" }).click({ timeout: 5_000 });
  await page.getByText("Quince: visit kept.").waitFor({ timeout: 5_000 });
}

/** Visits in the store: a dry squeeze brings a look and a watering at least, so a visit of one entry is a torn one. */
const visitsHeld = (page: Page): Promise<{ whole: number; partial: number }> =>
  page.evaluate(
    () =>
      new Promise((give) => {
        const opening = indexedDB.open("brown-cellar");
        opening.onsuccess = () => {
          const all = opening.result.transaction("entries").objectStore("entries").getAll();
          all.onsuccess = () => {
            opening.result.close();
            const byVisit = new Map<string, number>();
            for (const entry of all.result as { visitId?: string }[])
              if (entry.visitId) byVisit.set(entry.visitId, (byVisit.get(entry.visitId) ?? 0) + 1);
            const sizes = [...byVisit.values()];
            give({
              whole: sizes.filter((size) => size >= 2).length,
              partial: sizes.filter((size) => size < 2).length,
            });
          };
        };
      }),
  );
