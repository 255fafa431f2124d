import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, openDemo, test, usable } from "./fixtures";

/** Every room of the app, in the demo cellar. */
const ROOMS = [
  "/",
  "/visit?id=demo-fennel",
  "/visit?id=demo-bay&quiet=1",
  "/bin?id=demo-quince",
  "/bins",
  "/setup",
  "/records",
  "/settings",
  "/plan",
  "/plan?step=room",
  "/plan?step=time",
  "/plan?step=wish",
  "/plan?step=proposals",
  "/plan?step=many",
  "/start",
  "/stock",
  "/mix",
  "/store",
  "/guide",
  "/guide?in=belief",
  "/guide?page=food/garlic",
  "/guide?page=worm/eisenia-fetida",
  "/guide?page=sign/smell-sour",
  "/guide?page=cause/acid",
  "/guide?page=school/moving-wedge",
  "/guide?page=sum/mix",
  "/no-such-room",
  "/bin?id=nobody",
];

/** By daylight only the colours differ: the rooms that between them show every kind of part. */
const IN_DAYLIGHT = new Set([
  "/",
  "/visit?id=demo-fennel",
  "/bin?id=demo-quince",
  "/setup",
  "/records",
  "/plan?step=proposals",
  "/mix",
  "/guide?page=food/garlic",
]);

/** Narrowed to a phone, the page does not run out sideways. */
async function fitsPhone(page: Page) {
  const wide = page.viewportSize()!;
  await page.setViewportSize({ width: 390, height: 844 });
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth), { message: page.url() })
    .toBeLessThanOrEqual(390);
  await page.setViewportSize(wide);
}

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
        if (colorScheme === "light" && !IN_DAYLIGHT.has(room)) continue;
        await page.goto(room);
        await expect(page.locator("main").first()).toBeVisible();
        await page.locator("[aria-busy=true]").waitFor({ state: "detached" });
        await page.waitForTimeout(300);
        expect(await violations()).toEqual([]);
        if (colorScheme === "dark") await fitsPhone(page);
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
