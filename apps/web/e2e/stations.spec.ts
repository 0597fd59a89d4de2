import { expect, type Locator, type Page, test } from "@playwright/test";
import { combine } from "@vertexon/geometry";
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

test("combine: regions are chosen by clicks, and the shortest expression for them is written", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Combine");
  await expect(page.getByTestId("curves-kept")).toContainText("up to 0.0");
  await page.getByRole("tab", { name: "Intersections" }).click();
  // The pond's edge leaves the stone through its side at y = 90.
  await expect(page.getByRole("row", { name: /^1 / })).toContainText("90.000000");
  await page.getByRole("tab", { name: "Regions" }).click();
  const expression = page.getByTestId("regions-expression");
  // At first those of the shape as it is.
  await expect(expression).toHaveText("pond union stone");
  const common = await onPage(page, 110, 60);
  await page.mouse.click(common.x, common.y);
  await expect(expression).toHaveText("pond xor stone");
  await page
    .getByRole("row")
    .filter({ has: page.getByRole("cell", { name: "stone", exact: true }) })
    .getByRole("checkbox")
    .uncheck();
  await expect(expression).toHaveText("pond difference stone");
  const area = await numberIn(page.getByTestId("regions-area"));
  await page.getByRole("button", { name: "Write it" }).click();
  await expect.poll(() => scriptText(page)).toContain("picked = pond difference stone");
  await expect(page.locator(".margin-note").last()).toContainText(
    area.toLocaleString("en-US", { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
  );
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => scriptText(page)).not.toContain("picked");
});

test("combine: what is narrower than the grid is told", async ({ page }) => {
  await openSheet(
    page,
    "left = rect((0, 0), width: 50, height: 20)\nright = rect((50.000000000000014, 0), width: 50, height: 20)\nboth = left union right\n",
  );
  await station(page, "Combine");
  await expect(page.getByTestId("lost")).toHaveText("1 sliver closed up");
  await expect(page.getByTestId("vertices-moved")).toHaveText("0");
});

test("combine: the shortest expression for regions of five shapes is certain", async ({ page }) => {
  const petals = ["a", "b", "c", "d", "e"].map(
    (name, k) => `${name} = ellipse((50, 46), rx: 38, ry: 22).rotate(${72 * k}deg, about: (50, 50))\n`,
  );
  await openSheet(page, `${petals.join("")}blossom = a union b union c union d union e\n`);
  await station(page, "Combine");
  await page.getByRole("tab", { name: "Regions" }).click();
  const expression = page.getByTestId("regions-expression");
  await expect(expression).toHaveText("a union b union c union d union e");
  const choices = page.getByTestId("panel").getByRole("row").getByRole("checkbox");
  // The first one chooses all.
  for (const i of [2, 4, 5, 9, 10, 13, 17]) await choices.nth(i).uncheck();
  await expect(expression).toContainText(/[a-e] .* [a-e]/);
  await expect(page.getByText("there may be a shorter one")).toHaveCount(0);
  const area = await numberIn(page.getByTestId("regions-area"));
  await page.getByRole("button", { name: "Write it" }).click();
  await expect(page.locator(".margin-note").last()).toContainText(
    area.toLocaleString("en-US", { minimumFractionDigits: 1, maximumFractionDigits: 1 }),
  );
});

test("combine: specks below a size are listed, and a definition without them is written", async ({ page }) => {
  await openSheet(
    page,
    `plan 200 by 160, y down, unit px
tolerance 0.05
lane = rect((20, 20), width: 100, height: 60)
crumb = rect((150, 100), width: 2, height: 2)
both = lane xor crumb
`,
  );
  await station(page, "Combine");
  await expect(page.getByTestId("specks")).toHaveText("none");
  await page.getByRole("spinbutton", { name: "area of specks" }).fill("5");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("specks")).toHaveText("outer 2");
  await page.getByRole("button", { name: "Drop 1" }).click();
  await expect.poll(() => scriptText(page)).toContain("sifted = both.sift(5)");
  await expect(page.locator(".margin-note").last()).toContainText("6,000.0");
});

