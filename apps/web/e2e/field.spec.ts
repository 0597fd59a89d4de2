import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { onPage, openSheet, scriptText, station } from "./support";

const SOFT =
  "plan 200 by 160, y down, unit px\ntolerance 0.1\nlane = rect((40, 40), width: 90, height: 70)\npond = circle((140, 90), radius: 30)\nsoft = blend(lane, pond, radius: 24)\nrelief = field(soft, cell: 4, reach: 20)\n";

const tab = (page: Page, name: string) => page.getByRole("tab", { name }).click();
const choose = (page: Page, name: string) => page.getByTestId("script").getByText(name).first().click();

async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const [start, end] = [await onPage(page, ...from), await onPage(page, ...to)];
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move(end.x, end.y, { steps: 6 });
  await page.mouse.up();
}

test("a composed distance says what it is worth, and is held against the exact one", async ({ page }) => {
  await openSheet(page, SOFT);
  await station(page, "Field");
  await choose(page, "soft");
  await expect(page.getByTestId("field-worth")).toContainText("A lower bound on both sides");
  await expect(page.getByTestId("field-steepest")).toHaveText("1.0000");
  expect(Number(await page.getByTestId("field-mean-off").textContent())).toBeGreaterThan(0);
  // The radius as it is written is on a slider; typed, it is one step to be undone.
  await page.getByRole("slider", { name: "radius" }).press("ArrowRight");
  await expect.poll(() => scriptText(page)).toContain("radius: 25)");
  await page.getByLabel("radius, typed").fill("12.5");
  await page.getByLabel("radius, typed").press("Enter");
  await expect.poll(() => scriptText(page)).toContain("radius: 12.5)");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).toContain("radius: 25)");
  for (const aspect of ["exact", "difference", "steepness", "as composed"])
    await page.getByTestId("panel").getByText(aspect, { exact: true }).click();
  const at = await onPage(page, 100, 20);
  await page.mouse.move(at.x - 2, at.y);
  await page.mouse.move(at.x, at.y);
  await expect(page.getByTestId("strip-side")).toHaveText("outside");
  await expect(page.getByTestId("strip-gradient")).toHaveText(/^−?0\.\d\d, −1\.00$|^0\.00, −1\.00$/);
  await tab(page, "Section");
  await drag(page, [20, 75], [190, 80]);
  await expect(page.getByTestId("section-zeros")).toHaveText("2");
  await expect(page.getByTestId("panel")).toContainText("Dashed: the exact distance");
  await tab(page, "March");
  await drag(page, [10, 150], [60, 100]);
  await expect(page.getByTestId("march-steps")).toContainText("soft is met");
});

test("where there are no shapes, the field that was composed last is shown at every turn, and handed off at once", async ({
  page,
}) => {
  const script =
    "plan 100 by 100, y down, unit px\nspokes = distance(capsule((72, 50), (84, 54), radius: 3)).around((50, 50), 30)\n";
  await openSheet(page, `${script}wheel = field(spokes, cell: 1)\n`);
  const at = await onPage(page, 78, 52);
  const pointAt = async (): Promise<void> => {
    await page.mouse.move(at.x - 3, at.y);
    await page.mouse.move(at.x, at.y);
    await expect(page.getByTestId("strip-side")).toHaveText("inside");
  };
  await pointAt();
  await station(page, "Field");
  await expect(page.getByTestId("field-worth")).toContainText("outside");
  await expect(page.getByTestId("panel")).toContainText("wheel");
  await station(page, "Hand off");
  await expect(page.getByTestId("panel")).toContainText("wheel.png");
  await pointAt();
  await station(page, "Define");
  await page.getByRole("button", { name: "Make its contour a shape" }).click();
  await expect.poll(() => scriptText(page)).toContain("level = contour(wheel)");
  await expect(page.getByTestId("panel")).toContainText("2 subpaths");
});

