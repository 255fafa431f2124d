// `npm run bench`: how fast the built app is on this machine, empty and with a hundred bins and a hundred thousand
// entries. Prints a table and writes bench-out/bench.json. Figures are to be compared within one run.
import { gzipSync } from "node:zlib";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { innerLoop, inWorker } from "../bench/twin/innerLoop.mjs";
import { build, findChromium, freePort, installPackages, root, run, serve } from "./house.mjs";

installPackages();
const executablePath = findChromium();
build();
const { chromium } = await import("@playwright/test");
const folder = path.join(root, "bench-out");
mkdirSync(folder, { recursive: true });
const day = new Date().toISOString().slice(0, 10);
const crowd = path.join(folder, "crowd.json");
/** Fewer for a quick look: BENCH_ENTRIES=10000. */
const ENTRIES = process.env.BENCH_ENTRIES ?? "100000";
if (run(path.join(root, "node_modules/.bin/tsx"), ["src/cli/crowd.ts", day, "100", ENTRIES, crowd]) !== 0)
  process.exit(1);

const { address } = await serve({ port: await freePort(4410), quiet: true });
const browser = await chromium.launch({
  executablePath,
  args: ["--no-sandbox", "--js-flags=--expose-gc", "--enable-precise-memory-info"],
});
const rows = [];
const note = (what, empty, crowded, wanted) => rows.push({ what, empty, crowded, wanted });
/** Fewer for a quick look: BENCH_VISITS=20. */
const VISITS = Number(process.env.BENCH_VISITS ?? 200);
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Milliseconds from the start of navigation until the Round can be used. */
async function roundReady(page) {
  const times = [];
  for (let n = 0; n < 5; n += 1) {
    const started = Date.now();
    await page.goto(address, { waitUntil: "commit" });
    await page.locator("[data-usable=true]").waitFor();
    times.push(Date.now() - started);
  }
  return median(times);
}

const sum = (values) => values.reduce((total, one) => total + one, 0);

/** Of each core, the ms so far and those a host gave to others: a page that is not let run looks held. */
function hostTimes() {
  try {
    const cores = readFileSync("/proc/stat", "utf8").match(/^cpu\d+ .*$/gm) ?? [];
    return cores.map((line) => {
      const jiffies = line.split(/\s+/).slice(1, 9).map(Number);
      return { all: 10 * sum(jiffies), stolen: 10 * jiffies[7] };
    });
  } catch {
    return [];
  }
}

/** Longest time the main thread was held, in ms, while something was done; and the same where the host took nothing. */
async function longest(page, work) {
  await page.evaluate(() => {
    window.longTasks = [];
    window.watcher = new PerformanceObserver((list) =>
      window.longTasks.push(
        ...list
          .getEntries()
          .map(({ startTime, duration }) => ({ at: performance.timeOrigin + startTime, duration })),
      ),
    );
    window.watcher.observe({ type: "longtask" });
  });
  const samples = [{ at: Date.now(), cores: hostTimes() }];
  const sampler = setInterval(() => samples.push({ at: Date.now(), cores: hostTimes() }), 50);
  const result = await work();
  clearInterval(sampler);
  samples.push({ at: Date.now(), cores: hostTimes() });
  const tasks = await page.evaluate(() => window.longTasks);
  const gone = (from, to) => {
    const before = samples.findLast(({ at }) => at <= from) ?? samples[0];
    const after = samples.find(({ at }) => at >= to) ?? samples.at(-1);
    const passed = (field) => sum(after.cores.map((core, n) => core[field] - before.cores[n][field]));
    return { stolen: passed("stolen"), all: passed("all") };
  };
  const { stolen, all } = gone(-Infinity, Infinity);
  const undisturbed = tasks.filter(({ at, duration }) => gone(at - 50, at + duration).stolen === 0);
  const most = (held) => Math.round(Math.max(0, ...held.map(({ duration }) => duration)));
  return {
    result,
    longest: most(tasks),
    undisturbed: most(undisturbed),
    stolen: all > 0 ? Math.round((100 * stolen) / all) : "?",
  };
}

