import type { Page } from "@playwright/test";
import { expect, test, usable } from "./fixtures";

/*
 * A tub that has run for a year is put on the rack by what its keeper tells, and lived with for four weeks by the screen alone. What
 * a kind keeper would say beside it, written before: "go on as you did: about 200 g every few days, and a little more once the last
 * is gone; nobody has starved".
 */
const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const slate = (page: Page) => page.getByRole("complementary", { name: "The slate" });
const doNow = (page: Page) => page.locator("[aria-labelledby=do-now]");

test("a tub that runs already: told in a minute, fed as it was used to, and never said to have starved", async ({
  page,
}) => {
  await at(page, "2026-11-02");
  await page.goto("/setup");
  await usable(page);
  await page.locator("label").filter({ hasText: "it runs: worms are at work" }).click();
  await page.getByLabel("Its name").fill("Aunt’s tub");
  await page.getByLabel("The room’s name").fill("Kitchen");
  const answer = (title: RegExp, name: string) =>
    page.getByRole("group", { name: title }).getByRole("radio", { name }).check({ force: true });
  await answer(/^The worms/, "some in every clump");
  await answer(/^How far along/, "half done");
  await answer(/^How full/, "three quarters full");
  await page.getByLabel(/Food it gets a week/).fill("350 g");
  await page.getByLabel("Last fed, days ago").fill("6");
  await answer(/^Left of that meal/, "none");
  await answer(/^A squeeze/, "1–2 drops");
  await answer(/^It runs/, "up to a year");
  // What it comes to, before it is kept.
  await expect(page.getByText(/^Likely .* of worms\. First meal: 200 g, today\.$/)).toBeVisible();
  await page.getByRole("button", { name: "Put it on the rack" }).click();
  await expect(page.getByRole("heading", { name: "Aunt’s tub" })).toBeVisible();
  await expect(slate(page)).toContainText("As much as it had before (200 g)");

  const amounts: number[] = [];
  for (const day of ["2026-11-02", "2026-11-09", "2026-11-16", "2026-11-23"]) {
    await at(page, day);
    await page.goto("/");
    await usable(page);
    await expect(page.locator("body")).not.toContainText(/starv|may have died|understocked/i);
    await page.getByRole("link", { name: "Lift the lid" }).click();
    await usable(page);
    await page.getByRole("radio", { name: "earthy" }).check();
    // Only what is asked is answered, as a real tub would have it: what is a week old is a little, older is gone.
    for (const asked of await page.getByRole("group", { name: /^Food left at/ }).all())
      await asked.getByRole("radio", { name: day < "2026-11-16" ? "a little" : "none" }).check();
    const meal = doNow(page)
      .getByText(/(\d+) g mixed/)
      .first();
    await expect(meal).toBeVisible();
    amounts.push(Number(/(\d+) g mixed/.exec(await doNow(page).innerText())![1]));
    await doNow(page).getByRole("checkbox").first().check();
    await page.getByRole("button", { name: "Close the lid" }).click();
    await expect(page.getByText("Aunt’s tub: visit kept.")).toBeVisible();
  }
  expect(amounts[0]).toBeGreaterThanOrEqual(100);
  expect(amounts[0]).toBeLessThanOrEqual(240);
  for (const grams of amounts) expect(grams).toBeGreaterThanOrEqual(0.9 * amounts[0]!);
  expect(amounts.at(-1)!).toBeGreaterThan(amounts[0]!);
});
