import type { Page } from "@playwright/test";
import { expect, fillDay, setUpBin, testLong, usable } from "../fixtures";

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

testLong(
  "a bed is promised, bred for in two tubs, thinned out and filled on its day; a crowded bin is split in two",
  async ({ page }) => {
    const dialog = page.getByRole("dialog");
    const START = "2026-05-04";
    await at(page, START);
    await setUpBin(page, "Quince", "900 g", { started: "2026-05-04" });
    await setUpBin(page, "Cress", "50 g", { started: "2026-05-04" });
    await open(page, START);
    await page.getByRole("link", { name: "share it out" }).first().click();
    await usable(page);
    await expect(page.getByLabel("Share of it (%)")).toHaveValue("50");
    await page.getByRole("button", { name: "Carry it over" }).click();
    await expect(page.getByRole("heading", { name: "Cress" })).toBeVisible();
    await expect(page.getByText(/put in|received/).first()).toBeVisible();
    await open(page, START);
    await page.getByLabel("Beds to fill").fill("1");
    await page.getByLabel("Ground of each (m²)").fill("0.4");
    await page.getByLabel("Worms on it (kg/m²)").fill("2");
    await fillDay(page, "By", plus(START, 170));
    await expect(page.getByText(/^\d+ tubs? from today/)).toBeVisible();
    await page.getByRole("button", { name: "promise it to a bed" }).click();
    const promised = page.getByRole("region", { name: "Promised" });
    await expect(promised.getByText(/not from what is set by now/)).toBeVisible();
    await page.getByRole("button", { name: "new tubs" }).click();
    await dialog.getByLabel("How many tubs").fill("2");
    await dialog.getByLabel("In how many rows").fill("1");
    await dialog.getByLabel("Days of the cycle").fill("24");
    await dialog.getByRole("button", { name: "begin 2 tubs" }).click();
    await expect(dialog).toBeHidden();
    const job = (name: RegExp) => page.getByRole("listitem").filter({ hasText: name });
    await job(/^Set 2/)
      .getByRole("button", { name: "do it" })
      .click();
    await keep(page);
    await expect(dialog).toBeHidden();
    // Sieved into a tray and counted by a scoop, it is known what comes, and when.
    await open(page, plus(START, 24));
    await job(/^Sieve 2/)
      .getByRole("button", { name: "do it" })
      .click();
    await keep(page);
    await expect(dialog).toBeHidden();
    for (const tub of ["Tub 1", "Tub 2"])
      await page.getByRole("button", { name: new RegExp(`^${tub}`) }).click();
    await page.getByRole("button", { name: "count", exact: true }).click();
    await dialog.getByLabel("One scoop weighs").fill("100 g");
    await dialog.getByLabel("All of it weighs").fill("1.6 kg");
    await dialog.getByLabel("Tub 1: counted").fill("50");
    await dialog.getByLabel("Tub 2: counted").fill("46");
    await keep(page);
    await expect(dialog).toBeHidden();
    await expect(promised.getByText(/^in time/)).toBeVisible();
    // What is due is done as it comes, until the brood is grown.
    for (let day = 38; day <= 170; day += 12) {
      await open(page, plus(START, day));
      const due = page.getByRole("region", { name: "Today" });
      for (let more = 0; more < 4; more += 1) {
        const next = due
          .getByRole("listitem")
          .filter({ hasText: /^(Thin out|Bait|Look)/ })
          .first();
        if (!(await next.isVisible())) break;
        const isLook = /^Look/.test((await next.textContent()) ?? "");
        const isBait = /^Bait/.test((await next.textContent()) ?? "");
        await next.getByRole("button", { name: "do it" }).click();
        if (isBait) {
          await dialog.getByRole("combobox", { name: "And" }).click();
          await page.getByRole("option", { name: /all as it should be/ }).click();
        }
        if (isLook) {
          await dialog.getByRole("combobox", { name: "What is counted" }).click();
          await page.getByRole("option", { name: "hatchlings" }).click();
          for (const field of await dialog.getByLabel(/: counted$/).all()) await field.fill("5");
        }
        await keep(page);
        await expect(dialog).toBeHidden();
        await open(page, plus(START, day));
      }
    }
    await expect(promised.getByText(/^grown and there/)).toBeVisible();
    await promised.getByRole("button", { name: "fill it" }).click();
    const parcel = page.getByRole("region", { name: "Worms for somebody else" });
    await parcel.getByRole("combobox", { name: "Out of" }).click();
    await page
      .getByRole("option", { name: /brood of/ })
      .first()
      .click();
    await parcel.getByRole("button", { name: "they are gone: keep it" }).click();
    await expect(promised.getByText("Nothing is promised.")).toBeVisible();
  },
);
