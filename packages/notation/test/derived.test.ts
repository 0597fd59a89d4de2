import { allRings, bounds, keepCurves, momentsOf } from "@vertexon/geometry";
import { applyEdits, flattenEdits, occurrencesAt, type Shape, Sheet, shapesIn, type Value } from "../src";

const evaluated = (expression: string, before = ""): { value: Value | null; complaint?: string } => {
  const { definitions, diagnostics } = new Sheet().update(`tolerance 0.001\n${before}\na = ${expression}`);
  const complaint = diagnostics.find(({ severity }) => severity === "error")?.message;
  return { value: definitions.find(({ name }) => name === "a")!.value, complaint };
};
const shape = (expression: string): Shape => evaluated(expression).value as Shape;
const square = "rect((0, 0), width: 40, height: 40)";

test.each([
  [`${square}.offset(5)`, 1600 + 4 * 200 + 25 * Math.PI],
  [`${square}.offset(5, join: miter)`, 2500],
  [`${square}.offset(5, bevel)`, 2450],
  [`${square}.offset(-5)`, 900],
  ["circle((0, 0), radius: 30).offset(-10)", 400 * Math.PI],
  ["ring((0, 0), outer: 30, inner: 10).offset(5)", (35 ** 2 - 25) * Math.PI],
  [`(${square} difference rect((10, 10), width: 20, height: 20)).offset(2, join: miter)`, 44 ** 2 - 16 ** 2],
  ["star(5, at: (0, 0), outer: 30, inner: 12).reverse().offset(0)", 5 * 360 * Math.sin(Math.PI / 5)],
  ["polyline((0, 0), (100, 0)).stroke(10)", 1000],
  ["polyline((0, 0), (100, 0)).stroke(10, cap: round)", 1000 + 25 * Math.PI],
  ["polyline((0, 0), (100, 0)).stroke(10, dash: (20, 30), phase: 10)", 10 * (10 + 20 + 10)],
  [`${square}.stroke(2)`, 42 ** 2 - 38 ** 2],
  [`${square}.stroke(2, join: round)`, 42 ** 2 - 38 ** 2 - 4 + Math.PI],
  [`${square}.stroke(2, limit: 1)`, 42 ** 2 - 38 ** 2 - 2],
  ["circle((0, 0), radius: 30).flatten(0.0001).simplify(0.0005)", 900 * Math.PI],
])("%s has the area %d", (expression, area) => {
  expect(evaluated(expression).complaint).toBeUndefined();
  expect(Math.abs(shape(expression).area - area)).toBeLessThan(0.2);
});

test("the outlines of a circle's stroke follow the true parallel circles, and the bound says how closely", () => {
  const { polygons, error, vertexCount } = shape("circle((0, 0), radius: 30).stroke(20)");
  expect(error).toBeLessThan(0.0011);
  const [{ outer, holes }] = polygons;
  for (let i = 0; i < outer.length; i += 2) expect(Math.hypot(outer[i], outer[i + 1])).toBeCloseTo(40, 9);
  for (let i = 0; i < holes[0].length; i += 2) expect(Math.hypot(holes[0][i], holes[0][i + 1])).toBeCloseTo(20, 9);
  // Hardly more than both circles need by themselves.
  const circles = shape("circle((0, 0), radius: 40)").vertexCount + shape("circle((0, 0), radius: 20)").vertexCount;
  expect(vertexCount).toBeLessThan(1.1 * circles);
});

test("cut gives a list of pieces; a polyline that is not extended may leave the shape whole", () => {
  const pieces = (expression: string) => (evaluated(expression).value as { items: Shape[] }).items;
  expect(pieces(`${square}.cut((10, 10), (10, 30))`).map(({ area }) => area)).toEqual([400, 1200]);
  expect(pieces(`${square}.cut((10, 10), (10, 30), extend: no)`).map(({ area }) => area)).toEqual([1600]);
  expect(pieces(`${square}.cut((-5, 20), (20, 20), (20, 45), extend: no)`)).toHaveLength(2);
  expect(bounds(pieces(`${square}.cut((0, 0), (1, 1))`)[0].operand.rings)!.maxX).toBe(40);
});

test("opacity is kept by transforms and what is derived", () => {
  for (const end of [
    "",
    ".move(1, 2)",
    ".reverse()",
    ".offset(1)",
    ".stroke(1)",
    ".hull()",
    ".flatten(1)",
    ".simplify(1)",
  ])
    expect(shape(`${square}.opacity(0.3)${end}`).opacity).toBe(0.3);
});

test("words stand for themselves, whatever the sheet calls by that name", () => {
  const before = "round = 7";
  expect(evaluated(`${square}.offset(round, join: round)`, before).complaint).toBeUndefined();
  const script = `${before}\na = ${square}.offset(round, join: round)`;
  expect(occurrencesAt(script, 0)!.places).toHaveLength(2);
});

