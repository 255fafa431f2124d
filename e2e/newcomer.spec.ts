import { fillDay, expect, NOW, test, usable } from "./fixtures";

test("from an empty cellar to a decision at the bin, and back by undo after a reload", async ({ page }) => {
  await page.clock.setFixedTime(NOW);
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "No bin yet" })).toBeVisible();
  await page.getByRole("link", { name: /^I begin one/ }).click();

  // Impossible first: each fault stands at its field, and what was typed stays.
  await page.getByLabel("Its name").fill("Quince");
  await page.getByLabel("Height").fill("1 m");
  await page.getByLabel(/Worms in it/).fill("9 kg");
  await page.getByLabel("The room’s name").fill("Larder");
  await page.getByRole("button", { name: "Put it on the rack" }).click();
  await expect(page.getByText(/deeper than 60 cm the bottom goes without air/)).toBeVisible();
  await expect(page.getByText(/Too many for this surface/)).toBeVisible();
  await expect(page.getByLabel("Height")).toHaveValue("1 m");
  await page.getByLabel("Height").fill("12 in");
  await page.getByLabel(/Worms in it/).fill("1 lb 2 oz");
  await fillDay(page, "Day it started", "2026-09-01");
  await page.getByRole("button", { name: "Put it on the rack" }).click();

  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Quince");
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("radio", { name: "1–2 drops" }).check();
  const doNow = page.getByRole("region", { name: "Do now" });
  await expect(doNow).toContainText("mixed fruit and vegetable kitchen scraps at place 1");
  await doNow
    .getByRole("button", { name: /change the amount/ })
    .first()
    .click();
  await doNow.getByLabel("Amount, as you like to write it").fill("a bit");
  await expect(doNow.getByText("is too little to reckon with")).toBeVisible();
  await page.getByRole("button", { name: "Close the lid" }).click();
  await expect(doNow.getByRole("alert")).toContainText("Nothing was saved yet");
  await doNow.getByLabel("Amount, as you like to write it").fill("3/4 cup");
  await page.getByRole("button", { name: "Close the lid" }).click();

  await expect(page.getByText("Quince: visit kept.")).toBeVisible();
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Quince done");

  await page.reload();
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await expect(
    page
      .getByRole("list")
      .filter({ hasText: "3/4 cup" })
      .or(page.getByText(/200 mL mixed fruit/))
      .first(),
  ).toBeVisible();
  await expect(page.getByText("squeeze 1–2 drops")).toBeVisible();

  await page.keyboard.press("u");
  await expect(page.getByText("Taken back: Quince: visit kept.")).toBeVisible();
  await expect(page.getByText("squeeze 1–2 drops")).toBeHidden();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByText("squeeze 1–2 drops")).toBeVisible();
});

test("what is typed and not saved outlives a reload", async ({ page }) => {
  await page.goto("/setup");
  await usable(page);
  await page.getByLabel("Its name").fill("Half-told");
  await page.getByLabel("Height").fill("31,5 cm");
  await expect(page.getByText(/Tub, /)).toBeVisible();
  await page.reload();
  await usable(page);
  await expect(page.getByLabel("Its name")).toHaveValue("Half-told");
  await expect(page.getByLabel("Height")).toHaveValue("31,5 cm");
});