/** Opens the lid of the bin in hand, answers two questions, closes it; gives the ms from the press. */
async function visit(page) {
  await page.getByRole("link", { name: "Lift the lid" }).click();
  await page.getByRole("radio", { name: "earthy" }).check();
  await page.getByRole("radio", { name: /1–2 drops/ }).check();
  // Measured inside the page: the driver's own polling would be in the figure otherwise.
  return page.evaluate(
    () =>
      new Promise((done) => {
        const started = performance.now();
        let keptMs;
        const watch = new MutationObserver(() => {
          if (!keptMs && document.body.textContent.includes("visit kept"))
            keptMs = performance.now() - started;
          if (!keptMs || location.pathname !== "/") return;
          watch.disconnect();
          done({ keptMs, homeMs: performance.now() - started });
        });
        watch.observe(document.body, { childList: true, subtree: true, characterData: true });
        [...document.querySelectorAll("button")]
          .find((button) => /close the lid/i.test(button.textContent))
          .click();
      }),
  );
}

/** Takes a share out of the bin in hand: ms until it is drawn as it will be, and until it is kept and drawn as it is. */
async function deed(page, share) {
  await page.getByRole("button", { name: "skim, pull or take out" }).click();
  await page.getByRole("radio", { name: "a share" }).check();
  await page.getByRole("dialog").getByRole("figure").waitFor();
  const until = (press, isThere) =>
    page.evaluate(
      ([press, isThere]) =>
        new Promise((done) => {
          const held = () => document.querySelector("[role=dialog] figure ul")?.textContent ?? "";
          const before = held();
          const started = performance.now();
          const look = () => {
            const now = isThere === "preview" ? held() !== before : !document.querySelector("[role=dialog]");
            if (now) done(performance.now() - started);
            else requestAnimationFrame(look);
          };
          const pressed = [...document.querySelectorAll("[role=dialog] label, [role=dialog] button")].find(
            (one) => one.textContent.trim() === press,
          );
          pressed.click();
          requestAnimationFrame(look);
        }),
      [press, isThere],
    );
  const previewMs = await until(share, "preview");
  const keptMs = await until("Keep: taken out", "kept");
  return { previewMs, keptMs };
}

const forgetNotice = (page) => page.keyboard.press("Escape");

async function visits(page, count) {
  const times = [];
  for (let n = 0; n < count; n += 1) {
    await page.waitForTimeout(20);
    times.push(await visit(page));
    await page.evaluate(() => [...document.querySelectorAll(".MuiSnackbar-root")].length);
    await forgetNotice(page);
    await page
      .getByText(/visit kept/)
      .waitFor({ state: "detached" })
      .catch(() => undefined);
  }
  return times;
}
const heapMb = (page) =>
  page.evaluate(() => {
    window.gc?.();
    return performance.memory.usedJSHeapSize / 1_048_576;
  });

// The floor: an own cellar with one bin.
const empty = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
await empty.goto(address);
await empty.locator("[data-usable=true]").waitFor();
await empty.waitForLoadState("networkidle");
// What the page itself asks for; the one script marked for browsers without modules is never fetched.
const html = await (await fetch(address)).text();
const scripts = [...html.matchAll(/<script(?![^>]*noModule)[^>]+src="([^"?]+)/g)].map((match) => match[1]);
const sizes = await Promise.all(
  [...new Set(scripts)].map(
    async (file) =>
      gzipSync(Buffer.from(await (await fetch(address + file)).arrayBuffer()), { level: 9 }).length,
  ),
);
const javascript = Math.round(sum(sizes) / 1024);
const emptyRound = await roundReady(empty);
await empty.goto(`${address}/setup`);
await empty.locator("[data-usable=true]").waitFor();
await empty.getByLabel("Its name").fill("Floor");
await empty.getByLabel("The room’s name").fill("Cellar");
await empty.getByLabel(/Worms in it/).fill("500 g");
await empty.getByRole("button", { name: "Put it on the rack" }).click();
await empty.getByText("Floor: set up.").waitFor();
const emptyVisits = await visits(empty, 10);
await empty.close();