test.each([
  [`${square}.offset(5, join: mitre)`, 'expected one of the words miter, round, bevel, arcs; did you mean "miter"?'],
  [`${square}.stroke(2, cap: 3)`, "expected one of the words butt, round, square"],
  [`${square}.stroke(0)`, '"width" must be greater than 0, not 0'],
  [`${square}.stroke(1, dash: (3, -1))`, "lengths of dashes must be at least 0, not -1"],
  [`${square}.stroke(1, limit: 0)`, '"limit" must be at least 1, not 0'],
  [`${square}.simplify(-1)`, '"tolerance" must be at least 0, not -1'],
  [`${square}.opacity(30)`, '"share" must be from 0 to 1, not 30'],
  [`${square}.cut((1, 1))`, "a polyline needs two points or more"],
  [`${square}.cut((1, 1), (1, 1))`, "the leg that is to be extended has no length"],
])("%s → %s", (expression, message) => {
  expect(evaluated(expression).complaint).toBe(message);
});

test.each([
  ["flatten(0.5)", 0.5, 18],
  ["flatten(pixels: 0.5, magnification: 4, ratio: 2)", 0.0625, 49],
  ["flatten(count: 12)", 3, 12],
  ["flatten(turn: 30deg)", 3, 12],
  ["flatten(0.5, place: balanced)", 0.5, 13],
  ["flatten(0.5, place: outside)", 0.5, 19],
])("circle.%s keeps within %d with about %d vertices", (call, most, vertices) => {
  const circle = shape(`circle((0, 0), radius: 30).${call}`);
  expect(circle.error).toBeLessThanOrEqual(most);
  expect(Math.abs(circle.vertexCount - vertices)).toBeLessThanOrEqual(1);
});

test("what keeps the area keeps it", () => {
  expect(shape("circle((0, 0), radius: 30).flatten(1, place: area)").area).toBeCloseTo(900 * Math.PI, 6);
});

test.each([
  ["flatten(0)", '"tolerance" must be greater than 0, not 0'],
  ["flatten(1, pixels: 1)", "the error is given twice: in plan units and in pixels"],
  ["flatten(magnification: 2)", '"magnification" only goes with "pixels", which is missing'],
  ["flatten(count: 0)", '"count" must be a whole number from 1 to 1048576, not 0'],
  ["flatten(count: 100000000)", '"count" must be a whole number from 1 to 1048576, not 100000000'],
  ["flatten(count: 3, place: outside)", '"place" cannot be stated together with a count'],
  ["flatten(turn: 0deg)", '"turn" must be greater than 0'],
  ["flatten(by: length)", '"by" only goes with "count", which is missing'],
  ["flatten(place: inside)", "expected one of the words on, balanced, area, outside"],
])("circle.%s → %s", (call, message) => {
  expect(evaluated(`circle((0, 0), radius: 30).${call}`).complaint).toContain(message);
});

test("a way of flattening is written behind the whole definition, replaced, and taken away", () => {
  const script = "a = circle((0, 0), radius: 3) union circle((4, 0), radius: 3)";
  const put = (text: string, args: string | null) =>
    applyEdits(text, flattenEdits(text, { from: 0, to: text.length }, args));
  const once = put(script, "0.1");
  expect(once).toBe("a = (circle((0, 0), radius: 3) union circle((4, 0), radius: 3)).flatten(0.1)");
  expect(put(once, "count: 7")).toContain(")).flatten(count: 7)");
  expect(put(put("b = circle((0, 0), radius: 3)", "turn: 5deg"), null)).toBe("b = circle((0, 0), radius: 3)");
});

test("sift leaves specks out and fills small holes; what is left is as it was", () => {
  const { definitions, diagnostics } = new Sheet().update(`tolerance 0.1
big = rect((0, 0), width: 40, height: 40)
mix = big xor rect((10, 10), width: 1, height: 1) xor rect((60, 0), width: 2, height: 1) xor rect((20, 20), width: 5, height: 5)
all = mix.sift(0)
few = mix.sift(3)
bad = mix.sift(-1)
`);
  const areas = definitions.slice(1, 4).map(({ value }) => (value as Shape).area);
  expect(areas).toEqual([1600 - 1 + 2 - 25, 1600 - 1 + 2 - 25, 1600 - 25]);
  expect(diagnostics.find(({ severity }) => severity === "error")?.message).toBe('"least" must be at least 0, not -1');
});

