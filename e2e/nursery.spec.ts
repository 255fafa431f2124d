import type { Page } from "@playwright/test";
import { expect, setUpBin, test, testLong, usable } from "./fixtures";

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));

test("one cycle of a row of five: begun, set, dried, sieved into a tray and set again, labelled, in at most twelve presses", async ({
  page,
}) => {
  let presses = 0;
  const press = async (name: string | RegExp, within: Page | ReturnType<Page["getByRole"]> = page) => {
    presses += 1;
    await within.getByRole("button", { name }).first().click();
  };
  const dialog = page.getByRole("dialog");
  const board = async (day: string) => {
    await at(page, day);
    await page.goto("/nursery");
    await usable(page);
  };
  await at(page, "2026-11-23");
  await setUpBin(page, "Quince");
  await board("2026-11-23");
  await press("new tubs");
  await dialog.getByLabel("How many tubs").fill("5");
  await dialog.getByLabel("Days of the cycle").fill("28");
  await press("begin 5 tubs", dialog);
  await expect(dialog).toBeHidden();

  // Set, bedded and watered as one job, then labelled.
  await press("do it");
  await expect(dialog).toContainText("5 of 5");
  await dialog.getByLabel("Days of the cycle").fill("28");
  await dialog.getByLabel("Bedding in each").fill("12 L");
  await dialog.getByLabel("Water in each").fill("1.5 L");
  await press("keep it for 5", dialog);
  await expect(dialog).toBeHidden();
  await page.getByRole("checkbox", { name: "Row A" }).check();
  presses += 1;
  await page.getByRole("link", { name: "labels" }).click();
  presses += 1;
  await usable(page);
  await expect(page.getByText(/^set 23 Nov, due 21 Dec$/)).toHaveCount(5);
  expect(presses).toBeLessThanOrEqual(12);

  // A week before its day it dries; on its day it is sieved, one tub left for tomorrow.
  await board("2026-12-14");
  await expect(page.getByText("Stop watering 5: Row A")).toBeVisible();
  await press("do it");
  await dialog.getByRole("combobox", { name: "And" }).click();
  await page.getByRole("option", { name: /no more water/ }).click();
  await press("keep it for 5", dialog);
  await expect(page.getByText("Nothing is due in the nursery today.")).toBeVisible();
  await board("2026-12-21");
  await press("do it");
  await dialog.getByRole("checkbox", { name: "Tub 5" }).uncheck();
  await dialog.getByLabel("Tub 1: worms").fill("245");
  await press("keep it for 4", dialog);
  await expect(page.getByText("Sieve 1: Row A")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Row A, brood of/ })).toBeVisible();

  // One missed week: the tub says what that means; over the year's end its brood is looked for on its day.
  await board("2026-12-29");
  await expect(page.getByText(/no harm yet/)).toBeVisible();
  await page.goto("/");
  await usable(page);
  await expect(page.getByRole("link", { name: /^Nursery: sieve 1: Row A/ })).toBeVisible();
});

testLong(
  "a row dragged by its handle to another week goes there with all its tubs and stays; back by its button, and never into the past",
  async ({ page }) => {
    await at(page, "2026-11-23");
    await setUpBin(page, "Quince");
    await page.goto("/nursery");
    await usable(page);
    await page.getByRole("button", { name: "new tubs" }).first().click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("How many tubs").fill("6");
    await dialog.getByLabel("In how many rows").fill("2");
    await dialog.getByLabel("Days of the cycle").fill("28");
    await dialog.getByRole("button", { name: "begin 6 tubs" }).click();
    await expect(dialog).toBeHidden();
    const weekOf = (row: string) =>
      page
        .locator("section")
        .filter({ has: page.getByRole("checkbox", { name: row }) })
        .getByRole("heading", { level: 3 });
    await expect(weekOf("Row A")).toHaveText("This week");
    await expect(weekOf("Row B")).toHaveText("Week of 7 Dec");
    const middle = async (of: ReturnType<Page["getByRole"]>) => {
      const box = (await of.boundingBox())!;
      return [box.x + box.width / 2, box.y + box.height / 2] as const;
    };
    await page.mouse.move(
      ...(await middle(page.getByRole("button", { name: "Row A: move to another week" }))),
    );
    await page.mouse.down();
    await page.mouse.move(300, 420, { steps: 5 });
    // While it is in hand, empty weeks show as well.
    const between = page.getByRole("heading", { name: "Week of 30 Nov" });
    await expect(between).toBeVisible();
    await page.mouse.move(...(await middle(between)), { steps: 8 });
    await page.mouse.up();
    await expect(weekOf("Row A")).toHaveText("Week of 30 Nov");
    await page.reload();
    await usable(page);
    await expect(weekOf("Row A")).toHaveText("Week of 30 Nov");
    await expect(weekOf("Row B")).toHaveText("Week of 7 Dec");
    await page.getByRole("button", { name: "Row A: a week earlier" }).click();
    await expect(weekOf("Row A")).toHaveText("This week");
    await page.getByRole("button", { name: "Row A: a week earlier" }).click();
    await expect(page.getByText(/due in the past: it stays where it is/)).toBeVisible();
    await expect(weekOf("Row A")).toHaveText("This week");
  },
);
