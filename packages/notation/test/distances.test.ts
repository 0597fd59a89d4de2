import { distanceIndex, operandOf } from "@vertexon/geometry";
import { type Shape, Sheet } from "../src";
import { Distance } from "../src/values/distance";

const HEAD =
  "plan 100 by 100, y down, unit px\ntolerance 0.05\nleft = circle((36, 50), radius: 22)\nbar = rect((40, 40), width: 44, height: 16)\n";

function resultOf(script: string, name: string) {
  const sheet = new Sheet();
  const { definitions, diagnostics } = sheet.update(HEAD + script);
  expect(diagnostics.filter(({ severity }) => severity === "error")).toEqual([]);
  return definitions.find((definition) => definition.name === name)!.value!;
}

const distanceFrom = (script: string): Distance => resultOf(`d = ${script}\n`, "d") as Distance;

const errorOf = (script: string): string => {
  const [first] = new Sheet().update(HEAD + script).diagnostics.filter(({ severity }) => severity === "error");
  return first?.message ?? "";
};

test.each([
  ["distance(left)", "exact", "exact"],
  ["distance(left) union distance(bar)", "exact", "bound"],
  ["distance(left) union bar", "exact", "bound"],
  ["distance(left) intersection distance(bar)", "bound", "exact"],
  ["distance(left) difference distance(bar)", "bound", "exact"],
  ["distance(left) xor bar", "bound", "bound"],
  ["distance(left).offset(4)", "exact", "bound"],
  ["distance(bar).offset(-3)", "bound", "exact"],
  ["distance(bar).shell(4)", "exact", "bound"],
  ["distance(bar).rounded(5)", "exact", "bound"],
  ["distance(bar).scale(0.5).rotate(30deg).move(10, 5).mirror(20deg)", "exact", "exact"],
  ["distance(circle((12, 12), radius: 8)).repeat(20, 20, columns: 4, rows: 3)", "exact", "exact"],
  ["distance(bar).repeat(20, 10, columns: 2, rows: 3)", "exact", "bound"],
  ["distance(circle((50, 20), radius: 6)).around((50, 50), 7)", "exact", "exact"],
  ["blend(left, bar, radius: 10)", "bound", "bound"],
  ["blend(left, bar, radius: 10, as: without, form: circle)", "neither", "neither"],
])("%s is %s outside and %s inside, and has the sign of its outline", (script, outside, inside) => {
  const { field, plain, hasOwnOutline } = distanceFrom(script);
  expect(field.worth).toEqual({ outside, inside });
  if (hasOwnOutline) return;
  const exact = distanceIndex(operandOf(plain.polygons));
  for (let k = 0; k < 300; k++) {
    const [x, y] = [((k * 37) % 101) * 1.3 - 15, ((k * 53) % 97) * 1.3 - 15];
    const [value, { distance }] = [field.at(x, y), exact.distance(x, y)];
    // Outlines of what was grown are flattened; fields of it are not.
    const slack = plain.error + 1e-9;
    expect(Math.abs(value)).toBeLessThanOrEqual(Math.abs(distance) + slack);
    if (Math.abs(distance) > slack) expect(Math.sign(value)).toBe(Math.sign(distance));
    if ((distance < 0 ? inside : outside) === "exact") expect(Math.abs(value - distance)).toBeLessThanOrEqual(slack);
  }
});

test.each([
  "(distance(left) union distance(bar)).offset(-4)",
  "(distance(left) union distance(bar)).offset(4)",
  "(distance(left) difference distance(bar)).offset(3)",
  "(distance(left) xor distance(bar)).shell(4)",
  "blend(left, bar, radius: 10).shell(3)",
])("%s is held against what it encloses itself, also where that is not what its outlines enclose", (script) => {
  const { field, own } = distanceFrom(script);
  const outline = operandOf(own.polygons);
  const exact = distanceIndex(outline);
  expect(own.vertexCount).toBeGreaterThan(0);
  for (const ring of outline.rings)
    for (let k = 0; k < ring.length; k += 2) expect(Math.abs(field.at(ring[k], ring[k + 1]))).toBeLessThan(0.06);
  for (let k = 0; k < 300; k++) {
    const [x, y] = [((k * 37) % 101) * 1.3 - 15, ((k * 53) % 97) * 1.3 - 15];
    const [value, { distance }] = [field.at(x, y), exact.distance(x, y)];
    if (Math.abs(distance) > 0.06) expect(Math.sign(value)).toBe(Math.sign(distance));
  }
});

test("an outline that is too long for the tolerance gets a coarser one", () => {
  class Long extends Distance {
    override contour(level: number, tolerance: number): Shape {
      if (tolerance < 0.1) throw new RangeError("the contour is too long for its tolerance");
      return super.contour(level, tolerance);
    }
  }
  const { field, bound, plain, centre } = distanceFrom("distance(left)");
  const parts = { field, bound, centre, plain: () => plain, handles: () => [], hasOwnOutline: true };
  const long = new Long({ ...parts, tolerance: 0.01 });
  // A half, and four times that again and again.
  expect([long.ownWithin, new Distance({ ...parts, tolerance: 0.01 }).ownWithin]).toEqual([0.32, 0.01]);
  expect(Math.abs(long.own.area - plain.area)).toBeLessThan(0.32 * 2 * Math.PI * 22);
});

