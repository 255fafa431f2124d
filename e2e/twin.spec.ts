import type { Page } from "@playwright/test";
import { fillDay, expect, inDemo, openDemo, testLong, usable } from "./fixtures";

const toBin = async (page: Page, name: string) => {
  await page.goto("/bins");
  await page.getByRole("link", { name, exact: true }).last().click();
  await usable(page);
};
/** The forecast has been worked out for the log as it stands. */
const forecast = async (page: Page) => {
  const line = page.getByRole("region", { name: "Time line and forecast" });
  await expect(line).toBeVisible({ timeout: 90_000 });
  await expect(line).toHaveAttribute("data-working", "false", { timeout: 90_000 });
  return line;
};
/** Grams of the meal the visit proposes. */
async function ration(page: Page, name: string): Promise<number> {
  await toBin(page, name);
  await forecast(page);
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  await expect(page.locator("[data-forecasts=done]")).toBeAttached({ timeout: 120_000 });
  // Without a reading of today the answer rests on what was learned before.
  const said = await page
    .getByRole("listitem")
    .filter({ hasText: "kitchen scraps" })
    .getByRole("button", { name: /: change the amount$/ })
    .textContent();
  const [, amount, unit] = /([\d.]+)\s*(kg|g)/.exec(said ?? "")!;
  return Number(amount) * (unit === "kg" ? 1000 : 1);
}

testLong(
  "what is seen at a visit is a surprise, is learned, and changes the next ration",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    await toBin(page, "Quince");
    await forecast(page);
    await page.getByRole("link", { name: "Lift the lid" }).click();
    await usable(page);
    await page.getByRole("radio", { name: "most" }).first().check();
    await page.getByRole("radio", { name: "a stream" }).check();
    await expect(page.getByText(/^Wetter than .*(did water|What happened)/)).toBeVisible();
    await page.getByRole("radio", { name: "1–2 drops" }).check();
    await expect(page.getByText(/^Wetter than/)).toBeHidden();
    await page.getByRole("radio", { name: "earthy" }).check();
    await page.getByRole("button", { name: "Close the lid" }).click();
    await expect(page.getByText("Quince: visit kept")).toBeVisible();

    await page.clock.setFixedTime(new Date("2026-12-06T08:30:00"));
    const afterLeftovers = await ration(page, "Quince");
    // The same visit, had the place been clean: the log is corrected and the twin starts again from before it.
    await toBin(page, "Quince");
    await page
      .getByRole("button", { name: /^Change: looked/ })
      .first()
      .click();
    await page.getByRole("menuitem", { name: "Correct it" }).click();
    const dialog = page.getByRole("dialog");
    await dialog
      .getByLabel(/^Food left/)
      .first()
      .click();
    await page.getByRole("option", { name: "none" }).click();
    await dialog.getByRole("button", { name: "Keep the correction" }).click();
    await expect(dialog).toBeHidden();
    expect(await ration(page, "Quince")).not.toBe(afterLeftovers);
  },
);

testLong(
  "a late entry changes past and forecast; dragging through time draws the bin of that day",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    await toBin(page, "Lovage");
    const line = await forecast(page);
    const today = line.getByRole("status").first();
    const before = await today.textContent();
    await page.keyboard.press("w");
    const slip = page.getByRole("dialog");
    await slip.getByLabel(/Water/).fill("5 L");
    await fillDay(slip, "Day", "2026-11-21");
    await slip.getByRole("button", { name: "Keep the water" }).click();
    await expect(slip).toBeHidden();
    await expect(today).not.toHaveText(before!, { timeout: 90_000 });
    const moist = (text: string | null) => Number(/(\d+) % moist/.exec(text ?? "")![1]);
    expect(moist(await today.textContent())).toBeGreaterThan(moist(before));

    const slider = page.getByRole("slider", { name: "Day shown" });
    await slider.focus();
    for (let day = 0; day < 5; day += 1) await page.keyboard.press("ArrowRight");
    await expect(today).toContainText("28 November (forecast)");
    await expect(slider).toHaveAttribute("aria-valuetext", /28 November: \d+ % moist/);
    await page.keyboard.press("Home");
    await expect(today).toContainText("17 May");
    await page.getByRole("button", { name: "back to today" }).click();
    await expect(today).toContainText("Today");

    await page.getByRole("button", { name: "worms", exact: true }).click();
    await expect(page.getByRole("img", { name: /^worms of Lovage/ })).toBeVisible();
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: "as a table file" }).click();
    expect((await download).suggestedFilename()).toBe("lovage-2026-11-23-course.csv");
    const picture = page.waitForEvent("download");
    await page.getByRole("button", { name: "as a picture" }).click();
    expect((await picture).suggestedFilename()).toMatch(/worms\.png$/);
  },
);

testLong(
  "two futures side by side, one is kept as the plan, and undo takes it back; the work is a worker's",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    await toBin(page, "Quince");
    await forecast(page);
    expect(page.workers().length).toBeGreaterThan(0);
    // While both futures are worked out the page goes on answering.
    await page.evaluate(() => {
      const beats = window as unknown as { beats: number };
      beats.beats = 0;
      setInterval(() => (beats.beats += 1), 20);
    });
    await page.getByRole("button", { name: "go away for three weeks" }).click();
    await expect(page.getByText(/^If you go away for three weeks: in 28 days/)).toBeVisible({
      timeout: 90_000,
    });
    expect(await page.evaluate(() => (window as unknown as { beats: number }).beats)).toBeGreaterThan(3);
    await page.getByRole("button", { name: "feed half", exact: true }).click();
    await expect(page.getByText(/^If you feed half: in 28 days/)).toBeVisible({ timeout: 90_000 });
    await page.getByRole("button", { name: "keep this as the plan" }).click();
    await expect(page.getByText("Kept as the plan: meals of 50 % of the usual.")).toBeVisible();
    await page.reload();
    await usable(page);
    await expect(page.getByText("Kept as the plan: meals of 50 % of the usual.")).toBeVisible();
    await page.keyboard.press("u");
    await expect(page.getByText("Kept as the plan")).toBeHidden();
  },
);

testLong(
  "entries that do not fit together are named and opened to be put right",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    await toBin(page, "Quince");
    await forecast(page);
    await page.keyboard.press("h");
    const slip = page.getByRole("dialog");
    await slip.getByLabel("Full container").fill("80 kg");
    await slip.getByRole("button", { name: "Keep the harvest" }).click();
    await expect(slip).toBeHidden();
    const says = page.getByRole("list", { name: "What the forecast says" });
    await expect(says.getByText(/more castings were lifted than the log says/)).toBeVisible({
      timeout: 90_000,
    });
    await says.getByRole("button", { name: "open the entry" }).click();
    await expect(page.getByRole("dialog")).toContainText("Correct: harvested");
  },
);
