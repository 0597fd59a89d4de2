import { expect, test } from "@playwright/test";
import { appendScript, onPage, openSheet, POND, saved, scriptText, station, writeScript } from "./support";

test("dragging a centre rewrites its numbers, live, as one step that can be undone", async ({ page }) => {
  await openSheet(page, POND);
  const from = await onPage(page, 80, 60);
  const to = await onPage(page, 60, 100);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 5 });
  await expect.poll(() => scriptText(page)).not.toContain("(80, 60)");
  await page.mouse.move(to.x, to.y, { steps: 5 });
  await page.mouse.up();
  await expect.poll(() => scriptText(page)).toContain("circle((60, 100), radius: 40)");
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  expect(await scriptText(page)).toBe(POND);
  await page.getByRole("button", { name: "Redo" }).click();
  expect(await scriptText(page)).toContain("(60, 100)");
});

test("dragging a vertex of a polygon that is moved puts it under the pointer", async ({ page }) => {
  await openSheet(
    page,
    "plan 200 by 160, y down, unit px\nflag = polygon((10, 10), (60, 10), (10, 50)).move(40, 30)\n",
  );
  const from = await onPage(page, 100, 40);
  const to = await onPage(page, 120, 60);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => scriptText(page)).toContain("(80, 30)");
});

test("dragging the corner of what is turned about its own centre takes the whole shape under the pointer", async ({
  page,
}) => {
  await openSheet(page, "plan 200 by 160, y down\nslab = rect((60, 40), width: 60, height: 30).rotate(180deg)\n");
  const [from, to] = [await onPage(page, 120, 70), await onPage(page, 130, 60)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => scriptText(page)).toContain("(70, 30)");

  // What is fitted into a box stays there wherever its centre was.
  await writeScript(
    page,
    "plan 120 by 100, y down\nburst = star(4, at: (20, 20), outer: 12, inner: 5).fit((10, 10), width: 60, height: 60)\n",
  );
  await expect(page.getByTestId("define-vertices")).toHaveText("8");
  const [middle, aside] = [await onPage(page, 40, 40), await onPage(page, 50, 45)];
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.down();
  await page.mouse.move(aside.x, aside.y, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText("Dragging cannot move this: a later step")).toHaveCount(1);
  expect(await scriptText(page)).toContain("at: (20, 20)");
});

test("dragging a control point of path data rewrites that number", async ({ page }) => {
  await openSheet(page, 'plan 200 by 160, y down, unit px\nleaf = path("M 20 80 Q 100 10 180 80 L 100 140 Z")\n');
  const from = await onPage(page, 100, 10);
  const to = await onPage(page, 100, 40);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => scriptText(page)).toContain("M 20 80 Q 100 40 180 80 L 100 140 Z");
});

test("the cursor strip tells coordinates, side and distance of the chosen shape", async ({ page }) => {
  await openSheet(page, POND);
  const pond = await onPage(page, 60, 60);
  await page.mouse.click(pond.x, pond.y);
  await page.mouse.move(pond.x + 1, pond.y);
  const strip = page.getByTestId("cursor-strip");
  await expect(strip).toContainText("inside pond");
  await expect(strip).toContainText("also in both");
  await expect(page.getByTestId("strip-distance")).toHaveText(/^−(19|20)\.\d{3}$/);
  const outside = await onPage(page, 80, 130);
  await page.mouse.move(outside.x, outside.y);
  await expect(strip).toContainText("outside pond");
  await expect(page.getByTestId("strip-distance")).toHaveText(/^(29|30)\.\d{3}$/);
});

test("the wheel zooms at the pointer, dragging moves the plan, fit brings it back", async ({ page }) => {
  await openSheet(page, POND);
  const camera = async () => JSON.parse((await page.getByTestId("plan").getAttribute("data-camera"))!);
  const start = await camera();
  const place = await onPage(page, 20, 140);
  await page.mouse.move(place.x, place.y);
  await page.mouse.wheel(0, -600);
  await expect.poll(async () => (await camera()).scale).toBeGreaterThan(2 * start.scale);
  const still = await onPage(page, 20, 140);
  expect(Math.hypot(still.x - place.x, still.y - place.y)).toBeLessThan(2);
  await page.mouse.down();
  await page.mouse.move(place.x + 80, place.y - 50, { steps: 4 });
  await page.mouse.up();
  const shift = async () => {
    const moved = await onPage(page, 20, 140);
    return [Math.round((moved.x - place.x) / 10), Math.round((moved.y - place.y) / 10)];
  };
  await expect.poll(shift).toEqual([8, -5]);
  await page.getByRole("button", { name: "Fit" }).click();
  await expect.poll(async () => (await camera()).scale).toBeCloseTo(start.scale, 9);
  await page.getByTestId("plan").focus();
  await page.keyboard.press("+");
  await expect.poll(async () => (await camera()).scale).toBeGreaterThan(start.scale);
});

