import { get } from "node:http";
import type { Page } from "@playwright/test";
import { spawn } from "node:child_process";
import type { AddressInfo } from "node:net";
import { createServer } from "node:net";
import { expect, setUpBin, test, testLong, usable } from "./fixtures";

/** A port nobody uses at the moment. */
const freePort = () =>
  new Promise<number>((found) => {
    const probe = createServer().listen(0, () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => found(port));
    });
  });

testLong(
  "what is open at one port is no business of another: the demo there, the own cellar here",
  async ({ page, problems }) => {
    const port = await freePort();
    const server = spawn(process.execPath, ["scripts/server.mjs", String(port)], {
      env: { ...process.env, NODE_ENV: "production", BROWN_CELLAR_OPEN: "demo" },
      stdio: "ignore",
    });
    try {
      const demo = `http://localhost:${port}`;
      await expect
        .poll(
          () =>
            fetch(demo).then(
              ({ ok }) => ok,
              () => false,
            ),
          { timeout: 60_000 },
        )
        .toBe(true);
      await page.goto(demo);
      const bar = page.getByRole("complementary", { name: "Demo cellar" });
      await expect(bar).toBeVisible();
      await expect(page.getByRole("button", { name: /Fennel/ })).toBeVisible();
      expect(await page.context().cookies()).toEqual([]);

      await page.goto("/");
      await expect(page.getByRole("button", { name: /^Show me round/ })).toBeVisible();
      await setUpBin(page, "Quince");
      await page.reload();
      await expect(page.getByRole("heading", { name: "Quince" })).toBeVisible();
      await expect(bar).toBeHidden();

      // Back at the demo nothing has come into it; afresh it asks only when something was kept in it.
      await page.goto(demo);
      await expect(bar).toBeVisible();
      const rack = page.getByRole("navigation", { name: "Bins on the rack" });
      await expect(rack.getByRole("button", { name: /Quince/ })).toHaveCount(1);
      await rack.getByRole("button", { name: /Fennel/ }).click();
      await page.keyboard.press("n");
      await page.getByRole("dialog").getByLabel(/^Note/).fill("Kept in the demo.");
      await page.getByRole("button", { name: "Keep the note" }).click();
      await expect(page.getByText("Fennel: noted.")).toBeVisible();
      await bar.getByRole("button", { name: "Start it afresh for today" }).click();
      await expect(page.getByRole("dialog")).toContainText("One thing you kept here");
      await page.getByRole("button", { name: "Start it afresh", exact: true }).click();
      await expect(page.getByText("The demo begins afresh.")).toBeVisible();
      await page.getByRole("button", { name: "Take it back" }).click();
      await page.getByRole("link", { name: "Records", exact: true }).click();
      await expect(page.getByText("Fennel: noted")).toBeVisible();
    } finally {
      server.kill();
    }
    // Two addresses were asked for; otherwise all was quiet.
    expect(problems.filter((problem) => !problem.startsWith("foreign"))).toEqual([]);
    problems.length = 0;
  },
);

test("a store that never answers is said once it is so, and not before, in our words", async ({ page }) => {
  await page.clock.install();
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest;
  });
  await page.goto("/");
  await expect(page.getByText("Opening the cellar")).toBeVisible();
  const slow = page.getByText(/The browser’s store does not answer yet/);
  await page.clock.fastForward(10_000);
  await expect(slow).toBeHidden();
  await page.clock.fastForward(12_000);
  await expect(slow).toBeVisible();
  await expect(page.getByRole("button", { name: "Try again" })).toBeVisible();
});

