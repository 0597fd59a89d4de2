import { expect, type Page, test } from "@playwright/test";
import { onPage, openSheet, savedScript } from "./support";

const SHEET = `plan 200 by 160, y down, unit px
tolerance 0.05
bank = 20 from 10 to 40
ramp = polygon((20, 20), (60, 20), (60, 60), (20, 60))
pool = circle((140, 80), radius: bank)
`;

async function clickPlan(page: Page, x: number, y: number): Promise<void> {
  const at = await onPage(page, x, y);
  await page.mouse.click(at.x, at.y);
}
async function drag(page: Page, from: [number, number], to: [number, number], hold?: "Alt"): Promise<void> {
  const [a, b] = [await onPage(page, ...from), await onPage(page, ...to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  if (hold) await page.keyboard.down(hold);
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 4 });
  await page.mouse.move(b.x, b.y, { steps: 4 });
  await page.mouse.up();
  if (hold) await page.keyboard.up(hold);
}
/** Chooses a shape by a click well inside it. */
const choose = (page: Page, x: number, y: number) => clickPlan(page, x, y);
const scriptIs = (page: Page, text: string) => expect.poll(() => savedScript(page)).toContain(text);

test("a radius drags the number that drives it, within its range; undo is one step", async ({ page }) => {
  await openSheet(page, SHEET);
  await choose(page, 140, 90);
  await drag(page, [160, 80], [170, 80]);
  await scriptIs(page, "bank = 30 from");
  await drag(page, [170, 80], [199, 80]);
  await scriptIs(page, "bank = 40 from");
  await page.getByRole("button", { name: "Undo" }).click();
  await scriptIs(page, "bank = 30 from");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => savedScript(page)).toBe(SHEET);
});

test("a vertex is picked, nudged by keys, and removed; an edge gets one more by a double click", async ({ page }) => {
  await openSheet(page, SHEET);
  await choose(page, 40, 40);
  await clickPlan(page, 60, 20);
  await expect(page.getByTestId("vertex-actions")).toContainText("vertex 1 of 4");
  await page.keyboard.press("ArrowRight");
  await scriptIs(page, "(20, 20), (61, 20), (60, 60)");
  await page.keyboard.press("Shift+ArrowDown");
  await scriptIs(page, "(61, 30)");
  await page.keyboard.press("Alt+ArrowLeft");
  await scriptIs(page, "(60.9, 30)");
  await page.keyboard.press("PageDown");
  await expect(page.getByTestId("vertex-actions")).toContainText("vertex 2 of 4");
  await page.keyboard.press("Delete");
  await scriptIs(page, "polygon((20, 20), (60.9, 30), (20, 60))");
  const edge = await onPage(page, 20, 40);
  await page.mouse.dblclick(edge.x, edge.y);
  await expect.poll(() => savedScript(page)).toMatch(/\(20, 60\), \(20, (40|39\.[6-9]|40\.[1-4])\)\)/);
});

test("vertices are inserted, reordered, begun elsewhere and reversed from the panel", async ({ page }) => {
  await openSheet(page, SHEET);
  await choose(page, 40, 40);
  await clickPlan(page, 60, 20);
  const actions = page.getByTestId("vertex-actions");
  await actions.getByRole("button", { name: "Insert after" }).click();
  await scriptIs(page, "(60, 20), (60, 40), (60, 60)");
  await expect(actions).toContainText("vertex 2 of 5");
  await actions.getByRole("button", { name: "Later" }).click();
  await scriptIs(page, "(60, 20), (60, 60), (60, 40), (20, 60)");
  await actions.getByRole("button", { name: "Start here" }).click();
  await scriptIs(page, "polygon((60, 40), (20, 60), (20, 20), (60, 20), (60, 60))");
  await actions.getByRole("button", { name: "Reverse" }).click();
  await scriptIs(page, "polygon((60, 40), (60, 60), (60, 20), (20, 20), (20, 60))");
  await actions.getByRole("button", { name: "Remove" }).click();
  await scriptIs(page, "polygon((60, 60), (60, 20), (20, 20), (20, 60))");
  await choose(page, 140, 90);
  await clickPlan(page, 160, 80);
  await actions.getByRole("button", { name: "Reverse" }).click();
  await expect(page.getByText("its corners are not written one by one")).toBeVisible();
});

