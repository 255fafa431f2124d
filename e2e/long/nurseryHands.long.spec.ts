import type { Page } from "@playwright/test";
import { expect, setUpBin, test, testLong, usable } from "../fixtures";

const DAY = "2026-11-23";
const begin = async (page: Page) => {
  await page.clock.setFixedTime(new Date(`${DAY}T08:30:00`));
  await setUpBin(page, "Quince");
  await page.goto("/nursery");
  await usable(page);
};
const dialog = (page: Page) => page.getByRole("dialog");

testLong("a row of tubs set, wetted, counted, planned for and promised by keys alone", async ({ page }) => {
  await begin(page);
  /** On by Tab until what has the keys is called so; then it is pressed, or typed into. */
  const reach = async (name: RegExp) => {
    for (let presses = 0; presses < 120; presses += 1) {
      const called = await page.evaluate(() => {
        const element = document.activeElement;
        if (!(element instanceof HTMLElement) || element === document.body) return "";
        const labelled = element.getAttribute("aria-labelledby");
        const labels = element instanceof HTMLInputElement ? [...(element.labels ?? [])] : [];
        return [
          element.getAttribute("aria-label") ?? "",
          ...labels.map(({ textContent }) => textContent),
          ...(element.getAttribute("role") === "dialog"
            ? []
            : (labelled?.split(" ").map((id) => document.getElementById(id)?.textContent ?? "") ?? [])),
          // A dialog that has the keys is called nothing: all that stands in it is no name.
          ["BUTTON", "SUMMARY", "A"].includes(element.tagName) ? element.textContent : "",
        ].join(" ");
      });
      if (name.test(called)) return;
      await page.keyboard.press("Tab");
    }
    throw new Error(`Tab never came to ${String(name)}`);
  };
  const press = async (name: RegExp) => {
    await reach(name);
    await page.keyboard.press("Enter");
  };
  const type = async (name: RegExp, text: string) => {
    await reach(name);
    await page.keyboard.press("ControlOrMeta+A");
    await page.keyboard.type(text);
  };
  await press(/^\s*new tubs/);
  await expect(dialog(page)).toBeVisible();
  await type(/How many tubs/, "3");
  await type(/In how many rows/, "1");
  await press(/begin 3 tubs/);
  await expect(dialog(page)).toBeHidden();
  await press(/do it/);
  await expect(dialog(page)).toContainText("3 of 3");
  await press(/As wet as it goes/);
  await press(/It stands/);
  await expect(page.getByRole("timer")).toBeVisible();
  await press(/keep it for 3/);
  await expect(dialog(page)).toBeHidden();
  // What waits goes on being seen on the page.
  await expect(page.getByRole("region", { name: "Wetting through" })).toBeVisible();
  await press(/stop the clock/);
  await reach(/Tub 1/);
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 chosen:")).toBeVisible();
  await press(/^\s*none$/);
  await reach(/Wanted/);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await type(/Grown worms a week/, "0.5");
  await reach(/Day|From/);
  await page.keyboard.type("01092027");
  await expect(page.getByText(/tubs, in \d rows set/)).toBeVisible();
  await press(/promise the first 13 weeks/);
  await expect(page.getByText("Week 13 of 13")).toBeVisible();
  await press(/call off/);
  await expect(page.getByText("Week 1 of 13: called off.")).toBeVisible();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  testLong(
    "the same by touch: nothing wider than the screen, nothing too small to press",
    async ({ page }) => {
      await begin(page);
      const fits = async () => {
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
        const small = await page.evaluate(() =>
          [...document.querySelectorAll<HTMLElement>("main button, [role=dialog] button, main summary")]
            .filter((element) => element.offsetParent !== null && !element.closest("[aria-hidden=true]"))
            .filter((element) => element.getBoundingClientRect().height < 40)
            .map((element) => `${element.textContent} ${Math.round(element.getBoundingClientRect().height)}`),
        );
        expect(small).toEqual([]);
      };
      await fits();
      await page.getByRole("button", { name: "new tubs" }).tap();
      await dialog(page).getByLabel("How many tubs").fill("4");
      await dialog(page).getByLabel("In how many rows").fill("2");
      await fits();
      await dialog(page).getByRole("button", { name: "begin 4 tubs" }).tap();
      await expect(dialog(page)).toBeHidden();
      await page.getByRole("button", { name: "do it" }).first().tap();
      await dialog(page).getByText("As wet as it goes").tap();
      await dialog(page).getByRole("button", { name: "It stands" }).tap();
      await fits();
      await dialog(page)
        .getByRole("button", { name: /^keep it for/ })
        .tap();
      await expect(dialog(page)).toBeHidden();
      await page.getByRole("button", { name: "stop the clock" }).tap();
      await page.getByRole("button", { name: /^Tub 1/ }).tap();
      await expect(page.getByText("1 chosen:")).toBeVisible();
      await page.getByRole("button", { name: "as a list" }).tap();
      await fits();
      await page.getByRole("button", { name: "as a board" }).tap();
      await page.getByRole("combobox", { name: "Wanted" }).tap();
      await page.getByRole("option", { name: /each week/ }).tap();
      await page.getByLabel(/Grown worms a week/).fill("0.5");
      await fits();
      await page.getByLabel("For whom, or which bed").fill("the school garden with the very long name");
      await page.getByLabel("Worms promised").fill("300");
      await fits();
    },
  );
});
