import { expect, type Page, test } from "@playwright/test";
import { onPage, openSheet, savedScript } from "./support";

const SHEET = `plan 200 by 160, y down, unit px
tolerance 0.2
pond = path("M 20 80 C 40 0 160 0 180 80 S 60 150 20 80 Z")
`;
const scriptIs = (page: Page, text: string) => expect.poll(() => savedScript(page)).toContain(text);
const vertices = async (page: Page) => Number(await page.getByTestId("flatten-vertices").textContent());

async function openFlatten(page: Page): Promise<void> {
  await openSheet(page, SHEET);
  const at = await onPage(page, 100, 60);
  await page.mouse.click(at.x, at.y);
  await page.keyboard.press("2");
  await expect(page.getByTestId("flatten-mean")).toHaveText(/^0\.\d+$/);
}

async function pick(page: Page, select: string, option: string): Promise<void> {
  const entry = page.locator(`.ant-select-item-option[title="${option}"]`);
  // A click on a list that is still opening is lost on a busy machine.
  await expect(async () => {
    if (!(await entry.isVisible())) await page.getByRole("combobox", { name: select }).click();
    await entry.click({ timeout: 2000 });
    await expect(entry).toBeHidden({ timeout: 1000 });
  }).toPass();
}

test("a shape's own way of flattening is written behind it, changed, and undone", async ({ page }) => {
  await openFlatten(page);
  const before = await vertices(page);
  await pick(page, "how it is flattened", "by count");
  await scriptIs(page, 'Z").flatten(count: 12)');
  await expect.poll(() => vertices(page)).toBe(24);
  await page.getByRole("spinbutton", { name: "chords a curve" }).fill("5");
  await page.keyboard.press("Enter");
  await expect.poll(() => vertices(page)).toBe(10);
  await pick(page, "what the count divides evenly", "even length");
  await scriptIs(page, ".flatten(count: 5, by: length)");
  await pick(page, "how it is flattened", "by error");
  await pick(page, "where vertices lie", "error on both sides");
  await scriptIs(page, ".flatten(0.2, place: balanced)");
  await expect.poll(() => vertices(page)).toBeLessThan(0.8 * before);
  await pick(page, "how it is flattened", "as the sheet");
  await expect.poll(() => savedScript(page)).toBe(SHEET);
  await expect.poll(() => vertices(page)).toBe(before);
  await page.getByRole("button", { name: "Undo" }).click();
  await scriptIs(page, "place: balanced");
});

test("a click on the curve of vertices against tolerance takes that tolerance; spots follow in order", async ({
  page,
}) => {
  await openFlatten(page);
  const chart = page.getByTestId("count-chart").locator("canvas");
  await chart.scrollIntoViewIfNeeded();
  const before = await vertices(page);
  // Points lie a few pixels apart along the curve: one of these is near enough to one of them, once the chart is there.
  await expect(async () => {
    const box = (await chart.boundingBox())!;
    for (let x = 0.35; x < 0.6 && (await vertices(page)) === before; x += 0.02)
      for (let y = 0.2; y < 0.85 && (await vertices(page)) === before; y += 0.04)
        await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
    await expect.poll(() => vertices(page), { timeout: 3000 }).not.toBe(before);
  }).toPass();
  expect(await savedScript(page)).not.toContain("tolerance 0.2\n");
  await page.getByRole("tab", { name: "Magnifier" }).click();
  await expect(page.getByTestId("spot")).toHaveText(/^1 of \d+: 0\.\d+$/);
  await page.getByRole("button", { name: "next worst" }).click();
  await expect(page.getByTestId("spot")).toHaveText(/^2 of \d+: 0\.\d+$/);
  await expect(page.getByRole("img", { name: /^curve and chord, 0\.\d+ apart$/ })).toBeVisible();
  await page.getByRole("tab", { name: "Errors" }).click();
  await expect(page.getByTestId("error-chart").locator("canvas")).toBeVisible();
});

test("a number runs over a range, and the value is found at which two ponds become one", async ({ page }) => {
  await openSheet(
    page,
    `plan 200 by 160, y down, unit px
tolerance 0.05
gap = 30 from 10 to 90
ponds = polygon((20, 20), (60, 20), (60, 60), (20, 60)) union rect((20 + gap, 30), width: 30, height: 20)
halo = circle((60, 120), radius: gap / 3)
`,
  );
  const at = await onPage(page, 60, 120);
  await page.mouse.click(at.x, at.y);
  await page.keyboard.press("2");
  await page.getByRole("tab", { name: "Sweep" }).click();
  await expect(page.getByTestId("sweep-changes")).toContainText("1 piece, 0 holes throughout");
  await page.getByRole("cell", { name: "ponds", exact: true }).click();
  await page.getByRole("tab", { name: "Sweep" }).click();
  await expect(page.getByTestId("sweep-changes")).toContainText("gap 40.0000: 1 piece, 0 holes → 2 pieces, 0 holes");
  await page.getByRole("spinbutton", { name: "last value" }).fill("39");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("sweep-changes")).toContainText("1 piece, 0 holes throughout");
});

