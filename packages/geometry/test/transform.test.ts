import fc from "fast-check";
import {
  compose,
  flattenPath,
  parsePathData,
  pointAt,
  rotation,
  scaling,
  transformPath,
  transformPoint,
  translation,
  writtenPathPoints,
} from "../src";

const outline = parsePathData("M 10 10 L 40 10 Q 60 30 40 50 C 30 70 20 30 10 50 A 20 12 30 0 1 5 20 Z");
const small = fc.double({ min: -3, max: 3, noNaN: true });
const map = fc.tuple(small, small, small, small, small, small).map(([a, b, c, d, e, f]) => ({ a, b, c, d, e, f }));

test("every point of every segment is where the map puts it, arcs under shear and mirroring included", () => {
  fc.assert(
    fc.property(map, fc.double({ min: 0, max: 1, noNaN: true }), (m, t) => {
      const mapped = transformPath(outline, m).subpaths[0].segments;
      outline.subpaths[0].segments.forEach((segment, i) => {
        const [x, y] = transformPoint(m, ...pointAt(segment, t));
        const [mx, my] = pointAt(mapped[i], t);
        expect(Math.hypot(x - mx, y - my)).toBeLessThan(1e-11);
      });
    }),
  );
});

test("composition applies the first map first", () => {
  fc.assert(
    fc.property(map, map, small, small, (m, n, x, y) => {
      const [wantX, wantY] = transformPoint(n, ...transformPoint(m, x, y));
      const [gotX, gotY] = transformPoint(compose(m, n), x, y);
      expect(Math.hypot(wantX - gotX, wantY - gotY)).toBeLessThan(1e-11);
    }),
  );
});

test("whole quarter turns are exact, and every named map leaves its fixed point alone", () => {
  expect(transformPoint(rotation(Math.PI / 2, 3, 4), 5, 4)).toEqual([3, 6]);
  expect(transformPoint(rotation(-Math.PI), 5, 7)).toEqual([-5, -7]);
  expect(transformPoint(translation(1, 2), 3, 4)).toEqual([4, 6]);
  for (const m of [rotation(1.234, 3, 4), scaling(-2, 5, 3, 4)]) {
    const [x, y] = transformPoint(m, 3, 4);
    expect(Math.hypot(x - 3, y - 4)).toBeLessThan(1e-14);
  }
});

test("a flattened map and a mapped flattening stay within their tolerances of each other", () => {
  const m = rotation(0.7, 20, 30);
  const [a] = flattenPath(transformPath(outline, m), { tolerance: 0.01 }).subpaths;
  const [b] = flattenPath(outline, { tolerance: 0.01 }).subpaths;
  // A rotation keeps all lengths: as many vertices, in the same places.
  expect(a.vertices.length).toBe(b.vertices.length);
  for (let i = 0; i < b.vertices.length; i += 2) {
    const [x, y] = transformPoint(m, b.vertices[i], b.vertices[i + 1]);
    expect(Math.hypot(a.vertices[i] - x, a.vertices[i + 1] - y)).toBeLessThan(0.5);
  }
});

test("the points that path data states, with the places of their numbers", () => {
  const d = "M10-5 20 .5 l3 4 H7 v8 V9 C1 2 3 4 5 6 A 5 5 0 0110 20";
  const read = writtenPathPoints(d).map(({ xAt, yAt, role }) => [
    xAt && d.slice(...xAt),
    yAt && d.slice(...yAt),
    role[0],
  ]);
  expect(read).toEqual([
    ["10", "-5", "v"],
    ["20", ".5", "v"],
    ["7", null, "v"],
    [null, "9", "v"],
    ["1", "2", "c"],
    ["3", "4", "c"],
    ["5", "6", "v"],
    ["10", "20", "v"],
  ]);
});