const crowded = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
const page = await crowded.newPage();
await page.goto(`${address}/records`);
await page.locator("[data-usable=true]").waitFor();
const importing = await longest(page, async () => {
  const started = Date.now();
  await page.getByLabel("Choose an archive file").setInputFiles(crowd);
  await page.getByRole("button", { name: "Add them" }).click({ timeout: 900_000 });
  await page.getByText(/Imported/).waitFor({ timeout: 900_000 });
  return Date.now() - started;
});
const firstStarted = Date.now();
await page.goto(address, { waitUntil: "commit" });
await page.locator("[data-usable=true]").waitFor({ timeout: 600_000 });
const firstRound = Date.now() - firstStarted;
// Then the twin of each bin is worked out in the background, while the Round goes on answering.
const forecasting = await longest(page, async () => {
  const started = Date.now();
  await page.locator("[data-twin-work]").waitFor({ state: "detached", timeout: 900_000 });
  return Date.now() - started;
});
// The next day: every forecast anew, each from its kept standing. In a page of its own, the only one whose clock is ahead.
const tomorrow = await crowded.newPage();
await tomorrow.addInitScript(() => {
  const Today = Date;
  const day = 86_400_000;
  globalThis.Date = class extends Today {
    constructor(...parts) {
      super(...(parts.length === 0 ? [Today.now() + day] : parts));
    }
    static now() {
      return Today.now() + day;
    }
  };
});
await tomorrow.goto(address);
await tomorrow.locator("[data-usable=true]").waitFor();
const nextDay = await longest(tomorrow, async () => {
  const started = Date.now();
  await tomorrow.locator("[data-twin-work]").waitFor({ state: "detached", timeout: 900_000 });
  return Date.now() - started;
});
await tomorrow.close();
await page.goto(address);
await page.locator("[data-usable=true]").waitFor();
await page.locator("[data-twin-work]").waitFor({ state: "detached", timeout: 900_000 });
// A decision: from the last answer until the twin has spoken, at a bin of one compartment. The lid has been up a moment.
const decisions = [];
await page.goto(`${address}/visit?id=crowd-1`);
await page.locator("[data-usable=true]").waitFor();
await page.waitForTimeout(3000);
for (const name of ["earthy", "1–2 drops", "3–4 drops", "no drop", "1–2 drops"]) {
  const started = Date.now();
  await page.getByRole("radio", { name }).check();
  await page.locator("[data-refining=true]").waitFor({ state: "detached" });
  decisions.push(Date.now() - started);
  await page.waitForTimeout(1500);
}
// An act: drawn as it will be, kept, and drawn as it is.
await page.goto(`${address}/bin?id=crowd-1`);
await page.locator("[data-usable=true]").waitFor();
await page.waitForTimeout(3000);
const deeds = [];
for (const share of ["half", "a quarter", "a third"]) {
  deeds.push(await deed(page, share));
  await page.waitForTimeout(3000);
}
// One deed done to all of them, and the list of them sorted.
await page.goto(`${address}/bins`);
await page
  .getByRole("row", { name: /Fennel/ })
  .first()
  .waitFor({ timeout: 60_000 });
await page.waitForTimeout(2000);
const sorts = [];
for (const column of ["Worms", "Room", "Moist", "Kind", "Back"]) {
  const sorted = Date.now();
  const header = page.getByRole("columnheader", { name: column });
  await header.click();
  await page.locator("[aria-sort=ascending], [aria-sort=descending]").filter({ hasText: column }).waitFor();
  sorts.push(Date.now() - sorted);
}
await page.getByRole("button", { name: "several at once" }).click();
await page.getByRole("button", { name: /^all/ }).click();
await page.getByRole("radio", { name: "the same for each" }).check();
await page.getByLabel(/^For each/).fill("200 g");
const manyKept = Date.now();
await page.getByRole("button", { name: /^Keep for/ }).click();
await page.getByRole("dialog").waitFor({ state: "detached" });
const manyMs = Date.now() - manyKept;
// Books of all of them, read and closed: the whole log once, then another span of what is read.
await page.goto(`${address}/reckon`, { waitUntil: "commit" });
const reckoned = Date.now();
await page.locator("main[data-usable=true]").waitFor({ timeout: 120_000 });
const reckonMs = Date.now() - reckoned;
await page.getByLabel("Over").click();
// From the press to the sums, by the page's own clock: the driver takes as long again to press.
const span = page.getByRole("option", { name: "this year" });
await span.hover();
const reckonAgainMs = await span.evaluate(
  (option) =>
    new Promise((done) => {
      const room = document.querySelector("main");
      const pressed = performance.now();
      const watch = new MutationObserver(() => {
        if (room.dataset.usable !== "true") return;
        watch.disconnect();
        requestAnimationFrame(() => setTimeout(() => done(Math.round(performance.now() - pressed))));
      });
      watch.observe(room, { attributes: true, attributeFilter: ["data-usable"] });
      option.click();
    }),
);
await page.goto(address);
await page.locator("[data-usable=true]").waitFor();
const crowdRound = await roundReady(page);
// In quarters, so that one sees whether it levels off: code and first renders come with the first quarter.
const heap = [await heapMb(page)];
const crowdVisits = [];
for (let quarter = 0; quarter < 4; quarter += 1) {
  crowdVisits.push(...(await visits(page, Math.ceil(VISITS / 4))));
  heap.push(await heapMb(page));
}
const blank = await browser.newPage();
// What is measured by now is told even if the step has outgrown its translation.
let untold = "no C compiler here";
const loop = await innerLoop(root, folder, blank).catch((cause) => {
  untold = String(cause.message).split("\n")[0];
  return undefined;
});
const speed = await inWorker(root, folder, blank, "src/cli/twinSpeed.ts");
await browser.close();

