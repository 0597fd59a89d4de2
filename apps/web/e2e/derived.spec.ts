import { expect, type Page, test } from "@playwright/test";
import { onPage, openSheet, savedScript, scriptText } from "./support";

async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const [p, q] = [await onPage(page, ...from), await onPage(page, ...to)];
  await page.mouse.move(p.x, p.y);
  await page.mouse.down();
  await page.mouse.move(q.x, q.y, { steps: 6 });
  await page.mouse.up();
}

test("the radius of rounded corners, a stroke's width and a hatch's step are dragged on the plan", async ({ page }) => {
  await openSheet(page, "plan 200 by 160, y down, unit px\nlane = rect((20, 20), width: 80, height: 100).round(20)\n");
  // The middle of the first arc, 20 (√2 − 1) along the bisector.
  await drag(page, [25.858, 25.858], [30.787, 30.787]);
  await expect.poll(() => scriptText(page)).toMatch(/round\(3[67](\.\d+)?\)/);
  await openSheet(page, "plan 200 by 160, y down, unit px\nrope = polyline((20, 80), (180, 80)).stroke(20)\n");
  await drag(page, [100, 70], [100, 60]);
  await expect.poll(() => scriptText(page)).toContain("stroke(40)");
  await openSheet(
    page,
    "plan 200 by 160, y down, unit px\nrough = rect((20, 20), width: 100, height: 100).hatch(30)\n",
  );
  await drag(page, [70, 30], [70, 40]);
  await expect.poll(() => scriptText(page)).toContain("hatch(40)");
});

test("measures tell moments, circles and boxes of a shape, and write them into the script", async ({ page }) => {
  await openSheet(page, "plan 200 by 160, y down, unit px\nlane = rect((20, 20), width: 80, height: 60)\n");
  await page.getByRole("tab", { name: "Measures" }).click();
  const measures = page.getByTestId("measures");
  await expect(measures.getByTestId("measured-area")).toHaveText("4,800.000");
  await expect(measures.getByTestId("centroid-x")).toHaveText("60.000");
  await expect(measures).toContainText("radius 50.000 at 60.000, 50.000");
  await measures.getByRole("button", { name: "Write the smallest circle around" }).click();
  await expect.poll(() => savedScript(page)).toContain("lane_form = lane.enclose()");
});

test("what does not fit on a side is said where it is written", async ({ page }) => {
  await openSheet(page, "plan 200 by 160, y down, unit px\nlane = rect((20, 20), width: 80, height: 60).round(50)\n");
  await expect(
    page.getByText("corners 0, 1, 2, 3: a radius of 50 does not fit and is reduced to 30").first(),
  ).toBeAttached();
});