test("a store cleared under the app is noticed, and nothing pretends to be kept", async ({
  page,
  context,
}) => {
  await setUpBin(page, "Quince");
  const browser = await context.newCDPSession(page);
  await browser.send("Storage.clearDataForOrigin", {
    origin: new URL(page.url()).origin,
    storageTypes: "indexeddb",
  });
  await expect(page.getByText(/was cleared or closed while the app was open/)).toBeVisible();
  await page.keyboard.press("n");
  await page.getByRole("dialog").getByLabel(/^Note/).fill("Too late.");
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(page.getByText(/It was not saved/)).toBeVisible();
  await page.getByRole("button", { name: "leave it" }).click();
  await page.getByRole("button", { name: "Load it again" }).click();
  await expect(page.getByRole("button", { name: /^Show me round/ })).toBeVisible();
});

test("a newer app in another tab takes the store: this one stops writing, says why, and keeps what is typed", async ({
  page,
  context,
}) => {
  await setUpBin(page, "Quince");
  await page.keyboard.press("n");
  const note = page.getByRole("dialog").getByLabel(/^Note/);
  await note.fill("Half a thought");
  const newer = await context.newPage();
  await newer.goto("/offline");
  await newer.evaluate(
    () =>
      new Promise<void>((opened, failed) => {
        const opening = indexedDB.open("brown-cellar", 990);
        opening.onsuccess = () => opened();
        opening.onerror = () => failed(new Error("not opened"));
      }),
  );
  await page.getByRole("button", { name: "Keep the note" }).click();
  await expect(page.getByText(/It was not saved: this tab has lost the store/)).toBeVisible();
  await expect(page.getByText(/This tab keeps nothing any more/)).toBeVisible();
  await expect(note).toHaveValue("Half a thought");
});

test("workers that do not load leave the rules of thumb standing, and it is said", async ({
  page,
  problems,
}) => {
  await page.addInitScript(() => {
    const Real = Worker;
    window.Worker = class extends Real {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(options?.name?.startsWith("twin") ? "/no-such-worker.js" : url, options);
      }
    };
  });
  await setUpBin(page, "Quince");
  await expect(page.getByText(/rules of thumb stand in/)).toBeVisible();
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await usable(page);
  await page.getByRole("radio", { name: "1–2 drops" }).check();
  await page.getByRole("button", { name: "Close the lid" }).click();
  await expect(page.getByText("Quince: visit kept.")).toBeVisible();
  // The server's word for the missing worker; everything else was quiet.
  expect(problems.filter((problem) => !problem.includes("no-such-worker"))).toEqual([]);
  problems.length = 0;
});

