import { area, bounds } from "@vertexon/geometry";
import { Shape, Sheet } from "../src";

const dogleg = `// a lane with a bend
plan 320 by 310, y down, unit px
tolerance 0.05
bank  = 42 from 12 to 60   // a slider
tee   = (62, 232)
cup   = (232, 72)
elbow = (cup.x, tee.y)
lane  = capsule(tee, elbow, radius: bank)
  union capsule(elbow, cup, radius: bank)
stone = regular(11, at: (232, 140), radius: 10).rotate(12deg)
green = lane difference (stone, circle(cup, radius: 6))
ball  = probe(green, at: ((150, 200), (232, 140)))
wall  = field(green, cell: 2, reach: 48)
emit green as c-array, decimals 3, to "dogleg.h"
`;

const resultOf = (script: string, name: string) =>
  new Sheet().update(script).definitions.find((definition) => definition.name === name)?.value;

test("a whole sheet: settings, values, emission, no complaint", () => {
  const { plan, tolerance, definitions, emissions, diagnostics } = new Sheet().update(dogleg);
  expect(diagnostics).toEqual([]);
  expect(plan).toEqual({ x: 0, y: 0, width: 320, height: 310, yDown: true, unit: "px", density: 96 });
  expect(tolerance).toBe(0.05);
  expect(emissions).toMatchObject([
    { targets: ["green"], format: "c-array", options: { decimals: 3 }, file: "dogleg.h" },
  ]);
  const values = new Map(definitions.map(({ name, value }) => [name, value]));
  expect(values.get("elbow")).toMatchObject({ x: 232, y: 232 });
  const [lane, green] = [values.get("lane") as Shape, values.get("green") as Shape];
  // Two strips 84 wide and 170 and 160 long with round ends; the overlap at the bend is a square and its round corner.
  const exact = 84 * (170 + 160) + 2 * Math.PI * 42 ** 2 - (42 ** 2 + (3 * Math.PI * 42 ** 2) / 4) - 0;
  expect(Math.abs(lane.area - exact)).toBeLessThan(lane.error * 906);
  expect(green.polygons).toHaveLength(1);
  expect(green.polygons[0].holes).toHaveLength(2);
  expect(green.error).toBeLessThanOrEqual(0.05 + 1e-9);
  expect(values.get("ball")).toMatchObject({
    points: [{ location: { side: "inside", winding: 1 } }, { location: { side: "outside" } }],
  });
  expect(values.get("wall")).toMatchObject({ grid: { columns: 160, rows: 155, cell: 2 }, reach: 48 });
});

test("only what depends on a change is computed anew", () => {
  const sheet = new Sheet();
  expect(sheet.update(dogleg).recomputed).toHaveLength(9);
  expect(sheet.update(dogleg).recomputed).toEqual([]);
  expect(sheet.update(`// one line more\n${dogleg}`).recomputed).toEqual([]);
  expect(sheet.update(dogleg.replace("(232, 140), radius", "(232, 141), radius")).recomputed).toEqual([
    "stone",
    "green",
    "ball",
    "wall",
  ]);
  expect(sheet.update(dogleg).recomputed).toHaveLength(4);
  expect(sheet.update(dogleg.replace("tolerance 0.05", "tolerance 0.5")).recomputed).not.toContain("elbow");
  expect(sheet.update(dogleg.replace("tolerance 0.05", "tolerance 0.5")).recomputed).toEqual([]);
});

test("the order of definitions does not matter, and positions are those of the newest text", () => {
  const script = "b = a\na = (1, 2)\n";
  const { definitions, diagnostics } = new Sheet().update(script);
  expect(diagnostics).toEqual([]);
  expect(definitions[0]).toMatchObject({ name: "b", dependsOn: ["a"], value: { x: 1, y: 2 } });
  const sheet = new Sheet();
  sheet.update("n = 4 from 1 to 9");
  expect(sheet.update("// moved\nn = 4 from 1 to 9").definitions[0]).toMatchObject({
    number: { span: { from: 13, to: 14 }, least: 1, greatest: 9 },
  });
});

test("a definition comes back to life when what it lacks is written, and when a circle is broken", () => {
  const sheet = new Sheet();
  expect(sheet.update("a = b + 1").diagnostics[0].message).toContain('no definition of "b"');
  expect(sheet.update("a = b + 1\nb = 2").definitions[0].value).toMatchObject({ value: 3 });
  // One that cannot be read is there all the same.
  expect(sheet.update("a = b + 1\nb = 2 +").diagnostics[0].message).toBe(
    '"b" has an error, so this cannot be computed',
  );
  expect(sheet.update("a = b + 1\nc = 2 +").diagnostics[0].message).toContain('no definition of "b"');
  expect(sheet.update("a = b + 1\nb = a").diagnostics).toHaveLength(2);
  expect(sheet.update("a = b + 1\nb = 2").diagnostics).toEqual([]);
  expect(sheet.update("a = b + 1\nb = 2").definitions[0].value).toMatchObject({ value: 3 });
});

