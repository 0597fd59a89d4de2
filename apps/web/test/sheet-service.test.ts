import { area, combine, signedDistance } from "@vertexon/geometry";
import { buildFiles, DEFAULT_OPTIONS, type Shape, Sheet, total } from "@vertexon/notation";
import { driftwoodDogleg } from "../src/sample/driftwood-dogleg";
import { LongService } from "../src/worker/long-service";
import { mergeViews } from "../src/worker/merge-views";
import type { FieldRequest } from "../src/worker/questions/field-picture";
import { SheetService } from "../src/worker/sheet-service";
import type { ShapeView } from "../src/worker/sheet-view";
import { asking } from "./asking";

const stoneAsWkt = JSON.stringify({ targets: ["stone"], format: "wkt", options: DEFAULT_OPTIONS, file: null });

const service = new SheetService();
const ask = asking(driftwoodDogleg.script);
const view = mergeViews(null, service.update(driftwoodDogleg.script));
const shapeView = (name: string) => view.definitions.find((each) => each.name === name)!.value as ShapeView;
const shape = (name: string) =>
  new Sheet().update(driftwoodDogleg.script).definitions.find((each) => each.name === name)!.value as Shape;

test("the sample evaluates without a complaint, and its views hold the kernel's numbers", () => {
  expect(view.diagnostics).toEqual([]);
  const green = shapeView("green");
  expect(green.area).toBe(area(green.polygons));
  expect(green.vertices).toBe(green.subpaths.reduce((sum, { vertices }) => sum + vertices.length / 2, 0));
  expect(green.sources).toHaveLength(5);
  // The worst chord of all that it was made from is what the error bound says.
  expect(green.worst?.deviation).toBeCloseTo(green.error, 7);
  expect(green.worst?.deviation).toBeLessThanOrEqual(green.error);
  expect(shapeView("pond").subpaths[0]).toMatchObject({ segments: 4, closed: true });
  expect(shapeView("stone").worst).toBeNull();
  const inside = green.label!;
  expect(signedDistance(inside.x, inside.y, shape("green").operand).distance).toBeCloseTo(-inside.clearance, 9);
});

test("views of one evaluation share their data, and survive being sent to another thread", () => {
  expect(structuredClone(view).definitions).toHaveLength(view.definitions.length);
  // What is the same is not sent again.
  const again = service.update(driftwoodDogleg.script);
  expect(again.definitions).toEqual(view.definitions.map(({ span }) => span.from));
  let merged = mergeViews(view, again);
  expect(merged.definitions).toEqual(view.definitions);
  // Whatever is changed, what comes together at the other end is what a fresh evaluation says.
  for (const script of [
    driftwoodDogleg.script.replace("radius: 6)", "radius: 7.25)"),
    driftwoodDogleg.script.replace("bank  = 42", "// moved\nbank  = 40"),
    driftwoodDogleg.script.replace(/^tee.*$/m, ""),
    driftwoodDogleg.script.replace(/^stone.*$/m, "extra = 5\nstone = circle((9, 9), radius: extra)"),
    driftwoodDogleg.script,
  ]) {
    merged = mergeViews(merged, service.update(script));
    expect(merged).toEqual(mergeViews(null, new SheetService().update(script)));
  }
});

test("edits give what the edited script gives", () => {
  const [edited, whole] = [new SheetService(), new SheetService()];
  edited.update("a = 1\nb = a + 1");
  const view = edited.edit([{ from: 4, to: 5, insert: "20" }]);
  whole.update("a = 1\nb = a + 1");
  expect(view).toEqual(whole.update("a = 20\nb = a + 1"));
});

test("a worker that takes up a sheet answers about it, and sends the next view whole", async () => {
  const other = new SheetService();
  other.restore(driftwoodDogleg.script);
  expect(await other.ask("handoff", { emission: stoneAsWkt })).toMatchObject({ report: { vertices: 11 } });
  expect(other.update(driftwoodDogleg.script).definitions.every((each) => typeof each === "object")).toBe(true);
});