/** The element a test aims at moves away between the press and the release. */
const pressWhileMoving = async (page: Page, name: RegExp | string, role: "button" | "menuitem") => {
  const box = (await page.getByRole(role, { name }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.getByRole(role, { name }).evaluate((one) => {
    const moved = one.closest<HTMLElement>("[role=menu]") ?? document.querySelector("main")!;
    moved.style.transform = "translateY(160px)";
  });
  await page.mouse.up();
};

test("a press is not lost where the page moves before it is lifted; who slides off takes it back", async ({
  page,
}) => {
  await setUpBin(page, "Quince");
  await page.getByRole("link", { name: "Quince", exact: true }).click();
  await page.waitForURL(/\/bin\?/);
  await usable(page);
  await pressWhileMoving(page, /^Feed$/, "button");
  const slip = page.getByRole("dialog");
  await expect(slip.getByRole("button", { name: "Keep the meal" })).toBeVisible();
  await slip.getByRole("button", { name: "leave it" }).click();
  await page.getByRole("button", { name: /^Change: stocked/ }).click();
  await pressWhileMoving(page, "Strike it out", "menuitem");
  await expect(page.getByText("Quince: stocked, struck out.")).toBeVisible();

  const box = (await page.getByRole("button", { name: "Feed", exact: true }).boundingBox())!;
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 300, box.y + 200, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("every address and every method gets an answer of ours, with its policy", async ({ request }) => {
  const tried: readonly (readonly [string, string, number])[] = [
    ["GET", "/%E0%A4%A", 400],
    ["GET", "/api/calc/%ff", 400],
    ["POST", "/", 405],
    ["DELETE", "/bin?id=1", 405],
    ["PUT", "/sw.js", 405],
    ["OPTIONS", "/api/calc/mix", 405],
    ["GET", "/api/calc/mix", 405],
    ["POST", "/api/calc", 405],
    ["GET", "/api/calc", 200],
    ["GET", "/no-such-room-at-all", 404],
    ["GET", "/no-such-picture.png", 404],
    ["GET", "/no-such-drawing.svg", 404],
    ["GET", "/manifest.webmanifest", 200],
    ["GET", "/bins/", 308],
  ];
  for (const [method, address, status] of tried) {
    const answer = await request.fetch(address, { method, maxRedirects: 0 });
    const { "content-security-policy": policy, "permissions-policy": doors, ...others } = answer.headers();
    expect([address, others["x-content-type-options"]]).toEqual([address, "nosniff"]);
    expect([method, address, answer.status()]).toEqual([method, address, status]);
    expect(policy).toContain("default-src 'none'");
    expect(doors).toContain("serial=(self), screen-wake-lock=(self)");
  }
});

test("the server goes by its own names only, and long sums hold nobody up but those who ask for them", async ({
  request,
  baseURL,
}) => {
  const { port } = new URL(baseURL!);
  const statusFor = (host: string) =>
    new Promise((told) =>
      get({ port, host: "localhost", path: "/", headers: { host } }, ({ statusCode }) => told(statusCode)),
    );
  expect(await statusFor("cellar.example")).toBe(421);
  expect(await statusFor(`localhost.example:${port}`)).toBe(421);
  expect(await statusFor(`127.0.0.1:${port}`)).toBe(200);

  const sum = {
    bin: { areaM2: 0.2, heightM: 0.3, drainage: "free", cover: "vented", speciesId: "fetida" },
    place: { meanC: 18, humidity: 0.6 },
    log: [],
    days: 400,
    members: 200,
  };
  const ends: string[] = [];
  const asked = Array.from({ length: 24 }, async () => {
    const answer = await request.post("/api/calc/simulate", { data: sum });
    const { error } = (await answer.json()) as { error?: { code: string } };
    ends.push(error?.code ?? "answered");
    return answer.status();
  });
  // While they wait, pages and small sums are answered.
  expect((await request.get("/")).status()).toBe(200);
  const small = await request.post("/api/calc/hydrate", {
    data: { massKg: 10, moisturePct: 60, targetMoisturePct: 75 },
  });
  expect([200, 400]).toContain(small.status());
  expect(ends.filter((end) => end === "answered").length).toBeLessThan(16);
  const statuses = await Promise.all(asked);
  expect(statuses.filter((status) => status === 200).length).toBeGreaterThanOrEqual(16);
  expect(ends.filter((end) => end !== "answered")).toEqual(
    Array.from({ length: statuses.filter((status) => status === 503).length }, () => "calc/busy"),
  );
  expect(statuses).toContain(503);
});

test("in either light the list's panels stand on ground of their own", async ({ page }) => {
  await setUpBin(page, "Quince");
  await page.goto("/bins");
  await usable(page);
  await page.getByRole("radio", { name: "as a list" }).check();
  for (const colorScheme of ["dark", "light"] as const) {
    await page.emulateMedia({ colorScheme });
    await page.getByRole("button", { name: "Filters" }).click();
    const panel = page.locator(".MuiDataGrid-panelContent");
    await expect(panel).toBeVisible();
    const ground = await panel.evaluate((one) => {
      for (let at: Element | null = one; at && !at.matches("[role=grid]"); at = at.parentElement) {
        const { backgroundColor } = getComputedStyle(at);
        if (!/^rgba\(.*, 0\)$|transparent/.test(backgroundColor)) return at.tagName;
      }
      return "none";
    });
    expect([colorScheme, ground]).not.toEqual([colorScheme, "BODY"]);
    expect([colorScheme, ground]).not.toEqual([colorScheme, "none"]);
    await page.keyboard.press("Escape");
    await expect(panel).toBeHidden();
  }
});