test("what is dragged snaps to vertices, edges, the grid and whole angles, and with Alt to nothing", async ({
  page,
}) => {
  await openSheet(page, SHEET);
  // The list may still be opening under the pointer.
  const set = (name: string, how: "check" | "uncheck") =>
    expect(() => page.getByLabel(name)[how]({ timeout: 2000 })).toPass();
  await page.getByRole("button", { name: "Snap" }).click();
  await set("Vertices, points and centres", "check");
  await page.keyboard.press("Escape");
  await choose(page, 40, 40);
  await drag(page, [60, 60], [139, 81]);
  await scriptIs(page, "(60, 20), (140, 80), (20, 60)");
  await drag(page, [140, 80], [139, 82], "Alt");
  await scriptIs(page, "(60, 20), (139, 82), (20, 60)");
  await page.getByRole("button", { name: "Snaps: 1" }).click();
  await set("Grid lines", "check");
  await set("Vertices, points and centres", "uncheck");
  await page.keyboard.press("Escape");
  await drag(page, [139, 82], [101, 59]);
  await scriptIs(page, "(60, 20), (100, 60), (20, 60)");
  await page.getByRole("button", { name: "Snaps: 1" }).click();
  await set("Grid lines", "uncheck");
  await set("Whole angles: every 15°", "check");
  await page.keyboard.press("Escape");
  await drag(page, [20, 60], [21, 75]);
  await scriptIs(page, "(100, 60), (20, 75)"); // straight below the first vertex
  await page.getByRole("button", { name: "Snaps: 1" }).click();
  await set("Whole angles: every 15°", "uncheck");
  await set("Edges", "check");
  await page.keyboard.press("Escape");
  await drag(page, [100, 60], [122, 79]);
  const [, x, y] = /\(60, 20\), \(([\d.]+), ([\d.]+)\)/.exec(await savedScript(page))!;
  expect(Math.abs(Math.hypot(Number(x) - 140, Number(y) - 80) - 20)).toBeLessThan(0.06);
});

test("mistakes are mended with a click, one step each", async ({ page }) => {
  const script = `plan 200 by 160
gear = trail(from: (80, 30), legs: 11 of (20, bend: 33deg), close: yes)
arm = polyline((20, 20), (60, 20), (60, 60), (20, 20))
`;
  await openSheet(page, script);
  const mistakes = page.getByTestId("mistakes");
  await expect(mistakes).toContainText("11 times 33deg is 363deg");
  await mistakes.getByRole("button", { name: "Write 360deg / 11" }).click();
  await scriptIs(page, "bend: 360deg / 11");
  await mistakes.getByRole("button", { name: "Close it" }).click();
  await scriptIs(page, "arm = polygon((20, 20), (60, 20), (60, 60))");
  await expect(mistakes).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(mistakes).toContainText("comes back to its start");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => savedScript(page)).toBe(script);
  await page.getByTitle("Turn the plan's y axis round").click();
  await scriptIs(page, "plan 200 by 160, y up");
});

test("travel plays an outline step by step and lights the text of each", async ({ page }) => {
  await openSheet(page, 'plan 99 by 99\nramp = path("M 10 10 H 40 V 30 L 10 30 Z")\n');
  await page.getByRole("tab", { name: "Travel" }).click();
  const step = page.getByTestId("travel-step");
  await expect(step).toHaveText("0 of 4");
  const lit = page.locator(".cm-lit");
  for (const [text, facing, turned, length] of [
    ["H 40", "90.000", "90.000", "30.0000"],
    ["V 30", "180.000", "180.000", "50.0000"],
    ["L 10 30", "−90.000", "270.000", "80.0000"],
    ["Z", "−90.000", "270.000", "100.0000"],
  ]) {
    await page.getByLabel("One step on").click();
    await expect(lit).toHaveText(text);
    await expect(page.getByTestId("travel-facing")).toHaveText(facing);
    await expect(page.getByTestId("travel-turned")).toHaveText(turned);
    await expect(page.getByTestId("travel-length")).toHaveText(length);
  }
  await page.getByLabel("One step back").click();
  await expect(lit).toHaveText("L 10 30");
  await page.getByRole("slider", { name: "step" }).press("Home");
  await page.getByRole("button", { name: "Play" }).click();
  await expect(step).toHaveText("4 of 4", { timeout: 8000 });
  await page.getByRole("tab", { name: "Vertices" }).click();
  await expect(lit).toHaveCount(0);
});

test("all readings of an arc are shown, and another one is taken", async ({ page }) => {
  await openSheet(page, "plan 99 by 99\nfan = sector((50, 50), radius: 30, from: 90deg, sweep: 120deg)\n");
  await page.getByRole("tab", { name: "Readings" }).click();
  const readings = page.getByTestId("readings").getByRole("listitem");
  await expect(readings).toHaveCount(5);
  await expect(readings.first()).toContainText("taken");
  await readings.filter({ hasText: "the direction of the end" }).getByRole("button").click();
  await scriptIs(page, "from: 90deg, sweep: 30deg");
  await readings.filter({ hasText: "the other way round" }).getByRole("button").click();
  await scriptIs(page, "sweep: -330deg");
});

