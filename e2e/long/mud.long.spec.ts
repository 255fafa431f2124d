import type { Page } from "@playwright/test";
import { expect, setUpBin, testLong, usable } from "../fixtures";

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const squeeze = (page: Page, name: RegExp) =>
  page.getByRole("radio", { name }).first().click({ force: true });
const visit = async (page: Page, felt: RegExp) => {
  await page.goto("/");
  await usable(page);
  await page
    .getByRole("link", { name: /^Quince / })
    .first()
    .click();
  await usable(page);
  await squeeze(page, felt);
  await page.getByRole("button", { name: /^All done: close the lid|^Close the lid/ }).click();
  await expect(page).toHaveURL(/\/$|\/\?/);
};

testLong(
  "a tub without a hole, from mud to sound: planned in litres, followed on the slate until the squeeze was right twice",
  async ({ page }) => {
    await at(page, "2026-11-02");
    await setUpBin(page, "Quince", "500 g", { started: "2026-06-01" });
    await page.goto("/bins");
    await page.getByRole("link", { name: "Quince", exact: true }).last().click();
    await usable(page);
    await page.getByText("This bin: set-up, print, share").click();
    await page.getByRole("button", { name: "Change the set-up" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByRole("combobox", { name: "Drains" }).click();
    await page.getByRole("option", { name: "not at all" }).click();
    await dialog.getByRole("button", { name: /^Keep/ }).click();
    await expect(dialog).toBeHidden();
    // Nothing but fruit, and bedding up to the rim.
    await page.goto("/");
    await usable(page);
    await page.keyboard.press("b");
    await dialog
      .getByLabel(/How much/)
      .first()
      .fill("14 kg");
    await dialog.getByRole("checkbox", { name: "damp, wrung out" }).check();
    await dialog.getByRole("button", { name: /^Keep/ }).click();
    await expect(dialog).toBeHidden();
    await at(page, "2026-11-23");
    await page.goto("/rescue");
    await usable(page);
    await page.getByRole("link", { name: "Quince" }).click();
    await usable(page);
    await squeeze(page, /a stream/);
    await expect(page.getByText(/of water is too much/)).toBeVisible();
    await expect(page.getByText(/Two weeks on, rescued/)).toBeVisible();
    await page.getByRole("button", { name: "begin the rescue" }).click();
    await expect(page.getByText(/Under way since/)).toBeVisible();

    await at(page, "2026-11-25");
    await visit(page, /a stream/);
    await at(page, "2026-11-27");
    await visit(page, /3–4 drops/);
    await at(page, "2026-11-29");
    await visit(page, /1–2 drops/);
    await page.goto("/rescue");
    await usable(page);
    await page.getByRole("link", { name: "Quince" }).click();
    await expect(page.getByText(/The squeeze was right on 1 of 2 looks/)).toBeVisible();
    await at(page, "2026-12-03");
    await visit(page, /1–2 drops/);
    await page.goto("/rescue");
    await usable(page);
    await page.getByRole("link", { name: "Quince" }).click();
    await usable(page);
    await expect(page.getByText(/Under way since/)).toBeHidden();
    await expect(page.getByText(/There is nothing to rescue/)).toBeVisible();
  },
);
