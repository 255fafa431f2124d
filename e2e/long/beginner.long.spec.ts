import type { Page } from "@playwright/test";
import { fillDay, expect, test, usable } from "../fixtures";

/*
 * The first weeks as a beginner lives them, from the plan to the third meal, by the screen alone: what the timetable, the
 * slate and the visit say of a day is the same.
 */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const slate = (page: Page) => page.getByRole("complementary", { name: "The slate" });
const doNow = (page: Page) => page.locator("[aria-labelledby=do-now]");
const step = (page: Page, title: string) =>
  page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: title, exact: true }) });

async function home(page: Page, day: string) {
  await at(page, day);
  await page.goto("/");
  await usable(page);
}
async function liftTheLid(page: Page, day: string) {
  await home(page, day);
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("radio", { name: "1–2 drops" }).check();
}
async function openStart(page: Page) {
  await page.goto("/start");
  await usable(page);
}

test("a beginner's weeks, from the plan to the third meal, without a contradiction on any screen", async ({
  page,
}) => {
  test.setTimeout(240_000);
  await at(page, "2026-11-23");
  await page.goto("/plan");
  await usable(page);
  await page.getByRole("radio", { name: "one person" }).click();
  for (const link of ["On to: room", "On to: time and back", "On to: wish", "Show me bins that would do"])
    await page.getByRole("link", { name: link }).click();
  await page.getByRole("button", { name: "Build the single tub" }).click();
  await page.getByRole("button", { name: "Put it on the rack, with dates" }).click();
  await page.getByLabel("Its name").fill("Quince");
  // Three days until they come: said, and no step lies before today.
  await fillDay(page, "Worms arrive on", "2026-11-26");
  await expect(page.getByText(/until they come/)).toBeVisible();
  await page.getByRole("button", { name: "Put it on the rack", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Quince: the first weeks" })).toBeVisible();
  await expect(page.getByText(/it is fit at once/)).toBeVisible();
  await expect(step(page, "Set water aside")).toContainText("23 November");

  // Bedding noted from the sheet, damp by itself; what it rests on is done with it.
  await at(page, "2026-11-25");
  await openStart(page);
  await page.getByRole("button", { name: "note the bedding" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("checkbox", { name: "damp, wrung out" })).toBeChecked();
  await dialog.getByLabel(/How much/).fill("80 kg");
  await dialog.getByRole("button", { name: "Keep the bedding" }).click();
  const beyond = page.getByRole("dialog", { name: "Is that right?" });
  await expect(beyond).toContainText("The whole bin holds");
  await beyond.getByRole("button", { name: "Let me mend it" }).click();
  await expect(beyond).toBeHidden();
  await dialog.getByLabel(/How much/).fill("3 kg");
  await dialog.getByRole("button", { name: "Keep the bedding" }).click();
  await expect(step(page, "Fill it with bedding")).toContainText("as the log says");
  await expect(step(page, "Build the bin")).toContainText("as the log says");
  await expect(step(page, "Receive the worms")).not.toContainText("as the log says");

  await at(page, "2026-11-26");
  await openStart(page);
  await page.getByRole("link", { name: "weigh or count them in" }).click();
  await page.getByLabel(/How many/).fill("270 g");
  await page.getByRole("button", { name: /^Stock/ }).click();
  await expect(page.getByText("270 g of worms", { exact: true })).toBeVisible();

  // Fewer came than were planned: the sheet's first meal is for those that are there.
  await openStart(page);
  await expect(step(page, "Receive the worms")).toContainText("as the log says");
  const meal = /(\d+ g) of soft scraps/.exec(await step(page, "The first small meal").innerText())![1]!;

  // They settle: nothing is asked of the bin, and the visit says the sheet's day.
  await home(page, "2026-11-28");
  await expect(slate(page)).toContainText("Nothing is due today");
  await liftTheLid(page, "2026-11-29");
  await expect(doNow(page)).toContainText("the first meal waits until Tuesday");
  await expect(doNow(page)).not.toContainText("kitchen scraps");
  await page.getByRole("button", { name: "Close the lid" }).click();
  await expect(slate(page)).toContainText("Quince done");

  // The first meal on its day, as large as the sheet says, then small ones until two were seen gone.
  await liftTheLid(page, "2026-12-01");
  await expect(slate(page)).toContainText("feed");
  await expect(doNow(page)).toContainText(`${meal} mixed`);
  await page.getByRole("button", { name: "Close the lid" }).click();
  await expect(slate(page)).toContainText("Quince done");
  await openStart(page);
  await expect(step(page, "The first small meal")).toContainText("as the log says");
  await expect(step(page, "First squeeze")).toContainText("as the log says");
  const amounts: string[] = [];
  for (const day of ["2026-12-06", "2026-12-11"]) {
    await liftTheLid(page, day);
    await page
      .getByRole("group", { name: /^Food left at/ })
      .getByRole("radio", { name: "none" })
      .check();
    await expect(doNow(page)).toContainText("mixed fruit and vegetable kitchen scraps");
    await expect(page.locator("main")).not.toContainText(/has not been seen yet|may have died/);
    amounts.push(/(\d+) g mixed/.exec(await doNow(page).innerText())![1]!);
    await page.getByRole("button", { name: "Close the lid" }).click();
    await expect(slate(page)).toContainText("Quince done");
  }
  expect(Number(amounts[1])).toBeGreaterThan(Number(amounts[0]));
  await openStart(page);
  await expect(step(page, "Start the usual ration")).toContainText("as the log says");
  // "None left" stands on the bin's page as it was said, and nothing there says otherwise.
  await page.goto("/bins");
  await page.getByRole("link", { name: "Quince", exact: true }).last().click();
  await page.getByText("What you read, and what we make of it").click();
  const heard = page.getByRole("region", { name: "What you read, and what we make of it" });
  await expect(heard).toContainText("none left");
});
