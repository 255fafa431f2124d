import { expect, NOW, test, usable } from "./fixtures";
import { KEPT_DEMO } from "./keptDemo";

test("from an empty cellar into the demo, which says how far its forecasts are", async ({
  page,
  context,
}) => {
  await page.clock.setFixedTime(NOW);
  await page.goto("/");
  await page.getByRole("button", { name: /^Show me round/ }).click();
  await expect(
    page.getByRole("navigation", { name: "Bins on the rack" }).getByRole("button", { name: /Fennel/ }),
  ).toBeVisible();
  await expect(page.getByText(/Working out what comes: \d of 9 bins/)).toBeVisible();
  // The bins tell each other what they learned of the keeper's hand, so there may be a second turn.
  await expect(page.locator("[data-forecasts=done]")).toBeAttached({ timeout: 150_000 });
  await usable(page);
  await context.storageState({ path: KEPT_DEMO, indexedDB: true });
});