test("a combination: four operations on its operands, rings and a balance", () => {
  const answer = ask("combination", { name: "green" })!;
  expect(answer.operation).toBe("difference");
  expect(answer.labels).toEqual(["lane", "pond, stone, hole"]);
  expect(answer.operands.map(({ label, outlines, fillRule }) => [label, outlines, fillRule])).toEqual([
    ["lane", 1, "nonzero"],
    ["pond", 1, "nonzero"],
    ["stone", 1, "nonzero"],
    ["hole", 1, "nonzero"],
  ]);
  const byName = Object.fromEntries(answer.results.map(({ operation, area: a }) => [operation, a]));
  // Of the first operand and all others together.
  expect(answer.balance[0] + answer.balance[1]).toBeCloseTo(answer.areas[0] + answer.areas[1], 6);
  expect(byName.difference).toBeCloseTo(shapeView("green").area, 6);
  // Regions tell the same areas: one for all, one for odd numbers of operands.
  const { regions } = ask("regions", { name: "green" })!;
  const total = (wanted: (count: number) => boolean) =>
    regions.filter(({ inside }) => wanted(inside.length)).reduce((sum, region) => sum + region.area, 0);
  expect(total(() => true)).toBeCloseTo(byName.union, 6);
  expect(total((count) => count % 2 === 1)).toBeCloseTo(byName.xor, 6);
  expect(answer.rings.map(({ name, sources }) => [name, sources])).toEqual([
    ["outer 1", ["lane"]],
    ["hole 1.1", ["pond"]],
    ["hole 1.2", ["stone"]],
    ["hole 1.3", ["hole"]],
  ]);
  expect(ask("combination", { name: "pond" })).toBeNull();
  expect(ask("combination", { name: "no such name" })).toBeNull();
});

test("a place on the plan: side, distance and what else holds it", () => {
  expect(ask("inspection", { name: "green", at: { x: 62, y: 232 } })).toMatchObject({
    side: "inside",
    within: ["lane"],
  });
  expect(ask("inspection", { name: "green", at: { x: 232, y: 140 } })).toMatchObject({
    side: "outside",
    within: ["lane", "stone"],
  });
  const { distance } = ask("inspection", { name: "lane", at: { x: 100, y: 150 } })!;
  expect(distance).toBeCloseTo(40, 9);
  expect(ask("inspection", { name: "nothing", at: { x: 0, y: 0 } })).toBeNull();
});

test("a field: its samples, and a picture that is tinted inside only", () => {
  const { values: rows, took } = ask("fieldRows", { name: "wall", from: 0, to: 310 })!;
  expect(took).toBeGreaterThan(0);
  expect(rows.length).toBe(320 * 310);
  expect(rows.reduce((least, value) => Math.min(least, value))).toBeLessThan(-42);
  expect(ask("fieldRows", { name: "green", from: 0, to: 1 })).toBeNull();
  const request: FieldRequest = {
    x: 0,
    y: 0,
    cell: 2,
    columns: 160,
    rows: 155,
    upscale: 2,
    interval: 12,
    reach: 48,
    flipped: false,
    tint: [138, 59, 92],
  };
  const { pixels, width, height, contours } = ask("fieldPicture", { name: "green", request: request })!;
  expect([width, height, pixels.length]).toEqual([320, 310, 4 * 320 * 310]);
  const alpha = (x: number, y: number): number => pixels[4 * (y * width + x) + 3];
  expect(alpha(62, 232)).toBeGreaterThan(alpha(62, 200));
  expect(alpha(62, 200)).toBeGreaterThan(0);
  expect(alpha(100, 100)).toBe(0);
  expect(new Set(contours.map(({ level }) => level))).toEqual(new Set([-36, -24, -12, 12, 24, 36, 48]));
  const upsideDown = ask("fieldPicture", { name: "green", request: { ...request, flipped: true } })!.pixels;
  expect(upsideDown[4 * ((height - 1 - 232) * width + 62) + 3]).toBe(alpha(62, 232));
});

test("a field is handed off by a worker of its own as it would be here", async () => {
  const script = "plan 40 by 30\npost = circle((20, 15), radius: 6)\nmoat = field(post, cell: 1)\n";
  const emission = JSON.stringify({ targets: ["moat"], format: "c-array", options: DEFAULT_OPTIONS, file: null });
  const service = new LongService(() => {});
  const answer = await service.ask(script, "fieldHandoff", { emission });
  expect(answer?.content).toContain("moat[1200]");
  expect(answer).toEqual(asking(script)("handoff", { emission }));
  const longer = await service.ask(script.replace("cell: 1", "cell: 2"), "fieldHandoff", { emission });
  expect(longer?.content).toContain("moat[300]");
});

