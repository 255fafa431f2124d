import { chromium } from "playwright-core";
const port = process.argv[2];
const shots = JSON.parse(process.env.SHOTS);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
for (const { name, path, width = 1280, height = 800, scheme = "dark", act, full, wait = 1500 } of shots) {
  const context = await browser.newContext({ viewport: { width, height }, colorScheme: scheme, reducedMotion: "reduce" });
  const page = await context.newPage();
  page.on("pageerror", (e) => console.log(name, "ERR", e.message));
  await page.goto(`http://localhost:${port}${path}`);
  await page.waitForSelector("[data-usable=true]", { timeout: 20000 }).catch(() => console.log(name, "not usable"));
  await page.waitForTimeout(wait);
  if (act) { try { await new Function("page", `return (async()=>{${act}})()`)(page); } catch (e) { console.log(name, "ACT", e.message.slice(0,300)); } await page.waitForTimeout(800); }
  await page.screenshot({ path: `/tmp/shots/${name}.png`, fullPage: !!full });
  await context.close();
}
await browser.close();