note("Round usable after navigation, ms", emptyRound, crowdRound, "≤ 1500");
note("the same, first time after an import (states computed anew), ms", "", firstRound, "");
const of = (times, field) => Math.round(median(times.map((time) => time[field])));
note(
  "visit saved and shown as kept, median ms",
  of(emptyVisits, "keptMs"),
  of(crowdVisits, "keptMs"),
  "≤ 150",
);
note(
  "the same, and back on the Round drawn anew, median ms",
  of(emptyVisits, "homeMs"),
  of(crowdVisits, "homeMs"),
  "",
);
note(
  `memory before ${VISITS} visits and after each quarter of them, MB`,
  "",
  heap.map((mb) => mb.toFixed(1)).join(" "),
  "flat",
);
note(`import of ${ENTRIES} entries, ms`, "", importing.result, "");
note("longest hold of the main thread while importing, ms", "", importing.longest, "≤ 50");
note("first-load JavaScript of the Round, KiB gzipped", javascript, javascript, "≤ 300");
note(
  "forecasts of 100 bins from the beginning of their logs, in the background, ms",
  "",
  forecasting.result,
  "≤ 45000",
);
note("longest hold of the main thread meanwhile, ms", "", forecasting.longest, "≤ 50");
note("the same, of holds in which the host took nothing, ms", "", forecasting.undisturbed, "≤ 50");
note("share of the machine its host gave to others meanwhile, %", "", forecasting.stolen, "");
note("forecasts of 100 bins the next day, from kept standings, ms", "", nextDay.result, "≤ 10000");
note("decision of a visit after the last answer, median ms", "", median(decisions), "≤ 250");
note(
  "an act drawn as it will be, median ms",
  "",
  Math.round(median(deeds.map(({ previewMs }) => previewMs))),
  "≤ 100",
);
note(
  "an act kept and its dialog gone, median ms",
  "",
  Math.round(median(deeds.map(({ keptMs }) => keptMs))),
  "≤ 200",
);
note("a meal kept for all bins in one act and its dialog gone, ms", "", manyMs, "≤ 2000");
note("the list of all bins sorted, median ms", "", median(sorts), "≤ 200");
note("a year of 100 bins reckoned, the room entered anew, ms", "", reckonMs, "≤ 1500");
note("another span of it, ms", "", reckonAgainMs, "≤ 300");
note(
  "inner loop against the same in C (gcc -O2), times",
  "",
  loop
    ? `${loop.ratio.toFixed(2)} (${((1000 * loop.jsMs) / loop.steps).toFixed(2)} and ${((1000 * loop.cMs) / loop.steps).toFixed(2)} µs a step, apart by ${loop.off.toExponential(0)})`
    : untold,
  "≤ 1.0",
);
for (const { count, wholeMs, fortnightMs, decisionMs } of speed.years)
  note(
    `a bin with ${count} ${count === 1 ? "year" : "years"} of log: from the beginning, a fortnight on, a decision, ms`,
    "",
    [wholeMs, fortnightMs, decisionMs].map(Math.round).join(" / "),
    "grows / flat / ≤ 400",
  );
note("100 bins × 60 days × 200 members with bands, one core, ms", "", Math.round(speed.hundredMs), "≤ 12000");
console.table(Object.fromEntries(rows.map(({ what, ...figures }) => [what, figures])));
writeFileSync(path.join(folder, "bench.json"), JSON.stringify({ day, node: process.version, rows }, null, 2));
console.log(
  `written: ${path.relative(root, path.join(folder, "bench.json"))}, ${readFileSync(crowd).length} bytes of archive`,
);
process.exit(0);
