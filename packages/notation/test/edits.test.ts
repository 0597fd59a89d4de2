import { transformPoint } from "@vertexon/geometry";
import fc from "fast-check";
import {
  addProbePoint,
  applyEdits,
  exampleAttachments,
  exampleScript,
  moveHandle,
  referenceGroups,
  type Shape,
  Sheet,
  writeNumber,
} from "../src";
import { parser } from "../src/grammar";

/** The handles of a shape, and where each definition begins. */
function handlesOf(script: string, name: string) {
  const { definitions } = new Sheet().update(script);
  const handles = (definitions.find((each) => each.name === name)!.value as Shape).handles;
  const placeOf = (asked: string | null) => {
    const { span, number } = definitions.find((each) => each.name === (asked ?? name))!;
    return { from: span.from, least: number?.least, greatest: number?.greatest };
  };
  return { placeOf, handles, vertices: handles.filter(({ role }) => role !== "number") };
}

test("a handle goes exactly where it is put, through every transform", () => {
  const place = fc.integer({ min: -200, max: 200 });
  fc.assert(
    fc.property(place, place, fc.integer({ min: 1, max: 359 }), (x, y, degrees) => {
      const script = `// first\na = circle((10, -20), radius: 5).rotate(${degrees}deg, about: (3, 4)).scale(2, -1, about: (0, 0)).move(7, 8)`;
      const { placeOf, handles } = handlesOf(script, "a");
      const changed = applyEdits(script, moveHandle(handles[0], placeOf, x, y, 9));
      const [moved] = handlesOf(changed, "a").handles;
      const [mx, my] = transformPoint(moved.map, moved.x, moved.y);
      expect(Math.hypot(mx - x, my - y)).toBeLessThan(1e-8);
    }),
    { numRuns: 60 },
  );
});

/** The script after the handle with that index was put to (x, y). */
function moved(script: string, name: string, index: number, x: number, y: number, decimals = 1): string {
  const { handles, placeOf } = handlesOf(script, name);
  return applyEdits(script, moveHandle(handles[index], placeOf, x, y, decimals));
}

test("a coordinate that is computed drives the one number that it follows from, and stays where there are several", () => {
  const script = "tee = (62, 232)\na = capsule((tee.x, 5), (-30, 40), radius: 4)";
  expect(handlesOf(script, "a").vertices).toHaveLength(2);
  expect(moved(script, "a", 0, 99, 7.25)).toBe("tee = (99, 232)\na = capsule((tee.x, 7.3), (-30, 40), radius: 4)");
  expect(moved(script, "a", 1, -1.04, 2)).toBe(script.replace("(-30, 40)", "(-1, 2)"));
  const through = "half = 20\nb = half * 2 + 1\na = circle((b, b + half), radius: 3)";
  // x = 2 half + 1; y = 3 half + 1 follows from the same number, which x has set already.
  expect(moved(through, "a", 0, 61, 0)).toBe(through.replace("half = 20", "half = 30"));
  const several = "p = 20\nq = 5\na = circle((p + q, sqrt(p)), radius: 3)";
  expect(moved(several, "a", 0, 61, 0)).toBe(several);
  const [x, y] = handlesOf(several, "a").handles[0].grips;
  expect([x.origin, y.origin]).toEqual([
    { kind: "blend", names: ["p", "q"] },
    { kind: "blend", names: ["p"] },
  ]);
});

test.each<[string, string, number, [number, number], string]>([
  ["a radius", "circle((10, 20), radius: 5)", 1, [10, 32], "circle((10, 20), radius: 12)"],
  ["half an axis", "ellipse((10, 20), rx: 5, ry: 3)", 2, [50, 28], "ellipse((10, 20), rx: 5, ry: 8)"],
  ["a width", "rect((10, 20), width: 30, height: 20)", 1, [55, 0], "rect((10, 20), width: 45, height: 20)"],
  [
    "a width by the centre",
    "rect(at: (40, 40), width: 30, height: 20)",
    1,
    [60, 0],
    "rect(at: (40, 40), width: 40, height: 20)",
  ],
  ["a box's edge", "rect((10, 20), to: (40, 50))", 4, [45, 30], "rect((10, 20), to: (45, 50))"],
  [
    "a corner radius",
    "rect((10, 20), width: 30, height: 20, rx: 4)",
    3,
    [17, 0],
    "rect((10, 20), width: 30, height: 20, rx: 7)",
  ],
  [
    "an arc's end",
    "arc((0, 0), radius: 10, from: 0deg, sweep: 90deg)",
    3,
    [-10, 0.001],
    "arc((0, 0), radius: 10, from: 0deg, sweep: 180deg)",
  ],
  [
    "an arc's start in turns",
    "arc((0, 0), radius: 10, from: 0.25turn, sweep: 90deg)",
    2,
    [-10, 0],
    "arc((0, 0), radius: 10, from: 0.5turn, sweep: 90deg)",
  ],
  ["a capsule's radius", "capsule((0, 0), (20, 0), radius: 5)", 2, [3, -9], "capsule((0, 0), (20, 0), radius: 9)"],
  [
    "one of several radii",
    "regular(4, at: (0, 0), radius: (5, 6, 7, 8))",
    2,
    [0, 9],
    "regular(4, at: (0, 0), radius: (5, 9, 7, 8))",
  ],
  [
    "a tip, polar",
    "star(5, at: (0, 0), outer: 9, inner: 4, facing: 0deg)",
    1,
    [0, 12],
    "star(5, at: (0, 0), outer: 12, inner: 4, facing: 90deg)",
  ],
  [
    "a polar point",
    "polygon((0, 0), (9, 0), (1, 1) + polar(5, 30deg))",
    2,
    [1, 8],
    "polygon((0, 0), (9, 0), (1, 1) + polar(7, 90deg))",
  ],
  ["a step", "polygon(offsets((0, 0), (10, 0), (0, 10)))", 1, [14, 2], "polygon(offsets((0, 0), (14, 2), (0, 10)))"],
  [
    "coordinates",
    "polygon(coordinates(x: (0, 9, 5), y: (0, 0, 8)))",
    2,
    [6, 7],
    "polygon(coordinates(x: (0, 9, 6), y: (0, 0, 7)))",
  ],
  [
    "an edge as a vector",
    "parallelogram((10, 10), along: (20, 0), across: (0, 9))",
    1,
    [40, 12],
    "parallelogram((10, 10), along: (30, 2), across: (0, 9))",
  ],
  [
    "a fixed length beside a share",
    "circle((100% - 12, 40%), radius: 3)",
    0,
    [300, 120],
    "circle((100% - 20, 50%), radius: 3)",
  ],
  ["a length with its unit", "circle((3mm, 4), radius: 3)", 0, [37.7952755906, 4], "circle((10mm, 4), radius: 3)"],
  [
    "a rounding",
    "polygon((0, 0), (40, 0), (40, 30), (0, 30), round: 5)",
    4,
    [0, 8],
    "polygon((0, 0), (40, 0), (40, 30), (0, 30), round: 8)",
  ],
])("%s is dragged: %s", (_, expression, index, [x, y], want) => {
  expect(moved(`a = ${expression}`, "a", index, x, y)).toBe(`a = ${want}`);
});

