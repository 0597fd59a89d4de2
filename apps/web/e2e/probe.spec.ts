import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { onPage, openSheet, POND, savedScript, scriptText, station } from "./support";

const KNOT =
  "plan 200 by 160, y down\nknot = polygon((40, 40), (160, 40), (60, 130), (100, 10), (140, 130)).fill(nonzero)\n";

const tab = (page: Page, name: string) => page.getByRole("tab", { name }).click();
const row = (page: Page, name: RegExp) => page.getByTestId("points").getByRole("row", { name });

/** Opens a file of points as a user does. */
async function openPoints(page: Page, text: string, name = "points.csv"): Promise<void> {
  await page.getByTestId("points-file").setInputFiles({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
}

async function point(page: Page, x: number, y: number): Promise<void> {
  const at = await onPage(page, x, y);
  await page.mouse.move(at.x - 3, at.y);
  await page.mouse.move(at.x, at.y);
}

async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await point(page, ...from);
  await page.mouse.down();
  const end = await onPage(page, ...to);
  await page.mouse.move(end.x, end.y, { steps: 6 });
  await page.mouse.up();
}

test("clicked points are asked at once, agree with the pointer, and can be dragged", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Probe");
  const first = await onPage(page, 40, 20);
  await page.mouse.click(first.x, first.y);
  await expect(row(page, /asked 1 .*outside/)).toBeVisible();
  expect(await scriptText(page)).toMatch(/asked = probe\(both, at: \([\d.]+, [\d.]+\)\)/);
  const second = await onPage(page, 80, 60);
  await page.mouse.click(second.x, second.y);
  const asked = row(page, /asked 2 .*inside/);
  await expect(asked).toBeVisible();
  const distance = Number((await asked.locator("span").nth(4).textContent())!.replace("−", "-"));
  await page.mouse.move(second.x + 30, second.y);
  await page.mouse.move(second.x, second.y);
  await expect
    .poll(async () => Number((await page.getByTestId("strip-distance").textContent())!.replace("−", "-")))
    .toBeCloseTo(distance, 0);
  await drag(page, [80, 60], [190, 150]);
  await expect(row(page, /asked 2 .*outside/)).toBeVisible();
});

test("points to order are listed, filtered, sorted and copied; what depends on the tolerance is told", async ({
  page,
}) => {
  await openSheet(
    page,
    `plan 200 by 160, y down
tolerance 0.5
pond  = circle((100, 80), radius: 60)
lane  = rect((60, 60), width: 120, height: 40)
stops = probe(pond, lane, at: rect((20, 10), width: 160, height: 140).lattice(4))
edge  = probe(pond, at: pond.along(40))
`,
  );
  await station(page, "Probe");
  const panel = page.getByTestId("panel");
  await expect(panel).toContainText(/depends on the tolerance \d/);
  await panel.getByText(/^outside [\d,]+$/).click();
  await expect(row(page, /outside/).first()).toBeVisible();
  await expect(row(page, /inside/)).toHaveCount(0);
  await panel.getByRole("button", { name: "distance" }).click();
  const distances = await row(page, /outside/)
    .locator("span:nth-of-type(5)")
    .allTextContents();
  const numbers = distances.map(Number);
  expect(numbers).toEqual([...numbers].sort((a, b) => a - b));
  await panel.getByText(/^depends on the tolerance \d+$/).click();
  await expect(row(page, /boundary/).first()).toBeVisible();
  await panel.getByRole("button", { name: "Copy", exact: true }).click();
  await expect(page.getByText(/points? copied/)).toBeVisible();
  const [head, first] = (await page.evaluate(() => navigator.clipboard.readText())).split("\r\n");
  expect(head).toContain("x,y,side,winding,distance");
  expect(first).toMatch(/,(inside|outside),.*,boundary$/);
  await panel.getByText(/^all [\d,]+$/).click();
  await panel.getByLabel("shape that was asked").click();
  await page.locator(".ant-select-item-option").getByText("lane", { exact: true }).click();
  await expect(page.getByTestId("points-listed")).toContainText(/of .* listed/);
});

