import { execFileSync } from "node:child_process";
import { expect, NOW, setUpBin, test, usable } from "./fixtures";

test("a beginner plans, builds, mixes, times and stocks a bin, up to the first meal", async ({ page }) => {
  await page.clock.setFixedTime(NOW);
  await page.goto("/");
  await page.getByRole("link", { name: "plan one from the scraps up" }).click();
  // Weighed on real days; a reload in between loses nothing; a slip of the finger is said where it was made.
  const day = (name: RegExp) =>
    page.getByRole("group", { name: "Scraps by day" }).getByRole("button", { name });
  await page.getByLabel(/scraps \(g\)/).fill("a bit");
  await page.getByRole("button", { name: "note it" }).click();
  await expect(page.getByText(/A weight, such as 640 g/)).toBeVisible();
  await expect(page.getByLabel(/scraps \(g\)/)).toHaveValue("a bit");
  for (const [name, amount] of [
    [/^Monday 23/, "300"],
    [/^Sunday 22/, "200 g"],
    [/^Saturday 21/, "0.25 kg"],
  ] as const) {
    await day(name).click();
    await page.getByLabel(/scraps \(g\)/).fill(amount);
    await page.getByRole("button", { name: "note it" }).click();
    await expect(day(name)).toHaveAccessibleName(/\d+ g$/);
  }
  await day(/^Friday 20/).click();
  await page.getByRole("button", { name: "away that day" }).click();
  await page.reload();
  await expect(page.getByText("250 g a day")).toBeVisible();

  await page.getByRole("link", { name: "On to: room" }).click();
  await page.getByLabel("In the coldest week (°C)").fill("30");
  await page.getByRole("checkbox", { name: "there are stairs on the way" }).focus();
  await expect(page.getByText("The coldest week is cooler than the hottest.")).toBeVisible();
  await page.getByLabel("In the coldest week (°C)").fill("12 C");
  await page.getByRole("checkbox", { name: "there are stairs on the way" }).click();
  await page.getByRole("link", { name: "On to: time and back" }).click();
  await page.getByRole("radio", { name: "8 kg", exact: true }).click();
  await page.getByRole("link", { name: "On to: wish" }).click();
  // Two prices one after the other: both count.
  await page.getByLabel("A container or tray").fill("10");
  await page.getByLabel("A kilogram of worms").fill("40");
  await page.getByLabel("100 L of bedding").fill("5");
  await page.getByRole("link", { name: "Show me bins that would do" }).click();
  const tub = page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: /^Single tub/ }) });
  await expect(tub).toContainText("cost, your prices");
  await expect(tub).toContainText("22");
  await expect(page.getByRole("region", { name: "Not proposed" })).toContainText("Stands in a garden bed");
  await tub.getByRole("button", { name: "Build the single tub" }).click();

  await expect(page.getByRole("heading", { name: /Single tub: build sheet/ })).toBeVisible();
  await expect(page.getByText("12 × 6 mm")).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "print the sheet" })).toBeHidden();
  const sheet = await page.locator("article").boundingBox();
  expect(sheet!.width).toBeGreaterThan(700);
  await page.emulateMedia({ media: "screen" });

  await page.getByRole("link", { name: "mix the bedding" }).click();
  await page.getByLabel("Wanted in all").fill("15 L");
  await expect(page.getByRole("region", { name: "What it comes to" })).toContainText("15 L");
  await page.getByRole("button", { name: "Put it to ripen" }).click();
  await page.getByRole("button", { name: "Put it in the store" }).click();
  await expect(page.getByRole("heading", { name: "Corrugated cardboard and leaf mould" })).toBeVisible();

  await page.goto("/plan?step=build");
  await page.getByRole("button", { name: "Put it on the rack, with dates" }).click();
  await page.getByLabel("Its name").fill("Tansy");
  await page.getByLabel("Worms arrive on").fill("2026-11-01");
  await page.getByRole("button", { name: "Put it on the rack", exact: true }).click();
  await expect(page.getByText(/the nearest that works is 23 November/)).toBeVisible();
  await page.getByLabel("Worms arrive on").fill("2026-12-07");
  await page.getByRole("button", { name: "Put it on the rack", exact: true }).click();

  await expect(page.getByRole("heading", { name: "Tansy: the first weeks" })).toBeVisible();
  const step = (title: string) =>
    page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: title, exact: true }) });
  await expect(step("Mix and soak the bedding")).toContainText("19 November");
  await page.getByLabel("Mix and soak the bedding: done").click();
  await expect(step("Mix and soak the bedding")).toContainText("done today");
  // The worms come two days later: all that follows goes along, what is done stays.
  await page.getByLabel("Day of: Receive the worms").fill("2026-12-09");
  await page.getByLabel("Day of: Receive the worms").press("Enter");
  await expect(step("The first small meal")).toContainText("14 December");
  await expect(step("Mix and soak the bedding")).toContainText("19 November");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save for my calendar" }).click();
  expect((await download).suggestedFilename()).toBe("tansy-start.ics");

  await page.goto("/");
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Tansy");
  await page.clock.setFixedTime(new Date("2026-12-09T08:30:00"));
  await page.reload();
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("turn the bedding");
  await page.goto("/start");
  await page.getByRole("link", { name: "weigh or count them in" }).click();
  await page.getByLabel(/How many/).fill("270 g");
  await page.getByRole("button", { name: "Stock the bin" }).click();
  await expect(page.getByText("270 g of worms")).toBeVisible();
  await page.keyboard.press("f");
  await page
    .getByRole("dialog")
    .getByLabel(/How much/)
    .fill("70");
  await page.getByRole("button", { name: "Keep the meal" }).click();
  await expect(page.getByText(/70 g mixed fruit/)).toBeVisible();
});

