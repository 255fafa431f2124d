import type { Page } from "@playwright/test";
import { expect, setUpBin, testLong, usable } from "../fixtures";

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const plus = (day: string, days: number) =>
  new Date(Date.parse(`${day}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
const keep = (page: Page) =>
  page
    .getByRole("dialog")
    .getByRole("button", { name: /^keep it for/ })
    .click();
const open = async (page: Page, day: string) => {
  await at(page, day);
  await page.goto("/nursery");
  await usable(page);
};

testLong(
  "a quarter of a year with twenty tubs in four rows, over a month's, a year's end and a change of the clock",
  async ({ page }) => {
    const dialog = page.getByRole("dialog");
    const START = "2026-12-14";
    await at(page, START);
    await setUpBin(page, "Quince");
    await open(page, START);
    await page.getByRole("button", { name: "new tubs" }).click();
    await dialog.getByLabel("How many tubs").fill("20");
    await dialog.getByLabel("In how many rows").fill("4");
    await dialog.getByLabel("Days of the cycle").fill("28");
    await dialog.getByRole("button", { name: "begin 20 tubs" }).click();
    await expect(dialog).toBeHidden();
    // Each Monday a row: set in December, sieved and set again every fourth week, until the clocks have changed.
    for (let week = 0; week < 16; week += 1) {
      const day = plus(START, 7 * week);
      const row = `Row ${"ABCD"[week % 4]}`;
      await open(page, day);
      const job = page
        .getByRole("listitem")
        .filter({ hasText: new RegExp(`^${week < 4 ? "Set" : "Sieve"} 5: ${row}`) });
      await expect(job).toBeVisible();
      await job.getByRole("button", { name: "do it" }).click();
      await expect(dialog).toContainText("5 of 5");
      await dialog.getByLabel(week < 4 ? "Days of the cycle" : "Days of the next cycle").fill("28");
      await keep(page);
      await expect(dialog).toBeHidden();
      await expect(job).toBeHidden();
    }
    // One missed week: the row that was due says so, and is done a week late without moving the others.
    await open(page, plus(START, 7 * 17));
    await expect(page.getByText(/no harm yet/)).toBeVisible();
    await expect(page.getByText("Sieve 10: Row A, Row B")).toBeVisible();
    // After the change of the clock every row still falls on its Monday.
    for (const week of ["6 Apr", "13 Apr", "20 Apr"])
      await expect(
        page.getByRole("heading", { name: new RegExp(`of ${week}$|^This week$`) }).first(),
      ).toBeVisible();
    // Twelve broods in trays, and nobody is accused where nobody counted.
    await expect(page.getByText(/60 cleared cycles were not counted/)).toBeVisible();
  },
);
