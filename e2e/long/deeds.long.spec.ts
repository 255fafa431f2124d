import type { Page } from "@playwright/test";
import { expect, setUpBin, test, usable } from "../fixtures";

/* Years by acts, as keepers live them: the clock moves on, and everything is done on the screen. */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const dialog = (page: Page) => page.getByRole("dialog");
const log = (page: Page) => page.getByRole("region", { name: "The log" });

async function openBin(page: Page, name: string, day: string) {
  await at(page, day);
  await page.goto("/bins");
  await usable(page);
  await page.getByRole("link", { name, exact: true }).last().click();
  await usable(page);
}
async function feed(page: Page, amount: string) {
  await page.getByRole("button", { name: "Feed", exact: true }).click();
  await dialog(page)
    .getByLabel(/How much/)
    .fill(amount);
  await dialog(page).getByRole("button", { name: "Keep the meal" }).click();
  await expect(dialog(page)).toBeHidden();
}
async function harvest(page: Page, full: string, from?: string) {
  await page.keyboard.press("h");
  await dialog(page).getByLabel("Full container").fill(full);
  if (from) {
    await dialog(page).getByLabel("In", { exact: true }).click();
    await page.getByRole("option", { name: from }).click();
  }
  await dialog(page).getByRole("button", { name: "Keep the harvest" }).click();
  await expect(dialog(page)).toBeHidden();
}
/** Kilograms a part holds, as its line on the page says. */
async function heldKg(page: Page, part: string): Promise<number> {
  const line = page.getByRole("listitem").filter({ hasText: new RegExp(`^${part} `) });
  const said = (await line.first().textContent()) ?? "";
  const match = /([\d.]+) (kg|g)\b/.exec(said);
  return match ? Number(match[1]) * (match[2] === "g" ? 0.001 : 1) : 0;
}

test("a year of a trough by acts: fed, moved along, harvested, overs put back; each band is as old as it is", async ({
  page,
}) => {
  test.setTimeout(600_000);
  await at(page, "2026-01-05");
  await setUpBin(page, "Fennel", "1 kg", { system: "Trough", started: "2026-01-05" });
  for (let month = 2; month <= 12; month += 1) {
    const day = `2026-${String(month).padStart(2, "0")}-06`;
    await openBin(page, "Fennel", day);
    await feed(page, "3 kg");
    if (month % 3 === 0) {
      const before = await heldKg(page, "finished end");
      await harvest(page, "4 kg", "finished end");
      await expect.poll(() => heldKg(page, "finished end")).toBeLessThan(before);
      await page.getByRole("button", { name: "put some in" }).click();
      await dialog(page).getByRole("radio", { name: "sieve overs" }).check();
      await dialog(page)
        .getByLabel(/How much/)
        .fill("300 g");
      await dialog(page).getByRole("button", { name: "Keep: put in" }).click();
      await expect(dialog(page)).toBeHidden();
    }
    await page.getByRole("button", { name: "move along", exact: true }).click();
    await dialog(page)
      .getByLabel(/How far/)
      .last()
      .fill("12 cm");
    await dialog(page).getByRole("button", { name: "Keep: moved along" }).click();
    await expect(dialog(page)).toBeHidden();
  }
  await expect(log(page)).toContainText("12 cm along, oldest first");
  const lines = page.getByRole("listitem");
  await expect(lines.filter({ hasText: /^finished end .*months in here/ })).toBeVisible();
  const age = async (part: string) =>
    Number(/about (\d+) (?:weeks|months)/.exec((await lines.filter({ hasText: new RegExp(`^${part} `) }).first().textContent()) ?? "")?.[1]); // prettier-ignore
  expect(await age("finished end")).toBeGreaterThanOrEqual(await age("middle"));
});

test("a tray stack through two rotations, a pot emptied and begun again", async ({ page }) => {
  test.setTimeout(400_000);
  await at(page, "2026-01-05");
  await setUpBin(page, "Sorrel", "500 g", { system: "Tray stack", started: "2026-01-05" });
  for (const day of ["2026-05-04", "2026-09-07"]) {
    await openBin(page, "Sorrel", day);
    await feed(page, "400 g");
    await harvest(page, "1.2 kg", "bottom tray");
    await page.getByRole("button", { name: "change the trays about" }).click();
    // The lowest goes up twice and stands on top.
    await dialog(page).getByRole("button", { name: "bottom tray one up" }).click();
    await dialog(page).getByRole("button", { name: "bottom tray one up" }).click();
    await dialog(page).getByRole("button", { name: "Keep the new order" }).click();
    await expect(dialog(page)).toBeHidden();
    await expect(log(page)).toContainText("trays changed places");
  }
  await page.getByRole("button", { name: "add a tray" }).click();
  await dialog(page).getByRole("button", { name: "Keep the new tray" }).click();
  await expect(page.getByText("tray stack of 96 L", { exact: false })).toBeVisible();

  await at(page, "2026-03-01");
  await setUpBin(page, "Bay", "400 g", { system: "Fabric pot", started: "2026-03-01" });
  await openBin(page, "Bay", "2026-09-07");
  await page.getByRole("button", { name: "empty and refill" }).click();
  await dialog(page).getByRole("radio", { name: "the store" }).check();
  const amounts = dialog(page).getByLabel(/^How much/);
  await amounts.first().fill("9 kg");
  await amounts.last().fill("200 g");
  await dialog(page).getByRole("button", { name: "Keep: emptied and refilled" }).click();
  await expect(dialog(page)).toBeHidden();
  await expect(log(page)).toContainText("worms kept, into the store");
  await expect(page.getByRole("listitem").filter({ hasText: /0 days in here/ })).toBeVisible();
  // One act: taken back whole.
  await page.keyboard.press("u");
  await expect(log(page)).not.toContainText("worms kept");
  await expect(page.getByRole("listitem").filter({ hasText: /months in here/ })).toBeVisible();
});
