import { createServer, request } from "node:http";
import type { AddressInfo } from "node:net";
import { expect, setUpBin, test, usable, testLong } from "./fixtures";

test.use({ serviceWorkers: "allow" });

test("once opened, the whole round works with no network", async ({ page, context }) => {
  await page.goto("/");
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await setUpBin(page, "Quince");
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole("heading", { name: "Quince" })).toBeVisible();
  await page.goto("/records");
  await usable(page);
  const [archive] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save the archive" }).click(),
  ]);
  await archive.path();
  expect(archive.suggestedFilename()).toMatch(/^brown-cellar-.*\.json$/);
  await page.goto("/");
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("button", { name: "Close the lid" }).click();
  // Offline the way home is a full load out of the saved files: the notice may be gone with it, the visit is not.
  await expect(page.getByRole("complementary", { name: "The slate" })).toContainText("Quince done");
  await context.setOffline(false);
  // A page still held by its worker may keep the browser from closing.
  await page.evaluate(async () => {
    for (const one of await navigator.serviceWorker.getRegistrations()) await one.unregister();
  });
  await page.close();
});

/** The app behind a door of the test's own, which may say that a newer one has come. */
async function behindDoor(target: string) {
  const door = { isNewer: false, address: "", close: () => undefined as void };
  const server = createServer((asked, answer) => {
    // Whole and unpacked, so that a line can be added.
    const headers = { ...asked.headers };
    for (const name of ["accept-encoding", "if-none-match", "if-modified-since"]) delete headers[name];
    const passed = request(new URL(asked.url ?? "/", target), { method: asked.method, headers });
    passed.on("response", (response) => {
      const told = { ...response.headers };
      delete told["content-length"];
      answer.writeHead(response.statusCode ?? 500, told);
      response.pipe(answer, { end: false });
      response.on("end", () => answer.end(door.isNewer && asked.url === "/sw.js" ? "\n// newer" : ""));
    });
    passed.on("error", () => answer.end());
    asked.pipe(passed);
  });
  await new Promise<void>((listening) => server.listen(0, listening));
  door.address = `http://localhost:${(server.address() as AddressInfo).port}`;
  door.close = () => void server.close();
  return door;
}

testLong(
  "a new version is said, and changes over on all tabs once nothing is being typed",
  async ({ page, context, baseURL, problems }) => {
    const door = await behindDoor(baseURL!);
    try {
      await page.goto(door.address);
      await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
      const second = await context.newPage();
      await second.goto(`${door.address}/setup`);
      await second.getByLabel("Its name").fill("Half a na");
      await second.evaluate(() => Object.assign(window, { before: true }));
      await page.evaluate(() => Object.assign(window, { before: true }));
      await expect(page.getByText("A new version of the app is here.")).toBeHidden();

      door.isNewer = true;
      await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
      await expect(page.getByText("A new version of the app is here.")).toBeVisible();
      await page.getByRole("button", { name: "Change over, on all tabs" }).click();
      const isFresh = (one: typeof page) => one.evaluate(() => !("before" in window)).catch(() => false);
      await expect.poll(() => isFresh(page)).toBe(true);
      // The other tab waits until the field is left, and what was typed comes back.
      expect(await isFresh(second)).toBe(false);
      await second.getByLabel("Its name").blur();
      await expect.poll(() => isFresh(second)).toBe(true);
      await expect(second.getByLabel("Its name")).toHaveValue("Half a na");
    } finally {
      door.close();
    }
    expect(problems.filter((problem) => !problem.startsWith("foreign"))).toEqual([]);
    problems.length = 0;
  },
);
