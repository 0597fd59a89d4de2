import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { chooseForm, openSheet, scriptText, station } from "./support";

const LEVEL = `plan 200 by 140, y down, unit px
tolerance 0.3
pond  = circle((60, 60), radius: 40) difference circle((60, 60), radius: 14)
track_along_the_northern_shore = polyline((10, 120), (60, 108), (120, 128), (190, 110))
posts = each k from 0 to 3: circle((125 + 16 * k, 90), radius: 5)
gone  = pond intersection rect((150, 10), width: 10, height: 10)
`;

test("every form is written for a shape, and what the script keeps follows the panel", async ({ page }) => {
  await openSheet(page, "plan 100 by 100, y up, unit mm\nblock = rect((20, 20.125), width: 60, height: 60)\n");
  await station(page, "Hand off");
  const text = page.getByTestId("handoff-text");
  await expect(text).toContainText("export const block");
  for (const [form, begin] of [
    ["C array", "static const double block_vertices[4][2]"],
    ["Rust", "pub static BLOCK_VERTICES: [[f64; 2]; 4]"],
    ["WGSL", "vec2f(20.0, 20.125)"],
    ["JSON", '{ "name": "block"'],
    ["SVG path data", "M 20 20.125 L 80 20.125 L 80 80.125 L 20 80.125 Z"],
    ["CSS polygon", "20px 79.875px"],
    ["Edge table", ",0,1,80,20.125,80,80.125,block,0,1,0,1"],
    ["WKB", "01020000000500000000000000000034400000000000203440"],
    ["GeoJSON", '"LineString", "coordinates": [[20, 20.125]'],
    ["WKT", "LINESTRING (20 20.125, 80 20.125, 80 80.125, 20 80.125, 20 20.125)"],
  ]) {
    await chooseForm(page, form);
    await expect(text).toContainText(begin);
  }
  await page.getByRole("button", { name: "Keep in the script" }).click();
  await expect.poll(() => scriptText(page)).toContain('emit block as wkt, decimals 3, to "block.wkt"');
  await page.getByTestId("panel").getByText("region", { exact: true }).click();
  await expect.poll(() => scriptText(page)).toContain("emit block as wkt, region, decimals 3");
  await expect(text).toContainText("POLYGON ((20 20.125, 80 20.125");
  await page.getByLabel("decimals").fill("1");
  await expect.poll(() => scriptText(page)).toContain("decimals 1");
  await expect(text).toContainText("20 20.1, 80 20.1");
  await expect(page.getByTestId("handoff-bound")).toContainText("0.025 digits");
  await expect(page.getByTestId("handoff-check")).toContainText("0.025");
  await page.getByText("shortest exact").click();
  await expect(page.getByTestId("handoff-check")).toHaveText("the very same numbers");
  await page.getByText("Change", { exact: true }).click();
  await page.getByText("y down", { exact: true }).click();
  await expect.poll(() => scriptText(page)).toContain("decimals exact, axis down");
  await expect(text).toContainText("POLYGON ((20 79.875, ");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save block.wkt" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("block.wkt");
  expect(readFileSync((await file.path())!, "utf8")).toBe(await text.textContent());
});

test("several shapes, lists, open and empty ones: what is lost is said before it is lost", async ({ page }) => {
  await openSheet(page, `${LEVEL}emit posts, gone, track_along_the_northern_shore as geojson, to "level.geojson"\n`);
  await station(page, "Hand off");
  const [text, warnings] = [page.getByTestId("handoff-text"), page.getByTestId("handoff-warnings")];
  await expect(page.getByTestId("handoff-contents")).toContainText("results of operations as regions");
  await expect(text).toContainText('"name": "posts_3"');
  await expect(warnings).toHaveText("gone: nothing there, so nothing to write");
  await chooseForm(page, "CSS polygon");
  await expect(warnings).toContainText(
    "CSS polygon holds no open lines: those of track_along_the_northern_shore come out closed",
  );
  await expect.poll(() => scriptText(page)).toContain('to "level.css"');
  // The numbers of the script are those of the panel, also after it is undone.
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(text).toContainText("FeatureCollection");
  // Of what is taken out nothing is left; without any, all results are handed off.
  await page.getByLabel("what is handed off").press("Backspace");
  await page.getByLabel("what is handed off").press("Backspace");
  await page.getByLabel("what is handed off").press("Backspace");
  await expect.poll(() => scriptText(page)).toContain("emit as geojson");
  await expect(text).toContainText("track_along_the_northern_shore");
});

test("a wanted bound is split over the steps and written into the script", async ({ page }) => {
  await openSheet(page, `${LEVEL}emit pond as json, to "pond.json"\n`);
  await station(page, "Hand off");
  await expect(page.getByTestId("handoff-bound")).toContainText("flattening");
  await page.getByLabel("wanted bound").fill("0.02");
  await page.getByRole("button", { name: "Keep within" }).click();
  await expect.poll(() => scriptText(page)).toMatch(/tolerance 0\.01/);
  await expect
    .poll(async () => Number(/[\d.]+/.exec((await page.getByTestId("handoff-bound").textContent())!)![0]))
    .toBeLessThanOrEqual(0.02);
});

test("a form of one's own: added, chosen and written", async ({ page }) => {
  await openSheet(page, LEVEL.replace(/^gone.*$/m, ""));
  await station(page, "Hand off");
  await chooseForm(page, "Template");
  await page.getByRole("button", { name: "Add one" }).click();
  await expect.poll(() => scriptText(page)).toContain("rows = template(");
  await expect(page.getByTestId("handoff-text")).toContainText(/^posts_3: 178, 90; /);
});

