import { expect, inDemo, NOW, openDemo, setUpBin, usable, testLong } from "./fixtures";

const doNow = (page: Parameters<typeof usable>[0]) => page.locator("[aria-labelledby=do-now]");

testLong("frost, heat and an escape are first aid, never a meal", async ({ page }) => {
  await page.clock.setFixedTime(NOW);
  await setUpBin(page, "Quince");
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  const probe = page.getByLabel(/^Probe/);
  await probe.fill("0 °C");
  await expect(doNow(page).getByRole("heading", { name: "Act now" })).toBeVisible();
  await expect(doNow(page)).toContainText("Wrap the bin");
  await expect(doNow(page)).not.toContainText("kitchen scraps");
  await probe.fill("34 °C");
  await expect(doNow(page)).toContainText("Move the bin out of sun");
  await expect(doNow(page)).not.toContainText("kitchen scraps");
  await probe.fill("");
  await page.getByRole("checkbox", { name: "mass escape" }).check();
  await expect(doNow(page)).toContainText("Lift the liveliest worms");
  await expect(doNow(page)).not.toContainText("kitchen scraps");
});

testLong(
  "an escape at a resting pot ends the rest; a weight that fell by a fifth asks for the lid",
  async ({ page }) => {
    await page.clock.setFixedTime(NOW);
    await setUpBin(page, "Bay");
    await page.goto("/bins");
    await page.getByRole("link", { name: "Bay", exact: true }).last().click();
    await page.getByText("This bin: set-up, print, share").click();
    await page.getByRole("button", { name: "Change the set-up" }).click();
    await page.getByRole("checkbox", { name: /resting/ }).check();
    await page.getByText("Rules of your own for this bin").click();
    await page.getByLabel("Fed every (days)").fill("soon");
    await page.getByRole("button", { name: "Keep the change" }).click();
    await expect(page.getByRole("dialog")).toBeVisible();
    await page.getByLabel("Fed every (days)").fill("9");
    await page.getByRole("button", { name: "Keep the change" }).click();
    await expect(page.getByText(/Own rules: fed every 9 days/)).toBeVisible();
    const quiet = async (weight: string) => {
      await page.goto("/");
      await usable(page);
      await page.getByRole("link", { name: "quiet check, lid closed" }).click();
      await usable(page);
      await page.getByLabel(/Weight of the whole bin/).fill(weight);
    };
    await quiet("20 kg");
    await expect(doNow(page).getByRole("heading", { name: "Nothing to do inside" })).toBeVisible();
    await page.getByRole("button", { name: "Keep what I saw" }).click();
    await expect(page.getByText("Bay: quiet check kept.")).toBeVisible();
    await quiet("15 kg");
    await expect(doNow(page).getByRole("heading", { name: "This cannot wait: lift the lid" })).toBeVisible();
    await expect(doNow(page)).toContainText("20 kg");
    await doNow(page).getByRole("link", { name: "lift the lid" }).click();
    await expect(page.getByRole("heading", { name: "Bay, lid up" })).toBeVisible();
    await page.getByRole("checkbox", { name: "mass escape" }).check();
    await expect(doNow(page).getByRole("heading", { name: "Act now" })).toBeVisible();
    await expect(doNow(page)).not.toContainText("Leave it in peace");
  },
);

testLong(
  "a surprise is asked about with four answers; a slip of the hand moves nothing",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    await page.goto("/bins");
    await page.getByRole("link", { name: "Quince", exact: true }).last().click();
    await usable(page);
    const line = page.getByRole("region", { name: "Time line and forecast" });
    await expect(line).toHaveAttribute("data-working", "false", { timeout: 90_000 });
    await page.getByRole("link", { name: "Lift the lid" }).click();
    await usable(page);
    await page.getByRole("radio", { name: "dust", exact: true }).check();
    const question = page.getByRole("group", { name: /What happened\?/ });
    await expect(question).toBeVisible({ timeout: 60_000 });
    await expect(question.getByRole("radio")).toHaveCount(4);
    await expect(doNow(page).getByRole("heading", { name: "Moisture first" })).toBeVisible();
    await question.getByRole("radio", { name: "my hand slipped" }).check();
    await expect(doNow(page).getByRole("heading", { name: "Moisture first" })).toBeHidden({
      timeout: 60_000,
    });
    await expect(question.getByRole("radio", { name: "my hand slipped" })).toBeChecked();
  },
);
