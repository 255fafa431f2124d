import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, inDemo, openDemo, test, testLong, usable } from "./fixtures";

/** Every room of the app, by what one does there. */
const ROOMS = {
  "on the round": ["/", "/visit?id=demo-fennel"],
  "beside the round": [
    "/bin?id=demo-quince",
    "/visit?id=demo-bay&quiet=1",
    "/bins",
    "/logger",
    "/away",
    "/weather",
    "/nursery",
    "/rescue?id=demo-lovage",
  ],
  "on paper": ["/sheet", "/labels", "/friend?id=demo-quince", "/lid?id=demo-quince"],
  "at the harvest": ["/harvest?id=demo-quince", "/lamp?ids=demo-quince", "/reckon"],
  "at the desk": ["/setup", "/records", "/settings", "/start", "/stock"],
  "while planning": [
    "/plan",
    "/plan?step=room",
    "/plan?step=time",
    "/plan?step=wish",
    "/plan?step=proposals",
    "/plan?step=many",
  ],
  "in bedding and shelves": ["/mix", "/store", "/lots", "/trouble?id=demo-lovage"],
  "in the guide": [
    "/guide",
    "/guide?in=belief",
    "/guide?page=food/garlic",
    "/guide?page=worm/eisenia-fetida",
    "/guide?page=sign/smell-sour",
    "/guide?page=cause/acid",
    "/guide?page=school/moving-wedge",
    "/guide?page=sum/mix",
  ],
  astray: ["/no-such-room", "/bin?id=nobody"],
};

/** Walked each time; the others in the long run. */
const QUICK: ReadonlySet<string> = new Set(["on the round"]);

/** By daylight only the colours differ: the rooms that between them show every kind of part. */
const IN_DAYLIGHT = {
  "on the round": ["/", "/visit?id=demo-fennel", "/bin?id=demo-quince"],
  elsewhere: [
    "/harvest?id=demo-fennel",
    "/reckon",
    "/setup",
    "/records",
    "/plan?step=proposals",
    "/mix",
    "/guide?page=food/garlic",
  ],
};

async function shutsNobodyOut(page: Page) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(
    violations.map(
      ({ id, nodes }) => `${page.url()} ${id}: ${nodes.map((node) => node.target.join(" ")).join(", ")}`,
    ),
  ).toEqual([]);
}

/** What moves in has come to rest. */
const settled = (page: Page) => page.waitForTimeout(300);

async function enter(page: Page, room: string) {
  await page.goto(room);
  await expect(page.locator("main").first()).toBeVisible();
  await page.locator("[aria-busy=true]").waitFor({ state: "detached" });
  await settled(page);
}

/** Narrowed to a phone, the page does not run out sideways. */
async function fitsPhone(page: Page) {
  const wide = page.viewportSize()!;
  await page.setViewportSize({ width: 390, height: 844 });
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth), { message: page.url() })
    .toBeLessThanOrEqual(390);
  await page.setViewportSize(wide);
}

/** Daylight is looked at in the long run: its colours are held by sums too (`ui/theme/contrast.test.ts`). */
const LIGHTS = process.env.E2E_LONG ? (["dark", "light"] as const) : (["dark"] as const);
for (const colorScheme of LIGHTS) {
  test.describe(colorScheme === "dark" ? "in the cellar" : "in daylight", () => {
    test.use({ colorScheme });

    test("an empty cellar shuts nobody out", async ({ page }) => {
      await page.goto("/");
      await usable(page);
      await shutsNobodyOut(page);
    });

    for (const [where, rooms] of Object.entries(colorScheme === "dark" ? ROOMS : IN_DAYLIGHT))
      (QUICK.has(where) ? test : testLong)(
        `${where}, no screen shuts anybody out`,
        inDemo,
        async ({ page }) => {
          await openDemo(page);
          for (const room of rooms) {
            await enter(page, room);
            await shutsNobodyOut(page);
            if (colorScheme === "dark") await fitsPhone(page);
          }
        },
      );

    testLong("no slip shuts anybody out", inDemo, async ({ page }) => {
      await openDemo(page);
      await usable(page);
      for (const key of ["f", "b", "m", "h"]) {
        // One bin is in hand again: the keys write to it.
        await expect(
          page.getByRole("navigation", { name: "Bins on the rack" }).locator("[aria-current=true]"),
        ).toHaveCount(1);
        await page.keyboard.press(key);
        await expect(page.getByRole("dialog")).toBeVisible();
        await settled(page);
        await shutsNobodyOut(page);
        await page.keyboard.press("Escape");
        await expect(page.getByRole("dialog")).toBeHidden();
      }
    });
  });
}
