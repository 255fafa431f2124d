import type { Page } from "@playwright/test";
import { expect, inDemo, openDemo, setUpBin, test, usable } from "./fixtures";

/* A keeper's own words: a pail, sacking and coffee grounds in US units, and a house without a metric word. */

const at = (page: Page, day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
const inUs = async (page: Page) => {
  await page.goto("/settings");
  await usable(page);
  await page.locator("input[value=us]").click({ force: true });
  await expect(page.getByText("Units changed.")).toBeVisible();
};

test("a week with a five-gallon pail, sacking and coffee grounds is taken as it is said, without one refusal", async ({
  page,
}) => {
  await at(page, "2026-11-02");
  await inUs(page);
  await page.getByLabel("What you call it").fill("Pail");
  await page.getByLabel(/^It holds/).fill("five gallons");
  await page.getByRole("button", { name: "keep the measure" }).click();
  await expect(page.getByText("Pail measured.")).toBeVisible();
  await setUpBin(page, "Porch tub", "a pound and a half", { started: "2026-11-02" });

  const slip = async (
    deed: string,
    what: string | undefined,
    amounts: readonly (readonly [string, RegExp])[],
    keep: RegExp,
  ) => {
    for (const [typed, comesTo] of amounts) {
      await page.goto("/bin?id=" + (await binId(page)));
      await usable(page);
      await page.getByRole("button", { name: deed, exact: true }).first().click();
      const dialog = page.getByRole("dialog");
      if (what !== undefined) {
        await dialog.getByLabel("What", { exact: true }).fill(what);
        await page.getByRole("option").first().click();
      }
      const amount = dialog.getByLabel(/^(How much|Water)/).first();
      await amount.fill(typed);
      await expect(dialog.getByText(comesTo)).toBeVisible();
      await dialog.getByRole("button", { name: keep }).click();
      await expect(dialog).toBeHidden();
    }
  };
  const fed = [["two cups", /that is 2 cups/], ["half a pail", /that is 2½ gal/]] as const; // prettier-ignore
  await slip("Feed", "coffee grounds", fed, /^Keep/);
  await slip("Water", undefined, [["a quart and a cup", /that is 1¼ qt/]], /^Keep/);
  await page.goto("/bin?id=" + (await binId(page)));
  await usable(page);
  // Each stands in the log in the words it was given in.
  for (const said of ["“two cups”", "“half a pail”", "“a quart and a cup”"])
    await expect(page.getByText(said).first()).toBeVisible();
});

/** The only bin there is. */
async function binId(page: Page): Promise<string> {
  await page.goto("/");
  await usable(page);
  return new URL(await page.getByRole("link", { name: "Lift the lid" }).first().evaluate((link: HTMLAnchorElement) => link.href)).searchParams.get("id")!; // prettier-ignore
}

const METRIC =
  /(?<![\w.])[\d½¼¾.,–]+\s?(?:kg|g|L|mL|cm|mm|m²|m2|°C)(?![\w])|\b(?:litres?|kilograms?|grams?|millimetres?|centimetres?)\b/;
/** Digits no scale shows. */
const SILLY = /\d\.\d{3,}\s?(?:lb|oz|qt|gal|in|cup)|\b0\.0\d+ (?:oz|lb)/;
const ROOMS = [
  "/", "/bins", "/bin?id=demo-sorrel", "/bin?id=demo-fennel", "/bin?id=demo-quince", "/visit?id=demo-fennel", "/visit?id=demo-sorrel",
  "/lots", "/nursery", "/harvest?id=demo-fennel", "/store", "/mix", "/weather", "/away", "/reckon", "/settings", "/plan",
  "/plan?step=proposals", "/plan?step=many", "/setup", "/start", "/stock", "/trouble?id=demo-sorrel", "/rescue?id=demo-lovage", "/sheet",
  "/friend?id=demo-sorrel", "/lid?id=demo-quince", "/lamp?ids=demo-quince", "/logger", "/records", "/guide",
]; // prettier-ignore

test("no room says a litre, a kilogram or a millimetre to who measures in pounds, nor a digit no scale shows", inDemo, async ({ page }) => {
  test.setTimeout(120_000);
  await openDemo(page);
  await inUs(page);
  const metric: string[] = [];
  // All of them in the long run; the ones with most sentences each time.
  for (const room of process.env.E2E_LONG ? ROOMS : ROOMS.slice(0, 9)) {
    await page.goto(room);
    await usable(page);
    for (const line of (await page.locator("main").first().innerText()).split("\n"))
      // What is shown as an example of what may be typed may be of either kind.
      if ((METRIC.test(line) && !line.includes("“")) || SILLY.test(line)) metric.push(`${room}: ${line}`);
  }
  expect(metric).toEqual([]);
}); // prettier-ignore
