import { readFileSync } from "node:fs";
import { expect, type Locator, test } from "@playwright/test";
import { onPage, openSheet, POND, scriptText, station } from "./support";

const numberIn = async (locator: Locator): Promise<number> =>
  Number((await locator.textContent())!.replace(/[, ]|balanced/g, "").replace("−", "-"));

test("define: figures of the chosen shape agree with the margin, and a slider rewrites its number", async ({
  page,
}) => {
  await openSheet(page, `size = 20 from 5 to 50\n${POND.replace("radius: 40", "radius: size")}`);
  const pond = await onPage(page, 65, 60);
  await page.mouse.click(pond.x, pond.y);
  await expect(page.getByTestId("panel")).toContainText("pond");
  const area = await numberIn(page.getByTestId("define-area"));
  const vertices = await numberIn(page.getByTestId("define-vertices"));
  const shown = area.toLocaleString("en-US", { minimumFractionDigits: 1, maximumFractionDigits: 1 });
  await expect(page.getByText(`${vertices} · ${shown}`)).toBeVisible();
  expect(Math.abs(area - Math.PI * 400)).toBeLessThan(0.05 * 2 * Math.PI * 20);

  await page.getByRole("slider", { name: "size", exact: true }).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press("ArrowRight");
  await expect.poll(() => scriptText(page)).toContain("size = 25 from 5 to 50");
  await expect.poll(() => numberIn(page.getByTestId("define-area"))).toBeGreaterThan(1900);
});

test("combine: the four operations, the balance, and taking another one", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Combine");
  const operation = (name: string) => page.getByRole("button", { name: new RegExp(`^${name} `) });
  const areaOf = async (name: string) =>
    Number((await operation(name).locator(".mono").textContent())!.replace(",", ""));
  const [union, intersection, difference, xor] = await Promise.all(
    ["union", "intersection", "difference", "xor"].map(areaOf),
  );
  expect(union - intersection).toBeCloseTo(xor, 0);
  expect(await numberIn(page.getByTestId("balance-left"))).toBeCloseTo(
    await numberIn(page.getByTestId("balance-right")),
    5,
  );
  expect(union + intersection).toBeCloseTo(await numberIn(page.getByTestId("balance-left")), 0);
  await expect(operation("union")).toHaveAttribute("aria-pressed", "true");
  await operation("difference").click();
  await expect.poll(() => scriptText(page)).toContain("both = pond difference stone");
  await expect(operation("difference")).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("row", { name: /^outer 1/ })).toContainText("pond, stone");
  await expect(page.locator(".margin-note", { hasText: difference.toLocaleString("en-US") })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(operation("union")).toHaveAttribute("aria-pressed", "true");
});

test("probe: clicked points are asked at once, agree with the pointer, and can be dragged", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Probe");
  const first = await onPage(page, 40, 20);
  await page.mouse.click(first.x, first.y);
  await expect(page.getByRole("row", { name: /asked 1 .*outside/ })).toBeVisible();
  expect(await scriptText(page)).toMatch(
    /asked = probe\(both, at: \(40, 20\)\)|asked = probe\(both, at: \([\d.]+, [\d.]+\)\)/,
  );
  const second = await onPage(page, 80, 60);
  await page.mouse.click(second.x, second.y);
  const row = page.getByRole("row", { name: /asked 2 .*inside/ });
  const distance = await numberIn(row.getByRole("button").last());
  await page.mouse.move(second.x + 30, second.y);
  await page.mouse.move(second.x, second.y);
  await expect.poll(() => numberIn(page.getByTestId("strip-distance"))).toBeCloseTo(distance, 0);
  const target = await onPage(page, 190, 150);
  await page.mouse.down();
  await page.mouse.move(target.x, target.y, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("row", { name: /asked 2 .*outside/ })).toBeVisible();
});