test("a hand-off is what the notation builds, with its lines in the order of the file", () => {
  const { content, report, figures } = ask("handoff", { emission: stoneAsWkt })!;
  expect(report.vertices).toBe(11);
  expect(content).toMatch(/^LINESTRING \(/);
  const [[, first]] = String(content).matchAll(/\((.*?),/g);
  expect(first.split(" ").map(Number)).toEqual(
    [...figures[0].lines[0].vertices.slice(0, 2)].map((v) => Number(v.toFixed(3))),
  );
});

test("a wanted bound is split over the flattening and the digits", () => {
  const asked = { targets: ["green"], format: "json" as const, options: DEFAULT_OPTIONS, file: null };
  const reached = ask("reachBound", { asked, bound: 0.01 });
  if ("problem" in reached) throw new Error(reached.problem);
  const { tolerance, decimals } = reached;
  const sheet = new Sheet();
  const script = driftwoodDogleg.script.replace(/^tolerance .*$/m, `tolerance ${tolerance}`);
  sheet.update(`${script}\nemit green as json, decimals ${decimals}\n`);
  const { report } = buildFiles(sheet).at(-1)!;
  expect(total(report.bound) + report.difference).toBeLessThanOrEqual(0.01);
  expect(total(report.bound) + report.difference).toBeGreaterThan(0.004);
  expect(ask("reachBound", { asked, bound: 1e-13 })).toHaveProperty("problem");
});

test("the operands' own order is kept: a difference is not symmetric", () => {
  const ask = asking(
    "a = rect((0, 0), width: 4, height: 4)\nb = rect((2, 2), width: 6, height: 6)\nc = a difference b",
  );
  const answer = ask("combination", { name: "c" })!;
  const [a, b] = ["a", "b"].map((name) => ask("inspection", { name: name, at: { x: 1, y: 1 } })!.side);
  expect([a, b]).toEqual(["inside", "outside"]);
  const square = (x: number, size: number) => ({
    rings: [Float64Array.of(x, x, x + size, x, x + size, x + size, x, x + size)],
    fillRule: "nonzero" as const,
  });
  const want = area(combine("difference", square(0, 4), square(2, 6)).polygons);
  expect(answer.results.find(({ operation }) => operation === "difference")?.area).toBe(want);
});

test("a circle from a box that is not square is called an ellipse, with both radii; two outlines of one operand are told", () => {
  const script = `round = inscribed((10, 10), to: (50, 50))
oval = inscribed((10, 10), width: 60, height: 40).rotate(30deg)
pair = compound(circle((20, 20), radius: 9), circle((80, 20), radius: 9), fill: evenodd)
both = pair intersection oval`;
  const { definitions } = mergeViews(null, new SheetService().update(script));
  const ellipses = definitions.map(({ value }) => (value as ShapeView).ellipse);
  expect(ellipses[0]).toEqual({ rx: 20, ry: 20 });
  expect(ellipses[1]).toEqual({ rx: expect.closeTo(30, 9), ry: expect.closeTo(20, 9) });
  expect(ellipses[2]).toBeNull();
  const [pair] = asking(script)("combination", { name: "both" })!.operands;
  expect(pair).toMatchObject({ label: "pair", outlines: 2, fillRule: "evenodd" });
});

test("angles in boxes are interior ones, whichever way an outline is travelled", () => {
  const angles = (points: string) => {
    const ask = asking(`plan 100 by 100\na = polygon(${points})`);
    return ask("boxSizes", { name: "a", sizes: [{ width: 100, height: 100 }] })[0].shape!.angles.map((angle) =>
      Math.round(angle),
    );
  };
  // A square with a notch: one corner turns inwards.
  expect(angles("(10, 10), (90, 10), (90, 90), (50, 50), (10, 90)")).toEqual([90, 90, 45, 270, 45]);
  expect(angles("(10, 90), (50, 50), (90, 90), (90, 10), (10, 10)")).toEqual([45, 270, 45, 90, 90]);
});

test("a shape in boxes of other sizes: gaps, radii and angles that stay or change", () => {
  const ask = asking(
    "plan 100 by 80\nlane = rect((10, 10%), to: (100% - 10, 90%), rx: 5)\nroof = polygon((0%, 50%), (50%, 0%), (100%, 50%))",
  );
  const sizes = [
    { width: 100, height: 80 },
    { width: 200, height: 80 },
  ];
  const [narrow, wide] = ask("boxSizes", { name: "lane", sizes }).map(({ shape: found }) => found!);
  expect(narrow.gaps).toEqual([10, 8, 10, 8].map((v) => expect.closeTo(v, 9)));
  expect(wide.gaps).toEqual(narrow.gaps.map((v) => expect.closeTo(v, 9)));
  expect([narrow.radii, wide.radii]).toEqual([[5], [5]]);
  const [steep, flat] = ask("boxSizes", { name: "roof", sizes }).map(({ shape: found }) => found!.angles);
  expect(steep[1]).toBeCloseTo((2 * Math.atan2(50, 40) * 180) / Math.PI, 9);
  expect(flat[1]).toBeCloseTo((2 * Math.atan2(100, 40) * 180) / Math.PI, 9);
  expect(ask("boxSizes", { name: "none", sizes })[0].shape).toBeNull();
});

test("each definition is reported before it is computed anew; what stays is not", () => {
  const told: string[] = [];
  const service = new SheetService(({ name, done, total }) => told.push(`${name} ${done}/${total}`));
  service.update("a = circle((50, 50), radius: 20)\nb = a.offset(3)\nc = 4");
  expect(told.splice(0)).toEqual(["a 0/3", "b 1/3", "c 2/3"]);
  service.update("a = circle((50, 50), radius: 20)\nb = a.offset(4)\nc = 4");
  expect(told).toEqual(["b 1/3"]);
});

test("what lies at a place: the shapes that hold it, the smallest first, and the operands of a combined one", () => {
  expect(ask("shapesAt", { x: 62, y: 232 })).toEqual(["green", "lane"]);
  expect(ask("shapesAt", { x: 232, y: 140 })).toEqual(["stone", "lane"]);
  expect(ask("operandsAt", { name: "green", x: 232, y: 140 })).toEqual([0, 2]);
  expect(ask("operandsAt", { name: "stone", x: 232, y: 140 })).toEqual([]);
  const about = asking("a = rect((0, 0), width: 4, height: 4)\nb = rect((2, 2), width: 6, height: 6)\nc = a xor b");
  expect(about("operandsAt", { name: "c", x: 2, y: 3 })).toBeNull();
});

test("a small picture holds results only, in tones by definition, with no more points than it has pixels to show", () => {
  const about = asking(
    "plan 100 by 50, y up\na = circle((50, 25), radius: 20).flatten(0.00001)\nb = rect((0, 0), width: 4, height: 4)\nc = a union b\nd = polyline((0, 0), (9, 9))",
  );
  const { layers, box, yDown } = about("thumbnail", { width: 100, height: 50 })!;
  expect([box, yDown]).toEqual([{ minX: 0, minY: 0, maxX: 100, maxY: 50 }, false]);
  expect(layers.map(({ tone }) => tone)).toEqual([0, 1]);
  const points = layers[0].data.split("L").length;
  expect([points > 100, points < 700]).toEqual([true, true]);
  expect(layers[1].data).toBe("M0.0 0.0L9.0 9.0");
  // Without shapes it is the last distance, closed along the plan's side.
  const distances = asking(
    "plan 100 by 50\nd = distance(circle((100, 25), radius: 20)) union distance(circle((20, 25), radius: 9))",
  );
  const drawn = distances("thumbnail", { width: 100, height: 50 })!.layers;
  const lines = drawn[0].data
    .split("M")
    .slice(1)
    .map((line) => line.split("L"));
  expect([drawn.length, lines.length]).toEqual([1, 2]);
  for (const line of lines) expect(line.at(-1)).toBe(line[0]);
  expect(Math.max(...lines.flat().map((place) => Number.parseFloat(place)))).toBeLessThan(101);
});
