import { expect, inDemo, openDemo, setUpBin, test, usable } from "./fixtures";

test("a whole visit by keys alone", inDemo, async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press("2");
  await expect(page.getByRole("heading", { name: "Quince" })).toBeVisible();
  await page.keyboard.press("v");
  await usable(page);
  // Each question is a radio group: Tab goes to it, arrows answer.
  const reach = async (name: RegExp) => {
    for (let presses = 0; presses < 60; presses += 1) {
      await page.keyboard.press("Tab");
      const focused = await page.evaluate(() => {
        const element = document.activeElement;
        return element instanceof HTMLInputElement
          ? (element.labels?.[0]?.textContent ?? "")
          : (element?.textContent ?? "");
      });
      if (name.test(focused)) return;
    }
    throw new Error(`Tab never came to ${String(name)}`);
  };
  await reach(/earthy/);
  await page.keyboard.press("Space");
  await reach(/dust/);
  await page.keyboard.press("Space");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("radio", { name: /1–2 drops/ })).toBeChecked();
  await reach(/close the lid/i);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Quince: visit kept.")).toBeVisible();

  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("take back the last thing kept");
  await page.keyboard.press("Escape");
  await page.keyboard.press("/");
  await page.getByRole("combobox").fill("medl");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Medlar", level: 1 })).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test(
    "round and visit by touch: nothing is wider than the screen and what one presses is 48 px",
    inDemo,
    async ({ page }) => {
      await openDemo(page);
      const noSideways = async () =>
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
      await noSideways();
      const rack = page.getByRole("navigation", { name: "Bins on the rack" });
      // The bin in hand stands sixth; the rack has moved to it.
      await rack.scrollIntoViewIfNeeded();
      await expect(rack.locator("[aria-current=true]")).toBeInViewport({ ratio: 1 });
      await page.evaluate(() => window.scrollTo(0, 0));
      // The day's list is what one meets first, and the rooms lie under the thumb.
      await expect(page.getByRole("link", { name: /Lovage/ }).first()).toBeInViewport();
      const bar = page.getByRole("banner");
      await expect(bar.getByRole("link", { name: "Today" })).toBeInViewport({ ratio: 1 });
      await bar.getByRole("button", { name: "More" }).tap();
      await page.getByRole("dialog", { name: "All rooms" }).getByRole("link", { name: "Going away" }).tap();
      await expect(page.getByRole("heading", { name: "Going away", level: 1 })).toBeVisible();
      await noSideways();
      await bar.getByRole("link", { name: "Today" }).tap();
      await usable(page);
      await page.getByRole("link", { name: /Nursery feed/ }).tap();
      await usable(page);
      await noSideways();
      // Any room in two presses, whatever one calls it.
      for (const [asked, title] of [
        ["holiday", "Going away"],
        ["frost", "Warmth and weather"],
        ["units", "Settings"],
      ] as const) {
        const find = page.getByRole("button", { name: /^Find/ });
        expect((await find.boundingBox())!.height).toBeGreaterThanOrEqual(48);
        await find.tap();
        await page.getByRole("combobox").fill(asked);
        await page.getByRole("option").first().tap();
        await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
      }
      await page.goBack();
      await page.goBack();
      await page.goBack();
      await usable(page);
      for (const name of ["earthy", /3–4 drops/]) {
        const option = page.getByRole("radio", { name }).first();
        expect((await option.boundingBox())?.height).toBeGreaterThanOrEqual(48);
        await option.tap();
      }
      const close = page.getByRole("button", { name: "Close the lid" });
      expect((await close.boundingBox())?.height).toBeGreaterThanOrEqual(48);
      await expect(close).toBeInViewport();
      await page.getByRole("button", { name: /all \d steps/ }).tap();
      await expect(page.getByText(/Back on/)).toBeVisible();
      await close.tap();
      await expect(page.getByText("Nursery: visit kept.")).toBeVisible();
    },
  );

  test("a first bin is set up by touch, its name as long as it likes", async ({ page }) => {
    await setUpBin(page, "The very first tub under the kitchen sink");
  });
});