test("field: a definition is made, its extremes are those of the shape", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y down, unit px\nblock = rect((20, 20), width: 60, height: 60)\n");
  await station(page, "Field");
  await page.getByRole("button", { name: "Define a field of block" }).click();
  await expect(page.getByTestId("field-least")).toHaveText("−29.500");
  // The farthest cell centre is half a cell from the plan's corner.
  await expect(page.getByTestId("field-greatest")).toHaveText((19.5 * Math.SQRT2).toFixed(3));
  const inside = await onPage(page, 30, 50);
  await page.mouse.move(inside.x, inside.y);
  await expect.poll(() => numberIn(page.getByTestId("strip-distance"))).toBeCloseTo(-10, 0);
  // The picture is tinted inside and bare outside.
  const pixel = (x: number, y: number) =>
    page.evaluate(
      ([px, py]) => {
        const canvas = document.querySelector<HTMLCanvasElement>("[data-testid=plan]")!;
        const box = canvas.getBoundingClientRect();
        return [...canvas.getContext("2d")!.getImageData(px - box.left, py - box.top, 1, 1).data];
      },
      [x, y],
    );
  const deep = await onPage(page, 49, 51);
  const bare = await onPage(page, 9, 91);
  await expect.poll(async () => (await pixel(deep.x, deep.y))[1]).toBeLessThan(160);
  expect((await pixel(bare.x, bare.y))[1]).toBeGreaterThan(220);
});

test("hand off: every format, decimals kept in the script, a saved file", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y up, unit mm\nblock = rect((20, 20.125), width: 60, height: 60)\n");
  await station(page, "Hand off");
  const text = page.getByTestId("handoff-text");
  await expect(text).toContainText("export const block");
  for (const [format, begin] of [
    ["C array", "static const double block_vertices[4][2]"],
    ["JSON", '{ "name": "block"'],
    ["SVG path data", "M 20 20.125 L 80 20.125 L 80 80.125 L 20 80.125 Z"],
    ["WKT", "POLYGON ((20 20.125, 80 20.125, 80 80.125, 20 80.125, 20 20.125))"],
  ]) {
    await page.getByText(format, { exact: true }).click();
    await expect(text).toContainText(begin);
  }
  await page.getByRole("button", { name: "Keep in the script" }).click();
  await expect.poll(() => scriptText(page)).toContain('emit block as wkt, decimals 3, to "block.wkt"');
  await page.getByLabel("decimals").fill("1");
  await expect.poll(() => scriptText(page)).toContain("decimals 1");
  await expect(text).toContainText("20 20.1, 80 20.1");
  await expect(page.getByTestId("panel")).toContainText("0.025 digits");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save block.wkt" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("block.wkt");
  expect(readFileSync((await file.path())!, "utf8")).toBe(await text.textContent());
});

test("keys 1 to 6 go to the stations, and the rail carries their key figures", async ({ page }) => {
  await openSheet(page, POND);
  await page.getByTestId("plan").focus();
  for (const [key, title] of Object.entries({
    2: "Flatten",
    3: "Combine",
    4: "Probe",
    5: "Field",
    6: "Hand off",
    1: "Define",
  })) {
    await page.keyboard.press(key);
    await expect(page.getByTestId("panel")).toHaveAccessibleName(`${title} panel`);
  }
  const rail = page.getByRole("navigation", { name: "Stations" });
  await expect(rail).toContainText("3 shapes");
  await expect(rail).toContainText("1 + 0");
});

test("define: a list of shapes is drawn and chosen item by item, and a trail tells its gap and turning number", async ({
  page,
}) => {
  await openSheet(
    page,
    `plan 200 by 160, y down, unit px
stops = each k from 0 to 3: circle((30 + 40 * k, 40), radius: 10)
gear = trail(from: (80, 80), legs: 11 of (12, bend: 33deg), close: yes)
`,
  );
  await expect(page.getByTestId("trail-turns")).toHaveText("1.000000");
  expect(await numberIn(page.getByTestId("trail-gap"))).toBeGreaterThan(0.5);
  const third = await onPage(page, 110, 40);
  await page.mouse.click(third.x, third.y);
  await expect(page.getByTestId("panel")).toContainText("stops 3");
  await page.mouse.move(third.x + 2, third.y);
  await expect(page.getByTestId("cursor-strip")).toContainText("inside stops 3");
  await expect(page.getByRole("navigation", { name: "Stations" })).toContainText("5 shapes");
  await station(page, "Hand off");
  await expect(page.getByTestId("handoff-text")).toContainText("export const stops_3");
});
