import { expect, type Page, test } from "@playwright/test";
import { chooseForm, onPage, openSheet, scriptText, station } from "./support";

const PONDS = `plan 200 by 160, y down, unit px
tolerance 0.05
pond = circle((70, 70), radius: 40)
reed = ellipse((110, 80), rx: 45, ry: 25)
star = path("M 130 120 L 190 120 L 141 156 L 160 100 L 179 156 Z", fill: nonzero)
`;

async function clickPlan(page: Page, x: number, y: number): Promise<void> {
  const at = await onPage(page, x, y);
  await page.mouse.click(at.x, at.y);
}

async function areaIn(page: Page, name: string): Promise<number> {
  const text = await page
    .getByRole("button", { name: new RegExp(`^${name} `) })
    .locator(".mono")
    .textContent();
  return Number(text!.replace(/,/g, ""));
}

test("operands are chosen on the plan and in the script, seen in all four ways, written, and taken further", async ({
  page,
}) => {
  await openSheet(page, PONDS);
  await station(page, "Combine");
  const operands = page.getByTestId("operands").getByRole("listitem");
  await expect(operands).toHaveText([/^star/]);
  const expression = page.getByTestId("choice-expression");
  await clickPlan(page, 40, 70);
  await expect(expression).toHaveText("star union pond");
  await page.getByRole("button", { name: "leave out star" }).click();
  // A name in the script is as good as the shape.
  await page.locator(".cm-line", { hasText: "reed" }).getByText("reed", { exact: true }).click();
  await expect(expression).toHaveText("pond union reed");
  await expect.poll(() => areaIn(page, "union")).toBeGreaterThan(6500);
  const [union, intersection, xor] = await Promise.all(["union", "intersection", "xor"].map((n) => areaIn(page, n)));
  expect(union - intersection).toBeCloseTo(xor, 0);
  await page.getByRole("button", { name: "Put first" }).click();
  await expect(expression).toHaveText("reed union pond");
  await page.getByRole("button", { name: "Write it" }).click();
  await expect.poll(() => scriptText(page)).toContain("combined = reed union pond");

  await page.getByRole("button", { name: "Combine further" }).click();
  await expect(operands).toHaveText([/^combined/]);
  await clickPlan(page, 145, 121);
  await page.getByRole("combobox", { name: "fill rule of star" }).click();
  await page.getByTitle("evenodd").click();
  await expect(expression).toHaveText("combined union star.fill(evenodd)");
  await page.getByRole("button", { name: /^xor / }).click();
  await page.getByRole("button", { name: "Write it" }).click();
  await expect.poll(() => scriptText(page)).toContain("combined2 = combined xor star.fill(evenodd)");
  const chain = page.getByTestId("chain");
  await expect(chain).toContainText("combined union then combined2 xor");
  await page.getByRole("tab", { name: "Operations" }).click();
  await expect(page.getByTestId("balance-chart")).toBeVisible();
  await expect(
    page
      .getByRole("row", { name: /^outer 1/ })
      .locator("[title]")
      .last(),
  ).toHaveAttribute("title", /reed: 1 segment/);
  await chain.getByRole("button", { name: "Step back" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("combined2");
  await expect(chain).toContainText("combined union");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).toContain("combined2 = combined xor star.fill(evenodd)");
});

test("the preview follows a shape that is dragged", async ({ page }) => {
  await openSheet(page, PONDS);
  await station(page, "Combine");
  await page.getByRole("button", { name: "leave out star" }).click();
  await clickPlan(page, 40, 70);
  await clickPlan(page, 148, 80);
  await expect.poll(() => areaIn(page, "intersection")).toBeGreaterThan(1000);
  const before = await areaIn(page, "intersection");
  await page.locator(".cm-line", { hasText: "pond" }).getByText("radius", { exact: true }).click();
  const [from, to] = [await onPage(page, 70, 70), await onPage(page, 55, 70)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  // The button is still held.
  await expect.poll(() => areaIn(page, "intersection")).toBeLessThan(before - 100);
  await page.mouse.up();
  await expect.poll(() => scriptText(page)).toContain("pond = circle((55, 70), radius: 40)");
});

test("a line that is clicked cuts in two, an area is cut out, and both are seen before they are written", async ({
  page,
}) => {
  await openSheet(page, PONDS.replace(/star.*\n/, "").replace(/reed.*\n/, ""));
  await station(page, "Combine");
  await page.getByRole("tab", { name: "Cut" }).click();
  await clickPlan(page, 70, 20);
  await clickPlan(page, 70, 120);
  await expect(page.getByTestId("cut-length")).toHaveText("100.000");
  await expect(page.getByTestId("cut-pieces")).toHaveText("2");
  await clickPlan(page, 90, 140);
  await page.keyboard.press("Backspace");
  await expect(page.getByTestId("cut-expression")).toHaveText("pond.cut((70, 20), (70, 120))");
  await page.getByRole("button", { name: "Write it" }).click();
  await expect.poll(() => scriptText(page)).toContain("pieces = pond.cut((70, 20), (70, 120))");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("pieces");

  await page.getByText("cut out an area").click();
  for (const [x, y] of [
    [60, 60],
    [80, 60],
    [80, 80],
    [60, 80],
  ])
    await clickPlan(page, x, y);
  await expect(page.getByRole("row", { name: /cut out/ })).toContainText("400.000");
  await page.getByRole("button", { name: "Write it" }).click();
  await expect
    .poll(() => scriptText(page))
    .toContain("rest = pond difference polygon((60, 60), (80, 60), (80, 80), (60, 80))");
  await expect.poll(() => scriptText(page)).toContain("piece = pond intersection polygon(");
});

test("a combined shape is handed off with its true curves", async ({ page }) => {
  await openSheet(page, `${PONDS}both = pond union reed\nlake = both difference circle((70, 70), radius: 10)\n`);
  await station(page, "Combine");
  await page.getByText("true curves", { exact: true }).click();
  await expect.poll(() => scriptText(page)).toContain('emit lake as svg-curves, decimals 3, to "lake.txt"');
  await page.getByText("straight edges", { exact: true }).click();
  await expect.poll(() => scriptText(page)).toContain('emit lake as svg-path, decimals 3, to "lake.txt"');
  await station(page, "Hand off");
  await chooseForm(page, "SVG curves");
  await expect(page.getByTestId("handoff-text")).toContainText(/^M .*A 45 25 0 0 1 .*A 40 40 0 0 1 .* Z/);
  await expect(page.getByTestId("handoff-text")).toContainText("A 10 10 0 0 0");
});
