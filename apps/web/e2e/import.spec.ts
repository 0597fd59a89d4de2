import { expect, test } from "@playwright/test";
import { openSheet, POND, saved, savedScript } from "./support";

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="90" viewBox="0 0 120 90">
  <g transform="translate(10 5)"><rect id="green" x="4" y="6" width="60" height="30" rx="5"/></g>
  <text x="5" y="80">Hole 4</text>
</svg>`;

/** A star of many vertices, as CSV. */
const POINTS = Array.from({ length: 600 }, (_, i) => {
  const [angle, radius] = [(i * Math.PI) / 300, i % 2 ? 30 : 40];
  return `${(60 + radius * Math.cos(angle)).toFixed(3)},${(60 + radius * Math.sin(angle)).toFixed(3)}`;
});

test("pasted SVG becomes script lines; what cannot be taken over is listed; undo takes it back", async ({ page }) => {
  await openSheet(page, POND);
  await page.getByRole("button", { name: "Import" }).click();
  await page.getByLabel("Text to import").fill(SVG);
  const preview = page.getByTestId("import-preview");
  await expect(preview).toContainText("SVG: 1 outline");
  await expect(preview).toContainText("green = rect(");
  await expect(preview).toContainText("text");
  await page.getByRole("button", { name: "Add to the script" }).click();
  await expect.poll(() => savedScript(page)).toContain("green = rect(");
  await expect(page.getByTestId("panel")).toContainText("green");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => savedScript(page)).toBe(POND);
});

test("a text that is nothing known says what was expected, and cannot be added", async ({ page }) => {
  await openSheet(page, POND);
  await page.getByRole("button", { name: "Import" }).click();
  await page.getByLabel("Text to import").fill("a walk in the park");
  await expect(page.getByTestId("import-problem")).toBeVisible();
  await expect(page.getByRole("button", { name: "Add to the script" })).toBeDisabled();
});

test("a large file dropped on the desk is attached, survives a reload, and can be removed when unused", async ({
  page,
}) => {
  await openSheet(page, POND);
  const dropped = await page.evaluateHandle(
    (text) => {
      const data = new DataTransfer();
      data.items.add(new File([text], "stops.csv", { type: "text/csv" }));
      return data;
    },
    `x,y\n${POINTS.join("\n")}\n`,
  );
  await page.getByTestId("plan").dispatchEvent("drop", { dataTransfer: dropped });
  await expect(page.getByTestId("import-preview")).toContainText('points("stops.csv")');
  await page.getByRole("button", { name: "Add to the script" }).click();
  await expect.poll(() => savedScript(page)).toContain('stops = points("stops.csv")');
  await expect(page.getByText("600 items")).toBeVisible();

  await page.reload();
  await expect(page.getByText("600 items")).toBeVisible();
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByTestId("attached")).toContainText("named in the script");
  await page.keyboard.press("Escape");
  await page.getByRole("textbox", { name: "Script" }).click();
  await page.keyboard.press("Control+a");
  await page.keyboard.insertText(POND);
  await saved(page);
  await page.getByRole("button", { name: "Import" }).click();
  await page.getByRole("button", { name: "Remove stops.csv" }).click();
  await expect(page.getByTestId("attached")).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(page.getByTestId("attached")).toContainText("stops.csv");
});

test("text pasted on the plan opens the import with it", async ({ page }) => {
  await openSheet(page, POND);
  await page.getByTestId("plan").focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData("text/plain", "M 10 10 H 50 V 40 Z");
    document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true }));
  });
  await expect(page.getByTestId("import-preview")).toContainText("path data: 1 outline");
});

test("All sheets makes a sheet of a text, with its size and axis sense, and duplicates attachments", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Import" }).click();
  const ring = POINTS.map((point) => point.split(",").map(Number));
  const geometry = JSON.stringify({ type: "Polygon", coordinates: [[...ring, ring[0]]] });
  await page.locator("input[type=file]").setInputFiles({
    name: "shore line.geojson",
    mimeType: "application/geo+json",
    buffer: Buffer.from(geometry),
  });
  await expect(page.getByTestId("import-preview")).toContainText('outline("shore line.geojson")');
  await page.getByRole("button", { name: "Make a sheet of it" }).click();
  await expect(page.getByTestId("panel")).toContainText("shore_line", { timeout: 20_000 });
  expect(await savedScript(page)).toContain("plan 100 by 100, y up");
  await page.getByRole("button", { name: "All sheets" }).click();
  await page.getByRole("button", { name: "More for shore line", exact: true }).click();
  await page.getByRole("menuitem", { name: "Duplicate" }).click();
  await page.getByRole("button", { name: "Open shore line (copy)" }).click();
  await expect(page.getByTestId("define-vertices")).toHaveText("600");
});

test("a large file is one attachment, chosen from a table, and the plan reaches over it", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y down, unit px\n");
  const isle = (name: string, x: number) => ({
    type: "Feature",
    properties: { name },
    geometry: {
      type: "Polygon",
      coordinates: [Array.from({ length: 801 }, (_, i) => [x + 50 * Math.cos(i / 127.3), 50 * Math.sin(i / 127.3)])],
    },
  });
  const features = [isle("north", -200), isle("south", 0), isle("west", 200)];
  for (const { geometry } of features) geometry.coordinates[0][800] = geometry.coordinates[0][0];
  const content = JSON.stringify({ type: "FeatureCollection", features });
  await page.getByRole("button", { name: "Import" }).click();
  await page.setInputFiles("input[type=file]", {
    name: "isles.geojson",
    mimeType: "application/json",
    buffer: Buffer.from(content),
  });
  const preview = page.getByTestId("import-preview");
  await expect(preview).toContainText('isles = outlines("isles.geojson")');
  await expect(preview).toContainText("isles.geojson is attached to the sheet");
  await page.getByText("chosen ones, each with a name").click();
  await expect(preview).toContainText('south = outline("isles.geojson", "south")');
  await preview.locator(".ant-table-row", { hasText: "north" }).getByRole("checkbox").uncheck();
  await expect(page.getByTestId("import-fits")).toContainText("-250 to 250 by -50 to 50, y up");
  await expect(preview).not.toContainText("upside down");
  await page.getByTestId("import-fits").click();
  await expect(preview).toContainText("upside down");
  await page.getByTestId("import-fits").click();
  await page.getByRole("button", { name: "Add to the script" }).click();
  await expect.poll(() => savedScript(page)).toContain("plan -250 to 250 by -50 to 50, y up, unit px");
  expect(await savedScript(page)).not.toContain("north");
  await expect(page.getByTestId("mistakes")).toHaveCount(0);
});
