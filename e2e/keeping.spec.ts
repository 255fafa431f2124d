import { fillDay, expect, setUpBin, test, usable, testLong } from "./fixtures";

test("two tabs: what is kept in one stands in the other, and undo in either is seen in both", async ({
  page,
  context,
}) => {
  await setUpBin(page, "Quince");
  const second = await context.newPage();
  await second.goto("/");
  await second.getByRole("link", { name: "Quince", exact: true }).click();
  await usable(second);
  await page.keyboard.press("n");
  await page.getByRole("dialog").getByLabel(/^Note/).fill("Written in the first tab.");
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(second.getByText("Written in the first tab.")).toBeVisible();

  await second.keyboard.press("n");
  await second.getByRole("dialog").getByLabel(/^Note/).fill("And this in the second.");
  await second.getByRole("button", { name: "Keep the note" }).click();
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await expect(page.getByText("And this in the second.")).toBeVisible();
  await page.keyboard.press("u");
  await expect(second.getByText("And this in the second.")).toBeHidden();
  await expect(second.getByText("Written in the first tab.")).toBeVisible();
});

test("a disk that is full is said, and what was typed stays on the slip", async ({ page }) => {
  await setUpBin(page, "Quince");
  await page.evaluate(() => {
    const stores = IDBObjectStore.prototype as {
      add: (this: IDBObjectStore, row: unknown) => IDBRequest<IDBValidKey>;
    };
    const { add } = stores;
    stores.add = function (row) {
      if (this.name === "entries") throw new DOMException("no room", "QuotaExceededError");
      return add.call(this, row);
    };
  });
  await page.keyboard.press("f");
  const slip = page.getByRole("dialog");
  await slip.getByLabel(/How much/).fill("640 g");
  await slip.getByRole("button", { name: "Keep the meal" }).click();
  await expect(page.getByText(/no room left on this device/)).toBeVisible();
  await expect(slip.getByLabel(/How much/)).toHaveValue("640 g");
  await page.reload();
  await usable(page);
  await page.keyboard.press("f");
  await expect(page.getByRole("dialog").getByLabel(/How much/)).toHaveValue("640 g");
  await page.getByRole("button", { name: "Keep the meal" }).click();
  await expect(page.getByText("Quince: fed.")).toBeVisible();
});

testLong("a broken row is shown as broken, can be mended, and takes no screen down", async ({ page }) => {
  await setUpBin(page, "Quince");
  await page.evaluate(
    () =>
      new Promise<void>((written, failed) => {
        const opening = indexedDB.open("brown-cellar");
        opening.onsuccess = () => {
          const transaction = opening.result.transaction(["entries", "bins", "tallies"], "readwrite");
          const bins = transaction.objectStore("bins").getAll();
          bins.onsuccess = () => {
            const binId = (bins.result as { id: string }[])[0]!.id;
            transaction.objectStore("entries").add({
              rowId: "odd",
              id: "odd",
              schemaVersion: 1,
              kind: "fed",
              day: "2026-10-01",
              seq: 1,
              subject: { kind: "bin", id: binId },
              parts: "<img src=x onerror=alert(1)>",
            });
            transaction.objectStore("bins").add({ rowId: "odder", id: 7, schemaVersion: 1 });
            transaction.objectStore("tallies").put({ subjectId: binId, rowCount: 99, lastRowId: "odd" });
          };
          transaction.oncomplete = () => {
            opening.result.close();
            written();
          };
          transaction.onerror = () => failed(new Error("not written"));
        };
      }),
  );
  await page.reload();
  await usable(page);
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await expect(page.getByText("1 entry of this bin cannot be read and is left out.")).toBeVisible();
  await page.getByRole("link", { name: "Look at them" }).click();
  await expect(page.getByText(/a log entry: /)).toBeVisible();
  await expect(page.getByText(/a bin: /)).toBeVisible();
  const row = page.getByRole("listitem").filter({ hasText: "a log entry: " });
  await row.getByRole("button", { name: "mend it" }).click();
  await row.getByRole("button", { name: "Keep the mended row" }).click();
  await expect(row.getByText(/Still not right/)).toBeVisible();
  const field = row.getByLabel("The row as JSON");
  const mended = {
    ...(JSON.parse(await field.inputValue()) as object),
    revision: 1,
    recordedAt: "2026-10-01T08:00:00.000Z",
    deviceId: "hand",
    kind: "noted",
    text: "Mended.",
  } as Record<string, unknown>;
  delete mended.parts;
  await field.fill(JSON.stringify(mended));
  await row.getByRole("button", { name: "Keep the mended row" }).click();
  await expect(page.getByText(/a log entry: /)).toBeHidden();
  await page.goto("/");
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await expect(page.getByText("Mended.")).toBeVisible();
});

