import type { Page } from "@playwright/test";
import { expect, testLong, usable } from "./fixtures";

/* Many alike: made, fed, taken back, called in, written on paper and typed in, in few actions each. */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const dialog = (page: Page) => page.getByRole("dialog");

testLong(
  "twelve tubs are made, bedded, stocked and labelled at once, fed at once, taken back at once, and found by their labels",
  async ({ page }) => {
    await at(page, "2026-11-23");
    await page.goto("/plan?step=many");
    let actions = 0;
    const act = async (done: Promise<unknown>) => {
      actions += 1;
      await done;
    };
    await act(page.getByLabel("How many", { exact: true }).fill("12"));
    await act(page.getByLabel("As a group").fill("Row A"));
    await act(page.getByRole("button", { name: "Put all 12 on the rack" }).click());
    await expect(page).toHaveURL(/\/labels/);
    await expect(page.getByRole("listitem").filter({ hasText: "Tub 12" })).toBeVisible();
    expect(actions).toBeLessThanOrEqual(12);
    const code = (await page.getByRole("listitem").filter({ hasText: "Tub 07" }).locator("span").first().innerText()).trim(); // prettier-ignore
    expect(code).toMatch(/^[A-Z2-9]{5}$/);

    // All that a group wants is given in one act.
    await page.goto("/bins");
    await usable(page);
    await page.getByRole("button", { name: "several at once" }).click();
    await dialog(page)
      .getByRole("button", { name: /^Row A 12/ })
      .click();
    await dialog(page).getByRole("radio", { name: "the same for each" }).check();
    await dialog(page)
      .getByLabel(/^For each/)
      .fill("60 g");
    await expect(dialog(page).getByRole("status")).toHaveText("12 bins, 720 g in all.");
    // One that differs is typed over in its cell.
    const cell = dialog(page)
      .getByRole("row", { name: /Tub 02/ })
      .getByRole("gridcell", { name: "60 g" });
    await cell.click();
    await page.keyboard.press("Enter");
    await page.keyboard.press("ControlOrMeta+a");
    await page.keyboard.type("90 g");
    await page.keyboard.press("Enter");
    await expect(dialog(page).getByRole("status")).toHaveText("12 bins, 750 g in all.");
    await dialog(page).getByRole("button", { name: "Keep for 12 bins" }).click();
    await expect(page.getByText("12 bins: fed")).toBeVisible();
    await page.getByRole("button", { name: /take it back/i }).click();
    await expect(page.getByText("12 bins: fed")).toBeHidden();

    // A list that is searched, and a label's code that is typed.
    await page.getByRole("radio", { name: "as a list" }).check();
    await expect(page.getByRole("row", { name: /Tub 01/ })).toContainText("Row A");
    await page.keyboard.press("Escape");
    await page.keyboard.press("/");
    await page.getByRole("combobox").fill("ZZZZZ");
    await expect(page.getByText(/no bin or batch of this cellar bears the code ZZZZZ/)).toBeVisible();
    await page.getByRole("combobox").fill(code.toLowerCase());
    await page.keyboard.press("Enter");
    await usable(page);
    await expect(page.getByRole("heading", { name: "Tub 07" })).toBeVisible();
    await expect(page.getByRole("region", { name: "The log" })).not.toContainText(/fed|scraps/);
    await page.goto(`/bin?code=${code}`);
    await expect(page.getByRole("heading", { name: "Tub 07" })).toBeVisible();
    await page.goto("/bin?code=ZZZZZ");
    await expect(page.getByText(/No bin in this cellar bears the code ZZZZZ/)).toBeVisible();

    // The round on paper a week on, typed in once; a second time it says so and nothing is written twice.
    await at(page, "2026-12-01");
    await page.goto("/sheet");
    await usable(page);
    await expect(page.getByRole("row", { name: /Tub 01/ })).toBeVisible();
    await page.getByRole("radio", { name: "to type in afterwards" }).check();
    const line = page.getByRole("row", { name: /Tub 01/ });
    const type = async (column: string, text: string) => {
      await line.locator(`[data-field="${column}"]`).dblclick();
      await page.keyboard.type(text);
      await page.keyboard.press("Enter");
    };
    await type("fed", "70 g");
    await type("note", "many young");
    await page.getByRole("button", { name: "Keep the round: 1 bin" }).click();
    await expect(page.getByText("The round of 1 bin typed in")).toBeVisible();
    await type("fed", "70 g");
    await expect(line).toContainText("noted already");
    await page.getByRole("button", { name: /^Keep the round/ }).click();
    await expect(page.getByText(/^1 line cannot be kept as written/)).toBeVisible();
  },
);