test("a file of points: asked in a worker, framed on the plan, sorted, charted and saved", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Probe");
  const rows = Array.from({ length: 20_000 }, (_, k) => `${(k * 7919) % 200},${((k * 104729) % 16000) / 100}`);
  await openPoints(page, `x,y\n${rows.join("\n")}\n`);
  const panel = page.getByTestId("panel");
  await expect(panel).toContainText("20,000 points, CSV");
  await expect(panel.getByTestId("distance-chart")).toBeVisible();
  await panel.getByRole("button", { name: "Frame on the plan" }).click();
  await drag(page, [60, 40], [100, 80]);
  const listed = page.getByTestId("points-listed");
  await expect(listed).toContainText(/^[\d,]+ of 20,000 listed$/);
  const count = (await listed.textContent())!.split(" ")[0];
  const download = page.waitForEvent("download");
  await panel.getByRole("button", { name: `Save ${count} points` }).click();
  const text = await readFile(await (await download).path(), "utf8");
  expect(text.trim().split("\r\n")).toHaveLength(Number(count.replace(",", "")) + 1);
  for (const line of text.trim().split("\r\n").slice(1)) {
    const [x, y] = line.split(",").slice(4, 6).map(Number);
    expect(x).toBeGreaterThan(58);
    expect(x).toBeLessThan(102);
    expect(y).toBeGreaterThan(38);
    expect(y).toBeLessThan(82);
  }
  await panel.getByRole("button", { name: "Take the frame away" }).click();
  await expect(listed).toHaveText("all listed");
  await panel.getByLabel("greatest distance").fill("0.1");
  await expect(panel.getByRole("button", { name: /Write \d+ points into the script/ })).toBeVisible();
  await panel.getByRole("button", { name: /Write \d+ points into the script/ }).click();
  await expect(row(page, /asked 1 /)).toBeVisible();
  await expect.poll(() => savedScript(page)).toMatch(/asked = probe\(both, at: \(\(/);
});

test("sides by the true curves are those of the browser's own isPointInPath, under both rules", async ({ page }) => {
  const data = "M20 80C20 -60 180 220 180 80A80 50 20 0 0 60 30Q140 160 30 140Z";
  const rules = ["nonzero", "evenodd"] as const;
  await openSheet(
    page,
    `plan 200 by 160, y down\n${rules.map((rule) => `${rule}ed = path("${data}").fill(${rule})\n`).join("")}`,
  );
  await station(page, "Probe");
  const places = Array.from({ length: 10_000 }, (_, k) => [
    (k * 0.7548776662466927 * 200) % 200,
    (k * 0.5698402909980532 * 160) % 160,
  ]);
  await openPoints(page, `x,y\n${places.map((place) => place.join()).join("\n")}\n`);
  const panel = page.getByTestId("panel");
  for (const rule of rules) {
    await panel.getByLabel("shape that is asked").click();
    await page.locator(".ant-select-item-option").getByText(`${rule}ed`, { exact: true }).click();
    await expect(panel.getByTestId("distance-chart")).toBeVisible();
    await panel.getByRole("button", { name: "Copy", exact: true }).click();
    await expect(page.getByText("10,000 points copied").last()).toBeVisible();
    const wrong = await page.evaluate(
      async ([path, fillRule]) => {
        const [head, ...rows] = (await navigator.clipboard.readText())
          .trim()
          .split("\r\n")
          .map((line) => line.split(","));
        const [x, y, side, distance] = ["x", "y", "side_by_curves", "distance"].map((name) => head.indexOf(name));
        const context = document.createElement("canvas").getContext("2d")!;
        const drawn = new Path2D(path);
        return rows.filter(
          (row) =>
            Math.abs(Number(row[distance])) > 0.05 &&
            context.isPointInPath(drawn, Number(row[x]), Number(row[y]), fillRule as CanvasFillRule) !==
              (row[side] === "inside"),
        ).length;
      },
      [data, rule],
    );
    expect(wrong).toBe(0);
    await page.evaluate(() => navigator.clipboard.writeText(""));
  }
});

test("a file that is wrong says where, and nothing of it is taken", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Probe");
  await openPoints(page, "x,y\n1,2\n3,north\n", "stops.csv");
  await expect(page.getByTestId("points-problem")).toHaveText(
    'stops.csv: line 3, column 3: expected a finite number, found "north"; 1 point before it was good, none was taken',
  );
  await expect(page.getByTestId("points")).toHaveCount(0);
});

test("why: winding numbers, both rules, and the ray on a key", async ({ page }) => {
  await openSheet(page, KNOT);
  await station(page, "Probe");
  await tab(page, "Why");
  await point(page, 100, 60);
  await expect(page.getByTestId("why-winding")).toHaveText("+2");
  await expect(page.getByTestId("why-nonzero")).toHaveText("inside");
  await expect(page.getByTestId("why-evenodd")).toHaveText("outside");
  await expect(page.getByTestId("strip-evenodd")).toHaveText("outside");
  const checkbox = page.getByRole("checkbox", { name: /the ray from the pointer/ });
  await expect(checkbox).not.toBeChecked();
  await page.keyboard.press("r");
  await expect(checkbox).toBeChecked();
  await point(page, 190, 150);
  await expect(page.getByTestId("why-winding")).toHaveText("0");
});

test("carry: a shape hangs on the pointer, and a click puts it down", async ({ page }) => {
  await openSheet(page, `${POND}ball = circle((20, 20), radius: 8)\n`);
  await station(page, "Probe");
  await tab(page, "Carry");
  const carried = page.getByTestId("carry");
  await point(page, 180, 140);
  await expect(carried.getByRole("row", { name: /both.*apart/ })).toBeVisible();
  await point(page, 160, 60);
  await expect(carried.getByRole("row", { name: /both.*overlapping.*(7\.9|8\.0)/ })).toBeVisible();
  await point(page, 80, 60);
  await expect(carried.getByRole("row", { name: /both.*inside of it/ })).toBeVisible();
  const at = await onPage(page, 180, 140);
  await page.mouse.click(at.x, at.y);
  await expect.poll(() => savedScript(page)).toContain("carried = ball.move(160, 120)");
});

test("aim: a ball is thrown back, its hits are told and kept in the script", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Probe");
  await tab(page, "Aim");
  await drag(page, [80, 60], [90, 80]);
  await expect(page.getByTestId("aim-summary")).toContainText("6 hits on the true outline of both");
  await page.getByText("ray", { exact: true }).click();
  await expect(page.getByTestId("aim-summary")).toContainText("1 hit on the true outline");
  await page.getByText("ball", { exact: true }).click();
  await expect(page.getByTestId("aim-summary")).toContainText("6 hits");
  await page.getByRole("button", { name: "Keep in the script" }).click();
  await expect.poll(() => savedScript(page)).toContain("aimed = both.bounce(from: (80, 60), facing: 63.43");
});