test("a long sweep shows how far it is, stops at once, and runs again to its end", async ({ page }) => {
  await openSheet(
    page,
    `plan 200 by 160, y down, unit px
tolerance 0.001
size = 40 from 10 to 90
bed = union (each k from 0 to 11: ellipse((100, 80), rx: size, ry: 30).rotate(k * 15deg))
`,
  );
  const at = await onPage(page, 100, 80);
  await page.mouse.click(at.x, at.y);
  await page.keyboard.press("2");
  await page.getByRole("tab", { name: "Sweep" }).click();
  const share = page.getByRole("progressbar");
  await expect(share).toBeVisible();
  await page.getByRole("button", { name: "Stop" }).click();
  await page.getByRole("button", { name: "Run again" }).click();
  await expect(page.getByTestId("sweep-changes")).toContainText("throughout", { timeout: 60_000 });
  await expect(share).toHaveCount(0);
});

test("a setting is kept as A, compared with the next one, and taken again", async ({ page }) => {
  await openFlatten(page);
  const before = await vertices(page);
  await page.getByRole("tab", { name: "A and B" }).click();
  await page.getByRole("button", { name: "Keep this setting as A" }).click();
  await pick(page, "how it is flattened", "by count");
  const row = page.getByTestId("compare").getByRole("row", { name: /^vertices/ });
  await expect(row).toHaveText(new RegExp(`^vertices${before}24${before > 24 ? "−" : ""}${Math.abs(24 - before)}$`));
  // A is still there after a look at something else.
  await page.getByRole("tab", { name: "Counts" }).click();
  await page.getByRole("tab", { name: "A and B" }).click();
  await page.getByRole("button", { name: "Take A again" }).click();
  await scriptIs(page, ".flatten(0.2)");
  await expect.poll(() => vertices(page)).toBe(before);
  await page.getByRole("button", { name: "Undo" }).click();
  await scriptIs(page, ".flatten(count: 12)");
});

test("a shape is cut into triangles, drawn and counted", async ({ page }) => {
  await openFlatten(page);
  const corners = await vertices(page);
  await page.getByRole("tab", { name: "Triangles" }).click();
  await expect(page.getByTestId("triangles")).toHaveText(String(corners - 2));
  const angle = async () => Number.parseFloat((await page.getByTestId("least-angle").textContent()) ?? "");
  const before = await angle();
  await page.getByText("even angles", { exact: true }).click();
  await expect.poll(angle).toBeGreaterThan(before);
  await expect(page.getByTestId("triangles")).toHaveText(String(corners - 2));
  await page.getByText("convex pieces", { exact: true }).click();
  await expect.poll(async () => Number(await page.getByTestId("triangles").textContent())).toBeLessThan(corners / 3);
  await expect(page.getByTestId("overdraw")).toHaveText("1.0000");
  await page.getByText("fans", { exact: true }).click();
  await expect(page.getByTestId("triangles")).toHaveText(String(corners - 2));
});

test("a tolerance told in pixels at a magnification is written, for the sheet and for one shape", async ({ page }) => {
  await openFlatten(page);
  const field = (name: string) => page.getByRole("spinbutton", { name, exact: true });
  await field("tolerance in pixels").fill("0.5");
  await field("tolerance in pixels").press("Enter");
  await scriptIs(page, "tolerance 0.5\n");
  await field("magnification of the target").fill("8");
  await field("magnification of the target").press("Enter");
  await scriptIs(page, "tolerance 0.0625\n");
  await pick(page, "how it is flattened", "by pixels");
  await scriptIs(page, ".flatten(pixels: 0.25, magnification: 8)");
  await field("its ratio").fill("2");
  await field("its ratio").press("Enter");
  await scriptIs(page, ".flatten(pixels: 0.25, magnification: 8, ratio: 2)");
  await expect(page.getByTestId("flatten-error")).toHaveText(/^0\.01[45]\d+$/);
});

test("pixels differ from those of the true curve where chords are long, and hardly where they are short", async ({
  page,
}) => {
  await openFlatten(page);
  await page.getByRole("tab", { name: "Pixels" }).click();
  const differing = async () => Number(await page.getByTestId("pixels-differing").textContent());
  await expect.poll(differing).toBeGreaterThan(20);
  await expect(page.getByRole("img", { name: "true curve, exact coverage" })).toBeVisible();
  const field = page.getByRole("spinbutton", { name: "tolerance, typed" });
  await field.fill("0.0005");
  await field.press("Enter");
  await expect.poll(differing).toBeLessThan(3);
  await expect(page.getByTestId("pixels-coverage")).toHaveText(/^±0\.0\d%$/);
});
