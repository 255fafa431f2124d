import type { Page } from "@playwright/test";
import { expect, setUpBin, testLong, usable } from "./fixtures";

/* What keepers do besides feeding, done on the drawing: each one act, shown before it is kept, undone whole. */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const openBin = async (page: Page, name: string) => {
  await page.goto("/bins");
  await page.getByRole("link", { name, exact: true }).last().click();
  await usable(page);
};
const log = (page: Page) => page.getByRole("region", { name: "The log" });
const dialog = (page: Page) => page.getByRole("dialog");
const kept = (page: Page, text: RegExp) => expect(page.getByText(text).first()).toBeVisible();

testLong(
  "a trough is moved along on its drawing, a tub is tipped into it whole, and one undo brings both back",
  async ({ page }) => {
    await at(page, "2026-11-23");
    await setUpBin(page, "Fennel", "800 g", { system: "Trough", started: "2026-08-01" });
    await setUpBin(page, "Quince", "400 g", { started: "2026-08-01" });
    await openBin(page, "Fennel");

    // By the keys: the front goes forty centimetres along, in steps one sees.
    await page.getByRole("button", { name: "Move along", exact: true }).click();
    await expect(dialog(page)).toContainText("As it will be");
    await expect(dialog(page).getByRole("listitem").first()).toContainText(/fed end empty/);
    const front = dialog(page).getByRole("slider", { name: "How far the front moves" });
    await front.focus();
    for (let n = 0; n < 10; n += 1) await page.keyboard.press("ArrowLeft");
    await expect(dialog(page).getByRole("listitem").first()).not.toContainText("empty");
    await dialog(page)
      .getByLabel(/How far/)
      .last()
      .fill("3 m");
    await dialog(page).getByRole("button", { name: "Keep: moved along" }).click();
    await expect(dialog(page)).toContainText("At most: 40 cm");
    await dialog(page)
      .getByLabel(/How far/)
      .last()
      .fill("20 cm");
    await dialog(page).getByRole("button", { name: "Keep: moved along" }).click();
    await expect(dialog(page)).toBeHidden();
    await expect(log(page)).toContainText("20 cm along, oldest first");

    // A part pressed on the drawing has its own deeds.
    await page.getByRole("button", { name: /^finished end:/ }).click();
    await page.getByRole("menuitem", { name: "Skim, pull or take out" }).click();
    await expect(dialog(page).getByRole("button", { name: /^finished end:/ })).toHaveAttribute("aria-pressed", "true"); // prettier-ignore
    await dialog(page).getByRole("radio", { name: "half" }).check();
    await dialog(page).getByRole("radio", { name: "the store" }).check();
    await dialog(page).getByRole("button", { name: "Keep: taken out" }).click();
    await expect(log(page)).toContainText("50 % of the contents, into the store");

    // Two bins together.
    await openBin(page, "Quince");
    await page.getByText("Something else was done").click();
    await page.getByRole("button", { name: "Tip into another bin" }).click();
    await dialog(page).getByRole("button", { name: "Keep: tipped over" }).click();
    await expect(dialog(page)).toContainText("Choose the bin it goes into.");
    await dialog(page).getByLabel("Into which bin").click();
    await page.getByRole("option", { name: "Fennel" }).click();
    await dialog(page).getByRole("button", { name: "Keep: tipped over" }).click();
    await kept(page, /Quince: tipped into another bin/);
    await expect(log(page)).toContainText("100 % out");
    await expect(page.getByRole("listitem").filter({ hasText: /^\s*empty\s*$/ })).toBeVisible();
    // An emptied bin wants nothing of anybody.
    await page.getByRole("link", { name: "Today", exact: true }).click();
    await expect(page.getByRole("complementary", { name: "The slate" })).not.toContainText("Quince");
    await openBin(page, "Fennel");
    await expect(log(page)).toContainText("from another bin");
    await page.keyboard.press("u");
    await kept(page, /Taken back: Quince: tipped/);
    await expect(log(page)).not.toContainText("from another bin");
    await openBin(page, "Quince");
    await expect(log(page)).not.toContainText("100 % out");
  },
);
