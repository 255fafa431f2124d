import type { Page } from "@playwright/test";
import { fillDay, expect, test, usable } from "../fixtures";

/*
 * Twelve weeks as a beginner lives them, by the screen alone: what the timetable, the
 * slate and the visit say of a day is the same.
 */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const slate = (page: Page) => page.getByRole("complementary", { name: "The slate" });
const doNow = (page: Page) => page.locator("[aria-labelledby=do-now]");
/** The forecast has heard what was answered. */
const heardOut = (page: Page) => expect(page.locator("[data-refining=true]")).toHaveCount(0);
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

test("a beginner's weeks, from the plan to the twelfth, without a contradiction on any screen and never hungry", async ({
  page,
}) => {
  test.setTimeout(1_200_000);
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
    await heardOut(page);
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

  // On to twelve weeks: the app is opened each morning, the lid lifted on the days it asks, and only what is asked is answered.
  const fed: { readonly day: string; readonly kg: number; readonly place: number }[] = [
    { day: "2026-12-06", kg: Number(amounts[0]) / 1000, place: 2 },
    { day: "2026-12-11", kg: Number(amounts[1]) / 1000, place: 3 },
  ];
  for (let nth = 1; nth <= 70; nth += 1) {
    const day = new Date(Date.parse("2026-12-11") + nth * 86_400_000).toISOString().slice(0, 10);
    await home(page, day);
    await expect(slate(page)).not.toContainText("Being worked out");
    if ((await slate(page).innerText()).includes("Nothing is due today")) continue;
    await page.getByRole("link", { name: "Lift the lid" }).click();
    await usable(page);
    for (const group of await page.getByRole("group", { name: /^Food left/ }).all()) {
      const place = Number(
        /\d+/.exec((await group.getAttribute("aria-label")) ?? (await group.innerText()))?.[0] ?? 1,
      );
      await group
        .getByRole("radio", {
          name: leftAt(
            fed.findLast((one) => one.place === place),
            day,
          ),
        })
        .check();
    }
    await expect(doNow(page)).not.toContainText("Being worked out");
    await heardOut(page);
    const said = await doNow(page).innerText();
    const meal = /([\d.]+) (g|kg) mixed[^.]*place (\d)/.exec(said);
    if (meal) fed.push({ day, kg: Number(meal[1]) / (meal[2] === "g" ? 1000 : 1), place: Number(meal[3]) });
    await page
      .getByRole("button", { name: /[Cc]lose the lid/ })
      .first()
      .click();
    await expect(slate(page)).toContainText("Quince done");
  }
  /*
   * What a kind keeper would say, written before: "A quarter kilo of worms in a new tub. A cup of scraps a week at first; each
   * time it is gone, a little more, until in the third month they take a pound a week and over. Never more than half as much
   * again at a time, never a heap of a kilo, and never back to a spoonful while all is eaten."
   */
  const kg = fed.map((one) => one.kg);
  for (const [nth, one] of kg.entries()) {
    expect(one).toBeLessThanOrEqual(1);
    if (nth > 0) expect(one).toBeLessThanOrEqual(2.1 * Math.max(...kg.slice(0, nth)));
  }
  const inWeeks = (from: number, to: number) =>
    fed
      .filter(({ day: on }) => {
        const week = (Date.parse(on) - Date.parse("2026-12-01")) / 604_800_000;
        return week >= from && week < to;
      })
      .reduce((sum, one) => sum + one.kg, 0);
  console.log(fed.map(({ day: on, kg: one, place }) => `${on} ${one} at ${place}`).join("\n"));
  expect(inWeeks(0, 4)).toBeGreaterThan(0.4);
  expect(inWeeks(8, 12)).toBeGreaterThan(2 * 0.45);
  expect(inWeeks(8, 12)).toBeGreaterThan(inWeeks(0, 4));
  expect(Math.min(...kg.slice(-4))).toBeGreaterThan(0.5 * Math.max(...kg.slice(-8)));
});

/** What such a tub leaves of a meal: gone in nine days, later where it was more than its worms take in that time. */
function leftAt(meal: { readonly day: string; readonly kg: number } | undefined, day: string): string {
  if (!meal) return "none";
  const age = (Date.parse(day) - Date.parse(meal.day)) / 86_400_000;
  const takesKg = 0.27 * 0.35 * 9 * (1 + age / 200);
  const left = 1 - age / (9 * Math.max(1, meal.kg / takesKg));
  return left > 0.7 ? "most" : left > 0.3 ? "about half" : left > 0.05 ? "a little" : "none";
}