test("each distance of the sheet can be chosen in the panel, those in lists too", async ({ page }) => {
  const script =
    "plan 100 by 100, y down, unit px\nplanks = (distance(rect((10, 10), width: 60, height: 12)), distance(circle((50, 70), radius: 20)).shell(4))\npad = circle((80, 20), radius: 5)\n";
  await openSheet(page, script);
  await station(page, "Field");
  const chosen = page.getByTestId("panel").locator(".panel-about");
  // What was composed last comes first.
  await expect(chosen).toContainText("planks.at(1)");
  const take = async (name: string): Promise<void> => {
    await page.getByLabel("field that is shown").click();
    await page.locator(".ant-select-item-option").getByText(name, { exact: true }).click();
  };
  await take("distance to pad");
  await expect(page.getByTestId("panel")).toContainText("The script samples no field of pad.");
  await take("planks.at(1)");
  await expect(page.getByTestId("field-worth")).toContainText("outside");
  await tab(page, "Section");
  await drag(page, [20, 70], [80, 70]);
  await expect(page.getByTestId("section-zeros")).toHaveText("4");
  await expect(page.getByTestId("section-steepest")).toHaveText("1.0000");
  // The list itself stands for its first one.
  await take("distance to pad");
  await choose(page, "planks");
  await expect(chosen).toContainText("planks.at(0)");
  await tab(page, "Samples");
  await page.getByRole("button", { name: "Define a field of planks.at(0)" }).click();
  await expect.poll(() => scriptText(page)).toContain("distances = field(planks.at(0), cell: 0.5)");
  await expect(page.getByTestId("panel")).toContainText("sampled in");
});