test("an address made up by hand leads to a sentence, not to a crash", async ({ page }) => {
  for (const address of [
    "/visit?id=%3Cscript%3Ealert(1)%3C/script%3E",
    "/bin?id=",
    "/visit",
    "/bin?id=__proto__",
  ]) {
    await page.goto(address);
    await expect(page.getByRole("heading", { name: "No such bin" })).toBeVisible();
  }
  await setUpBin(page, "A bin with a name so long that nobody would ever write it on a lid, eighty long");
  await expect(page.getByRole("heading", { level: 2 }).first()).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1280);
});

testLong(
  "a look of a visit is corrected on the time line, its day moves the whole visit, and undo brings both back",
  async ({ page }) => {
    await setUpBin(page, "Quince");
    await page.getByRole("link", { name: "Lift the lid" }).click();
    await usable(page);
    await page.getByRole("radio", { name: "no drop" }).check();
    await page.getByRole("button", { name: "Close the lid" }).click();
    await page.getByRole("link", { name: "Quince", exact: true }).click();
    await usable(page);
    // The chart comes last and moves the log beneath it.
    await expect(page.getByText("The same as a table")).toBeVisible();
    await page.getByRole("button", { name: /^Change: looked/ }).click();
    await page.getByRole("menuitem", { name: "Correct it" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Squeeze").click();
    await page.getByRole("option").nth(2).click();
    await fillDay(dialog, "Day", "2026-08-01");
    await dialog.getByRole("button", { name: "Keep the correction" }).click();
    await expect(dialog.getByText("There was none yet on that day.")).toBeVisible();
    await page.reload();
    await usable(page);
    // The chart comes last and moves the log beneath it.
    await expect(page.getByText("The same as a table")).toBeVisible();
    await page.getByRole("button", { name: /^Change: looked/ }).click();
    await page.getByRole("menuitem", { name: "Correct it" }).click();
    await expect(dialog.getByRole("group", { name: "Day" })).toHaveText(/01\s*Aug\s*2026/);
    await fillDay(dialog, "Day", "2026-11-20");
    await dialog.getByRole("button", { name: "Keep the correction" }).click();
    await expect(dialog).toBeHidden();
    await expect(page.getByText("corrected").first()).toBeVisible();
    const log = page.getByRole("region", { name: "The log" });
    await expect(log.getByRole("listitem").filter({ hasText: "20 November" }).first()).toContainText(
      "looked",
    );
    await page.keyboard.press("u");
    await expect(page.getByText("squeeze no drop")).toBeVisible();
  },
);

test("a screen that stumbles keeps what was typed on the visit and gives it back", async ({
  page,
  problems,
}) => {
  await setUpBin(page, "Quince");
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  const note = page.getByLabel("A note");
  await note.fill("Mouldy crust by the ");
  // Nothing but the screen is to meet what fails.
  await expect(page.locator("[data-forecasts=done]")).toBeAttached();
  // What every drawing of the screen needs fails from the next letter on.
  await page.evaluate(() => {
    const broken = window as unknown as { sound: typeof Math.round };
    broken.sound = Math.round;
    const fail = () => {
      throw new Error("provoked");
    };
    document.addEventListener("input", () => (Math.round = fail), { capture: true, once: true });
  });
  await note.pressSequentially("n");
  await expect(page.getByRole("heading", { name: "This part of the app has stumbled" })).toBeVisible();
  expect(problems.some((problem) => problem.includes("provoked"))).toBe(true);
  problems.length = 0;
  await page.evaluate(() => {
    Math.round = (window as unknown as { sound: typeof Math.round }).sound;
  });
  await page.getByRole("button", { name: "Go on" }).click();
  await usable(page);
  await expect(note).toHaveValue("Mouldy crust by the n");
});
