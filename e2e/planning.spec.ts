import { execFileSync } from "node:child_process";
import { expect, NOW, setUpBin, test, testLong, usable } from "./fixtures";

test("a beginner plans from scraps weighed on real days to the build sheet, on screen and on paper", async ({
  page,
}) => {
  await page.clock.setFixedTime(NOW);
  await page.goto("/");
  await page.getByRole("link", { name: /plan it from the scraps up/ }).click();
  // Weighed on real days; a reload in between loses nothing; a slip of the finger is said where it was made.
  const day = (name: RegExp) =>
    page.getByRole("group", { name: "Scraps by day" }).getByRole("button", { name });
  await page.getByLabel(/scraps \(g\)/).fill("a bit");
  await page.getByRole("button", { name: "note it" }).click();
  await expect(page.getByText(/“a bit” is too little to reckon with/)).toBeVisible();
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
  await page.getByLabel("Mean of the coldest week (°C)").fill("30");
  await page.getByRole("checkbox", { name: "there are stairs on the way" }).focus();
  await expect(page.getByText("The coldest week is cooler than the hottest.")).toBeVisible();
  await page.getByLabel("Mean of the coldest week (°C)").fill("12 C");
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
});

testLong(
  "a delivery shared among two bins, worms carried over, and an act struck out of both logs",
  async ({ page }) => {
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

    await page.getByText("Something else was done").click();
    await page.getByRole("link", { name: "Stock or share worms" }).click();
    await page.getByRole("radio", { name: "from one of my bins to another" }).click();
    await page.getByLabel(/How much \(g/).fill("20 kg");
    await page.getByRole("button", { name: "Carry it over" }).click();
    await expect(page.getByText(/far more than that bin holds/)).toBeVisible();
    await page.getByLabel(/How much \(g/).fill("100 g");
    await page.getByRole("button", { name: "Carry it over" }).click();
    await expect(page.getByText("100 g of worms", { exact: true })).toBeVisible();
    await openBin("Bay");
    await expect(page.getByText(/worms taken/)).toBeVisible();
  },
);

testLong("a sum is the same through all four doors", async ({ page, request }) => {
  const list = (await (await request.get("/api/calc")).json()) as { name: string }[];
  expect(list.length).toBeGreaterThan(12);
  for (const name of ["size-bin", "mix", "lamp-rounds"]) {
    await page.goto(`/guide?page=sum/${name}`);
    const input = await page.getByLabel("What goes in").inputValue();
    const out = page.getByLabel("What comes out");
    await expect(out).toHaveAttribute("aria-busy", "false");
    const shown: unknown = JSON.parse((await out.textContent()) ?? "");
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
