import AxeBuilder from "@axe-core/playwright";
import { expect, openDemo, ROOMS, test, usable } from "./fixtures";

for (const colorScheme of ["dark", "light"] as const) {
  test.describe(colorScheme === "dark" ? "in the cellar" : "in daylight", () => {
    test.use({ colorScheme });

    test("no screen shuts anybody out", async ({ page }) => {
      test.setTimeout(300_000);
      await page.goto("/");
      await usable(page);
      const violations = async () =>
        (await new AxeBuilder({ page }).analyze()).violations.map(
          ({ id, nodes }) => `${page.url()} ${id}: ${nodes.map((node) => node.target.join(" ")).join(", ")}`,
        );
      expect(await violations()).toEqual([]);
      await openDemo(page);
      for (const room of ROOMS) {
        await page.goto(room);
        await expect(page.locator("main").first()).toBeVisible();
        await page.locator("[aria-busy=true]").waitFor({ state: "detached" });
        await page.waitForTimeout(300);
        expect(await violations()).toEqual([]);
      }
      await page.goto("/");
      await usable(page);
      for (const key of ["f", "b", "m", "h"]) {
        // One bin is in hand again: the keys write to it.
        await expect(
          page.getByRole("navigation", { name: "Bins on the rack" }).locator("[aria-current=true]"),
        ).toHaveCount(1);
        await page.keyboard.press(key);
        await expect(page.getByRole("dialog")).toBeVisible();
        await page.waitForTimeout(300);
        expect(await violations()).toEqual([]);
        await page.keyboard.press("Escape");
        await expect(page.getByRole("dialog")).toBeHidden();
      }
    });
  });
}