test("the browser takes style sheets, documents and shaders as they were written", async ({ page }) => {
  await openSheet(
    page,
    `${LEVEL}emit pond, posts as css-polygon, shares, to "a.css"
emit pond as css-path, to "b.css"
emit pond, posts as svg, to "c.svg"
emit pond, posts as glsl, triangles, to "d.glsl"
emit pond as wgsl, to "e.wgsl"
`,
  );
  await station(page, "Hand off");
  const textOf = async (file: string): Promise<string> => {
    const save = page.getByRole("button", { name: `Save ${file}` });
    // A click on a list that is just closing chooses nothing.
    await expect(async () => {
      await page.getByLabel("file", { exact: true }).click();
      await page.locator(".ant-select-item-option").getByText(file, { exact: true }).click({ timeout: 2000 });
      await expect(save).toBeVisible({ timeout: 3000 });
    }).toPass();
    await expect(save).toBeEnabled();
    return (await page.getByTestId("handoff-text").textContent())!;
  };
  const clips = (css: string) =>
    page.evaluate((text) => {
      const sheet = new CSSStyleSheet();
      sheet.replaceSync(text);
      return [...sheet.cssRules].map((rule) => (rule as CSSStyleRule).style.clipPath.slice(0, 16));
    }, css);
  expect(await clips(await textOf("a.css"))).toEqual(Array(5).fill("polygon(evenodd,"));
  expect(await clips(await textOf("b.css"))).toEqual(['path(evenodd, "M']);
  const svg = await page.evaluate(
    (text) => {
      const holder = document.createElement("div");
      holder.innerHTML = text;
      const path = document.body.appendChild(holder).querySelector("path")!;
      const at = (x: number, y: number) => path.isPointInFill(new DOMPoint(x, y));
      const found = [holder.querySelectorAll("path").length, at(60, 60), at(90, 60), at(60, 21), at(60, 19)];
      holder.remove();
      return found;
    },
    await textOf("c.svg"),
  );
  expect(svg).toEqual([5, false, true, true, false]);
  const glsl = await page.evaluate(
    (text) => {
      const gl = document.createElement("canvas").getContext("webgl2");
      if (!gl) return "no WebGL here";
      const shader = gl.createShader(gl.VERTEX_SHADER)!;
      const main = "void main() { gl_Position = vec4(pond_vertices[pond_indices[gl_VertexID]], 0.0, 1.0); }";
      gl.shaderSource(shader, `#version 300 es\n${text}\n${main}`);
      gl.compileShader(shader);
      return gl.getShaderInfoLog(shader) || (gl.getShaderParameter(shader, gl.COMPILE_STATUS) ? "compiles" : "fails");
    },
    await textOf("d.glsl"),
  );
  test.info().annotations.push({ type: "GLSL", description: glsl });
  expect(["compiles", "no WebGL here"]).toContain(glsl);
  interface Adapter {
    requestDevice(): Promise<{ createShaderModule(told: { code: string }): Module }>;
  }
  interface Module {
    getCompilationInfo(): Promise<{ messages: readonly { message: string }[] }>;
  }
  const wgsl = await page.evaluate(
    async (text) => {
      const gpu = (navigator as { gpu?: { requestAdapter(): Promise<Adapter> } }).gpu;
      const adapter = await gpu?.requestAdapter().catch(() => null);
      if (!adapter) return "no WebGPU here";
      const module = (await adapter.requestDevice()).createShaderModule({ code: text });
      const { messages } = await module.getCompilationInfo();
      return messages.length ? String(messages[0].message) : "compiles";
    },
    await textOf("e.wgsl"),
  );
  test.info().annotations.push({ type: "WGSL", description: wgsl });
  expect(["compiles", "no WebGPU here"]).toContain(wgsl);
});

test("a field goes into a picture with its mapping beside it, or into source code as an array", async ({ page }) => {
  await openSheet(
    page,
    "plan 40 by 30, y down\npost = circle((20, 15), radius: 6)\nmoat = field(post, cell: 1, reach: 9)\n",
  );
  // The field that the script is at is what is handed off, as a picture.
  await page.getByTestId("script").getByText("moat").first().click();
  await station(page, "Hand off");
  await expect(page.getByTestId("handoff-contents")).toHaveText(
    "1,200 samples, and moat.json with their mapping to the plan",
  );
  await expect(page.getByTestId("handoff-check")).toContainText("no value is further off than");
  await expect(page.getByTestId("handoff-warnings")).toContainText("beyond the field's reach of 9");
  const files: string[] = [];
  page.on("download", (each) => files.push(each.suggestedFilename()));
  await page.getByRole("button", { name: "Save moat.png" }).click();
  await expect.poll(() => files.toSorted()).toEqual(["moat.json", "moat.png"]);
  await page.getByRole("button", { name: "Keep in the script" }).click();
  await expect.poll(() => scriptText(page)).toContain('emit moat as png16, decimals 3, to "moat.png"');
  await chooseForm(page, "C array");
  await expect(page.getByTestId("handoff-text")).toContainText("moat_grid");
});

test("shapes beside a field: what there is of each is counted by itself", async ({ page }) => {
  await openSheet(
    page,
    'plan 120 by 80, y down, unit px\ntee = rect((10, 10), width: 30, height: 24)\npool = star(5, at: (80, 40), outer: 26, inner: 12)\nrelief = field(tee, cell: 4)\nemit tee, pool, relief as json, to "lane.json"\n',
  );
  await station(page, "Hand off");
  // 30 by 20 samples, and the five numbers of their grid.
  await expect(page.getByTestId("handoff-contents")).toContainText("2 shapes, 14 vertices, 605 numbers");
});
