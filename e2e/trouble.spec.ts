import { expect, setUpBin, test, usable } from "./fixtures";

test("trouble from sign to closed: found at the visit, kept open on the slate, worse once, then over, and remembered", async ({
  page,
}) => {
  const at = (day: string) => page.clock.setFixedTime(new Date(`${day}T08:30:00`));
  await at("2026-11-23");
  await setUpBin(page, "Quince", "500 g", { started: "2026-04-01" });
  await page.keyboard.press("f");
  const slip = page.getByRole("dialog");
  await slip.getByLabel(/How much/).fill("4 kg");
  await slip.getByRole("button", { name: "Keep the meal" }).click();
  await expect(slip).toBeHidden();
  await page.goto("/bins");
  await page.getByRole("link", { name: "Quince", exact: true }).last().click();
  await usable(page);
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  await page
    .getByRole("main")
    .getByRole("link", { name: /^Something is wrong/ })
    .click();
  await usable(page);

  await page.getByRole("checkbox", { name: "Sour or vinegar smell" }).check();
  await page.getByLabel(/^Search/).fill("piled up");
  await page.getByRole("checkbox", { name: "Uneaten food piled up" }).check();
  await expect(page.getByRole("heading", { name: /^Too much food/ })).toBeVisible();
  await expect(page.getByText(/4 kg went in within 7 days/)).toBeVisible();
  // What is ticked outlives a reload.
  await page.reload();
  await usable(page);
  await expect(page.getByRole("checkbox", { name: "Uneaten food piled up" })).toBeChecked();
  await page.getByRole("button", { name: "Keep it open until then" }).click();
  const open = page.getByRole("region", { name: "Not over yet" });
  await expect(open).toContainText("uneaten food piled up");

  await page.goto("/");
  await usable(page);
  await expect(page.getByRole("link", { name: /^Quince look again/ })).toBeHidden();
  await at("2026-12-01");
  await page.goto("/");
  await usable(page);
  await page.getByRole("link", { name: /^Quince look again, is it over/ }).click();
  await usable(page);
  await open.getByRole("button", { name: "worse" }).click();
  await expect(open).toContainText("Look again Thursday");
  // A slip of the finger is taken back.
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(open).toContainText("How is it now?");
  await open.getByLabel("What helped, if anything did").fill("two weeks without food");
  await open.getByRole("button", { name: "it is over" }).click();
  await expect(open).toBeHidden();

  // A year on it is told at the bin, and when the same comes again.
  await at("2027-11-24");
  await page.goto("/bins");
  await page.getByRole("link", { name: "Quince", exact: true }).last().click();
  await usable(page);
  await expect(page.getByText(/This week last year:.*what helped: two weeks without food/)).toBeVisible();
  await page.getByRole("main").getByRole("link", { name: "Something is wrong" }).click();
  await usable(page);
  await page.getByRole("checkbox", { name: "Sour or vinegar smell" }).check();
  await page.getByRole("button", { name: "Keep it open until then" }).click();
  await expect(page.getByText("this helped: two weeks without food", { exact: false })).toBeVisible();
});
