import type { Page } from "@playwright/test";
import { expect, setUpBin, test, usable } from "./fixtures";

/** Something to lift: a tub of seven months, with bedding in it. */
async function filledTub(page: Page) {
  await setUpBin(page, "Quince", "500 g", { started: "2026-04-01" });
  await page.keyboard.press("b");
  const slip = page.getByRole("dialog");
  await slip.getByLabel(/How much/).fill("3 kg");
  await slip.getByRole("button", { name: "Keep the bedding" }).click();
  await expect(slip).toBeHidden();
}

test("a bin is harvested by the screen: a look, a way, weighed in mixed units, taken back, put back, and reckoned", async ({
  page,
}) => {
  await page.clock.setFixedTime(new Date("2026-11-23T08:30:00"));
  await filledTub(page);
  await page.goto("/bins");
  await page.getByRole("link", { name: "Quince", exact: true }).last().click();
  await usable(page);
  await page.getByRole("link", { name: "harvest", exact: true }).click();
  await usable(page);
  await page.getByRole("radio", { name: "rot" }).click({ force: true });
  await expect(page.getByText(/^Wait about/)).toBeVisible();
  await page.getByText("every worm back").click();
  await page.getByRole("radio", { name: /^Lamp rounds/ }).check({ force: true });
  await page.getByLabel(/^Full/).fill("2 × 1 kg + 2 lb");
  await page.getByLabel(/^Each empty/).fill("100 g");
  await expect(page.getByText("2.6 kg net")).toBeVisible();
  // What is typed outlives a reload in the middle.
  await page.reload();
  await usable(page);
  await expect(page.getByLabel(/^Full/)).toHaveValue("2 × 1 kg + 2 lb");
  await page.getByRole("button", { name: "Keep the harvest" }).click();
  const log = page.getByRole("region", { name: "The log" });
  await expect(log).toContainText("2.6 kg");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(log).not.toContainText("2.6 kg");
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(log).toContainText("2.6 kg");

  await page.goto("/reckon");
  await usable(page);
  await expect(page.getByText(/became 2\.6 kg of castings/)).toBeVisible();
  // The two bars say the same sum: the books close.
  const sums = await page.getByRole("heading", { level: 3 }).allInnerTexts();
  expect(sums.map((text) => /[\d.]+ k?g dry/.exec(text)?.[0])).toEqual([
    expect.any(String),
    expect.any(String),
  ]);
  expect(new Set(sums.map((text) => text.replace(/^(In|Out)/, "").trim())).size).toBe(1);
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "save the table" }).click();
  expect((await saved).suggestedFilename()).toMatch(/^reckoning-.*\.csv$/);
});

test("lamp rounds on a phone: called by the clock, gone on with after a reload and a night, ended at the scale", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const begun = new Date("2026-11-23T08:30:00");
  const at = (minutes: number) => page.clock.setFixedTime(new Date(begun.getTime() + minutes * 60_000));
  await at(0);
  await filledTub(page);
  await page.goto("/lamp");
  await usable(page);
  await page.getByRole("checkbox", { name: "Quince" }).check();
  await page.getByLabel("Scrapes", { exact: true }).fill("2");
  await page.getByRole("button", { name: "Light the lamp" }).click();
  await expect(page.getByRole("timer")).toHaveText("10:00");
  await at(4);
  await expect(page.getByRole("timer")).toHaveText("6:00");
  await at(10);
  await page.getByRole("button", { name: "Scraped", exact: true }).click();
  await expect(page.getByRole("timer")).toHaveText("10:00");
  await at(700);
  await page.reload();
  await usable(page);
  await page.getByRole("button", { name: "Scraped", exact: true }).click();
  await expect(page.getByText("All scraped")).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole("link", { name: "Weigh in Quince" }).click();
  await expect(page.getByRole("heading", { name: "Harvest Quince" })).toBeVisible();
});
