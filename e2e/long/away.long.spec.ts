import { expect, fillDay, setUpBin, test, usable } from "../fixtures";

test("a holiday: told to all bins at once, the last visit on the slate, nothing due meanwhile, and back to the round", async ({
  page,
}) => {
  const at = (day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
  await at("2026-11-23");
  for (const name of ["Quince", "Cress"]) await setUpBin(page, name, "500 g", { started: "2026-04-01" });
  await page.goto("/away");
  await usable(page);
  await fillDay(page, "No one comes from", "2026-12-01");
  await fillDay(page, "Back on", "2026-12-22");
  // Every bin is looked ahead for by its twin, and none is left without a word.
  await expect(page.getByText("Not worked out yet.")).toHaveCount(0, { timeout: 90_000 });
  await expect(page.getByText("It could not be worked out")).toHaveCount(0);
  await page.getByRole("button", { name: "Plan it for all 2 bins" }).click();
  await expect(page.getByText(/^Kept: no one comes from/)).toBeVisible();
  await page.getByLabel("Who looks in").fill("Neighbour");

  await at("2026-11-30");
  await page.goto("/");
  await usable(page);
  await page.getByRole("link", { name: /^Quince visit before you leave/ }).click();
  await usable(page);
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("button", { name: "Close the lid" }).click();
  await expect(page.getByRole("link", { name: /^Quince visit before you leave/ })).toBeHidden();
  await expect(page.getByRole("link", { name: /^Cress visit before you leave/ })).toBeVisible();

  await at("2026-12-10");
  await page.goto("/");
  await usable(page);
  await expect(page.getByRole("link", { name: /visit before you leave/ })).toHaveCount(0);
  await at("2026-12-22");
  await page.goto("/away");
  await usable(page);
  await expect(page.getByText(/^Kept:/)).toBeHidden();
  await page.goto("/");
  await usable(page);
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Quince");
});
