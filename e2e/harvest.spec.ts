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
  await page.getByRole("link", { name: "Harvest", exact: true }).click();
  await usable(page);
  await page.getByRole("radio", { name: "rot" }).click({ force: true });
  await expect(page.getByText(/^Wait about/)).toBeVisible();
  await page.getByText("every worm back").click();
  await page.getByRole("radio", { name: /^Lamp rounds/ }).check({ force: true });
  await page.getByLabel(/^Full/).fill("2 × 1 kg + 2 lb");
  await page.getByLabel(/^Each empty/).fill("100 g");
  await expect(page.getByText("2.607 kg net")).toBeVisible();
  // What is typed outlives a reload in the middle.
  await page.reload();
  await usable(page);
  await expect(page.getByLabel(/^Full/)).toHaveValue("2 × 1 kg + 2 lb");
  // The rest comes from a scale that drops out in the middle: nothing is taken off it then.
  await page.getByRole("button", { name: "read a scale" }).click();
  const scale = page.getByRole("region", { name: "Scale" });
  await scale.getByRole("button", { name: "try it with the stand-in" }).click();
  await scale.getByLabel("with a drop-out").check();
  await scale.getByLabel(/^Lay on the stand-in/).fill("1.5");
  await scale.getByRole("button", { name: "lay it on" }).click();
  await page.getByRole("button", { name: /^Take 1\.[45]\d\d kg from the scale: line 1/ }).click();
  await expect(page.getByLabel(/^Full/)).toHaveValue(/^2 × 1 kg \+ 2 lb \+ 1\.(49|50)\d kg$/);
  await expect(scale.getByText(/^Silent for/)).toBeVisible();
  await expect(page.getByRole("button", { name: /from the scale: line 1/ })).toBeHidden();
  await scale.getByRole("button", { name: "put it away" }).click();
  await page.getByLabel(/^Full/).fill("2 × 1 kg + 2 lb");
  await page.getByRole("button", { name: "Keep the harvest" }).click();
  // The castings are a lot of their own, and go with the harvest when it is taken back.
  const lot = page.getByRole("listitem").filter({ hasText: "Quince, November" });
  await expect(lot).toContainText("2.607 kg");
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText("No castings lie here.")).toBeVisible();
  await page.getByRole("button", { name: "Put it back" }).click();
  await lot.getByRole("button", { name: "spread it to dry" }).click();
  await page.getByRole("button", { name: "Keep: it is spread" }).click();
  await expect(lot.getByText(/^spread to dry since/)).toBeVisible();
  await page.clock.setFixedTime(new Date("2026-12-09T08:30:00"));
  await page.goto("/");
  await usable(page);
  await page.getByRole("link", { name: /^Quince, November feel whether it is dry/ }).click();
  await usable(page);
  await lot.getByRole("button", { name: "feel or weigh it" }).click();
  await page.getByRole("radio", { name: "no drop" }).click({ force: true });
  await page.getByRole("button", { name: "Keep what it felt like" }).click();
  await lot.getByRole("button", { name: "use, give or sell" }).click();
  await page.getByLabel(/^How much, by weight/).fill("0.5 kg");
  await page.getByLabel(/^On which bed/).fill("the herb bed");
  await page.getByRole("button", { name: "Keep where it went" }).click();
  await lot.getByText("From which bin, and where it went").click();
  await expect(lot).toContainText("used 500 g, on the herb bed");

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