test("angles around a centre, in all units, with equal ones beside them", async ({ page }) => {
  await openSheet(page, "plan 200 by 200\ngear = regular(8, at: (100, 100), radius: 50)\n");
  await page.getByRole("tab", { name: "Angles" }).click();
  const around = page.getByTestId("around");
  const row = around.locator(".ant-table-row").filter({ hasText: "1 · 5" });
  for (const text of ["225.000", "−135.000", "3.927", "0.625", "50.000"]) await expect(row).toContainText(text);
  await around.getByLabel("Centre x").fill("0");
  await around.getByLabel("Centre y").fill("100");
  await expect(around.locator(".ant-table-row").first()).toContainText("150.000");
});

test("an empty sheet offers lines to begin with, and a picture to read points off", async ({ page }) => {
  await openSheet(page, "");
  await page.getByRole("tab", { name: "Picture" }).click();
  await expect(page.getByRole("button", { name: "Lay a picture under the plan" })).toBeVisible();
  await page.getByRole("tab", { name: "Shapes" }).click();
  await page.getByRole("button", { name: "Write lane" }).click();
  await scriptIs(page, "lane = polyline(");
  await expect(page.getByTestId("define-vertices")).not.toHaveText("0");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("button", { name: "Write pond" })).toBeVisible();
});

test("the same shape in three boxes, with what stays and what changes", async ({ page }) => {
  await openSheet(page, "plan 200 by 100\nlane = rect((10, 10), to: (100% - 10, 90%), rx: 8)\n");
  await page.getByRole("tab", { name: "Box sizes" }).click();
  const boxes = page.getByTestId("box-sizes");
  await expect(boxes.getByRole("img", { name: /In a box/ })).toHaveCount(3);
  await expect(boxes.getByRole("row", { name: /radius 1 8.000 8.000 8.000 stays/ })).toBeVisible();
  await expect(boxes.getByRole("row", { name: /gap at greatest x 10.000 10.000 10.000 stays/ })).toBeVisible();
  await boxes.getByLabel("Box 3 height").fill("300");
  await expect(boxes.getByRole("row", { name: /gap at greatest y 10.000 10.000 30.000 changes/ })).toBeVisible();
});

test("a picture lies under the plan, is faded, placed and clipped from the panel, and taken away", async ({ page }) => {
  await openSheet(page, SHEET);
  await choose(page, 40, 40);
  await page.getByRole("tab", { name: "Picture" }).click();
  const pixel = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
  const file = { name: "sketch.png", mimeType: "image/png", buffer: Buffer.from(pixel, "base64") };
  await page.locator("input[type=file]").setInputFiles(file);
  await scriptIs(page, 'picture "sketch.png", scale 200, fade 50%');
  await page.getByRole("slider", { name: "fade" }).press("ArrowRight");
  await scriptIs(page, "fade 51%");
  await page.getByLabel("Picture x").fill("12");
  await scriptIs(page, "at (12, 0)");
  await page.getByLabel("Shown in").click();
  await page.locator(".ant-select-item-option").filter({ hasText: "ramp" }).click();
  await scriptIs(page, "clip ramp");
  // Inside the shape the picture shows, outside it does not.
  const differs = async (x: number, y: number): Promise<boolean> => {
    const at = await onPage(page, x, y);
    const box = (await page.getByTestId("plan").boundingBox())!;
    return page.evaluate(
      ([px, py]) => {
        const canvas = document.querySelector("canvas")!;
        const [r, g, b] = canvas.getContext("2d")!.getImageData(px, py, 1, 1).data;
        return Math.max(Math.abs(r - g), Math.abs(g - b), Math.abs(r - b)) > 24;
      },
      [Math.round(at.x - box.x), Math.round(at.y - box.y)],
    );
  };
  await expect.poll(() => differs(31, 33)).toBe(true);
  expect(await differs(91, 33)).toBe(false);
  await page.getByRole("button", { name: "Take away" }).click();
  await expect.poll(() => savedScript(page)).toBe(SHEET);
});

test("the editor helps with arguments, knows the sheet's functions, folds, and tells angles in all units", async ({
  page,
}) => {
  await openSheet(
    page,
    "plan 99 by 99\nfn blade(length, width = 4) =\n  capsule((9, 9), (9 + length, 9), radius: width)\na = blade(30)\n",
  );
  const editor = page.getByRole("textbox", { name: "Script" });
  await editor.click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("b = bla");
  await page.locator(".cm-tooltip-autocomplete").getByText("blade").first().click();
  const help = page.locator(".signature").first();
  await expect(help).toContainText("blade(length, width?)");
  await page.keyboard.type("12, ");
  await expect(help.locator("strong")).toHaveText("width?");
  await expect(help).toContainText("(default: 4)");
  await page.keyboard.press("Escape");
  await page.getByTitle("Fold line", { exact: true }).first().click();
  await expect(page.locator(".cm-foldPlaceholder")).toHaveCount(1);
  await editor.click();
  await page.keyboard.press("Control+a");
  await page.keyboard.insertText("turnby = 225deg\n");
  await page.getByText("225deg").hover();
  await expect(page.locator(".cm-tooltip-hover")).toContainText("225.0000 deg = 3.926991 rad = 0.625000 turn");
});