test("a number with a range keeps to it, and is rounded to what can be told apart on the plan", () => {
  const script = "bank = 20 from 12 to 60\na = circle((100, 100), radius: bank / 2)";
  expect(moved(script, "a", 1, 100, 125)).toContain("bank = 50 from 12 to 60");
  expect(moved(script, "a", 1, 100, 190)).toContain("bank = 60 from 12 to 60");
  expect(moved("a = arc((0, 0), radius: 1000, sweep: 90deg)", "a", 2, 707.123, 707, 1)).toMatch(/sweep: 44\.99\d?deg/);
});

test("what stands inside a function or a repetition is driven by what it is called with, or not at all", () => {
  const script = "fn dot(p, r) = circle(p, radius: r * 2)\na = dot((20, 30), 4)";
  expect(moved(script, "a", 0, 25, 35)).toContain("a = dot((25, 35), 4)");
  expect(moved(script, "a", 1, 20, 40)).toContain("a = dot((20, 30), 5)");
  const { definitions } = new Sheet().update("a = union (each k from 0 to 2: circle((10 * k, 5), radius: 3))");
  expect((definitions[0].value as Shape).handles).toEqual([]);
});

test.each([
  // Compact data: numbers that ran together get the space they need, and only absolute points can be moved.
  ["M10-5 20.5.5l3 4Z", 0, "M7 8 20.5.5l3 4Z"],
  ["M10-5 20.5.5l3 4Z", 1, "M10-5 7 8l3 4Z"],
  ["M.5.5L3 4 5 6", 0, "M7 8L3 4 5 6"],
  ["M0 0H5V6Z", 1, "M0 0H7V6Z"],
  ["M0 0H5V6Z", 2, "M0 0H5V8Z"],
  ["M0 0C1 2 3 4 5 6S7 8 9 9", 1, "M0 0C7 8 3 4 5 6S7 8 9 9"],
])("path data %s, point %d moved to (7, 8): %s", (data, index, want) => {
  const script = `a = path("${data}")`;
  expect(moved(script, "a", index, 7, 8, 2)).toBe(`a = path("${want}")`);
});

test("what stands behind a name is dragged where it was written", () => {
  expect(handlesOf("a = polygon((0, 0), (1, 0), (0, 1))\nb = a.move(5, 5)", "b").handles).toEqual([]);
  expect(handlesOf("a = circle((0, 0), 1) union rect((2, 2), to: (3, 3))", "a").vertices).toHaveLength(3);
});

test.each([
  ["p = probe(a, at: (1, 2))", "p = probe(a, at: ((1, 2), (3, 4)))"],
  ["p = probe(a, at: ((1, 2), (5, 6)))", "p = probe(a, at: ((1, 2), (5, 6), (3, 4)))"],
  ["p = probe(a, cup)", "p = probe(a, (cup, (3, 4)))"],
  ["p = probe(a)", null],
  ["p = circle((1, 2), 3)", null],
])("a point added to %s gives %s", (statement, want) => {
  const edit = addProbePoint(statement, 0, "3", "4");
  expect(edit && applyEdits(statement, [edit])).toBe(want);
});

test("numbers are written short", () => {
  expect([writeNumber(1.5, 3), writeNumber(-0.0001, 2), writeNumber(100, 0), writeNumber(0.125, 2)]).toEqual([
    "1.5",
    "0",
    "100",
    "0.13",
  ]);
});

test("every example of the reference evaluates without a complaint", () => {
  for (const entry of referenceGroups.flatMap(({ entries }) => entries)) {
    const sheet = new Sheet();
    sheet.attach(exampleAttachments);
    const { diagnostics, definitions } = sheet.update(exampleScript(entry));
    expect([entry.name, diagnostics]).toEqual([entry.name, []]);
    expect([entry.name, definitions[0].value?.type]).toEqual([entry.name, entry.returns]);
  }
});

test("the grammar reads whole scripts as the statements are cut", () => {
  const script = 'plan 3 by 4, y up, unit mm\n\na = (1,\n  2)\n  // note\nemit a as svg-path, to "x"\n';
  const tree = parser.parse(script).toString();
  expect(tree).not.toContain("⚠");
  expect(tree.match(/Plan|Definition|Emit/g)).toEqual(["Plan", "Definition", "Emit"]);
});
