import type { Page } from "@playwright/test";
import { expect, setUpBin, testLong, usable } from "./fixtures";

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const rehearse = async (page: Page, words: string) => {
  await page.getByRole("combobox", { name: "The forecast" }).click();
  await page.getByRole("option", { name: words }).click();
};

testLong(
  "a heat wave and a frost through the weather: warned days ahead, met with steps, put back when they are over",
  async ({ page }) => {
    await at(page, "2026-07-18");
    await setUpBin(page, "Quince", "500 g", { started: "2026-04-01" });
    // Under open sky: rain on it.
    await page.goto("/settings");
    await page.getByLabel("Coldest week").fill("1 °C");
    await page.getByLabel("Hottest week").fill("19 °C");
    await page.getByLabel("Rain (mm a day)").fill("2");
    await page.getByRole("button", { name: "keep it" }).click();
    await expect(page.getByText(/climate kept/)).toBeVisible();
    await page.goto("/weather");
    await usable(page);
    for (const [against, step, words] of [
      ["heat", /^Shade it/, "rehearse a heat wave"],
      ["frost", /^Wrap it/, "rehearse a frost"],
    ] as const) {
      if (against === "frost") {
        await at(page, "2027-01-16");
        await page.goto("/weather");
        await usable(page);
      }
      await rehearse(page, words);
      const spell = page.getByRole("listitem").filter({ hasText: new RegExp(`${against} `, "i") });
      await expect(spell.first()).toContainText(/the bed would reach/);
      await page.goto("/");
      await usable(page);
      await page.getByRole("link", { name: new RegExp(`^Quince make ready for ${against}`) }).click();
      await usable(page);
      await page.getByRole("checkbox", { name: step }).check();
      await page.getByRole("button", { name: "keep what was done" }).first().click();
      await expect(page.getByText(/^ ?Done: /).first()).toBeVisible();
      await page.goto("/");
      await usable(page);
      await expect(page.getByRole("link", { name: new RegExp(`make ready for ${against}`) })).toBeHidden();
      // Months on nothing of it lies ahead.
      await at(page, against === "heat" ? "2026-10-12" : "2027-05-05");
      await page.goto("/weather");
      await usable(page);
      await rehearse(page, "as it comes");
      await page.getByRole("button", { name: `${against} is over, all put back` }).click();
      await expect(page.getByRole("heading", { name: "It is over" })).toBeHidden();
    }
    await page.goto("/bins");
    await page.getByRole("link", { name: "Quince", exact: true }).last().click();
    await usable(page);
    await expect(page.getByRole("region", { name: "The log" })).toContainText("against heat");
  },
);