test("a producer puts twenty tubs on the rack from area and density; too many worms are refused with what works", async ({
  page,
}) => {
  await page.goto("/plan?step=many");
  await usable(page);
  await page.getByLabel("Worms to the square metre").fill("60000");
  await page.getByRole("button", { name: "Put all 20 on the rack" }).click();
  await expect(page.getByText(/the most that lives is about 26666 worms/)).toBeVisible();
  await page.getByLabel("Worms to the square metre").fill("2100");
  await expect(page.getByText("250 worms")).toBeVisible();
  await page.getByRole("button", { name: "Put all 20 on the rack" }).click();
  await expect(page.getByRole("heading", { name: "Tub 20" })).toBeVisible();
  await page.keyboard.press("u");
  await expect(page.getByRole("heading", { name: "Tub 20" })).toBeHidden();
});

test("the bench solves backwards, and says what is missing when it cannot", async ({ page }) => {
  await page.goto("/mix");
  await usable(page);
  await page.getByRole("textbox", { name: "Carbon to nitrogen" }).fill("12");
  await page.getByRole("button", { name: /find the amounts/ }).click();
  await expect(page.getByText(/C:N 12 is out of reach.*Something rich in nitrogen is missing/)).toBeVisible();
  await page.getByRole("button", { name: "add a layer" }).click();
  await page.getByRole("textbox", { name: "Carbon to nitrogen" }).fill("30");
  await page.getByRole("button", { name: /find the amounts/ }).click();
  await expect(page.getByText(/It works out: 40 L/)).toBeVisible();
  await page.getByRole("textbox", { name: "Moisture (%)" }).fill("97");
  await expect(page.getByText(/Above that, water runs out of any mix/)).toBeVisible();
  await page.getByLabel("How much").first().fill("a bucket");
  await expect(page.getByText(/Litres and parts are understood too/)).toBeVisible();
});

test("a hot batch makes the worms wait two days; what is taken cannot be more than there is", async ({
  page,
}) => {
  await page.clock.setFixedTime(NOW);
  await setUpBin(page, "Quince");
  await page.goto("/mix");
  await usable(page);
  await page.getByLabel("Wanted in all").fill("100 L");
  await page.getByRole("button", { name: "add a layer" }).click();
  await page.getByLabel("How much").first().fill("10 kg");
  await page.getByRole("button", { name: "Put it to ripen" }).click();
  await expect(page.getByText(/It will heat/)).toBeVisible();
  await page.getByRole("button", { name: "Put it in the store" }).click();
  const measure = async (text: string) => {
    await page.getByRole("button", { name: "measure its middle" }).click();
    await page.getByLabel(/Temperature, probe/).fill(text);
    await page.getByRole("button", { name: "Keep the reading" }).click();
    await expect(page.getByRole("dialog")).toBeHidden();
  };
  await measure("122 F");
  await expect(page.getByText("hot, 50 °C")).toBeVisible();
  await page.clock.setFixedTime(new Date("2026-12-20T08:30:00"));
  await page.reload();
  await measure("28");
  await expect(page.getByText("cooling", { exact: true })).toBeVisible();
  await page.clock.setFixedTime(new Date("2026-12-22T08:30:00"));
  await page.reload();
  await measure("27");
  await expect(page.getByText("fit for worms")).toBeVisible();
  await page.getByRole("button", { name: "take some" }).click();
  await page.getByLabel(/Taken/).fill("900 kg");
  await page.getByRole("button", { name: "Keep what was taken" }).click();
  await expect(page.getByText(/Only .* are left/)).toBeVisible();
  // Into a bin: out of the store and into its log in one act.
  await page.getByLabel(/Taken/).fill("2 kg");
  await page.getByRole("combobox", { name: "Into which bin" }).click();
  await page.getByRole("option", { name: "Quince" }).click();
  await page.getByRole("button", { name: "Keep what was taken" }).click();
  await expect(page.getByText(/into Quince\./)).toBeVisible();
  await page.goto("/bins");
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await expect(page.getByText(/From the store: Corrugated cardboard/)).toBeVisible();
});