describe("other rules, tiles and lines", () => {
  const areas = (expression: string, before = ""): number[] =>
    shapesIn(evaluated(expression, before).value!).map(({ area }) => Number(area.toFixed(3)));
  const star = "s = trail(from: (0, 0), legs: 5 of (60, bend: 144deg), close: yes)";
  it("a star under both rules, and where it is covered twice", () => {
    const [whole] = areas("s", star);
    const [even] = areas("s.fill(evenodd)", star);
    const [twice] = areas("s.deep(2)", star);
    expect(even).toBeLessThan(whole);
    expect(even + twice).toBeCloseTo(whole, 2);
    expect(areas("s.fill(evenodd).fill(nonzero)", star)).toEqual([whole]);
    expect(areas("s.reverse().deep(1)", star)).toEqual([0]);
  });
  it("tiles add up to the shape, and begin where they are told to", () => {
    expect(areas(`${square}.tiles(30, 30)`)).toEqual([900, 300, 300, 100]);
    expect(areas(`${square}.tiles(30, 40, from: (10, 0))`)).toEqual([400, 1200]);
    expect(evaluated(`${square}.tiles(0.01, 10)`).complaint).toBe(
      "4001 columns and 5 rows of tiles, at most 1000 in all",
    );
  });
  it("lines keep what lies in a region", () => {
    const lines = shapesIn(evaluated(`polyline((-10, 20), (50, 20), (50, 30), (-10, 30)).clip(${square})`).value!);
    expect(lines.map(({ outline }) => outline.subpaths.map(({ closed }) => closed))).toEqual([[false], [false]]);
    expect(lines.map(({ flat }) => [...flat.subpaths[0].vertices])).toEqual([
      [0, 20, 40, 20],
      [40, 30, 0, 30],
    ]);
    expect(shapesIn(evaluated(`rect((10, 10), width: 5, height: 5).clip(${square})`).value!)).toHaveLength(1);
  });
});

describe("what edges stand for", () => {
  const shapeIn = (script: string): Shape => {
    const value = new Sheet().update(`tolerance 0.05\n${script}`).definitions.at(-1)!.value;
    return value!.type === "list" ? shapesIn(value!)[0] : (value as Shape);
  };
  const lens = "a = circle((0, 0), radius: 10)\nb = circle((12, 0), radius: 10)\nboth = a union b\n";
  it.each([
    ["x = both", "a b"],
    ["x = both.move(5, 7).rotate(20deg)", "a b"],
    ["x = both.fill(evenodd)", "a b"],
    ["x = both.reverse()", "a b"],
    ["x = both difference circle((6, 0), radius: 3)", "a b circle((6, 0), radius: 3)"],
    ["x = (both xor circle((40, 0), radius: 1)).sift(20)", "a b"],
    ["x = both.cut((6, -50), (6, 50))", "a cut"],
    ["x = both.tiles(30, 30)", "a b cut"],
    ['x = both.attach("lake").move(1, 2)', "lake"],
    ['x = a.attach("deep water").mirror(0deg).rotate(90deg) union b', "b deep water"],
    ['x = compound(a.attach("water"), b.attach("ice")).move(1, 0)', "ice water"],
    ['x = both.attach("lake").cut((6, -50), (6, 50))', "cut lake"],
  ])("%s", (line, names) => {
    const shape = shapeIn(lens + line);
    const sources = shape.regionSources("");
    const found = new Set(sources.flatMap(({ curves }) => curves.map(({ attached }) => attached)));
    expect([...found].sort().join(" ")).toBe(names);
    expect(sources.map(({ vertices }) => vertices.length)).toEqual(allRings(shape.polygons).map((ring) => ring.length));
    const { path, distance } = keepCurves(sources);
    expect(distance).toBeLessThan(0.2);
    expect(Math.abs(momentsOf(path).area - shape.area)).toBeLessThan(0.05 * 150);
    expect(path.subpaths.flatMap(({ segments }) => segments).some(({ kind }) => kind === "arc")).toBe(true);
  });
});

const items = (expression: string): Shape[] => (evaluated(expression).value as { items: Shape[] }).items;
const notes = (expression: string): string[] =>
  new Sheet().update(`a = ${expression}`).diagnostics.map(({ message }) => message);

