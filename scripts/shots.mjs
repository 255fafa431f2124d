// `npm run shots`: the pictures of docs/screenshots, from the demo cellar at a pinned day, 1280x800 and one phone.
import { mkdirSync } from "node:fs";
import path from "node:path";
import { build, findChromium, freePort, installPackages, root, serve } from "./house.mjs";

installPackages();
const executablePath = findChromium();
build();
const { chromium } = await import("@playwright/test");
const { address, stop } = await serve({ port: await freePort(4390), demo: true, quiet: true });
const own = await serve({ port: await freePort(4391), quiet: true });
const folder = path.join(root, "docs/screenshots");
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath, args: ["--no-sandbox"] });

const PINNED = new Date("2026-11-23T08:30:00");
const PICTURES = [
  { name: "round-cellar", at: "/" },
  { name: "round-daylight", at: "/", light: true },
  {
    name: "visit-cellar",
    at: "/visit?id=demo-fennel",
    act: (page) => answer(page, [/1–2 drops/, "earthy", "pleasant"]),
  },
  {
    name: "visit-trouble-daylight",
    at: "/visit?id=demo-lovage",
    light: true,
    act: (page) => answer(page, [/a stream/, "rotten"]),
  },
  { name: "harvest-cellar", at: "/harvest?id=demo-fennel" },
  { name: "bin-cellar", at: "/bin?id=demo-fennel", act: (page) => measure(page, "castings") },
  { name: "nursery-cellar", at: "/nursery" },
  { name: "weather-daylight", at: "/weather", light: true },
  { name: "act-cellar", at: "/bin?id=demo-fennel", act: moveAlong },
  { name: "castings-cellar", at: "/lots", act: wanted },
  { name: "several-cellar", at: "/bins", act: several },
  { name: "plan-cellar", at: "/plan?step=proposals" },
  { name: "signs-daylight", at: "/trouble?id=demo-lovage", light: true, act: signs },
  { name: "mix-daylight", at: "/mix", light: true, act: solveMix },
  { name: "store-cellar", at: "/store" },
  { name: "reckon-daylight", at: "/reckon", light: true },
  { name: "empty-cellar", at: "/", own: true },
  {
    name: "phone-visit-cellar",
    at: "/visit?id=demo-nursery",
    phone: true,
    act: (page) => answer(page, [/1–2 drops/]),
  },
  { name: "phone-round-daylight", at: "/", phone: true, light: true },
];

async function several(page) {
  await page.getByRole("button", { name: "several at once" }).click();
  await page.getByRole("button", { name: /^due today/ }).click({ timeout: 60_000 });
  await page.getByRole("row", { name: /Fennel/ }).waitFor();
}
async function wanted(page) {
  await page.getByLabel(/^Castings wanted/).fill("30 kg", { timeout: 60_000 });
  const by = page.getByRole("group", { name: "By" });
  for (const [part, text] of [
    ["Day", "10"],
    ["Month", "Feb"],
    ["Year", "2027"],
  ]) {
    await by.getByRole("spinbutton", { name: part }).click();
    await page.keyboard.type(text);
  }
  await page.getByText(/Enough by then|short\./).waitFor();
}
async function signs(page) {
  for (const name of ["Rotten-egg smell", "Squeezed handful streams water"])
    await page.getByRole("checkbox", { name }).check();
  await page.evaluate(() => window.scrollTo(0, 0));
}
async function measure(page, name) {
  await page.getByRole("button", { name, exact: true }).click({ timeout: 60_000 });
}
async function solveMix(page) {
  await page.getByRole("button", { name: "add a layer" }).click();
  await page.getByRole("textbox", { name: "Carbon to nitrogen" }).fill("32");
  await page.getByRole("button", { name: /find the amounts/ }).click();
  await page.getByText(/It works out/).waitFor();
}
async function answer(page, names) {
  for (const name of names) await page.getByRole("radio", { name }).first().check();
  await page.evaluate(() => window.scrollTo(0, 0));
}
async function moveAlong(page) {
  await page.getByRole("button", { name: "Move along", exact: true }).click();
  await page
    .getByRole("dialog")
    .getByLabel(/How far/)
    .last()
    .fill("25 cm");
}

/** `npm run shots -- bin-`: only those whose name begins so. */
const asked = process.argv[2] ?? "";
/** The demo with its forecasts, once they are worked out: no picture waits for them again. */
let kept;
for (const picture of PICTURES.filter(({ name }) => name.startsWith(asked))) {
  const page = await browser.newPage({
    viewport: picture.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: picture.light ? "light" : "dark",
    reducedMotion: "reduce",
    serviceWorkers: "block",
    locale: "en-GB",
    ...(kept && !picture.own ? { storageState: kept } : {}),
  });
  await page.clock.setFixedTime(PINNED);
  await page.goto((picture.own ? own.address : address) + picture.at);
  await page.locator("[data-usable=true]").waitFor();
  await page.waitForTimeout(1200);
  // What is shown is the twin's, not the rules of thumb that stand in for it.
  await page.locator('[data-forecasts="done"]').waitFor({ state: "attached", timeout: 120_000 });
  if (!picture.own) kept ??= await page.context().storageState({ indexedDB: true });
  await picture.act?.(page);
  if (picture.at.startsWith("/bin?"))
    await page.locator('[data-working="false"]').waitFor({ timeout: 60_000 });
  if (picture.at.startsWith("/visit?") && !picture.at.includes("quiet"))
    await page.locator('[data-by="forecast"]').waitFor({ state: "attached", timeout: 60_000 });
  await page.waitForTimeout(900);
  await page.screenshot({ path: path.join(folder, `${picture.name}.png`) });
  await page.close();
  console.log(`docs/screenshots/${picture.name}.png`);
}
await browser.close();
stop();
own.stop();
process.exit(0);