test("an upward y axis is drawn upwards", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y up, unit mm\na = circle((50, 80), radius: 10)\n");
  const [low, high] = [await onPage(page, 50, 0), await onPage(page, 50, 80)];
  expect(high.y).toBeLessThan(low.y);
  await page.mouse.move(high.x, high.y);
  await expect(page.getByTestId("cursor-strip")).toContainText("y up · unit mm");
  await expect(page.getByTestId("strip-side")).toHaveText("inside");
});

test("mistakes are said at their place, the plan keeps what can be computed, and the mend is noticed", async ({
  page,
}) => {
  await openSheet(page, POND);
  await appendScript(page, "hut = rect((10, 10), widht: 30, height: 20)\nyard = both difference hut\n");
  const mistakes = page.getByTestId("mistakes");
  await expect(mistakes).toContainText('6:22 "rect" has no argument "widht"; did you mean "width"?');
  await expect(mistakes).toContainText('7:24 "hut" has an error');
  await expect(page.locator(".margin-error")).toHaveCount(2);
  await expect(page.getByTestId("define-vertices")).not.toHaveText("0");
  await mistakes.getByRole("button").first().click();
  await page.keyboard.press("Control+Shift+ArrowRight");
  await page.keyboard.insertText("width");
  await expect(mistakes).toHaveCount(0);
  await expect(page.locator(".margin-note", { hasText: "600.0" })).toBeVisible();
});

test("a script that runs long can be cancelled, and typing goes on meanwhile", async ({ page }) => {
  await openSheet(page, POND.split("pond =")[0]);
  const fine = (name: string) => `${name} = circle((80, 60), radius: 40).flatten(1e-9)\n`;
  await writeScript(page, `${POND}${["p", "q", "r", "s", "t"].map(fine).join("")}`);
  await expect(page.getByText(/^computing [p-t]$/)).toBeVisible();
  await expect(page.getByText("Its shapes are shown when that is done.")).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Stations" })).not.toContainText("0 shapes");
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByText("the evaluation was cancelled")).toBeVisible();
  await writeScript(page, POND.replace("radius: 40", "radius: 20"));
  await expect(page.locator(".margin-note", { hasText: /1,2\d\d\.\d/ })).toBeVisible();
  await station(page, "Flatten");
});

test("the script is renamed, tidied and searched from its menu, each undone in one step", async ({ page }) => {
  await openSheet(page, POND.replace("pond = ", "pond   =   "));
  await page.locator(".cm-line", { hasText: "circle" }).click();
  await page.keyboard.press("Home");
  const menu = async (item: string) => {
    const entry = page.getByRole("menuitem", { name: item });
    // A click on a menu that is still opening is lost on a busy machine.
    await expect(async () => {
      if (!(await entry.isVisible())) await page.getByRole("button", { name: "Edit", exact: true }).click();
      await entry.click({ timeout: 2000 });
      await expect(entry).toBeHidden({ timeout: 1000 });
    }).toPass();
  };
  await menu("Rename everywhere");
  await expect(page.getByRole("dialog")).toContainText("Rename pond in 2 places");
  await page.getByRole("textbox", { name: "New name" }).fill("lake");
  await page.keyboard.press("Enter");
  await expect.poll(() => scriptText(page)).toContain("both = lake union stone");
  await menu("Tidy up");
  await expect.poll(() => scriptText(page)).toContain("lake  = circle");
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).toContain("both = pond union stone");
  await menu("Find and replace");
  await expect(page.locator(".cm-search")).toBeVisible();
});

test("an outline is clicked corner by corner, taken back, cancelled, and closed into a script line", async ({
  page,
}) => {
  await openSheet(page, POND);
  const click = async (x: number, y: number) => {
    const place = await onPage(page, x, y);
    await page.mouse.click(place.x, place.y);
  };
  await page.getByRole("button", { name: "Click an outline" }).click();
  await click(20, 120);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Click an outline" }).click();
  for (const [x, y] of [
    [20, 110],
    [60, 110],
    [90, 20],
  ])
    await click(x, y);
  await page.keyboard.press("Backspace");
  await click(60, 150);
  await expect(page.getByText("Click the first corner, or press Enter")).toBeVisible();
  await click(20, 110);
  await expect.poll(() => scriptText(page)).toMatch(/outline = polygon\(\(20, 110\), \(60, 110\), \(60, 150\)\)/);
  await expect(page.locator(".margin-note", { hasText: "800.0" })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("outline");
});
