// npm run screenshots: makes the pictures in docs/screenshots at 1280x800 from the sample data.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { root } from "./lib/run.mjs";
import { freePort, serve } from "./lib/server.mjs";
import { ensureBuilt, ensureInstalled } from "./lib/setup.mjs";

await ensureInstalled();
await ensureBuilt();
const { chromium } = await import("@playwright/test");

const data = mkdtempSync(path.join(tmpdir(), "vertexon-screenshots-"));
const port = await freePort();
const server = await serve({ port, data });
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shoot = (name) => page.screenshot({ path: path.join(root, "docs/screenshots", `${name}.png`) });

await page.goto(`http://127.0.0.1:${port}`);
await page.waitForFunction(() => document.querySelectorAll("[data-testid=sheet-card] svg").length === 8);
await shoot("all-sheets");
await page.getByRole("button", { name: "Open Driftwood Dogleg" }).click();
await page.waitForSelector("[data-testid=panel]");
for (const [key, name, pointer] of [
  ["1", "define", [560, 330]],
  ["2", "flatten", [560, 330]],
  ["3", "combine", [560, 330]],
  ["6", "hand-off", [560, 330]],
]) {
  await page.keyboard.press(key);
  await page.mouse.move(...pointer);
  await page.waitForTimeout(1200);
  await shoot(name);
}
await page.getByRole("button", { name: "All sheets" }).click();
await page.getByRole("button", { name: "Open Windmill Walk" }).click();
await page.waitForSelector("[data-testid=panel]");
await page.waitForTimeout(1200);
await shoot("define-trail");
const onPlan = async (x, y) => {
  const canvas = page.getByTestId("plan");
  const camera = JSON.parse(await canvas.getAttribute("data-camera"));
  const box = await canvas.boundingBox();
  const sign = camera.yDown ? 1 : -1;
  return [
    box.x + (26 + camera.width) / 2 + (x - camera.x) * camera.scale,
    box.y + (26 + camera.height) / 2 + sign * (y - camera.y) * camera.scale,
  ];
};
await page.getByRole("button", { name: "All sheets" }).click();
await page.getByRole("button", { name: "Open Ricochet Reef" }).click();
await page.waitForSelector("[data-testid=panel]");
await page.keyboard.press("4");
await page.waitForTimeout(1200);
await page.getByRole("tab", { name: "Carry" }).click();
await page.mouse.move(...(await onPlan(170, 120)));
await page.mouse.move(...(await onPlan(174, 122)));
await page.waitForTimeout(1500);
await shoot("probe");
await page.getByRole("button", { name: "All sheets" }).click();
await page.getByRole("button", { name: "Open Softwater Bunkers" }).click();
await page.waitForSelector("[data-testid=panel]");
await page.keyboard.press("5");
await page.getByTestId("script").getByText("green").first().click();
await page.mouse.move(...(await onPlan(150, 70)));
// Contours come from the worker, and the canvas does not tell when.
await page.waitForTimeout(6000);
await shoot("field");
for (const [sheet, place, tab, name] of [
  ["Bumper Bay", [260, 60], "Measures", "define-measures"],
  ["Footbridge Falls", [40, 40], "Box sizes", "define-box-sizes"],
  ["Gull Harbour", [110, 200], "Travel", "define-imported"],
]) {
  await page.getByRole("button", { name: "All sheets" }).click();
  await page.getByRole("button", { name: `Open ${sheet}` }).click();
  await page.waitForSelector("[data-testid=panel]");
  await page.waitForTimeout(1200);
  await page.mouse.click(...(await onPlan(...place)));
  await page.getByRole("tab", { name: tab }).click();
  if (tab === "Travel") await page.getByRole("slider", { name: "step" }).press("End");
  await page.waitForTimeout(1200);
  await shoot(name);
}
await page.getByRole("button", { name: "All sheets" }).click();
await page.getByRole("button", { name: "Open Paper Lanterns" }).click();
await page.waitForSelector("[data-testid=panel]");
await page.waitForTimeout(1200);
await page.mouse.click(...(await onPlan(80, 130)));
await page.keyboard.press("2");
await page.getByTestId("count-chart").scrollIntoViewIfNeeded();
await page.waitForTimeout(1200);
await shoot("flatten-charts");
await page.getByRole("tab", { name: "Magnifier" }).click();
await page.getByRole("img", { name: /^curve and chord/ }).scrollIntoViewIfNeeded();
await page.waitForTimeout(800);
await shoot("flatten-magnifier");
for (const [sheet, place, tab, name] of [
  ["Mirror Ponds", [60, 60], "Regions", "combine-regions"],
  ["Ripple Rings", [38, 90], "Operations", "combine-pieces"],
]) {
  await page.getByRole("button", { name: "All sheets" }).click();
  await page.getByRole("button", { name: `Open ${sheet}` }).click();
  await page.waitForSelector("[data-testid=panel]");
  await page.waitForTimeout(1200);
  await page.keyboard.press("3");
  await page.mouse.click(...(await onPlan(...place)));
  await page.waitForTimeout(600);
  await page.mouse.click(...(await onPlan(...place)));
  await page.waitForTimeout(600);
  await page.getByRole("tab", { name: tab }).click();
  await page.waitForTimeout(1200);
  await shoot(name);
}
for (const [tab, places, name] of [
  [
    "Choose",
    [
      [60, 60],
      [180, 76],
    ],
    "combine-choose",
  ],
  [
    "Cut",
    [
      [40, 40],
      [120, 90],
      [190, 150],
    ],
    "combine-cut",
  ],
]) {
  await page.getByRole("button", { name: "All sheets" }).click();
  await page.getByRole("button", { name: "Open Mirror Ponds" }).click();
  await page.waitForSelector("[data-testid=panel]");
  await page.waitForTimeout(1200);
  await page.keyboard.press("3");
  await page.waitForTimeout(600);
  await page.getByRole("tab", { name: tab }).click();
  for (const place of places) {
    await page.mouse.click(...(await onPlan(...place)));
    await page.waitForTimeout(600);
  }
  await page.waitForTimeout(800);
  await shoot(name);
}
await page.getByRole("button", { name: "All sheets" }).click();
await page.getByRole("button", { name: "Open Gull Harbour" }).click();
await page.waitForSelector("[data-testid=panel]");
await page.waitForTimeout(1200);
await page.getByRole("button", { name: "Import" }).click();
const badge = `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40">
  <g transform="translate(30 20)"><circle id="buoy" r="9"/><rect id="flag" x="2" y="-18" width="14" height="8" rx="2"/></g>
  <text x="4" y="36">Gull Harbour</text>
</svg>`;
await page.getByLabel("Text to import").fill(badge);
await page.waitForSelector("[data-testid=import-preview]");
await page.waitForTimeout(600);
await shoot("import");
await page.keyboard.press("Escape");
await page.waitForTimeout(600);
await page.getByRole("button", { name: "Notation" }).click();
await page.waitForFunction(() => document.querySelectorAll("[data-testid=entry] svg").length > 30);
await shoot("notation");
await browser.close();
server.kill("SIGTERM");
await new Promise((resolve) => server.once("exit", resolve));
rmSync(data, { recursive: true, force: true });