test("a delivery shared among two bins, worms carried over, and an act struck out of both logs", async ({
  page,
}) => {
  const openBin = async (name: string) => {
    await page.goto("/bins");
    await page.getByRole("link", { name, exact: true }).click();
    await expect(page.getByRole("heading", { name: "The log" })).toBeVisible();
  };
  await setUpBin(page, "Quince");
  await setUpBin(page, "Bay");
  await page.goto("/stock");
  await usable(page);
  await page.getByText("count a weighed handful").click();
  await page.getByLabel(/The handful/).fill("50 g");
  await page.getByLabel("Worms in it").fill("100");
  await page.getByLabel(/All of them/).fill("0.2 kg");
  await page.getByRole("button", { name: "use this number" }).click();
  await expect(page.getByLabel(/How many/)).toHaveValue("400 worms");
  await page.getByLabel(/How many/).fill("200 g");
  await page.getByRole("button", { name: "share with another bin" }).click();
  await page.getByLabel("Share (%)").first().fill("60");
  await page.getByLabel("Share (%)").last().fill("20");
  await page.getByRole("button", { name: "Stock the 2 bins" }).click();
  await expect(page.getByText(/40 g \(20 %\) are given to no bin/)).toBeVisible();
  await page.getByLabel("Share (%)").last().fill("40");
  await page.getByRole("button", { name: "Stock the 2 bins" }).click();
  await expect(page.getByText("120 g of worms", { exact: true })).toBeVisible();
  await openBin("Bay");
  await expect(page.getByText("80 g of worms", { exact: true })).toBeVisible();
  // Struck out in one log, it leaves the other too.
  await page.getByRole("button", { name: "Change: stocked 80 g of worms" }).click();
  await page.getByRole("menuitem", { name: /in every log/ }).click();
  await expect(page.getByText("80 g of worms", { exact: true })).toBeHidden();
  await openBin("Quince");
  await expect(page.getByText("120 g of worms", { exact: true })).toBeHidden();

  await page.getByRole("link", { name: "stock or share" }).click();
  await page.getByRole("radio", { name: "from one of my bins to another" }).click();
  await page.getByLabel(/How much \(g/).fill("20 kg");
  await page.getByRole("button", { name: "Carry it over" }).click();
  await expect(page.getByText(/far more than that bin holds/)).toBeVisible();
  await page.getByLabel(/How much \(g/).fill("100 g");
  await page.getByRole("button", { name: "Carry it over" }).click();
  await expect(page.getByText("100 g of worms", { exact: true })).toBeVisible();
  await openBin("Bay");
  await expect(page.getByText(/worms taken/)).toBeVisible();
});

test("a sum is the same through all four doors", async ({ page, request }) => {
  const list = (await (await request.get("/api/calc")).json()) as { name: string }[];
  expect(list.length).toBeGreaterThan(12);
  for (const name of ["size-bin", "mix", "lamp-rounds"]) {
    await page.goto(`/guide?page=sum/${name}`);
    const input = await page.getByLabel("What goes in").inputValue();
    const shown: unknown = JSON.parse((await page.getByLabel("What comes out").textContent()) ?? "");
    const posted = await request.post(`/api/calc/${name}`, { data: JSON.parse(input) as object });
    expect(await posted.json()).toEqual(shown);
    const printed = execFileSync("npm", ["run", "--silent", "calc", "--", name], { input, encoding: "utf8" });
    expect(JSON.parse(printed)).toEqual(shown);
  }
  const bad = await request.post("/api/calc/size-bin", { data: { scrapsKgPerDay: -1 } });
  expect(bad.status()).toBe(400);
  expect(await bad.json()).toMatchObject({ error: { issues: [{ path: "scrapsKgPerDay" }] } });
  expect((await request.post("/api/calc/no-such-sum", { data: {} })).status()).toBe(404);
  expect(
    (await request.post("/api/calc/mix", { data: "x", headers: { "content-type": "text/plain" } })).status(),
  ).toBe(415);
  expect((await request.post("/api/calc/mix", { data: { pad: "x".repeat(1_100_000) } })).status()).toBe(413);
});

test("a keeper's own value stands in the guide as theirs, counts on the bench, and can be put away", async ({
  page,
}) => {
  await page.goto("/guide");
  await usable(page);
  await page.getByLabel("Look up").fill("leaf mold");
  await page.getByRole("link", { name: "Leaf mould" }).first().click();
  await page.getByRole("button", { name: "change a value for my cellar" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel(/Water/).fill("120");
  await dialog.getByRole("button", { name: "Keep for my cellar" }).click();
  await expect(dialog.getByText("A figure from 0 to 98 %.")).toBeVisible();
  await dialog.getByLabel(/Water/).fill("45");
  await dialog.getByRole("button", { name: "Keep for my cellar" }).click();
  await expect(page.getByText("With your own values.")).toBeVisible();
  await page.getByRole("button", { name: "back to the guide’s values" }).click();
  await expect(page.getByText("With your own values.")).toBeHidden();
});