/** Which of the pixels in a picture of shapes are dark, as the browser's own canvas fills them. */
async function filledByCanvas(page: Page, rings: number[][], size: number): Promise<number[]> {
  return page.evaluate(
    ({ rings: outlines, size: side }) => {
      const canvas = document.createElement("canvas");
      canvas.width = canvas.height = side;
      const context = canvas.getContext("2d")!;
      const path = new Path2D();
      for (const ring of outlines) {
        path.moveTo(ring[0], ring[1]);
        for (let i = 2; i < ring.length; i += 2) path.lineTo(ring[i], ring[i + 1]);
        path.closePath();
      }
      context.fill(path, "evenodd");
      const { data } = context.getImageData(0, 0, side, side);
      return Array.from({ length: side * side }, (_, i) => data[4 * i + 3]);
    },
    { rings, size },
  );
}

test("four operations that fall into pieces and holes fill the pixels that the browser's canvas fills", async ({
  page,
}) => {
  await page.goto("/");
  const ring = (cx: number, cy: number, r: number, n: number, sense: number) =>
    Float64Array.from({ length: 2 * n }, (_, i) => {
      const angle = (sense * 2 * Math.PI * (i >> 1)) / n;
      return i % 2 ? cy + r * Math.sin(angle) : cx + r * Math.cos(angle);
    });
  const comb: number[] = [];
  for (let k = 0; k < 6; k++) comb.push(20 + 28 * k, 20, 34 + 28 * k, 20, 34 + 28 * k, 170, 48 + 28 * k, 170);
  const a = { rings: [Float64Array.from([...comb, 190, 188, 12, 188])], fillRule: "evenodd" as const };
  const b = { rings: [ring(100, 95, 80, 60, 1), ring(100, 95, 52, 48, -1)], fillRule: "evenodd" as const };
  const flat = (operand: { rings: Float64Array[] }) => operand.rings.map((each) => [...each]);
  const [inA, inB] = [await filledByCanvas(page, flat(a), 200), await filledByCanvas(page, flat(b), 200)];
  const holds = {
    union: (p: boolean, q: boolean) => p || q,
    intersection: (p: boolean, q: boolean) => p && q,
    difference: (p: boolean, q: boolean) => p && !q,
    xor: (p: boolean, q: boolean) => p !== q,
  };
  for (const operation of ["union", "intersection", "difference", "xor"] as const) {
    const { polygons, report } = combine(operation, a, b);
    expect(report.pieces + report.holes).toBeGreaterThan(3);
    const filled = await filledByCanvas(
      page,
      polygons.flatMap(({ outer, holes }) => [outer, ...holes].map((each) => [...each])),
      200,
    );
    // Away from the edges: pixels that are wholly in or out of both operands.
    const sure = inA.flatMap((p, i) => ([0, 255].includes(p) && [0, 255].includes(inB[i]) ? [i] : []));
    const wrong = sure.filter((i) => filled[i] >= 128 !== holds[operation](inA[i] === 255, inB[i] === 255));
    expect([operation, wrong.length]).toEqual([operation, 0]);
  }
});

test("field: a definition is made, its extremes are those of the shape", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y down, unit px\nblock = rect((20, 20), width: 60, height: 60)\n");
  await station(page, "Field");
  await page.getByRole("button", { name: "Define a field of block" }).click();
  await expect(page.getByTestId("field-least")).toHaveText("−29.750");
  // The farthest cell centre is half a cell of 0.5 from the plan's corner.
  await expect(page.getByTestId("field-greatest")).toHaveText((19.75 * Math.SQRT2).toFixed(3));
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
  await expect(page.getByTestId("panel")).toContainText("stops.at(2)");
  await page.mouse.move(third.x + 2, third.y);
  await expect(page.getByTestId("cursor-strip")).toContainText("inside stops.at(2)");
  await expect(page.getByRole("navigation", { name: "Stations" })).toContainText("5 shapes");
  await station(page, "Hand off");
  await expect(page.getByTestId("handoff-text")).toContainText("export const stops_2");
});

test("field: a section across the plan and a ray marched through it", async ({ page }) => {
  await openSheet(page, POND);
  await station(page, "Field");
  const drag = async (from: [number, number], to: [number, number]) => {
    const [a, b] = [await onPage(page, ...from), await onPage(page, ...to)];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 5 });
    await page.mouse.up();
  };
  await page.getByRole("tab", { name: "Section" }).click();
  await drag([20, 65], [180, 65]);
  await expect(page.getByTestId("section-zeros")).toHaveText("2");
  await expect(page.getByTestId("section-chart")).toBeVisible();
  await page.getByRole("tab", { name: "March" }).click();
  await drag([20, 10], [60, 50]);
  await expect(page.getByTestId("march-steps")).toContainText(/\d+ steps; both is met/);
});
