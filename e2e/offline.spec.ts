import { expect, setUpBin, test, usable } from "./fixtures";

test.use({ serviceWorkers: "allow" });

test("once opened, the whole round works with no network", async ({ page, context }) => {
  await page.goto("/");
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await setUpBin(page, "Quince");
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole("heading", { name: "Quince" })).toBeVisible();
  await page.goto("/records");
  await usable(page);
  const [archive] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save the archive" }).click(),
  ]);
  await archive.path();
  expect(archive.suggestedFilename()).toMatch(/^brown-cellar-.*\.json$/);
  await page.goto("/");
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("button", { name: "Close the lid" }).click();
  // Offline the way home is a full load out of the saved files: the notice may be gone with it, the visit is not.
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Quince done");
  await context.setOffline(false);
});