test.each([
  ["2 + 3 * 4 - 6 / 4", 12.5],
  ["-(2 + 3) * 2", -10],
  ["max(1, 5, 2) - min(4, 3)", 2],
  ["sin(90deg) + cos(0.5turn) + tan(0rad)", 0],
  ["360deg / 90deg", 4],
  ["polar(10, 90deg).y + (1, 2).x", 11],
  ["rect((0, 0), width: 4, height: 5).area", 20],
  ["sqrt(floor(4.9)) + ceil(0.1) + round(2.5) + abs(-1)", 7],
  ["(2 * (3, 4) - (1, 1) / 2).y", 7.5],
  ["tau / pi", 2],
])("%s is %p", (expression, value) => {
  expect(resultOf(`a = ${expression}`, "a")).toMatchObject({ type: "number", value: expect.closeTo(value, 12) });
});

// Area, and a point and its opposite that the bounds must reach; curves within the tolerance.
test.each([
  ["circle((40, 40), radius: 30)", Math.PI * 900, [10, 10, 70, 70]],
  ["ellipse((50, 40), rx: 40, ry: 20)", Math.PI * 800, [10, 20, 90, 60]],
  ["rect((10, 20), width: 80, height: 50)", 4000, [10, 20, 90, 70]],
  ["rect((90, 70), to: (10, 20))", 4000, [10, 20, 90, 70]],
  ["rect((10, 20), width: 80, height: 50, rx: 10)", 4000 - (4 - Math.PI) * 100, [10, 20, 90, 70]],
  ["rect((0, 0), width: 10, height: 4, rx: 99)", 40 - (4 - Math.PI) * 10, [0, 0, 10, 4]],
  ["polygon((0, 0), (10, 0), (10, 10), (0, 10))", 100, [0, 0, 10, 10]],
  ["polygon(((0, 0), (10, 0), (0, 10)))", 50, [0, 0, 10, 10]],
  ["capsule((30, 40), (90, 40), radius: 20)", 2400 + Math.PI * 400, [10, 20, 110, 60]],
  ["capsule((30, 40), (30, 40), radius: 20)", Math.PI * 400, [10, 20, 50, 60]],
  ["regular(4, at: (0, 0), radius: 10)", 200, [-10, -10, 10, 10]],
  ["regular(4, at: (0, 0), radius: sqrt(2), facing: 45deg)", 4, [-1, -1, 1, 1]],
  ['path("M 0 0 H 10 V 10 H 0 Z M 2 2 H 8 V 8 H 2 Z", fill: evenodd)', 64, [0, 0, 10, 10]],
  ["rect((0, 0), width: 4, height: 2).move(10, 20)", 8, [10, 20, 14, 22]],
  ["rect((0, 0), width: 4, height: 2).rotate(90deg)", 8, [1, -1, 3, 3]],
  ["rect((0, 0), width: 4, height: 2).rotate(90deg, about: (0, 0))", 8, [-2, 0, 0, 4]],
  ["rect((0, 0), width: 4, height: 2).scale(2, 3)", 48, [-2, -2, 6, 4]],
  ["circle((0, 0), radius: 1).scale(-5, about: (1, 0))", 25 * Math.PI, [1, -5, 11, 5]],
  ["rect((0, 0), width: 4, height: 4) xor rect((2, 2), width: 4, height: 4)", 24, [0, 0, 6, 6]],
  [
    "(circle((0, 0), radius: 5) union circle((4, 0), radius: 5)) intersection rect((0, 0), to: (1, 1))",
    1,
    [0, 0, 1, 1],
  ],
])("%s has its area and bounds", (expression, exact, [minX, minY, maxX, maxY]) => {
  const shape = resultOf(`tolerance 0.001\na = ${expression}`, "a") as Shape;
  expect(shape).toBeInstanceOf(Shape);
  expect(Math.abs(area(shape.polygons) - exact)).toBeLessThan(0.6);
  const box = bounds(shape.operand.rings)!;
  for (const [got, want] of [
    [box.minX, minX],
    [box.minY, minY],
    [box.maxX, maxX],
    [box.maxY, maxY],
  ])
    expect(Math.abs(got - want)).toBeLessThan(0.002);
});

test("a tolerance of its own, and bounds that travel", () => {
  const sheet = new Sheet();
  const { definitions } = sheet.update(`tolerance 0.01
coarse = circle((0, 0), radius: 100).flatten(2)
fine = circle((0, 0), radius: 100)
both = coarse union fine
large = both.scale(3)`);
  const [coarse, fine, both, large] = definitions.map(({ value }) => value as Shape);
  expect(coarse.vertexCount).toBeLessThan(fine.vertexCount / 8);
  expect(coarse.error).toBeLessThanOrEqual(2);
  expect(fine.error).toBeLessThanOrEqual(0.01);
  expect(both.error).toBeGreaterThanOrEqual(coarse.error);
  expect(large.error).toBeCloseTo(3 * both.error, 9);
});