test("a contour is a shape again: with the sheet's tolerance, at any level, of composed distances", () => {
  const soft = resultOf("soft = contour(blend(left, bar, radius: 12))\n", "soft");
  const grown = resultOf("grown = contour(bar, at: 5, within: 0.2)\n", "grown");
  if (soft.type !== "shape" || grown.type !== "shape") throw new Error("no shapes");
  const plain = distanceFrom("distance(left) union distance(bar)").plain;
  expect(soft.area).toBeGreaterThan(plain.area);
  // A rectangle grown with round corners.
  expect(Math.abs(grown.area - (44 * 16 + 2 * 5 * (44 + 16) + Math.PI * 25))).toBeLessThan(0.2 * 150);
  expect(grown.isMade).toBe(true);
  expect(grown.error).toBeLessThanOrEqual(0.2);
});

test("a contour is closed along a frame, or runs open to it", () => {
  const half = resultOf("half = contour(left, at: 4, frame: rect((36, 0), width: 64, height: 100))\n", "half");
  if (half.type !== "shape") throw new Error("no shape");
  expect(Math.abs(half.area - (Math.PI * 26 ** 2) / 2)).toBeLessThan(0.05 * 2 * Math.PI * 26);
  const line = resultOf("l = contour(left, at: 4, frame: rect((36, 0), width: 64, height: 100), open: yes)\n", "l");
  if (line.type !== "shape") throw new Error("no shape");
  expect(line.flat.subpaths.map(({ closed }) => closed)).toEqual([false]);
  expect(errorOf("l = contour(left, open: yes)\n")).toContain("takes a frame");
  expect(errorOf("l = contour(left, frame: polyline((0, 0), (9, 0)))\n")).toBe("the frame has no area");
});

test("contours at several levels are a list of those at each", () => {
  const listed = (text: string) => {
    const found = resultOf(`all = ${text}\n`, "all");
    return found.type === "list" ? found.items : [];
  };
  const areas = (items: readonly { type: string }[]) =>
    items.map((item) => ("area" in item ? (item.area as number) : Number.NaN));
  for (const levels of ["4", "(-3, 2)", "(9, -2, 0, 5%)"]) {
    const each = levels.replace(/[()]/g, "").split(", ");
    const alone = each.flatMap((level) => listed(`list(contour(left, at: ${level}))`));
    const all = listed(`contours(left, at: ${levels})`);
    expect(all).toHaveLength(each.length);
    areas(all).forEach((area, k) => {
      expect(Math.abs(area - areas(alone)[k])).toBeLessThan(0.05 * 2 * Math.PI * 40);
    });
  }
  const lines = listed("contours(left, at: (2, 4), frame: rect((36, 0), width: 64, height: 100), open: yes)");
  expect(lines.map((line) => line.type === "shape" && line.flat.subpaths.map(({ closed }) => closed))).toEqual([
    [false],
    [false],
  ]);
  expect(errorOf("l = contours(left, at: (2, 4), open: yes)\n")).toContain("takes a frame");
  expect(errorOf("l = contours(left)\n")).toContain('"at"');
  expect(errorOf("l = contour(left, at: (2, 4, 8))\n")).toContain('"at" takes a number, not a list');
});

test("distances to the true curves of an ellipse are as quick to sample as they are exact", () => {
  const { field } = distanceFrom("distance(ellipse((50, 50), rx: 40, ry: 10).rotate(30deg), curves: yes)");
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  expect(Math.abs(field.at(50 + 45 * c, 50 + 45 * s) - 5)).toBeLessThan(1e-12);
});

test("a sampled field takes a distance as well", () => {
  const field = resultOf("f = field(blend(left, bar, radius: 12), cell: 5)\n", "f");
  expect(field).toMatchObject({ type: "field", grid: { columns: 20, rows: 20 } });
  expect(field.type === "field" && field.distance?.hasOwnOutline).toBe(true);
  expect(resultOf("f = field(bar, cell: 5, padding: 10, origin: (2, 4))\n", "f")).toMatchObject({
    grid: { x: -8, y: -6, columns: 24, rows: 24 },
  });
  expect(resultOf("f = field(bar, cell: 5)\nrim = contour(f, at: 2)\n", "rim").type).toBe("shape");
});

test("a medial axis is open lines, one for each branch", () => {
  const axis = resultOf("axis = bar.medial(cell: 0.5)\n", "axis");
  expect(axis.type === "shape" && axis.flat.subpaths.every(({ closed }) => !closed)).toBe(true);
  expect(axis.type === "shape" && axis.flat.subpaths.length).toBe(5);
});

test("what is wrong is said at its place", () => {
  expect(errorOf("d = distance(left).repeat(0, 10, columns: 3)\n")).toContain('"dx" must be greater than 0');
  expect(errorOf("d = distance(left).rounded(40)\n")).toContain("no disc of this radius");
  expect(errorOf("d = distance(left).turn(4)\n")).toContain('a distance has no method "turn"; it has offset');
  expect(errorOf("d = distance(left) union 4\n")).toContain("combines shapes and distances, not a number");
  expect(errorOf("d = blend(left, 3, radius: 2)\n")).toContain('"b" takes a distance, not a number');
  expect(errorOf("d = bar.medial(angle: 200deg)\n")).toContain('"angle" must be from 0deg to 180deg');
  expect(errorOf("d = contour(left, within: 0)\n")).toContain('"within" must be greater than 0');
  expect(errorOf("line = polyline((5, 5), (9, 9))\nd = distance(line)\n")).toContain("curves: yes");
  expect(errorOf("line = polyline((5, 5), (9, 9))\nd = field(line, cell: 1)\n")).toContain("encloses nothing");
  expect(errorOf("none = left.sift(9999)\nd = distance(none, curves: yes)\n")).toContain("the shape is empty");
});
