import { readFile } from "node:fs/promises";
import { createHash } from "node:crypto";
import type { Page } from "@playwright/test";
import { expect, inDemo, openDemo, setUpBin, usable, testLong } from "./fixtures";

interface ArchiveFile {
  format: string;
  formatVersion: number;
  checksum: string;
  content: { records: Record<string, Record<string, unknown>[]> };
}

const counts = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number[]>((give) => {
        const opening = indexedDB.open("brown-cellar");
        opening.onsuccess = () => {
          const transaction = opening.result.transaction(["bins", "entries", "rooms"]);
          const asked = ["bins", "entries", "rooms"].map((store) => transaction.objectStore(store).count());
          transaction.oncomplete = () => {
            opening.result.close();
            give(asked.map((request) => request.result));
          };
        };
      }),
  );

async function savedArchive(page: Page): Promise<string> {
  await page.goto("/records");
  await usable(page);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save the archive" }).click(),
  ]);
  return readFile(await download.path(), "utf8");
}
const choose = (page: Page, name: string, text: string) =>
  page
    .getByLabel("Choose an archive file")
    .setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });

testLong(
  "an archive of the demo comes into an own cellar whole, says first what will change, and changes nothing the second time",
  inDemo,
  async ({ page }) => {
    await openDemo(page);
    const text = await savedArchive(page);
    await page.getByRole("button", { name: "Go to my own cellar" }).click();
    await expect(page.getByText("0 rows of log for 0 bins")).toBeVisible();
    await choose(page, "demo.json", text);
    await expect(page.getByText(/new: bins .*Fennel.*Quince/)).toBeVisible();
    expect(await counts(page)).toEqual([0, 0, 0]);
    await page.getByRole("button", { name: "Add them" }).click();
    await expect(page.getByText(/rows of log for 9 bins/)).toBeVisible();
    const after = await counts(page);
    await choose(page, "again.json", text);
    await expect(page.getByText("Importing it would change nothing.")).toBeVisible();
    expect(await counts(page)).toEqual(after);
    await page.goto("/");
    await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("To carry");
  },
);

testLong("eight kinds of bad file get a sentence each and change nothing", async ({ page }) => {
  await setUpBin(page, "Quince");
  const good = await savedArchive(page);
  const before = await counts(page);
  const forged = (change: (file: ArchiveFile) => void): string => {
    const file = JSON.parse(good) as ArchiveFile;
    change(file);
    file.checksum = `sha256:${createHash("sha256").update(JSON.stringify(file.content)).digest("hex")}`;
    return JSON.stringify(file);
  };
  const bad: readonly (readonly [string, string, RegExp])[] = [
    ["empty.json", "", /This file is empty/],
    ["photo.json", "\u0089PNG\r\n\u001a", /does not read as JSON/],
    ["cut.json", good.slice(0, good.length / 2), /cut short/],
    ["other.json", JSON.stringify({ name: "shopping" }), /not an archive of Brown Cellar/],
    ["newer.json", good.replace('"formatVersion":1', '"formatVersion":2'), /newer Brown Cellar \(format 2\)/],
    ["altered.json", good.replace('"name":"Quince"', '"name":"Quinze"'), /checksum does not fit/],
    [
      "absurd.json",
      forged((file) => Object.assign(file.content.records.entries![0]!, { day: "2026-02-31" })),
      /cannot be right \(number 1: the day cannot be right/,
    ],
    [
      "hostile.json",
      forged((file) =>
        Object.assign(file.content.records.bins![0]!, { name: { toString: "<script>alert(1)</script>" } }),
      ),
      /cannot be right/,
    ],
    [
      "twice.json",
      forged((file) => file.content.records.bins!.push({ ...file.content.records.bins![0]! })),
      /stands twice/,
    ],
    [
      "swapped.json",
      forged((file) => Object.assign(file.content.records.bins![0]!, { name: "Another" })),
      /already here with different content/,
    ],
  ];
  for (const [name, text, sentence] of bad) {
    await choose(page, name, text);
    const alert = page.getByRole("alert").filter({ hasText: name });
    await expect(alert).toContainText(sentence);
    await expect(alert).toContainText("Nothing was changed.");
    expect(await counts(page)).toEqual(before);
  }
});