test("what if: which points depend on the tolerance, over a range of them", async ({ page }) => {
  await openSheet(
    page,
    POND.replace("tolerance 0.05", "tolerance 2").concat(
      "rim = probe(pond, at: circle((80, 60), radius: 39.6).along(1))\n",
    ),
  );
  await station(page, "Probe");
  await page.getByLabel("shape that is asked").click();
  await page.locator(".ant-select-item-option").getByText("pond", { exact: true }).click();
  await tab(page, "What if");
  await expect(page.getByTestId("what-if-verdict")).toContainText(
    /points of \d+ lie elsewhere than the true curves say/,
  );
  await expect(page.getByTestId("tolerance-chart")).toBeVisible();
  await expect(page.getByTestId("stages").getByRole("row")).toHaveCount(5);
});

test("check mine: answers under the other rule are found out; test vectors are made", async ({ page }) => {
  await openSheet(page, KNOT);
  await station(page, "Probe");
  await tab(page, "Check mine");
  // The middle is inside under nonzero only.
  await openPoints(page, "x,y,side\n100,60,outside\n60,45,inside\n10,10,outside\n101,61,0\n");
  await expect(page.getByTestId("check-verdict")).toHaveText(
    "2 answers of 4 are not ours. All of them fit one cause: the other fill rule.",
  );
  await page.getByRole("button", { name: "Make test vectors" }).click();
  await expect(page.getByTestId("test-vectors")).toContainText(
    /\d+ points: \d+ inside, \d+ outside, \d+ on the boundary/,
  );
});
