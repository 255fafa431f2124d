import { expect, test } from "./fixtures";

/* A keeper with a yard that gets hot plans a bin by the screen alone. Beside it, what a kind keeper would say. */
test("a hot yard is planned: mass in the shade first, no bed that would kill, castings only where they ripen", async ({
  page,
}) => {
  const choose = async (name: string) => {
    await page.getByRole("radio", { name }).click();
    await expect(page.getByRole("radio", { name })).toBeChecked();
  };
  await page.goto("/plan?step=scraps");
  await choose("four people who cook");
  await page.getByRole("link", { name: "On to: room" }).click();
  await choose("outdoors, in shade");
  const degrees = async (label: RegExp, typed: string) => {
    await page.getByLabel(label).fill(typed);
    await page.getByLabel(label).blur();
  };
  await degrees(/Mean of the coldest week/, "12 C");
  await degrees(/Mean of the hottest week/, "31 C");
  await degrees(/On its afternoons/, "41 C");
  await page.getByRole("link", { name: "On to: time and back" }).click();
  await choose("2 hours");
  await page.getByRole("link", { name: "On to: wish" }).click();
  await choose("castings for a garden");
  await page.getByRole("link", { name: "Show me bins that would do" }).click();
  // "In such heat I would take the deepest thing you have, in the shade. Small tubs cook."
  const first = page.getByRole("main").getByRole("listitem").filter({ has: page.getByRole("heading", { level: 2 }) }); // prettier-ignore
  await expect(first.first().getByRole("heading", { level: 2 })).toContainText("Old bath, fed in sections");
  await expect(page.getByRole("main")).toContainText("stay cool longest");
  await expect(page.getByRole("main")).not.toContainText("worms die");
  await expect(page.getByRole("main")).not.toContainText("times the room");
  // "In full sun I would not put a tray stack there at all."
  await page.getByRole("link", { name: "Room", exact: true }).click();
  await choose("outdoors, in full sun");
  await degrees(/Mean of the hottest week/, "34 C");
  await page.getByRole("link", { name: "Proposals" }).click();
  await expect(page.getByRole("region", { name: "Not proposed" })).toContainText(/Tray stack\. Its bed would reach about .*where worms die/); // prettier-ignore
  // Back into the shade, and it is set out: the place is a room of the cellar, with its rain.
  await page.getByRole("link", { name: "Room", exact: true }).click();
  await choose("outdoors, in shade");
  await degrees(/Mean of the hottest week/, "31 C");
  await page.getByRole("link", { name: "Proposals" }).click();
  await page.getByRole("button", { name: "Build the old bath, fed in sections" }).click();
  await expect(page.getByText(/steel mesh over the overflow/)).toBeVisible();
  await page.getByRole("button", { name: "Put it on the rack, with dates" }).click();
  await page.getByLabel(/name/i).fill("Plum");
  await page.getByRole("dialog").getByRole("button", { name: "Put it on the rack" }).click();
  await expect(page).toHaveURL(/\/start\?id=/);
  await page.goto("/settings");
  await expect(page.getByLabel("Room", { exact: true })).toHaveValue("Shade");
  await expect(page.getByLabel("Rain (mm a day)")).toHaveValue("2");
});