test.each([
  [`${square}.round(10)`, 1600 - (4 - Math.PI) * 100],
  [`${square}.round(length: 10, corners: 2)`, 1600 - (1 - Math.PI / 4) * 100],
  [`${square}.round(30)`, 400 * Math.PI],
  [`${square}.chamfer(10)`, 1400],
  [`${square}.chamfer(10, corners: (0, 1))`, 1500],
  ["polyline((0, 0), (40, 0), (40, 40)).round(10).stroke(2)", 2 * (60 + 5 * Math.PI)],
  [`${square}.rotate(20deg).enclose()`, 800 * Math.PI],
  [`${square}.rotate(20deg).enclose(in: box)`, 1600],
  [`${square}.rotate(45deg).enclose(in: upright)`, 3200],
  [`${square}.inscribe()`, 400 * Math.PI],
  ["circle((0, 0), radius: 30).flatten(0.0005).simplify(0).curves(0.001)", 900 * Math.PI],
  ["polyline((0, 0), (100, 0)).stroke(10, side: left)", 500],
  [`${square}.stroke(4, side: right)`, 40 ** 2 - 36 ** 2],
])("%s covers %d", (expression, area) => {
  expect(evaluated(expression).complaint).toBeUndefined();
  expect(Math.abs(shape(expression).area - area)).toBeLessThan(0.3);
});

test("rounded corners are true arcs, their size can be dragged, and what does not fit is said", () => {
  const rounded = shape(`${square}.round(10)`);
  expect(rounded.outline.subpaths[0].segments.filter(({ kind }) => kind === "arc")).toHaveLength(4);
  const handle = rounded.handles.find(({ grips }) => grips[0].label === "radius")!;
  // The middle of the first corner's arc, 10 (√2 − 1) from it.
  expect(Math.hypot(handle.x, handle.y)).toBeCloseTo(10 * (Math.SQRT2 - 1), 9);
  expect(notes(`${square}.round(30, corners: (0, 1))`)).toEqual([
    "corners 0, 1: a radius of 30 does not fit and is reduced to 20",
  ]);
  expect(notes(`${square}.round(10)`)).toEqual([]);
  expect(evaluated(`${square}.round(10, corners: 9)`).complaint).toBe(
    "there is no corner 9 to cut off; they run from 0 to 3",
  );
  expect(evaluated("polyline((0, 0), (10, 0), (10, 10)).round(2, corners: 0)").complaint).toBe(
    "there is no corner 0 to cut off; the only one is 1",
  );
  expect(notes("circle((20, 20), radius: 10).round(2)")).toEqual([
    "nothing is cut off: the outline has no corner there",
  ]);
  expect(evaluated(`${square}.round()`).complaint).toBe('a "radius" is missing, or a "length" along the sides');
  expect(evaluated(`${square}.round(3, length: 4)`).complaint).toContain("given twice");
});

test("curves of flattened outlines are few, and keep the corners", () => {
  const path = shape('path("M 0 0 C 10 30 40 -20 60 0 L 60 40 L 0 40 Z").simplify(0).curves(0.05)');
  const [{ segments }] = path.outline.subpaths;
  expect(segments.length).toBeLessThan(9);
  const corners = segments.map(({ x0, y0 }) => `${x0} ${y0}`);
  for (const corner of ["0 0", "60 0", "60 40", "0 40"]) expect(corners).toContain(corner);
  const circle = shape("circle((20, 30), radius: 10).simplify(0).curves(0.01)");
  expect(circle.outline.subpaths[0].segments).toMatchObject([{ kind: "arc" }]);
});

test("hatches, fans and insets are lists in order; steps of hatches, widths and distances can be dragged", () => {
  const lines = items(`${square}.hatch(10)`);
  expect(lines.map(({ outline }) => outline.subpaths[0].y)).toEqual([0, 10, 20, 30, 40]);
  expect(lines.every(({ outline }) => !outline.subpaths[0].closed)).toBe(true);
  expect(lines[0].handles[0].grips[0].label).toBe("step");
  expect(items(`${square}.fan(45deg)`)).toHaveLength(8);
  expect(items(`${square}.fan(45deg)`)[0].handles[0].grips[0].label).toBe("step");
  expect(items(`${square}.insets(6)`)[0].handles).toMatchObject([{ x: 20, y: 6 }]);
  expect(items(`${square}.insets(6)`).map(({ area }) => Math.round(area))).toEqual([784, 256, 16]);
  expect(items(`${square}.insets(6, count: 2)`)).toHaveLength(2);
  expect(evaluated(`${square}.hatch(0.0001)`).complaint).toContain("more than 20000 lines");
  const grips = (expression: string) => shape(expression).handles.map(({ grips: [first] }) => first.label);
  expect(grips(`${square}.stroke(4)`)).toContain("width");
  expect(grips(`${square}.offset(4)`)).toContain("distance");
});

test("left and right are as the plan shows them", () => {
  const side = (plan: string) => bounds(shapeOf(`${plan}\na = polyline((0, 50), (100, 50)).stroke(10, side: right)`))!;
  const shapeOf = (script: string) => (new Sheet().update(script).definitions[0].value as Shape).operand.rings;
  expect(side("plan 100 by 100, y down").maxY).toBe(55);
  expect(side("plan 100 by 100, y up").minY).toBe(45);
});