test("a distance with nothing inside says so at each turn, and what samples miss is counted", async ({ page }) => {
  const script =
    "plan 40 by 40, y up, unit m\npin = circle((20, 20), radius: 1)\ngone = distance(pin).offset(-3)\npins = distance(pin) union distance(circle((8, 8), radius: 5))\n";
  await openSheet(page, `${script}none = field(gone, cell: 1)\ncoarse = field(pins, cell: 5)\n`);
  await station(page, "Field");
  await choose(page, "gone");
  await expect(page.getByTestId("field-most-off")).toHaveText("—");
  await expect(page.getByTestId("panel")).toContainText("Nothing is inside: there is no outline");
  await page.getByLabel("medial axis").check();
  await expect(page.getByTestId("medial-widest")).toHaveText("nothing is inside");
  await tab(page, "Samples");
  await expect(page.getByTestId("grid-reader")).toHaveText("No outline comes within these samples.");
  await choose(page, "coarse");
  await expect(page.getByTestId("reader-missed")).toContainText("1 of 2 parts of the outline");
  await page.getByRole("button", { name: "Take it" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("cell: 5");
  await expect(page.getByTestId("reader-missed")).toHaveCount(0);
});

test("what encloses nothing has no distance, but for that to its lines", async ({ page }) => {
  await openSheet(
    page,
    "plan 0.2 by 0.16, y down, unit m\ntolerance 0.0001\nlane = polyline((0.02, 0.03), (0.1, 0.03))\nnone = lane intersection lane\n",
  );
  await station(page, "Field");
  await expect(page.getByTestId("panel")).toContainText("none is empty: nothing is any distance from it.");
  await choose(page, "lane");
  await expect(page.getByTestId("panel")).toContainText("lane encloses nothing");
  await page.getByRole("button", { name: "Measure from its lines" }).click();
  await expect.poll(() => scriptText(page)).toContain("from_lines = distance(lane, curves: yes)");
  await expect(page.getByTestId("field-worth")).toBeVisible();
  const at = await onPage(page, 0.05, 0.09);
  await page.mouse.move(at.x - 2, at.y);
  await page.mouse.move(at.x, at.y);
  await expect(page.getByTestId("strip-distance")).toContainText("0.06");
  // However small the plan, arrow keys change numbers by little.
  const every = page.getByRole("spinbutton", { name: "contours every" });
  await expect(every).toHaveValue("0.010");
  await every.press("ArrowUp");
  await expect(every).toHaveValue("0.011");
});

test("holding thousands of copies against their union is stopped, and begun again", async ({ page }) => {
  const dots = "distance(circle((20, 20), radius: 19)).repeat(1, 1, columns: 60, rows: 60)";
  await openSheet(page, `plan 100 by 100, y down\ndots = ${dots}\n`);
  await station(page, "Field");
  await page.getByTestId("panel").getByRole("button", { name: "Stop" }).click();
  await expect(page.getByTestId("panel")).toContainText("Stopped.");
  await page.getByRole("button", { name: "Run again" }).click();
  await expect(page.getByTestId("panel")).toContainText("Holding dots against the exact distance");
});

test("samples: the cell that is fine enough is taken, a contour becomes a shape, a file is saved and checked", async ({
  page,
}) => {
  await openSheet(page, SOFT);
  await station(page, "Field");
  // What is sampled of it goes with the distance itself, too.
  await choose(page, "soft");
  await tab(page, "Samples");
  await expect(page.getByTestId("grid-reader")).toContainText("the outline is off by");
  await choose(page, "relief");
  await expect(page.getByTestId("grid-reader")).toContainText("the outline is off by");
  await expect(page.getByTestId("field-took")).toContainText("ms");
  // Each letter is taken, and all of them are one step.
  await page.getByLabel("padding").pressSequentially("12.5");
  await page.getByLabel("padding").press("Enter");
  await expect.poll(() => scriptText(page)).toContain("reach: 20, padding: 12.5)");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("padding");
  // Not before what was undone is sampled again, and read.
  await expect(async () => {
    await page.getByRole("button", { name: "Take it" }).click();
    await expect.poll(() => scriptText(page), { timeout: 2000 }).not.toContain("cell: 4");
  }).toPass();
  const files: string[] = [];
  const saved = new Map<string, Buffer>();
  page.on("download", async (download) => {
    saved.set(download.suggestedFilename(), await readFile(await download.path()));
    files.push(download.suggestedFilename());
  });
  await page.getByRole("button", { name: "Save with its mapping" }).click();
  await expect.poll(() => files.sort()).toEqual(["relief.json", "relief.png"]);
  expect(JSON.parse(saved.get("relief.json")!.toString())).toMatchObject({ unit: "px", offset: -20 });
  await page.getByLabel("contour at").fill("-5");
  await page.getByRole("button", { name: "Make it a shape" }).click();
  await expect.poll(() => scriptText(page)).toContain("level = contour(relief, at: -5)");
  // At once, while it is still being evaluated.
  await choose(page, "level");
  await expect(page.getByTestId("panel")).toContainText("distance to level");
});

test("a shape's own distance, and somebody's samples: the cause is said, and a bad file what was expected", async ({
  page,
}) => {
  await openSheet(page, SOFT);
  await station(page, "Field");
  await choose(page, "pond");
  await tab(page, "Worth");
  await expect(page.getByTestId("field-worth")).toContainText("Exact on both sides");
  await page.getByText("medial axis").click();
  await expect(page.getByTestId("medial-widest")).toContainText("no line is long enough to be seen here");
  await choose(page, "lane");
  await expect(page.getByTestId("medial-widest")).toContainText("widest circle inside: radius 35");
  await choose(page, "pond");
  await tab(page, "Check mine");
  const rows = Array.from({ length: 40 }, (_, r) =>
    Array.from({ length: 50 }, (_, c) => 30 - Math.hypot(4 * c + 2 - 140, 4 * r + 2 - 90)).join(),
  );
  const open = (text: string) =>
    page
      .getByLabel("file of samples")
      .setInputFiles({ name: "mine.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await open(rows.join("\n"));
  await expect(page.getByTestId("check-verdict")).toHaveText("Inside and outside swapped.");
  const aside = rows.map((row, r) => (r < 20 ? row : row.replace(/,[^,]*$/, ",7")));
  await open(aside.join("\n"));
  await expect(page.getByTestId("check-off")).toHaveText("20 samples");
  await expect(page.getByTestId("check-verdict")).toHaveText("Inside and outside swapped.");
  const saving = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save these as CSV" }).click();
  const differences = (await readFile(await (await saving).path())).toString().trim().split("\n");
  expect(differences.length).toBe(21);
  expect(differences[0]).toBe("x,y,theirs,ours,difference");
  const floats = Float32Array.from({ length: 2000 }, (_, i) => {
    return Math.hypot(4 * (i % 50) + 2 - 140, 4 * Math.floor(i / 50) + 2 - 90) - 30;
  });
  await page
    .getByLabel("file of samples")
    .setInputFiles({ name: "mine.bin", mimeType: "application/octet-stream", buffer: Buffer.from(floats.buffer) });
  // The size is guessed by the plan's sides.
  await page.getByRole("button", { name: "Read them so" }).click();
  await expect(page.getByTestId("check-verdict")).toContainText("As ours but for");
  await open("1,2\n3\n");
  await expect(page.getByTestId("panel")).toContainText(
    "CSV, line 2: expected 2 numbers as on the first line, found 1",
  );
});

test("where an edge is nearest, and the samples themselves where they can be read", async ({ page }) => {
  await openSheet(page, `${SOFT}marks = field(lane, cell: 5)\n`);
  await station(page, "Field");
  await choose(page, "marks");
  await tab(page, "Samples");
  await expect(page.getByTestId("grid-reader")).toContainText("is off by");
  // On a grid that its sides run through, only the corners are cut.
  await expect(page.getByTestId("reader-corners")).not.toHaveText("none");
  await expect(page.getByTestId("reader-elsewhere")).toHaveText("0");
  await tab(page, "Worth");
  await page.getByText("region of the nearest edge").click();
  const at = await onPage(page, 80, 50);
  await page.mouse.move(at.x - 3, at.y);
  await page.mouse.move(at.x, at.y);
  // A trapezium inside, and what lies above of the plan and a quarter of it around.
  await expect(page.getByTestId("edge-region")).toHaveText(/^edge 1·\d: 100\d\d px² are nearest to it$/);
});

test("the offset of a distance is dragged on the plan", async ({ page }) => {
  await openSheet(page, SOFT.replace("radius: 24)", "radius: 24).offset(10)"));
  await station(page, "Field");
  await choose(page, "soft");
  await expect(page.getByTestId("field-worth")).toContainText("A lower bound");
  await drag(page, [85, 30], [85, 20]);
  await expect.poll(() => scriptText(page)).toMatch(/radius: 24\)\.offset\((19\.\d+|20(\.\d+)?)\)/);
  await page.keyboard.press("Control+z");
  await expect.poll(() => scriptText(page)).toContain(".offset(10)");
});

test("in a list the distance in question is dragged, unless one is chosen the last one", async ({ page }) => {
  const rings = "rings = (distance(lane).offset(5), distance(lane).shell(8), distance(lane).offset(20))\n";
  await openSheet(page, SOFT.replace(/soft = .*/s, rings));
  await station(page, "Field");
  await expect(page.getByTestId("panel")).toContainText("rings.at(2)");
  await drag(page, [85, 20], [85, 15]);
  await expect.poll(() => scriptText(page)).toMatch(/shell\(8\), distance\(lane\)\.offset\(25(\.\d+)?\)/);
  await page.getByTestId("panel").getByRole("combobox").first().click();
  await page.getByTitle("rings.at(0)").last().click();
  await expect(page.getByTestId("field-worth")).toContainText("Exact");
  await drag(page, [85, 35], [85, 30]);
  await expect.poll(() => scriptText(page)).toMatch(/\(distance\(lane\)\.offset\((9\.\d+|10(\.\d+)?)\)/);
});
